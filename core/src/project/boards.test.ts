/** A board that becomes another one, or whose own copy is taken anew: its pins and its program go along. */
import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { type OwnBoard, beginPart } from '../kinds/index.ts';
import { type Design, parseDesign, parseDesignText } from './index.ts';
import { withBoardType, withParts } from './boards.ts';

function read(file: string): Design {
  const parsed = parseDesignText(readFileSync(new URL(`../../../examples/circuits/${file}.json`, import.meta.url), 'utf8'));
  if (!parsed.ok) throw new Error(file);
  return parsed.design;
}
const pinsOf = ({ signals }: Design) =>
  signals.flatMap((signal) => ('gpio' in signal ? [[signal.gpio, signal.volt, signal.limitA, signal.controller]] : []));
const problems = (design: Design) => {
  const parsed = parseDesign(design);
  return parsed.ok ? [] : parsed.problems;
};

test('pins of other names go to the first free ones, and have the new board’s level and limit', () => {
  const other = withBoardType(read('15-four-channels'), 0, 'board-3v3');
  expect(problems(other)).toEqual([]);
  const names = pinsOf(other).map(([gpio]) => gpio);
  expect(new Set(names).size).toBe(names.length);
  for (const [gpio, volt, limitA] of pinsOf(other)) expect([/^G\d+$/.test(String(gpio)), volt, limitA]).toEqual([true, 3.3, 0.008]);
});

test('of more pins than the new board has, the last are no pins of it, and its program moves them no more', () => {
  const design = read('15-four-channels');
  const small = { ...(beginPart('board', 'own-board-1', 'Small board') as OwnBoard), pins: 'P0 P1' };
  const moves = design.signals.flatMap((signal) =>
    'gpio' in signal
      ? [
          { do: 'set' as const, pin: signal.id, high: true },
          { do: 'repeat' as const, times: 2, steps: [{ do: 'set' as const, pin: signal.id, high: false }] },
        ]
      : [],
  );
  const full = { ...design, parts: [small], controllers: design.controllers.map((board) => ({ ...board, program: moves })) };
  const other = withBoardType(full, 0, small.id);
  expect(problems(other)).toEqual([]);
  expect(pinsOf(other).map(([gpio, , , controller]) => [gpio, controller !== null])).toEqual([
    ['P0', true],
    ['P1', true],
    ['', false],
    ['', false],
  ]);
  expect(other.controllers[0]!.program).toHaveLength(4);
});

test('a board that is taken anew changes its own pins alone; one that stays the same changes none', () => {
  const design = read('15-four-channels');
  const board = beginPart('board', 'own-board-1', 'Own board') as OwnBoard;
  const used = withBoardType({ ...design, parts: [board] }, 0, board.id);
  expect(withParts(used, used.parts).signals).toBe(used.signals);
  const anew = withParts(used, [{ ...board, pinA: 0.004 }]);
  expect(pinsOf(anew).map(([, , limitA]) => limitA)).toEqual(pinsOf(used).map(() => 0.004));
  expect(problems(anew)).toEqual([]);
});
