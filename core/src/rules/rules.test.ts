import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { parseDesignText } from '../design/parse.ts';
import { applyPatches } from '../design/patch.ts';
import type { Design } from '../design/schema.ts';
import { gatherEvidence } from '../prove/evidence.ts';
import { staircase } from '../prove/staircase.ts';
import { HEATER, design, job, not, on } from '../testing/designs.ts';
import { acceptFinding, takeBackAcceptance } from './accept.ts';
import { checkEvidence, findNudge, nudgeAll } from './check.ts';
import { ruleContext } from './context.ts';
import { RULES } from './registry.ts';
import { failingOrTightest, judge, usedShare, type Finding } from './rule.ts';

function check(made: Design) {
  const evidence = gatherEvidence(made);
  const findings = checkEvidence(evidence);
  return { evidence, findings, of: (rule: string) => findings.filter((finding) => finding.rule === rule) };
}
const heater = HEATER;

const folder = new URL('../../../examples/mistakes/', import.meta.url);
function read(file: string): Design {
  const parsed = parseDesignText(readFileSync(new URL(file, folder), 'utf8'));
  if (!parsed.ok) throw new Error(`${file}: ${JSON.stringify(parsed.problems)}`);
  return parsed.design;
}

/** For each rule a project in which it fires: how hard, and whether a nudge of its own mends it. */
const MISTAKES: Record<string, { severity: 'danger' | 'caution'; mends: boolean }> = {
  'not-wired': { severity: 'danger', mends: true },
  'load-over-contact': { severity: 'danger', mends: true },
  'fuse-missing': { severity: 'danger', mends: true },
  'fuse-above-wire': { severity: 'danger', mends: true },
  'fuse-above-contact': { severity: 'danger', mends: true },
  'fuse-below-load': { severity: 'caution', mends: true },
  'fuse-continuous-load': { severity: 'caution', mends: true },
  'wire-ampacity': { severity: 'danger', mends: true },
  'wire-drop': { severity: 'caution', mends: true },
  'coil-wrong-voltage': { severity: 'danger', mends: true },
  'coil-pull-in-low-battery-hot': { severity: 'caution', mends: true },
  'coil-no-suppression': { severity: 'caution', mends: true },
  'coil-fed-when-key-off': { severity: 'caution', mends: true },
  'signal-current-over': { severity: 'danger', mends: false },
  'state-mismatch': { severity: 'danger', mends: false },
  'relay-chatter': { severity: 'danger', mends: true },
  backfeed: { severity: 'danger', mends: true },
  'floating-input': { severity: 'danger', mends: true },
  'reversing-no-interlock': { severity: 'danger', mends: true },
  'signal-lost-wrong-state': { severity: 'caution', mends: false },
  'shared-ground-backfeed': { severity: 'caution', mends: false },
  'clause-no-effect': { severity: 'caution', mends: false },
};

test('the book and these mistakes name the same rules', () => {
  expect(Object.keys(MISTAKES).sort()).toEqual(RULES.map(({ id }) => id).sort());
  const files = RULES.flatMap(({ id }) => [`${id}.json`, `${id}.mended.json`]);
  expect(readdirSync(folder).sort()).toEqual(files.sort());
});

test('a sound circuit holds every rule, and says so', () => {
  const { findings } = check(design([job({ continuous: true })]));
  expect(findings.filter(({ severity }) => severity !== 'hold')).toEqual([]);
  // Those are silent that have nothing to say of it: no thresholds, no motor that turns, no ground that jobs share.
  const said = new Set(findings.map(({ rule }) => rule));
  expect(RULES.map(({ id }) => id).filter((id) => !said.has(id))).toEqual([
    'floating-input',
    'reversing-no-interlock',
    'shared-ground-backfeed',
  ]);
});

describe.each(Object.entries(MISTAKES))('%s', (rule, mistake) => {
  const wrong = read(`${rule}.json`);
  const { evidence, findings, of } = check(wrong);
  const fired = of(rule).filter(({ severity }) => severity !== 'hold');

  test(`fires as ${mistake.severity}, with numbers that show why`, () => {
    expect(fired.length).toBeGreaterThan(0);
    for (const finding of fired) {
      expect(finding.severity).toBe(mistake.severity);
      expect(usedShare(finding)).toBeGreaterThan(1);
      expect(finding.title).not.toMatch(/NaN|undefined|–/);
      expect(finding.working.result.value).toBe(finding.value);
      expect(finding.working.limit.value).toBe(finding.limit);
    }
  });

  test(mistake.mends ? 'its nudge makes it hold, and makes nothing worse' : 'offers no nudge', () => {
    const nudge = findNudge(evidence, findings, fired[0]!);
    if (!mistake.mends) return expect(nudge).toBeNull();
    expect(nudge).not.toBeNull();
    const after = checkEvidence(gatherEvidence(applyPatches(wrong, nudge!.patches)));
    expect(after.filter(({ key, severity }) => key === fired[0]!.key && severity !== 'hold')).toEqual([]);
    const bad = (list: readonly Finding[]) => list.filter(({ severity }) => severity !== 'hold').length;
    expect(bad(after)).toBeLessThan(bad(findings));
  });

  test('its mended twin holds the rule, and has no danger of any', () => {
    const mended = check(read(`${rule}.mended.json`));
    expect(mended.of(rule).length).toBeGreaterThan(0);
    expect(mended.of(rule).filter(({ severity }) => severity !== 'hold')).toEqual([]);
    expect(mended.findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
  });
});

describe('a finding that is accepted', () => {
  const wrong = design([job({ fuse: 40, suppression: 'none' })]);
  const bare = check(wrong).of('coil-no-suppression')[0]!;
  const lived = acceptFinding(wrong, bare, 'the switch has its own varistor');

  test('stays with its severity and its reason, stands after the others, and no nudge of all touches it', () => {
    const { evidence, findings, of } = check(lived);
    expect(of('coil-no-suppression')[0]).toMatchObject({ severity: 'caution', accepted: 'the switch has its own varistor' });
    const open = findings.filter(({ severity }) => severity !== 'hold');
    expect(open.at(-1)!.rule).toBe('coil-no-suppression');
    const plan = nudgeAll(evidence, findings, 'job-1');
    expect(plan.left).toEqual([]);
    expect(applyPatches(lived, plan.patches).jobs[0]!.suppression).toBe('none');
    expect(check(takeBackAcceptance(lived, bare.key)).of('coil-no-suppression')[0]!.accepted).toBeNull();
  });

  test('comes back when its number gets worse, and stays accepted when it gets better', () => {
    const long = (lengthM: number, made: Design) => ({
      ...made,
      distances: made.distances.map((way) => (way.b === 'rear' ? { ...way, lengthM } : way)),
    });
    const loads = [{ ...heater, important: true }];
    const thin = design([job({ loads, fuse: 10, wires: { 'load-load-1': { sizeMm2: 1.5 } } })]);
    const drop = check(thin).of('wire-drop')[0]!;
    const taken = acceptFinding(thin, drop, 'it only has to be lukewarm');
    const reason = (made: Design) => check(made).of('wire-drop')[0]!.accepted;
    expect(drop.severity).toBe('caution');
    expect(reason(taken)).toBe('it only has to be lukewarm');
    expect(reason(long(4.5, taken))).toBeNull();
    expect(reason(long(3.1, taken))).toBe('it only has to be lukewarm');
  });

  test('a reason is asked for, and a file from before has none', () => {
    const { accepted: _, ...before } = wrong;
    expect(parseDesignText(JSON.stringify(before))).toEqual({ ok: true, design: wrong });
    const empty = parseDesignText(JSON.stringify(acceptFinding(wrong, bare, ' ')));
    expect(empty).toMatchObject({ ok: false, problems: [{ path: 'accepted[0].reason', message: 'needs a reason' }] });
  });
});

describe('all nudges together', () => {
  test('four mistakes of one job are mended as one change, and nothing is left', () => {
    const loads = [{ ...heater, important: true }];
    const wrong = design([job({ loads, fuse: 40, suppression: 'none', continuous: true, wires: { 'load-load-1': { sizeMm2: 1 } } })]);
    const { evidence, findings } = check(wrong);
    const rules = (list: readonly Finding[]) => new Set(list.filter(({ severity }) => severity !== 'hold').map(({ rule }) => rule));
    expect([...rules(findings)].sort()).toEqual(['coil-no-suppression', 'fuse-above-contact', 'fuse-above-wire', 'wire-drop']);
    const plan = nudgeAll(evidence, findings, 'job-1');
    expect(plan.left).toEqual([]);
    expect(plan.steps.length).toBeGreaterThan(1);
    expect(rules(check(applyPatches(wrong, plan.patches)).findings)).toEqual(new Set());
    expect(plan.moves.filter(({ from, to }) => from === 'hold' && to !== 'hold')).toEqual([]);
  });

  test('what has no nudge is left, by its name', () => {
    const made = read('signal-current-over.json');
    const { evidence, findings } = check(made);
    const plan = nudgeAll(evidence, findings, made.jobs[0]!.id);
    expect(plan.left.length).toBeGreaterThan(0);
    const after = check(applyPatches(made, plan.patches));
    expect(after.of('signal-current-over').map(({ title }) => title)).toEqual(plan.left);
  });
});

describe('the numbers hold by hand', () => {
  test('wire drop of 8 A over 3.52 m of 2.5 mm² and the way back, to the millivolt', () => {
    const made = design([
      job({
        fuse: 15,
        wires: { feed: { sizeMm2: 2.5 }, 'to-relay': { sizeMm2: 2.5 }, 'load-load-1': { sizeMm2: 2.5 }, 'return-load-1': { sizeMm2: 2.5 } },
      }),
    ]);
    const { of, evidence } = check(made);
    const [finding] = of('wire-drop');
    // By hand at 10.5 V and hottest: R = 1.5 Ω load + wires (0.15 + 0.99 + 3.52 + 0.3 m of 7.98 mΩ/m, warm) + fuse 0.1/15
    // + contact 4 mΩ + ground 2 mΩ + battery 6 mΩ.
    const warm = (id: string) => 1 + 0.00393 * (evidence.hotWireC.get(id)! - 20);
    const wires = evidence.netlist.wires.filter(({ role, leg }) => role !== 'control' && !leg.startsWith('control'));
    const copper = wires.reduce((sum, wire) => sum + 0.00798 * wire.lengthM * warm(wire.id), 0);
    const way = copper + 0.1 / 15 + 0.004 + 0.002;
    expect(wires.reduce((sum, { lengthM }) => sum + lengthM, 0)).toBeCloseTo(0.15 + 0.99 + 3.52 + 0.3, 9);
    const share = way / (way + 1.5);
    expect(finding!.value / finding!.limit).toBeCloseTo(share / 0.1, 4);
  });

  test('coil: 85 Ω warmed to 95 °C is 110.05 Ω, so 7.2 V becomes 9.32 V', () => {
    const [finding] = check(design()).of('coil-pull-in-low-battery-hot');
    expect(finding!.limit).toBeCloseTo(7.2 * (1 + 0.00393 * 75), 9);
    expect(finding!.value).toBeGreaterThan(10.2);
    expect(finding!.value).toBeLessThan(10.5);
  });

  test('fuse, wire and load stand as IEC 60364-4-43 has it: I_b ≤ I_n ≤ I_z', () => {
    const { evidence } = check(design([job({ continuous: true })]));
    const context = ruleContext(evidence);
    const steps = staircase(context, context.jobs[0]!);
    const at = (id: string) => steps.find((step) => step.id === id)!;
    // 96 W at 12 V is 1.5 Ω: at 14.8 V a little under 9.87 A; 1.25 times that asks for 15 A.
    expect(at('load').ampere).toBeGreaterThan(9);
    expect(at('load').ampere).toBeLessThan(9.87);
    expect(at('fuse').ampere).toBe(15);
    expect(at('wire').ampere).toBeGreaterThanOrEqual(15);
    expect(steps.every(({ holds }) => holds)).toBe(true);
  });

  test('without a fuse the staircase says so', () => {
    const { evidence } = check(design([job({ fuse: 'none' })]));
    const context = ruleContext(evidence);
    expect(staircase(context, context.jobs[0]!).find(({ id }) => id === 'fuse')).toMatchObject({ ampere: 0, holds: false });
  });

  test('loads of several kinds count by the share of their own ratings', () => {
    const loads = [
      { ...heater, plate: { unit: 'A' as const, value: 10, ratedV: 14.8 } },
      { ...heater, id: 'load-2', kind: 'filament' as const, plate: { unit: 'A' as const, value: 9, ratedV: 14.8 } },
    ];
    const [finding] = check(design([job({ loads })])).of('load-over-contact');
    // 10 A resistive and 9 A of lamps on 15 A: 10 + 9 · 30/15 = 28 A counted, a little less after the drop.
    expect(finding!.value).toBeGreaterThan(26.5);
    expect(finding!.value).toBeLessThan(28);
    expect(finding!.limit).toBe(30);
  });

  test('what a feed gives is counted over all the jobs that use it', () => {
    const many = ['job-1', 'job-2', 'job-3'].map((id) => job({ id, name: id, when: on('key') }));
    const given = (jobs: typeof many) =>
      check(design(jobs))
        .of('signal-current-over')
        .find(({ subject }) => subject.id === 'sig-key')!;
    const one = given(many.slice(0, 1));
    const three = given(many);
    expect(three.value / one.value).toBeCloseTo(3, 1);
    // 14.8 V over 85 Ω at −20 °C.
    expect(one.value).toBeCloseTo(14.8 / (85 * (1 - 0.00393 * 40)), 2);
    expect(one.severity).toBe('hold');
  });

  test('a coil held in while the load is off drains the battery', () => {
    const made = design([
      job({ when: not(on('dash')), lost: 'on', device: { kind: 'plug-in-relay', part: 'relay-12v-30a-5', place: 'box' } }),
    ]);
    const [finding] = check(made).of('coil-fed-when-key-off');
    expect(finding).toMatchObject({ severity: 'caution', detail: expect.stringContaining('held in while the load is off') });
    // 14.8 V over 85 Ω at −20 °C (71.6 Ω) is 206 mA.
    expect(finding!.value).toBeCloseTo(14.8 / (85 * (1 - 0.00393 * 40)), 2);
  });
});

test('a judgement holds at its limit and fails past it, both ways', () => {
  const base = {
    severity: 'danger',
    job: 'j',
    subject: { kind: 'job', id: 'j', label: 'j' },
    unit: 'A',
    title: '',
    detail: '',
    limit: 10,
  } as const;
  const working = { formula: '', given: [], result: null!, limit: null! };
  expect(judge('r', { ...base, working, value: 10 }).severity).toBe('hold');
  expect(judge('r', { ...base, working, value: 10.001 }).severity).toBe('danger');
  expect(judge('r', { ...base, working, value: 10, sense: 'at least' }).severity).toBe('hold');
  expect(judge('r', { ...base, working, value: 9.999, sense: 'at least' }).severity).toBe('danger');
  const holds = [3, 7, 5].map((value) => judge('r', { ...base, working, value }));
  expect(failingOrTightest(holds).map(({ value }) => value)).toEqual([7]);
  expect(failingOrTightest([...holds, judge('r', { ...base, working, value: 12 })]).map(({ value }) => value)).toEqual([12]);
  expect(failingOrTightest([])).toEqual([]);
});
