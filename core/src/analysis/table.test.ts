/** The table that is read state by state: its corners against the rails of the supply, and what a lost signal does against logic. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { parseDesignText } from '../project/parse.ts';
import { and, design, held, job, not, on, or } from '../testing/designs.ts';
import type { Job } from '../project/schema.ts';
import { CORNERS, cornerVolt } from './conditions.ts';
import { gatherEvidence } from './evidence.ts';
import { stateTable } from './table.ts';

const five = { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' } as const;
const tableOf = (changes: Partial<Job>) => {
  const made = design([job(changes)]);
  const evidence = gatherEvidence(made);
  return { made, table: stateTable(evidence, evidence.jobs.get('job-1')!) };
};

test('each corner has its own volts: most of the supply where the load is on, none where it is off', () => {
  const { made, table } = tableOf({});
  expect(table.rows).toHaveLength(4);
  for (const { meant, corners } of table.rows) {
    expect(corners).toHaveLength(CORNERS.length);
    corners.forEach(({ leastV, mostV, matches }, at) => {
      const open = cornerVolt(made.supplies[0]!, CORNERS[at]!);
      expect(matches).toBe(true);
      expect(leastV).toBeLessThanOrEqual(mostV);
      expect(mostV).toBeLessThan(open);
      if (meant === 'on') expect(leastV).toBeGreaterThan(0.9 * open);
      else expect(mostV).toBeLessThan(0.01 * open);
    });
  }
});

describe('a signal that is lost', () => {
  /** Open contacts say off: the clause with that signal off, worked out by hand for each row. */
  test.each([
    ['and', and(on('key'), on('dash')), () => false],
    [
      'or',
      or(on('dash'), on('second')),
      (states: Record<string, boolean>, lost: string) => Object.entries(states).some(([id, now]) => id !== lost && now),
    ],
  ] as const)('is as if it were off: %s', (_, when, expected) => {
    const { table } = tableOf({ when });
    expect(table.lostAsked).toBe(true);
    for (const row of table.rows) {
      const states = Object.fromEntries(table.signals.map((id, at) => [id, row.on[at]!]));
      expect(row.lost.map(({ signal }) => signal)).toEqual(table.signals);
      for (const { signal, states: found, wires, wrong } of row.lost) {
        expect(wires.length).toBeGreaterThan(0);
        expect([signal, states, found]).toEqual([signal, states, [expected(states, signal) ? 'on' : 'off']]);
        expect(wrong).toBe(false);
      }
    }
  });

  test('of a resting throw its loss brings the load on: right where the sentence says on', () => {
    const { table } = tableOf({ when: not(on('dash')), lost: 'on', device: five });
    for (const { lost } of table.rows) expect(lost).toEqual([{ signal: 'dash', wires: expect.any(Array), states: ['on'], wrong: false }]);
  });

  test.each([
    ['signal-lost-wrong-state', 'on', true],
    ['signal-lost-wrong-state.mended', 'off', false],
  ] as const)('%s: with its wire off the load is %s', (file, stands, wrong) => {
    const parsed = parseDesignText(readFileSync(new URL(`../../../examples/mistakes/${file}.json`, import.meta.url), 'utf8'));
    if (!parsed.ok) throw new Error(file);
    const evidence = gatherEvidence(parsed.design);
    const { rows } = stateTable(evidence, [...evidence.jobs.values()][0]!);
    const found = rows.filter(({ meant }) => meant === 'off').flatMap(({ lost }) => lost);
    expect(found.some(({ states }) => states.includes('on'))).toBe(stands === 'on');
    expect(found.some((one) => one.wrong)).toBe(wrong);
  });

  test('is not asked where the order counts', () => {
    const { table } = tableOf({ when: held(on('key'), on('dash')) });
    expect([table.sequential, table.lostAsked, table.rows.every(({ lost }) => lost.length === 0)]).toEqual([true, false, true]);
  });
});

describe('the leads of a load turned about', () => {
  const found = (kind: string, changes: object = {}) => {
    const load = { id: 'load-1', kind, name: 'it', count: 1, series: 1, place: 'rear', important: false, earth: 'none', ownCutOut: true };
    const plate = { unit: 'W', value: 30, ratedV: 12 };
    const loads = [{ ...load, plate, suppressed: false, ...changes }] as Job['loads'];
    const { table } = tableOf({ loads, edits: [{ kind: 'swap', part: 'job-1-load-1-1', a: '+', b: '-' }] });
    return new Set(table.rows.filter(({ meant }) => meant === 'on').flatMap(({ corners }) => corners.map(({ matches }) => matches)));
  };
  test.each(['heater', 'filament', 'solenoid'])('do nothing to a %s', (kind) => expect([...found(kind)]).toEqual([true]));
  test.each(['motor', 'led', 'electronics'])('make a %s do otherwise', (kind) => expect([...found(kind)]).toEqual([false]));
  test('make a valve with a diode inside do otherwise', () => {
    expect([...found('solenoid', { suppressed: true })]).toEqual([false]);
  });
});
