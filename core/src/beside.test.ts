/** Variants side by side. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from './analyse.ts';
import { sideOf, swapped } from './beside.ts';
import { and, design, job, not, on } from './testing/designs.ts';
import { watts } from './testing/mains.ts';

const lamp = job({ when: on('dash'), loads: [watts('filament', 21, 12, { name: 'lamp' })] });
const alone = (made = design([lamp])) => sideOf({ title: 'One', design: made, jobs: ['job-1'] });

describe('a variant', () => {
  test('counts what its lists count, and copper by its density', () => {
    const { analysis } = analyse(design([lamp]));
    const side = alone();
    expect([side.wires, side.relays, side.fuses]).toEqual([analysis.netlist.wires.length, 1, 2]);
    // Copper weighs 8.96 g/cm³: a metre of 1 mm² is 1 cm³ of it.
    const grams = analysis.netlist.wires.reduce((sum, { lengthM, sizeMm2 }) => sum + 8.96 * lengthM * sizeMm2, 0);
    expect(side.copperG / grams).toBeCloseTo(1, 2);
    expect(side.price).toBeGreaterThan(0);
    expect([side.matching, side.states]).toEqual([2, 2]);
    expect(side.drop).toMatch(/lost on the way to lamp/);
  });
  test('is asked by itself: another job of the project changes none of its numbers', () => {
    const other = job({ id: 'job-2', name: 'Other', when: and(on('key'), on('dash')), loads: [watts('heater', 60, 12, { id: 'load-2' })] });
    expect(alone(design([lamp, other]))).toEqual(alone());
  });
  test('with a danger says which; one that is not wired says why', () => {
    expect(alone().dangers).toEqual([]);
    expect(alone(design([{ ...lamp, fuse: 40 }])).dangers.join()).toMatch(/F1/);
    const refused = alone(design([{ ...lamp, when: not(on('key')), device: { kind: 'direct', place: 'box' } }]));
    expect([refused.unwired.length, refused.states, refused.welded]).toEqual([1, 0, []]);
  });
});

describe('a contact that welds', () => {
  test('keeps its load on where it is meant off', () => {
    expect(alone().welded).toEqual([{ tag: 'K1', pin: '87', on: ['lamp'] }]);
  });
  test('is named by its throw: of a changeover the one at rest keeps on what it feeds', () => {
    const both = design([
      {
        ...lamp,
        otherwise: { kind: 'loads', loads: [watts('filament', 21, 12, { id: 'load-2', name: 'other lamp' })] },
        device: { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' },
      },
    ]);
    expect(alone(both).welded).toEqual([
      { tag: 'K1', pin: '87', on: ['lamp'] },
      { tag: 'K1', pin: '87a', on: ['other lamp'] },
    ]);
  });
  test('is none where no relay switches the load', () => {
    expect(alone(design([{ ...lamp, device: { kind: 'direct', place: 'box' } }])).welded).toEqual([]);
  });
});

test('in the place of another job: its own wires and parts fall away, what both use stays', () => {
  const other = job({ id: 'job-2', name: 'Other', when: on('dash'), loads: [watts('filament', 21, 12, { id: 'load-2', name: 'other' })] });
  const { netlist } = analyse(design([lamp, other])).analysis;
  const changes = swapped(netlist, new Set(['job-1']), new Set(['job-2']));
  const by = (kind: string) => changes.filter((change) => change.kind === kind).map(({ subject }) => subject.id);
  const shared = netlist.wires.filter(({ jobs }) => jobs.length === 2).map(({ id }) => id);
  expect(shared.length).toBeGreaterThan(0);
  for (const id of shared) expect([...by('gone'), ...by('added')]).not.toContain(id);
  const own = (job: string) => netlist.wires.filter(({ jobs }) => jobs.join() === job).map(({ id }) => id);
  expect(by('gone')).toEqual(expect.arrayContaining([...own('job-1'), 'job-1-fuse']));
  expect(by('added')).toEqual(expect.arrayContaining([...own('job-2'), 'job-2-fuse']));
  // Nothing falls away for itself.
  expect(swapped(netlist, new Set(['job-1']), new Set(['job-1']))).toEqual([]);
  expect(changes.find(({ subject }) => subject.id === own('job-1')[0])!.words).toMatch(/ to .*mm².*\d/);
});
