import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { applyPatches, patchesBetween, sameDocument } from './patch.ts';

/** What a document is made of, a list or record now and then shared between both. */
const json = fc.jsonValue({ maxDepth: 4 }).filter((value) => typeof value === 'object' && value !== null);

describe('what lies between two documents', () => {
  test('turns the one into the other, whatever they are (seed 7)', () => {
    fc.assert(
      fc.property(fc.tuple(json, json), ([a, b]) => {
        expect(applyPatches<unknown>(a, patchesBetween(a, b))).toEqual(b);
      }),
      { seed: 7, numRuns: 400 },
    );
  });
  test('is nothing for the same thing with its keys the other way round, and one patch for one changed leaf', () => {
    expect(sameDocument({ a: 1, b: [{ c: 2, d: 3 }] }, { b: [{ d: 3, c: 2 }], a: 1 })).toBe(true);
    expect(patchesBetween({ a: { b: [1, 2, 3] }, c: 1 }, { a: { b: [1, 5, 3] }, c: 1 })).toEqual([{ path: ['a', 'b', 1], value: 5 }]);
  });
  test('a key that goes is taken out, and one that comes is put in; a longer list goes whole', () => {
    const patches = patchesBetween({ a: 1, list: [1] }, { b: 2, list: [1, 2] });
    expect(patches).toEqual([
      { path: ['a'], value: undefined },
      { path: ['b'], value: 2 },
      { path: ['list'], value: [1, 2] },
    ]);
  });
  test('survives the wire, where an undefined value is left out', () => {
    const [from, to] = [{ a: { b: 1, c: 2 } }, { a: { c: 3 } }];
    const sent = JSON.parse(JSON.stringify(patchesBetween(from, to))) as ReturnType<typeof patchesBetween>;
    expect(applyPatches(from, sent)).toEqual(to);
  });
});
