/** A job as a condition of another: what is copied is held to what it was copied from, and what was said of several jobs is found broken. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from './analyse.ts';
import { type Design, type Job, type Statement, hear, projectOf, writeWhen } from './project/index.ts';

const PUMP = 'when the key and the tank switch are on, run a 5 A pump from the battery';
const MOTOR = 'when the drive switch is on, run a 10 A motor from the battery';
function made(...sentences: readonly string[]): Design {
  const [first, ...rest] = sentences;
  return rest.reduce<Design>(
    (design, sentence) => {
      const { add, blanks, unclear } = hear(sentence, design);
      if (!add) throw new Error(`${sentence}: ${JSON.stringify([blanks, unclear])}`);
      return add(design);
    },
    projectOf(hear(first!, null))!,
  );
}
const words = ({ statements, jobs }: Design) => {
  const name = ({ id, on }: Statement['a']) => `${jobs.find((job) => job.id === id)?.name ?? id} ${on ? 'on' : 'off'}`;
  return statements.map(({ kind, a, b }) => `${name(a)} ${kind} ${name(b)}`);
};
const asked = (design: Design) => analyse(design).analysis.findings.filter(({ rule }) => rule === 'statement-broken');
const changed = (design: Design, at: number, changes: Partial<Job>): Design => ({
  ...design,
  jobs: design.jobs.map((job, own) => (own === at ? { ...job, ...changes } : job)),
});

describe('what is promised of the two', () => {
  test.each([
    ['when the pump runs, light a 5 W lamp from the battery', ['Lamp on whenever Pump on', 'Pump on whenever Lamp on']],
    ['when the pump is off, light a 5 W lamp from the battery', ['Lamp on whenever Pump off', 'Pump off whenever Lamp on']],
    ['when the door is open and the pump is on, light a 5 W lamp from the battery', ['Lamp on whenever Pump on']],
    ['when the door is open or the pump is on, light a 5 W lamp from the battery', ['Pump on whenever Lamp on']],
    // A while after is neither.
    ['when the pump is on for 5 s, light a 5 W lamp from the battery', []],
  ])('%s', (sentence, expected) => {
    const design = made(PUMP, sentence);
    expect(words(design)).toEqual(expected);
    expect(asked(design).map(({ severity }) => severity)).toEqual(expected.map(() => 'hold'));
  });

  test('what keeps another one off is never on together with it', () => {
    const design = made(PUMP, MOTOR, 'when the pump runs, never run the motor');
    expect(words(design)).toEqual(['Pump on never-both Motor on']);
    expect(asked(design)).toMatchObject([{ severity: 'hold' }]);
    // Of two that must both be on, neither keeps it off by itself.
    expect(words(made(PUMP, MOTOR, 'when the pump runs and the door is open, never run the motor'))).toEqual([]);
  });

  test('a project with as many statements as a file holds takes the job and no more of them', () => {
    const first = made(PUMP);
    const full = (count: number): Design => ({
      ...first,
      statements: Array.from({ length: count }, (_, at) => ({
        ...{ id: `statement-${at + 1}`, kind: 'never-both' as const },
        ...{ a: { what: 'job', id: 'job-1', on: true }, b: { what: 'job', id: 'job-1', on: false } },
      })) as Statement[],
    });
    const after = (count: number) => hear('when the pump runs, light a 5 W lamp from the battery', full(count)).add!(full(count));
    expect([after(58).statements.length, after(59).statements.length, after(59).jobs.length]).toEqual([60, 59, 2]);
  });

  test('a job on a feed runs on that feed, and its lamp with it', () => {
    const before = made(PUMP, 'when the tank switch is on, run a 5 A fan from the battery');
    const key = before.signals.find(({ name }) => name === 'key')!.id;
    const design = changed(before, 1, { supply: key });
    const both = hear('when the fan runs, light a 5 W lamp from the battery', design).add!(design);
    expect(writeWhen(both.jobs[2]!.when, both.signals)).toBe('key is on and tank switch is on');
    expect(asked(both).map(({ severity }) => severity)).toEqual(['hold', 'hold']);
  });
});

describe('found broken', () => {
  const design = made(PUMP, 'when the pump runs, light a 5 W lamp from the battery');
  const tank = design.signals.find(({ name }) => name === 'tank switch')!.id;

  test('when the other one is said anew, and in which state', () => {
    const anew = asked(changed(design, 0, { when: { op: 'signal', signal: tank } }));
    expect(anew.map(({ severity }) => severity).sort()).toEqual(['danger', 'hold']);
    // Key off and the tank switch on: the pump runs, and the lamp does not.
    expect(anew.find(({ severity }) => severity === 'danger')).toMatchObject({
      value: 1,
      job: 'job-2',
      title: expect.stringMatching(/Pump on means Lamp on/),
    });
  });

  test('when a wire is left out by hand: it is asked of the circuit, not of the sentence', () => {
    const relay = 'job-2-relay';
    const cut = changed(design, 1, { edits: [{ kind: 'leave-out', part: relay }] });
    expect(asked(cut).filter(({ severity }) => severity === 'danger').length).toBe(1);
  });

  test('of a signal and a job as well, and not where a job of it is gone', () => {
    const told = (b: Statement['b']): Design => ({
      ...design,
      statements: [{ id: 'statement-1', kind: 'never-both', a: { what: 'signal', id: tank, on: true }, b }],
    });
    expect(asked(told({ what: 'job', id: 'job-1', on: true }))).toMatchObject([{ severity: 'danger', job: 'job-1' }]);
    expect(asked(told({ what: 'job', id: 'job-1', on: false }))).toMatchObject([{ severity: 'danger' }]);
    expect(asked(told({ what: 'signal', id: tank, on: false }))).toEqual([]);
  });

  test('nine signals are asked of, and of ten it is said that they are not', () => {
    const many = (count: number): Design => {
      const names = Array.from({ length: count }, (_, at) => `switch ${at + 1}`);
      return made(
        `when ${names.join(' and ')} are on, run a 5 A pump from the battery`,
        'when the pump runs, light a 5 W lamp from the battery',
      );
    };
    expect(asked(many(9)).map(({ severity }) => severity)).toEqual(['hold', 'hold']);
    expect(asked(many(10))).toMatchObject([
      { severity: 'caution', code: 'not asked' },
      { severity: 'caution', code: 'not asked' },
    ]);
  });
});
