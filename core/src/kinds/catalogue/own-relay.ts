import { z } from 'zod';
import { idSchema as id, nameSchema as name, positive } from '../../document/index.ts';

const rating = z.strictObject({
  /** Continuous direct current at the coil's system voltage, A. */
  resistiveA: positive.max(500),
  /** The part's own rating for a kind of load, where its data sheet gives one, A. */
  own: z.strictObject({
    filament: positive.max(500).optional(),
    led: positive.max(500).optional(),
    motor: positive.max(500).optional(),
    solenoid: positive.max(500).optional(),
  }),
});
/** A relay typed from its data sheet. A project carries those that it uses, so that its file stands alone. */
export const ownRelaySchema = z
  .strictObject({
    id,
    name,
    form: z.enum(['four', 'five', 'two-pole']),
    coilV: z.union([z.literal(12), z.literal(24)]),
    coilOhm: positive.max(10000),
    pullInV: positive.max(60),
    releaseV: positive.max(60),
    /** Highest voltage that its coil bears for good. */
    coilMostV: positive.max(100),
    coilHenry: positive.max(100),
    coilRiseK: z.number().min(0).max(150),
    contactOhm: positive.max(1),
    closing: rating,
    /** The throw closed at rest; null where there is none. */
    resting: rating.nullable(),
    price: z.number().min(0).max(1e5),
  })
  .superRefine((part, context) => {
    const say = (path: string, message: string) => context.addIssue({ code: 'custom', path: [path], message });
    if ((part.form === 'four') !== (part.resting === null)) say('resting', 'is what a four-pin relay has not, and the others have');
    if (part.releaseV >= part.pullInV) say('releaseV', 'must be below the pull-in voltage');
    if (part.pullInV > part.coilV) say('pullInV', 'is above the nominal voltage: it would never pull in');
    if (part.coilMostV < part.coilV) say('coilMostV', 'is below the nominal voltage');
  });

export type OwnRelay = z.infer<typeof ownRelaySchema>;
