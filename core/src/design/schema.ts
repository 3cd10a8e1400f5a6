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
export const FORMAT_VERSION = 2;

const id = z.string().regex(/^[a-z][a-z0-9-]{0,39}$/, 'an id is lower-case letters, digits and dashes');
const name = z.string().trim().min(1, 'needs a name').max(60, 'is longer than 60 characters');
const positive = z.number().positive().max(1e6);

export const LOAD_KINDS = ['heater', 'filament', 'led', 'motor', 'solenoid'] as const;
/** A battery that is charged is a load as long as the job runs, and a source of its own. */
export type LoadKind = (typeof LOAD_KINDS)[number] | 'battery';

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

const signalBase = {
  id,
  name,
  place: id,
  /** How it usually stands: where the desk begins. */
  usual: z.boolean(),
};
const limitA = positive.max(200);
const rest = z.enum(['open', 'closed']);

/** *On* means operated: pressed, tripped, live, past its level; what its contact does then depends on its rest. */
export const signalSchema = z.discriminatedUnion('nature', [
  /** A dry contact under a hand. */
  z.strictObject({ ...signalBase, nature: z.literal('switch'), limitA, action: z.enum(['maintained', 'momentary']), rest }),
  /** A feed that is live when on: key-on or an existing circuit. `limitA` is what one may take from it. */
  z.strictObject({ ...signalBase, nature: z.literal('feed'), supply: id, limitA, keyOn: z.boolean() }),
  /** A sensor with one terminal and its body on ground: thermostat, pressure, door. */
  z.strictObject({ ...signalBase, nature: z.literal('ground-switch'), limitA, rest }),
  /** A switch that follows a voltage or a temperature (°C at its place) between two levels. */
  z.strictObject({
    ...signalBase,
    nature: z.literal('threshold'),
    limitA,
    output: z.enum(['contact', 'ground']),
    watches: z.discriminatedUnion('quantity', [
      z.strictObject({ quantity: z.literal('temperature') }),
      z.strictObject({ quantity: z.literal('voltage'), supply: id }),
    ]),
    closesAt: z.number().min(-60).max(400),
    opensAt: z.number().min(-60).max(400),
    delayS: z.number().min(0).max(3600),
  }),
  /** A controller's output, as an ideal source to ground. */
  z.strictObject({ ...signalBase, nature: z.literal('pin'), volt: z.union([z.literal(3.3), z.literal(5)]), limitA: positive.max(2) }),
]);

export type When =
  | { op: 'signal'; signal: string }
  | { op: 'not'; of: When }
  | { op: 'and'; of: When[] }
  | { op: 'or'; of: When[] }
  /** On from when `set` holds until `reset` holds; with both, off. */
  | { op: 'held'; set: When; reset: When }
  /** Changes over each time that `of` comes on. */
  | { op: 'toggle'; of: When }
  /** Follows `of`, on after `onS` seconds and off after `offS`. */
  | { op: 'delay'; of: When; onS: number; offS: number };

/** Deeper nesting than anyone could read; keeps a hostile file from exhausting the stack. */
export const WHEN_MAX_DEPTH = 24;

const seconds = z.number().min(0).max(3600);
export const whenSchema: z.ZodType<When> = z.lazy(() =>
  z.discriminatedUnion('op', [
    z.strictObject({ op: z.literal('signal'), signal: id }),
    z.strictObject({ op: z.literal('not'), of: whenSchema }),
    z.strictObject({ op: z.literal('and'), of: z.array(whenSchema).min(2).max(40) }),
    z.strictObject({ op: z.literal('or'), of: z.array(whenSchema).min(2).max(40) }),
    z.strictObject({ op: z.literal('held'), set: whenSchema, reset: whenSchema }),
    z.strictObject({ op: z.literal('toggle'), of: whenSchema }),
    z.strictObject({ op: z.literal('delay'), of: whenSchema, onS: seconds, offS: seconds }),
  ]),
) as z.ZodType<When>;

const loadBase = {
  id,
  name,
  /** What the plate says of one unit; W and A hold at `ratedV`. */
  plate: z.strictObject({ unit: z.enum(['W', 'A', 'Ω']), value: positive, ratedV: positive.max(60) }),
  place: id,
  /** Must work well (lamps, charging, navigation): 3 % drop instead of 10 %. */
  important: z.boolean(),
};
export const loadSchema = z.discriminatedUnion('kind', [
  z.strictObject({ ...loadBase, kind: z.enum(LOAD_KINDS), count: z.number().int().min(1).max(24) }),
  /** A battery to be charged: the plate holds the most current that it may take. */
  z.strictObject({ ...loadBase, kind: z.literal('battery'), count: z.literal(1), supply: id }),
]);

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

/** What the loads do when the clause does not hold. */
export const otherwiseSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('off') }),
  /** Take-over: they stay on the existing circuit that fed them before. */
  z.strictObject({ kind: z.literal('original-feed'), signal: id }),
  /** Changeover: other loads run instead. */
  z.strictObject({ kind: z.literal('loads'), loads: z.array(loadSchema).min(1).max(6) }),
  /** Two speeds: on a second clause they run through a resistor. */
  z.strictObject({ kind: z.literal('slower'), when: whenSchema, ohm: positive.max(100) }),
  /** On a second clause the motor runs backwards; with both or neither it is braked. */
  z.strictObject({ kind: z.literal('reverse'), when: whenSchema }),
]);

/** What a person wired otherwise than the app would. */
export const editSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('swap'), part: z.string().max(120), a: z.string().max(12), b: z.string().max(12) }),
  z.strictObject({ kind: z.literal('leave-out'), part: z.string().max(120) }),
  /** A wire in its place. */
  z.strictObject({ kind: z.literal('bridge'), part: z.string().max(120) }),
  z.strictObject({ kind: z.literal('no-wire'), wire: z.string().max(240) }),
]);

export const jobSchema = z.strictObject({
  id,
  name,
  when: whenSchema,
  loads: z.array(loadSchema).min(1, 'a job needs a load').max(12),
  otherwise: otherwiseSchema,
  /** A supply, or an existing feed that may give the load's current. */
  supply: id,
  device: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('plug-in-relay'), part: id, place: id }),
    /** No relay: the signals feed the load itself, through blocking diodes where there are several. */
    z.strictObject({ kind: z.literal('direct'), place: id }),
  ]),
  lost: z.enum(['off', 'on']),
  /** Runs for three hours or more at a time. */
  continuous: z.boolean(),
  suppression: z.enum(['none', 'diode']),
  protection: z.enum(['blade', 'breaker']),
  fuse: fuseChoice,
  controlFuse: fuseChoice,
  /** A way of wiring that a person picked; auto takes the first that the settings prefer. */
  way: z.string().max(60),
  /** Choices that a person made for one leg, by leg key; what is not here is chosen by the app. */
  wires: z.record(z.string().max(80), z.strictObject({ sizeMm2: stockSize.optional(), colour: colour.optional() })),
  edits: z.array(editSchema).max(40),
});

export const settingsSchema = z.strictObject({
  /** How current comes back from a load: through the vehicle's metal, or by a wire of its own. */
  returnPath: z.enum(['chassis', 'wire']),
  /** Least ratio of a fuse to a continuous load. */
  headroom: z.number().min(1).max(3),
  /** Share of the supply voltage that may be lost to a load that must work well, and to the rest. */
  dropImportant: z.number().min(0.005).max(0.5),
  dropOther: z.number().min(0.005).max(0.5),
  /** Which side of a coil its switches are on. */
  coilSide: z.enum(['positive', 'ground']),
  /** What keeps two feeds of one coil apart. */
  feedsApart: z.enum(['diodes', 'relays']),
  /** Jobs with a signal or a supply and place in common share its fuse and wire up to the branch. */
  sharing: z.enum(['shared', 'apart']),
});

const statementTerm = z.strictObject({ what: z.enum(['job', 'signal']), id, on: z.boolean() });
/** What must hold in every state: `a` never together with `b`, or `b` whenever `a`. */
export const statementSchema = z.strictObject({
  id,
  kind: z.enum(['never-both', 'whenever']),
  a: statementTerm,
  b: statementTerm,
});

/** A finding that a person lives with, and the number it had when they said so. */
export const acceptedSchema = z.strictObject({
  key: z.string().min(1).max(300),
  reason: z.string().trim().min(1, 'needs a reason').max(300),
  value: z.number(),
  limit: z.number(),
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
  signals: z.array(signalSchema).max(80),
  jobs: z.array(jobSchema).max(60),
  statements: z.array(statementSchema).max(60),
  // Files from before findings could be accepted have none.
  accepted: z.array(acceptedSchema).max(400).default([]),
});

export type Place = z.infer<typeof placeSchema>;
export type Supply = z.infer<typeof supplySchema>;
export type Signal = z.infer<typeof signalSchema>;
export type SignalNature = Signal['nature'];
export type SignalOf<Nature extends SignalNature> = Extract<Signal, { nature: Nature }>;
export type Load = z.infer<typeof loadSchema>;
export type Otherwise = z.infer<typeof otherwiseSchema>;
export type Edit = z.infer<typeof editSchema>;
export type Accepted = z.infer<typeof acceptedSchema>;
export type Job = z.infer<typeof jobSchema>;
export type Statement = z.infer<typeof statementSchema>;
export type StatementTerm = Statement['a'];
export type Settings = z.infer<typeof settingsSchema>;
export type Design = z.infer<typeof designSchema>;

export const DEFAULT_SETTINGS: Settings = {
  returnPath: 'chassis',
  headroom: 1.25,
  dropImportant: 0.03,
  dropOther: 0.1,
  coilSide: 'positive',
  feedsApart: 'diodes',
  sharing: 'shared',
};
