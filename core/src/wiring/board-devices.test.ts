/** A module on a board's rail, and its data lines: parts, wires, volts, what is bought, and what is said of it. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { analyse } from '../analyse.ts';
import { type Controller, type Design, parseDesignText, withDevice, withoutDevice } from '../index.ts';
import { benchSteps, predictions } from '../outputs/bench/dictionary.ts';
import { terminal } from '../quantity/index.ts';
import { ruleContext } from '../rules/index.ts';
import { parseDesign } from '../project/index.ts';

const parsed = parseDesignText(readFileSync(new URL('../../../examples/circuits/15-four-channels.json', import.meta.url), 'utf8'));
if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
const phone = parsed.design;
const [board] = phone.controllers as [Controller];
const withBoard = (changes: Partial<Controller>): Design => ({ ...phone, controllers: [{ ...board, ...changes }] });
const link = (at: number, changes: object) =>
  withBoard({ links: board.links.map((one, index) => (index === at ? { ...one, ...changes } : one)) });
const wiredOn = (at: number, pin: string) => link(at, { wired: { ...board.links[at]!.wired!, pin } });
const said = (design: Design) =>
  analyse(design)
    .analysis.findings.filter(({ severity }) => severity !== 'hold')
    .map(({ severity, rule, title }) => `${severity} ${rule}: ${title}`);

describe('a radio between a phone and a 5 V board', () => {
  const { analysis, evidence } = analyse(phone);
  const context = ruleContext(evidence);
  const parts = analysis.parts.map(({ count, description }) => `${count} ${description}`);
  test('is bought with the resistors of its divider', () => {
    expect(parts).toContain('1 phone radio: module fed with 5 V, inputs and outputs of 3.3 V, takes at most 40 mA');
    expect(parts).toContain('1 Resistor 1.8 kΩ, 5 %, 0.25 W');
    expect(parts).toContain('1 Resistor 3.3 kΩ, 5 %, 0.25 W');
  });
  test('has four wires: its supply, its ground, and a line each way', () => {
    const own = evidence.netlist.wires.filter(({ id }) => id.includes('radio'));
    expect(own).toHaveLength(4);
    // Once, with the first of the four jobs of the board.
    expect(own.map(({ jobs }) => jobs)).toEqual(own.map(() => ['fan-1']));
  });
  test('gets 5 V · 3.3 kΩ / (1.8 kΩ + 3.3 kΩ) = 3.24 V while the line rests', () => {
    const job = evidence.jobs.get('fan-1')!;
    const { solution } = job.states[0]!;
    const volt = context.volts(solution, terminal('ctrl-board-radio-1-in', 'in'), terminal('ctrl-board-radio', '-'));
    expect(Math.abs(volt)).toBeCloseTo(3.22, 1);
  });
  test('is read at the bench: each line while nothing is sent', () => {
    const plan = benchSteps(evidence, 'fan-1');
    const read = (words: RegExp) => predictions(evidence, plan)[plan.findIndex((step) => words.test(step.words))]?.value;
    expect(read(/^at RXD of phone radio/)).toBeCloseTo((5 * 3300) / 5100, 1);
    expect(read(/^at D10 of bench board/)).toBeCloseTo(3.3, 2);
  });
  test('holds every rule', () => expect(said(phone)).toEqual([]));
});

describe('what is said of its lines', () => {
  test('on the upload’s own pin, of two on one pin, of one that the board has not', () => {
    expect(said(wiredOn(0, 'D1')).join()).toMatch(
      /caution pin-taken: D1 is the upload link of bench board, and serial out to the radio is on it/,
    );
    expect(said(wiredOn(0, 'D4')).join()).toMatch(/caution pin-taken: D4 of bench board is serial out to the radio and channel 1 at once/);
    expect(said(wiredOn(0, 'D10')).join()).toMatch(/caution pin-taken: D10 of bench board is .* at once/);
    expect(said(wiredOn(0, 'D99')).join()).toMatch(/caution pin-taken: bench board has no pin D99/);
  });
  test('straight, 5 V go into an input of 3.3 V, whatever levels were entered', () => {
    expect(said(link(0, { divider: null, fromV: 3.3 })).join()).toMatch(
      /danger pin-level-mismatch: .*5 V goes straight into an input of 3.3 V/,
    );
  });
  // V_IH 0.75 · 3.3 V = 2.475 V (from memory); the lower resistor at its least, the upper at its most, the level 5 % low.
  test.each([
    [1800, 2200, []],
    [
      1800,
      2100,
      ['caution divider-out-of-range: serial out to the radio: high, its input may get 2.44 V, and is sure to be high from 2.47 V'],
    ],
  ])('%d Ω over %d Ω', (upperOhm, lowerOhm, expected) => {
    expect(said(link(0, { divider: { upperOhm, lowerOhm } }))).toEqual(expected);
  });
  test('its current is asked of the rail, with the relays’', () => {
    const hungry = withBoard({ devices: [{ ...board.devices![0]!, takesA: 0.46 }] });
    expect(said(hungry).join()).toMatch(
      /danger rail-current-over: One module asks bench board for 460 mA; its 5 V rail has 450 mA to give/,
    );
    expect(said(withBoard({ devices: [{ ...board.devices![0]!, takesA: 0.45 }] }))).toEqual([]);
  });
});

test('what a module takes goes through the regulator too, and out of the supply: (12.6 V − 5 V) · 0.45 A into 50 K/W', () => {
  const fed = withBoard({ supply: 'twelve', devices: [{ ...board.devices![0]!, takesA: 0.4 }] });
  const found = (rule: string, code = '') => analyse(fed).analysis.findings.find((one) => one.rule === rule && one.code === code)!;
  expect(found('board-regulator', 'heat')).toMatchObject({ severity: 'danger' });
  expect(found('board-regulator', 'heat').value).toBeCloseTo(35 + 7.6 * 0.45 * 50, 0);
  const bare = analyse(withBoard({ supply: 'twelve', devices: [], links: [] })).analysis.findings.find(
    ({ rule }) => rule === 'supply-overload',
  )!;
  expect(found('supply-overload').value - bare.value).toBeCloseTo(0.4, 2);
});

test('a module that is added has two lines on free pins, and goes with them', () => {
  const bare = { ...board, devices: [], links: [] };
  const design = { ...phone, controllers: [bare] };
  const more = withDevice(design, bare);
  expect(more.links.map(({ wired }) => wired?.pin)).toEqual(['D3', 'D2']);
  expect(more.links[0]!.divider).not.toBeNull();
  expect(said({ ...phone, controllers: [more] })).toEqual([]);
  expect(withoutDevice(more, more.devices![0]!.id)).toEqual(bare);
});

test('a line to no module of the board is refused with its place', () => {
  const broken = parseDesign(JSON.parse(JSON.stringify(link(0, { wired: { ...board.links[0]!.wired!, device: 'gone' } }))));
  expect(broken.ok ? [] : broken.problems.map(({ path }) => path)).toEqual(['controllers[0].links[0].wired.device']);
});
