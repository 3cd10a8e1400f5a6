/** A terminal strip that is said of a job stands at the place that its relay sits in. */
import { expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import { typed } from '../../testing/pieces.ts';
import { blankDesign } from '../starters.ts';
import { hear } from './index.ts';

const FAN = 'when the key is on, run a 9 A fan from the battery';
const withStrip = (design: ReturnType<typeof typed>) => design.places.filter(({ strip }) => strip).map(({ id }) => id);

test.each([
  `${FAN} with a terminal strip`,
  `${FAN} over a numbered terminal strip`,
  `with a terminal strip, ${FAN}`,
  `${FAN} through a four-pin relay and a connection strip in the box`,
])('%s', (words) => {
  const made = typed([words], 'battery-12');
  expect(made.jobs).toHaveLength(1);
  expect(withStrip(made)).toEqual([made.jobs[0]!.device.place]);
  // Feed, load wire: what leaves the place, each way with its terminal, on one rail.
  const { parts, strips } = analyse(made).analysis;
  expect(strips[0]!.ways).toBeGreaterThan(1);
  expect(parts.filter(({ description }) => /^Mounting rail/.test(description))).toMatchObject([{ count: 1, spare: 0 }]);
  expect(parts.find(({ description }) => description.startsWith('Feed-through strip terminal'))!.count).toBe(strips[0]!.ways);
});

test.each([FAN, 'when the key is on, run two dew strips of 4.2 A', 'when the key is on, light a 5 A LED strip'])('%s has none', (words) => {
  const made = typed([words], 'battery-12');
  expect(withStrip(made)).toEqual([]);
  expect(analyse(made).analysis.parts.filter(({ description }) => /rail|strip terminal/.test(description))).toEqual([]);
});

test('what is said of it is told back, and nothing of it is left over', () => {
  const heard = hear(`${FAN} with a terminal strip`, blankDesign('box', 'battery-12'));
  expect(heard.unclear).toEqual([]);
  expect(heard.told.map(({ means }) => means)).toContain('what leaves the relay’s place over a terminal strip, numbered');
});

test('the mains passes beside it: its wires are as long as without, and those of low voltage go once more to it', () => {
  const LAMP = 'when the machine gives 5 V, run a 500 W vacuum from the mains with a 5 A fuse';
  const lengths = (words: string) => {
    const { wires } = analyse(typed([words])).analysis.netlist;
    return (mains: boolean) => wires.filter((wire) => wire.mains === mains).map(({ lengthM }) => lengthM);
  };
  const [plain, over] = [LAMP, `${LAMP} and a terminal strip`].map(lengths);
  expect(plain!(true).length).toBeGreaterThan(3);
  expect(over!(true)).toEqual(plain!(true));
  // To the coil and back from the machine; the lead at its fuse stays.
  expect(over!(false).map((lengthM, at) => Number((lengthM - plain!(false)[at]!).toFixed(3)))).toEqual([0, 0.3, 0.3]);
});
