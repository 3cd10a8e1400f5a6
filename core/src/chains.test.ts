/**
 * Chains of jobs: what the contact of one switches feeds the coil, or the load, of the next. Ampere, fuse and contact of the first are
 * checked against Kirchhoff's current law: what flows in it is the sum of what hangs on it.
 */
import { describe, expect, test } from '@jest/globals';
import { withSafeRelay } from './advice/index.ts';
import { analyse } from './analyse.ts';
import { terminal } from './quantity/index.ts';
import {
  type Design,
  type Job,
  hear,
  mayFeed,
  parseDesign,
  projectOf,
  sentenceOf,
  sentenceText,
  withOutputOf,
  withoutJob,
} from './project/index.ts';
import { drawCurrentPaths, orderOfWork } from './outputs/index.ts';
import { evidenceFor, loadVolts, withBroken } from './analysis/index.ts';

const MAIN = 'main relay: when the key is on, light a 5 W lamp from the battery';
const FAN = 'when the fan switch is on, run a 10 A fan from the main relay';
const PUMP = 'when the main relay is in and the pump switch is on, run an 8 A pump from the battery';

/** As a page takes it: heard, and through the one gate. */
function made(...sentences: readonly string[]): Design {
  const whole = sentences.reduce<Design | null>((design, sentence) => {
    const heard = hear(sentence, design);
    const next = design ? heard.add?.(design) : projectOf(heard);
    if (!next) throw new Error(`${sentence}: ${JSON.stringify([heard.blanks, heard.unclear])}`);
    return next;
  }, null);
  return gated(whole!);
}
function gated(design: Design): Design {
  const parsed = parseDesign(JSON.parse(JSON.stringify(design)));
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.design;
}
const changed = (design: Design, at: number, changes: Partial<Job>): Design =>
  gated({ ...design, jobs: design.jobs.map((job, own) => (own === at ? { ...job, ...changes } : job)) });
const withAmperes = (design: Design, at: number, value: number): Design =>
  changed(design, at, {
    loads: design.jobs[at]!.loads.map((load) => ({ ...load, plate: { unit: 'A', value, ratedV: 12 } }) as Job['loads'][0]),
  });
const found = (design: Design, rule: string, job: number) =>
  analyse(design).analysis.findings.filter((finding) => finding.rule === rule && finding.job === design.jobs[job]!.id);
/** What a fuse lets through in the worst state that its job was solved in, A. */
const through = (design: Design, job: number) => found(design, 'fuse-below-load', job)[0]!.value;

describe('said', () => {
  test.each([
    [FAN, 'from the Main relay output'],
    ['when the fan switch is on, run a 10 A fan behind the main relay', 'from the Main relay output'],
    ['when the fan switch is on, run a 10 A fan fed by the main relay’s output', 'from the Main relay output'],
    ['when the fan switch is on, run a 10 A fan through the main relay', 'from the Main relay output'],
    [PUMP, 'When Main relay output is on and pump switch is on'],
    ['when the main relay contact is closed and the pump switch is on, run an 8 A pump from the battery', 'When Main relay output is on'],
  ])('%s', (sentence, words) => {
    const design = made(MAIN, sentence);
    expect(sentenceText(sentenceOf(design, design.jobs[1]!))).toContain(words);
    const { jobs } = analyse(design).analysis;
    expect(jobs[1]).toMatchObject({ unwired: [], combinations: 4, matching: 4, signals: ['signal-1', design.signals.at(-1)!.id] });
  });

  test('one that holds itself cannot be copied: its contact is hung on', () => {
    const design = made(
      'when the start button is pressed, run a 10 A fan from the battery until the stop button is pressed',
      'when the fan is on, run a 3 A pump from the battery',
    );
    expect(sentenceText(sentenceOf(design, design.jobs[1]!))).toContain('When Fan output is on');
    const pump = analyse(design).analysis.jobs[1]!;
    expect(pump).toMatchObject({ unwired: [], sequential: true });
    expect(pump.matching).toBe(pump.combinations);
    expect(pump.combinations).toBeGreaterThan(4);
  });

  test('by its plain name what works it is copied, as ever', () => {
    const design = made('when the key is on, run a 10 A fan from the battery', 'when the fan is on, light a 5 W lamp from the battery');
    expect(design.signals.some((signal) => 'ofJob' in signal)).toBe(false);
  });
});

describe('wired and solved', () => {
  const design = made(MAIN, FAN, PUMP);
  const { evidence, analysis } = analyse(design);

  test('the fuse and the coil of the next hang on the contact of the first, at one splice, for a pin takes one wire', () => {
    const from = (leg: string, job: string) => evidence.netlist.wires.find((wire) => wire.leg === leg && wire.job === job)!.from;
    const splice = terminal('job-1-output', '1');
    for (const [leg, job] of [
      ['feed', 'job-2'],
      ['control-feed', 'job-2'],
      ['load-load-1', 'job-1'],
    ] as const)
      expect([leg, from(leg, job)]).toEqual([leg, splice]);
    const pin = terminal('job-1-relay', '87');
    expect(evidence.netlist.wires.filter((wire) => wire.from === pin || wire.to === pin).map(({ leg }) => leg)).toEqual(['output']);
    // What both take comes through one control fuse there.
    expect(from('control-signal-4', 'job-3')).toBe(terminal('job-2-control-fuse', '2'));
    expect(from('to-relay', 'job-3')).toBe(terminal('job-3-fuse', '2'));
  });

  test('with the key off neither runs, whatever its own switch does; with the contact of the first stuck open neither does either', () => {
    const states = evidence.jobs.get('job-2')!.states.filter(({ corner, othersOn }) => corner === 'usual' && !othersOn);
    const fanV = ({ solution }: (typeof states)[0]) => loadVolts(evidence.circuit, solution, 'job-2-load-1-1');
    expect(states.map((state) => [[...state.on].sort().join(), fanV(state) > 10])).toEqual(
      expect.arrayContaining([
        ['', false],
        ['signal-1', false],
        ['signal-3', false],
        ['signal-1,signal-3', true],
      ]),
    );
    const broken = analyse(changed(design, 0, { edits: [{ kind: 'leave-out', part: 'job-1-fuse' }] }));
    expect(broken.analysis.jobs.map(({ matching, combinations }) => matching === combinations)).toEqual([false, false, false]);
  });

  test('each is drawn with what feeds it from the battery on, and its loads are no others’', () => {
    const { symbols, rails } = drawCurrentPaths(evidence.netlist, new Set(['job-2']));
    const drawn = new Set(symbols.map(({ part }) => part));
    for (const part of ['main-fuse-supply-1-place-2', 'job-1-fuse', 'job-1-relay', 'job-2-fuse', 'job-2-relay', 'job-2-load-1-1'])
      expect(drawn).toContain(part);
    expect(drawn).not.toContain('job-1-load-1-1');
    expect(rails.map(({ name }) => name)).toEqual(expect.arrayContaining(['battery', 'key']));
    expect(analysis.jobs.map(({ unwired }) => unwired)).toEqual([[], [], []]);
  });

  test('it is put in once, and tried once', () => {
    const steps = orderOfWork(evidence, analysis.wires);
    const relays = steps.filter(({ id }) => id.startsWith('control/')).map(({ parts }) => parts);
    expect(relays).toEqual([['job-1-relay'], ['job-2-relay'], ['job-3-relay']]);
  });
});

describe('judged with what hangs on it', () => {
  const design = made(MAIN, FAN);

  test('its fuse carries the sum, and is chosen for it', () => {
    const [alone, both] = [through(made(MAIN), 0), through(design, 0)];
    // 0.51 A of the lamp at 14.8 V; with the fan’s 10 A at 12 V, 12.3 at that, and a coil of 85 Ω, less what is lost on the way.
    expect(alone).toBeCloseTo(0.51, 1);
    expect(both).toBeGreaterThan(0.93 * (0.51 + 12.3 + 14.8 / 85));
    expect(both).toBeLessThan(0.51 + 12.3 + 14.8 / 68);
    // What the staircase begins with, and what stands beside its name.
    expect(analyse(design).analysis.jobs[0]!.ampere).toBeCloseTo(both, 1);
    expect(analyse(design).analysis.jobs[0]!.steps[0]!.ampere).toBeCloseTo(both, 1);
    const ratings = (one: Design) =>
      analyse(one).evidence.netlist.parts.flatMap((part) =>
        part.id === 'job-1-fuse' && 'ratingA' in part.spec ? [part.spec.ratingA] : [],
      );
    expect(ratings(made(MAIN))[0]).toBeLessThan(10);
    expect(ratings(design)[0]).toBeGreaterThanOrEqual(15);
  });

  // A contact of 30 A bears 20 A of a motor. Of a plate's ampere at 12 V it carries 1.17 at 14.8 V, and the lamp takes 2 of the 30 as it counts.
  test.each([
    [15, 'hold'],
    [17, 'danger'],
  ])('a fan of %d A behind a contact of 30 A: %s', (ampere, severity) => {
    expect(found(withAmperes(design, 1, ampere), 'load-over-contact', 0)).toMatchObject([{ severity }]);
  });

  test('also where what hangs on it runs only while the other signals are off', () => {
    const unless = made(MAIN, 'when the fan switch is on and the stop switch is off, run a 10 A fan from the main relay');
    expect(through(unless, 0)).toBeGreaterThan(11);
    const second = made(MAIN, FAN, 'when the pump switch is on and the fan switch is off, run an 8 A pump from the main relay');
    // One or the other: the larger of them, never the sum, though both are chosen for.
    expect(through(second, 0)).toBeGreaterThan(11);
    expect(through(second, 0)).toBeLessThan(14);
    expect(through(made(MAIN, FAN, 'when the pump switch is on, run an 8 A pump from the main relay'), 0)).toBeGreaterThan(19);
  });

  test('a load of hours behind it makes it one of hours', () => {
    const hours = (continuous: boolean) => found(changed(design, 1, { continuous }), 'fuse-continuous-load', 0);
    expect(hours(false)).toEqual([]);
    expect(hours(true)).toMatchObject([{ severity: 'hold' }]);
  });

  test('with more signals than are walked together it says so', () => {
    const behind = (signals: number) =>
      made(
        MAIN,
        `when ${Array.from({ length: signals }, (_, at) => `switch ${'abcdefghij'[at]}`).join(' and ')} are on, run a 10 A fan from the main relay`,
      );
    const said = (signals: number) => found(behind(signals), 'not-all-asked', 0).filter(({ code }) => code === 'led');
    // The key is one of the eight.
    expect(said(7)).toEqual([]);
    expect(said(8)).toMatchObject([{ severity: 'caution', value: 9, limit: 8 }]);
  });

  test('the lead to a small fuse is as thick as the large one before it asks', () => {
    const small = made(
      'heater relay: when the key is on, run a 15 A heater from the battery',
      'when the lamp switch is on, light a 2 W lamp from the heater relay',
    );
    const { findings, netlist } = analyse(small).analysis;
    const lead = netlist.wires.find(({ leg, job }) => leg === 'feed' && job === 'job-2')!;
    const next = netlist.wires.find(({ leg, job }) => leg === 'to-relay' && job === 'job-2')!;
    expect(lead.sizeMm2).toBeGreaterThan(next.sizeMm2);
    expect(findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
  });

  test('a thin wire from its contact is judged by the fuse before it', () => {
    const thin = changed(design, 1, { wires: { feed: { sizeMm2: 0.5 } } });
    expect(analyse(thin).analysis.findings.filter(({ rule, severity }) => rule === 'fuse-above-wire' && severity === 'danger')).not.toEqual(
      [],
    );
  });
});

describe('kept whole', () => {
  const design = made(MAIN, FAN, PUMP);

  test('what feeds a job cannot wait for it', () => {
    const { design: looped, id } = withOutputOf(design, 'job-2');
    const parsed = parseDesign({ ...looped, jobs: looped.jobs.map((job, at) => (at === 0 ? { ...job, supply: id } : job)) });
    expect(parsed).toMatchObject({ ok: false, problems: [{ message: expect.stringMatching(/would wait for itself/) }, {}] });
    expect(mayFeed(design, design.jobs[1]!, design.jobs[0]!)).toBe(false);
    expect(mayFeed(design, design.jobs[0]!, design.jobs[1]!)).toBe(true);
    expect(mayFeed(design, design.jobs[0]!, design.jobs[0]!)).toBe(false);
  });

  test('the relay that it begins with is tried with what feeds it there', () => {
    expect(withSafeRelay(design, 'job-2').jobs).toEqual(design.jobs);
    // By itself it would hang on a feed of the vehicle that gives an ampere.
    const large = withAmperes(design, 1, 25);
    const begun = withSafeRelay(large, 'job-2').jobs[1]!.device;
    expect(begun).not.toEqual(large.jobs[1]!.device);
  });

  test('a chain of three: the last one has all that makes the first one live', () => {
    // The first sits at the battery and has a lead of its own there; the others share a wire to the dash.
    const three = made(
      MAIN,
      'pump relay: when the main relay is in and the pump switch is on, run an 8 A pump from the battery',
      'when the pump relay is in and the lamp switch is on, light a 5 W lamp from the battery',
    );
    const at = { ...three.jobs[0]!.device, place: 'place-1' } as Job['device'];
    const { evidence, analysis } = analyse(changed(three, 0, { device: at }));
    expect(analysis.jobs[2]).toMatchObject({ unwired: [], combinations: 8, matching: 8 });
    const alone = evidenceFor(evidence, new Set(['job-3']));
    const own = evidence.jobs.get('job-3')!;
    let lit = 0;
    withBroken(alone, own, [null], (_, { solution }) => {
      if (loadVolts(alone.circuit, solution, 'job-3-load-1-1') > 10) lit++;
    });
    // In the one state of eight that its sentence and those before it ask for.
    expect(lit).toBe(1);
  });

  test('a chain that says too much is refused with a way out, and at once', () => {
    const many = Array.from({ length: 14 }).reduce<Design>((now, _, at) => {
      const { design: next, id } = withOutputOf(now, `job-${at + 1}`);
      const first = next.jobs[0]!;
      const when = { op: 'or' as const, of: [id, id].map((signal) => ({ op: 'signal' as const, signal })) };
      return { ...next, jobs: [...next.jobs, { ...first, id: `job-${at + 2}`, name: `Job ${at + 2}`, when }] };
    }, made(MAIN));
    // Twice as much each time, and the battery: 2, 5, 11 … 191 of the seventh, 383 of the eighth.
    const upTo = (jobs: number) => parseDesign({ ...many, jobs: many.jobs.slice(0, jobs), signals: many.signals.slice(0, jobs) });
    expect(upTo(7)).toMatchObject({ ok: true });
    expect(upTo(8)).toMatchObject({
      ok: false,
      problems: [{ path: 'jobs[7].when', message: expect.stringMatching(/hang on fewer jobs/) }],
    });
    expect(parseDesign(many)).toMatchObject({ ok: false });
    // A sentence that hangs on none may be as long as a clause may.
    const long = (op: 'and' | 'or') => ({ op, of: Array.from({ length: 38 }, () => ({ op: 'signal' as const, signal: 'signal-1' })) });
    const third = { op: 'and' as const, of: [long('or'), long('and'), long('or')] };
    const job = { ...made(MAIN).jobs[0]!, when: third, otherwise: { kind: 'slower' as const, when: third, ohm: 1, endsItself: true } };
    expect(parseDesign({ ...made(MAIN), jobs: [job] })).toMatchObject({ ok: true });
  });

  test('it follows its job to another place', () => {
    const device = { ...design.jobs[0]!.device, place: 'place-1' } as Job['device'];
    expect(changed(design, 0, { device }).signals.find((signal) => 'ofJob' in signal)!.place).toBe('place-1');
  });

  test('one that is taken out leaves what it did in the sentences of the others', () => {
    const left = gated(withoutJob(design, 'job-1'));
    expect(left.jobs.map((job) => sentenceText(sentenceOf(left, job)))).toEqual([
      expect.stringMatching(/^When key is on and fan switch is on, switch fan, 10 A from the battery/),
      expect.stringMatching(/^When key is on and pump switch is on, switch pump, 8 A from the battery/),
    ]);
    expect(left.statements).toEqual([]);
    const { jobs } = analyse(left).analysis;
    expect(jobs.every(({ matching, combinations }) => matching === combinations)).toBe(true);
  });

  test.each<[string, Partial<Job>, RegExp]>([
    ['turns both ways', { otherwise: { kind: 'reverse', when: { op: 'signal', signal: 'signal-3' } } }, /not simply live or dead/],
    ['has no relay', { device: { kind: 'direct', place: 'place-2' } }, /no contact of its own/],
  ])('a job that %s feeds none, and says so', (_, changes, reason) => {
    const { jobs } = analyse(changed(design, 0, changes)).analysis;
    expect(jobs[1]!.unwired.join()).toMatch(reason);
    expect(jobs[2]!.unwired.join()).toMatch(reason);
  });

  test('on the mains nothing hangs on another’s contact: by its name what works it is copied', () => {
    const boiler = made('when the boiler switch is on, run a 1000 W boiler from 230 V mains');
    const after = 'when the boiler contact is closed, light a 40 W lamp from the mains';
    expect(hear(after, boiler).add!(boiler).signals.some((signal) => 'ofJob' in signal)).toBe(false);
    expect(hear('when the lamp switch is on, light a 40 W lamp behind the boiler relay', boiler).add).toBeNull();
    const forced = withOutputOf(hear(after, boiler).add!(boiler), 'job-1');
    const { jobs } = analyse(changed(gated(forced.design), 1, { supply: forced.id })).analysis;
    expect(jobs[1]!.unwired.join()).toMatch(/on the mains every load has a contact of its own/);
  });

  test('a statement about what it switches is one about the job', () => {
    const feed = design.signals.find((signal) => 'ofJob' in signal)!.id;
    const stated = gated({
      ...design,
      statements: [
        { id: 'statement-9', kind: 'whenever', a: { what: 'job', id: 'job-2', on: true }, b: { what: 'signal', id: feed, on: true } },
      ],
    });
    expect(stated.statements[0]!.b).toEqual({ what: 'job', id: 'job-1', on: true });
  });
});
