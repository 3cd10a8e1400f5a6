/** A controller board as a person types it from its data sheet. */
import { z } from 'zod';
import { positive } from '../../document/index.ts';
import { formatQuantity } from '../../quantity/index.ts';
import type { BootState, ControllerType } from './controllers.ts';
import { PRICE_FIELD, type OwnCard, ownBase } from './own-card.ts';

const MOST_PINS = 100;
const NUMBERED = /^([A-Z]{0,4})(\d{1,3})$/;
const PIN = /^[A-Z]{0,4}\d{1,3}$|^[A-Z]{1,6}$/;

/** Pins by name, `D0-D13 A0 A1`; a range between two of one letter is all between them. Null where a word is none. */
export function readPins(text: string): readonly string[] | null {
  const words = text
    .toUpperCase()
    .replace(/\s*[-–]\s*/g, '-')
    .split(/[\s,;]+/)
    .filter(Boolean);
  const pins: string[] = [];
  for (const word of words) {
    const [first, last, ...more] = word.split('-');
    if (more.length > 0 || !PIN.test(first!)) return null;
    if (last === undefined) pins.push(first!);
    else {
      const [from, to] = [NUMBERED.exec(first!), NUMBERED.exec(last)];
      if (!from || !to || (to[1] !== '' && from[1] !== to[1]) || Number(to[2]) < Number(from[2])) return null;
      for (let at = Number(from[2]); at <= Number(to[2]); at++) pins.push(`${from[1]}${at}`);
    }
  }
  return [...new Set(pins)];
}
const pinList = z
  .string()
  .max(300)
  .refine((text) => readPins(text) !== null, 'is not a list of pins: write D0-D13, A0, A1')
  .default('');
const ampere = positive.max(5);

/** What its pins do while it starts, by the field that names them. */
const BOOT: Readonly<Record<'pulledUp' | 'pulledDown' | 'pulses', BootState>> = {
  pulledUp: 'pulled up',
  pulledDown: 'pulled down',
  pulses: 'pulses',
};
const BOOT_FIELDS = Object.keys(BOOT) as (keyof typeof BOOT)[];

export const ownBoardSchema = z
  .strictObject({
    ...ownBase,
    form: z.literal('board'),
    pinV: z.union([z.literal(3.3), z.literal(5)]),
    pins: pinList,
    /** For good and at most of one pin, and of all together, A. */
    pinA: ampere,
    pinMostA: ampere,
    chipA: ampere,
    /** What its 5 V rail gets from a computer’s port and from its own regulator, and what it takes itself, A. */
    portA: ampere,
    regulatorA: ampere,
    ownA: positive.max(5),
    inMostV: positive.max(60),
    pullOhm: positive.max(1e6),
    bootS: z.number().min(0).max(120),
    pulledUp: pinList,
    pulledDown: pinList,
    pulses: pinList,
    uploadPins: pinList,
    memoryPins: pinList,
  })
  .superRefine((board, context) => {
    const say = (path: string, message: string) => context.addIssue({ code: 'custom', path: [path], message });
    const pins = readPins(board.pins) ?? [];
    if (pins.length === 0 || pins.length > MOST_PINS) say('pins', `a board has 1 to ${MOST_PINS} of them`);
    if (board.pinMostA < board.pinA) say('pinMostA', 'is below what a pin gives for good');
    if (board.chipA < board.pinA) say('chipA', 'is below what one pin gives');
    if (board.portA <= board.ownA) say('portA', 'leaves nothing for the board itself');
    if (board.regulatorA <= board.ownA) say('regulatorA', 'leaves nothing for the board itself');
    const seen = new Set<string>();
    for (const field of BOOT_FIELDS)
      for (const pin of readPins(board[field]) ?? []) {
        if (seen.has(pin)) say(field, `${pin} does another thing already`);
        seen.add(pin);
      }
    for (const field of [...BOOT_FIELDS, 'uploadPins', 'memoryPins'] as const)
      for (const pin of readPins(board[field]) ?? []) if (!pins.includes(pin)) say(field, `the board has no pin ${pin}`);
  });
export type OwnBoard = z.infer<typeof ownBoardSchema>;

type Number3 = { readonly [K in 'pinA' | 'pinMostA' | 'chipA' | 'ownA' | 'pullOhm' | 'bootS']: number };
/** Of the weaker boards of either voltage, from memory: a guess is in nobody’s favour. */
const WEAK: Readonly<Record<'5' | '3.3', Number3>> = {
  '5': { pinA: 0.02, pinMostA: 0.04, chipA: 0.2, ownA: 0.05, pullOhm: 35e3, bootS: 2 },
  '3.3': { pinA: 0.008, pinMostA: 0.012, chipA: 0.05, ownA: 0.16, pullOhm: 45e3, bootS: 1.5 },
};
const weak = ({ pinV }: Pick<OwnBoard, 'pinV'>) => WEAK[`${pinV}`];
/** What its rail gets, and the input of its regulator: usual of small ones, from memory. */
const USUAL_RAIL_A = 0.5;
const USUAL_IN_V = 12;

const number = (path: keyof OwnBoard & string, label: string, unit: 'A' | 'V' | 'Ω' | 's', most: number, help: string) =>
  ({ type: 'number', path: [path], label, unit, least: 1e-4, most, help }) as const;
const list = (path: keyof OwnBoard & string, label: string, help: string) =>
  ({ type: 'text', path: [path], label, help, optional: path !== 'pins' }) as const;

export const boardCard = {
  form: 'board',
  title: 'controller board',
  schema: ownBoardSchema,
  fields: [
    {
      type: 'choice',
      path: ['pinV'],
      label: 'A pin that is high has',
      choices: [
        { value: 3.3, text: '3.3 V' },
        { value: 5, text: '5 V' },
      ],
      help: 'what its pins can switch',
    },
    list('pins', 'Its pins', 'which a signal may be: D0-D13, A0-A5'),
    number('pinA', 'A pin gives, for good', 'A', 5, 'whether it drives an input or coil'),
    number('pinMostA', 'A pin gives, at most', 'A', 5, 'what is shown of it'),
    number('chipA', 'All pins together', 'A', 5, 'how much may be on at once'),
    number('portA', 'Its 5 V rail has, by a port', 'A', 5, 'how many relays may hang on it'),
    number('regulatorA', 'Its own regulator gives', 'A', 5, 'how many relays may hang on it'),
    number('ownA', 'It takes itself', 'A', 5, 'what is left of its rail, and standby'),
    number('inMostV', 'Its input bears', 'V', 60, 'the supply that it may hang on'),
    number('pullOhm', 'Pull-up or pull-down inside', 'Ω', 1e6, 'what its pins do while it starts'),
    { ...number('bootS', 'It starts for', 's', 120, 'how long that lasts'), least: 0 },
    list('pulledUp', 'Pulled up while it starts', 'what comes on before the program runs'),
    list('pulledDown', 'Pulled down while it starts', 'what comes on before the program runs'),
    list('pulses', 'Pulses while it starts', 'what comes on before the program runs'),
    list('uploadPins', 'Used by the upload', 'pins to leave alone'),
    list('memoryPins', 'Used by its memory', 'pins that nothing may hang on'),
    PRICE_FIELD,
  ],
  usual: {
    pinA: (board) => ({ pinA: weak(board).pinA }),
    pinMostA: (board) => ({ pinMostA: Math.max(board.pinA, weak(board).pinMostA) }),
    chipA: (board) => ({ chipA: Math.max(board.pinA, weak(board).chipA) }),
    ownA: (board) => ({ ownA: weak(board).ownA }),
    portA: (board) => ({ portA: Math.max(USUAL_RAIL_A, board.ownA * 1.1) }),
    regulatorA: (board) => ({ regulatorA: Math.max(USUAL_RAIL_A, board.ownA * 1.1) }),
    inMostV: () => ({ inMostV: USUAL_IN_V }),
    pullOhm: (board) => ({ pullOhm: weak(board).pullOhm }),
    bootS: (board) => ({ bootS: weak(board).bootS }),
  },
  begin: (id, name) => ({
    ...{ id, name, form: 'board', pinV: 5, pins: 'D0-D13 A0-A5' },
    ...{ pinA: 0.02, pinMostA: 0.04, chipA: 0.2, portA: USUAL_RAIL_A, regulatorA: USUAL_RAIL_A, ownA: 0.05, inMostV: USUAL_IN_V },
    ...{ pullOhm: 35e3, bootS: 2, pulledUp: '', pulledDown: '', pulses: '', uploadPins: '', memoryPins: '' },
    assumed: [
      ...['pins', 'pinA', 'pinMostA', 'chipA', 'ownA', 'portA', 'regulatorA', 'inMostV', 'pullOhm', 'bootS'],
      ...['pulledUp', 'pulledDown', 'pulses', 'uploadPins', 'memoryPins'],
    ],
    price: 0,
  }),
  words: ({ pins, pinV, pinA, chipA }) =>
    `${readPins(pins)?.length ?? 0} pins of ${pinV} V and ${formatQuantity(pinA, 'A')}, ${formatQuantity(chipA, 'A')} together`,
} as const satisfies OwnCard<OwnBoard>;

const pinsIn = (text: string): readonly string[] => readPins(text) ?? [];

/** A person's own board as the shelf has its own. */
export function ownBoard(board: OwnBoard): ControllerType {
  const { id, name, pinV, pinA, pinMostA, chipA, portA, regulatorA, ownA, inMostV, pullOhm, bootS, price } = board;
  return {
    ...{ id, name, pinV, pinA, pinMostA, chipA, portA, regulatorA, ownA, inMostV, pullOhm, bootS, price },
    pins: pinsIn(board.pins),
    boot: Object.fromEntries(BOOT_FIELDS.flatMap((field) => pinsIn(board[field]).map((pin) => [pin, BOOT[field]] as const))),
    uploadPins: pinsIn(board.uploadPins),
    memoryPins: pinsIn(board.memoryPins),
  };
}
