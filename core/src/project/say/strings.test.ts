/** Several in series, and a supply that is named by its voltage alone. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import { asKind, asVariant, branchId } from '../../kinds/index.ts';
import { blankDesign, hear, projectOf } from '../index.ts';
import type { Design } from '../schema.ts';

const page = (variant = 'battery-12') => blankDesign('Page', variant);
const linesOf = (design: Design | null) => design?.jobs[0]!.loads.map(({ count, series, plate }) => ({ count, series, ...plate }));

describe('in series', () => {
  test.each([
    ['light two 6 V 21 W lamps in series from the battery', { count: 1, series: 2, unit: 'W', value: 21, ratedV: 6 }],
    ['light three 4 V 2 A bulbs wired in series from the battery', { count: 1, series: 3, unit: 'A', value: 2, ratedV: 4 }],
    ['feed 2 x 6 V 30 W heaters in series from the battery', { count: 1, series: 2, unit: 'W', value: 30, ratedV: 6 }],
  ] as const)('when the key is on, %s', (said, line) => {
    const heard = hear(`when the key is on, ${said}`, page());
    expect([heard.unclear, heard.blanks]).toEqual([[], []]);
    expect(linesOf(heard.add!(page()))).toEqual([line]);
  });
  test('two 6 V 21 W lamps: 3.5 A at their 6 V each (P = U · I), and a fuse for 3.5 A, not for 7 A', () => {
    const design = projectOf(hear('when the switch is on, light two 6 V 21 W lamps in series from the battery', null))!;
    const { analysis, evidence } = analyse(design);
    const lit = evidence.jobs.get('job-1')!.states.find(({ corner, on }) => corner === 'usual' && on.size === 1)!;
    const load = analysis.parts.find(({ description }) => /in series/.test(description))!;
    expect(load.description).toBe('2 × lamps in series, 12 V, 42 W');
    const amps = Math.abs(lit.solution.amps(evidence.circuit.branchIndex(branchId('job-1-load-1-1', 'load'))));
    // A little above, for the battery rests at more than 12 V.
    expect(amps).toBeGreaterThan(3.4);
    expect(amps).toBeLessThan(3.8);
    expect(analysis.findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
  });
  test('heated by two in series', () => {
    const heard = hear('when the switch is on, heat a kiln with two 115 V 900 W elements in series from the mains', page('mains-230'));
    expect(linesOf(heard.add!(page('mains-230')))).toEqual([{ count: 1, series: 2, unit: 'W', value: 900, ratedV: 115 }]);
  });
  test('what they let through is what one does: a relay of 30 A does for two elements of 1700 W', () => {
    // 1700 W / 115 V = 14.8 A; side by side on 230 V, each at twice its voltage, they would take four times that.
    const heard = hear('when the switch is on, heat a kiln with two 115 V 1700 W elements in series from the mains', page('mains-230'));
    expect(heard.add!(page('mains-230')).jobs[0]!.device).toMatchObject({ part: 'relay-12v-2x30a' });
  });
  test('what one is made for is asked where nobody said', () => {
    const said = 'when the key is on, light six 5 W lamps in series from the battery';
    const heard = hear(said, page());
    expect(heard.add).toBeNull();
    expect(heard.blanks).toEqual([
      expect.objectContaining({
        key: 'volt lamps',
        choices: [expect.objectContaining({ value: '2' }), expect.objectContaining({ value: '12' })],
      }),
    ]);
    expect(linesOf(hear(said, page(), { 'volt lamps': '2' }).add!(page()))).toEqual([
      { count: 1, series: 6, unit: 'W', value: 5, ratedV: 2 },
    ]);
  });
  test.each([
    ['what takes its power whatever the voltage shares none', 'run two 60 W fans in series'],
    ['one is in series with nothing', 'light a 6 V 21 W lamp in series'],
    ['of which two?', 'light four 6 V 21 W lamps, two in series'],
    ['more than a string has', 'light 13 1 V 2 W lamps in series'],
  ])('%s', (_, said) => {
    const heard = hear(`when the key is on, ${said} from the battery`, page());
    expect(heard.add).toBeNull();
    expect(heard.unclear).not.toEqual([]);
  });
});

test('a lamp that becomes a heater stays in series; a motor is in none', () => {
  const [lamp] = hear('when the key is on, light two 6 V 21 W lamps in series from the battery', page()).add!(page()).jobs[0]!.loads;
  expect((['heater', 'heat-lamp', 'motor'] as const).map((kind) => asKind(lamp!, kind).series)).toEqual([2, 2, 1]);
});

describe('on a voltage', () => {
  test.each([
    ['light a 55 W lamp on 12 V by a dash switch', 12],
    ['run a 100 W pump from 24 V when the float switch is closed', 24],
    ['when the key is on, run a 100 W pump from 48 V', 48],
  ])('%s: on an empty page a battery', (said, volt) => {
    const heard = hear(said, null);
    expect([heard.unclear, heard.blanks]).toEqual([[], []]);
    expect(projectOf(heard)!.supplies.map(({ kind, nominalV }) => [kind, nominalV])).toEqual([['battery', volt]]);
  });
  test('in a project what gives it, where one thing does; else it is asked', () => {
    const said = 'when the key is on, run a 60 W fan on 12 V';
    const one = page();
    expect(hear(said, one).add!(one).supplies).toHaveLength(1);
    const two = { ...one, supplies: [...one.supplies, { ...one.supplies[0]!, id: 'other', name: 'other' }] };
    expect(hear(said, two).blanks.map(({ key }) => key)).toEqual(['supply']);
    const more = asVariant({ id: 'other', name: 'other', place: one.places[0]!.id }, 'battery-24');
    const other = { ...one, supplies: [...one.supplies, more] };
    expect(hear(said.replace('12 V', '24 V'), other).add!(other).jobs[0]!.supply).toBe('other');
  });
});
