import { describe, expect, test } from '@jest/globals';
import { gatherEvidence } from '../analysis/evidence.ts';
import { ruleContext } from '../rules/context.ts';
import { HEATER, design, job } from '../testing/designs.ts';
import { bladeOpensBy, startChart, wireEnds } from './start-chart.ts';

describe('the end of a wire', () => {
  test('in a short time it is the adiabatic limit k · S = I · √t, k = 115 for PVC copper (IEC 60364-4-43)', () => {
    for (const seconds of [0.001, 0.01, 0.1]) expect(wireEnds(2.5, 30, seconds) * Math.sqrt(seconds)).toBeCloseTo(115 * 2.5, 0);
  });
  test('in a long time it is the ampacity, and in between it falls', () => {
    expect(wireEnds(2.5, 30, 1e5)).toBeCloseTo(30, 6);
    const times = [0.1, 1, 10, 100, 1000].map((seconds) => wireEnds(2.5, 30, seconds));
    for (let at = 1; at < times.length; at++) expect(times[at]).toBeLessThan(times[at - 1]!);
  });
});

test('a blade fuse opens by the latest of its band: 200 % within 5 s, 600 % within 0.1 s (ISO 8820-3, from memory)', () => {
  expect(bladeOpensBy(5)).toBeCloseTo(2, 9);
  expect(bladeOpensBy(0.1)).toBeCloseTo(6, 9);
  expect(bladeOpensBy(600)).toBe(1.35);
  expect(bladeOpensBy(20)).toBeGreaterThan(1.6);
  expect(bladeOpensBy(20)).toBeLessThan(2);
});

test('where fuse and wire are coordinated the fuse is open at its latest before the wire ends, in every short', () => {
  const made = design([job({ loads: [{ ...HEATER, kind: 'motor', name: 'fan' }] })]);
  const context = ruleContext(gatherEvidence(made));
  const chart = startChart(context, context.jobs[0]!)!;
  expect(chart.fuse).toBe('F1');
  expect(chart.wireAmpacityA).toBeGreaterThan(chart.ratingA);
  for (const { seconds, soonestA, latestA, wireA } of chart.rows) {
    expect(latestA).toBeGreaterThanOrEqual(soonestA);
    // Up to the few seconds of a short circuit.
    if (seconds >= 0.001 && seconds < 5) expect(wireA).toBeGreaterThan(latestA);
  }
  // 96 W at 12 V is 8 A, at most 9.87 A at 14.8 V; its start is near 5.7 times that.
  const [first] = chart.rows;
  const last = chart.rows[chart.rows.length - 1]!;
  expect(first!.loadA / last.loadA).toBeGreaterThan(5);
  expect(last.loadA).toBeLessThan(9.87);
  expect(startChart(context, { ...context.jobs[0]!, loadFuses: [] })).toBeNull();
});
