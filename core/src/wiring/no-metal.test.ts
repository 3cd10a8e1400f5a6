/** Current comes back through metal where there is some: a place of plastic or glass fibre has returns of its own, and the rest stays as it is. */
import { expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import type { Design } from '../project/index.ts';
import { partOf } from '../quantity/index.ts';
import { design, job } from '../testing/designs.ts';
import { RETURN_TERMINAL } from './shared-parts.ts';

const made = design([job({})]);
const [at] = made.jobs[0]!.loads.map(({ place }) => place);
const without = (...places: string[]): Design => ({
  ...made,
  places: made.places.map((place) => (places.includes(place.id) ? { ...place, noMetal: true } : place)),
});
const built = (one: Design) => {
  const { analysis, evidence } = analyse(one);
  const { netlist, findings } = analysis;
  const loadOf = (end: string) => netlist.parts.some(({ id, kind }) => id === partOf(end as never) && kind === 'load');
  const back = netlist.wires.filter(({ role, from, to }) => role === 'return' && (loadOf(from) || loadOf(to)));
  return { analysis, evidence, netlist, back, open: findings.filter(({ severity }) => severity !== 'hold') };
};
const studs = ({ netlist }: ReturnType<typeof built>) =>
  netlist.parts.filter(({ kind }) => kind === 'ground-point').map(({ place }) => place);

test('what stands where there is no metal comes back to the battery by a wire as long as the way', () => {
  const [metal, plastic] = [built(made), built(without(at!))];
  expect(metal.back).toHaveLength(1);
  expect(partOf(metal.back[0]!.to)).toBe(`gnd-${at}`);
  expect(plastic.back.map(({ to }) => partOf(to))).toEqual([partOf(RETURN_TERMINAL)]);
  expect(plastic.back[0]!.lengthM).toBeGreaterThan(metal.back[0]!.lengthM + 1);
  // Nothing is bought there to ground it; where its relay is, the coil is grounded as before.
  expect(studs(metal)).toContain(at);
  expect(studs(plastic)).not.toContain(at);
  expect(studs(plastic)).toContain(made.jobs[0]!.device.place);
  expect(plastic.evidence.unwired).toEqual([]);
});

test('the drop counts the way back, and its wires are chosen for that', () => {
  const drop = (one: Design) => built(one).analysis.findings.find(({ rule }) => rule === 'wire-drop')!;
  const plastic = drop(without(at!));
  expect(plastic.severity).toBe('hold');
  // With the sizes that bear it through metal it would be more.
  const sizes = Object.fromEntries(
    built(made)
      .netlist.wires.filter(({ job: of, leg }) => of === made.jobs[0]!.id && leg !== 'return')
      .map(({ leg, sizeMm2 }) => [leg, { sizeMm2 }]),
  );
  const fixed = (one: Design): Design => ({ ...one, jobs: one.jobs.map((own) => ({ ...own, wires: sizes })) });
  expect(drop(fixed(without(at!))).value).toBeGreaterThan(drop(fixed(made)).value);
});

test('where returns are wires anyhow it changes nothing', () => {
  const wired: Design = { ...made, settings: { ...made.settings, returnPath: 'wire' } };
  const asked: Design = { ...without(at!), settings: wired.settings };
  expect(built(asked).netlist.wires).toEqual(built(wired).netlist.wires);
});

test('without metal anywhere every return is a wire, as with returns of wire', () => {
  const none = built(without(...made.places.map(({ id }) => id)));
  expect(studs(none)).toEqual([]);
  expect(
    none.netlist.wires.filter(({ role }) => role === 'return').every(({ from, to }) => [from, to].some((end) => end === RETURN_TERMINAL)),
  ).toBe(true);
});
