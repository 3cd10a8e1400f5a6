/** Over every project that ships: no nudge does harm, and doing all of them comes to an end. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { parseDesign, parseDesignText } from '../project/parse.ts';
import { applyPatches } from '../document/patch.ts';
import type { Design } from '../project/schema.ts';
import { READY_SENTENCES, blankDesign } from '../project/starters.ts';
import { gatherEvidence } from '../analysis/evidence.ts';
import { HEATER, design, job } from '../testing/designs.ts';
import { checkEvidence } from '../rules/check.ts';
import { findNudge, nudgeAll, nudgeAllInSteps } from './nudge.ts';
import { type Finding, usedShare } from '../rules/rule.ts';

const examples = new URL('../../../examples/', import.meta.url);
function read(file: string): Design {
  const parsed = parseDesignText(readFileSync(new URL(file, examples), 'utf8'));
  if (!parsed.ok) throw new Error(`${file}: ${JSON.stringify(parsed.problems)}`);
  return parsed.design;
}
const PROJECTS: [string, Design][] = [
  ...['circuits', 'mistakes', 'demo', 'as-sold'].flatMap((folder) =>
    readdirSync(new URL(`${folder}/`, examples))
      .sort()
      .map((file): [string, Design] => [`${folder}/${file}`, read(`${folder}/${file}`)]),
  ),
  ...READY_SENTENCES.map((ready): [string, Design] => [`ready sentence “${ready.title}”`, ready.add(blankDesign('blank'))]),
];

const BADNESS = { hold: 0, caution: 1, danger: 2 } as const;
const check = (made: Design) => checkEvidence(gatherEvidence(made));
const isUnwired = (findings: readonly Finding[], of: string) =>
  findings.some(({ rule, job: id, severity }) => rule === 'not-wired' && id === of && severity === 'danger');

/** Everything that is worse than it was, in words: worked out here, not by the code that offers nudges. */
function harm(before: readonly Finding[], after: readonly Finding[]): string[] {
  return after.flatMap((finding) => {
    if (isUnwired(before, finding.job)) return [];
    const was = before.find(({ key }) => key === finding.key);
    const from = was ? BADNESS[was.severity] : 0;
    if (BADNESS[finding.severity] > from) return [`${finding.rule} ${was?.severity ?? 'absent'} → ${finding.severity}: ${finding.title}`];
    const worse = finding.severity !== 'hold' && was && usedShare(finding) > 1.006 * usedShare(was);
    return worse ? [`${finding.rule} ${was.value} → ${finding.value} of ${finding.limit}`] : [];
  });
}

describe.each(PROJECTS)('%s', (_, made) => {
  const evidence = gatherEvidence(made);
  const findings = checkEvidence(evidence);
  const open = findings.filter(({ severity }) => severity !== 'hold');

  test('no nudge makes anything worse, unwires a job or breaks the document', () => {
    for (const finding of open) {
      const nudge = findNudge(evidence, findings, finding);
      if (!nudge) continue;
      const nudged = applyPatches(made, nudge.patches);
      expect(parseDesign(nudged)).toMatchObject({ ok: true });
      const after = check(nudged);
      expect({ nudge: nudge.label, harm: harm(findings, after) }).toEqual({ nudge: nudge.label, harm: [] });
      expect(after.find(({ key }) => key === finding.key)?.severity ?? 'hold').toBe('hold');
      for (const { id } of made.jobs) if (!isUnwired(findings, id)) expect(isUnwired(after, id)).toBe(false);
    }
  });

  test('nudge all ends, and leaves nothing worse', () => {
    for (const { id } of made.jobs) {
      const running = nudgeAllInSteps(evidence, findings, id);
      let attempts = 0;
      let step = running.next();
      for (; !step.done; step = running.next()) expect(++attempts).toBeLessThan(2000);
      const after = check(applyPatches(made, step.value.patches));
      expect(harm(findings, after)).toEqual([]);
      const failing = (list: readonly Finding[]) => list.filter((one) => one.job === id && one.severity !== 'hold').length;
      if (step.value.steps.length > 0 && !isUnwired(findings, id)) expect(failing(after)).toBeLessThan(failing(findings));
    }
  });
});

test('a fuse that the load needs and the wire does not bear is not mended by half', () => {
  // 28 A of load behind a 30 A fuse on 1 mm², which bears less: a fuse of 15 A would hold the wire and open at once.
  const wires = Object.fromEntries(['load-load-1', 'to-relay'].map((leg) => [leg, { sizeMm2: 1 }]));
  const big = { ...HEATER, plate: { unit: 'A', value: 28, ratedV: 14.8 } as const };
  const made = design([job({ loads: [big], fuse: 30, wires })]);
  const evidence = gatherEvidence(made);
  const findings = checkEvidence(evidence);
  const failing = findings.filter(({ severity }) => severity === 'danger');
  expect(failing.map(({ rule }) => rule)).toContain('fuse-above-wire');
  for (const finding of failing) {
    const nudge = findNudge(evidence, findings, finding);
    if (nudge) expect(harm(findings, check(applyPatches(made, nudge.patches)))).toEqual([]);
  }
  const plan = nudgeAll(evidence, findings, 'job-1');
  expect(check(applyPatches(made, plan.patches)).filter(({ severity }) => severity === 'danger')).toEqual([]);
});
