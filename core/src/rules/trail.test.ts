/** Every number of a working can be followed: to a field that holds it, and down to the plate by hand. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { parseDesignText } from '../project/parse.ts';
import type { Design } from '../project/schema.ts';
import { gatherEvidence } from '../analysis/evidence.ts';
import { HEATER, design, job } from '../testing/designs.ts';
import { checkEvidence } from './check.ts';
import { ruleContext } from './context.ts';
import type { Given } from './rule.ts';
import { trailOf } from './trail.ts';

/** What stands in a document at `jobs[0].loads[1].plate.value`. */
function at(made: Design, path: string): unknown {
  return path
    .split(/[.[\]]+/)
    .filter(Boolean)
    .reduce<unknown>((value, key) => (value as Record<string, unknown> | undefined)?.[key], made);
}

const folders = ['circuits', 'mistakes', 'demo'].map((name) => new URL(`../../../examples/${name}/`, import.meta.url));
const files = folders.flatMap((folder) => readdirSync(folder).map((file) => [file, new URL(file, folder)] as const));

test.each(files)('%s: what is entered stands in the document where the working says', (_, url) => {
  const parsed = parseDesignText(readFileSync(url, 'utf8'));
  if (!parsed.ok) throw new Error(url.pathname);
  const evidence = gatherEvidence(parsed.design);
  const context = ruleContext(evidence);
  for (const finding of checkEvidence(evidence, context)) {
    const { given, result, limit } = finding.working;
    for (const row of [...given, result, limit, ...trailOf(context, finding)]) {
      if (row.source.kind !== 'entered') continue;
      const found = at(parsed.design, row.source.path);
      if (found === undefined) throw new Error(`${finding.rule}: nothing at ${row.source.path}`);
      // A share of a supply, a switch of a setting: not the number itself.
      if (typeof found === 'number' && !row.source.path.startsWith('settings.drop'))
        expect([row.source.path, row.value]).toEqual([row.source.path, found]);
    }
  }
});

describe('down to the plate', () => {
  const made = design([job({ loads: [{ ...HEATER, plate: { unit: 'W', value: 130, ratedV: 13 } }] })]);
  const evidence = gatherEvidence(made);
  const context = ruleContext(evidence);
  const rows = (rule: string) =>
    trailOf(
      context,
      checkEvidence(evidence, context).find((finding) => finding.rule === rule)!,
    );
  const value = (list: readonly Given[], symbol: string) => list.find((row) => row.symbol === symbol)!.value;

  test('a heater: I = V / (V_plate²/P + every resistance of the way)', () => {
    const trail = rows('wire-ampacity');
    const way = trail.filter(({ symbol }) => symbol.startsWith('R(')).reduce((sum, row) => sum + row.value, 0);
    const heater = 13 ** 2 / 130;
    expect(value(trail, 'R')).toBeCloseTo(heater, 9);
    expect(value(trail, 'V')).toBe(14.8);
    // What is not listed is the ground metal and what the coil takes: less than a per cent together.
    expect(value(trail, 'I') / (14.8 / (heater + way))).toBeCloseTo(1, 2);
    expect(value(trail, 'I')).toBeCloseTo(value(trail, 'V_load') / heater, 9);
  });

  test('a coil: I = V / (0.9 · R_20 · (1 + α · (T − 20))), but for the switches before it', () => {
    const trail = rows('coil-over-voltage');
    const cold = 0.9 * 85 * (1 + 0.00393 * (-20 - 20));
    expect(value(trail, 'R(K1)')).toBeCloseTo(cold, 9);
    const share = value(trail, 'I(K1)') / (14.8 / cold);
    expect(share).toBeGreaterThan(0.99);
    expect(share).toBeLessThan(1);
  });

  test('what is counted has no plate below it', () => expect(rows('state-mismatch')).toEqual([]));
});
