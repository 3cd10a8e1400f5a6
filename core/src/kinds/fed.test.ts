/** Sensors and receivers with electronics of their own: what feeds them is wired, bought, drawn and counted. */
import { describe, expect, test } from '@jest/globals';
import { analyse, drawJobs } from '../analyse.ts';
import { readDesk } from '../analysis/desk.ts';
import { gatherEvidence } from '../analysis/evidence.ts';
import { assumptionsOf } from '../project/assumed.ts';
import { parseDesign } from '../project/parse.ts';
import { blankDesign, hear } from '../project/index.ts';
import type { Design } from '../project/schema.ts';
import { wireBranch } from '../wiring/index.ts';
import { checkEvidence } from '../rules/check.ts';
import { ruleContext } from '../rules/context.ts';
import { unknownAfterPowerCut } from '../rules/unknown-after-power-cut.ts';
import { and, design, job, not, on } from '../testing/designs.ts';
import { adapter, mains, watts } from '../testing/mains.ts';
import type { SignalOf } from './signal/registry.ts';

const receiver = (changes: object = {}): SignalOf<'receiver'> => ({
  ...{ id: 'radio', name: 'gate radio', place: 'dash', usual: false, nature: 'receiver', limitA: 5, afterCut: 'off' },
  ...{ fedBy: 'main', ownA: 0.02, ...changes },
});
const lamp = (id: string, more: object = {}) =>
  job({ id, when: and(on('dash'), on('radio')), loads: [watts('filament', 21, 12, { id: `${id}-lamp`, name: 'lamp' })], ...more });
const made = (signal = receiver(), jobs = [lamp('job-1')], more: Partial<Design> = {}): Design =>
  design(jobs, { ...more, signals: [...design().signals, signal] });
const find = (of: Design, rule: string) => checkEvidence(gatherEvidence(of)).filter((finding) => finding.rule === rule);

describe('a receiver that is fed', () => {
  test('has a fused lead and a way back in the wire list, a box in the drawing, and two more terminals on the list', () => {
    const { analysis } = analyse(made());
    const ends = analysis.netlist.wires.map(({ from, to }) => `${from} > ${to}`);
    expect(ends.some((one) => one.endsWith(' > sig-radio.+'))).toBe(true);
    expect(ends.some((one) => one.startsWith('sig-radio.- > gnd-dash'))).toBe(true);
    expect(drawJobs(analysis.netlist, ['job-1']).symbols.filter(({ symbol }) => symbol === 'fed')).toHaveLength(1);
    expect(analysis.parts.map(({ description }) => description).join()).toMatch(/fed by \+ and - with 12 V⎓ \(gate radio\)/);
  });
  test('that needs no supply has none of it', () => {
    const { analysis } = analyse(made(receiver({ fedBy: 'itself' })));
    expect(analysis.netlist.wires.some(({ to }) => to === 'sig-radio.+')).toBe(false);
    expect(drawJobs(analysis.netlist, ['job-1']).symbols.map(({ symbol }) => symbol)).not.toContain('fed');
  });
  test('takes its current all the time: at rest the battery gives it', () => {
    expect(find(made(), 'parasitic-drain')[0]!.value).toBeCloseTo((0.02 * 12.7) / 12, 4);
    expect(find(made(receiver({ fedBy: 'itself' })), 'parasitic-drain')[0]!.value).toBeLessThan(1e-4);
  });
  test('is one thing for two jobs: one pair of leads, which both use', () => {
    const { netlist } = analyse(made(receiver(), [lamp('job-1'), lamp('job-2')])).analysis;
    const leads = netlist.wires.filter(({ from, to }) => to === 'sig-radio.+' || from === 'sig-radio.-');
    expect(leads.map(({ jobs }) => jobs)).toEqual([
      ['job-1', 'job-2'],
      ['job-1', 'job-2'],
    ]);
  });
  test.each([
    ['a receiver whose contact closes', {}, 'off'],
    ['a sensor whose contact opens when it trips', { nature: 'switch', action: 'maintained', rest: 'closed' }, 'on'],
    [
      'a thermostat of its own electronics',
      { nature: 'threshold', output: 'contact', watches: { quantity: 'temperature' }, closesAt: 30, opensAt: 25, delayS: 0 },
      'off',
    ],
  ])('that lost a lead stands as it rests: %s', (_, changes, dead) => {
    const { afterCut: _cut, ...base } = receiver();
    const signal = { ...(Object.keys(changes).length === 0 ? receiver() : base), ...changes } as SignalOf<'receiver'>;
    const closed = dead === 'on';
    const evidence = gatherEvidence(
      made(signal, [lamp('job-1', { when: closed ? and(on('dash'), not(on('radio'))) : and(on('dash'), on('radio')) })]),
    );
    expect(evidence.unwired).toEqual([]);
    const on2 = (signals: string[]) => readDesk(evidence, { on: signals, volts: {} }, null, 0).reading.loads['job-1/job-1-lamp'];
    expect([on2(['dash', 'radio']), on2(['dash'])]).toEqual(closed ? ['off', 'on'] : ['on', 'off']);
    const lead = evidence.netlist.wires.find(({ to }) => to === 'sig-radio.+')!;
    evidence.circuit.setFault(wireBranch(lead.id), 'open');
    // With no feed it does not see what it looks at.
    expect([on2(['dash', 'radio']), on2(['dash'])]).toEqual([dead, dead]);
    evidence.circuit.setFault(wireBranch(lead.id), null);
  });
  test.each([
    ['a receiver', {}, 'Radio receiver or phone link with a contact', 12],
    ['a time relay', { nature: 'timer', onS: 10, offS: 50, first: 'off' }, 'Time relay that repeats, 10 s on and 50 s off, begins off', 14],
    ['a sensor with electronics', { nature: 'switch', action: 'maintained', rest: 'open' }, 'Sensor with a contact of its own', 8.5],
    ['a switch without', { nature: 'switch', action: 'maintained', rest: 'open', fedBy: undefined }, 'Switch', 3.1],
  ])('is bought as what it is: %s', (_, changes, words, price) => {
    const { afterCut: _cut, ...base } = receiver();
    const signal = { ...(Object.keys(changes).length === 0 ? receiver() : base), ...changes } as SignalOf<'receiver'>;
    const bought = analyse(made(signal, [lamp('job-1', { when: on('radio') })])).analysis.parts.find(({ description }) =>
      description.includes('(gate radio)'),
    );
    expect([bought?.description.split(', single-pole')[0], bought?.price]).toEqual([words, price]);
  });
  test('a receiver that stands as it was is nudged; a time relay beside it, which has no such field, is let be', () => {
    const { afterCut: _cut, ...base } = receiver({ id: 'hourly', name: 'hourly' });
    const timer = { ...base, nature: 'timer', onS: 60, offS: 3540, first: 'on' } as const;
    const radio = receiver({ afterCut: 'as it was' });
    const own = design([lamp('job-1', { when: and(on('radio'), on('hourly')) })], { signals: [...design().signals, radio, timer] });
    const evidence = gatherEvidence(own);
    const context = ruleContext(evidence);
    const finding = unknownAfterPowerCut.check(context).find(({ severity }) => severity !== 'hold')!;
    expect(unknownAfterPowerCut.nudges!(context, finding).flatMap(({ label }) => (label.endsWith('with off') ? [label] : []))).toEqual([
      'Nudge gate radio to begin with off',
    ]);
  });
  test('counts on a rated supply: a hair under what is asked is a danger, a hair over holds', () => {
    const on2A = (ratedA: number) =>
      made(receiver({ fedBy: 'adapter', ownA: 0.5 }), [lamp('job-1', { controlSupply: 'adapter' })], {
        supplies: [...design().supplies, adapter({ ratedA })],
      });
    const asked = find(on2A(5), 'supply-overload').find(({ subject }) => subject.id === 'bat-adapter')!.value;
    // The coil takes about 0.15 A at 12.6 V, the receiver 0.5 A at 12 V.
    expect(asked).toBeGreaterThan(0.6);
    expect(find(on2A(asked * 1.001), 'supply-overload').map(({ severity }) => severity)).toEqual(['hold']);
    expect(find(on2A(asked * 0.999), 'supply-overload').map(({ severity }) => severity)).toEqual(['danger']);
  });
  test('by the mains, with low voltage on its contact, is no mixed switch', () => {
    const signals = [...design().signals, receiver({ fedBy: 'outlet', place: 'box' })];
    const fed = mains({ when: on('radio') }, {}, { signals });
    const { netlist } = analyse(fed).analysis;
    expect(netlist.wires.filter(({ to }) => to === 'sig-radio.L').map(({ mains: live }) => live)).toEqual([true]);
    expect(find(fed, 'mains-low-voltage-together').filter(({ severity }) => severity !== 'hold')).toEqual([]);
  });
  test('whose current nobody entered is assumed; a supply that is none is refused with its field', () => {
    const { ownA: _, ...without } = receiver();
    expect(assumptionsOf(made(without)).find(({ path }) => path === 'signals[6].ownA' || path.endsWith('.ownA'))).toMatchObject({
      value: 0.01,
    });
    expect(assumptionsOf(made()).some(({ path }) => path.endsWith('.ownA'))).toBe(false);
    const parsed = parseDesign({ ...made(), signals: [...design().signals, receiver({ fedBy: 'nowhere' })] });
    expect(parsed.ok ? [] : parsed.problems.map(({ path }) => path)).toEqual([expect.stringMatching(/^signals\[\d+\]\.fedBy$/)]);
  });
});

test.each([
  ['when the remote is on, turn on a 60 W lamp from the battery', ['supply-1']],
  ['when it is dark and somebody moves, turn on a 60 W lamp from the battery', ['supply-1', 'supply-1']],
  ['when somebody moves, turn on a 60 W lamp from the mains', ['adapter']],
  ['when the dash switch is on, turn on a 60 W lamp from the battery', ['itself']],
])('%s: what senses by electronics is fed by what the coil hangs on', (sentence, by) => {
  const heard = hear(sentence, null);
  const built = heard.add!(blankDesign('x', heard.variant ?? 'battery-12'));
  const kinds = new Map(built.supplies.map(({ id, kind }) => [id, kind]));
  expect(
    built.signals
      .map((signal) => ('fedBy' in signal ? signal.fedBy! : 'itself'))
      .map((id) => (kinds.get(id) === 'adapter' ? 'adapter' : id)),
  ).toEqual(by);
});
