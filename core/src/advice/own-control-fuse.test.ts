/** The fuse of the coil circuits, where a person has one of their own: judged as the load's is, in the holder that it stands in. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { analyse } from '../analyse.ts';
import { type Design, type OwnPart, applyPatches, beginPart, parseDesignText } from '../index.ts';
import { findNudge } from './nudge.ts';

const read = parseDesignText(readFileSync(new URL('../../../examples/circuits/01-switched-load.json', import.meta.url), 'utf8'));
if (!read.ok) throw new Error('no example');
const plain = read.design;
function withGuard(guard: object, holder: object = {}): Design {
  const parts = [
    { ...beginPart('guard', 'own-guard', 'Small grey breaker'), ratingA: 3, ...guard },
    { ...beginPart('holder', 'own-holder', 'Holder from a car'), ...holder },
  ] as unknown as OwnPart[];
  const held = Object.keys(holder).length > 0 ? 'own-holder' : 'none';
  const text = JSON.stringify({
    ...plain,
    parts: [...plain.parts, ...parts],
    jobs: plain.jobs.map((job) => ({ ...job, controlGuard: 'own-guard', controlHolder: held })),
  });
  const parsed = parseDesignText(text);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.design;
}
const badOf = (design: Design) => analyse(design).analysis.findings.filter(({ severity }) => severity !== 'hold');
const said = (design: Design) => badOf(design).map(({ rule, code }) => (code ? `${rule} ${code}` : rule));

test('it is bought by its name, with the holder that it stands in', () => {
  const { parts } = analyse(withGuard({ builtAs: 'blade' }, { ratingA: 15, leadMm2: 1.5 })).analysis;
  const words = parts.map(({ description }) => description).join('\n');
  expect(words).toMatch(/Small grey breaker/);
  expect(words).toMatch(/Holder from a car/);
  expect(said(withGuard({ builtAs: 'blade' }, { ratingA: 15, leadMm2: 1.5 }))).toEqual([]);
});

describe('it is held to what stands on its label', () => {
  test.each([
    [{ dcV: 15.2 }, []],
    [{ dcV: 12 }, ['protection-unsuited voltage']],
    [{ builtAs: 'blade', ratingA: 0.1 }, ['fuse-below-coils']],
  ])('%j', (guard, expected) => {
    expect(said(withGuard(guard))).toEqual(expected);
  });
  test.each([
    [{ ratingA: 3 }, []],
    [{ ratingA: 2 }, ['fuse-above-holder']],
  ])('in a holder of %j', (holder, expected) => {
    expect(said(withGuard({ builtAs: 'blade' }, { leadMm2: 1.5, ...holder }))).toEqual(expected);
  });
});

test.each([
  ['made for 12 V', withGuard({ dcV: 12 })],
  ['too small', withGuard({ builtAs: 'blade', ratingA: 0.1 })],
  ['in a holder that is too small', withGuard({ builtAs: 'blade' }, { leadMm2: 1.5, ratingA: 2 })],
])('one that is %s is mended by its nudge', (_, design) => {
  const { evidence, analysis } = analyse(design);
  const [finding] = analysis.findings.filter(({ severity }) => severity !== 'hold');
  const nudge = findNudge(evidence, analysis.findings, finding!);
  expect(nudge).not.toBeNull();
  expect(said(applyPatches(design, nudge!.patches))).toEqual([]);
});
