/** A relay that senses the voltage at its own stud: sensor, coil and contact in one housing, by its sentence and by its solved circuit. */
import { describe, expect, test } from '@jest/globals';
import { findNudge } from '../advice/index.ts';
import { analyse } from '../analyse.ts';
import type { Design, Job } from '../project/index.ts';
import { blankDesign, hear, parseDesign } from '../project/index.ts';
import { readSaid } from '../testing/said.ts';

const ONE = 'charge the second battery from the battery through a one-piece voltage-sensing relay';
const made = (changes: (design: Design) => object = () => ({})): Design => {
  const design = readSaid(ONE).design!;
  const parsed = parseDesign({ ...design, ...changes(design) });
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.design;
};
const job = (changes: (job: Job) => Partial<Job>) =>
  made(({ jobs }) => ({ jobs: jobs.map((one, at) => (at === 0 ? { ...one, ...changes(one) } : one)) }));
const reasons = (design: Design) =>
  analyse(design)
    .evidence.unwired.filter(({ job: id }) => id === 'job-1')
    .flatMap(({ reasons: all }) => all.map(({ message }) => message))
    .join();
const found = (design: Design, rule: string) =>
  analyse(design)
    .analysis.findings.filter((one) => one.rule === rule)
    .map(({ code, severity }) => `${code} ${severity}`);

test('it is wired by its studs and its own lead, and is in just while the battery is charged', () => {
  const { analysis } = analyse(made());
  expect(analysis.jobs[0]).toMatchObject({ wiring: 'single-contact/one-piece', unwired: [], combinations: 2, matching: 2 });
  expect(analysis.netlist.wires.map(({ section }) => section.side)).toEqual(['load', 'load', 'load', 'load']);
  expect(analysis.findings.filter(({ severity }) => severity !== 'hold')).toEqual([]);
  expect(analysis.findings.find(({ rule }) => rule === 'state-mismatch')!.title).toMatch(/All 8 solved states/);
  // It sits where the relay sits, wherever the signal was entered.
  const { parts } = analysis.netlist;
  expect(parts.find(({ id }) => id === 'sig-signal-1')!.place).toBe(parts.find(({ id }) => id === 'job-1-relay')!.place);
});

test('one bought thing, set as its label says; as two it is a sensor, a relay and a control circuit', () => {
  const listed = (design: Design) => analyse(design).analysis.parts.map(({ description }) => description);
  expect(listed(made()).filter((line) => /relay|switch,|sensor/i.test(line))).toEqual([
    expect.stringMatching(/^140 A voltage-sensing relay in one piece, 12 V; .*in at 13\.30 V and out at 12\.80 V; its own lead to ground$/),
  ]);
  const two = readSaid('charge the second battery from the battery through a voltage-sensing relay').design!;
  expect(listed(two).join()).toMatch(/Voltage switch, closes at 13\.30 V/);
  expect(analyse(two).analysis.netlist.wires.some(({ section }) => section.side === 'control')).toBe(true);
});

describe('what it cannot do is refused in words', () => {
  test.each([
    [
      'another signal beside it',
      () => readSaid('when the key is on, charge the second battery from the battery through a one-piece split-charge relay').design!,
    ],
    [
      'the other battery’s voltage',
      () =>
        made(({ signals }) => ({
          signals: signals.map((one) => ({ ...one, watches: { quantity: 'voltage', supply: 'supply-2' } })),
        })),
    ],
    [
      'a sensor that is on when the voltage is low',
      () => made(({ signals }) => ({ signals: signals.map((one) => ({ ...one, closesAt: 12, opensAt: 13 })) })),
    ],
    ['its clause turned', () => job(({ when }) => ({ when: { op: 'not', of: when } }))],
  ])('%s', (_, design) => {
    expect(reasons(design())).toMatch(/pulls in while the voltage of battery at its own stud is high, and by nothing else/);
  });
  test('a second user of its sensor', () => {
    const shared = made(({ jobs }) => ({
      jobs: [
        ...jobs,
        {
          ...jobs[0]!,
          ...{ id: 'job-2', name: 'Pilot' },
          device: { kind: 'relay', part: 'relay-12v-30a-4', socket: 'auto', place: jobs[0]!.device.place },
          loads: [
            {
              ...{ id: 'pilot', name: 'pilot lamp', place: 'place-3', important: false, kind: 'filament', count: 1, series: 1 },
              plate: { unit: 'W', value: 2, ratedV: 12 },
            },
          ],
        },
      ],
    }));
    expect(reasons(shared)).toMatch(/no contact for Pilot/);
  });
});

describe('what its load side is asked it is asked as of any relay', () => {
  test('a load fuse; of a control side there is none to ask', () => {
    expect(found(made(), 'fuse-missing')).toEqual(['fuse hold']);
    expect(
      found(
        job(() => ({ fuse: 'none' })),
        'fuse-missing',
      ),
    ).toEqual(['fuse danger']);
    // An ordinary relay is asked for both.
    expect(found(readSaid('when the key is on, run a 5 A fan from the battery').design!, 'fuse-missing')).toEqual([
      'fuse hold',
      'controlFuse hold',
    ]);
  });
  test.each([
    [125, 'hold'],
    [150, 'danger'],
  ])('a fuse of %d A before a contact of 140 A: %s', (fuse, severity) => {
    const severities = found(
      job(() => ({ fuse, protection: 'high-breaking' })),
      'fuse-above-contact',
    ).map((one) => one.split(' ')[1]);
    expect(severities).toEqual([severity]);
  });
});

test('no other job is given one, and it is given nothing else', () => {
  for (const said of [
    'when the key is on, run a 100 A winch from the battery',
    'charge the second battery from the battery through a voltage-sensing relay',
  ]) {
    const { device } = readSaid(said).design!.jobs[0]!;
    expect(device.kind === 'relay' && device.part).not.toMatch(/sensing/);
  }
});

describe('with nothing charging it lets the batteries part', () => {
  const at = (opensAt: number, restV = 12.7, said = ONE) => {
    const design = readSaid(said).design!;
    const parsed = parseDesign({
      ...design,
      signals: design.signals.map((one) => ('opensAt' in one ? { ...one, opensAt, closesAt: opensAt + 0.5 } : one)),
      supplies: design.supplies.map((supply, nth) => (nth === 0 ? { ...supply, restV } : supply)),
    });
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
    const { analysis, evidence } = analyse(parsed.design);
    const found = analysis.findings.find(({ rule, code }) => rule === 'vsr-hunting' && code === 'at-rest');
    const nudge = found && found.severity !== 'hold' ? findNudge(evidence, analysis.findings, found) : null;
    return { severity: found?.severity, title: found?.title ?? '', set: nudge?.patches.map(({ value }) => value) };
  };
  test.each([
    [12.7, 'hold'],
    [12.69, 'caution'],
  ])('letting go at %d V beside 12.7 V at rest: %s', (opensAt, severity) => expect(at(opensAt)).toMatchObject({ severity }));
  test('it is asked of two pieces as of one, and its nudge is what is usual above that rest', () => {
    const two = 'charge the second battery from the battery through a voltage-sensing relay';
    expect(at(12.2, 12.7, two)).toMatchObject({
      severity: 'caution',
      title: expect.stringMatching(/lets go at 12\.20 V.*rests at 12\.70 V/),
      set: [12.8, 13.3],
    });
    // Lithium iron phosphate rests at 13.3 V: what is set for lead never lets go of it.
    expect(at(12.8, 13.3)).toMatchObject({ severity: 'caution', set: [13.4, 13.9] });
  });
  test('of what joins no batteries it is not asked', () => {
    const lamp = readSaid('when the battery voltage is above 12 V, light a 5 W lamp from the battery').design!;
    expect(analyse(lamp).analysis.findings.filter(({ code }) => code === 'at-rest')).toEqual([]);
  });
  test.each([
    ['battery-12-agm', 13, 13.5],
    ['battery-12-lithium', 13.4, 13.9],
    ['battery-24', 25.6, 26.6],
    ['battery-12', 12.8, 13.3],
  ])('a sensor that nobody set begins above the rest of a %s', (variant, opensAt, closesAt) => {
    const design = blankDesign('Camper', variant);
    const { add } = hear('charge the house battery through a voltage-sensing relay', design);
    expect(add!(design).signals[0]).toMatchObject({ opensAt, closesAt });
  });
});
