/** Own relays as rows of a table: one column a field, empty where a data sheet says nothing. */
import { type OwnRelay, ownRelaySchema } from '../../kinds/index.ts';
import { type Column, toCsv } from './csv.ts';

const KINDS = ['filament', 'led', 'motor', 'solenoid'] as const;
const THROWS = ['closing', 'resting'] as const;
const NUMBERS = ['coilV', 'coilOhm', 'pullInV', 'releaseV', 'coilMostV', 'coilHenry', 'coilRiseK', 'contactOhm', 'price'] as const;
const TEXTS = ['id', 'name', 'form'] as const;

const ratingColumns: readonly Column<OwnRelay>[] = THROWS.flatMap((side) => [
  { title: `${side}ResistiveA`, value: (part: OwnRelay) => part[side]?.resistiveA ?? '' },
  ...KINDS.map((kind) => ({
    title: `${side}${kind[0]!.toUpperCase()}${kind.slice(1)}A`,
    value: (part: OwnRelay) => part[side]?.own[kind] ?? '',
  })),
]);
const COLUMNS: readonly Column<OwnRelay>[] = [
  ...TEXTS.map((title) => ({ title, value: (part: OwnRelay) => part[title] })),
  ...NUMBERS.map((title) => ({ title, value: (part: OwnRelay) => part[title] })),
  ...ratingColumns,
];

export const PARTS_CSV_HEADER: readonly string[] = COLUMNS.map(({ title }) => title);
export const ownRelaysCsv = (parts: readonly OwnRelay[]): string => toCsv(COLUMNS, parts);

export interface RowProblem {
  /** Row of the file, the header being the first. */
  readonly row: number;
  readonly column: string;
  readonly message: string;
}

/** Rows of a file as parts, by the names of its columns; or every one of its problems, with its place. */
export function ownRelaysFromRows(
  rows: readonly Readonly<Record<string, string | undefined>>[],
): { ok: true; parts: OwnRelay[] } | { ok: false; problems: RowProblem[] } {
  const parts: OwnRelay[] = [];
  const problems: RowProblem[] = [];
  const seen = new Set<string>();
  rows.forEach((record, index) => {
    const row = index + 2;
    const text = (column: string) => (record[column] ?? '').trim();
    const number = (column: string): number | undefined => {
      if (text(column) === '') return undefined;
      const value = Number(text(column).replace(',', '.'));
      // Not a number: the schema says so at its column.
      return value;
    };
    const rating = (side: (typeof THROWS)[number]) => {
      const own = Object.fromEntries(
        KINDS.flatMap((kind) => {
          const value = number(`${side}${kind[0]!.toUpperCase()}${kind.slice(1)}A`);
          return value === undefined ? [] : [[kind, value]];
        }),
      );
      return { resistiveA: number(`${side}ResistiveA`), own };
    };
    const raw = {
      // The apostrophe that set a formula off on the way out.
      ...Object.fromEntries(TEXTS.map((column) => [column, text(column).replace(/^'(?=[=+\-@])/, '')])),
      ...Object.fromEntries(NUMBERS.map((column) => [column, number(column)])),
      closing: rating('closing'),
      resting: number('restingResistiveA') === undefined ? null : rating('resting'),
    };
    const parsed = ownRelaySchema.safeParse(raw);
    if (!parsed.success) {
      for (const { path, message } of parsed.error.issues) problems.push({ row, column: columnOf(path), message });
      return;
    }
    if (seen.has(parsed.data.id)) problems.push({ row, column: 'id', message: `“${parsed.data.id}” is in the file twice` });
    seen.add(parsed.data.id);
    parts.push(parsed.data);
  });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, parts };
}

/** `closing.own.motor` as the column's title. */
function columnOf(path: readonly PropertyKey[]): string {
  const [first, second, third] = path.map(String);
  if (first !== 'closing' && first !== 'resting') return first ?? '';
  const name = second === 'own' ? (third ?? '') : 'resistive';
  return `${first}${name[0]?.toUpperCase() ?? ''}${name.slice(1)}A`;
}
