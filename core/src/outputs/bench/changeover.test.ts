/** A job that changes over has no state with all of it on: each of its lines is read where it is, and a fault in either is found. */
import { describe, expect, test } from '@jest/globals';
import { gatherEvidence } from '../../analysis/index.ts';
import { plays } from '../../kinds/index.ts';
import { typed } from '../../testing/pieces.ts';
import { benchSteps, buildDictionary, diagnose, predictions } from './dictionary.ts';

const BEAMS = 'when the high beam is on, light two 60 W high beams; otherwise light two 55 W low beams';
const made = typed([BEAMS], 'battery-12');
const evidence = gatherEvidence(made);
const jobId = made.jobs[0]!.id;
const steps = benchSteps(evidence, jobId);
const expected = predictions(evidence, steps);
const reads = (words: RegExp): number[] => steps.flatMap((step, at) => (words.test(step.words) ? [Math.abs(expected[at]!.value)] : []));

describe('high and low beams on one relay', () => {
  test.each([
    ['high', 60],
    ['low', 55],
  ])('%s beams are read on and off, each with its volts and its current: V/R of %s W at 12 V', (name, watt) => {
    const on = reads(new RegExp(`^across E1.\\d ${name} beams, on$`));
    const into = reads(new RegExp(`^into E1.\\d ${name} beams, on$`));
    expect([on.length, into.length]).toEqual([2, 2]);
    // Ohm's law: a lamp of so many watts at 12 V has 144 V² over them.
    on.forEach((volt, at) => expect(into[at]! / volt).toBeCloseTo(watt / 144, 3));
    for (const volt of on) expect(volt).toBeGreaterThan(11);
    for (const volt of reads(new RegExp(`^across E1.\\d ${name} beams, off$`))) expect(volt).toBeLessThan(0.01);
  });
  test('each contact is read while it carries, and the battery with what is on at rest', () => {
    expect(reads(/^across contact K1 87, high beams on$/)).toEqual([expect.closeTo(0.03, 1)]);
    expect(reads(/^across contact K1 87a, low beams on$/)).toEqual([expect.closeTo(0.03, 1)]);
    for (const volt of reads(/^across contact/)) expect(volt).toBeGreaterThan(0.01);
    expect(steps.map(({ words }) => words).filter((words) => /^battery, /.test(words))).toEqual(['battery, at rest']);
  });
  test('a job beside it is not told that nothing is on: the low beams are', () => {
    const words = (texts: readonly string[]) => {
      const both = typed(texts, 'battery-12');
      return benchSteps(gatherEvidence(both), both.jobs.at(-1)!.id).flatMap((step) => (/^battery, /.test(step.words) ? [step.words] : []));
    };
    const FAN = 'when the fan switch is on, run a 3 A motor';
    expect([words([BEAMS, FAN]), words([FAN])]).toEqual([['battery, at rest'], ['battery, nothing on']]);
  });
  test.each(['low beams', 'high beams'])('a bad crimp on the way to the %s is found by the readings of their own state', (name) => {
    const dictionary = buildDictionary(evidence, jobId);
    const lamp = evidence.netlist.parts.filter((part) => plays(part, 'load')).find((part) => part.name === name)!;
    const wire = evidence.netlist.wires.find(({ to }) => to === `${lamp.id}.+`)!;
    const at = dictionary.faults.findIndex(({ kind, words }) => kind === 'bad crimp' && words.startsWith(`${wire.tag} `));
    expect(at).toBeGreaterThanOrEqual(0);
    const readings = Object.fromEntries(
      dictionary.steps.flatMap(({ id, words }, step) =>
        words.includes(`${lamp.tag} ${name}, on`) ? [[id, dictionary.values[at]![step]!] as const] : [],
      ),
    );
    expect(Object.keys(readings).length).toBeGreaterThan(1);
    const { verdict, explained } = diagnose(dictionary, readings);
    expect([verdict, explained.slice(0, 3).map(({ fault }) => fault.id)]).toEqual([
      'fault',
      expect.arrayContaining([dictionary.faults[at]!.id]),
    ]);
  });
});
