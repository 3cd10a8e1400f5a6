/** What symbols are drawn with, after IEC 60617 and drawn by us: one description for the screen and for the sheet. */

export type ShapeClass = 'line' | 'box' | 'coil' | 'mark' | 'slash' | 'bar' | 'solid' | 'pin' | 'lever' | 'solid-box';
/** Around the middle of the symbol at 0, 0; y grows downwards. */
export type Shape =
  | { readonly kind: 'path'; readonly as: ShapeClass; readonly d: string }
  | { readonly kind: 'circle'; readonly as: ShapeClass; readonly x: number; readonly y: number; readonly r: number }
  | { readonly kind: 'letter'; readonly x: number; readonly y: number; readonly text: string; readonly small: boolean };

/** How a thing is drawn on a path. */
export interface Glyph {
  /** Half its height: where its leads end. */
  readonly half: number;
  /** A coil, or something that it moves: the two are linked on the drawing. */
  readonly is?: 'coil' | 'contact';
  /** Room that it takes on its path, leads and labels included. */
  readonly room: number;
  shapes(half: number, closed: boolean): readonly Shape[];
}

export const path = (as: ShapeClass, d: string): Shape => ({ kind: 'path', as, d });
export const circle = (as: ShapeClass, x: number, y: number, r: number): Shape => ({ kind: 'circle', as, x, y, r });
export const letter = (x: number, text: string, small = false): Shape => ({ kind: 'letter', x, y: 5, text, small });
export const box = (width: number, h: number, as: ShapeClass = 'box'): Shape =>
  path(as, `M${-width / 2} ${-h} h${width} v${2 * h} h${-width} z`);
export const through = (h: number): Shape => path('line', `M0 ${-h} V${h}`);
