import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { gatherEvidence } from '../analysis/evidence.ts';
import { parseDesignText } from '../project/parse.ts';
import { checkEvidence } from './check.ts';
import { awgAreaMm2 } from '../reference/awg.ts';
import { earthMm2 } from '../reference/earth-sizes.ts';
import { NEC_AMPACITY, NEC_SMALL_CONDUCTOR_A } from '../reference/nec-ampacity.ts';

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

// NEC 250.122, copper, from memory: rating of the breaker before it, and the gauge that its earth conductor has at least.
test.each([
  [15, 14],
  [20, 12],
  [30, 10],
  [40, 10],
  [60, 10],
  [100, 8],
  [200, 6],
])('behind %s A an earth beside the thinnest line allowed is no thinner than %s AWG', (ratingA, awg) => {
  const allowed = NEC_AMPACITY.filter(([gauge, , at75]) => Math.min(at75, NEC_SMALL_CONDUCTOR_A.get(gauge) ?? Infinity) >= ratingA);
  const thinnest = Math.max(...allowed.map(([gauge]) => gauge));
  expect(earthMm2(awgAreaMm2(thinnest))).toBeGreaterThanOrEqual(awgAreaMm2(awg));
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
