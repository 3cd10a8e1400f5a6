import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { cutPieces, leastRolls } from './cut-list.ts';

const pieces = (lengths: readonly number[]) => lengths.map((lengthM, at) => ({ id: `W${String(at).padStart(2, '0')}`, lengthM }));

/** Fewest rolls by trying every way: each piece into every begun roll, or one new one. */
function fewest(lengths: readonly number[], roll: number): number {
  const order = [...lengths].sort((a, b) => b - a);
  let best = order.length;
  const left: number[] = [];
  const place = (at: number): void => {
    if (left.length >= best) return;
    if (at === order.length) {
      best = left.length;
      return;
    }
    const need = order[at]!;
    for (let index = 0; index < left.length; index++) {
      if (left[index]! < need) continue;
      left[index]! -= need;
      place(at + 1);
      left[index]! += need;
    }
    left.push(roll - need);
    place(at + 1);
    left.pop();
  };
  place(0);
  return best;
}

const lengthsCm = fc.array(fc.integer({ min: 5, max: 100 }), { minLength: 1, maxLength: 9 });

describe('cutting from rolls', () => {
  test('the bound is never above the exact answer, and what is cut never above 11/9 of it and one', () => {
    fc.assert(
      fc.property(lengthsCm, (lengths) => {
        const exact = fewest(lengths, 100);
        const cut = cutPieces(pieces(lengths.map((length) => length / 100)), 1);
        expect(cut.leastRolls).toBeLessThanOrEqual(exact);
        expect(cut.rolls.length).toBeGreaterThanOrEqual(exact);
        expect(cut.rolls.length).toBeLessThanOrEqual((11 / 9) * exact + 1);
      }),
      { numRuns: 300, seed: 6 },
    );
  });
  test('every piece is cut once, and no roll or spool gives more than it has', () => {
    fc.assert(
      fc.property(lengthsCm, fc.array(fc.integer({ min: 20, max: 300 }), { maxLength: 3 }), (lengths, spools) => {
        const cut = cutPieces(
          pieces(lengths.map((length) => length / 100)),
          0.8,
          spools.map((length) => length / 100),
        );
        const stocks = [...cut.spools, ...cut.rolls];
        const given = [...stocks.flatMap((stock) => stock.pieces), ...cut.tooLong].map(({ id }) => id).sort();
        expect(given).toEqual(
          pieces(lengths)
            .map(({ id }) => id)
            .sort(),
        );
        for (const { lengthM, pieces: own, leftM } of stocks) {
          expect(leftM).toBeGreaterThanOrEqual(0);
          expect(own.reduce((sum, piece) => sum + piece.lengthM, 0) + leftM).toBeCloseTo(lengthM, 9);
        }
        expect(cut.tooLong.every(({ lengthM }) => lengthM > 0.8)).toBe(true);
      }),
      { numRuns: 300, seed: 7 },
    );
  });
  test('worked by hand: six pieces of 3.4 m need three rolls of 10 m, and the bound says so', () => {
    // Two to a roll, 3.2 m over in each: volume alone would say 2.04 rolls.
    const cut = cutPieces(pieces([3.4, 3.4, 3.4, 3.4, 3.4, 3.4]), 10);
    expect([cut.rolls.length, cut.leastRolls]).toEqual([3, 3]);
    expect(cut.wasteM).toBeCloseTo(9.6, 9);
    // Six of 6 m: none goes beside another, though 36 m are fewer than four rolls.
    expect(leastRolls([600, 600, 600, 600, 600, 600], 1000)).toBe(6);
  });
  test('what is on spools is used first, and what is longer than a roll is said', () => {
    const cut = cutPieces(pieces([2, 2.5, 12]), 10, [4.6]);
    expect(cut.spools[0]!.pieces.map(({ lengthM }) => lengthM)).toEqual([2.5, 2]);
    expect(cut.rolls).toEqual([]);
    expect(cut.tooLong.map(({ lengthM }) => lengthM)).toEqual([12]);
  });
});
