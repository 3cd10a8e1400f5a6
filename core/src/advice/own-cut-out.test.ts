/** What a person typed of a thermal fuse or cut-out is what it is judged by: its amperes, its volts, and what closes it again. */
import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { analyse } from '../analyse.ts';
import { type Design, heatSetup, parseDesignText } from '../index.ts';
import { findNudge } from './nudge.ts';

type CutOut = Extract<Design['parts'][number], { form: 'cut-out' }>;
const text = readFileSync(new URL('../../../examples/as-sold/own-cut-out.json', import.meta.url), 'utf8');
function withCutOut(changes: Partial<CutOut>): Design {
  const parsed = parseDesignText(text);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return { ...parsed.design, parts: parsed.design.parts.map((part) => ({ ...part, ...changes }) as CutOut) };
}
const said = (design: Design) =>
  new Map(
    analyse(design)
      .analysis.findings.filter(({ rule }) => rule === 'cut-out-unsuited')
      .map((finding) => [finding.code, finding]),
  );

test('its amperes are those of its label', () => {
  const carried = said(withCutOut({})).get('current')!;
  expect(carried).toMatchObject({ severity: 'hold', limit: 16 });
  // 3 kW at 230 V + 10 %: I = V²/R / V.
  expect(carried.value).toBeCloseTo((253 * 3000) / 230 ** 2, 0);
  expect(said(withCutOut({ ratedA: carried.value * 1.001 })).get('current')!.severity).toBe('hold');
  expect(said(withCutOut({ ratedA: carried.value * 0.999 })).get('current')!.severity).toBe('danger');
});

test('its volts are those of its label, and of the current that flows', () => {
  expect(said(withCutOut({ acV: 230 })).get('voltage')).toMatchObject({ severity: 'hold', value: 230, limit: 230 });
  expect(said(withCutOut({ acV: 229 })).get('voltage')!.severity).toBe('danger');
  expect(said(withCutOut({ acV: 0, dcV: 400 })).get('voltage')).toMatchObject({ severity: 'danger', limit: 0 });
});

test('one that closes by itself is no end of a fault', () => {
  expect(said(withCutOut({ resets: 'never' })).get('resets')!.severity).toBe('hold');
  expect(said(withCutOut({ resets: 'by hand' })).get('resets')!.severity).toBe('hold');
  expect(said(withCutOut({ resets: 'by itself' })).get('resets')!.severity).toBe('caution');
});

test('it opens where its label says, whatever the job would have of a usual one', () => {
  expect(said(withCutOut({ opensAtC: 400 })).get('above')).toMatchObject({ severity: 'danger', value: 400 });
});

test('what mends it is a usual one, where one bears it', () => {
  const design = withCutOut({ ratedA: 10 });
  const { evidence, analysis } = analyse(design);
  const nudge = findNudge(evidence, analysis.findings, said(design).get('current')!);
  expect(nudge?.patches).toEqual([{ path: ['jobs', 0, 'cutOut'], value: { kind: 'thermal-fuse', opensAtC: 130 } }]);
});

test('a usual one says what to ask for in the shop', () => {
  const design = withCutOut({});
  const usual = { ...design, jobs: design.jobs.map((job) => ({ ...job, cutOut: { kind: 'thermal-fuse', opensAtC: 130 } as const })) };
  expect(analyse(usual).analysis.parts.map(({ description }) => description)).toContain('Thermal fuse, opens at 130 °C, 15 A 250 V~');
  expect(said(usual).get('current')).toMatchObject({ severity: 'hold', limit: 15 });
});

test('a project that names one and does not bring it along is refused', () => {
  const parsed = parseDesignText(JSON.stringify({ ...withCutOut({}), parts: [] }));
  expect(parsed.ok).toBe(false);
  if (!parsed.ok) expect(parsed.problems.map(({ path }) => path)).toContain('jobs[0].cutOut.part');
});

test('the rehearsal of heat opens it there', () => {
  const design = withCutOut({ opensAtC: 210 });
  const regulator = {
    ...{ id: 'controller', name: 'controller', place: design.places[0]!.id, usual: true, nature: 'regulator', volt: 12, limitA: 0.03 },
    ...{ thermocouple: 'K', polarity: 'right', setC: 180, control: 'pid', cycleS: 2, heatJPerK: 4000, lossWPerK: 6, lagS: 20 },
  } as const;
  const signals = [...design.signals, regulator as unknown as Extract<Design['signals'][number], { nature: 'regulator' }>];
  const jobs = design.jobs.map((job) => ({ ...job, when: { op: 'signal', signal: 'controller' } as const }));
  expect(
    heatSetup({ ...design, signals, jobs }, signals.at(-1) as Extract<Design['signals'][number], { nature: 'regulator' }>)!.cutOutC,
  ).toBe(210);
});

test('one that is bridged by hand is no end of the heat, and nothing is said to hold of it', () => {
  const design = withCutOut({});
  const bridged = {
    ...design,
    jobs: design.jobs.map((job) => ({ ...job, edits: [{ kind: 'bridge' as const, part: `${job.id}-thermal-fuse` }] })),
  };
  expect([...said(bridged).keys()]).toEqual([]);
  const ends = analyse(bridged).analysis.findings.find(({ rule }) => rule === 'fails-closed-no-cutout');
  expect(ends).toMatchObject({ severity: 'danger' });
});
