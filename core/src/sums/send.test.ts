import { describe, expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { parseDesign } from '../project/parse.ts';
import { MOST_NOTES } from '../project/schema.ts';
import { blankDesign } from '../project/starters.ts';
import { design } from '../testing/designs.ts';
import { SUMS } from './registry.ts';
import { sendSum } from './send.ts';
import { keptValues } from './sum.ts';

describe.each(SUMS.map((sum) => [sum.id, sum] as const))('%s', (_, sum) => {
  test.each([
    ['a blank project', blankDesign('New')],
    ['a full one', design()],
    ['one without a signal', { ...blankDesign('New'), signals: [] }],
  ])('goes into %s: the document stays good, and its job is wired', (__, into) => {
    const sent = sendSum(into, sum, keptValues(sum));
    if (typeof sent === 'string') throw new Error(sent);
    const parsed = parseDesign(sent.design);
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
    expect(parsed.design.notes).toContain(sum.title);
    expect(sent.job !== null).toBe(sum.job !== undefined);
    if (sent.job === null) return expect(sent.design.jobs).toEqual(into.jobs);
    const { findings, jobs } = analyse(parsed.design).analysis;
    expect(jobs.find(({ id }) => id === sent.job)!.unwired).toEqual([]);
    expect(findings.filter(({ job, rule }) => job === sent.job && rule === 'not-wired').map(({ severity }) => severity)).toEqual(['hold']);
  });
});

test('what the sum said is what the job has: 8 A over 4 m of 2.5 mm² at 12.7 V', () => {
  const drop = SUMS.find(({ id }) => id === 'drop')!;
  const sent = sendSum(blankDesign('New'), drop, keptValues(drop));
  if (typeof sent === 'string') throw new Error(sent);
  const job = sent.design.jobs[0]!;
  expect(job.loads[0]).toMatchObject({ plate: { unit: 'A', value: 8, ratedV: 12.7 }, count: 1 });
  expect(job.wires).toEqual({ 'load-load-1': { sizeMm2: 2.5 } });
  expect(sent.design.distances.at(-1)).toMatchObject({ a: job.device.place, lengthM: 4 });
});

test('full notes and a sum without an answer are said', () => {
  const [ohm] = SUMS;
  expect(sendSum({ ...blankDesign('New'), notes: 'x'.repeat(MOST_NOTES) }, ohm!, keptValues(ohm!))).toMatch(/notes of “New” are full/);
  const fuse = SUMS.find(({ id }) => id === 'fuse')!;
  expect(sendSum(blankDesign('New'), fuse, { ...keptValues(fuse), ampere: 900 })).toMatch(/above the blade fuses/);
});
