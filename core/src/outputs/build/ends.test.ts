/** What the ends of the wires are made with, and what more of them than go to one place meet at: counted by hand. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import type { Design } from '../../project/schema.ts';
import { typed } from '../../testing/pieces.ts';

function endsOf(design: Design) {
  const { wires, parts } = analyse(design).analysis;
  const laid = wires.filter(({ existing }) => !existing);
  const ends = laid.flatMap((row) => [
    { at: row.from, style: row.fromTerminal },
    { at: row.to, style: row.toTerminal },
  ]);
  const rows = (words: RegExp) => parts.filter(({ description }) => words.test(description));
  return {
    ...{ laid, ends, wires },
    at: (name: string) => ends.filter((end) => end.at === name).map(({ style }) => style),
    rows,
    count: (words: RegExp) => rows(words).reduce((sum, row) => sum + row.count, 0),
  };
}
const channel = (pin: string, name: string, module = 'a relay module') =>
  `when pin ${pin} is high, run a 15 W ${name} fan from the battery through ${module}`;
const fed = (names: readonly string[], watt = 5) => names.map((name) => `when the ${name} switch is on, light a ${watt} W ${name} lamp`);

describe('what more wires than go to one place meet at', () => {
  test('is at a pin a splice, from which one lead goes on', () => {
    const boards = [channel('D4', 'first'), channel('D5', 'second', 'a 16 A relay module')];
    const two = endsOf(typed(boards, 'battery-12'));
    expect(two.at('A1 5V')).toEqual(Array(2).fill('jumper socket, soldered on'));
    expect(two.count(/^Splice for/)).toBe(0);
    const low = 'when pin D6 is low, run a 15 W third fan from the battery through a low-triggered relay module';
    const three = endsOf(typed([...boards, low], 'battery-12'));
    expect(three.at('A1 5V')).toEqual(Array(3).fill('splice of 3, its lead: jumper socket, soldered on'));
    // One at the rail, one at its ground, each with one lead in the place of three.
    expect(three.rows(/^Splice for 4 wires/)).toMatchObject([{ count: 2, tags: 'A1 5V A1 GND', spare: 1 }]);
    const leads = three.ends.filter(({ style }) => /jumper/.test(style));
    expect(three.count(/^Jumper lead/)).toBe(leads.filter(({ style }) => !/^splice/.test(style)).length + 2);
  });
  test('is a splice under a clamp at low voltage too, and a terminal for as many as they are on the mains', () => {
    const made = endsOf(typed(['when somebody moves and it is dark, light a 60 W lamp from the outlet for 2 minutes']));
    // Two sensors and two coils go back to the supply.
    expect(made.at('isolated supply −')).toEqual(Array(4).fill('splice of 4, its lead: screw clamp, ferrule'));
    expect(made.at('X1N')).toEqual(Array(3).fill('ferrule'));
    // What the rail feeds is as many.
    expect(made.rows(/^Splice for 5 wires/)).toMatchObject([{ count: 2 }]);
  });
  test('is on a stud a bar from the fifth ring on, each with its ring', () => {
    const four = endsOf(typed(fed(['first', 'second', 'third', 'fourth']), 'battery-12'));
    expect(four.at('G2')).toEqual(Array(4).fill('M6 ring'));
    expect(four.count(/bus bar/)).toBe(0);
    expect(four.rows(/^Insulated distribution/)).toMatchObject([
      { description: 'Insulated distribution bar with a cover, 5 studs M8, and 4 M8 rings for the leads of fuse holders' },
    ]);
    const five = endsOf(typed(fed(['first', 'second', 'third', 'fourth', 'fifth']), 'battery-12'));
    expect(five.at('G2')).toEqual(Array(5).fill('M6 ring, on a bus bar for 5'));
    expect(five.rows(/bus bar/)).toMatchObject([
      { description: 'Copper bus bar for 5 M6 rings, bolted on their stud', tags: 'G2 G3', count: 2, spare: 0 },
    ]);
    expect(five.count(/^M6 ring terminal/)).toBe(10);
    const three = endsOf(typed(fed(['first', 'second', 'third']), 'battery-12'));
    expect(three.rows(/^Insulated distribution/)).toMatchObject([
      { description: 'Insulated distribution stud M8 with a cover, and 3 M8 rings for the leads of fuse holders' },
    ]);
  });
});

describe('channels of one board', () => {
  const three = endsOf(typed([channel('D4', 'first'), channel('D5', 'second'), channel('D6', 'third')], 'battery-12'));
  test('have their supply and ground led to it once: the rest are tracks of the board', () => {
    expect(three.count(/relay module, 5 V, 4 channels, 1 spare/)).toBe(1);
    const tracks = three.wires.filter(({ existing }) => existing).flatMap(({ from, to }) => [from, to]);
    expect(tracks.filter((at) => /^U/.test(at)).sort()).toEqual(['U2 GND', 'U2 VCC', 'U3 GND', 'U3 VCC']);
    expect(three.at('A1 5V')).toHaveLength(1);
    // Three inputs at both ends, and two feeds at both.
    expect(three.count(/^Jumper lead/)).toBe(10);
  });
  test('that are boards of their own are fed each, and a wire that a person says is laid is', () => {
    const apart = endsOf(typed([channel('D4', 'first'), channel('D5', 'second', 'a 16 A relay module')], 'battery-12'));
    expect(apart.at('A1 5V')).toHaveLength(2);
    const design = typed([channel('D4', 'first'), channel('D5', 'second')], 'battery-12');
    const track = analyse(design).analysis.wires.find(({ to }) => to === 'U2 VCC')!;
    expect(track.existing).toBe(true);
    const said = { ...design, build: { ...design.build, wires: { [track.wire]: { existing: false } } } };
    expect(endsOf(said).at('A1 5V')).toHaveLength(2);
  });
});

describe('a relay on studs', () => {
  const SAYS = ['when the key is on, feed a 60 W converter through a contactor', 'when the switch is on, light a 10 W lamp'];
  const made = endsOf(typed(SAYS, 'battery-48'));
  test('has rings on its contacts, however thin the wire, and blades on its coil', () => {
    expect(made.count(/power relay on studs/)).toBe(1);
    expect([made.at('K1 30'), made.at('K1 87')]).toEqual([['M8 ring'], ['M8 ring']]);
    expect([made.at('K1 86'), made.at('K1 85')]).toEqual([['6.3 mm blade receptacle'], ['6.3 mm blade receptacle']]);
  });
  test('fuses that stand on studs hang on theirs by leads of their own, and those of holders by what these have', () => {
    expect(made.rows(/^Insulated distribution/).map(({ description }) => description)).toEqual([
      'Insulated distribution stud M8 with a cover, and 2 short leads of 1 mm² with M8 rings at both ends',
    ]);
    const breakers = endsOf(
      typed(
        [
          'when the key is on, run a 28 A fan from the battery through a 70 A relay with a 40 A breaker',
          'when the switch is on, light a 10 W lamp',
        ],
        'battery-12',
      ),
    );
    expect(breakers.rows(/^Insulated distribution/).map(({ description }) => description)).toEqual([
      expect.stringMatching(
        /, and 1 short lead of \S+ mm² with an M8 ring at one end and an M6 ring at the other, and an M8 ring for the lead of a fuse holder$/,
      ),
    ]);
  });
});

test('wire that no usual receptacle takes has a heavy one on a heavy socket', () => {
  const made = endsOf(typed(['charge the second battery when the engine is running'], 'battery-12'));
  const load = made.laid.filter(({ sizeMm2 }) => sizeMm2 === 10);
  expect(load.length).toBeGreaterThan(0);
  expect([made.at('K1 30'), made.at('K1 87')]).toEqual([['heavy socket receptacle'], ['heavy socket receptacle']]);
  expect(made.rows(/^Blade receptacle, heavy, for 10 mm²/)).toMatchObject([{ count: 2 }]);
  expect(made.rows(/^Blade receptacle, 6\.3 mm, for 10 mm²/)).toEqual([]);
});

test('a diode between two feeds lies in the wire, in sleeve; one across a coil is in its socket and has no wire', () => {
  const made = endsOf(typed(['when the dip wire or the high beam wire is live, light a 55 W dip lamp'], 'battery-12'));
  expect(made.ends.filter(({ at }) => /^D\d+\.F/.test(at)).map(({ style }) => style)).toEqual(Array(2).fill('soldered, in sleeve'));
  expect(made.ends.filter(({ style }) => /socket$/.test(style) && /soldered/.test(style))).toEqual([]);
});
