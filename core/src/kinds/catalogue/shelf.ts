import type { ContactKind } from '../load/kind.ts';
import { LOADS, type LoadKind } from '../load/registry.ts';
import { FORM_FACTS, type OwnForm, type OwnRelay, isRelayForm } from './own-relay.ts';
import { SOLD_TIMES_S } from './own-usual.ts';
import { type OwnBoard, ownBoard } from './own-board.ts';
import type { OwnBox } from './own-box.ts';
import type { OwnConnector } from './own-connector.ts';
import type { OwnCutOut } from './own-cut-out.ts';
import type { OwnGuard } from './own-guard.ts';
import type { OwnHolder } from './own-holder.ts';
import { type OwnSocket, ownSocket } from './own-socket.ts';
import { type OwnHeatsink, ownHeatsink } from './own-heatsink.ts';
import { CONNECTORS, CONTACT_DERATING_SOURCE, type Source, TERMINAL_MOST_MM2, ofPart } from '../../reference/index.ts';
import { CONTROLLERS, type ControllerType } from './controllers.ts';
import { HEATSINKS, type HeatsinkType } from './heatsinks.ts';

/** Continuous direct-current rating of one throw at the coil's system voltage, A. */
export interface ThrowRating {
  /** 0 where it has no rating for direct current. */
  readonly resistiveA: number;
  /** The part's own rating for a kind of load, where it gives one (steady running current). */
  readonly own: Partial<Readonly<Record<ContactKind, number>>>;
  /** Direct voltage to which it holds, V, where the part says it. */
  readonly mostV?: number;
  /** For alternating current to `mostV`; what is not given has no such rating. */
  readonly ac?: { readonly resistiveA: number; readonly own: Partial<Readonly<Record<ContactKind, number>>>; readonly mostV: number };
}

/** What a relay module adds to a relay: an input with its driver, and copper on a board. */
export interface ModuleType {
  /** Series resistor of an input and what its diodes drop, Ω and V. */
  readonly inputOhm: number;
  readonly inputV: number;
  /** Input current from which its driver switches the relay, and below which it lets go, A. */
  readonly closesA: number;
  readonly opensA: number;
  /** An optocoupler between input and relay; without one the two share the ground. */
  readonly opto: boolean;
  /** Its weakest track, width and copper, mm and µm. */
  readonly trackMm: number;
  readonly copperUm: number;
  readonly terminalA: number;
}

/** The output of a solid-state relay. */
export interface SolidType {
  readonly switches: 'ac' | 'dc';
  readonly firing: 'zero crossing' | 'any time' | 'phase angle';
  /** Lost across it while on, V. */
  readonly onV: number;
  /** Through it while off, A, at its rated voltage. */
  readonly leakA: number;
  readonly ratedV: number;
  /** Least load that keeps it on, A. */
  readonly leastA: number;
  readonly junctionC: number;
  /** Junction to case, and case to heatsink with paste, K/W. */
  readonly caseKPerW: number;
  readonly pasteKPerW: number;
  /** What its output bears of a short, A²s; left out where nobody knows. */
  readonly i2t?: number | undefined;
}

/** One set of contacts by its pin names; `resting` is closed with no coil power. */
export interface Pole {
  readonly common: string;
  readonly closing: string;
  readonly resting: string | null;
  /** A second pin that is joined to the closing one inside; left out of most. */
  readonly twin?: string;
}

/** A relay. All parts are invented, with ratings usual for their class. */
export interface RelayType {
  readonly id: string;
  readonly name: string;
  /** `power` switches loads; the others serve a clause: plain logic, its delays, its toggles, a controller's pin. */
  readonly duty: 'power' | 'logic' | 'timer' | 'step' | 'pin';
  readonly poles: readonly Pole[];
  /** Coil pins; the first is the positive one by convention. */
  readonly coil: readonly [plus: string, minus: string];
  readonly coilV: number;
  /** Kind of current that its coil or input is made for; left out where its voltage says so: below 100 V direct, above alternating. */
  readonly coilFor?: 'ac' | 'dc';
  /** How it is built: what else may take its place. */
  readonly build?: 'module' | 'contactor' | 'solid' | 'board' | 'sensing';
  /** Whether small contacts clip onto its side, which its armature moves too. */
  readonly auxiliary?: true;
  readonly module?: ModuleType;
  readonly solid?: SolidType;
  /** Of a time relay: what it waits with, and the times that it can be set to, s. */
  readonly timer?: NonNullable<OwnRelay['timer']>;
  /** Coil resistance at 20 °C, Ω. */
  readonly coilOhm: number;
  /** Highest pull-in and lowest release voltage at 20 °C, V. */
  readonly pullInV: number;
  readonly releaseV: number;
  /** Rise of the coil above the air at continuous nominal voltage, K. */
  readonly coilRiseK: number;
  readonly contactOhm: number;
  readonly closing: ThrowRating;
  /** The throw closed at rest; null where there is none. */
  readonly resting: ThrowRating | null;
  /** Highest voltage that the coil bears for good, V. */
  readonly coilMostV: number;
  /** What is inside it across its coil; nothing where it is left out. */
  readonly builtIn?: 'diode' | 'resistor';
  /** Inductance of the coil with the armature pulled in, H. */
  readonly coilHenry: number;
  readonly socket: SocketKind;
  /** In the shelf's own money; invented, as the part is. */
  readonly price: number;
}

/** Whether small contacts of its maker's clip onto its side: contactors and power relays on studs, and none that senses by itself (common practice). */
export const takesAuxiliary = ({ auxiliary }: RelayType): boolean => auxiliary === true;
/** Whether it is a plug-in relay with a second set of contacts, which may work something else than its load. */
export const hasSecondPole = ({ build, poles }: RelayType): boolean => build === undefined && poles.length > 1;

/** How a relay is held: blades in receptacles, round pins, or soldered to a board. */
export type SocketKind = 'blade' | 'blade-wide' | 'eight-pin' | 'board' | 'module' | 'screw' | 'stud-m8' | 'stud-m10';

export interface SocketType {
  readonly id: string;
  readonly name: string;
  readonly fits: SocketKind;
  /** What each of its receptacles bears, A (6.3 mm blades from memory: about 30 A). */
  readonly terminalA: number;
  /** Largest wire that they take, mm². */
  readonly mostMm2: number;
  readonly price: number;
}

export const SOCKETS: readonly SocketType[] = [
  { id: 'socket-blade-30', name: 'Socket, 6.3 mm receptacles', fits: 'blade', terminalA: 30, mostMm2: TERMINAL_MOST_MM2.blade, price: 1.6 },
  {
    id: 'socket-blade-40',
    name: 'Socket, heavy load receptacles',
    fits: 'blade',
    terminalA: 40,
    mostMm2: TERMINAL_MOST_MM2.heavy,
    price: 2.9,
  },
  {
    id: 'socket-wide-70',
    name: 'Socket, 9.5 mm load receptacles',
    fits: 'blade-wide',
    terminalA: 70,
    mostMm2: TERMINAL_MOST_MM2.wide,
    price: 4.8,
  },
  {
    id: 'socket-pin-16',
    name: 'Eight-pin socket, screw terminals',
    fits: 'eight-pin',
    terminalA: 16,
    mostMm2: TERMINAL_MOST_MM2.clamp,
    price: 3.4,
  },
  {
    id: 'socket-module-10',
    name: 'Screw terminals of the module',
    fits: 'module',
    terminalA: 10,
    mostMm2: TERMINAL_MOST_MM2.clamp,
    price: 0,
  },
  {
    id: 'socket-module-16',
    name: 'Large screw terminals of the module',
    fits: 'module',
    terminalA: 16,
    mostMm2: TERMINAL_MOST_MM2.blade,
    price: 0,
  },
  { id: 'socket-screw-30', name: 'Screw terminals, 30 A', fits: 'screw', terminalA: 30, mostMm2: TERMINAL_MOST_MM2.heavy, price: 0 },
  { id: 'socket-screw-80', name: 'Screw terminals, 80 A', fits: 'screw', terminalA: 80, mostMm2: TERMINAL_MOST_MM2.ring, price: 0 },
  { id: 'socket-stud-200', name: 'Studs M8', fits: 'stud-m8', terminalA: 200, mostMm2: TERMINAL_MOST_MM2.ring, price: 0 },
  { id: 'socket-stud-300', name: 'Studs M10', fits: 'stud-m10', terminalA: 300, mostMm2: TERMINAL_MOST_MM2.ring, price: 0 },
  { id: 'socket-board-1', name: 'Soldered to a board', fits: 'board', terminalA: 1, mostMm2: TERMINAL_MOST_MM2.clamp, price: 0 },
];

/** Sockets that a relay fits: the shelf's, and those that the project brings along. */
export const socketsFor = (design: OwnParts, type: RelayType): readonly SocketType[] =>
  socketsOfProject(design).filter(({ fits }) => fits === type.socket);
export const socketsOfProject = ({ parts }: OwnParts): readonly SocketType[] => [...SOCKETS, ...ofForm('socket')({ parts }).map(ownSocket)];

/** The socket that a person named, where it fits; else the least of the shelf that bears what the relay's contact does. */
export function socketOf(design: OwnParts, type: RelayType, choice: string): SocketType {
  const named = socketsFor(design, type).find(({ id }) => id === choice);
  const fitting = SOCKETS.filter(({ fits }) => fits === type.socket);
  return named ?? fitting.find(({ terminalA }) => terminalA >= largestRating(type)) ?? fitting[fitting.length - 1]!;
}
/** Another relay in the place of a job's: in the socket that a person named, where it fits that one too. */
export function withRelay<D extends { readonly part: string; readonly socket: string }>(design: OwnParts, device: D, part: string): D {
  const type = relayOf(design, part);
  const keeps = type !== undefined && socketsFor(design, type).some(({ id }) => id === device.socket);
  return { ...device, part, socket: keeps ? device.socket : 'auto' };
}
/** The most that its contact is rated for, of either kind of current, A. */
export const largestRating = ({ closing }: Pick<RelayType, 'closing'>): number => Math.max(closing.resistiveA, closing.ac?.resistiveA ?? 0);

/** Terminal numbers after DIN 72552 for vehicles, EN 50005 for the rest. */
const four: readonly Pole[] = [{ common: '30', closing: '87', resting: null }];
const five: readonly Pole[] = [{ common: '30', closing: '87', resting: '87a' }];
const two: readonly Pole[] = [
  { common: '11', closing: '14', resting: '12' },
  { common: '21', closing: '24', resting: '22' },
];
/** Two pins that are one inside. */
const twin87: readonly Pole[] = [{ common: '30', closing: '87', resting: null, twin: '87b' }];
const vehicle = ['86', '85'] as const;
const industrial = ['A1', 'A2'] as const;

const closing30: ThrowRating = { resistiveA: 30, own: { motor: 20, filament: 15, led: 20, solenoid: 15 } };
const closing40: ThrowRating = { resistiveA: 40, own: { motor: 28, filament: 20, led: 28, solenoid: 20 } };
const closing20: ThrowRating = { resistiveA: 20, own: { motor: 12, filament: 10, led: 12, solenoid: 8 } };
const closing15: ThrowRating = { resistiveA: 15, own: { motor: 8, filament: 6, led: 8, solenoid: 6 } };
const signalContact: ThrowRating = { resistiveA: 0.5, own: {} };
const power12 = { duty: 'power', coil: vehicle, coilV: 12, pullInV: 7.2, releaseV: 1.2, coilRiseK: 45, socket: 'blade' } as const;
const coil30 = { ...power12, coilOhm: 85, contactOhm: 0.004, coilMostV: 15.6, coilHenry: 0.2, price: 4.2 } as const;
const coil40 = { ...power12, coilOhm: 90, contactOhm: 0.003, coilMostV: 16.8, coilHenry: 0.21, price: 5.8 } as const;
const coil24 = {
  ...power12,
  coilV: 24,
  coilOhm: 350,
  pullInV: 14.4,
  releaseV: 2.4,
  contactOhm: 0.005,
  coilMostV: 31.2,
  coilHenry: 0.8,
  price: 5.1,
} as const;
/** A coil of the same power for another voltage: four times the resistance for twice of it (common practice). */
const coilFor = (volt: number, base: { coilOhm: number; coilHenry: number }) =>
  ({
    coilV: volt,
    coilOhm: Number((base.coilOhm * (volt / 12) ** 2).toPrecision(3)),
    pullInV: Number((0.6 * volt).toPrecision(3)),
    releaseV: Number((0.1 * volt).toPrecision(3)),
    coilMostV: Number((1.3 * volt).toPrecision(3)),
    coilHenry: Number((base.coilHenry * (volt / 12) ** 2).toPrecision(3)),
  }) as const;
/** A plug-in relay with wide blades for its load (from memory, usual for its class). */
const wide = (volt: number) =>
  ({
    ...power12,
    ...coilFor(volt, { coilOhm: 80, coilHenry: 0.2 }),
    id: `relay-${volt}v-70a-4`,
    name: `70 A plug-in relay, four-pin, wide blades, ${volt} V`,
    poles: four,
    closing: { resistiveA: 70, own: { motor: 45, filament: 35, led: 45, solenoid: 30 } },
    resting: null,
    coilRiseK: 50,
    contactOhm: 0.0015,
    socket: 'blade-wide',
    price: volt === 12 ? 12.5 : 13.5,
  }) as const;
/** A power relay on studs, its contact with a magnet that blows the arc out (from memory, usual for its class). */
const onStuds = (ampere: number, mostV: number, volt: number, price: number) =>
  ({
    ...power12,
    ...coilFor(volt, { coilOhm: 16, coilHenry: 0.12 }),
    id: `relay-${volt}v-${ampere}a-stud`,
    name: `${ampere} A power relay on studs, ${volt} V coil`,
    poles: four,
    closing: { resistiveA: ampere, own: { motor: 0.6 * ampere, filament: 0.5 * ampere, led: 0.5 * ampere, solenoid: 0.5 * ampere }, mostV },
    resting: null,
    coilRiseK: 50,
    contactOhm: 0.0005,
    socket: ampere > 200 ? 'stud-m10' : 'stud-m8',
    price,
  }) as const;
const stud = (...of: Parameters<typeof onStuds>) => ({ ...onStuds(...of), auxiliary: true }) as const;
/** One that senses the voltage at its own stud: sensor, coil and diode in one housing, its black lead to ground (from memory). */
const sensing = (ampere: number, volt: number, price: number) =>
  ({
    ...onStuds(ampere, 60, volt, price),
    id: `relay-${volt}v-${ampere}a-sensing`,
    name: `${ampere} A voltage-sensing relay in one piece, ${volt} V`,
    build: 'sensing',
    builtIn: 'diode',
  }) as const;
const resting30 = { resistiveA: 20, own: { motor: 10, filament: 10, led: 10, solenoid: 8 } };
const resting40 = { resistiveA: 30, own: { motor: 18, filament: 12, led: 18, solenoid: 12 } };
const resting20 = { resistiveA: 10, own: { motor: 6, filament: 5, led: 6, solenoid: 4 } };
const resting15 = { resistiveA: 10, own: { motor: 5, filament: 4, led: 5, solenoid: 4 } };
const double = {
  poles: two,
  coil: industrial,
  closing: closing15,
  resting: resting15,
  contactOhm: 0.008,
  socket: 'eight-pin',
  price: 9.4,
} as const;
const coil12Small = { coilV: 12, coilMostV: 15.6, coilHenry: 0.9, coilOhm: 160, pullInV: 7.8, releaseV: 1.2, coilRiseK: 30 } as const;
const coil24Small = { coilV: 24, coilMostV: 31.2, coilHenry: 3.6, coilOhm: 640, pullInV: 15.6, releaseV: 2.4, coilRiseK: 30 } as const;
const smallCoil = (volt: number) => ({ ...coilFor(volt, coil12Small), pullInV: 0.65 * volt, coilRiseK: 30 }) as const;
/** What a contact with a small gap bears where the arc of direct current goes on: from memory, usual for its class to 60 V. */
const closingArc: ThrowRating = { resistiveA: 3, own: { motor: 1, filament: 1.5, led: 1.5, solenoid: 1 }, mostV: 60 };
const arcing = { closing: closingArc, resting: closingArc } as const;
const reed = {
  duty: 'pin',
  poles: [{ common: '11', closing: '14', resting: '12' }],
  coil: industrial,
  coilRiseK: 10,
  contactOhm: 0.1,
  closing: signalContact,
  resting: signalContact,
  coilHenry: 0.15,
  socket: 'board',
  price: 1.9,
} as const;

const openContact = (common: string, closing: string): Pole => ({ common, closing, resting: null });
const twoLines = [openContact('1', '2'), openContact('3', '4')];
const module10: ThrowRating = {
  resistiveA: 10,
  own: { motor: 2, filament: 2, led: 3, solenoid: 3 },
  ac: { resistiveA: 10, own: { motor: 2, filament: 2, led: 3, solenoid: 3 }, mostV: 250 },
};
const onModule = {
  duty: 'power',
  build: 'module',
  poles: [{ common: 'COM', closing: 'NO', resting: 'NC' }],
  coil: ['C+', 'C-'],
  coilRiseK: 35,
  contactOhm: 0.01,
  closing: module10,
  resting: module10,
  socket: 'module',
  module: {
    inputOhm: 1000,
    inputV: 1.2,
    closesA: 0.001,
    opensA: 0.0003,
    opto: true,
    trackMm: 3,
    copperUm: 35,
    terminalA: 10,
  },
} as const;
/** Alternating current alone: small gaps that do not put out the arc of a direct one. */
const lines = (ampere: number, motorA: number): ThrowRating => ({
  resistiveA: 0,
  own: {},
  ac: { resistiveA: ampere, own: { motor: motorA, filament: ampere / 2, led: ampere / 2, solenoid: ampere / 2 }, mostV: 440 },
});
const onScrews = {
  duty: 'power',
  build: 'contactor',
  poles: twoLines,
  coil: industrial,
  coilRiseK: 40,
  contactOhm: 0.003,
  closing: lines(25, 9),
  resting: null,
  socket: 'screw',
  price: 24,
} as const;
const contactor = { ...onScrews, auxiliary: true } as const;
/** Above 30 A, with the coil of their class (from memory: about 5 VA held in; pull-in at 80 % of the rated voltage, IEC 60947-4-1). */
const bigContactor = (volt: number, ampere: number, motorA: number) =>
  ({
    ...contactor,
    id: `contactor-${volt}v-2x${ampere}a`,
    name: `${ampere} A two-pole contactor, ${volt} V coil`,
    closing: lines(ampere, motorA),
    coilV: volt,
    coilOhm: Number((6000 * (volt / 240) ** 2).toPrecision(3)),
    pullInV: 0.8 * volt,
    releaseV: 0.2 * volt,
    coilMostV: Number((1.15 * volt).toPrecision(3)),
    coilHenry: Number((21 * (volt / 240) ** 2).toPrecision(3)),
    price: ampere > 40 ? 46 : 34,
  }) as const;
const solidInput = {
  duty: 'power',
  build: 'solid',
  poles: [openContact('1', '2')],
  coil: ['3', '4'],
  coilV: 12,
  coilOhm: 1500,
  pullInV: 3,
  releaseV: 1,
  coilMostV: 32,
  coilHenry: 1e-6,
  coilRiseK: 0,
  resting: null,
  socket: 'screw',
} as const;
const solidAc = { switches: 'ac', firing: 'zero crossing', onV: 1.2, leakA: 0.005, ratedV: 240, leastA: 0.1, junctionC: 125 } as const;
const solidRating = (ampere: number): ThrowRating => ({
  resistiveA: 0,
  own: {},
  ac: { resistiveA: ampere, own: { motor: 0.4 * ampere, filament: 0.5 * ampere, led: 0.4 * ampere, solenoid: 0.4 * ampere }, mostV: 280 },
});
const solid = (ampere: number, caseKPerW: number, price: number) =>
  ({
    ...solidInput,
    id: `ssr-ac-${ampere}a`,
    name: `${ampere} A solid-state relay`,
    closing: solidRating(ampere),
    contactOhm: 1.2 / ampere,
    solid: { ...solidAc, caseKPerW, pasteKPerW: 0.1 },
    price,
  }) as const;

const soldTimer = { waits: 'either', leastS: SOLD_TIMES_S.least, mostS: SOLD_TIMES_S.most } as const;
/** Relays for clauses at a voltage that few plug-in relays are made for. */
function helpers(volt: number): readonly RelayType[] {
  const throws = volt > 32 ? arcing : { closing: closing20, resting: resting20 };
  const made = (duty: 'logic' | 'timer' | 'step', name: string, price: number): RelayType => ({
    ...coil30,
    ...coilFor(volt, coil30),
    ...throws,
    ...{ id: `${duty}-${volt}v-5`, name: `${name}, five-pin, ${volt} V`, duty, poles: five, price },
    ...(duty === 'timer' && { timer: soldTimer }),
  });
  return [
    made('logic', `${throws.closing.resistiveA} A helper relay`, 6.4),
    made('timer', 'Time relay, 0.5 to 3600 s', 14),
    made('step', 'Stepping relay', 12),
  ];
}

export const RELAYS: readonly RelayType[] = [
  { id: 'relay-12v-30a-4', name: '30 A plug-in relay, four-pin', poles: four, closing: closing30, resting: null, ...coil30 },
  {
    id: 'relay-12v-30a-5',
    name: '30 A plug-in relay, five-pin',
    poles: five,
    closing: closing30,
    resting: resting30,
    ...coil30,
    price: 4.6,
  },
  { id: 'relay-12v-40a-4', name: '40 A plug-in relay, four-pin', poles: four, closing: closing40, resting: null, ...coil40 },
  {
    id: 'relay-12v-40a-5',
    name: '40 A plug-in relay, five-pin',
    poles: five,
    closing: closing40,
    resting: resting40,
    ...coil40,
    price: 6.3,
  },
  {
    id: 'relay-12v-40a-2x87',
    name: '40 A plug-in relay, two 87 pins',
    poles: twin87,
    closing: closing40,
    resting: null,
    ...coil40,
    price: 6.1,
  },
  { id: 'relay-24v-20a-4', name: '20 A plug-in relay, four-pin, 24 V', poles: four, closing: closing20, resting: null, ...coil24 },
  {
    id: 'relay-24v-20a-5',
    name: '20 A plug-in relay, five-pin, 24 V',
    poles: five,
    closing: closing20,
    resting: resting20,
    ...coil24,
    price: 5.6,
  },
  {
    id: 'relay-6v-30a-4',
    name: '30 A plug-in relay, four-pin, 6 V',
    poles: four,
    closing: closing30,
    resting: null,
    ...coil30,
    ...coilFor(6, coil30),
    price: 4.9,
  },
  {
    id: 'relay-6v-30a-5',
    name: '30 A plug-in relay, five-pin, 6 V',
    poles: five,
    closing: closing30,
    resting: resting30,
    ...coil30,
    ...coilFor(6, coil30),
    price: 5.3,
  },
  wide(12),
  wide(24),
  sensing(140, 12, 44),
  sensing(140, 24, 52),
  stud(150, 60, 6, 38),
  stud(150, 60, 12, 38),
  stud(150, 60, 24, 38),
  stud(150, 96, 36, 48),
  stud(150, 96, 48, 52),
  stud(150, 120, 72, 64),
  stud(150, 120, 96, 68),
  stud(300, 60, 12, 86),
  stud(300, 60, 24, 86),
  stud(300, 96, 48, 98),
  { id: 'relay-12v-2x15a-8', name: '15 A two-pole relay, eight-pin', duty: 'power', ...double, ...coil12Small },
  { id: 'relay-24v-2x15a-8', name: '15 A two-pole relay, eight-pin, 24 V', duty: 'power', ...double, ...coil24Small },
  { id: 'relay-6v-2x15a-8', name: '15 A two-pole relay, eight-pin, 6 V', duty: 'power', ...double, ...smallCoil(6) },
  { id: 'relay-36v-2x3a-8', name: '3 A two-pole relay, eight-pin, 36 V', duty: 'power', ...double, ...smallCoil(36), ...arcing },
  { id: 'relay-48v-2x3a-8', name: '3 A two-pole relay, eight-pin, 48 V', duty: 'power', ...double, ...smallCoil(48), ...arcing },
  {
    ...onModule,
    id: 'module-5v-10a',
    name: '10 A relay module, 5 V',
    coilV: 5,
    coilOhm: 70,
    pullInV: 3.75,
    releaseV: 0.5,
    coilMostV: 6.5,
    coilHenry: 0.06,
    price: 2.1,
  },
  {
    ...onModule,
    id: 'module-5v-16a',
    name: '16 A relay module, 5 V, tinned wide tracks',
    coilV: 5,
    coilOhm: 62,
    pullInV: 3.75,
    releaseV: 0.5,
    coilMostV: 6.5,
    coilHenry: 0.05,
    closing: { ...module10, resistiveA: 16, ac: { ...module10.ac!, resistiveA: 16 } },
    resting: module10,
    module: { ...onModule.module, trackMm: 9, copperUm: 70, terminalA: 16 },
    socket: 'module',
    price: 4.9,
  },
  {
    ...onModule,
    id: 'module-12v-10a',
    name: '10 A relay module, 12 V',
    coilV: 12,
    coilOhm: 400,
    pullInV: 9,
    releaseV: 1.2,
    coilMostV: 15.6,
    coilHenry: 0.35,
    price: 2.4,
  },
  {
    ...contactor,
    id: 'contactor-230v-2x25a',
    name: '25 A two-pole contactor, 230 V coil',
    coilV: 230,
    coilOhm: 7700,
    pullInV: 184,
    releaseV: 46,
    coilMostV: 264,
    coilHenry: 20,
  },
  {
    ...contactor,
    id: 'contactor-120v-2x25a',
    name: '25 A two-pole contactor, 120 V coil',
    coilV: 120,
    coilOhm: 2100,
    pullInV: 96,
    releaseV: 24,
    coilMostV: 138,
    coilHenry: 5.5,
  },
  {
    ...contactor,
    id: 'contactor-240v-2x30a',
    name: '30 A two-pole contactor, 240 V coil',
    closing: lines(30, 12),
    coilV: 240,
    coilOhm: 8000,
    pullInV: 192,
    releaseV: 48,
    coilMostV: 276,
    coilHenry: 21,
  },
  bigContactor(120, 40, 18),
  bigContactor(230, 40, 18),
  bigContactor(240, 40, 18),
  bigContactor(230, 63, 30),
  bigContactor(240, 63, 30),
  {
    ...contactor,
    id: 'contactor-24v-2x25a',
    name: '25 A two-pole contactor, 24 V coil',
    coilV: 24,
    coilOhm: 180,
    pullInV: 18,
    releaseV: 4,
    coilMostV: 31.2,
    coilHenry: 0.6,
  },
  {
    ...contactor,
    id: 'contactor-24v-2x40a',
    name: '40 A two-pole contactor, 24 V coil',
    closing: lines(40, 18),
    coilV: 24,
    // Some 5 W (from memory: 3 to 6 W of a coil for direct current in its class).
    coilOhm: 115,
    pullInV: 18,
    releaseV: 4,
    coilMostV: 31.2,
    coilHenry: 0.5,
    price: 38,
  },
  {
    ...contactor,
    id: 'contactor-24vac-2x25a',
    name: '25 A two-pole contactor, 24 V~ coil',
    coilV: 24,
    coilFor: 'ac',
    // What it takes when it has pulled in, some 8 VA (from memory); from alternating current its iron chokes it.
    coilOhm: 72,
    pullInV: 19.2,
    releaseV: 4.8,
    coilMostV: 28.8,
    coilHenry: 0.2,
  },
  {
    ...onScrews,
    id: 'relay-12v-2x30a',
    name: '30 A two-pole power relay, 12 V coil',
    closing: lines(30, 10),
    coilV: 12,
    coilOhm: 86,
    pullInV: 7.2,
    releaseV: 1.2,
    coilMostV: 15.6,
    coilHenry: 0.2,
    price: 15,
  },
  {
    ...onScrews,
    ...coil12Small,
    id: 'relay-12v-2x16a-changeover',
    name: '16 A two-pole changeover power relay, 12 V coil',
    poles: two,
    contactOhm: 0.008,
    closing: lines(16, 5),
    resting: lines(16, 5),
    price: 17.5,
  },
  {
    ...onScrews,
    id: 'relay-5v-16a',
    name: '16 A power relay, 5 V coil',
    build: 'board',
    poles: [openContact('11', '14')],
    closing: lines(16, 3),
    coilV: 5,
    coilOhm: 62,
    pullInV: 3.75,
    releaseV: 0.5,
    coilMostV: 6.5,
    coilHenry: 0.06,
    price: 3.8,
  },
  solid(25, 0.9, 12),
  solid(40, 0.6, 16),
  solid(80, 0.35, 29),
  {
    ...solidInput,
    id: 'ssr-dc-40a',
    name: '40 A solid-state relay for direct current',
    closing: { resistiveA: 40, own: { motor: 16, filament: 20, led: 20, solenoid: 16 } },
    contactOhm: 0.02,
    solid: {
      switches: 'dc',
      firing: 'any time',
      onV: 0.8,
      leakA: 0.001,
      ratedV: 60,
      leastA: 0.02,
      junctionC: 150,
      caseKPerW: 0.6,
      pasteKPerW: 0.1,
    },
    price: 18,
  },
  {
    ...solid(80, 0.35, 34),
    id: 'phase-ac-80a',
    name: '80 A phase-angle regulator',
    solid: { ...solidAc, firing: 'phase angle', caseKPerW: 0.35, pasteKPerW: 0.1 },
  },
  // For clauses only: their contacts carry coil current.
  {
    id: 'logic-12v-5',
    name: '20 A helper relay, five-pin',
    ...coil30,
    duty: 'logic',
    poles: five,
    closing: closing20,
    resting: resting20,
  },
  {
    id: 'logic-24v-5',
    name: '10 A helper relay, five-pin, 24 V',
    ...coil24,
    duty: 'logic',
    poles: five,
    closing: closing20,
    resting: resting20,
  },
  ...[6, 36, 48].flatMap((volt) => helpers(volt)),
  {
    id: 'timer-12v-5',
    name: 'Time relay, 0.5 to 3600 s, five-pin',
    ...coil30,
    duty: 'timer',
    timer: soldTimer,
    poles: five,
    closing: closing20,
    resting: resting20,
  },
  {
    id: 'timer-24v-5',
    name: 'Time relay, 0.5 to 3600 s, five-pin, 24 V',
    ...coil24,
    duty: 'timer',
    timer: soldTimer,
    poles: five,
    closing: closing20,
    resting: resting20,
  },
  { id: 'step-12v-5', name: 'Stepping relay, five-pin', ...coil30, duty: 'step', poles: five, closing: closing20, resting: resting20 },
  {
    id: 'step-24v-5',
    name: 'Stepping relay, five-pin, 24 V',
    ...coil24,
    duty: 'step',
    poles: five,
    closing: closing20,
    resting: resting20,
  },
  { id: 'reed-5v', name: 'Reed relay, 5 V', ...reed, coilV: 5, coilMostV: 6.5, coilOhm: 500, pullInV: 3.5, releaseV: 0.75 },
  { id: 'reed-3v3', name: 'Reed relay, 3.3 V', ...reed, coilV: 3.3, coilMostV: 4.3, coilOhm: 330, pullInV: 2.3, releaseV: 0.5 },
];

/** Relays that a job's sentence may name. */
export const POWER_RELAYS: readonly RelayType[] = RELAYS.filter(({ duty }) => duty === 'power');

/** The shelf's relay of a duty for a system voltage; the two-pole one for logic that needs two contacts. */
export function servingRelay(duty: 'logic' | 'timer' | 'step', coilV: number, poles: 1 | 2 = 1): RelayType {
  return RELAYS.find((type) => (poles === 2 ? type.poles.length === 2 : type.duty === duty) && type.coilV === coilV)!;
}

/** Duties of helper relays that a job may have a part of its own for. */
export const HELPER_DUTIES = ['logic', 'timer', 'step'] as const;
export type HelperDuty = (typeof HELPER_DUTIES)[number];
/** Forms that may do each: plain logic wants a throw that rests closed beside one that closes. */
const HELPER_FORMS: Readonly<Record<HelperDuty, readonly OwnForm[]>> = { logic: ['five', 'two-pole'], timer: ['timer'], step: ['step'] };
const mayHelp = ({ form }: { readonly form: string }, duty: HelperDuty): boolean => HELPER_FORMS[duty].some((one) => one === form);

/** Relays of a person's own that may serve as a helper of a duty. */
export const helpersOf = ({ parts }: OwnParts, duty: HelperDuty): readonly RelayType[] =>
  parts.flatMap((part) => (isRelay(part) && mayHelp(part, duty) ? [{ ...ownRelay(part), duty }] : []));

/** Whether there are helper relays for a voltage. */
export const servesLogic = (coilV: number): boolean => RELAYS.some((type) => type.duty === 'logic' && type.coilV === coilV);

/** The reed relay for a controller's pin. */
export function pinRelay(volt: number): RelayType {
  return RELAYS.find((type) => type.duty === 'pin' && type.coilV === volt)!;
}

/** Throw pins of a relay that rest closed, and those that close. */
export const isResting = (type: RelayType, pin: string): boolean => type.poles.some(({ resting }) => resting === pin);
export const hasResting = (type: RelayType): boolean => type.poles.some(({ resting }) => resting !== null);
/** The common pin of a throw. */
export const commonOf = (type: RelayType, pin: string): string =>
  type.poles.find(({ closing, resting }) => closing === pin || resting === pin)!.common;

type BuiltAs = Pick<RelayType, 'poles' | 'coil' | 'socket' | 'build' | 'builtIn' | 'auxiliary'>;
const FORMS: Readonly<Record<OwnForm, BuiltAs>> = {
  four: { poles: four, coil: vehicle, socket: 'blade' },
  five: { poles: five, coil: vehicle, socket: 'blade' },
  twin: { poles: twin87, coil: vehicle, socket: 'blade' },
  'two-pole': { poles: two, coil: industrial, socket: 'eight-pin' },
  stud: { poles: four, coil: vehicle, socket: 'stud-m8', auxiliary: true },
  // Its electronics take the coil's current.
  sensing: { poles: four, coil: vehicle, socket: 'stud-m8', build: 'sensing', builtIn: 'diode' },
  module: { poles: onModule.poles, coil: onModule.coil, socket: onModule.socket, build: 'module' },
  contactor: { poles: twoLines, coil: industrial, socket: 'screw', build: 'contactor', auxiliary: true },
  'contactor-one': { poles: twoLines.slice(0, 1), coil: industrial, socket: 'screw', build: 'contactor', auxiliary: true },
  'contactor-three': {
    poles: [...twoLines, openContact('5', '6')],
    coil: industrial,
    socket: 'screw',
    build: 'contactor',
    auxiliary: true,
  },
  changeover: { poles: two, coil: industrial, socket: 'screw', build: 'contactor' },
  'solid-ac': { poles: solidInput.poles, coil: solidInput.coil, socket: 'screw', build: 'solid' },
  'solid-dc': { poles: solidInput.poles, coil: solidInput.coil, socket: 'screw', build: 'solid' },
  timer: { poles: five, coil: vehicle, socket: 'blade' },
  step: { poles: five, coil: vehicle, socket: 'blade' },
};
/** An input lets go at about a third of what it switches at, and its diodes drop this much (from memory), V. */
const MODULE_LETS_GO = 0.3;
const MODULE_INPUT_V = 1.2;

/** A person's own part as the shelf has its own. */
export function ownRelay({ form, module, solid, timer, builtIn, coilFor, label: _label, assumed, ...own }: OwnRelay): RelayType {
  // What the data sheet leaves out is left out, so that a rating that is not there is derated and not read as none.
  const kinds = (of: OwnRelay['closing']['own']) => Object.fromEntries(Object.entries(of).filter(([, ampere]) => ampere !== undefined));
  const rating = ({ resistiveA, own: ofKinds, mostV, ac }: OwnRelay['closing']): ThrowRating => ({
    resistiveA,
    own: kinds(ofKinds),
    ...(mostV !== undefined && { mostV }),
    ...(ac && { ac: { ...ac, own: kinds(ac.own) } }),
  });
  return {
    ...own,
    ...FORMS[form],
    // What carries more than a stud of M8 has larger ones.
    ...(FORMS[form].socket === 'stud-m8' && own.closing.resistiveA > 200 && { socket: 'stud-m10' as const }),
    ...(module && { module: { ...module, inputV: MODULE_INPUT_V, opensA: module.closesA * MODULE_LETS_GO } }),
    ...(timer && { timer }),
    ...(builtIn && { builtIn }),
    ...(coilFor && { coilFor }),
    ...(solid && {
      solid: {
        ...solid,
        switches: form === 'solid-dc' ? ('dc' as const) : ('ac' as const),
        // What nobody read from its sheet is no number to judge a short by.
        ...(assumed.includes('solid.i2t') && { i2t: undefined }),
      },
    }),
    duty: FORM_FACTS[form].serves ?? 'power',
    closing: rating(own.closing),
    resting: own.resting && rating(own.resting),
  };
}

/** What a project brings along of its own. */
export interface OwnParts {
  readonly parts: readonly (OwnRelay | OwnBoard | OwnHeatsink | OwnGuard | OwnSocket | OwnBox | OwnHolder | OwnConnector | OwnCutOut)[];
}

/** Relays that a sentence of the project may name: the shelf's, and those that it brings along. */
export function powerRelays({ parts }: OwnParts): readonly RelayType[] {
  const own = parts.flatMap((part) => (isRelay(part) && FORM_FACTS[part.form].serves === undefined ? [ownRelay(part)] : []));
  return own.length === 0 ? POWER_RELAYS : [...POWER_RELAYS, ...own];
}

const isRelay = (part: OwnParts['parts'][number]): part is OwnRelay => isRelayForm(part.form);

/** Whether a part of the shelf has this id, so that no own one may. */
export const isOfShelf = (id: string): boolean =>
  [...POWER_RELAYS, ...CONTROLLERS, ...HEATSINKS, ...SOCKETS].some((part) => part.id === id) || Object.hasOwn(CONNECTORS, id);

/** Boards that a project may have: the shelf's, and those that it brings along. */
export const boardsOf = ({ parts }: OwnParts): readonly ControllerType[] => [...CONTROLLERS, ...ofForm('board')({ parts }).map(ownBoard)];
/** @throws where the project knows no such board: its document is refused before. */
export function controllerType(design: OwnParts, id: string): ControllerType {
  const type = boardsOf(design).find((one) => one.id === id);
  if (!type) throw new Error(`no board "${id}"`);
  return type;
}
/** Parts of one form that the project brings along. */
const ofForm =
  <F extends UsedForm>(form: F) =>
  ({ parts }: OwnParts): readonly Extract<OwnParts['parts'][number], { form: F }>[] =>
    parts.filter((part): part is Extract<typeof part, { form: F }> => part.form === form);
type UsedForm = OwnParts['parts'][number]['form'];
/** Fuses and breakers, their holders, and boxes that the project brings along, beside the shelf's own kinds. */
export const [guardsOf, holdersOf, boxesOf] = [ofForm('guard'), ofForm('holder'), ofForm('box')];
/** The one of a job, or of a place; null where it has one of the shelf's kinds. */
const named =
  <P extends { readonly id: string }>(of: (design: OwnParts) => readonly P[]) =>
  (design: OwnParts, id: string): P | null =>
    of(design).find((one) => one.id === id) ?? null;
export const [guardOf, holderOf, boxOf] = [named(guardsOf), named(holdersOf), named(boxesOf)];
/** Heatsinks that a job may have, none among them: the shelf's, and those that the project brings along. */
export const heatsinksOf = ({ parts }: OwnParts): readonly HeatsinkType[] => [
  ...HEATSINKS,
  ...ofForm('heatsink')({ parts }).map(ownHeatsink),
];
/** @throws where the project knows no such heatsink: its document is refused before. */
export function heatsinkOf(design: OwnParts, id: string): HeatsinkType {
  const sink = heatsinksOf(design).find((one) => one.id === id);
  if (!sink) throw new Error(`no heatsink "${id}"`);
  return sink;
}

/** What takes the spike of a coil: what is inside the relay, or else what a job puts across it. */
export const acrossCoil = <S extends string>({ builtIn }: RelayType, chosen: S): S | 'diode' | 'resistor' => builtIn ?? chosen;

/** Whether one may take the other's place with no other change to the wiring. */
export const alikeBuilt = (a: RelayType, b: RelayType): boolean =>
  a.build === b.build && a.solid?.switches === b.solid?.switches && a.solid?.firing === b.solid?.firing;

export function relayOf(design: OwnParts, id: string): RelayType | undefined {
  return powerRelays(design).find((type) => type.id === id);
}

/** What a throw may carry of one kind of load, A, and where that number comes from; 0 where it has no rating for that current. */
export function throwRating(type: RelayType, pin: string, kind: LoadKind, current: 'ac' | 'dc' = 'dc'): { ampere: number; source: Source } {
  const throws = isResting(type, pin) ? type.resting : type.closing;
  const rating = current === 'ac' ? throws?.ac : throws;
  if (!rating) return { ampere: 0, source: ofPart(type.name) };
  const { contact, derating } = LOADS[kind];
  if (derating === 1) return { ampere: rating.resistiveA, source: ofPart(type.name) };
  const own = contact === null ? undefined : rating.own[contact];
  if (own !== undefined) return { ampere: own, source: ofPart(type.name) };
  return { ampere: rating.resistiveA * derating, source: CONTACT_DERATING_SOURCE };
}
