/**
 * What no ohmmeter tells fails no healthy circuit: sensors, receivers and stations read as nothing of their own, what else hangs on a
 * feed that is there as anything (common practice).
 */
import { readFileSync, readdirSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { gatherEvidence } from '../../analysis/index.ts';
import { terminal } from '../../quantity/index.ts';
import { LOADS, branchId, plays } from '../../kinds/index.ts';
import { type Design, parseDesignText } from '../../project/index.ts';
import { type Spread, benchSteps, faultyReader, predictions, reader } from './dictionary.ts';
import { benchPlan } from './plan.ts';

const FOLDER = new URL('../../../../examples/circuits/', import.meta.url);
function read(file: string): Design {
  const parsed = parseDesignText(readFileSync(new URL(file, FOLDER), 'utf8'));
  if (!parsed.ok) throw new Error(file);
  return parsed.design;
}
const AS_IT_IS: Spread = { coilSpread: 0, volts: 1 };
/** A little of what is reckoned with, and nothing at all. */
const SHARES = [0.4, Infinity];
const met =
  (share: number): NonNullable<Spread['cold']> =>
  (of) =>
    of === 'others' || LOADS[of].ohms === null ? share : LOADS[of].ohms.least;

describe.each(readdirSync(FOLDER))('%s', (file) => {
  const evidence = gatherEvidence(read(file));
  test.each(evidence.design.jobs.map(({ id }) => id))('%s', (job) => {
    const steps = benchSteps(evidence, job);
    const foretold = predictions(evidence, steps);
    const ohms = steps.flatMap((step, at) => (step.quantity === 'Ω' ? [{ step, ...foretold[at]! }] : []));
    expect(ohms.length).toBeGreaterThan(3);
    for (const share of SHARES) {
      const meter = faultyReader(evidence, [], { ...AS_IT_IS, cold: met(share) });
      const off = ohms.filter(({ step, value, tolerance }) => Math.abs(meter(step) - value) > tolerance);
      expect(off.map(({ step }) => step.words)).toEqual([]);
    }
  });
});

test('a board is unplugged where no fuse helps, and a fuse is out while behind it is read', () => {
  const evidence = gatherEvidence(read('../demo/owl-box.json'));
  const steps = evidence.design.jobs.flatMap(({ id }) => benchSteps(evidence, id));
  const behind = steps.filter(({ words }) => /^from behind F\w+ to the return/.test(words));
  expect(behind.length).toBeGreaterThan(5);
  expect(behind.every(({ words, out }) => / out(,|$)/.test(words) && out!.length > 0)).toBe(true);
  const unplugged = steps.filter((step) => step.unplugged);
  expect(unplugged.map(({ words }) => words)).toContain('from behind F2C to the return, F2C out, A1 unplugged');
  // Nothing of what is unplugged shows, whatever is wrong with it.
  const healthy = faultyReader(evidence, [], AS_IT_IS);
  for (const step of unplugged)
    for (const share of SHARES) expect(faultyReader(evidence, [], { ...AS_IT_IS, cold: met(share) })(step)).toBeCloseTo(healthy(step), 0);
});

test('a lamp that was broken for one reading is as cold as before in the next', () => {
  const evidence = gatherEvidence(read('01-switched-load.json'));
  const { id } = evidence.netlist.parts.find((part) => plays(part, 'load'))!;
  const meter = reader(evidence, { ...AS_IT_IS, cold: () => 1 / 15 });
  const [first] = benchPlan(evidence, 'light');
  const step = { ...first!, id: 'across', red: terminal(id, '+'), black: terminal(id, '-') };
  const before = meter.read(step, []);
  expect(meter.read(step, [{ branch: branchId(id, 'load'), fault: 'open' }])).toBeGreaterThan(before);
  expect(meter.read(step, [])).toBe(before);
});
