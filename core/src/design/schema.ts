/**
 * The design document: what is meant. Everything else (netlist, states, findings, lists, drawing) is
 * derived from it and never stored. Quantities are SI unless the field's name says otherwise.
 */
import { z } from 'zod';
import { WIRE_COLOURS } from '../reference/wire-colours.ts';
import { BLADE_FUSE_RATINGS } from '../reference/blade-fuses.ts';
import { STOCK_SIZES_MM2 } from '../reference/vehicle-ampacity.ts';

// Pages forbid building code from strings; without this zod tries it once and the browser complains.
z.config({ jitless: true });

export const FORMAT = 'iron-nudge-project';
export const FORMAT_VERSION = 1;

const id = z.string().regex(/^[a-z][a-z0-9-]{0,39}$/, 'an id is lower-case letters, digits and dashes');
const name = z.string().trim().min(1, 'needs a name').max(60, 'is longer than 60 characters');
const positive = z.number().positive().max(1e6);

export const LOAD_KINDS = ['heater', 'filament', 'led', 'motor', 'solenoid'] as const;
export type LoadKind = (typeof LOAD_KINDS)[number];

export const placeSchema = z.strictObject({
  id,
  name,
  /** Coldest and hottest air around parts mounted here, °C. */
  coldestC: z.number().min(-60).max(100),
  hottestC: z.number().min(-60).max(100),
});

export const distanceSchema = z.strictObject({ a: id, b: id, lengthM: positive.max(500) });

export const supplySchema = z.strictObject({
  id,
  name,
  kind: z.literal('battery'),
  nominalV: z.union([z.literal(12), z.literal(24)]),
  /** Open-circuit voltage: resting, lowest in use, highest while charging. */
  restV: positive.max(60),
  lowestV: positive.max(60),
  highestV: positive.max(60),
  internalOhm: positive.max(10),
  place: id,
});

const signalBase = { id, name, place: id };
export const signalSchema = z.discriminatedUnion('nature', [
  /** A switch on the dash: maintained, closes when on. */
  z.strictObject({ ...signalBase, nature: z.literal('switch'), limitA: positive.max(200) }),
  /** A feed that is live when on: key-on or an existing circuit. `limitA` is what one may take from it. */
  z.strictObject({
    ...signalBase,
    nature: z.literal('feed'),
    supply: id,
    limitA: positive.max(200),
    keyOn: z.boolean(),
  }),
  /** A sensor that connects its single terminal to ground when on. */
  z.strictObject({ ...signalBase, nature: z.literal('ground-switch'), limitA: positive.max(200) }),
]);

export type When = { op: 'signal'; signal: string } | { op: 'not'; of: When } | { op: 'and'; of: When[] } | { op: 'or'; of: When[] };

/** Deeper nesting than anyone could read; keeps a hostile file from exhausting the stack. */
export const WHEN_MAX_DEPTH = 24;

export const whenSchema: z.ZodType<When> = z.lazy(() =>
  z.discriminatedUnion('op', [
    z.strictObject({ op: z.literal('signal'), signal: id }),
    z.strictObject({ op: z.literal('not'), of: whenSchema }),
    z.strictObject({ op: z.literal('and'), of: z.array(whenSchema).min(2).max(40) }),
    z.strictObject({ op: z.literal('or'), of: z.array(whenSchema).min(2).max(40) }),
  ]),
) as z.ZodType<When>;

export const loadSchema = z.strictObject({
  id,
  name,
  kind: z.enum(LOAD_KINDS),
  count: z.number().int().min(1).max(24),
  /** What the plate says of one unit; W and A hold at `ratedV`. */
  plate: z.strictObject({ unit: z.enum(['W', 'A', 'Ω']), value: positive, ratedV: positive.max(60) }),
  place: id,
  /** Must work well (lamps, charging, navigation): 3 % drop instead of 10 %. */
  important: z.boolean(),
});

const fuseChoice = z.union([
  z.literal('auto'),
  z.literal('none'),
  z.number().refine((rating) => BLADE_FUSE_RATINGS.includes(rating), 'is not a blade fuse rating'),
]);
const stockSize = z.number().refine((size) => STOCK_SIZES_MM2.includes(size), 'is not a stocked wire size in mm²');
const colour = z
  .string()
  .refine(
    (code) => /^[A-Z]{2}(\/[A-Z]{2})?$/.test(code) && code.split('/').every((part) => part in WIRE_COLOURS),
    'is not an IEC 60757 colour code',
  );

export const jobSchema = z.strictObject({
  id,
  name,
  when: whenSchema,
  loads: z.array(loadSchema).min(1, 'a job needs a load').max(12),
  supply: id,
  device: z.strictObject({ kind: z.literal('plug-in-relay'), part: id, place: id }),
  lost: z.enum(['off', 'on']),
  /** Runs for three hours or more at a time. */
  continuous: z.boolean(),
  suppression: z.enum(['none', 'diode']),
  fuse: fuseChoice,
  controlFuse: fuseChoice,
  /** Choices that a person made for one leg, by leg key; what is not here is chosen by the app. */
  wires: z.record(z.string().max(80), z.strictObject({ sizeMm2: stockSize.optional(), colour: colour.optional() })),
});

export const settingsSchema = z.strictObject({
  /** How current comes back from a load: through the vehicle's metal, or by a wire of its own. */
  returnPath: z.enum(['chassis', 'wire']),
  /** Least ratio of a fuse to a continuous load. */
  headroom: z.number().min(1).max(3),
  /** Share of the supply voltage that may be lost to a load that must work well, and to the rest. */
  dropImportant: z.number().min(0.005).max(0.5),
  dropOther: z.number().min(0.005).max(0.5),
});

export const designSchema = z.strictObject({
  format: z.literal(FORMAT),
  formatVersion: z.literal(FORMAT_VERSION),
  name,
  notes: z.string().max(4000),
  settings: settingsSchema,
  places: z.array(placeSchema).min(1, 'a project needs a place').max(60),
  distances: z.array(distanceSchema).max(600),
  supplies: z.array(supplySchema).min(1, 'a project needs a supply').max(12),
  signals: z.array(signalSchema).max(60),
  jobs: z.array(jobSchema).max(60),
});

export type Place = z.infer<typeof placeSchema>;
export type Supply = z.infer<typeof supplySchema>;
export type Signal = z.infer<typeof signalSchema>;
export type SignalNature = Signal['nature'];
export type Load = z.infer<typeof loadSchema>;
export type Job = z.infer<typeof jobSchema>;
export type Settings = z.infer<typeof settingsSchema>;
export type Design = z.infer<typeof designSchema>;

export const DEFAULT_SETTINGS: Settings = {
  returnPath: 'chassis',
  headroom: 1.25,
  dropImportant: 0.03,
  dropOther: 0.1,
};
