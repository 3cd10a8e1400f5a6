/** Sentences as they are typed on an empty page, and what is wired of them. */
import { expect } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { hear, projectOf, writeWhen } from '../project/index.ts';

export function readSaid(said: string) {
  const heard = hear(said, null);
  const design = projectOf(heard);
  return { heard, design, when: design && writeWhen(design.jobs[0]!.when, design.signals) };
}

/** Read as that clause, said back so beside its signals, wired, and as meant in every state. */
export function proved(said: string, when: string, means: RegExp, states = 4): void {
  const made = readSaid(`run a 60 W fan from the battery when ${said}`);
  expect({ unclear: made.heard.unclear, when: made.when }).toEqual({ unclear: [], when });
  expect(made.heard.told.some((told) => means.test(told.means))).toBe(true);
  const { jobs, findings } = analyse(made.design!).analysis;
  expect(jobs[0]!.unwired).toEqual([]);
  expect(jobs[0]!.combinations).toBeGreaterThanOrEqual(states);
  expect(jobs[0]!.matching).toBe(jobs[0]!.combinations);
  expect(findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
}
