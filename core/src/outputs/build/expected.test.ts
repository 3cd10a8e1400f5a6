/** What a step of the work says that it should find is what the circuit does: turned round, what it says is turned round too. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { analyse } from '../../analyse.ts';
import { hear } from '../../project/index.ts';
import { parseDesignText } from '../../project/parse.ts';
import type { Design } from '../../project/schema.ts';
import type { When } from '../../document/when-schema.ts';
import { HEATER, and, delay, design, job, not, on } from '../../testing/designs.ts';
import { expectedOf } from './expected.ts';
import { workOf } from './order.ts';

function read(name: string): Design {
  const parsed = parseDesignText(readFileSync(new URL(`../../../../examples/${name}.json`, import.meta.url), 'utf8'));
  if (!parsed.ok) throw new Error(`${name} cannot be read`);
  return parsed.design;
}
const work = (made: Design) => {
  const { analysis, evidence } = analyse(made);
  return workOf(evidence, analysis.wires);
};
const check = (made: Design, phase: string, title = /./) => {
  const step = work(made).steps.find((one) => one.phase === phase && title.test(one.title))!;
  return [step.check, ...step.finds].join('; ');
};

describe('what waits is said with how long', () => {
  const FIVE_PIN = { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' } as const;
  const says = (when: When) => {
    const made = design([job({ when, device: FIVE_PIN })]);
    return expectedOf(analyse(made).evidence).loads(made.jobs[0]!)[0];
  };
  test.each<[When, RegExp]>([
    [delay(on('key'), 5, 0), /^E1\.1: on when key is on, after 5 s, [\d.]+ V across it; off when key is off$/],
    [delay(on('key'), 0, 150), /^E1\.1: on when key is on, [\d.]+ V across it; off when key is off, after 2\.5 min$/],
    // On in no state that lasts: it was to be “never on”.
    [and(on('key'), not(delay(on('key'), 10, 0))), /^E1\.1: on for 10 s once key is on; off when key is off$/],
    [on('key'), /^E1\.1: on when key is on, [\d.]+ V across it; off when key is off$/],
  ])('%#', (when, words) => expect(says(when)).toMatch(words));
});

describe('a job that is on by itself', () => {
  const straight = design([job({ when: on('key'), loads: [HEATER] })]);
  const inverted = design([
    job({
      when: not(on('key')),
      loads: [HEATER],
      lost: 'on',
      device: { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' },
    }),
  ]);

  test('its way conducts with nothing operated, where that of a plain one is open', () => {
    expect(check(straight, 'load side')).toMatch(/to E1\.1: open with no power.*; under 0\.\d\d Ω when key is on; open when key is off$/);
    expect(check(inverted, 'load side')).toMatch(
      /to E1\.1: under 0\.\d\d Ω with no power.*; under 0\.\d\d Ω when key is off; open when key is on$/,
    );
  });
  test('its current is said of the supply that is connected with nothing operated: volts over ohms', () => {
    expect(check(straight, 'supply')).toMatch(
      /with nothing operated nothing flows out of it; E1\.1: on when key is on, 1[12]\.\d+ V across it; off when key is off$/,
    );
    const words =
      /with nothing operated ([\d.]+) A out of it \(E1\.1 on\); E1\.1: on when key is off, ([\d.]+) V across it; off when key is on$/.exec(
        check(inverted, 'supply'),
      )!;
    const { netlist } = analyse(inverted).analysis;
    const ohm = netlist.parts.flatMap((part) => (part.kind === 'load' ? [(part.spec as { ohm: number }).ohm] : []))[0]!;
    expect(Number(words[1])).toBeCloseTo(Number(words[2]) / ohm, 1);
  });
  test('both pull in with the key: what the load does is another thing', () => {
    for (const made of [straight, inverted])
      expect(check(made, 'check')).toMatch(/; K1 in: 12\.\d+ V across its coil when key is on; out: 0 V when key is off$/);
  });
});

test('what remembers is said with the way to it', () => {
  expect(check(read('circuits/08-latch'), 'check', /^Spray pump/)).toMatch(
    /K1 in: .* when start button is released, stop button is released, then start button is pressed, stop button is released; out: 0 V/,
  );
});

test('a long thin wire reads more than a short thick one: its own resistance, the leads’ and the meter’s', () => {
  const made = design([job({ when: and(on('key'), on('dash')), loads: [HEATER] })]);
  const { evidence } = analyse(made);
  const [wire] = evidence.netlist.wires.filter(({ section }) => section.side === 'control');
  const long: Design = { ...made, build: { ...made.build, wires: { [wire!.id]: { lengthM: 60 } } } };
  const ohm = (of: Design) => Number(/under ([\d.]+) Ω/.exec(expectedOf(analyse(of).evidence).wires([wire!.id]))![1]);
  expect(ohm(made)).toBeLessThan(0.55);
  // Copper of 17.24 nΩm at 20 °C (IEC 60228 conductors are a few per cent above it), and 0.4 Ω of leads and meter.
  const copper = (60 * 0.01724) / wire!.sizeMm2;
  expect(ohm(long)).toBeGreaterThan(copper + 0.4);
  expect(ohm(long)).toBeLessThan(1.2 * copper + 0.55);
});

describe('on the mains', () => {
  const module = read('circuits/13-mains-lamp-by-module');
  const expects = (made: Design, id: RegExp) => work(made).mains.find((step) => id.test(step.id));

  test('the way to a load that is on when its signal is lost conducts with no power, and opens while its relay is in', () => {
    const turned: Design = {
      ...module,
      jobs: module.jobs.map((own) => ({ ...own, when: { op: 'not', of: own.when }, lost: 'on' as const })),
    };
    expect(expects(module, /\/open$/)!.expect).toBe('open');
    expect(expects(turned, /\/open$/)!.expect).toMatch(/^under 0\.\d\d Ω$/);
    expect(expects(module, /\/control$/)!.expect).toMatch(/under 0\.\d\d Ω when pin D5 is high; open when pin D5 is low$/);
    expect(expects(turned, /\/control$/)!.expect).toMatch(/under 0\.\d\d Ω when pin D5 is low; open when pin D5 is high$/);
    expect(expects(turned, /^plug$/)!.expect).toBe('E1.1: on when pin D5 is low; off when pin D5 is high');
  });
  test('no volts are said of what may not be measured live, and of no coil on the mains', () => {
    const oven = work(read('circuits/19-oven'));
    const plugged = oven.steps.filter(({ title }) => title.startsWith('Plug in'));
    expect(plugged).toHaveLength(1);
    expect(plugged[0]!.finds).toHaveLength(2);
    expect(plugged[0]!.finds.join(' ')).not.toMatch(/\d V\b/);
    const tried = oven.steps.find(({ id }) => id === 'check/first-element' || id.startsWith('check/'))!;
    expect(tried.finds.join(' ')).toMatch(/the coil of K1\.B hangs on the mains: it is seen with the box closed/);
    expect(tried.finds.join(' ')).not.toMatch(/230 V/);
    expect(tried.caution).toMatch(/waits for the closed box/);
    // It is moved by hand meanwhile, and the solid one beside it is tried at low voltage.
    expect(oven.mains.find(({ id }) => id.endsWith('/slide'))!.text).toMatch(/move K1\.B in by its test slide/);
    expect(oven.mains.find(({ id }) => id.endsWith('/control'))!.text).toMatch(/the input lamp of K1\.A follows/);
  });
  test('behind a solid-state relay no contact is read', () => {
    const oven = work(read('circuits/19-oven'));
    expect(oven.mains.some(({ id }) => id === 'second-element/open')).toBe(false);
    expect(oven.steps.find(({ title }) => title === 'Second element: load side')!.check).toBe(
      'K2 shows no contact to a meter: it is seen once the load works',
    );
  });
});

test('metal whose earth was left off is asked and said to be open; all that has one is under an ohm', () => {
  const oven = read('circuits/19-oven');
  const bond = analyse(oven).analysis.netlist.wires.find(({ role, from }) => role === 'earth' && from === 'element-1-load-1-1.PE')!;
  const cut: Design = {
    ...oven,
    jobs: oven.jobs.map((own, at) => (at > 0 ? own : { ...own, edits: [{ kind: 'no-wire', wire: bond.id }] })),
  };
  const earth = (made: Design) => work(made).mains.find(({ id }) => id === 'element-1/earth')!;
  expect(earth(oven).text).toMatch(/to the metal of E1\.1, UC2, UC3$/);
  expect(earth(oven).expect).toMatch(/^under 0\.\d\d Ω$/);
  expect(earth(cut).text).toMatch(/to the metal of E1\.1, UC2, UC3$/);
  expect(earth(cut).expect).toMatch(/^E1\.1 open, for it has no earth: do not plug it in; UC2 under 0\.\d\d Ω; UC3 under 0\.\d\d Ω$/);
});

test('a meter whose circuit settles in no state is told nothing that it should show, and the order of work is there all the same', () => {
  const chatters = read('mistakes/relay-chatter');
  const made = hear('when the lamp switch is on, light a 20 W lamp, with an ammeter', chatters).add!(chatters);
  const { evidence } = analyse(made);
  const own = evidence.jobs.get(made.jobs[1]!.id)!;
  const usual = own.states.filter(({ corner, othersOn }) => corner === 'usual' && !othersOn);
  expect(new Set(usual.map(({ solution }) => solution.outcome))).toEqual(new Set(['chatters']));
  expect(expectedOf(evidence).meters(made.jobs[1]!)).toEqual([]);
  expect(work(made).steps.length).toBeGreaterThan(5);
});
