/** An outlet: nobody asks what is plugged in. It is said, judged by what a motor takes, earthed, counted in its box, bought for its fuse and read with something in it. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from './analyse.ts';
import { whatMayBePluggedIn } from './advice/index.ts';
import { roomTaken } from './graph/index.ts';
import { throwRating } from './kinds/index.ts';
import { type Design, type Heard, hear, projectOf } from './project/index.ts';
import { benchPlan, cautionsFor } from './outputs/index.ts';

const whole = (heard: Heard): Design => {
  const design = projectOf(heard);
  if (!design) throw new Error(JSON.stringify(heard.blanks));
  return design;
};
const made = (sentence: string): Design => whole(hear(sentence, null));
const plated = (design: Design, changes: object): Design => ({
  ...design,
  jobs: design.jobs.map((job) => ({ ...job, loads: job.loads.map((load) => ({ ...load, ...changes })) })) as Design['jobs'],
});
const asked = (design: Design) =>
  new Map(
    analyse(design)
      .analysis.findings.filter(({ rule }) => rule === 'outlet-plugged-in')
      .map((finding) => [finding.code, finding]),
  );
const BY_MODULE = 'switch a 230 V 8 A outlet when pin D4 of the board is on, by a relay module';

describe('said', () => {
  test.each([
    ['switch a 120 V 10 A outlet when switch 1 is on', 120, 10],
    ['switch an outlet rated 15 A on 120 V mains when the radio remote is on', 120, 15],
    ['turn on a 230 V 6 A socket when the radio remote is on', 230, 6],
    ['switch a 2 kW 240 V receptacle when switch 1 is on', 240, 2000],
  ])('%s', (sentence, volt, value) => {
    const { jobs, supplies } = made(sentence);
    expect(jobs[0]!.loads).toMatchObject([{ kind: 'outlet', plate: { value, ratedV: volt }, earth: 'wired' }]);
    expect(supplies.find(({ id }) => id === jobs[0]!.supply)).toMatchObject({ kind: 'mains', nominalV: volt });
  });
  test('from an outlet it is a supply still, and how much it is to give is asked', () => {
    expect(made('run a 60 W lamp from a wall outlet when switch 1 is on').jobs[0]!.loads).toMatchObject([{ kind: 'filament' }]);
    expect(hear('switch the outlet when switch 1 is on', null).blanks.map(({ key }) => key)).toContain('watt outlet');
  });
  test('what is made for the voltage of the mains hangs on them; of a battery it is asked', () => {
    expect(hear('switch a 230 V 60 W lamp when switch 1 is on', null).blanks).toEqual([]);
    expect(hear('switch a 24 V 60 W lamp when switch 1 is on', null).blanks.map(({ key }) => key)).toEqual(['supply']);
    const van = made('run a 60 W lamp from the 12 V battery when switch 1 is on');
    // A project that has none yet gets them, as an empty page does, and says so.
    const beside = hear('switch a 230 V 60 W lamp when switch 1 is on', van);
    expect([beside.blanks, beside.assumed.some((words) => /^from .*230 V/.test(words))]).toEqual([[], true]);
  });
});

describe('judged', () => {
  test('by what its contact bears of a motor, on both sides of that', () => {
    const design = made(BY_MODULE);
    const { netlist } = analyse(design).analysis;
    const relay = netlist.parts.find(({ kind }) => kind === 'relay') as { spec: { type: Parameters<typeof throwRating>[0] } } | undefined;
    const most = throwRating(relay!.spec.type, 'NO', 'motor', 'ac').ampere;
    expect(most).toBeLessThan(8);
    const of = (value: number) => asked(plated(design, { plate: { unit: 'A', value, ratedV: 230 } })).get('start');
    expect(of(most)).toMatchObject({ severity: 'hold', limit: most });
    expect(of(most * 1.01)).toMatchObject({ severity: 'caution', limit: most });
    expect(of(8)!.detail).toMatch(/label on the outlet/);
  });
  test('with no contact for earth it is a danger on the mains, and none at 12 V', () => {
    const design = made(BY_MODULE);
    expect(asked(design).get('earth')).toMatchObject({ severity: 'hold', value: 0 });
    expect(asked(plated(design, { earth: 'none' })).get('earth')).toMatchObject({ severity: 'danger', value: 1 });
    expect(asked(made('switch a 12 V 5 A socket from the battery when the key is on')).has('earth')).toBe(false);
  });
  test('half waves are nothing for it', () => {
    const design = made('run a 230 V 5 A outlet with a phase-angle regulator when switch 1 is on');
    expect(analyse(design).analysis.findings.find(({ rule }) => rule === 'phase-angle-load-kind')).toMatchObject({ severity: 'danger' });
  });
  test('of a load that is known nothing of this is asked', () => {
    expect(asked(made('run a 230 V 1 kW heater when switch 1 is on')).size).toBe(0);
  });
});

test('it is bought with a contact for earth and for as much as the breaker before it, with wires under its screws', () => {
  const { analysis } = analyse(made('switch a 120 V 10 A outlet when switch 1 is on'));
  const descriptions = analysis.parts.map(({ description }) => description);
  expect(descriptions).toContain('Miniature breaker 15 A, curve C');
  expect(descriptions).toContain('Socket outlet with earth (outlet), 120 V, for 15 A or more');
  expect(descriptions.join()).not.toMatch(/Terminal block/);
});

test('in its box it takes the room of two of its wires (NEC 314.16(B)(4))', () => {
  const design = made('switch a 120 V 10 A outlet when switch 1 is on');
  const { netlist } = analyse(design).analysis;
  const outlet = netlist.parts.find(({ kind }) => kind === 'load')!;
  const rows = roomTaken(netlist, outlet.place)!;
  const wire = rows.find(({ by }) => by === 'wires')!;
  expect(rows.find(({ by }) => by === 'parts')!.cm3).toBeCloseTo((2 * wire.cm3) / wire.count, 9);
});

test('at the bench it is read with what it is to give plugged in, and never across itself', () => {
  const design = made('switch a 12 V 5 A socket from the battery when the key is on');
  const steps = benchPlan(analyse(design).evidence, design.jobs[0]!.id);
  const all = steps.filter(({ stage }) => stage === 'all of it');
  expect(all.length).toBeGreaterThan(5);
  for (const { words } of all) expect(words).toMatch(/, with 5 A plugged into E1\.1$/);
  for (const { words, stage } of steps) if (stage !== 'all of it') expect(words).not.toMatch(/plugged into|across E1\.1/);
});

test('its caution is for an outlet, and for nothing else', () => {
  const cautions = (sentence: string) => {
    const design = made(sentence);
    return cautionsFor(design, design.jobs[0]!, analyse(design).analysis.netlist).join(' ');
  };
  expect(cautions(BY_MODULE)).toMatch(/Mark outlet with what may be plugged in.*unplugged before anybody works on it/);
  expect(cautions('run a 230 V 1 kW heater when switch 1 is on')).not.toMatch(/plugged in is unplugged/);
});

test('what may be plugged in is told by kinds that are known', () => {
  const steps = whatMayBePluggedIn(made(BY_MODULE), 'job-1');
  let step = steps.next();
  while (!step.done) step = steps.next();
  expect(step.value!.rows.map(({ kind }) => kind)).not.toContain('outlet');
  expect(step.value!.rows.find(({ kind }) => kind === 'motor')!.mostA ?? 0).toBeLessThan(
    step.value!.rows.find(({ kind }) => kind === 'heater')!.mostA!,
  );
});
