/** What a fuse guards, asked of the graph: hand edits are changes of it, and no rule looks past them. */
import { describe, expect, test } from '@jest/globals';
import { pin } from '../testing/terminals.ts';
import { readFileSync } from 'node:fs';
import { gatherEvidence } from '../analysis/evidence.ts';
import { parseDesignText } from '../project/parse.ts';
import type { Design, Edit, Job } from '../project/schema.ts';
import { checkEvidence } from '../rules/check.ts';
import { HEATER, design, job } from '../testing/designs.ts';
import { compile } from '../wiring/compile.ts';
import { graphOf, usedThrows, walk } from './graph.ts';
import { guardedBy, unguardedFrom } from './guards.ts';

const relay5: Job['device'] = { kind: 'relay', part: 'relay-12v-40a-5', socket: 'auto', place: 'box' };
const of = (made: Design) => graphOf(compile(made).netlist);
const fuseOf = (graph: ReturnType<typeof of>, id: string) => {
  const part = graph.part(id);
  if (part?.kind !== 'fuse') throw new Error(`no fuse ${id}`);
  return part;
};
const legs = (wires: readonly { leg: string }[]) => wires.map(({ leg }) => leg).sort();
const findings = (made: Design, rule: string) =>
  checkEvidence(gatherEvidence(made)).filter((finding) => finding.rule === rule && finding.severity !== 'hold');

describe('what a fuse guards', () => {
  test('is everything behind it to the return, on both sides of the contact', () => {
    const graph = of(design([job()]));
    expect(legs(guardedBy(graph, fuseOf(graph, 'job-1-fuse')))).toEqual(['feed', 'load-load-1', 'return-load-1', 'to-relay']);
    expect(legs(guardedBy(graph, fuseOf(graph, 'job-1-control-fuse')))).toEqual([
      'control-coil',
      'control-dash',
      'control-feed',
      'control-return',
    ]);
  });

  test('goes along when 87 and 87a are changed about by hand: the thin wire is found', () => {
    // 30 A behind 1 mm², which bears less than half of it.
    const thin = job({ device: relay5, fuse: 30, wires: { 'load-load-1': { sizeMm2: 1 } } });
    const swap: Edit = { kind: 'swap', part: 'job-1-relay', a: '87', b: '87a' };
    expect(findings(design([thin]), 'fuse-above-wire')).toMatchObject([{ severity: 'danger', value: 30 }]);
    const swapped = design([{ ...thin, edits: [swap] }]);
    const graph = of(swapped);
    expect(legs(guardedBy(graph, fuseOf(graph, 'job-1-fuse')))).toContain('load-load-1');
    expect(findings(swapped, 'fuse-above-wire')).toMatchObject([{ severity: 'danger', value: 30 }]);
  });
});

describe('the throws of a relay that are used', () => {
  test('are those that something is wired to, whoever wired it', () => {
    const swapped = of(design([job({ device: relay5, edits: [{ kind: 'swap', part: 'job-1-relay', a: '87', b: '87a' }] })]));
    const part = swapped.part('job-1-relay');
    if (part?.kind !== 'relay') throw new Error('no relay');
    expect(usedThrows(swapped, part)).toEqual(['87a']);
    expect(part.spec.uses).toEqual(['87a']);
  });
  test('so the contact is judged by the throw that carries: 87a of a 40 A relay bears 30 A', () => {
    const heavy = { ...HEATER, plate: { unit: 'A', value: 34, ratedV: 14.8 } as const };
    const made = (edits: Edit[]) => design([job({ device: relay5, loads: [heavy], edits })]);
    expect(findings(made([]), 'load-over-contact')).toEqual([]);
    expect(findings(made([{ kind: 'swap', part: 'job-1-relay', a: '87', b: '87a' }]), 'load-over-contact')).toMatchObject([
      { severity: 'danger', limit: 30 },
    ]);
  });
});

test('a throw that something sits on with no wire between is used as well', () => {
  const graph = of(design([job({ device: relay5 })]));
  const { netlist } = graph;
  const joined = graphOf({ ...netlist, joints: [...netlist.joints, [pin('job-1-relay.87a'), pin('gnd-box.G')]] });
  const part = joined.part('job-1-relay');
  if (part?.kind !== 'relay') throw new Error('no relay');
  expect(usedThrows(joined, part)).toEqual(['87', '87a']);
});

describe('what nothing guards', () => {
  test('is nothing in a sound circuit', () => {
    expect(unguardedFrom(of(design([job(), job({ id: 'job-2' })])), pin('bat-main.+'))).toEqual([]);
  });
  test.each<[string, Edit, string]>([
    ['a load fuse with a wire in its place', { kind: 'bridge', part: 'job-1-fuse' }, 'fuse'],
    ['a control fuse with a wire in its place', { kind: 'bridge', part: 'job-1-control-fuse' }, 'controlFuse'],
  ])('%s is no fuse, and a danger', (_, edit, code) => {
    // The coil hangs on the battery itself, so that no vehicle's fuse stands before it.
    const made = design([job({ when: { op: 'signal', signal: 'dash' }, edits: [edit] })]);
    expect(findings(made, 'fuse-missing').map((finding) => [finding.code, finding.severity])).toEqual([[code, 'danger']]);
  });
  test('a fuse that is there but stands in another way guards nothing of this one', () => {
    // The relay's feed put on the wrong end of the fuse: both of its wires are on the battery's side.
    const graph = of(design([job()]));
    const { netlist } = graph;
    const wires = netlist.wires.map((wire) => (wire.leg === 'to-relay' ? { ...wire, from: pin('job-1-fuse.1') } : wire));
    const wrong = graphOf({ ...netlist, wires });
    expect(legs(unguardedFrom(wrong, pin('bat-main.+')))).toEqual(['load-load-1', 'to-relay']);
  });
});

test('the walk passes what it is told to, and counts a wire by its near end', () => {
  const graph = of(design([job()]));
  const { terminals, wires } = walk(graph, [pin('bat-main.+')], (link) => link.by === 'wire' && link.wire.leg === 'feed');
  expect(terminals.has(pin('job-1-fuse.1'))).toBe(true);
  expect(terminals.has(pin('job-1-fuse.2'))).toBe(false);
  expect([...wires].map(({ leg }) => leg)).toContain('feed');
});

test('the lead before a fuse carries all that it lets through', () => {
  // 1 mm² bears some 19 A in the air of the battery: a 15 A fuse is below it, a 20 A one above.
  for (const [fuse, fails] of [
    [15, []],
    [20, [{ severity: 'danger', value: 20 }]],
  ] as const)
    expect(findings(design([job({ fuse, wires: { feed: { sizeMm2: 1 } } })]), 'fuse-above-wire')).toMatchObject(fails);
});

test('each of two feeds of a coil has its own fuse: one that is bridged leaves its wire bare, whatever the other has', () => {
  const file = new URL('../../../examples/circuits/04-keep-on.json', import.meta.url);
  const read = parseDesignText(readFileSync(file, 'utf8'));
  if (!read.ok) throw new Error('it cannot be read');
  const { design: both } = read;
  expect(findings(both, 'fuse-missing')).toEqual([]);
  for (const [fuse, wire] of [
    ['beam-control-fuse', 'W1.1'],
    ['beam-control-fuse-main-beam', 'W1.3'],
  ] as const) {
    const bridged = { ...both, jobs: both.jobs.map((one) => ({ ...one, edits: [{ kind: 'bridge', part: fuse } as const] })) };
    const [found] = findings(bridged, 'fuse-missing');
    expect(found).toMatchObject({ severity: 'danger', code: 'controlFuse', value: 0 });
    expect(found!.title).toContain(wire);
  }
});
