/** One load of the mains on the closing throw, another on the one that rests closed. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { type Design, type Job, parseDesign } from '../project/index.ts';
import { cautionsFor } from '../outputs/index.ts';
import { readSaid } from '../testing/said.ts';

const LAMPS = 'light a 60 W lamp from the mains; otherwise light a 40 W night lamp';
const by = (what: string) => readSaid(`when ${what}`).design!;
const changed = (design: Design, changes: (job: Job) => object): Design => {
  const parsed = parseDesign({ ...design, jobs: design.jobs.map((job) => ({ ...job, ...changes(job) })) });
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.design;
};
const refused = (design: Design) =>
  analyse(design)
    .evidence.unwired.flatMap(({ reasons }) => reasons.map(({ message }) => message))
    .join();
const dangers = (design: Design) =>
  analyse(design)
    .analysis.findings.filter(({ severity }) => severity === 'danger')
    .map(({ rule }) => rule);

test.each([
  ['a hand', `the switch is on, ${LAMPS}`, 'mains-changeover/series'],
  ['a pin', `pin D4 is high, ${LAMPS}`, 'mains-changeover/module'],
  ['a hand at 120 V', `the switch is on, ${LAMPS.replace('the mains', 'a 120 V outlet')}`, 'mains-changeover/series'],
])('by %s it is wired, proved in every state, and nothing of it is a danger', (_, said, wiring) => {
  const { jobs, findings } = analyse(by(said)).analysis;
  expect(jobs[0]).toMatchObject({ wiring, combinations: 2, matching: 2 });
  expect(findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
});

test('of two hot conductors both are changed over: each load’s way back goes through the other pole', () => {
  const { netlist, jobs, findings } = analyse(by(`the switch is on, ${LAMPS.replace('the mains', 'a 240 V branch')}`)).analysis;
  expect(jobs[0]).toMatchObject({ combinations: 2, matching: 2 });
  const lands = (pin: string) => netlist.wires.filter(({ from, to }) => [from, to].includes(`job-1-relay.${pin}` as typeof from)).length;
  expect(['11', '14', '12', '21', '24', '22'].map(lands)).toEqual([1, 1, 1, 1, 1, 1]);
  expect(findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
  // Nothing of what is off is live there: both of its conductors are open.
  expect(findings.find(({ rule }) => rule === 'one-pole-of-two')?.severity ?? 'hold').toBe('hold');
});

test('the fuse in the plug is chosen for the larger of both, and stands above either', () => {
  const { parts } = analyse(by('the switch is on, light a 60 W lamp from the mains; otherwise run a 1.5 kW fan')).analysis.netlist;
  const fuse = parts.find(({ spec }) => 'guards' in spec && spec.guards === 'load')!;
  // 1.5 kW of 230 V is 6.5 A, a tenth more at the highest mains: the next cartridge is 13 A.
  expect('ratingA' in fuse.spec && fuse.spec.ratingA).toBe(13);
});

test('heat on the resting throw is a danger of its own, and has no end by a fuse on the other', () => {
  expect(dangers(by('the switch is on, light a 60 W lamp from the mains; otherwise run a 1 kW heater'))).toEqual(
    expect.arrayContaining(['fails-closed-no-cutout', 'heat-at-rest']),
  );
  const ended = by('the switch is on, run a 1 kW heater from the mains; otherwise light a 60 W lamp');
  expect(ended.jobs[0]!.cutOut.kind).toBe('thermal-fuse');
  expect(dangers(ended)).toEqual([]);
});

describe('what would not be what it says is refused in words', () => {
  const heater = 'the switch is on, run a 1 kW heater from the mains; otherwise run a 500 W bath heater';
  test.each([
    ['one thermal fuse for two heaters', () => by(heater), /One thermal fuse ends one of two heaters/],
    [
      'a contactor for two throws',
      () =>
        changed(by(`the switch is on, ${LAMPS}`), () => ({
          cutOut: { kind: 'contactor', part: 'contactor-24v-2x25a', signal: 'signal-1' },
        })),
      /has a job of its own/,
    ],
    ['the neutral', () => changed(by(`the switch is on, ${LAMPS}`), () => ({ breaks: 'neutral' })), /in the line, or in both/],
    [
      'a relay without a resting throw',
      () => changed(by(`the switch is on, ${LAMPS}`), ({ device }) => ({ device: { ...device, part: 'relay-12v-2x30a' } })),
      /a throw that rests closed: choose a changeover relay/,
    ],
    [
      'a relay of one pole for two conductors',
      () => changed(by(`pin D4 is high, ${LAMPS}`), () => ({ breaks: 'both' })),
      /two poles with throws that rest closed/,
    ],
    ['on when the signal is lost', () => changed(by(`the switch is on, ${LAMPS}`), () => ({ lost: 'on' })), /say “off”/],
  ])('%s', (_, design, words) => expect(refused(design())).toMatch(words));
});

test('its cautions are those of the mains', () => {
  const design = by(`the switch is on, ${LAMPS}`);
  expect(cautionsFor(design, design.jobs[0]!, analyse(design).analysis.netlist).join(' ')).toMatch(/unplug|pull the plug/i);
});
