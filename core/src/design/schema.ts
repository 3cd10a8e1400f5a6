/**
 * The design document: what is meant. Everything else (netlist, states, findings, lists, drawing) is
 * derived from it and never stored. Quantities are SI unless the field's name says otherwise.
 */
import { z } from 'zod';
import { CONTROLLER_IDS } from '../parts/controllers.ts';
import { HEATSINK_IDS } from '../parts/heatsinks.ts';
import { THERMOCOUPLE_TYPES } from '../reference/thermocouples.ts';
import { GUARD_RATINGS } from '../reference/guards.ts';
import { WIRE_COLOURS } from '../reference/wire-colours.ts';
import { STOCK_SIZES_MM2 } from '../reference/vehicle-ampacity.ts';
import { TRANSISTOR_IDS } from '../parts/transistor-types.ts';
import { WIRE_FAMILY_IDS } from '../reference/wire-families.ts';

// Pages forbid building code from strings; without this zod tries it once and the browser complains.
z.config({ jitless: true });

export const FORMAT = 'iron-nudge-project';
export const FORMAT_VERSION = 4;

const id = z.string().regex(/^[a-z][a-z0-9-]{0,39}$/, 'an id is lower-case letters, digits and dashes');
const name = z.string().trim().min(1, 'needs a name').max(60, 'is longer than 60 characters');
const positive = z.number().positive().max(1e6);

/** Characters that the notes of a project hold. */
export const MOST_NOTES = 4000;

/** What a choice of sizes saves first: money, copper, or volts on the way. */
export const SIZE_ORDERS = ['cost', 'copper', 'drop'] as const;
export type SizeOrder = (typeof SIZE_ORDERS)[number];

export const LOAD_KINDS = ['heater', 'filament', 'led', 'motor', 'solenoid'] as const;
/** A battery that is charged is a load as long as the job runs, and a source of its own. */
export type LoadKind = (typeof LOAD_KINDS)[number] | 'battery';

export const placeSchema = z.strictObject({
  id,
  name,
  /** Coldest and hottest air around parts mounted here, °C. */
  coldestC: z.number().min(-60).max(100),
  hottestC: z.number().min(-60).max(400),
  /** What closes it in, and whether mains and low voltage have a compartment each in it. */
  box: z.enum(['open', 'plastic', 'metal']).default('open'),
  divided: z.boolean().default(false),
  /** Whether what leaves it goes over a numbered terminal strip. */
  strip: z.boolean().default(false),
});

export const distanceSchema = z.strictObject({
  a: id,
  b: id,
  lengthM: positive.max(500),
  /** Loaded circuits that lie in one bundle along this way, the project's own and others. */
  bundle: z.number().int().min(1).max(9),
});

const supplyBase = {
  id,
  name,
  /** Open-circuit voltage: resting, lowest in use, highest; alternating as its effective value. */
  restV: positive.max(400),
  lowestV: positive.max(400),
  highestV: positive.max(400),
  /** Of a mains supply the loop back to its transformer, Ω. */
  internalOhm: positive.max(100),
  place: id,
};
export const supplySchema = z.discriminatedUnion('kind', [
  z.strictObject({
    ...supplyBase,
    kind: z.literal('battery'),
    nominalV: z.union([z.literal(12), z.literal(24)]),
    /** What it gives over twenty hours, Ah. */
    capacityAh: positive.max(5000),
    /** What the starter on it takes while it turns an engine over, A; 0 where none hangs on it. */
    crankA: z.number().min(0).max(3000),
  }),
  /** Line, neutral and earth at 120 V or 230 V; at 240 V two hot conductors with the neutral halfway. */
  z.strictObject({
    ...supplyBase,
    kind: z.literal('mains'),
    nominalV: z.union([z.literal(120), z.literal(230), z.literal(240)]),
    /** Whether residual-current protection stands before it. */
    rcd: z.boolean(),
    /** A plug that goes in either way round leaves line and neutral to chance. */
    reversible: z.boolean().default(false),
  }),
  /** An isolated supply of extra-low voltage: a plug-top supply, or a transformer where it is alternating. */
  z.strictObject({
    ...supplyBase,
    kind: z.literal('adapter'),
    nominalV: z.union([z.literal(5), z.literal(12), z.literal(24)]),
    current: z.enum(['dc', 'ac']),
    ratedA: positive.max(200),
  }),
]);

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
  z.strictObject({
    ...signalBase,
    nature: z.literal('feed'),
    supply: id,
    limitA,
    keyOn: z.boolean(),
    /** Whether its vehicle dims it by switching fast, or watches its current; a filter at the tap mends the first. */
    /** Live just while the engine is cranked. */
    starter: z.boolean(),
    pulsed: z.boolean(),
    filtered: z.boolean(),
  }),
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
    closesAt: z.number().min(-60).max(1700),
    opensAt: z.number().min(-60).max(1700),
    delayS: z.number().min(0).max(3600),
  }),
  /** A controller's output, as an ideal source to ground. */
  z.strictObject({
    ...signalBase,
    nature: z.literal('pin'),
    volt: z.union([z.literal(3.3), z.literal(5)]),
    limitA: positive.max(2),
    /** The board that it is a pin of, and its name there; null for one that is not described further. */
    controller: id.nullable().default(null),
    gpio: z.string().max(12).default(''),
  }),
  /** A radio receiver or phone link with a dry contact, and how it stands after a power cut. */
  z.strictObject({
    ...signalBase,
    nature: z.literal('receiver'),
    limitA,
    afterCut: z.enum(['off', 'on', 'as it was', 'unknown']),
  }),
  /** A temperature controller's drive output: on while it calls for heat. */
  z.strictObject({
    ...signalBase,
    nature: z.literal('regulator'),
    volt: positive.max(24),
    limitA: positive.max(1),
    thermocouple: z.enum(THERMOCOUPLE_TYPES),
    /** Which way round its two wires are on the terminals. */
    polarity: z.enum(['right', 'swapped']),
    setC: z.number().min(0).max(1600),
    control: z.enum(['on-off', 'pid', 'phase-angle']),
    /** Length of one on–off cycle of a proportioned output, s. */
    cycleS: z.number().positive().max(600),
    /** The heated thing: heat that it takes, J/K, what it loses, W/K, and how far its sensor lags behind, s. */
    heatJPerK: positive.max(1e9),
    lossWPerK: positive.max(1e5),
    lagS: z.number().min(0).max(3600),
  }),
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
  plate: z.strictObject({ unit: z.enum(['W', 'A', 'Ω']), value: positive, ratedV: positive.max(500) }),
  place: id,
  /** Units in series in each string of the line; the line's count is of strings side by side. */
  series: z.number().int().min(1).max(12).default(1),
  /** Metal that one can touch, and whether an earth conductor runs to it. */
  earth: z.enum(['none', 'wired', 'missing']).default('none'),
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
  z.number().refine((rating) => GUARD_RATINGS.includes(rating), 'is not a rating of a fuse or breaker'),
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
  z.strictObject({ kind: z.literal('thermal-fuse'), opensAtC: z.number().min(40).max(300) }),
  /** A contactor of its own, held in by one signal of the clause. */
  z.strictObject({ kind: z.literal('contactor'), part: id, signal: id }),
]);

/** What takes the turn-off spike of a coil. */
export const SUPPRESSIONS = ['none', 'diode', 'resistor', 'zener'] as const;

export const jobSchema = z.strictObject({
  id,
  name,
  when: whenSchema,
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
  /** Where a controller's pin drives a transistor: which, its base or gate resistor, and what holds it off while the pin is not driven. */
  driver: z.union([z.literal('auto'), z.enum(TRANSISTOR_IDS)]).default('auto'),
  driverOhm: z.union([z.literal('auto'), positive]).default('auto'),
  pullDown: z.boolean().default(true),
  protection: z.enum(['blade', 'breaker', 'plug', 'breaker-b', 'breaker-c', 'breaker-d']),
  fuse: fuseChoice,
  controlFuse: fuseChoice,
  /** Unfused lead from the battery's post or the tap to the load fuse, m. */
  fuseLeadM: positive.max(20),
  /** A way of wiring that a person picked; auto takes the first that the settings prefer. */
  way: z.string().max(60),
  /** Choices that a person made for one leg, by leg key; what is not here is chosen by the app. */
  wires: z.record(
    z.string().max(80),
    z.strictObject({
      sizeMm2: stockSize.optional(),
      /** A second wire beside it, under the same terminals. */
      secondMm2: stockSize.optional(),
      colour: colour.optional(),
    }),
  ),
  edits: z.array(editSchema).max(40),
  /** What the coil or the input hangs on; the load's own supply where it is `same`. */
  controlSupply: z.union([z.literal('same'), id]).default('same'),
  /** Conductors of a mains supply that its contacts break. */
  breaks: z.enum(['auto', 'line', 'neutral', 'both']).default('auto'),
  module: moduleSchema.default(DEFAULT_MODULE),
  cooling: z.enum(HEATSINK_IDS).default('none'),
  cutOut: cutOutSchema.default({ kind: 'none' }),
  insulation: z.enum(['usual', 'glass']).default('usual'),
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

/** A wire from an output of one level to an input of another, with the divider between them. */
export const linkSchema = z.strictObject({
  name,
  fromV: z.union([z.literal(3.3), z.literal(5), z.literal(12)]),
  toV: z.union([z.literal(3.3), z.literal(5)]),
  /** Upper and lower resistor, Ω; null where the wire goes straight. */
  divider: z.strictObject({ upperOhm: positive, lowerOhm: positive }).nullable(),
});

export const controllerSchema = z.strictObject({
  id,
  name,
  type: z.enum(CONTROLLER_IDS),
  place: id,
  /** A computer's port, or a supply of the project. */
  supply: z.union([z.literal('usb'), id]),
  links: z.array(linkSchema).max(16),
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
/** Own parts of a project, and of a file of them. */
export const MOST_OWN_PARTS = 200;

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
  wires: z.record(z.string().max(300), wireEditSchema).default({}),
  /** Length that new wire is bought in, m. */
  rollM: positive.max(500).default(10),
  /** Wire that is there, on spools. */
  spools: z
    .array(z.strictObject({ sizeMm2: positive.max(500), colour, lengthM: positive.max(1000) }))
    .max(60)
    .default([]),
  /** By description of the parts list: how many are in the drawer, and how many to have over. */
  drawer: z.record(z.string().max(300), piecesOf).default({}),
  spares: z.record(z.string().max(300), piecesOf).default({}),
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
  parts: z.array(ownRelaySchema).max(MOST_OWN_PARTS),
  statements: z.array(statementSchema).max(60),
  // Files from before findings could be accepted have none.
  accepted: z.array(acceptedSchema).max(400).default([]),
  build: buildSchema.default({ wires: {}, rollM: 10, spools: [], drawer: {}, spares: {} }),
});

export type Place = z.infer<typeof placeSchema>;
export type Supply = z.infer<typeof supplySchema>;
export type SupplyOf<Kind extends Supply['kind']> = Extract<Supply, { kind: Kind }>;
export type Controller = z.infer<typeof controllerSchema>;
export type ControllerLink = z.infer<typeof linkSchema>;
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
export type WireEdit = z.infer<typeof wireEditSchema>;
export type Build = z.infer<typeof buildSchema>;
export type OwnRelay = z.infer<typeof ownRelaySchema>;
export type Settings = z.infer<typeof settingsSchema>;
export type Design = z.infer<typeof designSchema>;

/** What a job has where nobody said otherwise, of the fields that mains, modules and heat ask for. */
export const PLAIN_JOB = {
  controlSupply: 'same',
  breaks: 'auto',
  module: DEFAULT_MODULE,
  cooling: 'none',
  cutOut: { kind: 'none' },
  insulation: 'usual',
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
  mainsBreak: 'line',
  moduleSupply: 'shared',
  sizeFor: 'cost',
  restDays: 14,
  serviceYears: 5,
};
