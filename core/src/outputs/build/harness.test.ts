/** Wires that are made into one thing: every one of low voltage in just one, seen from its first place, with what hangs in it. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { analyse } from '../../analyse.ts';
import { type Piece, builtOf, typed } from '../../testing/pieces.ts';
import type { Design } from '../../project/schema.ts';
import { harnessesOf } from './harness.ts';

const PIECES = JSON.parse(readFileSync(new URL('../../../../examples/pieces/pieces.json', import.meta.url), 'utf8')) as readonly Piece[];
const of = (design: Design) => {
  const { analysis } = analyse(design);
  return { analysis, harnesses: harnessesOf(design, analysis.netlist, analysis.wires) };
};

describe('a fan by a thermostat beside an ignition box', () => {
  const { harnesses } = of(
    typed(
      ['when the key is on and the fan thermostat grounds, run a 12 A fan from the battery', 'when the key is on, feed a 4 A ignition box'],
      'battery-12',
    ),
  );
  const inside = harnesses.find(({ from, to }) => from === 'dash' && to === 'dash')!;
  const hanging = Object.fromEntries(inside.parts.map(({ part, sits }) => [part.tag, sits]));
  test('looms come first, then what stays in a place', () => {
    expect(harnesses.map(({ loom, from, to, lengthM }) => [loom, from, to, lengthM])).toEqual([
      ['A', 'dash', 'load', 3.3],
      ['', 'dash', 'dash', 0.3],
      ['', 'load', 'load', 0.3],
    ]);
  });
  test('a diode says which end goes where, a fuse what is before it and what hangs on it', () => {
    // The band to the supply's side of the coil (common practice).
    expect(hanging.D1).toBe('A at K1 85 · K, its band, at K1 86');
    expect(hanging.F1C).toBe('1 at W1.3 · 2 at W1.4, W2.1');
    expect(hanging.F1).toBe('1 at X1M · 2 at W1.6');
  });
});

test('a fuse that is there hangs in nothing that is made', () => {
  const hanging = (words: string) =>
    of(
      typed(
        [
          `when the key is on and the fan thermostat grounds, run a 12 A fan from the battery with a 30 A fuse${words}`,
          'when the key is on, feed a 4 A ignition box',
        ],
        'battery-12',
      ),
    ).harnesses.flatMap(({ parts }) => parts.map(({ part }) => part.tag));
  expect(hanging('')).toContain('F1');
  expect(hanging(', with the existing fuse')).not.toContain('F1');
});

describe('over a strip', () => {
  const { harnesses, analysis } = of(builtOf(PIECES.find(({ id }) => id.startsWith('17'))!));
  test('a splice names the pieces that end at it, and large fuses on blocks hang in nothing', () => {
    const parts = harnesses.flatMap((one) => one.parts);
    expect(parts.find(({ part }) => part.tag === 'X1.O')!.sits).toBe('joins W1.11, W1.12a, W2.1, W2.5, W3.11');
    const fuses = analysis.netlist.parts.filter(({ kind }) => kind === 'fuse').map(({ tag }) => tag);
    expect(fuses.length).toBeGreaterThan(5);
    // The one behind the converter is a blade; those of 48 V are of high breaking capacity, on covered blocks.
    expect(parts.filter(({ part }) => part.kind === 'fuse').map(({ part }) => part.tag)).toEqual(['F4']);
  });
});

describe.each(PIECES.map((piece) => [piece.id, piece] as const))('%s', (_, piece) => {
  const { analysis, harnesses } = of(builtOf(piece));
  const mains = new Set(analysis.netlist.wires.filter((wire) => wire.mains).map(({ id }) => id));
  test('each wire of low voltage is in one harness, or the only one of its way; nothing hangs in two', () => {
    const rows = harnesses.flatMap(({ wires }) => wires.map(({ id }) => id));
    expect(new Set(rows).size).toBe(rows.length);
    for (const row of analysis.wires) {
      const way = [row.fromPlace, row.toPlace].sort().join();
      const beside = analysis.wires.filter(
        (one) => !one.existing && !mains.has(one.wire) && [one.fromPlace, one.toPlace].sort().join() === way,
      );
      expect(rows.includes(row.id)).toBe(!row.existing && !mains.has(row.wire) && beside.length > 1);
    }
    const hanging = harnesses.flatMap(({ parts }) => parts.map(({ part }) => part.id));
    expect(new Set(hanging).size).toBe(hanging.length);
  });
  test('of each wire its first end is in the first place, with the terminal that it has there', () => {
    for (const { from, to, wires } of harnesses)
      for (const { id, fromPlace, toPlace, from: end, fromTerminal } of wires) {
        expect([fromPlace, toPlace]).toEqual([from, to]);
        const row = analysis.wires.find((one) => one.id === id)!;
        expect([end, fromTerminal]).toEqual(row.fromPlace === from ? [row.from, row.fromTerminal] : [row.to, row.toTerminal]);
      }
  });
});
