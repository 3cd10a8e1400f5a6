/** What a list says that one buys, read against the sentence that it is of. */
import { expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import type { Design } from '../../project/schema.ts';
import { typed } from '../../testing/pieces.ts';

const listed = (design: Design) =>
  analyse(design)
    .analysis.parts.map(({ description, tags }) => `${description} ${tags}`)
    .join('\n');

test('a cord that is guarded in the panel has a plug that is bought by itself; a fused one is its fuse', () => {
  const LAMP = 'when the switch is on, light a 60 W lamp';
  const inPanel = typed([LAMP], 'mains-240');
  expect(listed(inPanel)).toMatch(/Plug with earth for 15 A or more, as the outlet takes it, for a cord of 3 × 2.5 mm² C1/);
  expect(listed(typed([LAMP]))).not.toMatch(/Plug with earth/);
  expect(listed(typed([LAMP]))).toMatch(/Plug with a 3 A cartridge fuse F1/);
});

test('modules that are triggered otherwise are boards of their own', () => {
  const two = typed(
    [
      'when pin D4 is high, run a 15 W fan from the battery through an optocoupled relay module',
      'when pin D5 is low, run a 15 W second fan through a low-triggered relay module',
    ],
    'battery-12',
  );
  expect(listed(two)).toMatch(/10 A relay module, 5 V, 1 channel, triggered by a high level, with optocouplers K1\n/);
  expect(listed(two)).toMatch(/10 A relay module, 5 V, 1 channel, triggered by a low level, with optocouplers K2\n/);
});

test('the thick wire to several fuses ends on a stud, by a ring, and each fuse hangs on it', () => {
  const three = typed(
    [
      'when the first switch is on, light a 5 W lamp',
      'when the second switch is on, run a 3 A motor',
      'when the third switch is on, run a 2 A heater',
    ],
    'battery-12',
  );
  expect(listed(three)).toMatch(/Insulated distribution stud M8 with a cover, and 3 M8 rings for the leads of fuse holders X1M/);
  const { wires } = analyse(three).analysis;
  expect(wires.filter(({ to }) => to === 'X1M').map(({ toTerminal }) => toTerminal)).toEqual(['M8 ring']);
});

test('where wires of the mains are joined at their loads a junction box is bought; what is metal there is the machine', () => {
  const LAMPS = 'when the switch is on, light two 60 W lamps';
  const box = /Closed plastic box, about 100 × 100 × 50 mm or more, for joints UC3\n/;
  expect(listed(typed([LAMPS]))).toMatch(box);
  expect(listed(typed(['when the switch is on, light a 60 W lamp, with a terminal block at it']))).toMatch(box);
  expect(listed(typed(['when the switch is on, light a 60 W lamp']))).not.toMatch(/for joints/);
  expect(listed(typed([LAMPS], 'battery-12'))).not.toMatch(/for joints/);
  const hot = typed(['run a 2 kW element when the thermostat calls, through a solid-state relay, with ceramic terminals']);
  expect(listed(hot)).toMatch(/Ceramic terminal block/);
  expect(listed(hot)).not.toMatch(/for joints/);
});

test('what joins a wire to a lead that is there is bought: at a load, and at a feed of the vehicle', () => {
  const made = typed(['when the key is on, run a 3 A motor'], 'battery-12');
  const { parts, wires } = analyse(made).analysis;
  const ends = wires.flatMap(({ from, fromTerminal, to, toTerminal }) => [`${from}: ${fromTerminal}`, `${to}: ${toTerminal}`]);
  const spliced = ends.filter((end) => end.endsWith('butt splice on its lead'));
  expect(spliced.join()).toMatch(/E1\.1 .*\+: /);
  expect(spliced.join()).toMatch(/S1 .*key/);
  const bought = parts.filter(({ description }) => description.startsWith('Butt splice for'));
  expect(bought.reduce((sum, { count }) => sum + count, 0)).toBe(spliced.length);
});
