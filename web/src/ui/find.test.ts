import { expect, test } from '@jest/globals';
import { holding, inOrder } from './find.ts';

const WIRES = ['K1 87 red tail box', 'K10 30 red cabin', 'W2 blue tail box'];
const found = (typed: string) => holding(WIRES, typed, (row) => row);

test('every word that was typed is in the row, in any order and case', () => {
  expect(found('RED k1')).toEqual(['K1 87 red tail box', 'K10 30 red cabin']);
  expect(found(' tail  blue ')).toEqual(['W2 blue tail box']);
  expect(found('green')).toEqual([]);
});
test('nothing typed leaves all of them', () => {
  expect(found('  ')).toEqual(WIRES);
});
test('numbers go by size, also those in words', () => {
  expect([10, 9, 1.5].toSorted(inOrder)).toEqual([1.5, 9, 10]);
  expect(['K10', 'K2', 'K1'].toSorted(inOrder)).toEqual(['K1', 'K2', 'K10']);
});
