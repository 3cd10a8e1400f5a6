/** What a page of the book looks like: its faces, its sizes, its tables. */
import { createRequire } from 'node:module';
import pdfmake from 'pdfmake';
import type { Content, ContentTable, TDocumentDefinitions } from 'pdfmake/interfaces.js';

const require = createRequire(import.meta.url);
// One face for every sign of the trade but that of direct current, which `printed` writes out; headings in ours.
const DEJAVU = 'dejavu-fonts-ttf/ttf/DejaVuSansCondensed';
const HEADING = require.resolve('@fontsource/barlow-condensed/files/barlow-condensed-latin-600-normal.woff');
const FONT_FILES = new Set([HEADING, require.resolve(`${DEJAVU}.ttf`), require.resolve(`${DEJAVU}-Bold.ttf`)]);
pdfmake.addFonts({
  Text: {
    normal: require.resolve(`${DEJAVU}.ttf`),
    bold: require.resolve(`${DEJAVU}-Bold.ttf`),
    italics: require.resolve(`${DEJAVU}.ttf`),
    bolditalics: require.resolve(`${DEJAVU}-Bold.ttf`),
  },
  Heading: { normal: HEADING, bold: HEADING, italics: HEADING, bolditalics: HEADING },
});
// What a project says can name no file and no address.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path) => FONT_FILES.has(path));

/** As it is printed, in every text of it: the book's face has no sign for direct current, and a box in its place says nothing. */
export function printed<T>(content: T): T {
  if (typeof content === 'string') return content.replace(/ ?⎓/g, ' DC') as T;
  if (Array.isArray(content)) return content.map(printed) as T;
  // A date is no text, and what is of a class is whole as it is.
  if (content === null || typeof content !== 'object' || Object.getPrototypeOf(content) !== Object.prototype) return content;
  return Object.fromEntries(Object.entries(content).map(([key, value]) => [key, printed<unknown>(value)])) as T;
}

export const INK = '#1e262b';
export const IRON = '#56626a';
export const MARK = { hold: '●', caution: '▲', danger: '■' } as const;
export const LINE = '#b9b2a2';
/** Room for a drawing inside the margins of either paper, standing beside other things and lying, pt. */
export const PORTRAIT = { width: 515, height: 430 };
export const LANDSCAPE = { width: 710, height: 396 };
/** Room for the picture of a step beside its words, and below them. */
export const BESIDE = { width: 270, height: 600 };
export const BELOW = { width: 410, height: 600 };
/** No text of the book is smaller, pt; a drawing's letters are 12 high before it is scaled. */
export const LEAST_PT = 9;
const LETTERS_PT = 12;
export const BY_LEAST = LEAST_PT / LETTERS_PT;
/** A heading that would stand at the foot of a page goes to the next one: share of its height. */
const FOOT = 0.86;
const FOOT_OF_PHASE = 0.93;

export interface Room {
  readonly width: number;
  readonly height: number;
}
export const scaleIn = ({ width, height }: Room, room: Room): number => Math.min(room.width / width, room.height / height, 1.1);

/** Each heading is moved once: one that stands low again after that stays, or the layout would never end. */
export function headingBreaks(): TDocumentDefinitions['pageBreakBefore'] {
  const moved = new Set<string>();
  return ({ style, text, startPosition }) => {
    const foot = style === 'section' ? FOOT : style === 'phase' ? FOOT_OF_PHASE : 1;
    const heading = `${String(style)} ${String(text)}`;
    if (startPosition.verticalRatio <= foot || moved.has(heading)) return false;
    moved.add(heading);
    return true;
  };
}

type Cell = Content | string;
export function table(head: readonly string[], rows: readonly (readonly Cell[])[], widths: (string | number)[]): ContentTable {
  return {
    table: {
      headerRows: 1,
      dontBreakRows: true,
      widths,
      body: [head.map((text) => ({ text, bold: true, color: IRON })), ...rows.map((row) => [...row])],
    },
    fontSize: LEAST_PT,
    layout: {
      hLineColor: () => LINE,
      hLineWidth: (at) => (at === 1 ? 1 : 0.4),
      vLineWidth: () => 0,
      paddingTop: () => 1.5,
      paddingBottom: () => 1.5,
    },
  };
}
export const stacked = (first: string, second: string): Content => ({
  stack: [first, ...(second ? [{ text: second, color: IRON }] : [])],
});
export const right = (value: number): Content => ({ text: String(value), alignment: 'right' });
