/**
 * Own parts that are no relays as rows of a table: one column a field of any of them, by its path, empty where a part has none. A
 * number, yes or no stands as itself; a list, or words that read like one of these, as JSON.
 */
import { isRecord } from '../../document/index.ts';
import { type OwnPart, ownPartSchema } from '../../kinds/index.ts';
import { toCsv } from './csv.ts';
import type { RowProblem } from './parts-csv.ts';

const FIRST = ['form', 'id', 'name', 'price', 'assumed'];

/** What a cell means: JSON where it is such, a number with a comma too, words where neither. */
function meaning(cell: string): unknown {
  try {
    return JSON.parse(/^-?\d+,\d+$/.test(cell) ? cell.replace(',', '.') : cell) as unknown;
  } catch {
    return cell;
  }
}
/** Words as they are, unless they would come back as something else. */
const cellOf = (value: unknown): string =>
  typeof value === 'string' && !/^['\s]|\s$/.test(value) && meaning(value) === value ? value : JSON.stringify(value);

function flat(value: unknown, path: string, into: Map<string, string>): Map<string, string> {
  if (!isRecord(value)) return value === undefined ? into : into.set(path, cellOf(value));
  for (const [key, inner] of Object.entries(value)) flat(inner, path === '' ? key : `${path}.${key}`, into);
  return into;
}
function deep(cells: readonly (readonly [path: string, value: unknown])[]): Record<string, unknown> {
  const made: Record<string, unknown> = {};
  for (const [path, value] of cells) {
    const keys = path.split('.');
    const last = keys.pop()!;
    const at = keys.reduce<Record<string, unknown>>((inner, key) => {
      const next = isRecord(inner[key]) ? inner[key] : {};
      inner[key] = next;
      return next;
    }, made);
    at[last] = value;
  }
  return made;
}

export function otherPartsCsv(parts: readonly OwnPart[]): string {
  const rows = parts.map((part) => flat(part, '', new Map()));
  const columns = [...new Set([...FIRST, ...rows.flatMap((row) => [...row.keys()])])];
  return toCsv(
    columns.map((title) => ({ title, value: (row: ReadonlyMap<string, string>) => row.get(title) ?? '' })),
    rows,
  );
}

/** Rows of such a file as parts; or every one of its problems, with its place. */
export function otherPartsFromRows(
  rows: readonly Readonly<Record<string, string | undefined>>[],
): { ok: true; parts: OwnPart[] } | { ok: false; problems: RowProblem[] } {
  const problems: RowProblem[] = [];
  const parts: OwnPart[] = [];
  rows.forEach((record, index) => {
    const row = index + 2;
    const cells = Object.entries(record).flatMap(([column, cell]) => {
      // The apostrophe that set a formula off on the way out.
      const text = (cell ?? '').trim().replace(/^'(?=[=+\-@])/, '');
      return text === '' || /(^|\.)(__proto__|constructor|prototype)(\.|$)/.test(column) ? [] : [[column, meaning(text)] as const];
    });
    const parsed = ownPartSchema.safeParse(deep(cells));
    if (!parsed.success) {
      problems.push(...parsed.error.issues.map(({ path, message }) => ({ row, column: path.join('.'), message })));
      return;
    }
    if (parts.some(({ id }) => id === parsed.data.id))
      problems.push({ row, column: 'id', message: `“${parsed.data.id}” is in the file twice` });
    parts.push(parsed.data);
  });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, parts };
}
