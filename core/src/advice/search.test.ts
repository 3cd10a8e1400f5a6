/** The search against its twin that tries every combination, on random lopsided problems. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { SIZE_ORDERS } from '../project/schema.ts';
import { bladeFuseOhm } from '../reference/blade-fuses.ts';
import { stockOf } from '../reference/wire-families.ts';
import { WIRE_SERIES_IDS } from '../reference/wire-sizes.ts';
import type { Leg, Path } from '../wiring/choose.ts';
import { type SizingProblem, type Variant, sizedLegs } from '../wiring/problem.ts';
import { combinationsOf, compareWholes, search, searchByTrying } from './search.ts';

const leg = (key: string) =>
  fc.record({
    key: fc.constant(key),
    lengthM: fc.double({ min: 0.1, max: 9, noNaN: true }),
    totalM: fc.double({ min: 0.1, max: 20, noNaN: true }),
    currentA: fc.double({ min: 0.2, max: 34, noNaN: true }),
    laid: fc
      .record({
        family: fc.constantFrom('cord', 'nec-75', 'nec-60'),
        airC: fc.integer({ min: 10, max: 45 }),
        bundleFactor: fc.constantFrom(1, 0.8, 0.57),
        overStrip: fc.boolean(),
        series: fc.constantFrom(...WIRE_SERIES_IDS),
      })
      .map(({ series, ...laid }) => {
        const stockMm2 = stockOf(laid.family, series, 'usual').slice(0, 8);
        return { ...laid, stockMm2, keptMm2: stockMm2 };
      }),
    mostMm2: fc.constantFrom(4, 6, 50),
    own: fc.boolean(),
    foreignA: fc.constantFrom(0, 0, 5, 20),
    chosenMm2: fc.constant(undefined),
    fuseA: fc.constant(0),
  }) as fc.Arbitrary<Leg>;

const parts = fc.integer({ min: 1, max: 4 }).chain((count) => {
  const keys = Array.from({ length: count }, (_, at) => `leg-${at}`);
  const path = fc.record({
    legs: fc.subarray(keys, { minLength: 1 }),
    fixedDropV: fc.double({ min: 0, max: 0.2, noNaN: true }),
    fuseAmpere: fc.double({ min: 0, max: 30, noNaN: true }),
    budgetV: fc.double({ min: 0.05, max: 2, noNaN: true }),
  }) as fc.Arbitrary<Path>;
  return fc.record({ legs: fc.tuple(...keys.map(leg)), paths: fc.array(path, { minLength: 1, maxLength: 3 }), fed: fc.constant([]) });
});
const variant: fc.Arbitrary<Variant> = fc.record({
  relay: fc.constant('relay'),
  socket: fc.constant('socket'),
  price: fc.double({ min: 0, max: 20, noNaN: true }),
  mostFuseA: fc.constantFrom(15, 30, 40),
  fuses: fc.integer({ min: 1, max: 2 }),
  parts,
});
const problem: fc.Arbitrary<SizingProblem> = fc.record({
  variants: fc.array(variant, { minLength: 1, maxLength: 2 }),
  ratings: fc.constant([5, 10, 20, 30]),
  fusePrice: fc.constant(2.8),
  leastFuseA: fc.double({ min: 1, max: 25, noNaN: true }),
  fuseOhm: fc.constant(bladeFuseOhm),
});

describe('the search is as good as trying every combination (seed 433)', () => {
  test.each(SIZE_ORDERS)('for the least %s', (order) => {
    fc.assert(
      fc.property(problem, (made) => {
        const found = search(made, order);
        const tried = searchByTrying(made, order);
        if (tried === null) return expect(found).toBeNull();
        expect(found).not.toBeNull();
        expect(compareWholes(order, found!, tried)).toBe(0);
      }),
      { seed: 433, numRuns: 120 },
    );
  });

  test('with a choice held fast it finds the best of those that have it', () => {
    fc.assert(
      fc.property(problem, fc.constantFrom(...SIZE_ORDERS), fc.nat(3), (made, order, at) => {
        const first = made.variants[0]!.parts.legs[0]!;
        const sizeMm2 = sizedLegs(first)[at]?.sizeMm2 ?? sizedLegs(first)[0]!.sizeMm2;
        const held = search(made, order, { variant: 0, fuseA: 20, sizesMm2: new Map([[0, sizeMm2]]) });
        if (held === null) return;
        expect(held).toMatchObject({ variant: 0, fuseA: 20 });
        expect(held.sizesMm2[0]).toBe(sizeMm2);
        expect(compareWholes(order, search(made, order)!, held)).toBeLessThanOrEqual(0);
      }),
      { seed: 434, numRuns: 150 },
    );
  });
});

test('what is safe comes before what is cheap: a fuse below its load, above its contact or its wire is never chosen', () => {
  fc.assert(
    fc.property(problem, fc.constantFrom(...SIZE_ORDERS), (made, order) => {
      const found = search(made, order);
      if (!found) return;
      const { mostFuseA, parts: own } = made.variants[found.variant]!;
      expect(found.fuseA).toBeGreaterThanOrEqual(made.leastFuseA);
      expect(found.fuseA).toBeLessThanOrEqual(mostFuseA);
      own.legs.forEach((one, at) => {
        const { bearsA } = sizedLegs(one).find(({ sizeMm2 }) => sizeMm2 === found.sizesMm2[at])!;
        expect(bearsA).toBeGreaterThanOrEqual(one.currentA);
        if (one.own) expect(bearsA).toBeGreaterThanOrEqual(found.fuseA);
      });
    }),
    { seed: 435, numRuns: 150 },
  );
});

test('an impossible job has no answer, and combinations are counted', () => {
  const [made] = fc.sample(problem, { seed: 7, numRuns: 1 });
  expect(search({ ...made!, leastFuseA: 99 }, 'cost')).toBeNull();
  const legs = made!.variants.map(({ parts: own }) => own.legs.reduce((product, one) => product * sizedLegs(one).length, 4));
  expect(combinationsOf(made!)).toBe(legs.reduce((sum, count) => sum + count, 0));
});
