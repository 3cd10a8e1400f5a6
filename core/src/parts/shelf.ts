import type { LoadKind } from '../design/schema.ts';
import { CONTACT_DERATING, CONTACT_DERATING_SOURCE } from '../reference/contact-derating.ts';
import { ofPart, type Source } from '../reference/source.ts';

/** Continuous direct-current rating of one throw at the coil's system voltage, A. */
export interface ThrowRating {
  readonly resistiveA: number;
  /** The part's own rating for a kind of load, where it gives one (steady running current). */
  readonly own: Partial<Readonly<Record<LoadKind, number>>>;
}

/** A plug-in relay. All parts are invented, with ratings usual for their class. */
export interface RelayType {
  readonly id: string;
  readonly name: string;
  readonly pins: 4 | 5;
  readonly coilV: 12 | 24;
  /** Coil resistance at 20 °C, Ω. */
  readonly coilOhm: number;
  /** Highest pull-in and lowest release voltage at 20 °C, V. */
  readonly pullInV: number;
  readonly releaseV: number;
  /** Rise of the coil above the air at continuous nominal voltage, K. */
  readonly coilRiseK: number;
  readonly contactOhm: number;
  readonly closing: ThrowRating;
  /** The throw closed at rest; null on four pins. */
  readonly resting: ThrowRating | null;
  /** Rating of socket and receptacle, A. */
  readonly terminalA: number;
}

const closing30: ThrowRating = { resistiveA: 30, own: { motor: 20, filament: 15, led: 20, solenoid: 15 } };
const closing40: ThrowRating = { resistiveA: 40, own: { motor: 28, filament: 20, led: 28, solenoid: 20 } };
const coil30 = { coilV: 12, coilOhm: 85, pullInV: 7.2, releaseV: 1.2, coilRiseK: 45, contactOhm: 0.004, terminalA: 30 } as const;
const coil40 = { coilV: 12, coilOhm: 90, pullInV: 7.2, releaseV: 1.2, coilRiseK: 45, contactOhm: 0.003, terminalA: 40 } as const;
const coil24 = { coilV: 24, coilOhm: 350, pullInV: 14.4, releaseV: 2.4, coilRiseK: 45, contactOhm: 0.005, terminalA: 30 } as const;

export const RELAYS: readonly RelayType[] = [
  { id: 'relay-12v-30a-4', name: '30 A plug-in relay, four-pin', pins: 4, closing: closing30, resting: null, ...coil30 },
  {
    id: 'relay-12v-30a-5',
    name: '30 A plug-in relay, five-pin',
    pins: 5,
    closing: closing30,
    resting: { resistiveA: 20, own: { motor: 10, filament: 10, led: 10, solenoid: 8 } },
    ...coil30,
  },
  { id: 'relay-12v-40a-4', name: '40 A plug-in relay, four-pin', pins: 4, closing: closing40, resting: null, ...coil40 },
  {
    id: 'relay-12v-40a-5',
    name: '40 A plug-in relay, five-pin',
    pins: 5,
    closing: closing40,
    resting: { resistiveA: 30, own: { motor: 18, filament: 12, led: 18, solenoid: 12 } },
    ...coil40,
  },
  {
    id: 'relay-24v-20a-4',
    name: '20 A plug-in relay, four-pin, 24 V',
    pins: 4,
    closing: { resistiveA: 20, own: { motor: 12, filament: 10, led: 12, solenoid: 8 } },
    resting: null,
    ...coil24,
  },
  {
    id: 'relay-24v-20a-5',
    name: '20 A plug-in relay, five-pin, 24 V',
    pins: 5,
    closing: { resistiveA: 20, own: { motor: 12, filament: 10, led: 12, solenoid: 8 } },
    resting: { resistiveA: 10, own: { motor: 6, filament: 5, led: 6, solenoid: 4 } },
    ...coil24,
  },
];

export function relayById(id: string): RelayType | undefined {
  return RELAYS.find((type) => type.id === id);
}

/** What a throw may carry of one kind of load, A, and where that number comes from. */
export function throwRating(type: RelayType, pin: '87' | '87a', kind: LoadKind): { ampere: number; source: Source } {
  const rating = pin === '87a' ? type.resting : type.closing;
  if (!rating) return { ampere: 0, source: ofPart(type.name) };
  if (kind === 'heater') return { ampere: rating.resistiveA, source: ofPart(type.name) };
  const own = rating.own[kind];
  if (own !== undefined) return { ampere: own, source: ofPart(type.name) };
  return { ampere: rating.resistiveA * CONTACT_DERATING[kind], source: CONTACT_DERATING_SOURCE };
}

/** Diode across a coil: reverse voltage and current well above any 12 V or 24 V coil. */
export const SUPPRESSION_DIODE = { name: 'Rectifier diode', reverseV: 400, forwardA: 1 } as const;
