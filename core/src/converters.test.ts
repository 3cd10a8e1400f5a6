/** A converter that one job feeds and others take from: one thing, dead while that job is off, and no more out of it than goes in. */
import { describe, expect, test } from '@jest/globals';
import { analyse, drawJobs } from './analyse.ts';
import { benchSteps, predictions } from './outputs/bench/dictionary.ts';
import { chainBefore, convertedBy, withoutJob } from './project/chains.ts';
import { givenOn, hear, parseDesign } from './project/index.ts';
import { applyPatches } from './document/index.ts';
import { findNudge } from './advice/index.ts';
import type { Design } from './project/schema.ts';
import { loadVolts } from './analysis/index.ts';
import { keepOf } from './kinds/own-kept.ts';
import { typed } from './testing/pieces.ts';

const FEED = 'main contactor: when the main switch is on, feed a 60 W converter through a contactor';
const LAMP = 'when the reverse switch is on, light a 10 W reverse lamp from the converter';
const PAGE = 'battery-48';
const made = typed([FEED, LAMP], PAGE);
const supply = made.supplies.find(({ kind }) => kind === 'converter')!;
const with_ = (changes: object, design = made): Design => ({
  ...design,
  supplies: design.supplies.map((one) => (one.id === supply.id ? ({ ...one, ...changes } as typeof one) : one)),
});

describe('what is heard', () => {
  test('“from the converter” is the output of the one that is fed: nine tenths of its watts, where it stands', () => {
    // 60 W · 0.9 / 12 V = 4.5 A.
    expect(supply).toMatchObject({
      name: '12 V of the converter',
      ofJob: 'job-1',
      ratedA: 4.5,
      nominalV: 12,
      place: made.jobs[0]!.loads[0]!.place,
    });
    expect(made.jobs[1]!.device.place).toBe(made.jobs[0]!.device.place);
    expect(new Set(made.signals.map(({ place }) => place))).toEqual(new Set([made.jobs[0]!.device.place]));
    const told = hear(LAMP, typed([FEED], PAGE))
      .told.map(({ means }) => means)
      .join();
    expect(told).toContain('12 V of the converter that Main contactor feeds: 4.5 A at most, nine tenths of what it takes');
  });
  test.each([
    ['from the 24 V converter', 24, 2.2],
    ['from the 3 A converter', 12, 3],
  ])('%s: %s V, %s A', (words, nominalV, ratedA) => {
    expect(typed([FEED, LAMP.replace('from the converter', words)], PAGE).supplies[1]).toMatchObject({ nominalV, ratedA, ofJob: 'job-1' });
  });
  test('a second sentence takes from the same one; with none that is fed, what feeds it is not said', () => {
    const more = typed([FEED, LAMP, 'when the horn button is pressed, sound a 20 W horn from the converter'], PAGE);
    expect(more.supplies.map(({ kind }) => kind)).toEqual(['battery', 'converter']);
    expect(typed([LAMP], PAGE).supplies[1]).not.toHaveProperty('ofJob');
    // Of two nobody knows which.
    const two = typed([FEED, 'when the pump switch is on, feed a 40 W pump converter', LAMP], PAGE);
    expect(two.supplies[1]).not.toHaveProperty('ofJob');
  });
});

describe('solved', () => {
  const { evidence, analysis } = analyse(made);
  test('the lamp is on with both switches, and dark with its own alone; the proof says so of all states', () => {
    expect(analysis.jobs.map(({ matching, combinations }) => [matching, combinations])).toEqual([
      [2, 2],
      [4, 4],
    ]);
    const lamp = evidence.netlist.parts.find(({ name }) => name === 'reverse lamp')!;
    const volts = Object.fromEntries(
      evidence.jobs
        .get('job-2')!
        .states.filter(({ corner }) => corner === 'usual')
        .map(({ on, solution }) => [[...on].sort().join(), loadVolts(evidence.circuit, solution, lamp.id)]),
    );
    const [main, reverse] = ['main switch', 'reverse switch'].map((name) => made.signals.find((signal) => signal.name === name)!.id);
    expect(volts[[main, reverse].sort().join()]).toBeGreaterThan(11.5);
    expect(volts[reverse!]).toBeCloseTo(0, 3);
  });
  test('a coil that hangs on it is dead with it, while its load hangs on the battery', () => {
    const other = typed([FEED, LAMP, 'when the fan switch is on, run a 20 W fan from the battery'], PAGE);
    const coil = {
      ...other,
      jobs: other.jobs.map((job, at) =>
        at === 2 ? { ...job, controlSupply: supply.id, device: { ...job.device, part: 'relay-12v-30a-4' } } : job,
      ),
    } as Design;
    const { jobs } = analyse(coil).analysis;
    // Two switches: the main one is one of its own signals.
    expect([jobs[2]!.matching, jobs[2]!.combinations]).toEqual([4, 4]);
    expect(analyse(other).analysis.jobs[2]!.combinations).toBe(2);
  });
  test.each([
    ['a converter', [FEED, 'when the start button is pressed, light a 10 W lamp from the converter until the stop button is pressed']],
    [
      'a contact',
      [
        'main relay: when the main switch is on, feed a 5 A radio',
        'when the start button is pressed, light a 10 W lamp behind the main relay until the stop button is pressed',
      ],
    ],
  ])('a relay that holds itself on %s lets go with it, and stays off when that comes back', (_, says) => {
    const design = typed(says, says[0] === FEED ? PAGE : 'battery-12');
    const { jobs, findings } = analyse(design).analysis;
    expect(jobs[1]!.combinations).toBeGreaterThan(4);
    expect(jobs[1]!.matching).toBe(jobs[1]!.combinations);
    expect(findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
  });
  test('it is one thing: bought once, with both of its voltages, and its output is an end of its own', () => {
    const rows = analysis.parts.filter(({ description }) => /converter/i.test(description));
    expect(rows.map(({ count, description }) => [count, description])).toEqual([
      [1, 'converter, direct-current converter to 12 V ⎓, 4.5 A, from 48 V, 60 W'],
    ]);
    expect(analysis.wires.map(({ from }) => from)).toContain('E1.1 12 V of the converter +');
  });
  test('at the bench nothing comes out of it with nothing on, and 12 V less what the way loses at its lamp', () => {
    const steps = benchSteps(evidence, 'job-2');
    const read = (words: string) => predictions(evidence, steps)[steps.findIndex((step) => step.words === words)]!.value;
    expect(read('12 V of the converter, nothing on')).toBeCloseTo(0, 3);
    expect(read('across E2.1 reverse lamp, on')).toBeGreaterThan(11.5);
    expect(read('across E2.1 reverse lamp, on')).toBeLessThan(12);
    expect(drawJobs(analysis.netlist, ['job-2']).symbols.map(({ symbol }) => symbol)).toContain('filament');
  });
});

describe('more than it gives', () => {
  const asked = (design: Design) =>
    analyse(design).analysis.findings.find(({ rule, title }) => rule === 'supply-overload' && title.startsWith('12 V'))!;
  test.each([
    // 60 W in are 5 A at 12 V with nothing lost, whatever its plate says of its output.
    [4.5, 4.5, 'hold'],
    [20, 5, 'hold'],
    [0.5, 0.5, 'danger'],
  ])('rated %s A: %s A are what it gives: %s', (ratedA, limit, severity) => {
    const found = asked(with_({ ratedA }));
    expect([found.limit, found.severity]).toEqual([limit, severity]);
  });
  test('what starts hard on it counts twice against what comes in, whatever its plate says of its output', () => {
    const starts = (design: Design) =>
      analyse(design).analysis.findings.find(({ rule, job }) => rule === 'start-over-supply' && job === 'job-2')!;
    const lamp = typed([FEED, LAMP.replace('a 10 W', 'a 35 W')], PAGE);
    const told = { ...lamp, supplies: lamp.supplies.map((one) => (one.kind === 'converter' ? { ...one, ratedA: 50 } : one)) };
    expect([starts(told).limit, starts(told).severity, starts(made).severity]).toEqual([5, 'caution', 'hold']);
  });
  test('what comes in bounds it', () => {
    const heavy = typed([FEED, LAMP.replace('a 10 W reverse lamp', 'a 70 W reverse lamp')], PAGE);
    const found = asked({ ...heavy, supplies: heavy.supplies.map((one) => (one.kind === 'converter' ? { ...one, ratedA: 50 } : one)) });
    expect([found.limit, found.severity, found.working.limit.symbol]).toEqual([5, 'danger', 'I_in']);
  });
});

describe('a larger one', () => {
  const LABEL = 'Nudge to a converter that gives 8 A and takes 110 W';
  const nudged = (lamp: string, rule: string, ratedA?: number) => {
    const design = typed([FEED, LAMP.replace('a 10 W reverse lamp', lamp)], PAGE);
    const { analysis, evidence } = analyse(ratedA === undefined ? design : with_({ ratedA }, design));
    const found = analysis.findings.find((one) => one.rule === rule && one.severity !== 'hold' && one.title.startsWith('12 V'))!;
    return { nudge: findNudge(evidence, analysis.findings, found), before: evidence.design };
  };
  // 8 A · 12 V / 0.9 = 106.7 W.
  test.each([
    ['more runs on it than it gives', 'a 70 W reverse lamp', 'supply-overload', undefined],
    ['more runs on it than comes in, whatever is typed of its output', 'a 70 W reverse lamp', 'supply-overload', 50],
    ['it does not outlast a start', 'two 20 W lamps', 'start-over-supply', undefined],
  ])('where %s: its output and what it takes go together', (_, lamp, rule, ratedA) => {
    const { nudge, before } = nudged(lamp, rule, ratedA);
    expect(nudge?.label).toBe(LABEL);
    const after = applyPatches(before, nudge!.patches);
    expect(after.jobs[0]!.loads[0]!.plate).toEqual({ unit: 'W', value: 110, ratedV: 48 });
    expect(givenOn(after.jobs[0]!, 12)).toBeGreaterThanOrEqual(8);
    expect(analyse(after).analysis.findings.filter((one) => one.rule === rule && one.severity !== 'hold')).toEqual([]);
  });
  test('one that takes enough gets its output alone', () => {
    expect(nudged('a 20 W reverse lamp', 'supply-overload', 0.5).nudge).toMatchObject({
      label: 'Nudge to a supply of 2 A',
      patches: [{ path: ['supplies', 1, 'ratedA'], value: 2 }],
    });
  });
});

describe('a document', () => {
  test('in which it would wait for itself is refused with the way out', () => {
    const round = { ...made, jobs: made.jobs.map((job, at) => (at === 0 ? { ...job, controlSupply: supply.id } : job)) };
    expect(chainBefore(round, round.jobs[0]!)).toBeNull();
    const parsed = parseDesign(round);
    expect(parsed.ok ? [] : parsed.problems).toEqual([
      {
        path: 'supplies[1].ofJob',
        message: expect.stringMatching(/^Main contactor would wait for itself: .*let its coil and its signals hang on another supply$/),
      },
    ]);
  });
  test('that names a job which is not there is refused', () => {
    const parsed = parseDesign(with_({ ofJob: 'job-9' }));
    expect(parsed.ok ? [] : parsed.problems.map(({ path }) => path)).toEqual(['supplies[1].ofJob']);
  });
  test('without the job, or with that feeding something else, it is fed elsewhere, and its lamp hangs on its own switch', () => {
    const alone = withoutJob(made, 'job-1');
    expect(alone.supplies[1]).not.toHaveProperty('ofJob');
    expect(parseDesign(alone).ok).toBe(true);
    const heater = {
      ...made,
      jobs: made.jobs.map((job, at) =>
        at === 0 ? { ...job, loads: job.loads.map((load) => ({ ...load, kind: 'heater' as const })) } : job,
      ),
    } as Design;
    expect(convertedBy(heater, supply.id)).toBeUndefined();
    expect(analyse(heater).analysis.jobs.map(({ matching, combinations }) => [matching, combinations])[1]).toEqual([2, 2]);
  });
  test('moves it with the load that it is', () => {
    const moved = {
      ...made,
      jobs: made.jobs.map((job, at) => (at === 0 ? { ...job, loads: job.loads.map((load) => ({ ...load, place: 'place-2' })) } : job)),
    };
    const parsed = parseDesign(moved);
    expect(parsed.ok && parsed.design.supplies[1]!.place).toBe('place-2');
  });
  test('keeps it on a shelf as fed by nothing of a project', () => {
    expect(keepOf('supply', 'own-1', supply)).toMatchObject({ supply: expect.not.objectContaining({ ofJob: 'job-1' }) });
  });
});
