/** The circuits that people build, each as a project of its own, and what happens when one of them is wired wrong. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { analyse, drawJobs } from './analyse.ts';
import { parseDesignText } from './project/parse.ts';
import type { Design, Edit } from './project/schema.ts';
import { plays } from './kinds/part/registry.ts';
import { gatherEvidence } from './analysis/evidence.ts';
import { jobVerdicts } from './analysis/verdict.ts';
import { checkStatements } from './analysis/joint.ts';

const folder = new URL('../../examples/circuits/', import.meta.url);
const files = readdirSync(folder).sort();
function read(file: string): Design {
  const parsed = parseDesignText(readFileSync(new URL(file, folder), 'utf8'));
  if (!parsed.ok) throw new Error(`${file}: ${JSON.stringify(parsed.problems)}`);
  return parsed.design;
}

test('circuits 1 to 21 are all there', () => {
  expect([...new Set(files.map((file) => Number(file.slice(0, 2))))]).toEqual(Array.from({ length: 21 }, (_, at) => at + 1));
});

describe.each(files)('%s', (file) => {
  const design = read(file);
  const { analysis, evidence } = analyse(design);

  test('is wired, drawn, and does in every state what it says', () => {
    expect(evidence.unwired).toEqual([]);
    for (const own of evidence.jobs.values()) {
      const verdicts = jobVerdicts(evidence, own);
      expect(verdicts.filter(({ matches }) => !matches).map(({ words }) => words)).toEqual([]);
      expect(new Set(verdicts.map(({ meant }) => meant)).size).toBeGreaterThan(1);
      expect(drawJobs(analysis.netlist, [own.job.id]).symbols.length).toBeGreaterThan(2);
    }
    expect(checkStatements(evidence).filter(({ holds }) => !holds)).toEqual([]);
    expect(analysis.findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
  });

  test('its fuses and wires hold every rule; what is left is no matter of size and accepted with a reason', () => {
    const open = analysis.findings.filter(({ severity }) => severity !== 'hold');
    expect(open.filter(({ accepted }) => accepted === null).map(({ title }) => title)).toEqual([]);
    expect([...new Set(open.map(({ rule }) => rule))].filter((rule) => /^(fuse|wire|load|contact)/.test(rule))).toEqual([]);
  });

  test('keeps Kirchhoff’s current law and the balance of power in every solved state', () => {
    const { circuit } = evidence;
    for (const { states } of evidence.jobs.values())
      for (const { solution } of states) {
        expect(solution.residualA).toBeLessThan(1e-6);
        // What sources give, resistances and diodes take: Σ V·I over all branches is nothing (Tellegen).
        let sum = 0;
        let size = 0;
        circuit.branches.forEach(({ a, b }, at) => {
          const power = (solution.volts[circuit.nodeOf(a)]! - solution.volts[circuit.nodeOf(b)]!) * solution.amps(at);
          sum += power;
          size += Math.abs(power);
        });
        expect(Math.abs(sum)).toBeLessThan(1e-6 * Math.max(size, 1));
      }
  });

  /** Every throw that can be changed about with its twin, and every diode left out, turned round or bridged. */
  const breakages = evidence.netlist.parts.flatMap((part): [string, string, Edit][] => {
    const job = part.job;
    if (job === null) return [];
    if (plays(part, 'relay'))
      return part.spec.type.poles.flatMap(({ closing, resting }): [string, string, Edit][] =>
        resting && part.spec.uses.some((pin) => pin === closing || pin === resting)
          ? [[`${part.tag} ${closing} and ${resting} changed about`, job, { kind: 'swap', part: part.id, a: closing, b: resting }]]
          : [],
      );
    if (!plays(part, 'diode')) return [];
    return [[`${part.tag} left out`, job, { kind: 'leave-out', part: part.id }]];
  });
  if (breakages.length > 0)
    test.each(breakages)('%s is found and said', (_, job, edit) => {
      const broken: Design = { ...design, jobs: design.jobs.map((own) => (own.id === job ? { ...own, edits: [edit] } : own)) };
      const { findings } = analyse(broken).analysis;
      const was = new Map(analysis.findings.map(({ key, severity }) => [key, severity]));
      const worse = findings.filter(({ key, severity }) => severity !== 'hold' && was.get(key) !== severity);
      expect(worse.length).toBeGreaterThan(0);
      for (const { title, detail } of worse) expect(`${title} ${detail}`).not.toMatch(/NaN|undefined/);
    });
});

test('a blocking diode that is bridged feeds one circuit from the other', () => {
  const design = read('04-keep-on.json');
  const edits: Edit[] = [1, 2].map((at) => ({ kind: 'bridge', part: `beam-feed-diode-${at}` }));
  const { findings } = analyse({ ...design, jobs: design.jobs.map((job) => ({ ...job, edits })) }).analysis;
  expect(findings.find(({ rule }) => rule === 'backfeed')).toMatchObject({
    severity: 'danger',
    title: expect.stringContaining('backwards'),
  });
});

test('what is solved does not depend on where the solver was before', () => {
  const design = read('07-fuel-pump.json');
  const evidence = gatherEvidence(design);
  const own = evidence.jobs.get('pump')!;
  const { circuit } = gatherEvidence(design);
  for (const state of [...own.states].reverse().filter(({ corner }) => corner === 'usual')) {
    const fresh = gatherEvidence(design)
      .jobs.get('pump')!
      .states.find((other) => other.key === state.key && other.corner === 'usual' && other.othersOn === state.othersOn)!;
    for (let node = 0; node < circuit.nodeCount; node++) expect(fresh.solution.volts[node]).toBeCloseTo(state.solution.volts[node]!, 9);
  }
});
