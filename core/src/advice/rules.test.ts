import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { parseDesignText } from '../project/parse.ts';
import { applyPatches } from '../document/patch.ts';
import type { Design } from '../project/schema.ts';
import { gatherEvidence } from '../analysis/evidence.ts';
import { staircase } from './staircase.ts';
import { HEATER, design, job, not, on } from '../testing/designs.ts';
import { acceptFinding, takeBackAcceptance } from '../rules/accept.ts';
import { checkEvidence } from '../rules/check.ts';
import { findNudge, nudgeAll } from './nudge.ts';
import { ruleContext } from '../rules/context.ts';
import { wireBranch } from '../wiring/index.ts';
import { RULES } from '../rules/registry.ts';
import { type Finding, failingOrTightest, judge, usedShare } from '../rules/rule.ts';

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

/** For each rule a project in which it fires, and how hard. */
const MISTAKES: Record<string, 'danger' | 'caution'> = {
  'not-wired': 'danger',
  'edit-not-made': 'caution',
  'not-all-asked': 'caution',
  'load-wrong-current-kind': 'danger',
  'distance-contradicted': 'caution',
  'load-over-contact': 'danger',
  'helper-over-contact': 'danger',
  'fuse-missing': 'danger',
  'guard-resets-itself': 'caution',
  'fuse-above-wire': 'danger',
  'tap-above-wire': 'danger',
  'fuse-above-contact': 'danger',
  'fuse-below-load': 'caution',
  'fuse-below-coils': 'caution',
  'batteries-unlike': 'danger',
  'fuse-continuous-load': 'caution',
  'wire-outlasts-short': 'caution',
  'wire-ampacity': 'danger',
  'strip-over-current': 'danger',
  'connector-unsuited': 'danger',
  'wire-drop': 'caution',
  'coil-wrong-voltage': 'danger',
  'coil-pull-in-low-battery-hot': 'caution',
  'coil-no-suppression': 'caution',
  'coil-fed-when-key-off': 'caution',
  'signal-current-over': 'danger',
  'state-mismatch': 'danger',
  'time-mismatch': 'danger',
  'time-relay-range': 'danger',
  'relay-chatter': 'danger',
  backfeed: 'danger',
  'floating-input': 'danger',
  'reversing-no-interlock': 'danger',
  'signal-lost-wrong-state': 'caution',
  'shared-ground-backfeed': 'caution',
  'clause-no-effect': 'caution',
  'both-ends-fuse': 'danger',
  'coil-over-voltage': 'danger',
  'coil-release-slow': 'caution',
  'contact-life': 'caution',
  'cranking-through-aux': 'caution',
  'charge-current': 'caution',
  'part-air': 'danger',
  'box-heat': 'caution',
  'box-fill': 'caution',
  'board-regulator': 'danger',
  'fuse-above-terminal': 'danger',
  'fuse-above-holder': 'danger',
  'fuse-above-load': 'danger',
  'fuse-far-from-source': 'danger',
  'fuse-match-school': 'caution',
  'fuse-surge-opens': 'caution',
  'parasitic-drain': 'caution',
  'pulsed-feed-tap': 'caution',
  'vsr-hunting': 'caution',
  'wire-bundle-heat': 'danger',
  'wire-above-terminal': 'caution',
  'wire-parallel-unequal': 'caution',
  'coil-diode-reversed': 'danger',
  'unknown-after-power-cut': 'caution',
  'transistor-not-saturated': 'caution',
  'mosfet-gate-level': 'danger',
  'boot-energises': 'danger',
  'pin-powers-coil': 'danger',
  'rail-current-over': 'danger',
  'pin-level-mismatch': 'danger',
  'module-isolation-defeated': 'danger',
  'module-track-or-terminal': 'danger',
  'line-neutral-across-contact': 'danger',
  'neutral-switched': 'danger',
  'one-pole-of-two': 'danger',
  'earth-missing': 'danger',
  'earth-thin': 'danger',
  'plug-fuse-above-device': 'danger',
  'mains-low-voltage-together': 'danger',
  'mains-no-enclosure': 'danger',
  'dc-on-ac-contact': 'danger',
  'device-wrong-current-kind': 'danger',
  'ssr-outlasts-short': 'caution',
  'ssr-no-heatsink': 'danger',
  'fails-closed-no-cutout': 'danger',
  'phase-angle-load-kind': 'danger',
  'thermocouple-polarity': 'danger',
  'supply-overload': 'danger',
  'start-over-supply': 'caution',
  'wire-insulation-temperature': 'danger',
  'divider-out-of-range': 'caution',
  'opto-current': 'caution',
  'breaker-curve-surge': 'caution',
  'ssr-leakage': 'caution',
  'ssr-minimum-load': 'caution',
  'load-wrong-voltage': 'danger',
  'fed-wrong-voltage': 'danger',
  'pin-taken': 'caution',
  'statement-broken': 'danger',
  'outlet-plugged-in': 'caution',
  'set-point-hotter': 'caution',
  'colour-reserved': 'danger',
  'heat-at-rest': 'danger',
  'contact-voltage': 'danger',
  'load-no-suppression': 'caution',
  'protection-unsuited': 'danger',
  'cut-out-unsuited': 'danger',
  'disconnection-time': 'danger',
  'residual-missing': 'danger',
  'driver-over-voltage': 'danger',
  'diode-over-current': 'danger',
  'slow-resistor-blocked': 'danger',
  'motor-stall': 'caution',
  'coil-drops-out-cranking': 'caution',
};

test('the book and these mistakes name the same rules', () => {
  expect(Object.keys(MISTAKES).sort()).toEqual(RULES.map(({ id }) => id).sort());
  const files = RULES.flatMap(({ id }) => [`${id}.json`, `${id}.mended.json`]);
  expect(readdirSync(folder).sort()).toEqual(files.sort());
});

const OF_MAINS_BOARDS_AND_HEAT = new Set(
  (
    'board-regulator box-fill pin-powers-coil rail-current-over pin-level-mismatch module-isolation-defeated module-track-or-terminal opto-current divider-out-of-range ' +
    'line-neutral-across-contact neutral-switched one-pole-of-two earth-missing earth-thin plug-fuse-above-device mains-low-voltage-together ' +
    'mains-no-enclosure breaker-curve-surge ssr-no-heatsink ssr-leakage ssr-minimum-load phase-angle-load-kind ' +
    'thermocouple-polarity supply-overload start-over-supply device-wrong-current-kind cut-out-unsuited disconnection-time residual-missing colour-reserved pin-taken outlet-plugged-in statement-broken set-point-hotter wire-outlasts-short ssr-outlasts-short'
  ).split(' '),
);

test('a sound circuit holds every rule, and says so', () => {
  const { findings } = check(design([job({ continuous: true })]));
  expect(findings.filter(({ severity }) => severity !== 'hold')).toEqual([]);
  // Those are silent that have nothing to say of it: no thresholds, no motor, no ground that jobs share, no second
  // battery, no pulsed feed, no bundle, no strip, and a project that does not match fuses to loads.
  const said = new Set(findings.map(({ rule }) => rule));
  const silent = RULES.map(({ id }) => id).filter((id) => !said.has(id));
  // It has no mains, no module, no controller and no heat of that kind.
  expect(silent.filter((id) => !OF_MAINS_BOARDS_AND_HEAT.has(id)).sort()).toEqual([
    'batteries-unlike',
    'boot-energises',
    'both-ends-fuse',
    'box-heat',
    'charge-current',
    'coil-drops-out-cranking',
    'coil-release-slow',
    'connector-unsuited',
    'cranking-through-aux',
    'diode-over-current',
    'driver-over-voltage',
    'edit-not-made',
    'fed-wrong-voltage',
    'floating-input',
    'fuse-above-holder',
    'fuse-above-load',
    'fuse-match-school',
    'guard-resets-itself',
    'helper-over-contact',
    'load-no-suppression',
    'mosfet-gate-level',
    'motor-stall',
    'pulsed-feed-tap',
    'reversing-no-interlock',
    'shared-ground-backfeed',
    'slow-resistor-blocked',
    'strip-over-current',
    'tap-above-wire',
    'time-mismatch',
    'time-relay-range',
    'transistor-not-saturated',
    'unknown-after-power-cut',
    'vsr-hunting',
    'wire-bundle-heat',
    'wire-parallel-unequal',
  ]);
});

describe.each(Object.entries(MISTAKES))('%s', (rule, hardness) => {
  const wrong = read(`${rule}.json`);
  const { evidence, findings, of } = check(wrong);
  const fired = of(rule).filter(({ severity }) => severity !== 'hold');

  test(`fires as ${hardness}, with numbers that show why`, () => {
    expect(fired.length).toBeGreaterThan(0);
    for (const finding of fired) {
      expect(finding.severity).toBe(hardness);
      expect(usedShare(finding)).toBeGreaterThan(1);
      expect(finding.title).not.toMatch(/NaN|undefined|–/);
      expect(finding.working.result.value).toBe(finding.value);
      expect(finding.working.limit.value).toBe(finding.limit);
    }
  });

  // What only a tape measure can settle has none.
  if (RULES.find(({ id }) => id === rule)!.nudges)
    test('its nudge makes it hold, and makes nothing worse', () => {
      const nudge = findNudge(evidence, findings, fired[0]!);
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
  test('five findings of one job are mended as one change, and nothing is left', () => {
    const loads = [{ ...heater, important: true }];
    const wrong = design([job({ loads, fuse: 40, suppression: 'none', continuous: true, wires: { 'load-load-1': { sizeMm2: 1 } } })]);
    const { evidence, findings } = check(wrong);
    const rules = (list: readonly Finding[]) => new Set(list.filter(({ severity }) => severity !== 'hold').map(({ rule }) => rule));
    expect([...rules(findings)].sort()).toEqual([
      'coil-no-suppression',
      'fuse-above-contact',
      'fuse-above-terminal',
      'fuse-above-wire',
      'wire-drop',
      'wire-outlasts-short',
    ]);
    const plan = nudgeAll(evidence, findings, 'job-1');
    expect(plan.left).toEqual([]);
    expect(plan.steps.length).toBeGreaterThan(1);
    expect(rules(check(applyPatches(wrong, plan.patches)).findings)).toEqual(new Set());
    expect(plan.moves.filter(({ from, to }) => from === 'hold' && to !== 'hold')).toEqual([]);
  });

  test('what has no nudge is left, by its name', () => {
    const tiny = (signal: Design['signals'][0]) => (signal.nature === 'switch' ? { ...signal, limitA: 0.01 } : signal);
    const wrong = read('signal-current-over.json');
    const made = { ...wrong, signals: wrong.signals.map(tiny) };
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

  test('coil: 85 Ω warmed to 95 °C is 110.05 Ω, so 7.2 V becomes 9.32 V; soaked at 12.7 V it is 9.48 V', () => {
    const [finding] = check(design()).of('coil-pull-in-low-battery-hot');
    expect(finding!.limit).toBeCloseTo(7.2 * (1 + 0.00393 * (50 - 20 + 45 * (12.7 / 12) ** 2)), 9);
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
    // 14.8 V over 85 Ω less its tenth at −20 °C.
    expect(one.value).toBeCloseTo(14.8 / (0.9 * 85 * (1 - 0.00393 * 40)), 2);
    expect(one.severity).toBe('hold');
  });

  test('a coil held in while the load is off drains the battery', () => {
    const made = design([
      job({ when: not(on('dash')), lost: 'on', device: { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' } }),
    ]);
    const [finding] = check(made).of('coil-fed-when-key-off');
    expect(finding).toMatchObject({ severity: 'caution', detail: expect.stringContaining('held in while the load is off') });
    // 14.8 V over 85 Ω less a tenth at −20 °C (64.5 Ω) is 230 mA.
    expect(finding!.value).toBeCloseTo(14.8 / (0.9 * 85 * (1 - 0.00393 * 40)), 2);
  });
});

describe('worn, drained, cranked, started: by hand', () => {
  const only = (made: Design, rule: string) => check(made).of(rule)[0]!;

  test('a contact at 70 % of its rating, twenty times a day: 10^5.3 operations', () => {
    const loads = [{ ...heater, plate: { unit: 'A' as const, value: 21, ratedV: 14.8 } }];
    const finding = only(design([job({ loads, operationsPerDay: 20 })]), 'contact-life');
    // The drop on the way takes a few per cent of the 21 A.
    const share = finding.working.given.find(({ symbol }) => symbol === 'I')!.value / 30;
    expect(share).toBeGreaterThan(0.65);
    expect(share).toBeLessThan(0.7);
    expect(finding.value).toBeCloseTo(10 ** (6 - share) / (20 * 365.25), 9);
  });

  test('12.7 V over 85 Ω at rest empties half of 20 Ah in 2.8 days', () => {
    const finding = only(read('parasitic-drain.json'), 'parasitic-drain');
    expect(finding.value).toBeCloseTo(12.7 / 85, 3);
    expect(10 / 24 / finding.value).toBeCloseTo(2.79, 2);
    expect(finding.limit).toBeCloseTo(10 / (24 * 14), 9);
  });

  test('two batteries and a starter of 180 A: what the second one gives, by Kirchhoff', () => {
    const finding = only(read('cranking-through-aux.json'), 'cranking-through-aux');
    const given = (symbol: string) => finding.working.given.find((entry) => entry.symbol === symbol)!.value;
    // The post of the start battery stands where both currents make 180 A.
    const helping = finding.value;
    const post = given('E_a') - helping * given('R_a');
    expect((given('E_s') - post) / given('R_s') + helping).toBeCloseTo(180, 6);
    expect(given('R_a')).toBeGreaterThan(0.08 + given('R(wires)') + given('R(fuses)'));
  });

  test('under the school that closes by key the same current is held against the weakest of the way', () => {
    const made = read('cranking-through-aux.json');
    const byKey = only({ ...made, settings: { ...made.settings, splitCharge: 'key' } }, 'cranking-through-aux');
    expect(byKey).toMatchObject({ severity: 'hold', limit: 30 });
    const hard = made.supplies.map((supply) => (supply.kind === 'battery' ? { ...supply, crankA: supply.crankA * 5 } : supply));
    expect(only({ ...made, supplies: hard, settings: { ...made.settings, splitCharge: 'key' } }, 'cranking-through-aux').severity).toBe(
      'danger',
    );
  });

  test('a project that leaves existing circuits alone says so of a coil on a lamp feed', () => {
    const made = design([job({ when: on('lamp-feed') })]);
    expect(only(made, 'signal-current-over').severity).toBe('hold');
    const alone = only({ ...made, settings: { ...made.settings, feedTaps: 'never' } }, 'signal-current-over');
    expect(alone).toMatchObject({ severity: 'caution', limit: 0 });
  });

  test('six loaded circuits leave a wire 57 % of what it bears alone (IEC 60364-5-52)', () => {
    const finding = only(read('wire-bundle-heat.json'), 'wire-bundle-heat');
    expect(finding.limit).toBeCloseTo(0.57 * 20 * Math.sqrt((105 - 50) / 75) * (1 / 0.9535), 0);
    expect(finding.working.given.map(({ value }) => value).filter((value) => value === 0.57)).toHaveLength(1);
  });

  test('two wires side by side share by their sections, and the fuse stands against what they bear together', () => {
    const made = read('wire-parallel-unequal.json');
    const { evidence } = check(made);
    const context = ruleContext(evidence);
    const [job_] = context.jobs;
    const [thick, thin] = ['W1.7', 'W1.7b'].map((tag) => evidence.netlist.wires.find((wire) => wire.tag === tag)!);
    const amps = (wire: typeof thick) => context.worstAmps(job_!, wireBranch(wire!.id)).value;
    // 13.3 Ω/km class: 2.5 mm² is 7.98 Ω/km and 1 mm² 19.5 (IEC 60228): warm, within a few per cent.
    expect(amps(thick) / amps(thin) / (19.5 / 7.98)).toBeCloseTo(1, 1);
    const [a, b] = [context.wireAmpacity(thick!), context.wireAmpacity(thin!)];
    const [g, h] = [1 / 7.98, 1 / 19.5];
    expect(context.behindFuse(thick!)).toBeCloseTo(Math.min((a * (g + h)) / g, (b * (g + h)) / h), 9);
    expect(context.behindFuse(thick!)).toBeLessThan(a + b);
  });

  test('a base resistor by hand: 4.25 V over 1 kΩ and the pin’s own 25 Ω, against a coil of 230 mA', () => {
    const made = read('transistor-not-saturated.json');
    const [fired] = check(made).of('transistor-not-saturated');
    const given = (symbol: string) => fired!.working.given.find((entry) => entry.symbol === symbol)!.value;
    // Pin 5 V less 0.75 V at the base, over 1500 Ω, the pin's 25 Ω and the junction's slope; a little goes to ground.
    expect(given('I_B')).toBeGreaterThan(0.0026);
    expect(given('I_B')).toBeLessThan(4.25 / 1525);
    expect(given('I_C')).toBeCloseTo(14.8 / (0.9 * 85 * (1 - 0.00393 * 40)), 6);
    expect(fired!.value).toBeCloseTo(given('I_C') / (given('I_B') * (0.95 / 1.05)), 9);
    // The app's own choice is a preferred value that holds.
    const [chosen] = check(read('transistor-not-saturated.mended.json')).of('transistor-not-saturated');
    expect(chosen!.value).toBeLessThan(20);
    expect(chosen!.value).toBeGreaterThan(12);
  });

  test('half a volt for all, where a project says so', () => {
    const made = design([job()]);
    const flat = only({ ...made, settings: { ...made.settings, dropBudget: 'half-volt' } }, 'wire-drop');
    expect(flat.limit).toBe(0.5);
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

describe('mains and heat by hand', () => {
  const of = (file: string, rule: string) => check(read(`${file}.json`)).findings.find((finding) => finding.rule === rule)!;
  test('a breaker of curve B, 10 A, may act from 30 A (IEC 60898-1): the first half cycle of filament lamps, summed in small steps', () => {
    const found = of('breaker-curve-surge', 'breaker-curve-surge');
    expect(found.limit).toBe(30);
    // 1200 W at 230 V on what the line has at most; usual surge √(10 · 15) times over √(10 · 100) ms.
    const { findings } = check(read('breaker-curve-surge.json'));
    const running = findings.find(({ rule }) => rule === 'fuse-below-load')!.value;
    const [times, lasts] = [Math.sqrt(150), Math.sqrt(0.01 * 0.1)];
    let sum = 0;
    const steps = 100_000;
    for (let at = 0; at < steps; at++) sum += (running * (1 + (times - 1) * Math.exp((-3 * ((at + 0.5) * 0.01)) / steps / lasts))) ** 2;
    expect(found.value / Math.sqrt(sum / steps)).toBeCloseTo(1, 2);
    // The mended twin has curve C: from 50 A.
    expect(of('breaker-curve-surge.mended', 'breaker-curve-surge').limit).toBe(50);
  });
  test('14 A through 1.2 V is 16.8 W; with 0.35 + 0.1 + 10 K/W it ends at 215 °C, with 3.5 K/W at the wall it lives', () => {
    const found = of('ssr-no-heatsink', 'ssr-no-heatsink');
    const given = new Map(found.working.given.map(({ symbol, value }) => [symbol, value]));
    expect(given.get('P')).toBeCloseTo(1.2 * given.get('I')!, 9);
    expect(found.value).toBeCloseTo(given.get('T_a')! + given.get('P')! * (0.35 + 0.1 + 10), 9);
    expect(of('ssr-no-heatsink.mended', 'ssr-no-heatsink').value).toBeLessThan(110);
  });
  test('5 W of LED behind a leak of 5 mA at 240 V: 253 V shared by 10.6 kΩ and 48 kΩ is 45.7 V', () => {
    expect(of('ssr-leakage', 'ssr-leakage').value).toBeCloseTo((253 * 10_580) / (10_580 + 48_000), 1);
  });
  test('4.8 kW for three hours on 240 V wants 125 % (NEC 210.20(A)): 26 A, so 30 A', () => {
    const folderOf = new URL('../../../examples/circuits/17-radio-outlet.json', import.meta.url);
    const parsed = parseDesignText(readFileSync(folderOf, 'utf8'));
    if (!parsed.ok) throw new Error('17');
    const found = check(parsed.design).findings.find(({ rule }) => rule === 'fuse-continuous-load')!;
    expect(found.severity).toBe('hold');
    expect([found.value, found.limit].some((value) => Math.abs(value - 30) < 1e-9)).toBe(true);
  });
  test('eight coils of 70 Ω, cold and at the low end of their tolerance, ask a port for more than it has', () => {
    const found = of('rail-current-over', 'rail-current-over');
    expect(found.value).toBeGreaterThan(8 * (5 / 75));
    expect(found.value).toBeLessThan(8 * (5 / 60));
    expect(found.limit).toBeCloseTo(0.45, 9);
  });
});
