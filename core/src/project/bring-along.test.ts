/** A project that goes over to another voltage: what is brought along holds what held before. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { analyse } from '../analyse.ts';
import { asVariant } from '../kinds/index.ts';
import { blankDesign, hear, parseDesignText, type Design } from './index.ts';
import { broughtAlong, leftBehind } from './bring-along.ts';

const said = (words: string, variant = 'battery-12'): Design => {
  const blank = blankDesign('Page', variant);
  return hear(words, blank).add!(blank);
};
const over = (design: Design, variant: string, at = 0): Design => ({
  ...design,
  supplies: design.supplies.map((supply, index) => (index === at ? asVariant(supply, variant) : supply)),
});
const dangers = (design: Design) =>
  analyse(design).analysis.findings.flatMap(({ severity, rule, title }) => (severity === 'danger' ? [`${rule}: ${title}`] : []));

describe.each(['battery-6', 'battery-24', 'battery-36', 'battery-48', 'battery-12-lithium'])('from 12 V to %s', (variant) => {
  test.each([
    'when the key is on, run a 5 A fan from the battery',
    'when the key and the dash switch are on, light two 21 W lamps from the battery',
    'when the dash switch is on, run a 60 W heater from the battery; otherwise light a 5 W lamp',
    'when the start button is pressed, run a 2 A valve until the stop button is pressed',
  ])('%s', (words) => {
    const before = said(words);
    expect(dangers(before)).toEqual([]);
    const stranded = over(before, variant);
    const id = before.supplies[0]!.id;
    const along = broughtAlong(stranded, id);
    // A relay of 30 A with a throw that rests closed is sold for 6, 12 and 24 V: what there is none of stays, and the rules say so.
    const none = /36|48/.test(variant) && words.includes('otherwise');
    expect(dangers(along).map((danger) => danger.split(':')[0])).toEqual(none ? ['coil-wrong-voltage', 'coil-over-voltage'] : []);
    expect(analyse(along).evidence.unwired).toEqual([]);
    expect(leftBehind(along, id)).toEqual([]);
    const isOther = !variant.startsWith('battery-12');
    expect(leftBehind(stranded, id)).toHaveLength(isOther ? 1 : 0);
    const watts = ({ jobs }: Design) =>
      jobs.flatMap(({ loads }) => loads.map(({ plate: { unit, value, ratedV } }) => Math.round(unit === 'W' ? value : value * ratedV)));
    for (const [at, watt] of watts(along).entries()) expect(Math.abs(watt - watts(before)[at]!)).toBeLessThanOrEqual(1);
  });
});

test('what fits stays as it is, also a load for 13.5 V on a battery of 12 V', () => {
  const design = said('when the key is on, run a 5 A 13.5 V fan from the battery');
  expect(design.jobs[0]!.loads[0]!.plate.ratedV).toBe(13.5);
  expect(broughtAlong(design, design.supplies[0]!.id)).toBe(design);
});

test('from 230 V to 120 V the contactor’s coil goes along; from a battery to the mains nothing does: that is another circuit', () => {
  const parsed = parseDesignText(readFileSync(new URL('../../../examples/circuits/21-two-hand.json', import.meta.url), 'utf8'));
  if (!parsed.ok) throw new Error('no example');
  const at = parsed.design.supplies.findIndex(({ id }) => id === parsed.design.jobs[0]!.supply);
  const other = over(parsed.design, 'mains-120', at);
  expect(broughtAlong(other, other.supplies[at]!.id).jobs[0]!.loads[0]!.plate.ratedV).toBe(120);
  const battery = said('when the key is on, run a 5 A fan from the battery');
  expect(leftBehind(over(battery, 'mains-230'), battery.supplies[0]!.id)).toEqual([]);
});

test('a job on another supply is left alone', () => {
  const first = said('when the key is on, run a 5 A fan from the battery');
  const both = hear('when the hand switch is on, light a 60 W lamp from the mains', first).add!(first);
  const along = broughtAlong(over(both, 'battery-24'), both.supplies[0]!.id);
  expect(along.jobs[0]).not.toEqual(both.jobs[0]);
  expect(along.jobs[1]).toEqual(both.jobs[1]);
});

test('a receiver that is printed for 12 V is asked for anew where its battery becomes one of 24 V, and named', () => {
  const before = said('when the radio receiver is on, light a 5 W lamp from the battery');
  const printed = (design: Design, ownSupply: string): Design => ({
    ...design,
    signals: design.signals.map((signal) => ({ ...signal, ownSupply }) as Design['signals'][0]),
  });
  const [{ id }] = before.supplies as [Design['supplies'][0]];
  const on12 = printed(before, 'dc-12');
  expect(dangers(on12)).toEqual([]);
  const stranded = over(on12, 'battery-24');
  expect(dangers(stranded).join()).toMatch(/fed-wrong-voltage: .* is made for 12 V⎓/);
  expect(leftBehind(stranded, id)).toContain(on12.signals[0]!.name);
  const along = broughtAlong(stranded, id);
  expect(dangers(along)).toEqual([]);
  expect(leftBehind(along, id)).toEqual([]);
  // One for 10 to 30 V lives on both.
  const wide = over(printed(before, 'dc-10-30'), 'battery-24');
  expect(broughtAlong(wide, id).signals).toEqual(wide.signals);
});

test.each([
  ['adapter-24', 'contactor-24v-2x25a'],
  ['adapter-24-ac', 'contactor-24vac-2x25a'],
])('a contactor whose 12 V supply becomes %s gets a coil for its kind of current: %s', (variant, part) => {
  const before = said('when the hand switch is on, run a 1 kW heater from the mains through a 12 V contactor', 'mains-230');
  const at = before.supplies.findIndex(({ id }) => id === before.jobs[0]!.controlSupply);
  const along = broughtAlong(over(before, variant, at), before.supplies[at]!.id);
  expect(along.jobs[0]!.device).toMatchObject({ part });
  expect(dangers(along).filter((danger) => danger.startsWith('coil-wrong-voltage'))).toEqual([]);
});
