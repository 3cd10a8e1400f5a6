import type { LoadKind } from '../design/schema.ts';
import { CONTACT_DERATING, CONTACT_DERATING_SOURCE } from '../reference/contact-derating.ts';
import { ofPart, type Source } from '../reference/source.ts';

/** Continuous direct-current rating of one throw at the coil's system voltage, A. */
export interface ThrowRating {
  readonly resistiveA: number;
  /** The part's own rating for a kind of load, where it gives one (steady running current). */
  readonly own: Partial<Readonly<Record<LoadKind, number>>>;
}

/** One set of contacts by its pin names; `resting` is closed with no coil power. */
export interface Pole {
  readonly common: string;
  readonly closing: string;
  readonly resting: string | null;
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
  readonly coilV: 3.3 | 5 | 12 | 24;
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
  /** Rating of socket and receptacle, A. */
  readonly terminalA: number;
}

/** Terminal numbers after DIN 72552 for vehicles, EN 50005 for the rest. */
const four: readonly Pole[] = [{ common: '30', closing: '87', resting: null }];
const five: readonly Pole[] = [{ common: '30', closing: '87', resting: '87a' }];
const two: readonly Pole[] = [
  { common: '11', closing: '14', resting: '12' },
  { common: '21', closing: '24', resting: '22' },
];
const vehicle = ['86', '85'] as const;
const industrial = ['A1', 'A2'] as const;

const closing30: ThrowRating = { resistiveA: 30, own: { motor: 20, filament: 15, led: 20, solenoid: 15 } };
const closing40: ThrowRating = { resistiveA: 40, own: { motor: 28, filament: 20, led: 28, solenoid: 20 } };
const closing20: ThrowRating = { resistiveA: 20, own: { motor: 12, filament: 10, led: 12, solenoid: 8 } };
const closing15: ThrowRating = { resistiveA: 15, own: { motor: 8, filament: 6, led: 8, solenoid: 6 } };
const signalContact: ThrowRating = { resistiveA: 0.5, own: {} };
const power12 = { duty: 'power', coil: vehicle, coilV: 12, pullInV: 7.2, releaseV: 1.2, coilRiseK: 45 } as const;
const coil30 = { ...power12, coilOhm: 85, contactOhm: 0.004, terminalA: 30 } as const;
const coil40 = { ...power12, coilOhm: 90, contactOhm: 0.003, terminalA: 40 } as const;
const coil24 = { ...power12, coilV: 24, coilOhm: 350, pullInV: 14.4, releaseV: 2.4, contactOhm: 0.005, terminalA: 30 } as const;
const resting30 = { resistiveA: 20, own: { motor: 10, filament: 10, led: 10, solenoid: 8 } };
const resting40 = { resistiveA: 30, own: { motor: 18, filament: 12, led: 18, solenoid: 12 } };
const resting20 = { resistiveA: 10, own: { motor: 6, filament: 5, led: 6, solenoid: 4 } };
const resting15 = { resistiveA: 10, own: { motor: 5, filament: 4, led: 5, solenoid: 4 } };
const double = { poles: two, coil: industrial, closing: closing15, resting: resting15, contactOhm: 0.008, terminalA: 15 } as const;
const coil12Small = { coilV: 12, coilOhm: 160, pullInV: 8.4, releaseV: 1.2, coilRiseK: 30 } as const;
const coil24Small = { coilV: 24, coilOhm: 640, pullInV: 16.8, releaseV: 2.4, coilRiseK: 30 } as const;
const reed = {
  duty: 'pin',
  poles: [{ common: '11', closing: '14', resting: '12' }],
  coil: industrial,
  coilRiseK: 10,
  contactOhm: 0.1,
  closing: signalContact,
  resting: signalContact,
  terminalA: 1,
} as const;

export const RELAYS: readonly RelayType[] = [
  { id: 'relay-12v-30a-4', name: '30 A plug-in relay, four-pin', poles: four, closing: closing30, resting: null, ...coil30 },
  { id: 'relay-12v-30a-5', name: '30 A plug-in relay, five-pin', poles: five, closing: closing30, resting: resting30, ...coil30 },
  { id: 'relay-12v-40a-4', name: '40 A plug-in relay, four-pin', poles: four, closing: closing40, resting: null, ...coil40 },
  { id: 'relay-12v-40a-5', name: '40 A plug-in relay, five-pin', poles: five, closing: closing40, resting: resting40, ...coil40 },
  { id: 'relay-24v-20a-4', name: '20 A plug-in relay, four-pin, 24 V', poles: four, closing: closing20, resting: null, ...coil24 },
  { id: 'relay-24v-20a-5', name: '20 A plug-in relay, five-pin, 24 V', poles: five, closing: closing20, resting: resting20, ...coil24 },
  { id: 'relay-12v-2x15a-8', name: '15 A two-pole relay, eight-pin', duty: 'power', ...double, ...coil12Small },
  { id: 'relay-24v-2x15a-8', name: '15 A two-pole relay, eight-pin, 24 V', duty: 'power', ...double, ...coil24Small },
  // For clauses only: their contacts carry coil current.
  {
    id: 'logic-12v-5',
    name: '20 A helper relay, five-pin',
    ...coil30,
    duty: 'logic',
    poles: five,
    closing: closing20,
    resting: resting20,
    terminalA: 30,
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
  {
    id: 'timer-12v-5',
    name: 'Time relay, 0.5 to 3600 s, five-pin',
    ...coil30,
    duty: 'timer',
    poles: five,
    closing: closing20,
    resting: resting20,
  },
  {
    id: 'timer-24v-5',
    name: 'Time relay, 0.5 to 3600 s, five-pin, 24 V',
    ...coil24,
    duty: 'timer',
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
  { id: 'reed-5v', name: 'Reed relay, 5 V', ...reed, coilV: 5, coilOhm: 500, pullInV: 3.5, releaseV: 0.75 },
  { id: 'reed-3v3', name: 'Reed relay, 3.3 V', ...reed, coilV: 3.3, coilOhm: 330, pullInV: 2.3, releaseV: 0.5 },
];

/** Relays that a job's sentence may name. */
export const POWER_RELAYS: readonly RelayType[] = RELAYS.filter(({ duty }) => duty === 'power');

/** The shelf's relay of a duty for a system voltage; the two-pole one for logic that needs two contacts. */
export function servingRelay(duty: 'logic' | 'timer' | 'step', coilV: number, poles: 1 | 2 = 1): RelayType {
  return RELAYS.find((type) => (poles === 2 ? type.poles.length === 2 : type.duty === duty) && type.coilV === coilV)!;
}

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

export function relayById(id: string): RelayType | undefined {
  return RELAYS.find((type) => type.id === id);
}

/** What a throw may carry of one kind of load, A, and where that number comes from. */
export function throwRating(type: RelayType, pin: string, kind: LoadKind): { ampere: number; source: Source } {
  const rating = isResting(type, pin) ? type.resting : type.closing;
  if (!rating) return { ampere: 0, source: ofPart(type.name) };
  if (kind === 'heater' || kind === 'battery') return { ampere: rating.resistiveA, source: ofPart(type.name) };
  const own = rating.own[kind];
  if (own !== undefined) return { ampere: own, source: ofPart(type.name) };
  return { ampere: rating.resistiveA * CONTACT_DERATING[kind], source: CONTACT_DERATING_SOURCE };
}

/** Across a coil or before one: reverse voltage and current well above any 12 V or 24 V coil. */
export const SMALL_DIODE = { name: 'Rectifier diode', reverseV: 400, forwardA: 1 } as const;
/** Before a lamp that feeds share. */
export const POWER_DIODE = { name: 'Power diode with heat sink', reverseV: 100, forwardA: 15 } as const;
