/** A plan of places against geometry: what can be laid out flat is, with its distances kept. */
import { expect, test } from '@jest/globals';
import { mapOfPlaces } from './place-map.ts';
import type { Design } from './schema.ts';

const made = (names: readonly string[], ways: readonly (readonly [string, string, number])[]): Pick<Design, 'places' | 'distances'> => ({
  places: names.map((id) => ({ id, name: id, coldestC: 0, hottestC: 40, box: 'open', divided: false, strip: false, wet: false })),
  distances: ways.map(([a, b, lengthM]) => ({ a, b, lengthM, bundle: 1 })),
});
const between = (design: ReturnType<typeof made>, a: string, b: string) => {
  const at = new Map(mapOfPlaces(design).map((one) => [one.place, one]));
  return Math.hypot(at.get(a)!.x - at.get(b)!.x, at.get(a)!.y - at.get(b)!.y);
};

test('a triangle of 3, 4 and 5 m has a right angle', () => {
  const design = made(
    ['a', 'b', 'c'],
    [
      ['a', 'b', 3],
      ['b', 'c', 4],
      ['a', 'c', 5],
    ],
  );
  expect(between(design, 'a', 'b')).toBeCloseTo(3, 2);
  expect(between(design, 'b', 'c')).toBeCloseTo(4, 2);
  expect(between(design, 'a', 'c')).toBeCloseTo(5, 2);
});

test('a chain of measured ways is a straight line, wider than it is high, with the first place on the left', () => {
  const design = made(
    ['nose', 'panel', 'tail', 'hitch'],
    [
      ['nose', 'panel', 1.8],
      ['panel', 'tail', 2.4],
      ['tail', 'hitch', 0.7],
    ],
  );
  const map = mapOfPlaces(design);
  expect(between(design, 'nose', 'hitch')).toBeCloseTo(4.9, 1);
  expect(map[0]!.x).toBeCloseTo(0, 6);
  expect(Math.max(...map.map(({ y }) => y))).toBeLessThan(0.3);
});

test('places that no way joins stand apart, and one alone stands somewhere', () => {
  expect(between(made(['a', 'b'], []), 'a', 'b')).toBeGreaterThan(2);
  expect(mapOfPlaces(made(['a'], []))).toEqual([{ place: 'a', x: expect.closeTo(0, 6), y: expect.closeTo(0, 6) }]);
});
