/** Rows whose words hold each of the words that were typed, in any order, whatever their case. */
export function holding<Row>(rows: readonly Row[], typed: string, wordsOf: (row: Row) => string): readonly Row[] {
  const wanted = typed.trim().toLowerCase().split(/\s+/).filter(Boolean);
  if (wanted.length === 0) return rows;
  return rows.filter((row) => {
    const words = wordsOf(row).toLowerCase();
    return wanted.every((word) => words.includes(word));
  });
}

const COLLATE = new Intl.Collator('en', { numeric: true });
/** Numbers by size, words by their letters with the numbers in them by size: K2 before K10. */
export function inOrder(a: string | number, b: string | number): number {
  return typeof a === 'number' && typeof b === 'number' ? a - b : COLLATE.compare(String(a), String(b));
}
