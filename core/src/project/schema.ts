/**
 * The design document: what is meant. Everything else (netlist, states, findings, lists, drawing) is
 * derived from it and never stored. Quantities are SI unless the field's name says otherwise.
 */
import { z } from 'zod';
import {
  FORMAT,
  FORMAT_VERSION,
  distanceSchema,
  idSchema,
  nameSchema,
  partsOf,
  placeSchema,
  positive,
  conditionSchema,
  whenSchema,
  type When,
} from '../document/index.ts';
import { TRANSISTOR_IDS, loadSchema, signalSchema, supplySchema, usedPartSchema } from '../kinds/index.ts';
import { LENGTH_UNITS, TEMPERATURE_UNITS } from '../quantity/index.ts';
import {
  GUARD_RATINGS,
  PROTECTIONS,
  THINNEST_IDS,
  WIRE_COLOURS,
  WIRE_FAMILY_IDS,
  WIRE_SERIES_IDS,
  WIRE_SIZES_MM2,
} from '../reference/index.ts';

/** A record with no more entries than a person could have made. */
const recordOf = <T extends z.ZodType>(most: number, keyLength: number, value: T) =>
  z.record(z.string().max(keyLength), value).refine((entries) => Object.keys(entries).length <= most, `has more than ${most} entries`);

/** Terms of a clause, and the words between them: more than anyone could read. */
const MOST_TERMS = 120;
const termsOf = (when: When): number => 1 + partsOf(when).reduce((sum, part) => sum + termsOf(part), 0);
const isShort = (when: When): boolean => termsOf(when) <= MOST_TERMS;
const TOO_LONG = `has more than ${MOST_TERMS} terms`;
const clauseSchema = whenSchema.refine(isShort, TOO_LONG);

const id = idSchema;
const name = nameSchema;

/** Characters that the notes of a project hold. */
export const MOST_NOTES = 4000;

/** What a choice of sizes saves first: money, copper, or volts on the way. */
export const SIZE_ORDERS = ['cost', 'copper', 'drop'] as const;
export type SizeOrder = (typeof SIZE_ORDERS)[number];

const fuseChoice = z.union([
  z.literal('auto'),
  z.literal('none'),
  z.number().refine((rating) => GUARD_RATINGS.includes(rating), 'is not a rating of a fuse or breaker'),
]);
const stockSize = z
  .number()
  .refine((size) => WIRE_SIZES_MM2.includes(size), 'is not the section of a wire that is sold, in mm² or by gauge');
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
  /** Two speeds: on a second clause they run through a resistor, which may have a thermal fuse on it. */
  z.strictObject({ kind: z.literal('slower'), when: clauseSchema, ohm: positive.max(100), endsItself: z.boolean().default(false) }),
  /** On a second clause the motor runs backwards; with both or neither it is braked. */
  z.strictObject({ kind: z.literal('reverse'), when: clauseSchema }),
]);

/** What a person wired otherwise than the app would. */
export const editSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('swap'), part: z.string().max(120), a: z.string().max(12), b: z.string().max(12) }),
  z.strictObject({ kind: z.literal('leave-out'), part: z.string().max(120) }),
  /** A wire in its place. */
  z.strictObject({ kind: z.literal('bridge'), part: z.string().max(120) }),
  z.strictObject({ kind: z.literal('no-wire'), wire: z.string().max(240) }),
]);

/** How a relay module is fed and triggered. */
export const moduleSchema = z.strictObject({
  trigger: z.enum(['low', 'high']),
  /** Whether the pin drives its input, or its supply pin with the input tied. */
  feed: z.enum(['input', 'supply-pin']),
  /** The bridge from its logic supply to its relay supply. */
  jumper: z.boolean(),
  /** Whether its relays' ground is wired to the controller's. */
  sharedGround: z.boolean(),
  /** A resistor that holds a low-triggered input up, or a high-triggered one down, while nobody drives it. */
  pull: z.boolean(),
  /** Whether the controller is to share no metal with the relays' supply. */
  isolated: z.boolean(),
});
export type ModuleSettings = z.infer<typeof moduleSchema>;
export const DEFAULT_MODULE: ModuleSettings = {
  trigger: 'high',
  feed: 'input',
  jumper: true,
  sharedGround: true,
  pull: true,
  isolated: false,
};

/** What opens when heat goes too far, whatever the relay does. */
export const cutOutSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('none') }),
  /** A part of the project's own, which says itself when it opens; the usual one where it is left out. */
  z.strictObject({ kind: z.literal('thermal-fuse'), opensAtC: z.number().min(40).max(300), part: id.optional() }),
  /** A contactor of its own, held in by one signal of the clause. */
  z.strictObject({ kind: z.literal('contactor'), part: id, signal: id }),
]);

/** What takes the turn-off spike of a coil. */
export const SUPPRESSIONS = ['none', 'diode', 'resistor', 'zener'] as const;
/** Ground studs of a job in a vehicle's metal: those of its places, which others share, or its own. */
export const GROUNDS = ['shared', 'own'] as const;

/** Unfused lead to the load fuse where nobody measured it, m. */
export const ASSUMED_LEAD_M = 0.15;

/** Wires of its load circuit, its load fuse, the relay of its load, the switches of its sentence. */
export const THERE_IDS = ['wire', 'fuse', 'relay', 'switch'] as const;
export type There = (typeof THERE_IDS)[number];
const SHELF_HELPERS = { logic: 'auto', timer: 'auto', step: 'auto' } as const;
const helper = z.union([z.literal('auto'), id]);
export const jobSchema = z.strictObject({
  id,
  name,
  when: conditionSchema.refine(isShort, TOO_LONG),
  loads: z.array(loadSchema).min(1, 'a job needs a load').max(12),
  otherwise: otherwiseSchema,
  /** A supply, or an existing feed that may give the load's current. */
  supply: id,
  device: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('relay'), part: id, socket: z.union([z.literal('auto'), id]), place: id }),
    /** No relay: the signals feed the load itself, through blocking diodes where there are several. */
    z.strictObject({ kind: z.literal('direct'), place: id }),
  ]),
  lost: z.enum(['off', 'on']),
  /** Runs for three hours or more at a time. */
  continuous: z.boolean(),
  /** How often it comes on in a day, on average. */
  operationsPerDay: z.number().positive().max(1e6),
  suppression: z.enum(SUPPRESSIONS),
  /** Where its returns go in a vehicle's metal: to the stud of each place, which others share, or to studs of its own (a relay module's go where its board's do). */
  grounds: z.enum(GROUNDS).optional(),
  /** Where a controller's pin drives a transistor: which, its base or gate resistor, and what holds it off while the pin is not driven. */
  driver: z.union([z.literal('auto'), z.enum(TRANSISTOR_IDS)]).default('auto'),
  driverOhm: z.union([z.literal('auto'), positive]).default('auto'),
  pullDown: z.boolean().default(true),
  protection: z.enum(PROTECTIONS),
  fuse: fuseChoice,
  /** A fuse or breaker of the project's own in its place; none where it is one of the shelf's kinds. */
  ownGuard: id.default('none'),
  /** A holder of the project's own for it; none where it is the one that the shelf's fuse comes with. */
  holder: id.default('none'),
  controlFuse: fuseChoice,
  /** A fuse or breaker of the project's own for the coil circuits, and the holder that it stands in; as the load's. */
  controlGuard: id.default('none'),
  controlHolder: id.default('none'),
  /** Relays of the project's own for what its clause needs beside the one that switches: logic, delays, toggles; the shelf's where it is auto. */
  helpers: z.strictObject({ logic: helper, timer: helper, step: helper }).default(SHELF_HELPERS),
  /** Unfused lead from the battery's post or the tap to the load fuse, m. */
  fuseLeadM: positive.max(20),
  /** A way of wiring that a person picked; auto takes the first that the settings prefer. */
  way: z.string().max(60),
  /** Choices that a person made for one leg, by leg key; what is not here is chosen by the app. */
  wires: recordOf(
    300,
    80,
    z.strictObject({
      sizeMm2: stockSize.optional(),
      /** A second wire beside it, under the same terminals. */
      secondMm2: stockSize.optional(),
      colour: colour.optional(),
      /** What parts it on its way, at the place of one of its ends; what goes on to that end is the leg's tail. */
      connector: z.strictObject({ type: id, end: z.enum(['from', 'to']) }).optional(),
    }),
  ),
  /** What the wires of its load circuit are of where a leg has no size of its own, mm²; the app chooses each where it is left out. */
  wireMm2: stockSize.optional(),
  /** What of it is there already: judged as any, and neither bought nor cut. */
  there: z.array(z.enum(THERE_IDS)).max(4).optional(),
  edits: z.array(editSchema).max(40),
  /** What the coil or the input hangs on; the load's own supply where it is `same`. */
  controlSupply: z.union([z.literal('same'), id]).default('same'),
  /** Conductors of a mains supply that its contacts break. */
  breaks: z.enum(['auto', 'line', 'neutral', 'both']).default('auto'),
  module: moduleSchema.default(DEFAULT_MODULE),
  /** A heatsink of the shelf or of the project. */
  cooling: id.default('none'),
  cutOut: cutOutSchema.default({ kind: 'none' }),
  insulation: z.enum(['usual', 'glass']).default('usual'),
  /** Panel meters behind its fuse: in the way of its load, and across what feeds it. */
  ammeter: z.boolean().default(false),
  voltmeter: z.boolean().default(false),
});

const step = { pin: id };
/** One step of what a controller does. */
export type ProgramStep =
  | { do: 'set'; pin: string; high: boolean }
  | { do: 'wait'; seconds: number }
  /** High, or low, while a signal is on and for a while after. */
  | { do: 'hold'; pin: string; high: boolean; signal: string; seconds: number }
  /** As a signal stands: on is high, or low. */
  | { do: 'follow'; pin: string; high: boolean; signal: string }
  /** By a character from a serial or phone link. */
  | { do: 'character'; pin: string; high: string; low: string }
  | { do: 'repeat'; times: number; steps: ProgramStep[] };
const plainStep = [
  z.strictObject({ ...step, do: z.literal('set'), high: z.boolean() }),
  z.strictObject({ do: z.literal('wait'), seconds: z.number().min(0.05).max(86400) }),
  z.strictObject({ ...step, do: z.literal('hold'), high: z.boolean(), signal: id, seconds: z.number().min(0).max(86400) }),
  z.strictObject({ ...step, do: z.literal('follow'), high: z.boolean(), signal: id }),
  z.strictObject({ ...step, do: z.literal('character'), high: z.string().length(1), low: z.string().length(1) }),
] as const;
export const programStepSchema: z.ZodType<ProgramStep> = z.discriminatedUnion('do', [
  ...plainStep,
  /** Steps that only set and wait, so many times over; 0 for ever. */
  z.strictObject({
    do: z.literal('repeat'),
    times: z.number().int().min(0).max(10000),
    steps: z
      .array(z.discriminatedUnion('do', [...plainStep]))
      .min(1)
      .max(40),
  }),
]) as z.ZodType<ProgramStep>;

const pinName = z.string().trim().min(1, 'needs a pin').max(12);
/** A wire from an output of one level to an input of another, with the divider between them. */
export const linkSchema = z.strictObject({
  name,
  fromV: z.union([z.literal(3.3), z.literal(5), z.literal(12)]),
  toV: z.union([z.literal(3.3), z.literal(5)]),
  /** The pins that it goes between, as they are printed: of the board and of a module on its rail; left out where it goes elsewhere. */
  wired: z.strictObject({ way: z.enum(['out', 'in']), pin: pinName, device: id, devicePin: pinName }).optional(),
  /** Upper and lower resistor, Ω; null where the wire goes straight. */
  divider: z.strictObject({ upperOhm: positive, lowerOhm: positive }).nullable(),
});

/** Data lines of a board, and modules on its rail, at most. */
export const MOST_LINKS = 16;
export const MOST_DEVICES = 8;

/** A small module on a board's 5 V rail: a radio, a display. */
export const boardDeviceSchema = z.strictObject({
  id,
  name,
  place: id,
  /** Level of its inputs and outputs, V, and what it takes at most, A. */
  levelV: z.union([z.literal(3.3), z.literal(5)]),
  takesA: positive.max(2),
});

export const controllerSchema = z.strictObject({
  id,
  name,
  /** A board of the shelf or of the project. */
  type: id,
  place: id,
  /** A computer's port, or a supply of the project. */
  supply: z.union([z.literal('usb'), id]),
  links: z.array(linkSchema).max(MOST_LINKS),
  devices: z.array(boardDeviceSchema).max(MOST_DEVICES).optional(),
  program: z.array(programStepSchema).max(60),
});

export const settingsSchema = z.strictObject({
  /** How current comes back from a load: through the vehicle's metal, or by a wire of its own. */
  returnPath: z.enum(['chassis', 'wire']),
  /** How far a fuse stands above its load; a continuous load always has 125 %. */
  headroom: z.enum(['plus-20', 'plus-25', 'double', 'match']),
  /** What a fuse is for: the wire behind it, or the load as its maker names it. */
  fuseFor: z.enum(['wire', 'load']),
  /** A share of the supply by importance, or half a volt for all. */
  dropBudget: z.enum(['importance', 'half-volt']),
  /** Share of the supply voltage that may be lost to a load that must work well, and to the rest. */
  dropImportant: z.number().min(0.005).max(0.5),
  dropOther: z.number().min(0.005).max(0.5),
  /** Which side of a coil its switches are on. */
  coilSide: z.enum(['positive', 'ground', 'either']),
  /** What keeps two feeds of one coil apart. */
  feedsApart: z.enum(['diodes', 'relays']),
  /** Jobs with a signal or a supply and place in common share its fuse and wire up to the branch. */
  sharing: z.enum(['shared', 'apart']),
  /** Whether an existing circuit's fuse may give a coil its current. */
  feedTaps: z.enum(['coil', 'never']),
  /** What closes a split-charge relay. */
  splitCharge: z.enum(['voltage', 'key']),
  /** What strands get before they go under a screw; tinned ones creep and are refused. */
  strandEnds: z.enum(['ferrule', 'twisted']),
  /** Insulation and code that ampacities are taken from. */
  wireFamily: z.enum(WIRE_FAMILY_IDS),
  /** The same for what mains flows in. */
  mainsFamily: z.enum(WIRE_FAMILY_IDS).default('cord'),
  /** How wire is bought: by section, or by gauge. */
  wireSeries: z.enum(WIRE_SERIES_IDS).default('metric'),
  /** What lengths and temperatures are shown in; in the document they are metres and °C. */
  lengthUnit: z.enum(LENGTH_UNITS).default('m'),
  temperatureUnit: z.enum(TEMPERATURE_UNITS).default('C'),
  /** Cycles a second of the mains, Hz; auto is what is usual where such mains are. */
  mainsHz: z.enum(['auto', '50', '60']).default('auto'),
  /** How thin a wire the app may choose. */
  thinnest: z.enum(THINNEST_IDS).default('usual'),
  /** Sections that the app may choose, so that few rolls are bought; any that is sold where there are none. */
  sizes: z.array(stockSize).max(30).default([]),
  /** What a mains job breaks where its sentence leaves that open. */
  mainsBreak: z.enum(['line', 'both']).default('line'),
  /** What relays of a module hang on where isolation is not asked for. */
  moduleSupply: z.enum(['shared', 'separate']).default('shared'),
  /** What sizing saves first, once it is safe. */
  sizeFor: z.enum(SIZE_ORDERS),
  /** How long it may stand untouched, days, and how long contacts are to last, years. */
  restDays: positive.max(1000),
  serviceYears: positive.max(100),
});

/** Own parts of a project, and of a file of them. */
export const MOST_OWN_PARTS = 200;

export const MOST_STATEMENTS = 60;
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

/** What a person said of one wire; it stays with the wire through every recompiling. */
export const wireEditSchema = z.strictObject({
  colour: colour.optional(),
  /** Printed in place of its number. */
  label: z.string().trim().min(1).max(24).optional(),
  /** As measured along the way, m. */
  lengthM: positive.max(500).optional(),
  /** It is there already: neither cut nor bought. */
  existing: z.boolean().optional(),
});
const piecesOf = z.number().int().min(0).max(10_000);
export const buildSchema = z.strictObject({
  wires: recordOf(5000, 300, wireEditSchema).default({}),
  /** Length that new wire is bought in, m. */
  rollM: positive.max(500).default(10),
  /** Wire that is there, on spools. */
  spools: z
    .array(z.strictObject({ sizeMm2: positive.max(500), colour, lengthM: positive.max(1000) }))
    .max(60)
    .default([]),
  /** By description of the parts list: how many are in the drawer, and how many to have over. */
  drawer: recordOf(2000, 300, piecesOf).default({}),
  spares: recordOf(2000, 300, piecesOf).default({}),
  /** What one costs where a person buys it, by description of the parts list; of wire a metre, by what it is sold as. */
  prices: recordOf(2000, 300, z.number().min(0).max(1_000_000)).default({}),
  /** The money that those are in, as it is written behind them; none where nobody said. */
  currency: z.string().trim().max(4).default(''),
});

export const designSchema = z.strictObject({
  format: z.literal(FORMAT),
  formatVersion: z.literal(FORMAT_VERSION),
  name,
  notes: z.string().max(MOST_NOTES),
  settings: settingsSchema,
  places: z.array(placeSchema).min(1, 'a project needs a place').max(60),
  distances: z.array(distanceSchema).max(600),
  supplies: z.array(supplySchema).min(1, 'a project needs a supply').max(12),
  signals: z.array(signalSchema).max(80),
  controllers: z.array(controllerSchema).max(12).default([]),
  jobs: z.array(jobSchema).max(60),
  parts: z.array(usedPartSchema).max(MOST_OWN_PARTS),
  statements: z.array(statementSchema).max(MOST_STATEMENTS),
  // Files from before findings could be accepted have none.
  accepted: z.array(acceptedSchema).max(400).default([]),
  /** Keys of assumed values that a person looked at and found right. */
  checked: z.array(z.string().max(120)).max(2000).default([]),
  build: buildSchema.default({ wires: {}, rollM: 10, spools: [], drawer: {}, spares: {}, prices: {}, currency: '' }),
});

export type Controller = z.infer<typeof controllerSchema>;
/** Small modules on a board's rail. */
export const devicesOf = ({ devices }: Pick<Controller, 'devices'>) => devices ?? [];
export type ControllerLink = z.infer<typeof linkSchema>;
export type Otherwise = z.infer<typeof otherwiseSchema>;
export type Edit = z.infer<typeof editSchema>;
export type Accepted = z.infer<typeof acceptedSchema>;
export type Job = z.infer<typeof jobSchema>;
export type Statement = z.infer<typeof statementSchema>;
export type StatementTerm = Statement['a'];
export type WireEdit = z.infer<typeof wireEditSchema>;
export type Build = z.infer<typeof buildSchema>;
export type Settings = z.infer<typeof settingsSchema>;
export type Design = z.infer<typeof designSchema>;

/** What a job has where nobody said otherwise, of the fields that mains, modules and heat ask for. */
export const PLAIN_JOB = {
  controlSupply: 'same',
  breaks: 'auto',
  module: DEFAULT_MODULE,
  cooling: 'none',
  ownGuard: 'none',
  holder: 'none',
  controlGuard: 'none',
  controlHolder: 'none',
  helpers: SHELF_HELPERS,
  cutOut: { kind: 'none' },
  insulation: 'usual',
  ammeter: false,
  voltmeter: false,
} as const satisfies Partial<Job>;

export const DEFAULT_SETTINGS: Settings = {
  returnPath: 'chassis',
  headroom: 'plus-25',
  fuseFor: 'wire',
  dropBudget: 'importance',
  dropImportant: 0.03,
  dropOther: 0.1,
  coilSide: 'positive',
  feedsApart: 'diodes',
  sharing: 'shared',
  feedTaps: 'coil',
  splitCharge: 'voltage',
  strandEnds: 'ferrule',
  wireFamily: 'vehicle',
  mainsFamily: 'cord',
  wireSeries: 'metric',
  thinnest: 'usual',
  sizes: [],
  lengthUnit: 'm',
  temperatureUnit: 'C',
  mainsHz: 'auto',
  mainsBreak: 'line',
  moduleSupply: 'shared',
  sizeFor: 'cost',
  restDays: 14,
  serviceYears: 5,
};
