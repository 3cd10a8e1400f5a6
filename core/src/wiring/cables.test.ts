/** What goes one way of low voltage in one cable with so many cores. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { type Cord, cordsOf, hasCable } from '../graph/index.ts';
import { type Design, blankDesign, hear, writeWhen } from '../project/index.ts';
import { boxViews } from '../outputs/build/boxes.ts';

/** Lamps of a trailer, each on a switch of its own; what comes back does so by wire. */
function trailer(lamps: readonly string[], changes: (design: Design) => Design = (design) => design): Design {
  const page = blankDesign('Trailer', 'battery-12');
  const began: Design = { ...page, settings: { ...page.settings, returnPath: 'wire' } };
  const said = lamps.map(
    (lamp, at) => `when the ${lamp} switch is on, light a ${at === 0 ? 42 : 21} W ${lamp} lamp from the battery in one cable`,
  );
  return changes(said.reduce((design, one) => hear(one, design).add!(design), began));
}
const LAMPS = ['brake', 'left', 'right', 'tail'];
const made = (design: Design) => {
  const { analysis, evidence } = analyse(design);
  return { analysis, evidence, cords: cordsOf(design, evidence.netlist) };
};
const way = (design: Design) => design.distances.findIndex(({ cable }) => cable);

test('is said, and is a matter of the way', () => {
  const design = trailer(LAMPS);
  expect(design.distances.filter(({ cable }) => cable)).toHaveLength(1);
  expect(design.jobs.map(({ when }) => writeWhen(when, design.signals))).toHaveLength(4);
});

test('where nobody entered the way from the relay to the load, it is said that there is none', () => {
  const said = 'when the key is on, light a 21 W lamp from the battery in one cable';
  const page = blankDesign('Page', 'battery-12');
  const none = /no cable: how far it is straight from the relay to the load/;
  expect(hear(said, page).assumed.join()).not.toMatch(none);
  expect(hear(said, { ...page, distances: page.distances.slice(0, 2) }).assumed.join()).toMatch(none);
});

test('of the mains it would be a cord: the words are not understood', () => {
  const heard = hear('when the switch is on, run a 60 W fan from the mains in one cable', blankDesign('Page', 'mains-230'));
  expect(heard.unclear.map(({ text }) => text)).toEqual([expect.stringContaining('in one cable')]);
});

describe('wired', () => {
  const { cords, analysis } = made(trailer(LAMPS));
  const [cable] = cords as [Cord];
  test('every wire that goes straight there is a core of it', () => {
    expect(cords).toHaveLength(1);
    expect(cable.built).toBe('cable');
    expect(cable.cores.filter(({ role }) => role === 'load')).toHaveLength(4);
  });
  test('cores are of one size, and in colours that such cables have (ISO 1724), no two alike', () => {
    expect(new Set(cable.cores.map(({ sizeMm2 }) => sizeMm2))).toEqual(new Set([cable.sizeMm2]));
    const colours = cable.cores.map(({ colour }) => colour);
    expect(new Set(colours).size).toBe(colours.length);
    expect(['YE', 'BU', 'WH', 'GN', 'BN', 'RD', 'BK']).toEqual(expect.arrayContaining(colours));
  });
  test('what comes back the same way is a core too, the white one', () => {
    // The relays beside the battery, whose minus the lamps come back to.
    const beside = trailer(LAMPS, (design) => {
      const { place } = design.supplies[0]!;
      const from = design.jobs[0]!.device.place;
      const load = design.jobs[0]!.loads[0]!.place;
      const ends = (one: Design['distances'][0]) => [one.a, one.b].sort().join();
      return {
        ...design,
        distances: design.distances.map(({ cable: _, ...one }) =>
          ends(one) === [place, load].sort().join() ? { ...one, cable: true } : one,
        ),
        jobs: design.jobs.map((job) => ({ ...job, device: job.device.place === from ? { ...job.device, place } : job.device })),
      };
    });
    const [own] = made(beside).cords as [Cord];
    expect(own.cores.filter(({ role }) => role === 'load')).toHaveLength(4);
    const back = own.cores.filter(({ role }) => role === 'return');
    expect(back.map(({ colour }) => colour)).toContain('WH');
    expect(own.cores.filter(({ colour }) => colour === 'WH')).toHaveLength(1);
  });
  test('it is cut and bought as one thing', () => {
    const rows = analysis.cuts.filter(({ cores }) => cores > 1);
    expect(rows.map(({ cores, pieces, sizeMm2 }) => ({ cores, pieces, sizeMm2 }))).toEqual([
      { cores: cable.cores.length, pieces: 1, sizeMm2: cable.sizeMm2 },
    ]);
    expect(rows[0]!.colourName).toMatch(new RegExp(`^cable of ${cable.cores.length} cores: `));
  });
  test('through a wall it passes as one thing, in a strain relief', () => {
    const boxed = trailer(LAMPS, (design) => ({
      ...design,
      places: design.places.map((place) => (place.id === design.jobs[0]!.device.place ? { ...place, box: 'plastic' as const } : place)),
    }));
    const [view] = boxViews(boxed, made(boxed).evidence.netlist);
    expect(view!.crossings.filter(({ cord }) => cord !== '').map(({ by, wires }) => [by, wires.length])).toEqual([
      ['strain relief', cable.cores.length],
    ]);
  });
});

test('a colour that somebody chose stays, and nobody else has it', () => {
  const design = trailer(LAMPS, (plain) => ({
    ...plain,
    jobs: plain.jobs.map((job, at) => (at === 0 ? { ...job, wires: { ...job.wires, [outOf(plain)]: { colour: 'YE' } } } : job)),
  }));
  const [cable] = made(design).cords as [Cord];
  const first = cable.cores.find(({ job, role }) => job === design.jobs[0]!.id && role === 'load')!;
  expect(first.colour).toBe('YE');
  expect(cable.cores.filter(({ colour }) => colour === 'YE')).toHaveLength(1);
});
const outOf = (design: Design): string => {
  const [cable] = made(design).cords as [Cord];
  return cable.cores.find(({ job, role }) => job === design.jobs[0]!.id && role === 'load')!.leg;
};

describe('warm', () => {
  /** 10 A each in cores of 1 mm²: loose they bear them at 50 °C, four together do not. */
  const warm = (isCable: boolean): string[] => {
    const plain = trailer(LAMPS, (design) =>
      isCable ? design : { ...design, distances: design.distances.map(({ cable: _, ...one }) => one) },
    );
    const jobs = plain.jobs.map((job) => ({
      ...job,
      wires: { 'load-load-1': { sizeMm2: 1 } },
      loads: job.loads.map((load) => ({ ...load, plate: { ...load.plate, unit: 'A' as const, value: 12 } })) as typeof job.loads,
    }));
    const { findings } = analyse({ ...plain, jobs }).analysis;
    return findings
      .filter(({ rule, severity }) => rule === 'wire-bundle-heat' && severity !== 'hold')
      .map(({ severity, detail }) => `${severity} ${detail}`);
  };
  test('that cores lie in one cable is known, and what is too warm there a danger; of wires it is assumed', () => {
    expect(warm(true)).toHaveLength(4);
    for (const said of warm(true)) expect(said).toMatch(/^danger .*warmed by what lies beside it$/);
    for (const said of warm(false)) expect(said).toMatch(/^caution .*assumed to lie in one loom$/);
    expect(warm(false)).toHaveLength(4);
  });
});

describe('none', () => {
  test('where nobody said so', () => {
    const plain = trailer(LAMPS, (design) => ({ ...design, distances: design.distances.map(({ cable: _, ...one }) => one) }));
    expect([way(plain), made(plain).cords]).toEqual([-1, []]);
  });
  test('of one wire, and of more than thirteen', () => {
    const chassis = trailer(['brake'], (design) => ({ ...design, settings: { ...design.settings, returnPath: 'chassis' } }));
    expect(made(chassis).cords).toEqual([]);
    const names = 'red blue green amber front rear upper lower inner outer north south east west'.split(' ');
    expect(made(trailer(names.slice(0, 13))).cords.map(({ cores }) => cores.length)).toEqual([13]);
    expect(made(trailer(names)).cords).toEqual([]);
  });
  test('of cores of two sizes that somebody chose', () => {
    const plain = trailer(LAMPS);
    const leg = outOf(plain);
    const sizes = [4, 1];
    const chosen = {
      ...plain,
      jobs: plain.jobs.map((job, at) => (sizes[at] ? { ...job, wires: { [leg]: { sizeMm2: sizes[at] } } } : job)),
    };
    const { evidence, cords } = made(chosen);
    expect(cords).toEqual([]);
    // Its colours stay as they were, and where it is marked it is said that there is none.
    const colours = (design: Design) => made(design).evidence.netlist.wires.map(({ colour }) => colour);
    expect(colours(chosen)).toEqual(colours({ ...chosen, distances: chosen.distances.map(({ cable: _, ...one }) => one) }));
    expect(hasCable(evidence.netlist, chosen.distances[way(chosen)]!)).toBe(false);
    expect(hasCable(made(plain).evidence.netlist, plain.distances[way(plain)]!)).toBe(true);
  });
});
