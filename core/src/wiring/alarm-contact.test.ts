/** The alarm contact of a temperature controller: no thing of its own, dead with its controller, and no end of the heat that this one regulates. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { analyse } from '../analyse.ts';
import { alarmContactOf, isRegulator, keepOf } from '../kinds/index.ts';
import { type Design, hear, parseDesign, projectOf } from '../project/index.ts';
import { boxViews } from '../outputs/build/boxes.ts';
import { benchSteps, predictions } from '../outputs/bench/dictionary.ts';
import { evidenceFor, withBroken } from '../analysis/faults.ts';
import { branch, pin } from '../testing/terminals.ts';
import { signalPartId, wireBranch } from './index.ts';

const SAID = 'heat a 2 kW oven to 220 °C from the mains; when the alarm contact closes above 260 °C, ring a 230 V 10 W bell from the mains';
const oven = (): Design => projectOf(hear(SAID, null))!;

describe('said', () => {
  test.each([
    ['when the alarm contact closes above 260 °C, ring a 10 W bell from the mains', 260],
    ['when the alarm contact of the controller is closed above 500 °F, ring a 10 W bell from the mains', 260],
    ["when the oven's alarm output pulls in at 260 °C, ring a 10 W bell from the mains", 260],
  ])('%s', (said, closesAt) => {
    const page = oven();
    const heard = hear(said, { ...page, signals: page.signals.filter(isRegulator), jobs: page.jobs.slice(0, 1) });
    expect([heard.unclear, heard.blanks]).toEqual([[], []]);
    const made = heard.add!({ ...page, signals: page.signals.filter(isRegulator), jobs: page.jobs.slice(0, 1) }).signals.at(-1)!;
    expect(made).toMatchObject({ nature: 'threshold', closesAt, alarmOf: page.signals.find(isRegulator)!.id });
  });
  test('of no controller that the project knows it is a sensor of its own, and that is said', () => {
    const heard = hear('when the alarm contact closes above 260 °C, ring a 10 W bell from the battery', null);
    expect(projectOf(heard)!.signals.map((signal) => alarmContactOf(signal))).toEqual([null]);
    expect(heard.assumed.join()).toContain('a sensor of its own');
  });
});

describe('wired', () => {
  const { analysis, evidence } = analyse(oven());
  test('it is bought with its controller, whose list says what it is to bear', () => {
    const words = analysis.parts.map(({ description }) => description).filter((text) => /260 °C/.test(text));
    expect(words).toEqual([
      expect.stringMatching(/^Temperature controller .*with an alarm contact that closes at 260 °C and opens at 255 °C, for 2 A/),
    ]);
    expect(analysis.parts.filter(({ description }) => /^Temperature switch/.test(description))).toEqual([]);
  });
  test('it is a contact of the controller, beside its terminals, and the sensor stays at the heat', () => {
    const part = (test: RegExp) => evidence.netlist.parts.find(({ tag }) => test.test(tag))!;
    expect(part(/\.AL/)).toMatchObject({ tag: 'S1.AL1', place: part(/^S1$/).place });
    expect(part(/^B1$/).place).toBe(oven().jobs[0]!.loads[0]!.place);
  });
  test('it lets go when its controller is dead', () => {
    const bell = evidence.jobs.get('job-2')!;
    const alone = evidenceFor(evidence, new Set(['job-2']));
    const feed = alone.netlist.wires.find(({ to, from }) => [to, from].includes(pin(`${signalPartId(oven().signals[0]!.id)}.L`)))!;
    const alarm = oven().signals.find((signal) => alarmContactOf(signal) !== null)!.id;
    const rings = (broken: string | null): boolean[] => {
      const found: boolean[] = [];
      withBroken(alone, bell, [broken === null ? null : wireBranch(broken)], (_, { on, solution }) => {
        if (on.has(alarm)) found.push(Math.abs(solution.amps(alone.circuit.branchIndex(branch('job-2-load-1-1/load')))) > 0.01);
      });
      return found;
    };
    expect([rings(null), rings(feed.id)]).toEqual([[true], [false]]);
  });
});

test('in its box it is of its controller, and at the bench a link stands in for it', () => {
  const parsed = parseDesign(JSON.parse(readFileSync(new URL('../../../examples/circuits/19-oven.json', import.meta.url), 'utf8')));
  if (!parsed.ok) throw new Error('no project');
  const { evidence: made } = analyse(parsed.design);
  const things = boxViews(parsed.design, made.netlist).flatMap((view) => view.things);
  expect(things.map(({ tag }) => tag)).not.toContain('S1.AL1');
  expect(things.find(({ tag }) => tag === 'S1')!.lands.map(({ pin: printed }) => printed)).toEqual(
    expect.arrayContaining(['AL1 1', 'AL1 2']),
  );
  const steps = benchSteps(made, 'bell');
  const across = steps.filter(({ words }) => words.startsWith('across S1.AL1'));
  expect(across.map(({ words }) => words)).toEqual(['across S1.AL1 alarm contact, at rest']);
  const at = steps.findIndex(({ words }) => /^across E3\.1 bell, on,.* a link across S1\.AL1/.test(words));
  expect(predictions(made, steps)[at]!.value).toBeCloseTo(12, 0);
});

test('on the shelf it is a sensor of its own', () => {
  const signal = oven().signals.find((one) => alarmContactOf(one) !== null)!;
  const kept = keepOf('signal', 'mine', signal);
  expect(kept && 'signal' in kept ? alarmContactOf(kept.signal) : 'none').toBeNull();
});

test('what is no temperature controller has no alarm contact, and such a contact has two terminals', () => {
  const made = oven();
  const at = made.signals.findIndex((one) => alarmContactOf(one) !== null);
  const refused = (change: object) => {
    const parsed = parseDesign({ ...made, signals: made.signals.map((one, index) => (index === at ? { ...one, ...change } : one)) });
    return parsed.ok ? null : parsed.problems.map(({ path }) => path);
  };
  expect(refused({})).toBeNull();
  expect(refused({ alarmOf: 'itself' })).toBeNull();
  expect(refused({ alarmOf: made.signals[at]!.id })).toEqual([`signals[${at}].alarmOf`]);
  expect(refused({ output: 'ground' })).toEqual([`signals[${at}].output`]);
});
