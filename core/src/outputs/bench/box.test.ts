/** A box of the mains at the bench: what the mains feed in there is never read live, and something stands in for the low voltage. */
import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import { parseDesignText } from '../../project/index.ts';
import { wireBranch } from '../../kinds/index.ts';
import { typed } from '../../testing/pieces.ts';
import { benchPlan } from './plan.ts';
import { benchSteps, faultyReader, predictions } from './dictionary.ts';

const read = (name: string) => {
  const made = parseDesignText(readFileSync(new URL(`../../../../examples/circuits/${name}.json`, import.meta.url), 'utf8'));
  if (!made.ok) throw new Error(`${name} cannot be read`);
  return analyse(made.design).evidence;
};
const LAMP = typed(['when the switch is on, light a 60 W lamp']);
const lamp = analyse(LAMP).evidence;
const oven = read('19-oven');
const plan = benchPlan(lamp, 'job-1');

describe('a lamp whose coil hangs on the isolated supply in its box', () => {
  const at = (key: string) => plan.findIndex(({ id }) => id === `job-1/${key}`);

  test('is tried with its load fuse out, and with a bench supply in place of that one', () => {
    const expected = predictions(lamp, plan);
    expect(plan[at('coil-on-job-1-relay')]!.words).toBe('across the coil of K1, on, with a bench supply of 12 V in place of T2');
    // 12 V behind 0.1 Ω and a few tenths of a metre of wire.
    expect(expected[at('coil-on-job-1-relay')]!.value).toBeCloseTo(12, 0);
    expect(expected[at('coil-off-job-1-relay')]!.value).toBeCloseTo(0, 1);
    expect(expected[at('closes-job-1-relay-2')]!.value).toBeLessThan(1);
  });

  test('reads so too where a mains lead of that supply is broken, which is found with no power', () => {
    const wire = lamp.netlist.wires.find(({ leg }) => leg === 'control-supply-supply-2')!;
    const broken = faultyReader(lamp, [
      {
        id: 'broken',
        kind: 'broken wire',
        words: '',
        subject: { kind: 'wire', id: wire.id },
        weight: 1,
        branch: wireBranch(wire.id),
        fault: 'open',
      },
    ]);
    expect(broken(plan[at('coil-on-job-1-relay')]!)).toBeCloseTo(12, 0);
    expect(plan[at(`wire-${wire.id}`)]!.stage).toBe('no power');
    expect(broken(plan[at(`wire-${wire.id}`)]!)).toBeGreaterThan(1e5);
  });
});

test.each(['bell', 'element-1', 'element-2'])('no step of %s has a lead on what is live with the mains', (job) => {
  const ofMains = new Set(oven.netlist.wires.filter(({ mains }) => mains).flatMap(({ from, to }) => [from, to]));
  const steps = benchPlan(oven, job).filter(({ stage, quantity }) => stage !== 'no power' && quantity !== 'Ω');
  expect(steps.filter(({ red, black }) => ofMains.has(red) || ofMains.has(black)).map(({ words }) => words)).toEqual([]);
  // Of the bell all that is read is low voltage; of the elements the controller would have to be live in the open box.
  expect(steps.length > 0).toBe(job === 'bell');
  expect(steps.every(({ standIn, mains }) => standIn === true && mains)).toBe(true);
});

test('an open contact beside a solid-state relay reads open: its snubber is a capacitor, and a meter’s current is direct', () => {
  const both = analyse(typed(['heat a 1.5 kW oven element to 180 °C', 'when the fan switch is on, run a 25 W fan'])).evidence;
  const steps = benchSteps(both, 'job-2');
  const at = steps.findIndex(({ id }) => id === 'job-2/contact-job-2-relay-2' || id === 'job-2/contact-job-2-relay-2-out');
  expect(predictions(both, steps)[at]!.value).toBeGreaterThan(1e6);
  expect(steps[at]!.words).toMatch(/^contact K2 2 with its relay at rest/);
});
