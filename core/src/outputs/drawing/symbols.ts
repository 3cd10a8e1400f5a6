/** Shapes of the symbols, after IEC 60617 and drawn by us: one description for the screen and for the sheet. */
import {
  type Glyph,
  LOADS,
  LOAD_KINDS,
  type LoadKind,
  type PartSymbol,
  type Shape,
  type SymbolName,
  box,
  circle,
  letter,
  path,
  through,
} from '../../kinds/index.ts';

/** A lever between two pins, and what moves it. */
const contact =
  (...more: ((h: number, closed: boolean) => Shape)[]): Glyph['shapes'] =>
  (h, closed) => [
    path('line', closed ? `M0 ${h} V${-h}` : `M0 ${h} L-12 ${-h + 1}`),
    circle('pin', 0, -h, 3.6),
    circle('pin', 0, h, 3.6),
    ...more.map((make) => make(h, closed)),
  ];
const coil =
  (...more: ((h: number) => Shape)[]): Glyph['shapes'] =>
  (h) => [box(52, h, 'coil'), path('slash', `M-26 ${h} L26 ${-h}`), ...more.map((make) => make(h))];
const pusher = (_: number, closed: boolean): Shape => path('lever', `M${closed ? -3 : -8} 0 H-18`);

const OF_PARTS: Readonly<Record<PartSymbol, Glyph>> = {
  fuse: { half: 17, room: 42, shapes: (h) => [box(18, h), through(h)] },
  breaker: { half: 17, room: 42, shapes: (h) => [path('mark', `M0 ${h} L-9 ${-h + 6} M-5 ${-h} l10 8 M5 ${-h} l-10 8`), through(h)] },
  'thermal-fuse': { half: 17, room: 42, shapes: (h) => [box(18, h), through(h), letter(-20, 'ϑ', true)] },
  ammeter: { half: 16, room: 44, shapes: (h) => [circle('box', 0, 0, h), letter(0, 'A')] },
  voltmeter: { half: 16, room: 44, shapes: (h) => [circle('box', 0, 0, h), letter(0, 'V')] },
  switch: { half: 13, room: 40, shapes: contact(pusher) },
  button: { half: 13, room: 40, shapes: contact(pusher, () => path('lever', 'M-14 -7 h-5 v14 h5')) },
  'ground-switch': { half: 13, room: 40, shapes: contact(() => path('lever', 'M-12 0 H-20 M-20 -5 V5')) },
  threshold: { half: 13, room: 40, shapes: contact(() => letter(-22, '±', true)) },
  fed: { half: 20, room: 66, shapes: (h) => [box(34, h), letter(0, '±')] },
  'voltage-sensor': { half: 20, room: 66, shapes: (h) => [box(34, h), letter(0, 'V')] },
  coil: { is: 'coil', half: 22, room: 68, shapes: coil() },
  'coil-timer': {
    is: 'coil',
    half: 22,
    room: 68,
    shapes: coil((h) => path('mark', `M-26 ${-h} h12 v${2 * h} h-12 M-26 ${-h} l12 ${2 * h} M-14 ${-h} l-12 ${2 * h}`)),
  },
  'coil-step': { is: 'coil', half: 22, room: 68, shapes: coil((h) => path('mark', `M-22 ${h - 6} h8 v-10 h8 v-10 h8`)) },
  'contact-closing': { is: 'contact', half: 14, room: 54, shapes: contact() },
  'contact-resting': { is: 'contact', half: 14, room: 54, shapes: contact() },
  'contact-changeover': { is: 'contact', half: 14, room: 56, shapes: contact((h) => circle('pin', -15, -h, 3)) },
  connector: {
    half: 12,
    room: 44,
    shapes: (h) => [path('line', `M0 ${-h} V-3 M0 ${h} V5`), path('mark', 'M-8 -7 L0 1 L8 -7 M-8 -1 L0 7 L8 -1')],
  },
  'terminal-block': {
    half: 12,
    room: 44,
    shapes: (h) => [path('line', `M0 ${-h} V-5 M0 ${h} V5`), circle('pin', 0, 0, 5), path('mark', 'M-6 6 L6 -6')],
  },
  'joined-pins': { half: 10, room: 40, shapes: (h) => [circle('pin', 0, -h, 3.6), circle('pin', 0, h, 3.6), through(h)] },
  'contact-solid': {
    is: 'contact',
    half: 14,
    room: 54,
    shapes: contact((h) => path('solid-box', `M-20 ${-h - 6} h32 v${2 * h + 12} h-32 z`)),
  },
  resistor: { half: 20, room: 46, shapes: (h) => [box(18, h)] },
  varistor: {
    half: 20,
    room: 46,
    shapes: (h) => [box(18, h), path('mark', `M-13 ${h - 2} V${h - 8} L13 ${-h + 4}`), letter(-18, 'U', true)],
  },
  diode: { half: 9, room: 50, shapes: (h) => [path('solid', `M-9 ${h} h18 l-9 ${-2 * h} z`), path('bar', `M-9 ${-h} H9`)] },
  transistor: {
    half: 17,
    room: 62,
    shapes: (h) => [circle('box', 0, 0, h), path('bar', 'M-8 -9 v18'), path('mark', `M0 ${-h} L-8 -4 M-8 4 L0 ${h} M-17 0 h9`)],
  },
  'transistor-input': { half: 10, room: 50, shapes: (h) => [path('bar', 'M-12 0 H12'), path('mark', `M0 ${-h} V0 M0 0 V${h}`)] },
  'module-input': {
    half: 20,
    room: 66,
    shapes: (h) => [box(34, h), path('mark', 'M-8 -7 h16 l-8 13 z M-8 6 h16 M11 -6 l8 -6 M11 1 l8 -6')],
  },
};

/** Loads bring their own. */
const OF_LOADS = Object.fromEntries(LOAD_KINDS.map((kind) => [kind, LOADS[kind].glyph])) as Record<LoadKind, Glyph>;
export const SHAPES: Readonly<Record<SymbolName, Glyph>> = { ...OF_PARTS, ...OF_LOADS };

export const isCoil = (symbol: SymbolName): boolean => SHAPES[symbol].is === 'coil';
export const isContact = (symbol: SymbolName): boolean => SHAPES[symbol].is === 'contact';

/** Half the height of a symbol: where its leads end. */
export const shapeHalf = (symbol: SymbolName): number => SHAPES[symbol].half;

/** A contact that rests on one throw opens towards the other. */
const OTHER: Readonly<Record<string, string>> = {
  '87': '87a',
  '87a': '87',
  '14': '12',
  '12': '14',
  '24': '22',
  '22': '24',
  NO: 'NC',
  NC: 'NO',
};
export const otherThrow = (lower: string, upper: string): string => OTHER[lower] ?? OTHER[upper] ?? '';
