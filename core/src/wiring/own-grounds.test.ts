/** Ground points that a job shares with no other: where its returns end, what that mends, and what is bought and built for it. */
import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { findNudge } from '../advice/index.ts';
import { analyse } from '../analyse.ts';
import { applyPatches } from '../document/index.ts';
import { workOf } from '../outputs/index.ts';
import type { Design } from '../project/index.ts';
import { partOf } from '../quantity/index.ts';
import { type Piece, builtOf, typed } from '../testing/pieces.ts';

const pieces = JSON.parse(readFileSync(new URL('../../../examples/pieces/pieces.json', import.meta.url), 'utf8')) as readonly Piece[];

/** Beams whose changeover contact joins their grounds, and a fan beside them. */
const shared = typed(
  [
    'when the high beam is on, light two 60 W high beams; otherwise light two 55 W low beams',
    'when the key is on and the dash switch is on, run a 9 A fan through a four-pin relay',
    'when the key is on, run a 9 A heater fan slowly, and at full speed when the fan switch is on',
  ],
  'battery-12',
);
const withOwn = (design: Design, at: number): Design => ({
  ...design,
  jobs: design.jobs.map((job, index) => (index === at ? { ...job, grounds: 'own' as const } : job)),
});
const groundsOf = (design: Design) => {
  const { netlist } = analyse(design).analysis;
  const studs = new Map(netlist.parts.filter(({ kind }) => kind === 'ground-point').map((part) => [part.id, part]));
  const endsAt = netlist.wires.flatMap(({ job, to }) => (studs.has(partOf(to)) ? [{ job, stud: studs.get(partOf(to))! }] : []));
  return { studs: [...studs.values()], endsAt };
};
const loosely = (design: Design) =>
  analyse(design).analysis.findings.filter(({ rule, severity }) => rule === 'shared-ground-backfeed' && severity !== 'hold');

test('all returns of the job, of coil and loads, end at studs that no other job has', () => {
  const own = shared.jobs[1]!;
  const { endsAt, studs } = groundsOf(withOwn(shared, 1));
  const mine = endsAt.filter(({ job }) => job === own.id);
  expect(mine.length).toBeGreaterThanOrEqual(2);
  expect(mine.every(({ stud }) => stud.job === own.id && stud.name.startsWith('own ground of Fan at '))).toBe(true);
  expect(endsAt.filter(({ job }) => job !== own.id).every(({ stud }) => stud.job === null)).toBe(true);
  // Each is told from its place's.
  expect(new Set(studs.map(({ tag }) => tag)).size).toBe(studs.length);
  expect(studs.length).toBeGreaterThan(groundsOf(shared).studs.length);
});

test.each([
  'run a 10 A winch forwards when the out switch is on and backwards when the in switch is on',
  'when pin D4 is high, run a 9 A fan through a relay module',
  'when pin D4 is high, run a 9 A fan',
  'when the key is on, light a 5 W lamp directly',
])('each way of wiring keeps to it: %s', (said) => {
  const design = typed([said], 'battery-12');
  const { studs, endsAt } = groundsOf(withOwn(design, 0));
  const before = groundsOf(design).endsAt;
  expect(before.length).toBeGreaterThan(0);
  // What a board or a sensor of its own comes back to is no job's.
  const shared = (ends: typeof endsAt) => ends.filter(({ stud }) => stud.job === null).length;
  expect(endsAt.length).toBe(before.length);
  expect(shared(endsAt)).toBe(0);
  expect(studs.some(({ job }) => job === 'job-1')).toBe(true);
  expect(analyse(withOwn(design, 0)).evidence.unwired).toEqual([]);
});

test('what is grounded by its body, without a wire, stands on its own too', () => {
  const design = typed(['charge the second battery through a one-piece voltage-sensing relay'], 'battery-12');
  expect(groundsOf(design).studs.map(({ job }) => job)).toContain(null);
  expect(groundsOf(withOwn(design, 0)).studs.map(({ job }) => job)).toEqual(['job-1']);
});

test('the relays of a module have the ground of their board, which other jobs share, and its load has its own', () => {
  const design = typed(
    ['first', 'second'].map(
      (name, at) => `when pin D${4 + at} is high, run a 9 A ${name} fan from the battery through a 12 V relay module`,
    ),
    'battery-12',
  );
  const own = withOwn(design, 0);
  const { netlist } = analyse(own).analysis;
  const backOf = (job: string, from: RegExp) =>
    netlist.wires.filter((wire) => wire.role === 'return' && wire.job === job && from.test(wire.from)).map(({ to }) => partOf(to));
  const place = design.jobs[0]!.device.place;
  // The module's two channels at the place of the relays; each fan where it is.
  expect(backOf('job-1', /-input\.GND/)).toContain(`gnd-${place}`);
  expect(backOf('job-2', /-input\.GND/)).toContain(`gnd-${place}`);
  expect(backOf('job-1', /-load-/)).toEqual([`gnd-${design.jobs[0]!.loads[0]!.place}-job-1`]);
  expect(backOf('job-2', /-load-/)).toEqual([`gnd-${design.jobs[1]!.loads[0]!.place}`]);
});

test('nothing that a state shows is otherwise, and no size of a wire', () => {
  const [before, after] = [shared, withOwn(shared, 1)].map((design) => analyse(design).analysis);
  expect(after!.jobs.map(({ matching, combinations }) => [matching, combinations])).toEqual(
    before!.jobs.map(({ matching, combinations }) => [matching, combinations]),
  );
  const sizes = ({ netlist }: typeof before & object) => netlist.wires.map(({ leg, job, sizeMm2 }) => [job, leg, sizeMm2]);
  expect(sizes(after!)).toEqual(sizes(before!));
});

test('it is no nudge where the loss of the own stud does just the same: the relay of the beams rests', () => {
  const [found] = loosely(shared);
  expect(found!.title).toMatch(/^If ground at dash comes loose, E1.3 low beams gets/);
  const { evidence, analysis } = analyse(shared);
  expect(findNudge(evidence, analysis.findings, found!)).toBeNull();
  // It is asked of its own stud as well.
  const [own] = loosely(withOwn(shared, 0));
  expect(own!.title).toMatch(/^If own ground of High beams at dash comes loose, E1.3 low beams gets/);
  expect(own!.detail).toMatch(/^it is the job’s own/);
});

test('it is the nudge where a stud that comes loose feeds another job backwards, and no relay is put in', () => {
  const barrow = builtOf(pieces.find(({ id }) => id === '17-electric-barrow')!);
  const { evidence, analysis } = analyse(barrow);
  const found = loosely(barrow).find(({ job }) => job === 'job-2')!;
  expect(found.title).toMatch(/^If ground at dash comes loose, E1\.1 converter/);
  const nudge = findNudge(evidence, analysis.findings, found)!;
  expect(nudge.label).toMatch(/ground points of its own$/);
  const mended = applyPatches<Design>(barrow, nudge.patches);
  expect(loosely(mended).some(({ key }) => key === found.key)).toBe(false);
  expect(mended.jobs.map(({ device }) => device)).toEqual(barrow.jobs.map(({ device }) => device));
});

test('its studs are bought, and fastened where no other return goes', () => {
  const { evidence, analysis } = analyse(withOwn(shared, 1));
  const bought = analysis.parts.find(({ description }) => description.startsWith('Ground stud'))!;
  expect(bought.count).toBe(groundsOf(withOwn(shared, 1)).studs.length);
  const steps = workOf(evidence, analysis.wires).steps.filter(({ phase }) => phase === 'ground');
  const its = steps.filter(({ title }) => title.includes('own ground of Fan'));
  expect(its.length).toBeGreaterThan(0);
  expect(its.every(({ text }) => text.includes('of its own, on no other stud'))).toBe(true);
  expect(steps.filter((step) => !its.includes(step)).every(({ text }) => text.includes('or its bar'))).toBe(true);
});

test('where nothing comes back through metal it changes nothing', () => {
  const wired: Design = { ...shared, settings: { ...shared.settings, returnPath: 'wire' } };
  const wires = (design: Design) => analyse(design).analysis.netlist.wires;
  expect(wires(withOwn(wired, 1))).toEqual(wires(wired));
});
