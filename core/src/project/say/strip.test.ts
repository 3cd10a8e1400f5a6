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
