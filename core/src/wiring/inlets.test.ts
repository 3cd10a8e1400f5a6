/** A box of the mains with one cord in: one fuse for what shares it, neutral and earth over terminals, a cord for each load. */
import { describe, expect, test } from '@jest/globals';
import { analyse, drawJobs } from '../analyse.ts';
import { asItIsBuilt } from '../advice/index.ts';
import { staircase } from '../advice/staircase.ts';
import { cordsOf } from '../graph/index.ts';
import { kindOf, plays } from '../kinds/index.ts';
import type { Design } from '../project/schema.ts';
import { checkEvidence, ruleContext } from '../rules/index.ts';
import { typed } from '../testing/pieces.ts';
import { compile } from './compile.ts';

const TWO = ['when the first switch is on, light a 60 W lamp', 'when the second switch is on, run a 1 kW heater'];
const two = typed(TWO);
const withJob = (design: Design, at: number, changes: Partial<Design['jobs'][number]>): Design => ({
  ...design,
  jobs: design.jobs.map((job, index) => (index === at ? { ...job, ...changes } : job)),
});
const loadFuses = (design: Design) =>
  compile(design).netlist.parts.flatMap((part) => (plays(part, 'overcurrent device') && part.spec.guards === 'load' ? [part] : []));
const open = (design: Design) => checkEvidence(analyse(design).evidence).filter(({ severity }) => severity !== 'hold');
const without = (design: Design, leg: string): Design => {
  const wire = compile(design).netlist.wires.find((one) => one.leg === leg)!;
  return withJob(design, 0, { edits: [{ kind: 'no-wire', wire: wire.id }] });
};

describe('jobs of one box', () => {
  test('hang on one fuse, made for what they take together', () => {
    // 60 W and 1 kW at 230 V are 4.6 A and the isolated supply in the box takes 0.2 A; with a quarter more 6 A: the plug has 13 A (BS 1362: 3, 5, 13).
    expect(loadFuses(two).map(({ spec, jobs }) => [spec.ratingA, spec.style, jobs.length])).toEqual([[13, 'plug', 2]]);
    expect(
      analyse(two)
        .analysis.parts.filter(({ description }) => /^Plug with/.test(description))
        .map(({ count }) => count),
    ).toEqual([1]);
  });

  test('do in every state what they say, and nothing of it is a danger', () => {
    expect(open(two).filter(({ severity }) => severity === 'danger')).toEqual([]);
  });

  test('have a cord each where one fuse does not bear them together', () => {
    const heavy = typed(['when the first switch is on, run a 2 kW heater', 'when the second switch is on, run a 2 kW fan heater']);
    expect(loadFuses(heavy)).toHaveLength(2);
  });

  test('keep one fuse that somebody chose for both, and it is said that it is too small', () => {
    const chosen = two.jobs.reduce((design, _, at) => withJob(design, at, { fuse: 3 }), two);
    expect(loadFuses(chosen).map(({ spec }) => spec.ratingA)).toEqual([3]);
    expect(open(chosen).map(({ rule }) => rule)).toContain('fuse-below-load');
  });

  test('keep a fuse each where the project says so, and where their boxes have no cord', () => {
    expect(loadFuses({ ...two, settings: { ...two.settings, sharing: 'apart' } })).toHaveLength(2);
    const apart = { ...two, places: two.places.map(({ oneCord: _, ...place }) => place) };
    expect(loadFuses(apart)).toHaveLength(2);
    expect(compile(apart).netlist.parts.filter((part) => kindOf(part).gathers)).toEqual([]);
  });

  test('set down as built keep their one fuse, so that a larger load finds no larger one', () => {
    const { netlist } = compile(two);
    const built = { ...two, jobs: two.jobs.map((job) => asItIsBuilt(netlist, job)) };
    expect(built.jobs.map(({ fuse }) => fuse)).toEqual([13, 13]);
    expect(loadFuses(built).map(({ jobs }) => jobs.length)).toEqual([2]);
  });

  test('show what each takes, and beside the fuse what all behind it do', () => {
    const { evidence } = analyse(two);
    const context = ruleContext(evidence);
    const [lamp] = context.jobs;
    const steps = new Map(staircase(context, lamp!).map(({ id, ampere, label }) => [id, { ampere, label }]));
    // 60 W at 230 V are 0.26 A, 10 % more at 253 V; with 1 kW beside it 5.07 A (worked by hand).
    expect(steps.get('load')!.ampere).toBeCloseTo((60 / 230) * 1.1, 2);
    // And the isolated supply of 24 W, with 0.8 of efficiency and a power factor of 0.6 (from memory): 0.22 A. At 253 V, less
    // the hundredth that 0.4 Ω of loop and the cord take.
    expect(steps.get('shared')!.ampere).toBeCloseTo((1060 / 230 + 24 / 0.48 / 230) * 1.1 * 0.99, 1);
  });
});

describe('what comes in and goes out', () => {
  test('is a cord in of three cores, and one out for each load; every core of a cord of one size', () => {
    const { netlist } = compile(two);
    const cords = cordsOf(two, netlist);
    expect(cords.map(({ cores }) => cores.map(({ role }) => role).sort())).toEqual(
      Array.from({ length: cords.length }, () => ['earth', 'load', 'return']),
    );
    expect(cords.map(({ cores: [core] }) => core!.leg)).toContain('inlet-line');
    for (const { cores, sizeMm2 } of cords) expect(new Set(cores.map((core) => core.sizeMm2))).toEqual(new Set([sizeMm2]));
  });

  test('follows the thickest core that somebody chose, and is no cord where the others may not', () => {
    const thick = withJob(two, 0, { wires: { 'inlet-line': { sizeMm2: 2.5 } } });
    const sizes = (design: Design) =>
      ['inlet-line', 'inlet-back', 'inlet-earth'].map((leg) => compile(design).netlist.wires.find((wire) => wire.leg === leg)!.sizeMm2);
    expect(sizes(thick)).toEqual([2.5, 2.5, 2.5]);
    const mixed = withJob(two, 0, { wires: { 'inlet-line': { sizeMm2: 2.5 }, 'inlet-back': { sizeMm2: 1.5 } } });
    expect(sizes(mixed).slice(0, 2)).toEqual([2.5, 1.5]);
    expect(cordsOf(mixed, compile(mixed).netlist).map(({ cores: [core] }) => core!.leg)).not.toContain('inlet-line');
  });

  test('is bought as cords with their strain reliefs, a box and its terminals', () => {
    const { parts, cuts } = analyse(two).analysis;
    // As many as there are: neither a box nor a strain relief is a crimp of which one buys two over.
    const listed = parts.map(({ description, toBuy, tags }) => `${toBuy} × ${description} ${tags}`).join('\n');
    expect(listed).toMatch(/1 × Closed plastic box, about 200 × 150 × 75 mm or more, with a wall between mains and low voltage UC2/);
    expect(listed).toMatch(/Insulated terminal for mains, neutral, for 4 wires to/);
    expect(listed).toMatch(/2 × Strain relief for a cord of 3 × .* C1 C2/);
    expect(
      cuts.some(
        ({ cores, pieces, colourName }) => cores === 3 && pieces === 2 && colourName === 'cord of 3 cores: brown, blue, green with yellow',
      ),
    ).toBe(true);
  });

  test('is looked for when its earth, its neutral or its line is not there', () => {
    const rules = (leg: string) => open(without(two, leg)).map(({ rule, job, severity }) => `${rule} ${job} ${severity}`);
    // Both loads have metal on earth behind the one core.
    expect(rules('inlet-earth')).toEqual(expect.arrayContaining(['earth-missing job-1 danger', 'earth-missing job-2 danger']));
    expect(rules('inlet-back')).toEqual(expect.arrayContaining(['state-mismatch job-1 danger', 'state-mismatch job-2 danger']));
    expect(rules('inlet-line')).toEqual(expect.arrayContaining(['state-mismatch job-1 danger', 'state-mismatch job-2 danger']));
  });

  test('is guarded by its fuse from end to end, and a fault to metal counts the earth all the way', () => {
    const thin = (leg: string, sizeMm2: number) => open(withJob(two, 0, { wires: { [leg]: { sizeMm2 } } })).map(({ rule }) => rule);
    expect(thin('inlet-line', 0.75)).toContain('fuse-above-wire');
    expect(thin('inlet-back', 0.75)).toContain('fuse-above-wire');
    expect(thin('inlet-earth', 0.75)).toContain('earth-thin');
    const loop = (design: Design) =>
      checkEvidence(analyse(design).evidence).find(({ rule, job }) => rule === 'disconnection-time' && job === 'job-2')!.value;
    const long = { ...two, distances: two.distances.map((way) => ({ ...way, lengthM: way.lengthM + (way.a === 'place-1' ? 50 : 0) })) };
    // 50 m more, a tenth of slack, line and earth of 1.5 mm² at 13.3 mΩ/m (IEC 60228, class 5), 70 °C: 55 · 2 · 13.3 mΩ · 1.1965.
    const size = compile(long).netlist.wires.find(({ leg }) => leg === 'inlet-line')!.sizeMm2;
    expect(loop(long) - loop(two)).toBeGreaterThan((55 * 2 * 0.0133 * 1.1965 * 1.5) / size / 1.15);
  });
});

test('its terminals are marked on the paths that pass them', () => {
  const { terminals, wires } = drawJobs(compile(two).netlist, ['job-1']);
  expect(terminals.map(({ words }) => words)).toEqual(['X1L', 'X1N']);
  // Each on the line of a wire that ends on it.
  for (const { x, y } of terminals) expect(wires.some(({ points }) => points.some(([px, py]) => px === x && py === y))).toBe(true);
});

test('two hot conductors come in with a breaker of two poles, and a contactor’s coil is tapped in the box', () => {
  const kiln = typed(['heat two 1.8 kW kiln rings to 1060 °C'], 'mains-240');
  const { netlist } = compile(kiln);
  expect(loadFuses(kiln).map(({ spec }) => spec.poles)).toEqual([2]);
  const marks = netlist.parts.flatMap((part) => (kindOf(part).gathers ? [part.tag] : []));
  expect(marks).toEqual(['X1L', 'X1L2', 'X1PE']);
  const placeOf = (id: string) => netlist.parts.find((part) => part.id === id)!.place;
  expect(placeOf('job-1-control-fuse')).toBe(kiln.jobs[0]!.device.place);
  // One earth in the cord of two rings, split where they are.
  expect(netlist.wires.filter(({ role, leg }) => role === 'earth' && leg === 'earth-load-1')).toHaveLength(1);
  expect(netlist.wires.filter(({ role, leg }) => role === 'earth' && leg === 'tail-earth-load-1')).toHaveLength(2);
});

describe('a relay that bears less than the fuse of all', () => {
  const WEAK = 'when pin D4 is high, light a 60 W lamp through a relay module';
  const STRONG = ['when the second switch is on, run a 1.5 kW heater', 'when the third switch is on, light a 40 W lamp'];
  const fuses = (design: Design) =>
    loadFuses(design)
      .map(({ spec, jobs }) => `${spec.ratingA} A of ${jobs.join(' and ')}`)
      .sort();
  // 1.64 kW at 230 V, a quarter more: 13 A of the plug (BS 1362), before a module of 10 A.
  test.each([
    ['first', [WEAK, ...STRONG], ['13 A of job-2 and job-3', '3 A of job-1']],
    ['last', [...STRONG, WEAK], ['13 A of job-1 and job-2', '3 A of job-3']],
    ['beside one', [WEAK, STRONG[0]!], ['13 A of job-2', '3 A of job-1']],
  ] as const)('has a cord of its own: %s', (_, texts, found) => {
    const design = typed(texts);
    expect(fuses(design)).toEqual(found);
    expect(open(design).filter(({ severity }) => severity === 'danger')).toEqual([]);
  });

  test('shares where the fuse of all is no more than it bears', () => {
    expect(fuses(typed([WEAK, 'when the third switch is on, light a 40 W lamp']))).toEqual(['3 A of job-1 and job-2']);
  });

  test('that all of them are: a cord each, and each coil is tapped behind its own', () => {
    const kiln = typed(['heat two 1.8 kW kiln rings to 1060 °C', 'heat two 1.8 kW oven rings to 900 °C'], 'mains-240');
    expect(fuses(kiln)).toHaveLength(2);
    const { wires, parts } = compile(kiln).netlist;
    const fed = (job: string) =>
      parts.find(({ id }) => id === wires.find((wire) => wire.job === job && wire.to.includes('control-fuse'))!.from.split('.')[0])!;
    expect(['job-1', 'job-2'].map((job) => [fed(job).tag, fed(job).jobs])).toEqual([
      ['X1L', ['job-1']],
      ['X2L', ['job-2']],
    ]);
    // Two of 15 A on an outlet of 20 A are one too many: that is all that is wrong.
    const dangers = open(kiln).filter(({ severity }) => severity === 'danger');
    expect(new Set(dangers.map(({ rule }) => rule))).toEqual(new Set(['supply-overload']));
  });
});
