/** Nothing is skipped in silence: every question has an answer, or a reason why it has none. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { gatherEvidence } from '../analysis/evidence.ts';
import { parseDesign, parseDesignText } from '../project/parse.ts';
import type { Design } from '../project/schema.ts';
import { and, design, job, on } from '../testing/designs.ts';
import { answersOf } from './answers.ts';
import { notAllAsked } from './bounded.ts';
import { checkEvidence } from './check.ts';
import { clauseNoEffect } from './clause-no-effect.ts';
import { ruleContext } from './context.ts';
import { RULES } from './registry.ts';
import { GROUPS } from './rule.ts';

function asked(made: Design, id: string) {
  const evidence = gatherEvidence(made);
  const context = ruleContext(evidence);
  const findings = checkEvidence(evidence, context);
  return { findings, answers: answersOf(context, findings, id) };
}
const folder = new URL('../../../examples/', import.meta.url);
const PROJECTS = ['circuits', 'demo'].flatMap((name) =>
  readdirSync(new URL(`${name}/`, folder)).map((file): [string, Design] => {
    const parsed = parseDesignText(readFileSync(new URL(`${name}/${file}`, folder), 'utf8'));
    if (!parsed.ok) throw new Error(file);
    return [`${name}/${file}`, parsed.design];
  }),
);

test.each(PROJECTS)('%s: every rule answers for every job, with its worst finding or with a reason', (_, made) => {
  for (const { id } of made.jobs) {
    const { answers, findings } = asked(made, id);
    expect(answers.map(({ rule }) => rule).sort()).toEqual(RULES.map(({ id: rule }) => rule).sort());
    for (const answer of answers) {
      expect(answer.asks).toMatch(/^[A-Z].*\?$/);
      expect(answer.because === '').toBe(answer.answer !== 'not asked');
      const own = findings.filter(({ rule, job: of }) => rule === answer.rule && of === id);
      if (answer.answer !== 'not asked') expect(own.map(({ severity }) => severity)).toContain(answer.answer);
      if (answer.answer === 'hold') expect(own.every(({ severity }) => severity === 'hold')).toBe(true);
    }
    const groups = answers.map(({ group }) => GROUPS.indexOf(group));
    expect(groups).toEqual([...groups].sort((a, b) => a - b));
  }
});

test('each question stands in one group, and no two ask the same', () => {
  expect(new Set(RULES.map(({ asks }) => asks)).size).toBe(RULES.length);
  for (const group of GROUPS) expect(RULES.filter((rule) => rule.group === group).length).toBeGreaterThan(4);
});

describe('what is bounded', () => {
  const switches = Array.from({ length: 31 }, (_, at) => ({
    ...design().signals.find(({ id }) => id === 'dash')!,
    id: `s-${at}`,
    name: `switch ${at}`,
  }));
  const series = (count: number) =>
    design([job({ when: and(...switches.slice(0, count).map(({ id }) => on(id))) })], { signals: [...design().signals, ...switches] });
  const caution = (made: Design, code: string) =>
    asked(made, 'job-1').findings.find((finding) => finding.rule === 'not-all-asked' && finding.code === code);
  const reason = (made: Design, rule: string) => asked(made, 'job-1').answers.find((answer) => answer.rule === rule)!;

  test('six signals are tried with something broken; with seven it is said that they are not', () => {
    expect(caution(series(6), 'faults')).toMatchObject({ severity: 'hold', value: 6, limit: 6 });
    expect(reason(series(6), 'signal-lost-wrong-state').answer).toBe('hold');
    expect(caution(series(7), 'faults')).toMatchObject({ severity: 'caution', value: 7, limit: 6 });
    expect(reason(series(7), 'signal-lost-wrong-state')).toMatchObject({
      answer: 'not asked',
      because: expect.stringContaining('7 signals'),
    });
  });
  test('eight are solved with the other jobs on as well; with nine it is said that they are not', () => {
    expect(caution(series(8), 'others')).toBeUndefined();
    expect(caution(series(9), 'others')).toMatchObject({ severity: 'caution', value: 9, limit: 8 });
  });
  test.each([
    [12, false],
    [13, true],
    [30, true],
  ])('of %d signals 4096 states are solved; whether there are more is said: %s', (count, more) => {
    const evidence = gatherEvidence(series(count));
    const own = evidence.jobs.get('job-1')!;
    expect([own.cut, new Set(own.states.map(({ key }) => key)).size]).toEqual([more, 4096]);
    // Where the load turns is among them.
    expect(own.states.filter(({ lines }) => lines[0] === 'on').map(({ on: signals }) => signals.size)).toContain(count);
    const context = ruleContext(evidence);
    const findings = [notAllAsked, clauseNoEffect].flatMap((rule) => rule.check(context));
    expect(findings.filter(({ code }) => code === 'states').map(({ severity, limit }) => [severity, limit])).toEqual(
      more ? [['caution', 4096]] : [],
    );
    expect(findings.filter(({ rule }) => rule === 'clause-no-effect').map(({ severity }) => severity)).toEqual(more ? [] : ['hold']);
  });
  test('thirty-one signals are refused, with the field and the way out', () => {
    const thirty = series(30);
    expect(parseDesign(thirty).ok).toBe(true);
    expect(parseDesign({ ...thirty, jobs: [{ ...thirty.jobs[0]!, when: and(...switches.map(({ id }) => on(id))) }] })).toEqual({
      ok: false,
      problems: [{ path: 'jobs[0].when', message: expect.stringMatching(/hangs on 31 signals.*up to 30: divide it/) }],
    });
  });
});

test('a job that cannot be wired has every question answered with that', () => {
  const made = design([job({ lost: 'on' })]);
  const { answers } = asked(made, 'job-1');
  expect(answers.find(({ rule }) => rule === 'not-wired')!.answer).toBe('danger');
  for (const { rule, answer, because } of answers)
    if (rule !== 'not-wired') expect([answer, because]).toEqual(['not asked', 'it cannot be wired as it is said']);
});
