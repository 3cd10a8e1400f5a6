/** Fewer sizes: nothing gets thinner or worse by them, what they cost is what the lists say, and they give way where they must. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { analyse } from './analyse.ts';
import { type SizeSet, fewerSizes } from './fewer-sizes.ts';
import { parseDesign, parseDesignText } from './project/parse.ts';
import type { Design } from './project/schema.ts';
import { wireSeriesPatches } from './project/setting-patches.ts';
import { applyPatches } from './document/patch.ts';
import { design, job } from './testing/designs.ts';

const EXAMPLES = ['demo', 'circuits'].flatMap((folder) => {
  const at = new URL(`../../examples/${folder}/`, import.meta.url);
  return readdirSync(at).map((file) => {
    const parsed = parseDesignText(readFileSync(new URL(file, at), 'utf8'));
    if (!parsed.ok) throw new Error(file);
    return [file, parsed.design] as const;
  });
});
function setsOf(made: Design): readonly SizeSet[] {
  const steps = fewerSizes(made);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
const keeping = (made: Design, sizes: readonly number[]): Design => ({ ...made, settings: { ...made.settings, sizes: [...sizes] } });
/** What is wrong, without its numbers. */
const wrong = (made: Design) =>
  analyse(made).analysis.findings.flatMap(({ severity, key, code }) => (severity === 'hold' ? [] : [`${severity} ${key} ${code}`]));

describe.each(EXAMPLES)('%s', (_, made) => {
  const sets = setsOf(made);
  test('each set has fewer sizes than the one before it, and costs what the lists say', () => {
    const counts = sets.map(({ sizes }) => sizes.length);
    expect(counts).toEqual([...new Set(counts)].sort((a, b) => b - a));
    expect(sets[0]!.only).toEqual([]);
    for (const { only, sizes, rolls, price } of [sets[0]!, sets.at(-1)!]) {
      const { cuts } = analyse(keeping(made, only)).analysis;
      expect([...new Set(cuts.map(({ sizeMm2 }) => sizeMm2))].sort((a, b) => a - b)).toEqual(sizes);
      expect(cuts.reduce((sum, { cut }) => sum + cut.rolls.length, 0)).toBe(rolls);
      expect(cuts.reduce((sum, row) => sum + row.price, 0)).toBeCloseTo(price, 9);
    }
  });
  test('what the fewest make worse is said, and is no danger', () => {
    const before = new Set(wrong(made));
    const last = sets.at(-1)!;
    const now = wrong(keeping(made, last.only)).filter((line) => !before.has(line));
    expect(last.worse.length).toBe(now.length);
    expect(now.filter((line) => line.startsWith('danger'))).toEqual([]);
  });
});

test('thicker leads let more flow in a short than a blade fuse breaks at 24 V: said before one keeps to them', () => {
  const tender = EXAMPLES.find(([file]) => file === 'tender-7.json')![1];
  expect(setsOf(tender).at(-1)!.worse.join()).toMatch(/A short behind F\S+ draws .* it can break/);
});

describe('what sizing keeps to', () => {
  const sizes = (made: Design) => new Set(analyse(made).analysis.netlist.wires.map(({ sizeMm2 }) => sizeMm2));
  test('is taken where it will do', () => {
    expect([...sizes(design())]).toEqual([1]);
    expect([...sizes(keeping(design(), [2.5]))]).toEqual([2.5]);
  });
  test('gives way to what a fuse asks for, and to a terminal that does not take it', () => {
    const strong = (only: readonly number[]) =>
      keeping(design([job({ fuse: 40, device: { kind: 'relay', part: 'relay-12v-70a-4', socket: 'auto', place: 'box' } })]), only);
    const feed = (made: Design) => analyse(made).analysis.netlist.wires.find(({ leg }) => leg === 'to-relay')!.sizeMm2;
    expect(feed(strong([1]))).toBe(feed(strong([])));
    expect(feed(strong([1]))).toBeGreaterThan(1);
    // No 25 mm² goes on a blade.
    const over = analyse(keeping(design(), [25])).analysis;
    expect(over.findings.filter(({ rule, severity }) => rule === 'wire-above-terminal' && severity !== 'hold')).toEqual([]);
  });
  test('a size that somebody chose stays', () => {
    const made = keeping(design([job({ wires: { 'load-load-1': { sizeMm2: 4 } } })]), [2.5]);
    expect(sizes(made)).toEqual(new Set([2.5, 4]));
  });
  test('goes over with the way that wire is bought, and is a size that is sold', () => {
    const made = keeping(design(), [2.5, 6]);
    const gauges = applyPatches(made, wireSeriesPatches(made, 'awg')) as Design;
    expect(parseDesign(gauges)).toMatchObject({ ok: true });
    // 12 AWG is 3.31 mm², 8 AWG 8.37: the next that are no thinner.
    expect(gauges.settings.sizes.map((size) => size.toFixed(2))).toEqual(['3.31', '8.37']);
    expect(parseDesign(keeping(design(), [2.2]))).toMatchObject({ ok: false });
  });
});
