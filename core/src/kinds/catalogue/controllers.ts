/** Controller boards of the shelf; invented, with limits usual for their class. */
export const CONTROLLER_IDS = ['board-5v', 'board-3v3', 'board-3v3-radio'] as const;

/** What a pin does from power-up until the program runs. */
export type BootState = 'floats' | 'pulled up' | 'pulled down' | 'pulses';

export interface ControllerType {
  /** Of the shelf, or a person's own. */
  readonly id: string;
  readonly name: string;
  readonly pinV: 3.3 | 5;
  /** Sustained current of one pin, its absolute limit, and of the whole chip, A. */
  readonly pinA: number;
  readonly pinMostA: number;
  readonly chipA: number;
  /** Its 5 V rail: what a computer's port leaves for it, what its own regulator gives from a supply, and what the board itself takes, A. */
  readonly portA: number;
  readonly regulatorA: number;
  readonly ownA: number;
  /** Most that its regulator bears at its input, V. */
  readonly inMostV: number;
  /** Resistance of a pull-up or pull-down inside, Ω. */
  readonly pullOhm: number;
  /** Pins in order, with what each does while booting; the rest float. */
  readonly pins: readonly string[];
  readonly boot: Readonly<Record<string, BootState>>;
  /** Pins that the upload link uses too. */
  readonly uploadPins: readonly string[];
  /** Pins that its program memory hangs on: nothing else may. */
  readonly memoryPins: readonly string[];
  readonly bootS: number;
  readonly price: number;
}

const range = (letter: string, from: number, to: number) => Array.from({ length: to - from + 1 }, (_, at) => `${letter}${from + at}`);

export const CONTROLLERS: readonly ControllerType[] = [
  {
    id: 'board-5v',
    name: '5 V controller board',
    pinV: 5,
    pinA: 0.02,
    pinMostA: 0.04,
    chipA: 0.2,
    portA: 0.5,
    regulatorA: 0.5,
    ownA: 0.05,
    inMostV: 20,
    pullOhm: 35e3,
    pins: [...range('D', 0, 13), ...range('A', 0, 5)],
    boot: { D0: 'pulled up', D1: 'pulses', D13: 'pulses' },
    uploadPins: ['D0', 'D1'],
    memoryPins: [],
    bootS: 2,
    price: 14,
  },
  {
    id: 'board-3v3',
    name: '3.3 V controller board',
    pinV: 3.3,
    pinA: 0.008,
    pinMostA: 0.012,
    chipA: 0.05,
    portA: 0.5,
    regulatorA: 0.5,
    ownA: 0.04,
    inMostV: 20,
    pullOhm: 50e3,
    pins: range('G', 0, 22),
    boot: { G0: 'pulled up', G1: 'pulses' },
    uploadPins: ['G0', 'G1'],
    memoryPins: [],
    bootS: 1,
    price: 8,
  },
  {
    id: 'board-3v3-radio',
    name: '3.3 V controller board with radio',
    pinV: 3.3,
    pinA: 0.012,
    pinMostA: 0.02,
    chipA: 0.12,
    portA: 0.5,
    regulatorA: 0.6,
    ownA: 0.16,
    inMostV: 15,
    pullOhm: 45e3,
    pins: range('G', 0, 33),
    boot: { G0: 'pulled up', G2: 'pulled down', G4: 'pulled down', G5: 'pulled up', G12: 'pulled down', G14: 'pulses', G15: 'pulled up' },
    uploadPins: ['G1', 'G3'],
    memoryPins: range('G', 6, 11),
    bootS: 1.5,
    price: 11,
  },
];
export const bootState = (type: ControllerType, pin: string): BootState => type.boot[pin] ?? 'floats';
