/**
 * The pieces of work that people do, each from an empty page by what they would type: understood to the last word, wired, proved in
 * every state, and judged with nothing that a practitioner would not sign.
 */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { analyse, analyseInSteps, drawJobs } from './analyse.ts';
import { nudgeAll } from './advice/index.ts';
import { jobVerdicts } from './analysis/verdict.ts';
import { applyPatches } from './document/patch.ts';
import { benchPlan, orderOfWork } from './outputs/index.ts';
import type { Finding } from './rules/index.ts';
import { parseDesign } from './project/index.ts';
import type { Design } from './project/schema.ts';
import { type Piece, builtOf } from './testing/pieces.ts';

const PIECES = JSON.parse(readFileSync(new URL('../../examples/pieces/pieces.json', import.meta.url), 'utf8')) as Piece[];

test('all 21 are there', () => {
  expect(PIECES.map(({ id }) => Number(id.slice(0, 2)))).toEqual(Array.from({ length: 21 }, (_, at) => at + 1));
});

/** As a person leaves it who takes every nudge. */
const nudged = (design: Design): Design =>
  design.jobs.reduce((now, { id }) => {
    const { analysis, evidence } = analyse(now);
    return applyPatches(now, nudgeAll(evidence, analysis.findings, id).patches) as Design;
  }, design);

describe.each(PIECES.map((piece) => [piece.id, piece] as const))('%s', (_, piece) => {
  const design = builtOf(piece);
  const { analysis, evidence } = analyse(design);

  test('does in every state what its sentences say, and nothing of it is a danger', () => {
    expect(parseDesign(design)).toMatchObject({ ok: true });
    expect(evidence.unwired).toEqual([]);
    for (const own of evidence.jobs.values()) {
      const verdicts = jobVerdicts(evidence, own);
      expect(verdicts.filter(({ matches }) => !matches).map(({ words }) => words)).toEqual([]);
      expect(new Set(verdicts.map(({ meant }) => meant)).size).toBeGreaterThan(1);
    }
    expect(analysis.findings.flatMap(({ severity, title }) => (severity === 'danger' ? [title] : []))).toEqual([]);
  });

  test('is left, nudged, with what a practitioner signs', () => {
    const left = analyse(nudged(design)).analysis.findings.filter(({ severity }) => severity !== 'hold');
    expect([...new Set(left.map(({ rule }) => rule))].sort()).toEqual(Object.keys(piece.signs ?? {}).sort());
  });

  test('each of its jobs is looked at alone first, as it is while one edits it, and says the same of itself', () => {
    for (const { id } of design.jobs) {
      const [look] = [...analyseInSteps(design, undefined, id, evidence)].filter((one) => one !== undefined);
      const said = (findings: readonly Finding[]) =>
        findings.flatMap(({ severity, key, job }) => (severity !== 'hold' && job === id ? [key] : [])).sort();
      const rules = new Set(look!.rules);
      expect(said(look!.findings)).toEqual(said(analysis.findings.filter(({ rule }) => rules.has(rule))));
    }
  });

  test('can be drawn, bought, cut, built and measured', () => {
    for (const { id } of design.jobs) {
      expect(drawJobs(analysis.netlist, [id]).symbols.length).toBeGreaterThan(2);
      expect(benchPlan(evidence, id).length).toBeGreaterThan(2);
    }
    const listed = analysis.parts.map(({ description }) => description).join('\n');
    for (const part of analysis.netlist.parts.filter(({ kind }) => kind === 'relay')) expect(listed).toContain(part.name);
    expect(analysis.wires.every(({ lengthM, sizeMm2 }) => lengthM > 0 && sizeMm2 > 0)).toBe(true);
    expect(orderOfWork(evidence, analysis.wires).length).toBeGreaterThan(3);
  });
});
