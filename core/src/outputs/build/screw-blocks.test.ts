/** The screws of the mains, counted by hand: one for each wire, what comes in before what goes out. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import { typed } from '../../testing/pieces.ts';
import { screwBlocks } from './screw-blocks.ts';
import { type SocketView, socketsOf } from './sockets.ts';

const blocksOf = (says: readonly string[], page = 'mains-230') => {
  const made = typed(says, page);
  const { netlist } = analyse(made).analysis;
  return { made, netlist, blocks: screwBlocks(made, netlist) };
};

describe('the screws of a box', () => {
  const { netlist, blocks } = blocksOf(['when the machine gives 5 V, run a 500 W vacuum from the mains with a 5 A fuse']);
  test('stand in a row, the neutral and the earth going through beside their cords', () => {
    expect(blocks.map(({ screws }) => screws.map(({ number, marked, cord, words }) => `${number} ${marked} ${cord} ${words}`))).toEqual([
      ['1 N C1 in from wall outlet N', '2 N C2 out to E1.1 vacuum −', '3 PE C1 in from wall outlet PE', '4 PE C2 out to E1.1 vacuum PE'],
    ]);
  });
  test('are as many as the ends that the list counts there', () => {
    const ids = netlist.parts.filter(({ tag }) => /^X1(?:N|PE|L)$/.test(tag)).map(({ id }) => id);
    const ends = netlist.wires.flatMap(({ from, to }) => [from, to]).filter((at) => ids.some((id) => at.startsWith(`${id}.`)));
    expect(ids).toHaveLength(2);
    expect(blocks[0]!.screws).toHaveLength(ends.length);
  });
});

test('line comes before neutral, and what stays in the box between what comes in and what goes out', () => {
  const { made, netlist, blocks } = blocksOf([
    'when the first switch is on, light a 60 W lamp',
    'when the second switch is on, light a 40 W desk lamp',
  ]);
  expect(blocks).toHaveLength(1);
  // However the wires come.
  const [box] = screwBlocks(made, { ...netlist, wires: [...netlist.wires].reverse() });
  expect([...new Set(box!.screws.map(({ marked }) => marked))]).toEqual(['L', 'N', 'PE']);
  const ways = (marked: string) => box!.screws.filter((screw) => screw.marked === marked).map(({ way }) => way);
  expect(ways('L')[0]).toBe('in');
  expect(
    ways('L')
      .slice(1)
      .every((way) => way === 'inside'),
  ).toBe(true);
  expect(ways('N')).toEqual(['in', 'inside', 'out', 'out']);
  expect(ways('PE')).toEqual(['in', 'out', 'out']);
});

test('two hot conductors have no neutral; a battery has none of it', () => {
  const [box] = blocksOf(['when the switch is on, switch a 15 A outlet'], 'mains-240').blocks;
  expect([...new Set(box!.screws.map(({ marked }) => marked))]).toEqual(['L', 'L2', 'PE']);
  expect(blocksOf(['when the key is on, run a 3 A motor'], 'battery-12').blocks).toEqual([]);
});

test('at a socket the other end of a wire is called as the wire list calls it', () => {
  const { netlist } = blocksOf(['when the machine gives 5 V, run a 500 W vacuum from the mains with a 5 A fuse']);
  const [{ pins }] = socketsOf(netlist) as [SocketView];
  expect(pins.map(({ pin, wires }) => `${pin}: ${wires.map(({ to }) => to).join()}`)).toEqual([
    'A1: F1C 2',
    'A2: machine’s 5 V −',
    '11: F1 2',
    '14: E1.1 vacuum +',
  ]);
});
