/** A label to stick on a box or an outlet: what may be put behind it. SVG, black on white, letters of 9 pt and more at its size. */
import { figures, formatQuantity } from '../../quantity/index.ts';
import { LOADS } from '../../kinds/index.ts';
import { svgText } from './drawing-svg.ts';

export interface LabelRow {
  readonly kind: keyof typeof LOADS;
  readonly mostW: number | null;
  readonly mostA: number | null;
  readonly leastW: number | null;
}
export interface LabelOf {
  readonly name: string;
  readonly volt: number;
  readonly current: 'ac' | 'dc';
  readonly fuseA: number | null;
  readonly rows: readonly LabelRow[];
  /** As it is to be printed, 2026-11-27. */
  readonly date: string;
}

/** Of the label, mm and the letters of a line, mm: 9 pt are 3.2 mm. */
const WIDTH = 96;
const LINE = 4.4;
const LETTERS = 3.2;
const EDGE = 4;
/** Letters that a line takes, bold ones too, in the widest of its faces (from memory: 0.62 of their height each). */
const MOST_LETTERS = Math.floor((WIDTH - 2 * EDGE) / (0.62 * LETTERS));

/** Broken between words, and a word that is longer than a line within it. */
function broken(words: string): string[] {
  const lines: string[] = [];
  for (const word of words.split(' ').flatMap((one) => one.match(new RegExp(`.{1,${MOST_LETTERS}}`, 'gu')) ?? [])) {
    const last = lines[lines.length - 1];
    if (last !== undefined && last.length + 1 + word.length <= MOST_LETTERS) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

/** In millimetres, so that it prints at its size. */
export function plugLabelSvg({ name, volt, current, fuseA, rows, date }: LabelOf): string {
  const may = rows.filter(({ mostW }) => mostW !== null);
  const not = rows.filter(({ mostW }) => mostW === null);
  const least = may.filter(({ leastW }) => leastW !== null);
  const whole: readonly { words: string; end?: string; bold?: boolean }[] = [
    { words: name, bold: true },
    {
      words: `${figures(volt)} V ${current === 'ac' ? 'alternating' : 'direct'}${fuseA === null ? '' : `, fuse ${figures(fuseA)} A`}`,
      bold: true,
    },
    ...may.map(({ kind, mostW, mostA }) => ({
      words: LOADS[kind].title,
      end: `${formatQuantity(mostW!, 'W')}, ${formatQuantity(mostA!, 'A')}`,
    })),
    ...least.map(({ kind, leastW }) => ({ words: `${LOADS[kind].title}: not below ${formatQuantity(leastW!, 'W')}` })),
    ...(not.length === 0 ? [] : [{ words: `Not for: ${not.map(({ kind }) => LOADS[kind].title).join(', ')}`, bold: true }]),
    { words: 'One load at a time. Heaters and motors: only with a cut-out of their own.' },
    { words: date },
  ];
  const lines = whole.flatMap((line) => (line.end ? [line] : broken(line.words).map((words) => ({ ...line, words }))));
  const height = EDGE * 2 + LINE * lines.length;
  const text = (x: number, y: number, words: string, more: string) => `<text x="${x}" y="${y.toFixed(2)}"${more}>${svgText(words)}</text>`;
  const body = lines.map(({ words, end, bold }, at) => {
    const y = EDGE + LINE * at + LETTERS;
    const weight = bold ? ' font-weight="bold"' : '';
    return text(EDGE, y, words, weight) + (end ? text(WIDTH - EDGE, y, end, `${weight} text-anchor="end"`) : '');
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" version="1.1" width="${WIDTH}mm" height="${height.toFixed(1)}mm" viewBox="0 0 ${WIDTH} ${height.toFixed(1)}" font-family="Barlow, DejaVu Sans, sans-serif" font-size="${LETTERS}"><title>${svgText(name)}</title><rect x="0.3" y="0.3" width="${WIDTH - 0.6}" height="${(height - 0.6).toFixed(1)}" rx="2" fill="#ffffff" stroke="#111111" stroke-width="0.6"/>${body.join('')}</svg>`;
}
