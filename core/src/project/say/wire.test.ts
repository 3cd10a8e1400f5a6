/** Wire that is said of a job is what its load circuit is laid in, judged as any other and mended by a nudge. */
import { describe, expect, test } from '@jest/globals';
import { findNudge, nudgeAll } from '../../advice/nudge.ts';
import { analyse } from '../../analyse.ts';
import { cordsOf } from '../../graph/index.ts';
import { typed } from '../../testing/pieces.ts';
import { applyPatches } from '../../document/patch.ts';
import { wireSeriesPatches } from '../setting-patches.ts';
import { blankDesign } from '../starters.ts';
import { hear } from './index.ts';

const FAN = 'when the key is on, run a 9 A fan from the battery';
const HEATER = 'when the key is on, run a 12 A heater from the battery';
const sizesOf = (words: string, page = 'battery-12') => {
  const design = typed([words], page);
  const { wires } = analyse(design).analysis.netlist;
  return {
    design,
    load: wires.filter(({ section }) => section.side === 'load').map(({ leg, sizeMm2 }) => [leg, sizeMm2]),
    control: wires.filter(({ section }) => section.side === 'control').map(({ sizeMm2 }) => sizeMm2),
  };
};
const all = (size: number) => ['feed', 'to-relay', 'load-load-1', 'return-load-1'].map((leg) => [leg, size]);

describe('one size for all of it', () => {
  test.each([
    ['with 4 mm² wire', 4],
    ['in 4 mm2 cable', 4],
    ['using 4 mm wires', 4],
    ['with wire of 4 mm²', 4],
    ['with 4 square millimetre wire through a 40 A relay', 4],
    ['with 12 AWG wire', 3.31],
    ['in 12 gauge wire', 3.31],
    // As it is rounded in talk: 10 AWG has 5.26 mm².
    ['with 5 mm² wire', 5.26],
  ])('%s', (words, size) => {
    const { load, control } = sizesOf(`${FAN} ${words}`);
    expect(load).toEqual(all(size));
    // A coil's wires are chosen.
    expect(new Set(control)).toEqual(new Set([1]));
  });
  test.each(['with 3 mm² wire', 'with 13 AWG wire', 'with 400 mm² wire', 'with 4 mm² wire to the fuse and 6 mm² to the fuse'])(
    'of what is not sold, or is said twice, it says that it did not understand: %s',
    (words) => {
      const heard = hear(`${FAN} ${words}`, blankDesign('box', 'battery-12'));
      expect(heard.add).toBeNull();
      expect(heard.unclear.map(({ text }) => text).join()).toContain(words.slice(0, 12));
    },
  );
  test('of millimetres that are no wire’s nothing is made', () => {
    expect(sizesOf(FAN).design.jobs[0]!.wireMm2).toBeUndefined();
    expect(hear(`${FAN} with 120 mm`, blankDesign('box', 'battery-12')).add).toBeNull();
  });
});

test('stretches have their own, and what is said of none is the rest', () => {
  const { load } = sizesOf(`${FAN} with 10 mm² wire to the breaker, 4 mm² to the relay and 6 mm² on to the fan`);
  expect(Object.fromEntries(load)).toEqual({ feed: 10, 'to-relay': 4, 'load-load-1': 6, 'return-load-1': 6 });
  const [chosen, toRelay] = [sizesOf(FAN), sizesOf(`${FAN} with 10 mm² wire to the relay`)].map((one) => Object.fromEntries(one.load));
  expect(toRelay).toEqual({ ...chosen, feed: 10, 'to-relay': 10 });
});

test('of the mains the cord into the box, which others share, is chosen', () => {
  const { design } = sizesOf('when the switch is on, light a 60 W lamp with 0.75 mm² wire', 'mains-230');
  const load = analyse(design).analysis.netlist.wires.filter(({ section }) => section.side === 'load');
  const of = (inlet: boolean) => load.filter(({ leg }) => leg.startsWith('inlet') === inlet);
  expect(of(true).map(({ sizeMm2, sizeChosen }) => [sizeMm2, sizeChosen])).toEqual(Array(3).fill([1, false]));
  expect(of(false).length).toBeGreaterThan(3);
  expect(new Set(of(false).map(({ sizeMm2, sizeChosen }) => `${sizeMm2} ${sizeChosen}`))).toEqual(new Set(['0.75 true']));
  // Where its line goes straight to the relay it is a core of that cord all the same.
  const straight = typed(['when the machine gives 5 V, run a 500 W vacuum from the mains with a 5 A fuse and 0.75 mm² wire']);
  const cores = cordsOf(straight, analyse(straight).analysis.netlist).map((cord) => cord.cores.map(({ sizeMm2 }) => sizeMm2));
  expect(cores).toEqual([
    [1, 1, 1],
    [0.75, 0.75, 0.75],
  ]);
});

describe('too thin', () => {
  const design = typed([`${HEATER} with 0.75 mm² wire`], 'battery-12');
  const { evidence, analysis } = analyse(design);
  const open = analysis.findings.filter(({ severity }) => severity !== 'hold');
  test('it is a danger, and a nudge takes all of it at once to what bears it', () => {
    const hot = open.find(({ rule }) => rule === 'wire-ampacity')!;
    expect(hot.severity).toBe('danger');
    const nudge = findNudge(evidence, analysis.findings, hot)!;
    expect(nudge.patches).toEqual([{ path: ['jobs', 0, 'wireMm2'], value: 1 }]);
  });
  test('though a heater then has more heat that nothing ends: that was asked before, and is', () => {
    const plan = nudgeAll(evidence, analysis.findings, design.jobs[0]!.id);
    const mended = analyse(applyPatches(design, plan.patches)).analysis.findings;
    const [before, after] = [analysis.findings, mended].map((list) => list.find(({ rule }) => rule === 'fails-closed-no-cutout')!);
    expect(before!.severity).toBe('caution');
    expect(after!.value).toBeGreaterThan(1.05 * before!.value);
    expect(mended.filter(({ severity }) => severity === 'danger')).toEqual([]);
    expect(mended.filter(({ rule, severity }) => rule === 'wire-drop' && severity !== 'hold')).toEqual([]);
  });
});

test('bought by gauge it becomes the gauge that is no thinner', () => {
  const design = typed([`${FAN} with 4 mm² wire`], 'battery-12');
  expect(applyPatches(design, wireSeriesPatches(design, 'awg')).jobs[0]!.wireMm2).toBe(5.26);
  expect(applyPatches(design, wireSeriesPatches(design, 'metric')).jobs[0]!.wireMm2).toBe(4);
});
