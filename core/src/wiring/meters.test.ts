/** Panel meters of a job: wired behind its fuse in every way of wiring, read as the solver says, and never left out in silence. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { analyse, drawJobs } from '../analyse.ts';
import { branchId, meterOhm, scaleFor } from '../kinds/index.ts';
import { benchPlan, workOf } from '../outputs/index.ts';
import { buildDictionary, isWrong } from '../outputs/bench/dictionary.ts';
import { meterError } from '../outputs/bench/meter.ts';
import { expectedOf } from '../outputs/build/expected.ts';
import { blankDesign, hear, parseDesignText, projectOf } from '../project/index.ts';
import type { Design } from '../project/schema.ts';
import { checkEvidence } from '../rules/check.ts';
import { ruleContext } from '../rules/context.ts';
import { design, job, on } from '../testing/designs.ts';
import { typed } from '../testing/pieces.ts';
import { mains, watts } from '../testing/mains.ts';

const METERS = { ammeter: true, voltmeter: true } as const;
const metered = (of: Design): Design => ({ ...of, jobs: of.jobs.map((one) => ({ ...one, ...METERS })) });
const meters = (of: Design) => analyse(of).analysis.netlist.parts.filter(({ kind }) => kind === 'meter');

test('a scale is no lower than the fuse before it, so that nothing drives it past its end', () => {
  expect([1, 7.5, 10, 10.1, 400].map(scaleFor)).toEqual([1, 10, 10, 15, 400]);
  // 60 mV at the end of 30 A, 10 mA at 12 V.
  expect(meterOhm({ measures: 'current', current: 'dc', scaleA: 30 })).toBeCloseTo(0.002, 6);
  expect(meterOhm({ measures: 'voltage', current: 'dc', supply: 'main', nominalV: 12 })).toBeCloseTo(1200, 6);
});

describe('a heater of 120 W on a battery', () => {
  const made = design([job({ when: on('dash'), loads: [watts('heater', 120, 12)], ...METERS })]);
  const { analysis, evidence } = analyse(made);
  test('its ammeter reads what flows, its voltmeter what is behind the fuse, on and off', () => {
    const state = (signals: string[]) =>
      evidence.jobs.get('job-1')!.states.find(({ corner, on: with_ }) => corner === 'usual' && [...with_].join() === signals.join())!;
    const amps = (signals: string[], id: string) => Math.abs(ruleContext(evidence).amps(state(signals).solution, branchId(id, 'self')));
    // 120 W at 12 V are 1.2 Ω.
    expect(amps(['dash'], 'job-1-ammeter')).toBeGreaterThan(9.5);
    expect(amps(['dash'], 'job-1-ammeter')).toBeLessThan(12.7 / 1.2);
    expect(amps([], 'job-1-ammeter')).toBeLessThan(0.02);
    expect(1200 * amps([], 'job-1-voltmeter')).toBeCloseTo(12.7, 1);
  });
  test('they are bought, cut and drawn', () => {
    expect(analysis.parts.map(({ description }) => description)).toEqual(
      expect.arrayContaining(['Panel ammeter, 0 to 20 A⎓, with its shunt', 'Panel voltmeter for 12 V⎓']),
    );
    const legs = analysis.netlist.wires.map(({ leg }) => leg);
    expect(legs).toEqual(expect.arrayContaining(['to-relay-ammeter', 'voltmeter', 'voltmeter-back']));
    expect(drawJobs(analysis.netlist, ['job-1']).symbols.map(({ symbol }) => symbol)).toEqual(
      expect.arrayContaining(['ammeter', 'voltmeter']),
    );
  });
  test('its wires hold, those of the voltmeter as thick as the fuse asks; what it takes at rest counts', () => {
    const found = checkEvidence(evidence);
    expect(found.filter(({ severity }) => severity === 'danger')).toEqual([]);
    expect(found.find(({ rule }) => rule === 'parasitic-drain')!.value).toBeCloseTo(12.7 / 1200, 4);
    const without = checkEvidence(analyse(design([job({ when: on('dash'), loads: [watts('heater', 120, 12)] })])).evidence);
    expect(without.find(({ rule }) => rule === 'parasitic-drain')!.value).toBeLessThan(1e-4);
  });
});

test('on the mains they read alternating current', () => {
  const { analysis } = analyse(metered(mains()));
  expect(analysis.parts.map(({ description }) => description).join('\n')).toMatch(
    /ammeter, 0 to \d+ A~, .*\n(.*\n)*.*voltmeter for 230 V~/,
  );
  expect(analysis.findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
});

test.each(['03-fan-override', '06-changeover', '09-reversing', '11-split-charge', '17-radio-outlet', '20-kiln'])(
  '%s: each of its jobs has both, and no danger more',
  (name) => {
    const parsed = parseDesignText(readFileSync(new URL(`../../../examples/circuits/${name}.json`, import.meta.url), 'utf8'));
    if (!parsed.ok) throw new Error(name);
    const with_ = metered(parsed.design);
    const ids = meters(with_).map(({ id }) => id);
    for (const { id } of with_.jobs) expect(ids).toEqual(expect.arrayContaining([`${id}-ammeter`, `${id}-voltmeter`]));
    expect(analyse(with_).analysis.findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
  },
);

test('without a relay there is no fuse of its own to stand behind: refused in words, with the field', () => {
  const direct = design([job({ when: on('key'), device: { kind: 'direct', place: 'box' } })]);
  expect(analyse(direct).evidence.unwired).toEqual([]);
  for (const field of ['ammeter', 'voltmeter'] as const) {
    const { unwired } = analyse({ ...direct, jobs: direct.jobs.map((one) => ({ ...one, [field]: true })) }).evidence;
    const [reason] = unwired.flatMap(({ reasons }) => reasons).filter(({ path }) => path === `jobs[0].${field}`);
    expect(reason?.message).toMatch(/no fuse of its own/);
  }
});

test.each([
  ['with an ammeter', [true, false]],
  ['with an ammeter and a voltmeter', [true, true]],
  ['with a 15 A breaker and a voltmeter', [false, true]],
])('a sentence says so: %s', (words, [ammeter, voltmeter]) => {
  const heard = hear(`when the key is on, run a 60 W heater from the battery ${words}`, null);
  expect(heard.unclear).toEqual([]);
  expect(projectOf(heard)!.jobs[0]).toMatchObject({ ammeter, voltmeter });
});

describe('what they show is foretold', () => {
  const heater = design([job({ when: on('dash'), loads: [watts('heater', 120, 12)], fuse: 15, ...METERS })]);
  const { evidence } = analyse(heater);
  test('on the bench, within the class of a panel meter and no closer', () => {
    const dictionary = buildDictionary(evidence, 'job-1');
    const at = (key: string) => dictionary.steps.findIndex(({ id }) => id === `job-1/panel-job-1-${key}`);
    const [amps, volts] = [at('ammeter'), at('voltmeter')];
    // 120 W at 12 V are 1.2 Ω, and the way there; class 2.5 of 15 A is 0.375 A, of 15 V the same in volts.
    expect(dictionary.healthy[amps]!.value).toBeGreaterThan(9.5);
    // A clamp round the fuse reads the same current, and is as far off as a meter in hand is.
    const clamp = dictionary.healthy[dictionary.steps.findIndex(({ id }) => id === 'job-1/amps-job-1-fuse')]!;
    expect(dictionary.healthy[amps]!.value).toBeCloseTo(clamp.value, 1);
    expect(dictionary.healthy[amps]!.tolerance - clamp.tolerance).toBeCloseTo(0.375 - meterError('A', clamp.value), 2);
    expect(dictionary.healthy[volts]!.value).toBeCloseTo(12.6, 0);
    expect(dictionary.healthy[volts]!.tolerance).toBeGreaterThan(0.375);
    expect(isWrong(dictionary, amps, 0)).toBe(true);
  });
  test('in the order of work, on the mains too, where nothing else is read live', () => {
    const said = (made: Design) => expectedOf(analyse(made).evidence).meters(made.jobs[0]!);
    expect(said(heater)).toEqual([
      expect.stringMatching(/^P1A shows (?:9|10)\.\d+ A .* and next to nothing .*, give or take 375 mA$/),
      expect.stringMatching(/^P1V shows 12\.\d+ V/),
    ]);
    const onMains = metered(mains({ loads: [watts('heater', 1150, 230)] }));
    // 1150 W at 230 V are 5 A.
    expect(said(onMains)[0]).toMatch(/^P1A shows (?:4\.9\d|5(?:\.0\d)?) A /);
    expect(benchPlan(analyse(onMains).evidence, onMains.jobs[0]!.id).some(({ id }) => id.includes('panel'))).toBe(false);
    const finds = workOf(analyse(onMains).evidence, analyse(onMains).analysis.wires);
    expect(JSON.stringify(finds)).toContain('P1A shows');
    expect(said(design([job()]))).toEqual([]);
  });
});

describe('“with a display”', () => {
  const bought = (words: string) =>
    analyse(typed([words])).analysis.parts.flatMap(({ description }) => (/^Panel/.test(description) ? [description] : []));
  // Behind a regulator no half wave is whole: what averages reads wrong there (common practice: true r.m.s. for phase control).
  test.each([
    [
      'when the enable switch is on, run a 2.6 kW heater through a phase-angle regulator with a display',
      /^Panel ammeter, 0 to \d+ A~, that reads true r\.m\.s\., with its shunt$/,
    ],
    ['when the enable switch is on, run a 2.6 kW heater through a phase-angle regulator with a digital readout', /true r\.m\.s\./],
    [
      'when the heat switch is on, run a 1 kW heater from the mains with a panel display of its current',
      /^Panel ammeter, 0 to \d+ A~, with its shunt$/,
    ],
  ])('%s', (words, listed) => {
    expect(bought(words)).toEqual([expect.stringMatching(listed)]);
  });
  test('one that is lit is a load, of a kind that is asked', () =>
    expect(hear('when the switch is on, light a 10 W display', blankDesign('box', 'mains-230')).blanks.map(({ key }) => key)).toContain(
      'kind display',
    ));
});
