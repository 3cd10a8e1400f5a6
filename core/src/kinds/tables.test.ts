import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { REFERENCE_TABLES } from './tables.ts';

describe.each(REFERENCE_TABLES.map((table) => [table.id, table] as const))('%s', (_, { columns, rows, source, title }) => {
  test('has a value in each cell’s place, and says where it is from', () => {
    expect(title).toBeTruthy();
    expect(rows.length).toBeGreaterThan(2);
    for (const row of rows) {
      expect(row).toHaveLength(columns.length);
      expect(row.join(' ')).not.toMatch(/NaN|undefined|object|–/);
    }
    expect(['standard', 'from memory', 'common practice']).toContain(source.kind);
  });
});

test('each name of a table that a source gives is one of these', () => {
  const known = new Set(REFERENCE_TABLES.map(({ id }) => id));
  expect(known.size).toBe(REFERENCE_TABLES.length);
  const folder = new URL('../reference/', import.meta.url);
  const named = readdirSync(folder)
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts') && file !== 'tables.ts')
    .flatMap((file) =>
      [...readFileSync(new URL(file, folder), 'utf8').matchAll(/_SOURCE = \w+\('[^']*', '([^']+)'\)/g)].map(([, table]) => table!),
    );
  expect(named.length).toBeGreaterThan(10);
  for (const table of named) expect(known).toContain(table);
});
