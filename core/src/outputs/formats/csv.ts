/** Comma-separated values after RFC 4180, with a header; opens in any spreadsheet. */

export interface Column<Row> {
  readonly title: string;
  value(row: Row): string | number;
}

export function toCsv<Row>(columns: readonly Column<Row>[], rows: readonly Row[]): string {
  const lines = [columns.map(({ title }) => title), ...rows.map((row) => columns.map((column) => column.value(row)))];
  return lines.map((line) => line.map(field).join(',') + '\r\n').join('');
}

function field(value: string | number): string {
  const text = typeof value === 'number' ? String(value) : harmless(value);
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/** A text that a spreadsheet would take for a formula is set off by an apostrophe. */
function harmless(text: string): string {
  return /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
}
