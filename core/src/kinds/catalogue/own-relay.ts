import { z } from 'zod';
import { idSchema as id, nameSchema as name, positive } from '../../document/index.ts';

const MOST_A = 500;
const ampere = positive.max(MOST_A).optional();
const ofKinds = z.strictObject({ filament: ampere, led: ampere, motor: ampere, solenoid: ampere });
const rating = z.strictObject({
  /** Continuous direct current, A; 0 where it has no rating for it. */
  resistiveA: z.number().min(0).max(MOST_A),
  /** The part's own rating for a kind of load, where its data sheet gives one, A. */
  own: ofKinds,
  /** Direct voltage to which that holds, where the label says it, V. */
  mostV: positive.max(1000).optional(),
  /** For alternating current to `mostV`; left out where it has no such rating. */
  ac: z.strictObject({ resistiveA: positive.max(MOST_A), own: ofKinds, mostV: positive.max(1000) }).optional(),
});

/** How it is built: what its terminals are called, and what else is asked of it. */
export const OWN_FORMS = [
  'four',
  'five',
  'twin',
  'two-pole',
  'stud',
  'sensing',
  'module',
  'contactor',
  'contactor-one',
  'contactor-three',
  'changeover',
  'solid-ac',
  'solid-dc',
  'timer',
  'step',
] as const;
export type OwnForm = (typeof OWN_FORMS)[number];
/** What a form has: a throw that rests closed; contacts that are rated for alternating current where the label does not say; room for a diode or a resistor across its coil. */
interface FormFacts {
  readonly rests?: true;
  readonly mains?: true;
  readonly buildsIn?: true;
  /** It serves a clause: it delays or toggles what switches the load, and is no relay that a sentence names. */
  readonly serves?: 'timer' | 'step';
}
export const FORM_FACTS: Readonly<Record<OwnForm, FormFacts>> = {
  four: { buildsIn: true },
  five: { rests: true, buildsIn: true },
  twin: { buildsIn: true },
  'two-pole': { rests: true },
  stud: { buildsIn: true },
  sensing: {},
  module: { rests: true },
  contactor: { mains: true },
  'contactor-one': { mains: true },
  'contactor-three': { mains: true },
  changeover: { rests: true, mains: true },
  'solid-ac': { mains: true },
  'solid-dc': {},
  timer: { rests: true, buildsIn: true, serves: 'timer' },
  step: { rests: true, buildsIn: true, serves: 'step' },
};
/** Coils that are sold, V. Of a solid-state relay it is the usual voltage of its input. */
export const OWN_COILS_V = [3.3, 5, 6, 12, 24, 36, 48, 72, 96, 120, 230, 240] as const;

const moduleSchema = z.strictObject({
  /** A light between input and coil; without one the two share the ground. */
  opto: z.boolean(),
  /** Series resistor of an input, Ω, and the current from which its driver switches, A. */
  inputOhm: positive.max(1e5),
  closesA: positive.max(0.1),
  /** Its weakest track, mm and µm of copper. */
  trackMm: positive.max(50),
  copperUm: positive.max(500),
  terminalA: positive.max(MOST_A),
});
const solidSchema = z.strictObject({
  firing: z.enum(['zero crossing', 'any time', 'phase angle']),
  /** Lost across it while on, V; through it while off, A; the voltage that it holds off, V; least load, A. */
  onV: positive.max(10),
  leakA: positive.max(1),
  ratedV: positive.max(1500),
  leastA: positive.max(50),
  junctionC: positive.max(250),
  /** Junction to case, and case to heatsink with paste, K/W. */
  caseKPerW: positive.max(20),
  pasteKPerW: positive.max(5),
  /** What its output bears of a short, A²s, from its sheet. */
  i2t: positive.max(1e7).optional(),
});

/** What a time relay waits with: as it comes on, as it goes off, or either. */
export const TIMER_WAITS = ['on', 'off', 'either'] as const;
const timerSchema = z.strictObject({
  waits: z.enum(TIMER_WAITS),
  /** Times that it can be set to, s. */
  leastS: positive.max(360_000),
  mostS: positive.max(360_000),
});

export const COIL_CURRENTS = ['dc', 'ac'] as const;
/** From here on a coil is one for alternating current where nothing is said of it, V. */
const MAINS_COIL_FROM_V = 100;
/** Kind of current that a coil, or the input of what switches without one, is made for. */
export const coilCurrent = ({ coilFor, coilV }: { readonly coilFor?: 'ac' | 'dc' | undefined; readonly coilV: number }): 'ac' | 'dc' =>
  coilFor ?? (coilV < MAINS_COIL_FROM_V ? 'dc' : 'ac');
/** Forms whose coil is sold for either. */
export const hasOwnCoil = (form: OwnForm): boolean => form !== 'module' && form !== 'sensing' && !isSolidForm(form);
export const BUILT_IN = ['diode', 'resistor'] as const;
/** Forms that are sold with one: plug-in relays, and power relays on studs. */
export const mayBuildIn = (form: OwnForm): boolean => FORM_FACTS[form].buildsIn === true;

/** A switching part typed from its label or data sheet. A project carries those that it uses, so that its file stands alone. */
export const ownRelaySchema = z
  .strictObject({
    id,
    name,
    form: z.enum(OWN_FORMS),
    coilV: z.number().refine((volt) => (OWN_COILS_V as readonly number[]).includes(volt), `is one of ${OWN_COILS_V.join(', ')} V`),
    /** Kind of current that its coil is made for; left out where its volts say so: below 100 direct, above alternating. */
    coilFor: z.enum(COIL_CURRENTS).optional(),
    coilOhm: positive.max(2e5),
    pullInV: positive.max(260),
    releaseV: positive.max(260),
    /** Highest voltage that its coil bears for good. */
    coilMostV: positive.max(400),
    coilHenry: positive.max(1000),
    coilRiseK: z.number().min(0).max(150),
    contactOhm: positive.max(1),
    closing: rating,
    /** The throw closed at rest; null where there is none. */
    resting: rating.nullable(),
    module: moduleSchema.optional(),
    solid: solidSchema.optional(),
    timer: timerSchema.optional(),
    /** What is inside it across its coil, as the sketch on its side shows; left out where nothing is. */
    builtIn: z.enum(BUILT_IN).optional(),
    /** What is printed on it, as it was typed. */
    label: z.string().max(160).default(''),
    /** Fields that nobody typed: what is usual for its class stands in them. */
    assumed: z.array(z.string().max(40)).max(40).default([]),
    /** 0: not known, and in no sum. */
    price: z.number().min(0).max(1e5),
  })
  .superRefine((part, context) => {
    const say = (path: string, message: string) => context.addIssue({ code: 'custom', path: [path], message });
    if ((FORM_FACTS[part.form].rests === true) === (part.resting === null))
      say(
        'resting',
        'is what relays with five pins or eight, time and stepping relays, modules and changeover relays have, and no other part',
      );
    if ((part.form === 'module') !== (part.module !== undefined)) say('module', 'is what a relay module has, and no other part');
    if (isSolidForm(part.form) !== (part.solid !== undefined)) say('solid', 'is what a solid-state relay has, and no other part');
    if ((part.form === 'timer') !== (part.timer !== undefined)) say('timer', 'is what a time relay has, and no other part');
    if (part.timer && part.timer.leastS > part.timer.mostS) say('timer', 'has a shortest time above its longest');
    if (part.closing.resistiveA === 0 && !part.closing.ac) say('closing', 'needs a rating for direct or alternating current');
    if (part.form === 'solid-dc' && part.closing.ac) say('closing', 'of a solid-state relay for direct current has none for alternating');
    if (part.form === 'solid-ac' && part.closing.resistiveA > 0)
      say('closing', 'of a solid-state relay for alternating current has none for direct: it never opens again');
    if (part.releaseV >= part.pullInV) say('releaseV', 'must be below the pull-in voltage');
    if (!isSolidForm(part.form) && part.pullInV > part.coilV) say('pullInV', 'is above the nominal voltage: it would never pull in');
    if (part.builtIn && !mayBuildIn(part.form)) say('builtIn', 'is what plug-in relays and relays on studs may have, and no other part');
    if (part.coilFor && !hasOwnCoil(part.form)) say('coilFor', 'is what a coil of its own has, and no module and no input');
    if (part.coilMostV < part.coilV) say('coilMostV', 'is below the nominal voltage');
  });

export const isRelayForm = (form: string): form is OwnForm => OWN_FORMS.some((one) => one === form);
export const isSolidForm = (form: OwnForm): boolean => form === 'solid-ac' || form === 'solid-dc';

export type OwnRelay = z.infer<typeof ownRelaySchema>;
