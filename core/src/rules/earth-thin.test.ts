import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { gatherEvidence } from '../analysis/evidence.ts';
import { parseDesignText } from '../project/parse.ts';
import { checkEvidence } from './check.ts';
import { earthMm2 } from '../reference/earth-sizes.ts';

describe('least section of an earth conductor', () => {
  // IEC 60364-5-54, table 54.2: S up to 16 mm², 16 mm² up to 35 mm², half of S above; the same metal.
  test.each([
    [1.5, 1.5],
    [16, 16],
    [25, 16],
    [35, 16],
    [50, 25],
    [95, 47.5],
  ])('beside %s mm² is %s mm²', (line, earth) => expect(earthMm2(line)).toBe(earth));
});

const file = new URL('../../../examples/mistakes/earth-thin.mended.json', import.meta.url);

test.each([
  [1.5, 1.5, 'hold'],
  [1, 1.5, 'danger'],
  [2.5, 4, 'danger'],
  [4, 4, 'hold'],
])('an earth of %s mm² beside a line of %s mm²: %s', (earthSize, lineSize, severity) => {
  const read = parseDesignText(readFileSync(file, 'utf8'));
  if (!read.ok) throw new Error('it cannot be read');
  const [job] = read.design.jobs;
  const load = job!.loads[0]!.id;
  const wires = { [`earth-${load}`]: { sizeMm2: earthSize }, [`load-${load}`]: { sizeMm2: lineSize } };
  const findings = checkEvidence(gatherEvidence({ ...read.design, jobs: [{ ...job!, wires }] }));
  expect(findings.filter(({ rule }) => rule === 'earth-thin')).toMatchObject([{ severity, value: earthSize, limit: lineSize }]);
});
