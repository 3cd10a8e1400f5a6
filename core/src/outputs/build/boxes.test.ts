/** What a box shows when it is opened: each wire at both of its ends, the mains on their side, every way through its wall. */
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import { parseDesign } from '../../project/parse.ts';
import type { Design } from '../../project/schema.ts';
import { partOf } from '../../quantity/index.ts';
import { typed } from '../../testing/pieces.ts';
import { type BoxView, boxViews } from './boxes.ts';

const viewsOf = (design: Design) => boxViews(design, analyse(design).evidence.netlist);
const LOW = 'when pin D2 is low, light a 60 W lamp through a low-triggered relay module';
const SECOND = 'when pin D3 is low, light a 60 W reading lamp through a low-triggered relay module';
const two = typed([LOW, SECOND], 'mains-120');
const [box] = viewsOf(two);

describe('a box with two lamps on one cord', () => {
  test('has a hole for each cord, and what comes in before what goes out', () => {
    expect(box!.crossings.map(({ cord, comesIn, mains, to, wires }) => [cord, comesIn, mains, to, wires.length])).toEqual([
      ['C1', true, true, 'place-1', 3],
      ['C2', false, true, 'place-3', 3],
      ['C3', false, true, 'place-3', 3],
    ]);
  });

  test('keeps what carries the mains and what does not on two sides', () => {
    const tags = (side: string) => box!.things.filter((thing) => thing.side === side).map(({ tag }) => tag);
    expect(tags('mains')).toEqual(['F1', 'X1L', 'X1N', 'X1PE', 'K1', 'K2']);
    expect(tags('low')).toEqual(['U1', 'A1', 'U2']);
    expect(tags('both')).toEqual([]);
  });

  test('says at a terminal what lands on it and where the other end is', () => {
    const neutral = box!.things.find(({ tag }) => tag === 'X1N')!;
    expect(neutral.lands).toHaveLength(1);
    expect(neutral.lands[0]!.wires.map(({ words }) => words)).toEqual([
      // It is called by its place.
      'out to wall outlet N',
      'out to E1.1 lamp −, load',
      'out to E2.1 reading lamp −, load',
    ]);
    const board = box!.things.find(({ tag }) => tag === 'A1')!;
    expect(board.lands.map(({ pin, wires }) => `${pin}: ${wires.map(({ words }) => words).join(', ')}`)).toEqual([
      'pin D2: to U1 IN',
      '5V: to U1 VCC, to U2 VCC',
      'GND: to U1 GND, to U2 GND',
      'pin D3: to U2 IN',
    ]);
  });

  test('names what has no wire of its own, and has a number that no module has', () => {
    expect(box!.words).toBe(
      'Plastic box, with a wall between mains and low voltage; 3 holes in its wall. Its wires and parts ask for 516 cm³ of room. On the terminals of others, with no wire of their own: R1P, R2P.',
    );
    expect(box!.crossings.map(({ words, by }) => `${words}, ${by}`)[0]).toBe('C1 in from wall outlet, strain relief');
    expect([box!.tag, box!.things.map(({ tag }) => tag).includes(box!.tag)]).toEqual(['UC2', false]);
  });
});

test('an isolated supply that is built in stands on both sides, its minus with it', () => {
  const [view] = viewsOf(typed(['when the switch is on, light a 60 W lamp']));
  const supply = view!.things.find(({ tag }) => tag === 'T2')!;
  expect([supply.side, supply.lands.map(({ pin, mains }) => `${pin}${mains ? '~' : ''}`)]).toEqual(['both', ['+', 'L~', 'N~', '−']]);
});

test('a pin and the ground of its board are the board’s, in whatever order the circuit names them', () => {
  const [view] = viewsOf(typed(['when pin D5 is high, run a 3 A fan'], 'mains-230'));
  const board = view!.things.find(({ tag }) => tag === 'A1')!;
  expect(board.what).toBe('5 V controller board');
  expect(board.lands.map(({ pin }) => pin)).toEqual(expect.arrayContaining(['pin D5', 'GND']));
  expect(view!.things.map(({ tag }) => tag)).not.toContain('S1');
});

test('what is in the open has no box', () => {
  expect(viewsOf(typed(['when the key is on, light a 20 W lamp from the battery'], 'battery-12'))).toEqual([]);
});

const EXAMPLES = join(import.meta.dirname, '../../../../examples');
const FILES = ['circuits', 'demo'].flatMap((folder) => readdirSync(join(EXAMPLES, folder)).map((file) => join(folder, file)));
test.each(FILES.filter((file) => file.endsWith('.json')))('%s: every wire end in a box is at one terminal, once', (file) => {
  const parsed = parseDesign(JSON.parse(readFileSync(join(EXAMPLES, file), 'utf8')));
  if (!parsed.ok) throw new Error(file);
  const { netlist } = analyse(parsed.design).evidence;
  const place = new Map(netlist.parts.map((part) => [part.id, part.place]));
  const boxed = boxViews(parsed.design, netlist);
  for (const view of boxed) {
    const ends = netlist.wires.flatMap(({ id, from, to }) =>
      [from, to].flatMap((at) => (place.get(partOf(at)) === view.place ? [id] : [])),
    );
    const shown = view.things.flatMap(({ lands }) => lands.flatMap(({ wires }) => wires.map(({ id }) => id)));
    expect(shown.toSorted()).toEqual(ends.toSorted());
    expect(new Set(view.things.map(({ id }) => id)).size).toBe(view.things.length);
    const crossing = netlist.wires.filter(
      ({ from, to }) => (place.get(partOf(from)) === view.place) !== (place.get(partOf(to)) === view.place),
    );
    expect(view.crossings.flatMap(({ wires }) => wires.map(({ id }) => id)).toSorted()).toEqual(crossing.map(({ id }) => id).toSorted());
    // Nothing of the mains and of low voltage goes through one hole.
    for (const { wires } of view.crossings) expect(new Set(wires.map(({ mains }) => mains)).size).toBe(1);
  }
});

const JOINTS: ReadonlySet<string> = new Set(['splice', 'connector']);
describe('what a box needs is on the list of parts', () => {
  const bought = (design: Design) => {
    const { analysis, evidence } = analyse(design);
    const rows = (what: RegExp) => analysis.parts.filter(({ description }) => what.test(description));
    // In plastic alone: what is of metal where nothing of ours works is the machine.
    const joint = new Set(
      evidence.netlist.wires
        .flatMap(({ mains, from, to }) =>
          mains ? [from, to].flatMap((end) => evidence.netlist.parts.filter(({ id, kind }) => id === partOf(end) && JOINTS.has(kind))) : [],
        )
        .map(({ place }) => place),
    );
    return {
      rows,
      isJoint: ({ place, material }: BoxView) => material === 'plastic' && joint.has(place),
      views: boxViews(design, evidence.netlist),
      many: (what: RegExp) => rows(what).reduce((sum, { count }) => sum + count, 0),
    };
  };
  const read = (file: string): Design => {
    const parsed = parseDesign(JSON.parse(readFileSync(join(EXAMPLES, file), 'utf8')));
    if (!parsed.ok) throw new Error(file);
    return parsed.design;
  };
  test.each(FILES.filter((file) => file.endsWith('.json')))(
    '%s: each box in which a relay works or wires of the mains are joined, and something in each of its holes',
    (file) => {
      const design = read(file);
      const works = new Set(design.jobs.map(({ device }) => device.place));
      const { isJoint, many, views } = bought(design);
      const ours = views.filter((view) => works.has(view.place) || isJoint(view));
      expect(many(/^Closed (plastic|metal) box/)).toBe(ours.length);
      expect(many(/^(Grommet|Strain relief) for/)).toBe(ours.reduce((sum, { crossings }) => sum + crossings.length, 0));
    },
  );
  test('the shell of a kiln is there: neither it nor what is in its holes is bought', () => {
    const { rows, views } = bought(read('circuits/20-kiln.json'));
    expect(views.map(({ place }) => place)).toContain('kiln');
    expect(rows(/box|Grommet/).every(({ places }) => places === 'control box')).toBe(true);
  });
  test('wires that are there need no hole of their own', () => {
    const design = read('circuits/16-machine-box.json');
    const holes = bought(design).views[0]!.crossings.filter(({ by }) => by === 'grommet');
    const wires = Object.fromEntries(holes[0]!.wires.map(({ id }) => [id, { existing: true }]));
    const found = { ...design, build: { ...design.build, wires } } as Design;
    expect(bought(found).many(/^Grommet for/)).toBe(holes.length - 1);
  });
});
