/** Own parts as rows of a table: one column a field, empty where a data sheet says nothing or a part of its form has none. */
import { type OwnRelay, ownRelaySchema } from '../../kinds/index.ts';
import { type Column, toCsv } from './csv.ts';

const KINDS = ['filament', 'led', 'motor', 'solenoid'] as const;
const THROWS = ['closing', 'resting'] as const;
const NUMBERS = ['coilV', 'coilOhm', 'pullInV', 'releaseV', 'coilMostV', 'coilHenry', 'coilRiseK', 'contactOhm', 'price'] as const;
const TEXTS = ['id', 'name', 'form', 'label'] as const;
const GROUPS = {
  module: ['inputOhm', 'closesA', 'trackMm', 'copperUm', 'terminalA'],
  solid: ['onV', 'leakA', 'ratedV', 'leastA', 'junctionC', 'caseKPerW', 'pasteKPerW', 'i2t'],
  timer: ['leastS', 'mostS'],
} as const;
type Group = keyof typeof GROUPS;
/** Between the names of fields that nobody typed. */
const BETWEEN = ' ';

const capital = (word: string): string => `${word[0]!.toUpperCase()}${word.slice(1)}`;
const groupColumn = (group: Group, field: string): string => `${group}${capital(field)}`;

const ratingColumns: readonly Column<OwnRelay>[] = THROWS.flatMap((side) => [
  { title: `${side}ResistiveA`, value: (part: OwnRelay) => part[side]?.resistiveA ?? '' },
  ...KINDS.map((kind) => ({ title: `${side}${capital(kind)}A`, value: (part: OwnRelay) => part[side]?.own[kind] ?? '' })),
  { title: `${side}MostV`, value: (part: OwnRelay) => part[side]?.mostV ?? '' },
  { title: `${side}AcResistiveA`, value: (part: OwnRelay) => part[side]?.ac?.resistiveA ?? '' },
  ...KINDS.map((kind) => ({ title: `${side}Ac${capital(kind)}A`, value: (part: OwnRelay) => part[side]?.ac?.own[kind] ?? '' })),
  { title: `${side}AcMostV`, value: (part: OwnRelay) => part[side]?.ac?.mostV ?? '' },
]);
const groupColumns: readonly Column<OwnRelay>[] = (Object.keys(GROUPS) as Group[]).flatMap((group) =>
  GROUPS[group].map((field) => ({
    title: groupColumn(group, field),
    value: (part: OwnRelay) => (part[group] as Record<string, number> | undefined)?.[field] ?? '',
  })),
);
const COLUMNS: readonly Column<OwnRelay>[] = [
  ...TEXTS.map((title) => ({ title, value: (part: OwnRelay) => part[title] })),
  ...NUMBERS.map((title) => ({ title, value: (part: OwnRelay) => part[title] })),
  ...ratingColumns,
  { title: 'coilFor', value: ({ coilFor }: OwnRelay) => coilFor ?? '' },
  { title: 'builtIn', value: ({ builtIn }: OwnRelay) => builtIn ?? '' },
  { title: 'moduleOpto', value: ({ module }: OwnRelay) => (module ? (module.opto ? 'yes' : 'no') : '') },
  { title: 'solidFiring', value: ({ solid }: OwnRelay) => solid?.firing ?? '' },
  { title: 'timerWaits', value: ({ timer }: OwnRelay) => timer?.waits ?? '' },
  ...groupColumns,
  { title: 'assumed', value: ({ assumed }: OwnRelay) => assumed.join(BETWEEN) },
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
    const kinds = (prefix: string) =>
      Object.fromEntries(
        KINDS.flatMap((kind) => {
          const value = number(`${prefix}${capital(kind)}A`);
          return value === undefined ? [] : [[kind, value]];
        }),
      );
    const given = (field: string, value: unknown) => (value === undefined ? {} : { [field]: value });
    const rating = (side: (typeof THROWS)[number]) => ({
      resistiveA: number(`${side}ResistiveA`),
      own: kinds(side),
      ...given('mostV', number(`${side}MostV`)),
      ...(number(`${side}AcResistiveA`) === undefined
        ? {}
        : { ac: { resistiveA: number(`${side}AcResistiveA`), own: kinds(`${side}Ac`), mostV: number(`${side}AcMostV`) } }),
    });
    const group = (name: Group, sign: string, said: object) =>
      text(sign) === ''
        ? {}
        : { [name]: { ...said, ...Object.fromEntries(GROUPS[name].map((field) => [field, number(groupColumn(name, field))])) } };
    const raw = {
      // The apostrophe that set a formula off on the way out.
      ...Object.fromEntries(TEXTS.map((column) => [column, text(column).replace(/^'(?=[=+\-@])/, '')])),
      ...Object.fromEntries(NUMBERS.map((column) => [column, number(column)])),
      closing: rating('closing'),
      resting: number('restingResistiveA') === undefined ? null : rating('resting'),
      ...(text('coilFor') === '' ? {} : { coilFor: text('coilFor') }),
      ...(text('builtIn') === '' ? {} : { builtIn: text('builtIn') }),
      ...group('module', 'moduleOpto', { opto: ({ yes: true, no: false } as Record<string, boolean>)[text('moduleOpto')] }),
      ...group('solid', 'solidFiring', { firing: text('solidFiring') }),
      ...group('timer', 'timerWaits', { waits: text('timerWaits') }),
      assumed: text('assumed').split(BETWEEN).filter(Boolean),
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

/** `closing.ac.own.motor` as the column's title. */
function columnOf(path: readonly PropertyKey[]): string {
  const [first, ...rest] = path.map(String);
  if (first !== undefined && first in GROUPS) return rest[0] === undefined ? first : groupColumn(first as Group, rest[0]);
  if (first !== 'closing' && first !== 'resting') return first ?? '';
  const name = rest.filter((word) => word !== 'own').map((word) => (word === 'resistiveA' ? 'resistive' : word));
  const unit = name[name.length - 1]?.endsWith('V') ? '' : 'A';
  return `${first}${name.map(capital).join('')}${name.length === 0 ? 'ResistiveA' : unit}`;
}
