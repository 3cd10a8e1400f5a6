/** What fuse a load's label allows before it: said with the number, whatever guards it, on both sides of the limit. */
import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { analyse } from '../analyse.ts';
import { type Design, applyPatches, hear, parseDesignText, projectOf } from '../index.ts';
import { findNudge } from './nudge.ts';

const parsed = parseDesignText(readFileSync(new URL('../../../examples/mistakes/fuse-above-load.json', import.meta.url), 'utf8'));
if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
const { design } = parsed;
const allowing = (mostFuseA: number, on: Design = design): Design => ({
  ...on,
  jobs: on.jobs.map((job) => ({ ...job, loads: job.loads.map((load) => ({ ...load, mostFuseA })) })) as Design['jobs'],
});
const said = (one: Design) =>
  analyse(one)
    .analysis.findings.filter(({ rule }) => rule === 'fuse-above-load')
    .map(({ severity }) => severity);

test('at its limit it holds, a tenth below it not, and 0 says nothing', () => {
  expect([15, 14.9, 0].map((most) => said(allowing(most)))).toEqual([['hold'], ['danger'], []]);
});

test('it is asked of a breaker in the panel too', () => {
  const oven = parseDesignText(readFileSync(new URL('../../../examples/circuits/19-oven.json', import.meta.url), 'utf8'));
  if (!oven.ok) throw new Error('no oven');
  expect(said(allowing(1, oven.design))).toContain('danger');
});

test('where the signals feed the load themselves, it is asked of their fuse, and mended there', () => {
  const begun = projectOf(hear('light a 12 V 20 W lamp from the battery directly when switch 1 is on', null))!;
  const direct = allowing(3, { ...begun, jobs: begun.jobs.map((job) => ({ ...job, controlFuse: 10 })) } as Design);
  expect(said(direct)).toEqual(['danger']);
  const { evidence, analysis } = analyse(direct);
  const nudge = findNudge(
    evidence,
    analysis.findings,
    analysis.findings.find(({ rule }) => rule === 'fuse-above-load')!,
  );
  expect(said(applyPatches(direct, nudge!.patches))).toEqual(['hold']);
});

test('its nudge is a fuse that the label allows', () => {
  const { evidence, analysis } = analyse(design);
  const nudge = findNudge(
    evidence,
    analysis.findings,
    analysis.findings.find(({ rule, severity }) => rule === 'fuse-above-load' && severity === 'danger')!,
  );
  expect(nudge?.label).toMatch(/Nudge to/);
});
