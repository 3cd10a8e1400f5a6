/** What may be put behind a job: what is told was tried, what stands above it is objected to, and both are checked once more from the whole. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { analyse } from '../analyse.ts';
import { asKind, beginOwn, plays, withLabel, withUsual } from '../kinds/index.ts';
import { plugLabelSvg } from '../outputs/index.ts';
import { type Design, parseDesignText } from '../project/index.ts';
import { compile } from '../wiring/index.ts';
import { type PlugInAnswer, TRIED_W, asItIsBuilt, whatMayBePluggedIn } from './plug-in.ts';

const read = (path: string): Design => {
  const parsed = parseDesignText(readFileSync(new URL(`../../../examples/${path}.json`, import.meta.url), 'utf8'));
  if (!parsed.ok) throw new Error(path);
  return parsed.design;
};
function answerOf(design: Design, job = design.jobs[0]!.id): PlugInAnswer | null {
  const steps = whatMayBePluggedIn(design, job);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}
/** The whole project with one load in the place of the job's own, its sizes as they were. */
function put(design: Design, kind: PlugInAnswer['rows'][number]['kind'], watt: number): Design {
  const [job] = design.jobs;
  const supply = design.supplies.find(({ id }) => id === job!.supply)!;
  const load = { ...asKind(job!.loads[0]!, kind), count: 1, important: false, ownCutOut: true };
  return {
    ...design,
    jobs: [
      { ...asItIsBuilt(compile(design).netlist, job!), loads: [{ ...load, plate: { unit: 'W', value: watt, ratedV: supply.nominalV } }] },
      ...design.jobs.slice(1),
    ],
  };
}
const dangers = (design: Design) =>
  analyse(design).analysis.findings.filter(({ severity, job }) => severity === 'danger' && job === design.jobs[0]!.id);

describe.each(['01-switched-load', '13-mains-lamp-by-module', '16-machine-box', '14-transistor'])('%s', (name) => {
  const design = read(`circuits/${name}`);
  const answer = answerOf(design)!;
  test('tells for each kind the greatest load that the whole project has no danger with, and what objects to the next', () => {
    expect(answer.rows.length).toBeGreaterThan(4);
    for (const { kind, mostW, limit } of answer.rows) {
      expect([kind, mostW]).toEqual([kind, expect.any(Number)]);
      expect([kind, dangers(put(design, kind, mostW!)).map(({ title }) => title)]).toEqual([kind, []]);
      const next = TRIED_W[TRIED_W.indexOf(mostW!) + 1]!;
      const objected = analyse(put(design, kind, next)).analysis.findings.filter(({ severity }) => severity !== 'hold');
      expect(objected.map(({ title }) => title)).toContain(limit!.title);
    }
  });
  test('its sizes stand as they are: set down they change nothing that is found', () => {
    const found = (one: Design) =>
      analyse(one).analysis.findings.map(({ rule, severity, value, limit, title }) => ({ rule, severity, value, limit, title }));
    const built = { ...design, jobs: design.jobs.map((job) => asItIsBuilt(compile(design).netlist, job)) };
    expect(found(built)).toEqual(found(design));
  });
});

test('behind a 3 A plug on 230 V, 10 % above it at most: 600 W take 2.87 A, 750 W would take 3.59 A', () => {
  const answer = answerOf(read('circuits/13-mains-lamp-by-module'))!;
  expect([answer.volt, answer.current, answer.fuseA]).toEqual([230, 'ac', 3]);
  const heater = answer.rows.find(({ kind }) => kind === 'heater')!;
  // (600 / 230) · 1.1 = 2.87 and (750 / 230) · 1.1 = 3.59: a resistance takes more at more volts.
  expect(heater).toMatchObject({ mostW: 600, leastW: null, limit: { rule: 'fuse-below-load' } });
  expect(heater.mostA).toBeCloseTo(600 / 230, 9);
});

test('a second wire beside the first is set down with it', () => {
  const design = read('circuits/01-switched-load');
  const [job] = design.jobs;
  const doubled: Design = { ...design, jobs: [{ ...job!, wires: { 'to-relay': { secondMm2: 4 } } }] };
  const { netlist } = compile(doubled);
  const beside = netlist.wires.find(({ leg, beside: first }) => leg === 'to-relay' && first !== null)!;
  const first = netlist.wires.find(({ id }) => id === beside.beside)!;
  expect(asItIsBuilt(netlist, doubled.jobs[0]!).wires['to-relay']).toEqual({ sizeMm2: first.sizeMm2, secondMm2: 4 });
});

test('a feed that jobs share is looked at too, whichever of them holds it', () => {
  const design = read('demo/tender-7');
  const last = design.jobs.find(({ id }) => id === 'heater')!;
  const trunk = compile(design).netlist.parts.find(
    (part) => plays(part, 'overcurrent device') && part.spec.guards === 'trunk' && part.jobs.includes(last.id),
  )!;
  expect(trunk.job).not.toBe(last.id);
  // Its own wires thick and its own fuse large: what is left to object is shared.
  const thick = Object.fromEntries(Object.keys(asItIsBuilt(compile(design).netlist, last).wires).map((leg) => [leg, { sizeMm2: 10 }]));
  const relay = withLabel(withUsual({ ...beginOwn('four', 'own-strong', 'Strong relay'), coilV: 24 }), '60 A 24 V DC').part;
  const device = { ...last.device, kind: 'relay' as const, part: relay.id, socket: 'auto' };
  const strong: Design = {
    ...design,
    parts: [...design.parts, relay],
    jobs: design.jobs.map((job) => (job.id === last.id ? { ...job, device, fuse: 40, wires: thick } : job)),
  };
  const whole = { ...strong, jobs: strong.jobs.map((job) => asItIsBuilt(compile(strong).netlist, job)) };
  const rows = answerOf(strong, last.id)!.rows;
  const heater = rows.find(({ kind }) => kind === 'heater')!;
  const at = whole.jobs.findIndex(({ id }) => id === last.id);
  const load = { ...asKind(last.loads[0]!, 'heater'), count: 1, important: false, ownCutOut: true };
  const withWatt = (watt: number): Design => ({
    ...whole,
    jobs: whole.jobs.with(at, { ...whole.jobs[at]!, loads: [{ ...load, plate: { unit: 'W', value: watt, ratedV: 24 } }] }),
  });
  const others = (one: Design) =>
    analyse(one)
      .analysis.findings.filter(({ severity, job }) => severity !== 'hold' && job !== last.id)
      .map(({ rule, job, subject }) => `${rule} ${job} ${JSON.stringify(subject)}`);
  const before = new Set(others(whole));
  const fresh = (watt: number) => others(withWatt(watt)).filter((key) => !before.has(key));
  const next = TRIED_W[TRIED_W.indexOf(heater.mostW!) + 1]!;
  const trunkA = (one: Design) => compile(one).netlist.parts.find(({ id }) => id === trunk.id)!.spec;
  // Its own part of the way would bear the next one: what objects belongs to others, or is the fuse that they share.
  expect([fresh(heater.mostW!), trunkA(withWatt(heater.mostW!))]).toEqual([[], trunkA(whole)]);
  expect(fresh(next).length > 0 || JSON.stringify(trunkA(withWatt(next))) !== JSON.stringify(trunkA(whole))).toBe(true);
});

test('a contact that has no rating for the current has nothing put behind it, and says why', () => {
  const answer = answerOf(read('mistakes/dc-on-ac-contact'))!;
  for (const { mostW, mostA, limit } of answer.rows) {
    expect([mostW, mostA]).toEqual([null, null]);
    expect(limit).not.toBeNull();
  }
});

test('a solid-state relay with a least load says below which nothing is promised', () => {
  const design = read('mistakes/ssr-minimum-load');
  const rows = answerOf(design)!.rows.filter(({ mostW }) => mostW !== null);
  expect(rows.some(({ leastW }) => leastW !== null)).toBe(true);
});

test('what is charged, or not there, is not turned round', () => {
  expect(answerOf(read('circuits/11-split-charge'))).toBeNull();
  expect(answerOf(read('circuits/01-switched-load'), 'no-such-job')).toBeNull();
});

test('every example has an answer without an error', () => {
  for (const file of readdirSync(new URL('../../../examples/circuits/', import.meta.url)).slice(0, 8)) {
    const answer = answerOf(read(`circuits/${file.replace('.json', '')}`));
    for (const { mostW, leastW } of answer?.rows ?? []) if (leastW !== null) expect(leastW).toBeLessThanOrEqual(mostW!);
  }
}, 120_000);

describe('its label', () => {
  const row = { kind: 'heater' as const, mostW: 600, mostA: 2.61, leastW: null };
  const label = plugLabelSvg({
    name: 'Porch <lamp> and whatever else stands there in the long evenings',
    volt: 230,
    current: 'ac',
    fuseA: 3,
    date: '2026-11-27',
    rows: [
      row,
      ...(['motor', 'electronics', 'transformer', 'solenoid'] as const).map((kind) => ({ kind, mostW: null, mostA: null, leastW: null })),
      { kind: 'led', mostW: 100, mostA: 0.43, leastW: 25 },
    ],
  });
  test('says volts, fuse, each kind, what it is not for, and the date, in millimetres', () => {
    for (const words of [
      'Porch &lt;lamp&gt;',
      '230 V alternating, fuse 3 A',
      '600 W, 2.61 A',
      'Not for: motor, power supply or other',
      'LED lamp: not below 25 W',
      '2026-11-27',
    ])
      expect(label).toContain(words);
    expect(label).toMatch(/width="96mm" height="[\d.]+mm"/);
  });
  test('has no line that runs into the other side', () => {
    // Letters of 3.2 mm are at most 0.62 of that wide on average in the faces that are named (from memory).
    const lines = new Map<string, number>();
    for (const [, y, words] of label.matchAll(/<text x="[\d.]+" y="([\d.]+)"[^>]*>([^<]*)</g))
      lines.set(y!, (lines.get(y!) ?? 0) + words!.replace(/&\w+;/g, '.').length * 3.2 * 0.62);
    for (const width of lines.values()) expect(width).toBeLessThan(96 - 8);
  });
});
