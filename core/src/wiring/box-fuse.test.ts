/** A fuse in the box, behind the breaker of the branch that is there: where plugs have no fuse of their own. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { type PartPlaying, plays } from '../kinds/index.ts';
import { broughtAlong } from '../project/bring-along.ts';
import type { Design } from '../project/schema.ts';
import { applyPatches } from '../document/patch.ts';
import { benchSteps } from '../outputs/bench/dictionary.ts';
import { mainsSteps } from '../outputs/build/cautions.ts';
import { opensAtOnce } from '../rules/fault-loop.ts';
import { RULES, checkEvidence, ruleContext } from '../rules/index.ts';
import { opensAt } from '../rules/motor-stall.ts';
import { typed } from '../testing/pieces.ts';
import { compile } from './compile.ts';

const LAMP = 'when the first switch is on, light a 60 W lamp';
const SECOND = 'when the second switch is on, light a 60 W reading lamp';
const lamp = typed([LAMP], 'mains-120');
const two = typed([LAMP, SECOND], 'mains-120');

type Fuse = PartPlaying<'overcurrent device'>;
const fuses = (design: Design): Fuse[] =>
  compile(design).netlist.parts.flatMap((part) => (plays(part, 'overcurrent device') && part.spec.guards !== 'control' ? [part] : []));
const branches = (design: Design) => fuses(design).filter(({ spec }) => spec.isThere);
const inside = (design: Design) => fuses(design).filter(({ spec }) => !spec.isThere);
const wire = (design: Design, leg: string) => compile(design).netlist.wires.find((one) => one.leg === leg)!;
const open = (design: Design) => checkEvidence(analyse(design).evidence).filter(({ severity }) => severity !== 'hold');
const dangers = (design: Design) => open(design).filter(({ severity }) => severity === 'danger');
const withJob = (design: Design, changes: Partial<Design['jobs'][number]>, at = 0): Design => ({
  ...design,
  jobs: design.jobs.map((job, index) => (index === at ? { ...job, ...changes } : job)),
});
const withSize = (design: Design, leg: string, sizeMm2: number): Design =>
  withJob(design, { wires: { ...design.jobs[0]!.wires, [leg]: { sizeMm2 } } });
const withSupply = (design: Design, changes: object): Design => ({
  ...design,
  supplies: design.supplies.map((supply, at) => (at === 0 ? ({ ...supply, ...changes } as typeof supply) : supply)),
});
const metal = (design: Design): Design => ({
  ...design,
  places: design.places.map((place) => (place.id === design.jobs[0]!.device.place ? { ...place, box: 'metal' as const } : place)),
});

describe('what guards a box by itself', () => {
  test.each([
    ['mains-120', LAMP, 'cartridge'],
    ['mains-230', LAMP, 'plug'],
    // One fuse opens one of two hot conductors.
    ['mains-240', LAMP, 'breaker-c'],
    // 8 A at 120 V are 960 W: a quarter of headroom is 10 A, the largest of 5 × 20 mm.
    ['mains-120', 'when the first switch is on, run a 900 W heater', 'cartridge'],
    ['mains-120', 'when the first switch is on, run a 1 kW heater', 'breaker-c'],
  ])('on %s, %s: %s', (page, text, protection) => {
    expect(typed([text], page).jobs[0]!.protection).toBe(protection);
  });

  test('a fuse that is said goes into the box, a breaker into the panel', () => {
    const said = typed([`${LAMP} with a 5 A fuse`], 'mains-120');
    expect([said.jobs[0]!.protection, said.jobs[0]!.fuse]).toEqual(['cartridge', 5]);
    expect(typed([`${LAMP} with a breaker`], 'mains-120').jobs[0]!.protection).toBe('breaker-c');
  });

  test('breakers of such panels begin at 15 A (NEC 240.6(A), and common practice)', () => {
    // 2 A behind a breaker of an IEC panel had 6 A.
    expect(inside(typed([`${LAMP} with a breaker`], 'mains-120')).map(({ spec }) => spec.ratingA)).toEqual([15]);
    expect(inside(typed([LAMP], 'mains-240')).map(({ spec }) => spec.ratingA)).toEqual([15]);
    const european = withJob(typed([LAMP]), { protection: 'breaker-b' });
    expect(inside(european).map(({ spec }) => spec.ratingA)).toEqual([6]);
  });

  test('brought along to another network it is what is usual there', () => {
    const plugged = typed([LAMP]);
    const supply = { ...plugged.supplies[0]!, nominalV: 120, restV: 120, lowestV: 114, highestV: 126 } as Design['supplies'][number];
    const along = broughtAlong({ ...plugged, supplies: [supply, ...plugged.supplies.slice(1)] }, supply.id);
    expect(along.jobs[0]!.protection).toBe('cartridge');
  });
});

describe('the box with its fuse inside', () => {
  test('has the fuse in it, behind the branch, and nobody buys the branch', () => {
    expect(inside(two).map(({ place, jobs, spec }) => [place, jobs.length, spec.style])).toEqual([['place-2', 2, 'cartridge']]);
    expect(branches(two).map(({ place, spec, tag }) => [place, spec.ratingA, spec.guards, tag])).toEqual([['place-1', 15, 'trunk', 'L1F']]);
    const bought = analyse(two).analysis.parts.map(({ description, tags }) => `${description} ${tags}`);
    expect(bought.filter((row) => /L1F|breaker/.test(row))).toEqual([]);
    expect(bought.join('\n')).toMatch(/Cartridge fuse 2 A, 5 × 20 mm, in a panel holder for mains F1/);
    expect(bought.join('\n')).toMatch(/Plug with earth for 15 A or more/);
  });

  test('does in every state what its sentences say, and nothing of it is a danger', () => {
    expect(dangers(two)).toEqual([]);
  });

  test('has a cord for what the branch lets through, and thinner wire behind its fuse', () => {
    const [line, back, earth] = ['inlet-line', 'inlet-back', 'inlet-earth'].map((leg) => wire(two, leg).sizeMm2);
    // HD 516 S2: a cord of 1.5 mm² bears 16 A at 30 °C, and less than 15 A in the warm air of a box; 2.5 mm² bears 20 A and more.
    expect([line, back, earth]).toEqual([2.5, 2.5, 2.5]);
    expect(wire(two, 'load-load-1').sizeMm2).toBeLessThan(line!);
  });

  test('boxes on one outlet hang on one branch', () => {
    const apart = { ...two, settings: { ...two.settings, sharing: 'apart' as const } };
    expect(inside(apart)).toHaveLength(2);
    expect(branches(apart).map(({ jobs }) => jobs.length)).toEqual([2]);
  });

  test('a larger branch asks for a thicker cord', () => {
    expect(wire(withSupply(two, { ratedA: 30 }), 'inlet-line').sizeMm2).toBeGreaterThan(2.5);
  });

  test('at the bench the fuse comes out of its holder, and nobody is sent to the panel', () => {
    const steps = benchSteps(analyse(two).evidence, two.jobs[1]!.id).map(({ words }) => words);
    expect(steps.filter((words) => /, F1\b.* out/.test(words)).length).toBeGreaterThan(0);
    expect(steps.filter((words) => words.includes('L1F'))).toEqual([]);
  });

  test('with no plug that comes out, the line behind its breaker is proved; with one, its pins', () => {
    const words = (design: Design) =>
      mainsSteps(analyse(design).evidence)
        .map(({ text }) => text)
        .join('\n');
    expect(words(lamp)).toMatch(/both pins of the plug that carry current, to its earth/);
    const fixed = { ...lamp, places: lamp.places.map(({ oneCord: _, ...place }) => place) };
    expect(words(fixed)).toMatch(/the line after its breaker, to earth/);
  });
});

describe('what may be dangerous about it', () => {
  test.each(['inlet-line', 'inlet-back'])('a core of its cord that the branch burns: %s', (leg) => {
    const thin = withSize(two, leg, 0.75);
    const [finding] = dangers(thin).filter(({ rule }) => rule === 'fuse-above-wire');
    expect(finding?.subject.label).toBe('L1F');
    // What mends it is wire, never the breaker of a house.
    const rule = RULES.find(({ id }) => id === 'fuse-above-wire')!;
    const nudges = rule.nudges!(ruleContext(analyse(thin).evidence), finding!);
    expect(nudges.length).toBeGreaterThan(0);
    const ratings = nudges.flatMap(({ patches }) => patches.flatMap(({ path, value }) => (path[2] === 'fuse' ? [value] : [])));
    expect(ratings.every((rating) => rating === 'auto')).toBe(true);
    expect(nudges.some(({ patches }) => dangers(applyPatches(thin, patches) as Design).length === 0)).toBe(true);
  });

  test('wire behind a cartridge that opens late: 2.1 times its rating within half an hour, of 1.45 that its wire stands', () => {
    // IEC 60127-2 and IEC 60364-4-43: behind 5 A a wire has to bear 7.24 A.
    const behind = withJob(lamp, { fuse: 5 });
    const finding = (sizeMm2: number) =>
      open(withSize(behind, 'load-load-1', sizeMm2)).find(({ rule, subject }) => rule === 'fuse-above-wire' && subject.label === 'F1');
    // In this air 0.75 mm² bears 5.48 A, and 1 mm² 9.1 A.
    expect(finding(0.75)?.limit).toBeCloseTo((5.48 * 1.45) / 2.1, 1);
    expect(finding(1)).toBeUndefined();
  });

  test('what is tapped behind it in the box is as thick as the fuse asks for', () => {
    const oven = typed(['heat an 800 W oven to 180 °C'], 'mains-120');
    expect(inside(oven).map(({ spec }) => spec.ratingA)).toEqual([10]);
    // Behind 10 A: 14.5 A, and 1.5 mm² bears that in this air.
    expect(wire(oven, 'control-feed').sizeMm2).toBeGreaterThan(1);
    expect(dangers(oven)).toEqual([]);
  });

  test('a plug that goes in either way round may put the fuse into the neutral: the branch alone guards what is behind', () => {
    const turned = withSupply(two, { reversible: true });
    const [finding] = dangers(turned);
    expect([finding?.rule, finding?.subject.label]).toEqual(['fuse-above-wire', 'L1F']);
    expect(finding?.detail).toMatch(/the fuse of the box may stand in the neutral/);
  });

  test('what comes into a metal box faults before its fuse: the branch has to open', () => {
    const far = { rcd: false, internalOhm: 1.5 };
    // 114 V over 1.53 Ω are 74 A; a breaker of 15 A, curve C, opens at once from 150 A (IEC 60898-1), a cartridge of 2 A from 20 A.
    const faults = (design: Design) => dangers(design).filter(({ rule }) => rule === 'disconnection-time');
    expect(faults(metal(withSupply(lamp, far))).map(({ subject, title }) => [subject.label, /L1F/.test(title)])).toEqual([['UC2', true]]);
    expect(faults(withSupply(lamp, far))).toEqual([]);
    expect(faults(metal(withSupply(lamp, { ...far, internalOhm: 0.6 })))).toEqual([]);
    expect(faults(metal(withSupply(lamp, { ...far, rcd: true })))).toEqual([]);
    // With no earth at the box there is no loop that could end it, and nothing is said to hold.
    const bare = metal(withSupply(lamp, { rcd: false }));
    const bond = compile(bare).netlist.wires.find(({ leg }) => leg.startsWith('earth-box-'))!;
    const cut = withJob(bare, { edits: [{ kind: 'no-wire', wire: bond.id }] });
    const asked = (design: Design) =>
      checkEvidence(analyse(design).evidence).filter(({ rule, subject }) => rule === 'disconnection-time' && subject.label === 'UC2');
    expect([asked(bare).length > 0, asked(cut).length]).toEqual([true, 0]);
    expect(dangers(cut).length).toBeGreaterThan(0);
  });

  test('a cartridge opens at once from ten times its rating, and at all from 2.1 times (IEC 60127-2, from memory)', () => {
    const [fuse] = inside(lamp);
    expect(opensAtOnce(fuse!)).toBe(20);
    expect(opensAt(fuse!).atAll.share).toBe(2.1);
  });

  test('all that hangs on the branch together is more than it gives', () => {
    const heavy = typed([LAMP, SECOND], 'mains-120');
    expect(open(withSupply(heavy, { ratedA: 1 })).map(({ rule }) => rule)).toContain('fuse-below-coils');
    expect(open(withSupply(heavy, { ratedA: 2 })).map(({ rule }) => rule)).not.toContain('fuse-below-coils');
  });
});
