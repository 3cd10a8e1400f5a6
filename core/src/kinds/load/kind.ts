/** What a kind of load is asked for; one module a kind answers all of it. */
import { z } from 'zod';
import { type Field, idSchema, nameSchema, positive } from '../../document/index.ts';
import type { Surge } from '../../reference/index.ts';
import type { Glyph } from '../glyph.ts';

/** What every load line has. */
export const loadBase = {
  id: idSchema,
  name: nameSchema,
  /** What the plate says of one unit; W and A hold at `ratedV`. */
  plate: z.strictObject({ unit: z.enum(['W', 'A', 'Ω']), value: positive, ratedV: positive.max(500) }),
  place: idSchema,
  /** Units in series in each string of the line; the line's count is of strings side by side. */
  series: z.number().int().min(1).max(12).default(1),
  /** A second voltage on its label, V (0, or left out, where there is none), and what takes it from one to the other: a hand that sets it, or itself at all between. */
  otherV: z.number().min(0).max(500).optional(),
  otherVBy: z.enum(['hand', 'itself']).optional(),
  /** Metal that one can touch, and whether an earth conductor runs to it. */
  earth: z.enum(['none', 'wired', 'missing']).default('none'),
  /** Must work well (lamps, charging, navigation): 3 % drop instead of 10 %. */
  important: z.boolean(),
  /** Ends by itself when it gets too hot or stalls: a cut-out of its own inside, or a resistance that rises. */
  ownCutOut: z.boolean().default(false),
  /** A diode, a varistor or a snubber across it takes its current when it is switched off. */
  suppressed: z.boolean().default(false),
  /** One is bought and put across it: a diode, or a varistor where a diode would not do. */
  suppressor: z.boolean().optional(),
  /** What fuse or breaker its label allows before it, A; 0, or left out, where it says nothing. */
  mostFuseA: z.number().min(0).max(1000).optional(),
};
export const unitCount = z.number().int().min(1).max(24);

/** Ratings of its own that a contact's data sheet may give for a kind of load. */
export const CONTACT_KINDS = ['filament', 'led', 'motor', 'solenoid'] as const;
export type ContactKind = (typeof CONTACT_KINDS)[number];

export interface LoadFacets<K extends string> {
  readonly kind: K;
  readonly title: string;
  readonly schema: z.ZodType<{ kind: K }>;
  readonly fields: readonly Field<never>[];
  /** What a line becomes when this kind is chosen, beside what it has already. */
  readonly begin: { readonly series?: number };
  /** What it takes at rest: its resistance, its power whatever the voltage (down to a share of it), or nothing that we solve. */
  readonly takes: { readonly as: 'resistance' } | { readonly as: 'power'; readonly dropsOutBelow: number } | { readonly as: 'source' };
  readonly glyph: Glyph;
  /** Its start; null where it has none. */
  readonly surge: Surge | null;
  /** Which of a contact's own ratings is for it; none for what a resistive rating holds for. */
  readonly contact: ContactKind | null;
  /** Share of a resistive contact rating that it may use where the part gives none of its own. */
  readonly derating: number;
  /** Currents that it can live on. */
  readonly currents: readonly ('ac' | 'dc')[];
  /** Why it cannot live on the others. */
  readonly otherCurrent: string;
  /** Makes heat that must be able to end whatever the contact does. */
  readonly heats: boolean;
  /** Keeps its current flowing when it is switched off: on a contact for direct current an arc, on a transistor its end. */
  readonly inductive: boolean;
  /** Whatever a person plugs in hangs on it: its kind and its start are not known. */
  readonly anythingPlugsIn: boolean;
  /** Turns, and so can turn backwards. */
  readonly turns: boolean;
  /** Takes several times its running current to start, so that some double the fuse for it. */
  readonly startsHard: boolean;
  /** Whether cutting into each half cycle suits it. */
  readonly phaseAngle: boolean;
  /** Whether its two leads are alike, so that changing them about does nothing. */
  readonly leadsAlike: boolean;
  /** Whether it feeds another side that we do not solve: by a winding of its own, or by a slider on the same. */
  readonly secondary: 'none' | 'apart' | 'joined';
  /** What an ohmmeter reads of it, as shares of its working resistance; null where that reading says nothing. */
  readonly ohms: { readonly least: number; readonly most: number } | null;
}
