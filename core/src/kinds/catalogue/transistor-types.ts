export const TRANSISTOR_IDS = ['npn-1a', 'darlington-0a5', 'opto-darlington', 'mosfet-logic-10a', 'mosfet-power-20a'] as const;
export type TransistorId = (typeof TRANSISTOR_IDS)[number];

/** Transistors of the shelf; invented, with ratings usual for their class. */
interface Common {
  readonly id: TransistorId;
  readonly name: string;
  /** Input, output, ground. */
  readonly pins: readonly [string, string, string];
  /** Largest current and voltage that it switches, A and V. */
  readonly mostA: number;
  readonly mostV: number;
  readonly price: number;
}

export type TransistorType =
  | (Common & {
      readonly kind: 'bipolar';
      /** Least current gain, base–emitter voltage, and collector–emitter voltage in saturation at a forced gain of `forcedGain`, V. */
      readonly gain: number;
      readonly baseV: number;
      readonly saturationV: number;
      readonly forcedGain: number;
    })
  | (Common & {
      readonly kind: 'mosfet';
      /** Gate–source voltage at which its resistance is given, V, and that resistance, Ω. */
      readonly gateV: number;
      readonly onOhm: number;
    })
  | (Common & {
      readonly kind: 'opto';
      /** Its diode's other end; the first of its pins is the anode. */
      readonly cathode: string;
      /** Drop of its diode, V, and what that bears for good, A. */
      readonly ledV: number;
      readonly ledMostA: number;
      /** Least output current for each ampere in its diode, and what its output drops while it is saturated, V. */
      readonly transferRatio: number;
      readonly saturationV: number;
    });

export const TRANSISTORS: readonly TransistorType[] = [
  {
    id: 'darlington-0a5',
    name: 'Channel of a darlington array, 0.5 A, 50 V',
    kind: 'bipolar',
    pins: ['IN', 'OUT', 'COM'],
    mostA: 0.5,
    mostV: 50,
    gain: 1000,
    baseV: 1.4,
    saturationV: 1,
    forcedGain: 250,
    price: 0.2,
  },
  {
    id: 'opto-darlington',
    name: 'Optocoupler with a darlington output, 0.25 A, 50 V',
    kind: 'opto',
    pins: ['A', 'C', 'E'],
    cathode: 'K',
    mostA: 0.25,
    mostV: 50,
    ledV: 1.2,
    ledMostA: 0.05,
    transferRatio: 30,
    saturationV: 1,
    price: 0.9,
  },
  {
    id: 'npn-1a',
    name: 'NPN transistor, 1 A, 60 V',
    kind: 'bipolar',
    pins: ['B', 'C', 'E'],
    mostA: 1,
    mostV: 60,
    gain: 100,
    baseV: 0.75,
    saturationV: 0.25,
    forcedGain: 20,
    price: 0.3,
  },
  {
    id: 'mosfet-logic-10a',
    name: 'MOSFET for logic levels, 10 A, 60 V, 30 mΩ at 2.5 V',
    kind: 'mosfet',
    pins: ['G', 'D', 'S'],
    mostA: 10,
    mostV: 60,
    gateV: 2.5,
    onOhm: 0.03,
    price: 1.1,
  },
  {
    id: 'mosfet-power-20a',
    name: 'MOSFET, 20 A, 60 V, 20 mΩ at 10 V',
    kind: 'mosfet',
    pins: ['G', 'D', 'S'],
    mostA: 20,
    mostV: 60,
    gateV: 10,
    onOhm: 0.02,
    price: 0.9,
  },
];
export const transistorById = (id: TransistorId): TransistorType => TRANSISTORS.find((type) => type.id === id)!;

type TransistorOf<K extends TransistorType['kind']> = Extract<TransistorType, { kind: K }>;
export const isBipolar = (type: TransistorType): type is TransistorOf<'bipolar'> => type.kind === 'bipolar';
export const isMosfet = (type: TransistorType): type is TransistorOf<'mosfet'> => type.kind === 'mosfet';
export const isOpto = (type: TransistorType): type is TransistorOf<'opto'> => type.kind === 'opto';
