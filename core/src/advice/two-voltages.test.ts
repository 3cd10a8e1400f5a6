/** Loads with two voltages on their label: one that a hand sets, and one that takes all between by itself. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { applyPatches } from '../document/index.ts';
import { cautionsFor, mainsSteps } from '../outputs/index.ts';
import { type Design, broughtAlong } from '../project/index.ts';
import { hear, projectOf } from '../project/say/index.ts';
import { findNudge } from './index.ts';

const said = (sentence: string): Design => projectOf(hear(sentence, null))!;
const loadOf = (design: Design) => design.jobs[0]!.loads[0]!;
const withLoad = (design: Design, more: object): Design =>
  ({ ...design, jobs: design.jobs.map((job) => ({ ...job, loads: job.loads.map((load) => ({ ...load, ...more })) })) }) as Design;
const judged = (design: Design) => {
  const { analysis, evidence } = analyse(design);
  return { evidence, analysis, finding: analysis.findings.find(({ rule }) => rule === 'load-wrong-voltage')! };
};

const PUMP = 'run a 110/220 V 500 W pump from the mains when the shelf switch is on';

describe('said', () => {
  test.each([
    [PUMP, { ratedV: 230, otherV: 110, otherVBy: 'hand' }],
    [PUMP.replace('the mains', 'the 120 V mains'), { ratedV: 120, otherV: 220, otherVBy: 'hand' }],
    [PUMP.replace('110/220 V', '115 or 230 V'), { ratedV: 230, otherV: 115, otherVBy: 'hand' }],
    // Electronics take what there is; a range on a heater is one voltage with its tolerance (IEC 60335-1, 7.1: "-" for a range, "/" for values).
    [PUMP.replace('110/220 V 500 W pump', '100-240 V 60 W charger'), { ratedV: 240, otherV: 100, otherVBy: 'itself' }],
    [PUMP.replace('110/220 V 500 W pump', '220–240 V 2 kW heater'), { ratedV: 240, otherV: 220, otherVBy: 'itself' }],
    ['light a 12/24 V 20 W led lamp from a 24 V battery when the switch is on', { ratedV: 24, otherV: 12, otherVBy: 'itself' }],
  ])('%s', (sentence, { ratedV, ...label }) => {
    const heard = hear(sentence, null);
    expect(heard.unclear).toEqual([]);
    expect(loadOf(projectOf(heard)!)).toMatchObject({ plate: { ratedV }, ...label });
    expect(loadOf(projectOf(heard)!).name).not.toMatch(/\d/);
    expect(judged(projectOf(heard)!).finding.severity).toBe('hold');
  });
  test('which mains there are is asked where either may be', () => {
    const heard = hear('run a 110/220 V 500 W pump when the shelf switch is on', null);
    expect(heard.blanks.map(({ asks }) => asks)).toContain('from what?');
  });
  test('what the project has answers it', () => {
    const design = said('light a 120 V 60 W lamp when the hall switch is on');
    const heard = hear('run a 110/220 V 500 W pump when the shelf switch is on', design);
    expect(heard.blanks).toEqual([]);
    expect(heard.add!(design).jobs.at(-1)!.loads[0]!.plate.ratedV).toBe(120);
  });
});

describe('set by a hand', () => {
  test('set for the lower voltage on the higher is a danger, and setting it mends it: the same watts', () => {
    const wrong = withLoad(said(PUMP), { plate: { unit: 'W', value: 500, ratedV: 110 }, otherV: 230, ownCutOut: true });
    const { evidence, analysis, finding } = judged(wrong);
    expect(finding).toMatchObject({ severity: 'danger', code: 'high' });
    expect(finding.title).toMatch(/pump is set for 110 V and gets up to 24\d V/);
    expect(finding.detail).toMatch(/takes 5\.[01] times its power; set it to its 230 V$/);
    const neither = judged(withLoad(wrong, { otherV: 120 })).finding;
    expect(neither.detail).toMatch(/wall outlet is not its supply$/);
    const nudge = findNudge(evidence, analysis.findings, finding)!;
    expect(nudge.label).toBe('Nudge it to its 230 V');
    const mended = applyPatches<Design>(wrong, nudge.patches);
    expect(loadOf(mended)).toMatchObject({ plate: { unit: 'W', value: 500, ratedV: 230 }, otherV: 110 });
    expect(judged(mended).finding.severity).toBe('hold');
    expect(judged(mended).finding.detail).toBe('set for 230 V, where its label has 110 V too');
  });
  test('set for the higher one on the lower hardly turns', () => {
    const slow = withLoad(said(PUMP.replace('the mains', 'the 120 V mains')), { plate: { unit: 'A', value: 2, ratedV: 230 }, otherV: 120 });
    const { evidence, analysis, finding } = judged(slow);
    expect(finding).toMatchObject({ severity: 'caution', code: 'low' });
    const nudge = findNudge(evidence, analysis.findings, finding)!;
    // 2 A at 230 V are 460 W: 3.833 A at 120 V.
    expect(loadOf(applyPatches<Design>(slow, nudge.patches)).plate).toEqual({ unit: 'A', value: 3.833, ratedV: 120 });
  });
  test('is set before it gets any power, and what it would do else is said', () => {
    const design = said(PUMP);
    const { evidence } = analyse(design);
    // (230 / 110)² = 4.37
    expect(cautionsFor(design, design.jobs[0]!, evidence.netlist).join('\n')).toMatch(/Set pump to 230 V .* 4\.4 times its power and burn/);
    const steps = mainsSteps(evidence);
    const set = steps.findIndex(({ text }) => /what sets pump/.test(text));
    expect(steps[set]!.expect).toBe('it stands at 230 V');
    expect(set).toBeLessThan(steps.findIndex(({ id }) => id === 'plug'));
    const low = said(PUMP.replace('the mains', 'the 120 V mains'));
    expect(cautionsFor(low, low.jobs[0]!, analyse(low).evidence.netlist).join('\n')).toMatch(/Set pump to 120 V: set to 220 V/);
    const one = withLoad(design, { otherV: 0 });
    expect(cautionsFor(one, one.jobs[0]!, evidence.netlist).join('\n')).not.toMatch(/Set pump/);
    expect(mainsSteps(analyse(one).evidence).some(({ text }) => /what sets/.test(text))).toBe(false);
  });
  test('comes along to the other mains by being set', () => {
    const design = said(PUMP);
    const supplies = design.supplies.map((supply) =>
      supply.id === design.jobs[0]!.supply ? { ...supply, nominalV: 120, lowestV: 108, restV: 120, highestV: 127 } : supply,
    );
    const moved = withLoad({ ...design, supplies } as Design, { otherV: 120 });
    expect(loadOf(broughtAlong(moved, design.jobs[0]!.supply))).toMatchObject({
      plate: { unit: 'W', value: 500, ratedV: 120 },
      otherV: 230,
    });
  });
});

describe('by itself', () => {
  const CHARGER = PUMP.replace('110/220 V 500 W pump', '100-240 V 60 W charger');
  test.each([
    [100, 240, 'hold'],
    [100, 231, 'hold'],
    [100, 229, 'caution'],
    [100, 120, 'danger'],
    [240, 100, 'hold'],
  ])('%d to %d V on 230 V: %s', (ratedV, otherV, severity) => {
    const design = withLoad(said(CHARGER), { plate: { unit: 'W', value: 60, ratedV }, otherV, otherVBy: 'itself' });
    expect(judged(design).finding.severity).toBe(severity);
  });
  test('the lower end is asked too', () => {
    const design = withLoad(said(CHARGER.replace('the mains', 'the 120 V mains')), {
      plate: { unit: 'W', value: 60, ratedV: 240 },
      otherV: 200,
      otherVBy: 'itself',
    });
    expect(judged(design).finding).toMatchObject({ severity: 'caution', code: 'low' });
    expect(judged(design).finding.title).toMatch(/made for 200 V to 240 V/);
  });
  test('stays as it is where it is brought to another voltage of its own', () => {
    const design = said(CHARGER);
    const supplies = design.supplies.map((supply) =>
      supply.id === design.jobs[0]!.supply ? { ...supply, nominalV: 120 } : supply,
    ) as Design['supplies'];
    expect(loadOf(broughtAlong({ ...design, supplies }, design.jobs[0]!.supply)).plate).toEqual(loadOf(design).plate);
  });
});

describe('a heater at few volts is lukewarm, which is not what was asked for', () => {
  const heater = (ratedV: number) =>
    withLoad(said('run a 100 W heater from a 12 V battery when the switch is on'), { plate: { unit: 'W', value: 100, ratedV } });
  test.each([
    // Half of its power is at 0.7 of its volts (P ∝ V²); the battery has as little as 10.5 V.
    [15, 'hold'],
    [15.1, 'caution'],
    [24, 'caution'],
    [12, 'hold'],
  ])('made for %d V: %s', (ratedV, severity) => {
    const found = analyse(heater(ratedV)).analysis.findings.filter(({ rule }) => rule === 'load-wrong-voltage');
    expect(found.find(({ code }) => code === 'low')?.severity ?? 'hold').toBe(severity);
  });
  test('a slower speed that is meant does not hide it: a fan for 230 V on 12 V', () => {
    const slower = (volt: string) =>
      judged(said(`run a ${volt} 60 W fan from a 12 V battery when the key is on, slower when the fan switch is on`)).finding;
    expect(slower('230 V')).toMatchObject({ severity: 'caution', code: 'low' });
    expect(slower('12 V').severity).toBe('hold');
  });
  test('says how much is left: a kettle for 230 V on 12 V', () => {
    const { finding } = judged(said('run a 2 kW 230 V kettle from a 12 V battery when the switch is on'));
    // (10.5 / 230)² = 0.2 %
    expect(finding).toMatchObject({ severity: 'caution', detail: 'it heats with 0.21 % of its power' });
  });
});

describe('what works between two voltages keeps its power there', () => {
  const lamp = (nominalV: number, ratedV: number, otherV: number) =>
    withLoad(said(`light a 20 W led lamp from a ${nominalV} V battery when the switch is on`), {
      plate: { unit: 'W', value: 20, ratedV },
      otherV,
      otherVBy: 'itself',
    });
  const most = (design: Design) => analyse(design).analysis.jobs[0]!.ampere!;
  test.each([
    // P / U by hand: at the least that a 12 V battery has, 10.5 V, 1.90 A, and less than a tenth of that lost on the way.
    [12, 24, 12, 20 / 10.5],
    [12, 12, 24, 20 / 10.5],
    // Of 24 V at 21 V: 0.95 A.
    [24, 24, 12, 20 / 21],
    [24, 12, 24, 20 / 21],
  ])('a lamp of 20 W on a %d V battery, its label read at %d V', (nominalV, ratedV, otherV, ampere) => {
    const found = most(lamp(nominalV, ratedV, otherV));
    expect(found).toBeGreaterThan(ampere);
    expect(found).toBeLessThan(1.12 * ampere);
  });
  test('limits that are one voltage with what it may be off let through what their resistance does', () => {
    const heater = (otherV: number) =>
      most(
        withLoad(said('run a 2 kW heater from the mains when the switch is on'), {
          plate: { unit: 'W', value: 2000, ratedV: 240 },
          otherV,
          otherVBy: 'itself',
        }),
      );
    // 240 / 1.15 = 208.7: from 209 V it is one voltage, 2000 W · 253 V / 240² = 8.78 A; further off 2000 W at 207 V less what is lost.
    // The supply of its coil takes less than a tenth of an ampere beside it.
    expect(heater(209)).toBeGreaterThan((2000 * 253) / 240 ** 2);
    expect(heater(209)).toBeLessThan((2000 * 253) / 240 ** 2 + 0.1);
    expect(heater(208)).toBeGreaterThan(2000 / 207);
  });
});
