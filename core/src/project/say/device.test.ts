/** Relays, modules and fuses by what people call them: the part of that name, and nothing that the shelf has none of. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import { gatherEvidence } from '../../analysis/index.ts';
import { ruleContext } from '../../rules/context.ts';
import { protectionUnsuited } from '../../rules/protection-unsuited.ts';
import { findNudge } from '../../advice/index.ts';
import type { Design } from '../schema.ts';
import { POWER_RELAYS, socketOf } from '../../kinds/index.ts';
import { blankDesign, hear, projectOf } from '../index.ts';

const read = (text: string) => {
  const heard = hear(text, null);
  const design = projectOf(heard);
  return { heard, design, job: design?.jobs[0] };
};
const by = (words: string, from = 'battery', load = 'a 60 W heater') =>
  read(`when the hand switch is on, run ${load} from the ${from} ${words}`);
const partOf = (words: string, from?: string, load?: string) => (by(words, from, load).job?.device as { part?: string } | undefined)?.part;

describe('a relay by what is said of it', () => {
  test.each([
    ['through a five-pin relay', 'battery', 'relay-12v-30a-5'],
    ['through a changeover relay', 'battery', 'relay-12v-30a-5'],
    ['through a 4 pin relay', 'battery', 'relay-12v-30a-4'],
    ['through a 40 A relay', 'battery', 'relay-12v-40a-4'],
    ['through a 40 A five-pin relay', 'battery', 'relay-12v-40a-5'],
    ['through a 70 A relay', 'battery', 'relay-12v-70a-4'],
    ['via a 24 V relay', '24 V battery', 'relay-24v-20a-4'],
    ['through a 12 V relay module', 'battery', 'module-12v-10a'],
    ['through an 80 A solid-state relay', 'mains', 'ssr-ac-80a'],
  ])('%s from the %s: %s', (words, from, part) => expect(partOf(words, from)).toBe(part));

  test('one of a size is that one, though the load asks for a larger: the rules say so', () => {
    expect(partOf('', 'battery', 'a 35 A heater')).toBe('relay-12v-70a-4');
    expect(partOf('through a 40 A relay', 'battery', 'a 35 A heater')).toBe('relay-12v-40a-4');
    const { design } = by('through a 40 A relay', 'battery', 'a 35 A heater');
    expect(analyse(design!).analysis.findings.some(({ severity, rule }) => severity === 'danger' && /contact/.test(rule))).toBe(true);
  });
  test.each([
    'through a 500 A relay',
    'through a 24 V module',
    'through a 300 A changeover relay',
    'through an optocoupled relay',
    'through a phase-angle regulator',
    'through a bare relay module',
  ])('%s: the shelf has none, and it is said', (words) => {
    const { heard, design } = by(words);
    expect(design).toBeNull();
    expect(heard.unclear.map(({ text }) => text)).toEqual([words]);
  });
  test.each([
    ['when pin D4 is high, light a 60 W lamp from the mains', 'through a 30 A relay'],
    ['when the hand switch is on, run a 2 kW heater from the mains', 'through a 63 A contactor'],
  ])('%s %s: what cannot be driven so is not replaced in silence', (said, words) => {
    const { heard, design } = read(`${said} ${words}`);
    expect([design, heard.unclear.map(({ text }) => text)]).toEqual([null, [words]]);
  });
  test.each([
    ['through a 25 A contactor', 'contactor-24v-2x25a', 24],
    ['through a contactor with a 24 V coil', 'contactor-24v-2x25a', 24],
    ['through a 24 V contactor', 'contactor-24v-2x25a', 24],
    ['through a 12 V contactor', 'relay-12v-2x30a', 12],
    ['through a 40 A contactor', 'contactor-24v-2x40a', 24],
    ['with a two-pole contactor', 'relay-12v-2x30a', 12],
  ])('%s: a hand switches its coil on an isolated supply of its volts', (words, part, nominalV) => {
    const { design } = read(`when the hand switch is on, run a 2 kW heater from the mains ${words}`);
    const [job] = design!.jobs;
    expect(job!.device).toMatchObject({ part });
    expect(design!.supplies.find(({ id }) => id === job!.controlSupply)).toMatchObject({ kind: 'adapter', nominalV, current: 'dc' });
    expect(analyse(design!).analysis.findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
  });
  test('a module that a board drives hangs on its rail; one of 12 V on a supply, with no bridge', () => {
    const pin = (words: string, from: string) =>
      read(`when pin D4 is high, light a 20 W lamp from the ${from} ${words}`).job as unknown as Record<string, unknown>;
    expect(pin('through a relay module', 'mains')).toMatchObject({ device: { part: 'module-5v-10a' }, controlSupply: 'same' });
    const on12 = read('when pin D4 is high, light a 20 W lamp from the mains through a 12 V relay module').design!;
    expect(on12.jobs[0]).toMatchObject({ device: { part: 'module-12v-10a' }, module: { jumper: false } });
    expect(on12.supplies.find(({ id }) => id === on12.jobs[0]!.controlSupply)).toMatchObject({ kind: 'adapter', nominalV: 12 });
    expect(analyse(on12).analysis.findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
    // A hand’s module hangs on what the hand switches: one for a board’s rail would burn there.
    expect(partOf('through a relay module')).toBe('module-12v-10a');
  });
  test('triggered low: the module is set so', () => {
    const { design } = read('when pin D4 is low, light a 20 W lamp from the mains through a low-triggered relay module');
    expect(design!.jobs[0]).toMatchObject({ module: { trigger: 'low' } });
    expect(analyse(design!).evidence.unwired).toEqual([]);
  });
});

test('what holds a part for alternating current is chosen by that rating: 80 A are no matter for screws of 30 A', () => {
  const type = (id: string) => POWER_RELAYS.find((one) => one.id === id)!;
  expect(['ssr-ac-25a', 'ssr-ac-40a', 'contactor-240v-2x63a'].map((id) => socketOf({ parts: [] }, type(id), 'auto').terminalA)).toEqual([
    30, 80, 80,
  ]);
});

describe('a fuse or a breaker by its name', () => {
  test.each([
    ['with a 10 A fuse', 'battery', { protection: 'blade', fuse: 10 }],
    ['through a 40 A breaker', 'battery', { protection: 'breaker', fuse: 40 }],
    ['behind a self-resetting breaker of 30 A', 'battery', { protection: 'self-resetting', fuse: 30 }],
    ['with a breaker', 'battery', { protection: 'breaker', fuse: 'auto' }],
    ['with a 5 A fuse', 'mains', { protection: 'plug', fuse: 5 }],
    ['with a 16 A breaker', 'mains', { protection: 'breaker-c', fuse: 16 }],
  ])('%s from the %s', (words, from, expected) => expect(by(words, from).job).toMatchObject(expected));
  test.each([
    ['with a 33 A fuse', 'battery'],
    ['with a 30 A fuse', 'mains'],
  ])('%s from the %s: none is sold, and it is said', (words, from) => {
    const { heard, design } = by(words, from);
    expect(design).toBeNull();
    expect(heard.unclear.map(({ text }) => text.trim())).toEqual([words]);
  });
  test('a relay and a fuse in one breath', () => {
    expect(by('through a 40 A relay with a 15 A fuse').job).toMatchObject({ device: { part: 'relay-12v-40a-4' }, fuse: 15 });
  });
});

describe('an end to heat', () => {
  const ends = (text: string) => {
    const { design, heard } = read(text);
    const dangers = analyse(design!).analysis.findings.flatMap(({ severity, title }) => (severity === 'danger' ? [title] : []));
    return { design: design!, job: design!.jobs[0]!, dangers, assumed: heard.assumed.find((line) => /glass fibre/.test(line)) };
  };
  test('at the limit of a thermal fuse, 15 A at the highest voltage, there is one; a hair above it a contactor with a cut-out', () => {
    // 15 A at 253 V on a plate of 230 V: 230² / 253 · 15 = 3136 W.
    const fused = ends('when the remote is on, run a 3136 W heater from the mains');
    expect(fused.job.cutOut).toEqual({ kind: 'thermal-fuse', opensAtC: 150 });
    const { job, design, assumed } = ends('when the remote is on, run a 3140 W heater from the mains');
    expect(job.cutOut).toMatchObject({ kind: 'contactor', part: 'contactor-230v-2x25a' });
    expect(design.signals).toContainEqual(
      expect.objectContaining({ name: 'cut-out temperature', place: job.loads[0]!.place, opensAt: 150, closesAt: 130, usual: true }),
    );
    expect(assumed).toMatch(/contactor before it .* lets go at 150/);
  });
  test('a contactor bears the breaker before it, not the load alone', () => {
    const { job, dangers } = ends('when the boiler switch is on, run a 5.5 kW boiler from a 40 A 240 V branch');
    // 5500 W at 252 V take 24 A, behind a breaker of 32 A.
    expect(job).toMatchObject({ cutOut: { part: 'contactor-240v-2x40a' }, device: { part: 'ssr-ac-40a' } });
    expect(dangers).toEqual([]);
  });
  test('of a kiln too: no thermal fuse is made for that', () => {
    const { job, design, dangers } = ends('heat two 1.2 kW kiln elements to 1000 °C from the mains');
    expect(job.cutOut.kind).toBe('contactor');
    expect(design.signals.map(({ nature }) => nature)).toEqual(['regulator', 'threshold']);
    expect(design.signals[1]).toMatchObject({ opensAt: 1030 });
    // A quarter above what is set is the most: 1250 °C.
    const far = (opensAt: number) => {
      const { evidence, analysis } = analyse({
        ...design,
        signals: design.signals.map((signal) =>
          'opensAt' in signal ? { ...signal, opensAt, closesAt: opensAt - 20 } : signal,
        ) as Design['signals'],
      });
      const finding = analysis.findings.find(({ rule, code }) => rule === 'cut-out-unsuited' && code === 'far')!;
      return [finding.severity, finding.severity === 'hold' ? '' : findNudge(evidence, analysis.findings, finding)?.label];
    };
    expect(far(1250)).toEqual(['hold', '']);
    expect(far(1251)).toEqual(['caution', 'Nudge it to open at 1030 °C']);
    expect(dangers).toEqual([]);
  });
  test('two hot conductors: the contactor breaks both, the solid-state relay one, and that is said', () => {
    const { job, dangers, design } = ends('heat two 2.2 kW elements to 1000 °C from 240 V');
    expect(job.cutOut.kind).toBe('contactor');
    expect(dangers).toEqual([]);
    const found = analyse(design).analysis.findings.find(({ rule, code }) => rule === 'one-pole-of-two' && code === '')!;
    expect(found).toMatchObject({ severity: 'caution' });
    expect(found.title).toMatch(/until the contactor lets go of both/);
    // A contactor in one of them ends nothing.
    const single = { ...design, jobs: [{ ...job, breaks: 'line' as const }] };
    expect(analyse(single).analysis.findings.filter(({ rule }) => rule === 'one-pole-of-two')).toContainEqual(
      expect.objectContaining({ severity: 'danger', title: 'One of two hot conductors is broken: off, the load stays live' }),
    );
  });
  test('two hot conductors without one: a solid-state relay in each', () => {
    const { design, dangers } = ends('when pin D4 is high, run a 2 kW heater from 240 V');
    expect(dangers).toEqual([]);
    const relays = analyse(design).analysis.netlist.parts.filter(({ kind }) => kind === 'relay');
    expect(relays.map(({ id }) => id)).toEqual(['job-1-relay', 'job-1-relay-second']);
  });
});

describe('a relay that senses the voltage of what charges', () => {
  const page = (variant: string) => blankDesign('Page', variant);
  // 13.3 V and 12.8 V of six cells (common practice), twice that of twelve.
  test.each([
    ['battery-12', 13.3, 12.8],
    ['battery-24', 26.6, 25.6],
  ])('on a %s its levels are those of charging', (variant, closesAt, opensAt) => {
    const heard = hear('charge the second battery at 20 A through a voltage-sensing relay', page(variant));
    expect([heard.unclear, heard.blanks]).toEqual([[], []]);
    expect(heard.assumed.some((words) => words.includes(`in at ${closesAt.toFixed(2)} V, out at ${opensAt.toFixed(2)} V`))).toBe(true);
    const { signals, jobs } = heard.add!(page(variant));
    expect(signals).toHaveLength(1);
    expect(signals[0]).toMatchObject({
      nature: 'threshold',
      watches: { quantity: 'voltage', supply: 'supply-1' },
      closesAt,
      opensAt,
      delayS: 5,
    });
    expect(jobs[0]!.when).toEqual({ op: 'signal', signal: signals[0]!.id });
  });
  test('beside a condition it is one more, and its size stays what was said', () => {
    const { signals, jobs } = hear('charge the second battery when the key is on through a 70 A split-charge relay', page('battery-12'))
      .add!(page('battery-12'));
    expect([signals.map(({ nature }) => nature), jobs[0]!.when.op, jobs[0]!.device]).toMatchObject([
      ['feed', 'threshold'],
      'and',
      { part: 'relay-12v-70a-4' },
    ]);
  });
  test('a sensor of the project that watches for a flat battery is not taken for it', () => {
    const flat = hear('when the battery is below 11.5 V, light a 5 W lamp', page('battery-12')).add!(page('battery-12'));
    const { signals, jobs } = hear('charge the second battery through a voltage-sensing relay', flat).add!(flat);
    expect(signals).toHaveLength(2);
    expect(signals[1]).toMatchObject({ closesAt: 13.3, opensAt: 12.8 });
    expect(jobs[1]!.when).toEqual({ op: 'signal', signal: signals[1]!.id });
  });
  test.each(['when the key is on, run a 5 A fan through a voltage-sensing relay', 'run a 5 A fan through a voltage-sensing relay'])(
    '%s: of what it senses nothing is said',
    (said) => {
      const { add, unclear } = hear(said, page('battery-12'));
      expect([add, unclear.map(({ text }) => text.trim())]).toEqual([null, ['through a voltage-sensing relay']]);
    },
  );
});

describe('a breaker that resets itself', () => {
  test.each([
    ['through a self-resetting 30 A breaker', 30],
    ['with a 30 A self-resetting breaker', 30],
    ['behind an auto-reset breaker', 'auto'],
  ])('%s', (said, fuse) => {
    const { job, heard } = read(`when the key is on, run a 20 A winch from the battery ${said}`);
    expect([heard.unclear, job?.protection, job?.fuse]).toEqual([[], 'self-resetting', fuse]);
    expect(heard.told.some(({ means }) => means.endsWith('that resets itself'))).toBe(true);
  });
  test('one that is reset by hand is another, and no fuse resets itself', () => {
    expect(read('when the key is on, run a 20 A winch from the battery with a 30 A breaker').job?.protection).toBe('breaker');
    expect(read('when the key is on, run a 20 A winch from the battery with a self-resetting fuse').heard.add).toBeNull();
  });
  test('none is made for the mains', () => {
    const { heard } = read('when the switch is on, run a 1 kW heater from the mains with a self-resetting breaker');
    expect([heard.add, heard.unclear.map(({ text }) => text.trim())]).toEqual([null, ['with a self-resetting breaker']]);
  });
  test('no nudge puts one in the place of what may not be there', () => {
    const { design } = read('when the key is on, run a 20 A winch from the battery with a 30 A breaker');
    // A plug fuse is for the mains: every other kind for 12 V of direct current is offered, this one is not.
    const evidence = gatherEvidence({ ...design!, jobs: [{ ...design!.jobs[0]!, protection: 'plug', fuse: 13 }] });
    const context = ruleContext(evidence);
    const finding = protectionUnsuited.check(context).find(({ severity }) => severity !== 'hold')!;
    expect(
      protectionUnsuited.nudges!(context, finding).flatMap(({ patches }) =>
        patches[0]!.path.at(-1) === 'protection' ? [patches[0]!.value] : [],
      ),
    ).toEqual(['blade', 'breaker', 'high-breaking']);
  });
});
