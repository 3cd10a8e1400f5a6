/** Every kind with all its facets; the newer ones from their words to the bench. */
import { describe, expect, test } from '@jest/globals';
import { branch as named, pin } from '../testing/terminals.ts';
import { readFileSync, readdirSync } from 'node:fs';
import { analyse, drawJobs } from '../analyse.ts';
import { gatherEvidence } from '../analysis/evidence.ts';
import { readDesk, thresholdState } from '../analysis/desk.ts';
import { type Field, fieldValue } from '../document/field.ts';
import { orderOfWork } from '../outputs/build/order.ts';
import { benchPlan } from '../outputs/bench/plan.ts';
import { SHAPES } from '../outputs/drawing/symbols.ts';
import { parseDesign } from '../project/parse.ts';
import type { Design, Job } from '../project/schema.ts';
import { loadPhrase } from '../project/sentence.ts';
import { checkEvidence } from '../rules/check.ts';
import { HEATER, and, design, job, on } from '../testing/designs.ts';
import { compile } from '../wiring/compile.ts';
import type { LoadFacets } from './load/kind.ts';
import { LOADS, LOAD_KINDS, type LoadKind, UNIT_KINDS, asKind } from './load/registry.ts';
import { SIGNALS, SIGNAL_NATURES, type Signal, asNature, levelsOf, signalFacets, signalSchema, stateWord } from './signal/registry.ts';
import {
  SUPPLY_VARIANTS,
  type Supply,
  TOUCH_V,
  asVariant,
  supplyFacets,
  supplyFields,
  supplySchema,
  variantOf,
} from './supply/registry.ts';

const BASE = { id: 'x', name: 'thing', place: 'box', usual: false };
const at = { id: 'x', name: 'thing', place: 'front' };

/** Fields that are asked of a value and reach nothing in it. */
const astray = <T extends object>(value: T, fields: readonly Field<T>[]) =>
  fields
    .filter((field) => (field.asked?.(value) ?? true) && fieldValue(value, field.path) === undefined && !('unset' in field))
    .map(({ label }) => label);
const withinLimits = <T extends object>(value: T, fields: readonly Field<T>[]) =>
  fields.every((field) => {
    if (field.type !== 'number' || !(field.asked?.(value) ?? true)) return true;
    const typed = Number(fieldValue(value, field.path) ?? field.unset) / (field.times ?? 1);
    return typed >= field.least && typed <= field.most;
  });

describe.each(SIGNAL_NATURES)('a signal that is %s', (nature) => {
  const made = asNature(BASE, nature, 'main');
  const facets = signalFacets(made);
  test('begins as a good one, and each of its fields stands in it within its limits', () => {
    expect(signalSchema.safeParse(made)).toMatchObject({ success: true });
    expect(astray(made, facets.fields)).toEqual([]);
    expect(withinLimits(made, facets.fields)).toBe(true);
  });
  test('has words for on and off that differ, and one form', () => {
    expect(stateWord(made, true)).not.toBe(stateWord(made, false));
    expect(['contact', 'ground', 'feed', 'output']).toContain(facets.form(made));
    expect(SIGNALS[nature].title.length).toBeGreaterThan(3);
  });
});

describe.each(SUPPLY_VARIANTS.map(({ key }) => key))('a supply that is %s', (key) => {
  const made = asVariant(at, key);
  test('begins as a good one that is known again, with its voltages in order and its fields in it', () => {
    expect(supplySchema.safeParse(made)).toMatchObject({ success: true });
    expect(variantOf(made)).toBe(key);
    expect(made.lowestV <= made.restV && made.restV <= made.highestV).toBe(true);
    expect(astray(made, supplyFields(made))).toEqual([]);
    expect(withinLimits(made, supplyFields(made))).toBe(true);
  });
  test('has a part with the posts that it names', () => {
    const facets = supplyFacets(made);
    const [out, back] = facets.pins(made);
    expect(out).not.toBe(back);
    expect(facets.part(made).kind.length).toBeGreaterThan(3);
  });
  test('may stand at each of its three voltages, the lowest first', () => {
    const states = supplyFacets(made).states(made);
    expect(states.map(({ volts }) => volts)).toEqual([made.lowestV, made.restV, made.highestV]);
    expect(new Set(states.map(({ words }) => words)).size).toBe(3);
  });
});
test('a battery with a starter on it may also be cranking, as far down as its own resistance lets it', () => {
  const battery = asVariant(at, 'battery-12');
  // 12.7 V − 200 A · 15 mΩ, by hand.
  const states = (crankA: number) => {
    const made = { ...battery, restV: 12.7, internalOhm: 0.015, crankA } as typeof battery;
    return supplyFacets(made).states(made);
  };
  expect(states(200)[0]).toEqual({ words: 'cranking', volts: expect.closeTo(9.7, 9) });
  expect(states(0).map(({ words }) => words)).not.toContain('cranking');
  expect(states(2000)[0]!.volts).toBe(0);
});

describe.each(LOAD_KINDS)('a load that is %s', (kind) => {
  test('has its symbol, its share of a contact, and one current at least', () => {
    const facets = LOADS[kind];
    expect(SHAPES[kind].shapes(facets.glyph.half, false).length).toBeGreaterThan(0);
    expect(facets.derating > 0 && facets.derating <= 1).toBe(true);
    expect(facets.currents.length).toBeGreaterThan(0);
    if (facets.currents.length === 1) expect(facets.otherCurrent).not.toBe('');
    if (facets.surge) expect(facets.surge.least <= facets.surge.most && facets.surge.leastS <= facets.surge.mostS).toBe(true);
  });
});

const withLoad = (kind: (typeof UNIT_KINDS)[number], changes: Partial<Job> = {}, more: Partial<Design> = {}) =>
  design([job({ loads: [asKind(HEATER, kind)], ...changes })], more);

describe.each(UNIT_KINDS.filter((kind) => LOADS[kind].currents.includes('dc')))('%s behind a relay', (kind) => {
  test('is wired, drawn with its symbol, bought by its name, and measured on the bench', () => {
    const made = withLoad(kind);
    const { analysis, evidence } = analyse(made);
    expect(evidence.unwired).toEqual([]);
    expect(drawJobs(analysis.netlist, ['job-1']).symbols.map(({ symbol }) => symbol)).toContain(kind);
    expect(analysis.parts.some(({ description }) => description.includes('heater'))).toBe(true);
    const steps = benchPlan(evidence, 'job-1');
    const reads = LOADS[kind].ohms;
    expect(steps.some(({ id }) => id.includes('load-job-1-load-1-1'))).toBe(reads !== null && reads.least === 1);
    expect(loadPhrase(made.jobs[0]!.loads[0]!)).toContain('96 W');
  });
});

describe('electronics', () => {
  const findings = (made: Design) => checkEvidence(gatherEvidence(made));
  test('keep their power: 96 W take more from a flat battery than from a charged one', () => {
    const evidence = gatherEvidence(withLoad('electronics'));
    const own = evidence.jobs.get('job-1')!;
    const branch = evidence.circuit.branchIndex(named('job-1-load-1-1/load'));
    const most = (corner: string) =>
      Math.max(...own.states.filter((state) => state.corner === corner).map(({ solution }) => Math.abs(solution.amps(branch))));
    expect(most('low-hot')).toBeGreaterThan(most('high-hot'));
    // P = V · I at the load, by its own volts.
    const state = own.states.find(({ corner, lines }) => corner === 'low-hot' && lines[0] === 'on')!;
    const volts = ['+', '-'].map((side) => state.solution.volts[evidence.circuit.nodeOf(pin(`job-1-load-1-1.${side}`))]!);
    expect((volts[0]! - volts[1]!) * Math.abs(state.solution.amps(branch))).toBeCloseTo(96, 4);
  });
  test('so their fuse is chosen for the lowest voltage', () => {
    const fuse = (made: Design) => {
      const part = compile(made).netlist.parts.find(({ id }) => id === 'job-1-fuse');
      return part?.kind === 'fuse' ? part.spec.ratingA : 0;
    };
    // 96 W / 10.5 V = 9.1 A, times 1.25 = 11.4 A; a heater takes most at 14.8 V.
    expect(fuse(withLoad('electronics'))).toBeGreaterThanOrEqual(11.4);
    expect(findings(withLoad('electronics')).filter(({ rule, severity }) => rule === 'fuse-below-load' && severity !== 'hold')).toEqual([]);
  });
});

describe('a transformer', () => {
  const wall = asVariant({ id: 'wall', name: 'mist transformer', place: 'front' }, 'adapter-24-ac');
  const rule = (made: Design) => checkEvidence(gatherEvidence(made)).find((finding) => finding.rule === 'load-wrong-current-kind')!;
  test('is a danger on direct current and none on alternating current', () => {
    expect(rule(withLoad('transformer'))).toMatchObject({ severity: 'danger', value: 1, limit: 0 });
    const made = withLoad('transformer', { supply: 'wall' }, { supplies: [...design().supplies, wall] });
    if (gatherEvidence(made).unwired.length === 0) expect(rule(made)).toMatchObject({ severity: 'hold', value: 0 });
    expect(rule(withLoad('heater')).severity).toBe('hold');
  });
});

describe.each(['alternator-12', 'converter-12', 'solar-12'])('%s', (variant) => {
  const alternator = asVariant({ id: 'gen', name: 'source', place: 'front' }, variant);
  const made = (ratedA: number) =>
    design([job({ supply: 'gen' })], { supplies: [...design().supplies, { ...alternator, ratedA } as Supply] });
  const of = (rule: string, ratedA: number) => checkEvidence(gatherEvidence(made(ratedA))).filter((finding) => finding.rule === rule);

  test('feeds a job through the vehicle’s metal, and is drained of nothing', () => {
    const { netlist, unwired } = compile(made(70));
    expect(unwired).toEqual([]);
    expect(netlist.wires.map(({ from, to }) => `${from} > ${to}`)).toContain('bat-gen.+ > job-1-fuse.1');
    expect(netlist.wires.some(({ role, to }) => role === 'return' && to === 'gnd-rear.G')).toBe(true);
    expect(of('parasitic-drain', 70)).toEqual([]);
  });
  test('is measured on the bench, and connected without the words of a battery', () => {
    const evidence = gatherEvidence(made(70));
    expect(benchPlan(evidence, 'job-1').some(({ words }) => words === 'out of source, on')).toBe(true);
    const { wires } = analyse(made(70)).analysis;
    const steps = orderOfWork(evidence, wires).filter(({ title }) => title === 'Connect source');
    expect(steps).toMatchObject([{ caution: null }]);
  });
  test('gives what its plate says and no more: a hair below what is asked is a danger, a hair above holds', () => {
    const value = of('supply-overload', 70)[0]!.value;
    expect(value).toBeGreaterThan(7.5);
    expect(of('supply-overload', value * 1.001)).toMatchObject([{ severity: 'hold' }]);
    expect(of('supply-overload', value * 0.999)).toMatchObject([{ severity: 'danger' }]);
  });
});

describe('a pressure switch', () => {
  const oil = asNature({ id: 'oil', name: 'oil pressure', place: 'front', usual: false }, 'pressure', 'main') as Extract<
    Signal,
    { nature: 'pressure' }
  >;
  const made = (signal: Signal) => design([job({ when: and(on('key'), on('oil')) })], { signals: [...design().signals, signal] });

  test('closes and opens at its two levels, and keeps its state between them', () => {
    const levels = levelsOf(oil)!;
    expect([levels.unit, levels.closesAt, levels.opensAt]).toEqual(['Pa', 60_000, 40_000]);
    expect([59_999, 60_000].map((pascal) => thresholdState(levels, pascal, false))).toEqual([false, true]);
    expect([40_001, 40_000].map((pascal) => thresholdState(levels, pascal, true))).toEqual([true, false]);
    expect([stateWord(oil, true), stateWord({ ...oil, closesAtPa: 20_000 }, true)]).toEqual(['is high', 'is low']);
  });
  test('is a contact in the chain or a way to ground, and does what the sentence says', () => {
    for (const output of ['contact', 'ground'] as const) {
      const evidence = gatherEvidence(made({ ...oil, output }));
      expect(evidence.unwired).toEqual([]);
      const read = (signals: string[]) => readDesk(evidence, { on: signals, volts: {} }, null, 0).reading.loads['job-1/load-1'];
      expect([read(['key', 'oil']), read(['key']), read(['oil'])]).toEqual(['on', 'off', 'off']);
    }
    const bought = analyse(made(oil)).analysis.parts.map(({ description }) => description);
    expect(bought).toContain('Pressure switch, closes at 60 kPa, opens at 40 kPa, at least 2 A (oil pressure)');
  });
  test('with one level twice is refused, with the field', () => {
    const parsed = parseDesign({ ...made(oil), signals: [...design().signals, { ...oil, opensAtPa: oil.closesAtPa }] });
    expect(parsed).toMatchObject({ ok: false, problems: [{ path: expect.stringMatching(/signals\[\d+\]\.opensAtPa/) }] });
  });
});

test('what may be touched: 50 V alternating, 120 V direct (IEC 60364-4-41)', () => {
  expect(TOUCH_V).toEqual({ ac: 50, dc: 120 });
});

describe('a kind that is not whole does not compile', () => {
  test('a facet is missing, or the registry has not got it', () => {
    const { glyph, ...others } = LOADS.heater;
    // @ts-expect-error -- a kind of load without its symbol is none
    const unfinished: LoadFacets<'heater'> = others;
    // @ts-expect-error -- a kettle is no kind of load while the registry has no line for it
    const kettle: LoadKind = 'kettle';
    // @ts-expect-error -- and a registry that leaves a kind out is none
    const registry: { readonly [K in LoadKind]: LoadFacets<K> } = { heater: LOADS.heater };
    expect([unfinished.kind, kettle, Object.keys(registry).length, glyph.half > 0]).toEqual(['heater', 'kettle', 1, true]);
  });
});

test('the linter knows every kind of supply, signal, load and part by name', () => {
  const config = readFileSync(new URL('../../../eslint.config.mjs', import.meta.url), 'utf8');
  const named = new Set([...config.matchAll(/'((?:[a-z-]+\|)+[a-z-]+)'/g)].flatMap(([, list]) => list!.split('|')));
  const supplies = new Set(SUPPLY_VARIANTS.map(({ begin }) => begin().kind));
  const parts = readdirSync(new URL('part/', import.meta.url)).map((file) => file.replace(/\.ts$/, ''));
  for (const name of [...SIGNAL_NATURES, ...LOAD_KINDS, ...supplies, ...parts]) {
    if (name !== 'kind' && name !== 'registry') expect(named).toContain(name);
  }
});
