/** Shapes of the symbols, after IEC 60617 and drawn by us: one description for the screen and for the sheet. */
import type { SymbolName } from '../parts/kind.ts';

export type ShapeClass = 'line' | 'box' | 'coil' | 'mark' | 'slash' | 'bar' | 'solid' | 'pin' | 'lever' | 'solid-box';
/** Around the middle of the symbol at 0, 0; y grows downwards. */
export type Shape =
  | { readonly kind: 'path'; readonly as: ShapeClass; readonly d: string }
  | { readonly kind: 'circle'; readonly as: ShapeClass; readonly x: number; readonly y: number; readonly r: number }
  | { readonly kind: 'letter'; readonly x: number; readonly y: number; readonly text: string; readonly small: boolean };

interface SymbolShapes {
  /** Half its height: where its leads end. */
  readonly half: number;
  shapes(half: number, closed: boolean): readonly Shape[];
}

const path = (as: ShapeClass, d: string): Shape => ({ kind: 'path', as, d });
const circle = (as: ShapeClass, x: number, y: number, r: number): Shape => ({ kind: 'circle', as, x, y, r });
const letter = (x: number, text: string, small = false): Shape => ({ kind: 'letter', x, y: 5, text, small });
const box = (width: number, h: number, as: ShapeClass = 'box'): Shape => path(as, `M${-width / 2} ${-h} h${width} v${2 * h} h${-width} z`);
const through = (h: number): Shape => path('line', `M0 ${-h} V${h}`);

/** A lever between two pins, and what moves it. */
const contact =
  (...more: ((h: number, closed: boolean) => Shape)[]): SymbolShapes['shapes'] =>
  (h, closed) => [
    path('line', closed ? `M0 ${h} V${-h}` : `M0 ${h} L-12 ${-h + 1}`),
    circle('pin', 0, -h, 3.6),
    circle('pin', 0, h, 3.6),
    ...more.map((make) => make(h, closed)),
  ];
const coil =
  (...more: ((h: number) => Shape)[]): SymbolShapes['shapes'] =>
  (h) => [box(52, h, 'coil'), path('slash', `M-26 ${h} L26 ${-h}`), ...more.map((make) => make(h))];
const pusher = (_: number, closed: boolean): Shape => path('lever', `M${closed ? -3 : -8} 0 H-18`);

export const SHAPES: Readonly<Record<SymbolName, SymbolShapes>> = {
  fuse: { half: 17, shapes: (h) => [box(18, h), through(h)] },
  breaker: { half: 17, shapes: (h) => [path('mark', `M0 ${h} L-9 ${-h + 6} M-5 ${-h} l10 8 M5 ${-h} l-10 8`), through(h)] },
  'thermal-fuse': { half: 17, shapes: (h) => [box(18, h), through(h), letter(-20, 'ϑ', true)] },
  switch: { half: 13, shapes: contact(pusher) },
  button: { half: 13, shapes: contact(pusher, () => path('lever', 'M-14 -7 h-5 v14 h5')) },
  'ground-switch': { half: 13, shapes: contact(() => path('lever', 'M-12 0 H-20 M-20 -5 V5')) },
  threshold: { half: 13, shapes: contact(() => letter(-22, '±', true)) },
  'voltage-sensor': { half: 20, shapes: (h) => [box(34, h), letter(0, 'V')] },
  coil: { half: 22, shapes: coil() },
  'coil-timer': {
    half: 22,
    shapes: coil((h) => path('mark', `M-26 ${-h} h12 v${2 * h} h-12 M-26 ${-h} l12 ${2 * h} M-14 ${-h} l-12 ${2 * h}`)),
  },
  'coil-step': { half: 22, shapes: coil((h) => path('mark', `M-22 ${h - 6} h8 v-10 h8 v-10 h8`)) },
  'contact-closing': { half: 14, shapes: contact() },
  'contact-resting': { half: 14, shapes: contact() },
  'contact-changeover': { half: 14, shapes: contact((h) => circle('pin', -15, -h, 3)) },
  'contact-solid': { half: 14, shapes: contact((h) => path('solid-box', `M-20 ${-h - 6} h32 v${2 * h + 12} h-32 z`)) },
  resistor: { half: 20, shapes: (h) => [box(18, h)] },
  battery: { half: 12, shapes: (h) => [path('bar', `M-16 ${-h} h32 M-9 ${-h + 8} h18 M-16 ${-h + 16} h32 M-9 ${h} h18`)] },
  diode: { half: 9, shapes: (h) => [path('solid', `M-9 ${h} h18 l-9 ${-2 * h} z`), path('bar', `M-9 ${-h} H9`)] },
  heater: { half: 24, shapes: (h) => [box(28, h), path('mark', 'M-6 -12 l12 5 l-12 5 l12 5 l-12 5 l12 5')] },
  filament: { half: 15, shapes: (h) => [circle('box', 0, 0, h), path('mark', 'M-10.6 -10.6 l21.2 21.2 M10.6 -10.6 l-21.2 21.2')] },
  led: {
    half: 14,
    shapes: (h) => [path('box', `M-12 ${-h} h24 l-12 ${2 * h} z`), path('mark', `M-12 ${h} H12 M12 -2 l8 -6 M12 6 l8 -6`)],
  },
  motor: { half: 16, shapes: (h) => [circle('box', 0, 0, h), letter(0, 'M')] },
  solenoid: { half: 22, shapes: (h) => [box(26, h), path('mark', `M0 ${-h + 5} q12 4 0 9 q12 4 0 9 q12 4 0 9`)] },
  transistor: {
    half: 17,
    shapes: (h) => [circle('box', 0, 0, h), path('bar', 'M-8 -9 v18'), path('mark', `M0 ${-h} L-8 -4 M-8 4 L0 ${h} M-17 0 h9`)],
  },
  'transistor-input': { half: 10, shapes: (h) => [path('bar', 'M-12 0 H12'), path('mark', `M0 ${-h} V0 M0 0 V${h}`)] },
  'module-input': {
    half: 20,
    shapes: (h) => [box(34, h), path('mark', 'M-8 -7 h16 l-8 13 z M-8 6 h16 M11 -6 l8 -6 M11 1 l8 -6')],
  },
};

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
