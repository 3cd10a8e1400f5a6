/** A sensor that grounds several coils: no coil feeds another one backwards through it, and no diode where none is needed. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { jobVerdicts } from '../analysis/verdict.ts';
import { blankDesign, hear } from '../project/index.ts';
import type { Design } from '../project/schema.ts';

const page = (...says: string[]): Design => says.reduce((now, text) => hear(text, now).add!(now), blankDesign('Page'));
const diodes = (of: Design) => analyse(of).analysis.netlist.parts.flatMap(({ id }) => (id.endsWith('-ground-diode') ? [id] : []));
const dangers = (of: Design) => analyse(of).analysis.findings.flatMap(({ severity, rule }) => (severity === 'danger' ? [rule] : []));

const KEYED = 'when the key is on and the fan thermostat is closed, run a 9 A fan';
const BARE = 'when the fan thermostat is closed, light a 5 W lamp';

describe('one thermostat for a fan with the key and a lamp without it', () => {
  const made = page(KEYED, BARE);
  test('each coil has a diode before it, and every state does what is said', () => {
    expect(diodes(made)).toEqual(['job-1-relay-ground-diode', 'job-2-relay-ground-diode']);
    const { evidence } = analyse(made);
    for (const own of evidence.jobs.values()) expect(jobVerdicts(evidence, own).every(({ matches }) => matches)).toBe(true);
    expect(dangers(made)).toEqual([]);
  });
  test('bridged, the lamp’s coil feeds the fan’s backwards, and what hangs on the key: a danger', () => {
    const bridged = {
      ...made,
      jobs: made.jobs.map((job) => ({ ...job, edits: [{ kind: 'bridge' as const, part: `${job.id}-relay-ground-diode` }] })),
    };
    expect(dangers(bridged)).toContain('backfeed');
  });
});

test.each([
  ['one job', [KEYED]],
  ['two that say just the same', [KEYED, 'when the key is on and the fan thermostat is closed, run a 5 A pump']],
  ['two of two thermostats', [KEYED, 'when the oil thermostat is closed, light a 5 W lamp']],
])('%s: no diode, no danger', (_, says) => {
  expect(diodes(page(...says))).toEqual([]);
  expect(dangers(page(...says))).toEqual([]);
});

test.each([
  ['a contact more', [BARE, 'when the dash switch is on and the fan thermostat is closed, run a 5 A pump']],
  [
    'two speeds of one fan',
    ['run a 9 A fan when the key is on and the fan thermostat is closed, and slowly when the fan thermostat is closed'],
  ],
  ['three', [KEYED, BARE, 'when the dash switch is on and the fan thermostat is closed, run a 5 A pump']],
])('%s: a diode for each coil, no danger', (_, says) => {
  const made = page(...says);
  const users = says.length === 1 ? 2 : says.length;
  expect(diodes(made)).toHaveLength(users);
  expect(dangers(made)).toEqual([]);
});
