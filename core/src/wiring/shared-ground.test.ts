/** A sensor that grounds several coils: no coil feeds another one backwards through it, and no diode where none is needed. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { jobVerdicts } from '../analysis/verdict.ts';
import { blankDesign, hear } from '../project/index.ts';
import type { When } from '../document/when-schema.ts';
import type { Design } from '../project/schema.ts';
import { and, delay, design, held, job, not, on, or } from '../testing/designs.ts';
import { compile } from './compile.ts';

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

describe('one sensor twice in a clause', () => {
  const FIVE_PIN = { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' } as const;
  const of = (when: When) => {
    const made = design([job({ when, device: FIVE_PIN })]);
    const { evidence } = analyse(made);
    const own = evidence.jobs.get('job-1')!;
    return { diodes: diodes(made).length, wrong: jobVerdicts(evidence, own).filter(({ matches }) => !matches).length };
  };
  test('with a feed and without it: a diode for each coil, and every state does what is said', () => {
    expect(of(or(delay(and(on('hot'), on('lamp-feed')), 5, 0), on('hot')))).toEqual({ diodes: 2, wrong: 0 });
    expect(of(or(delay(and(on('hot'), on('lamp-feed')), 5, 0), and(on('hot'), on('dash'))))).toEqual({ diodes: 2, wrong: 0 });
  });
  test('with no feed all hang on one supply: none', () => {
    expect(of(or(delay(and(on('hot'), on('dash')), 5, 0), on('hot')))).toEqual({ diodes: 0, wrong: 0 });
  });
  test('what rests closed does not start a thing that is held within a reset', () => {
    const nested = (start: string) =>
      compile(design([job({ when: held(on('hot'), not(held(on(start), on('door')))), device: FIVE_PIN })])).unwired;
    expect(
      nested('pressure')
        .flatMap(({ reasons }) => reasons.map(({ message }) => message))
        .join(' '),
    ).toMatch(/pressure switch rests closed/);
    expect(nested('dash')).toEqual([]);
  });
});
