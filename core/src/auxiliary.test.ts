/** Small contacts on the side of another job's contactor: what they hear, switch, cost and fail by, on a vehicle and on the mains. */
import { describe, expect, test } from '@jest/globals';
import { analyse, drawJobs } from './analyse.ts';
import { findNudge } from './advice/index.ts';
import { loadVolts } from './analysis/index.ts';
import { applyPatches } from './document/index.ts';
import { boxViews } from './outputs/build/boxes.ts';
import { benchSteps, buildDictionary, reader } from './outputs/bench/dictionary.ts';
import { branchId } from './kinds/index.ts';
import { withAuxiliaryOf } from './project/auxiliary.ts';
import { chainBefore, isOutputOfJob, mayAssist, thingsOf, whyNoAuxiliary, withoutJob } from './project/chains.ts';
import { hear, parseDesign, sentenceOf, sentenceText } from './project/index.ts';
import type { Design } from './project/schema.ts';
import { typed } from './testing/pieces.ts';

const MAIN = 'main contactor: when the main switch is on, run a 20 A motor through a contactor';
const LAMP = 'when the main contactor’s auxiliary contact is closed, light a 10 W lamp';
const PUMP = 'when the main contactor’s auxiliary contact is open and the pump switch is on, run a 2 A pump';
const HEATER = 'main contactor: when the main switch is on, feed a 2 kW heater through a 25 A contactor';
const FAN = 'fan contactor: when the main contactor is in and the fan switch is on, run a 1 A fan through a 25 A contactor';
const TOLD = 'when the fan contactor is in, light a 40 W lamp';

const vehicle = typed([MAIN, LAMP, PUMP], 'battery-48');
const mains = typed([HEATER, FAN, TOLD], 'mains-230');
const gated = (design: Design): Design => {
  const parsed = parseDesign(JSON.parse(JSON.stringify(design)));
  if (!parsed.ok) throw new Error(parsed.problems.map(({ path, message }) => `${path} ${message}`).join());
  return parsed.design;
};
const blockIn = (design: Design) => analyse(design).analysis.netlist.parts.find(({ kind }) => kind === 'auxiliary')!;

describe('what is heard', () => {
  test('a small contact of its own, where that is said, and what it is is told', () => {
    expect(vehicle.signals.map(({ nature, name }) => [nature, name])).toEqual([
      ['switch', 'main switch'],
      ['auxiliary', 'Main contactor auxiliary contact'],
      ['switch', 'pump switch'],
    ]);
    const told = hear(LAMP, typed([MAIN], 'battery-48')).told.map(({ means }) => means);
    expect(told.join()).toContain('an auxiliary contact on the contactor of Main contactor, closed while that is in');
  });
  test.each(['auxiliary', 'aux', 'helper', 'free', 'spare'])('the main contactor’s %s contact', (word) => {
    const one = typed([MAIN, LAMP.replace('auxiliary', word)], 'battery-48');
    expect(one.jobs[1]!.when).toEqual({ op: 'signal', signal: one.signals.find(({ nature }) => nature === 'auxiliary')!.id });
  });
  test('“is in” on a vehicle hangs on what it switches, as before; on the mains it is the small contact, each of the one before', () => {
    const fed = typed([MAIN, 'when the main contactor is in, light a 10 W lamp'], 'battery-48');
    expect(fed.signals.map(({ nature }) => nature)).toEqual(['switch', 'feed']);
    expect(mains.signals.map((signal) => [signal.nature, 'ofJob' in signal && signal.ofJob])).toEqual([
      ['switch', false],
      ['auxiliary', 'job-1'],
      ['switch', false],
      ['auxiliary', 'job-2'],
    ]);
    expect(chainBefore(mains, mains.jobs[2]!)?.map(({ id }) => id)).toEqual(['job-2', 'job-1']);
  });
  test('what no small contact clips onto is hung on or copied as before', () => {
    const plain = typed(['main relay: when the main switch is on, run a 12 A fan', LAMP.replace('contactor', 'relay')], 'battery-12');
    expect(plain.signals.map(({ nature }) => nature)).toEqual(['switch', 'feed']);
    const copied = typed(
      ['main relay: when the main switch is on, feed a 1 kW heater', 'when the main relay is in, light a 40 W lamp'],
      'mains-230',
    );
    expect(copied.signals.some((signal) => isOutputOfJob(copied, signal))).toBe(false);
  });
  test('its sentence is read back as it is written', () => {
    const text = sentenceText(sentenceOf(vehicle, vehicle.jobs[2]!));
    expect(text).toContain('When Main contactor auxiliary contact is out and pump switch is on');
    const again = hear(`when Main contactor auxiliary contact is out and pump switch is on, light a 5 W lamp`, vehicle).add!(vehicle);
    expect(again.jobs[3]!.when).toEqual(vehicle.jobs[2]!.when);
    expect(again.signals).toHaveLength(3);
  });
});

describe('solved', () => {
  const { evidence, analysis } = analyse(vehicle);
  test('in every state, on the vehicle and in a chain on the mains, and nobody operates it', () => {
    expect(analysis.jobs.map(({ matching, combinations }) => [matching, combinations])).toEqual([
      [2, 2],
      [2, 2],
      [4, 4],
    ]);
    expect(analyse(mains).analysis.jobs.map(({ matching, combinations }) => [matching, combinations])).toEqual([
      [2, 2],
      [4, 4],
      [4, 4],
    ]);
    expect(thingsOf(vehicle).map(({ name }) => name)).toEqual(['main switch', 'pump switch']);
  });
  test('the pump runs with its switch while the contactor is out, and stops as that comes in', () => {
    const pump = evidence.netlist.parts.find(({ name }) => name === 'pump')!;
    const volts = new Map(
      evidence.jobs
        .get('job-3')!
        .states.filter(({ corner }) => corner === 'usual')
        .map(({ on, solution }) => [[...on].sort().join(), loadVolts(evidence.circuit, solution, pump.id)]),
    );
    const [main, own] = ['main switch', 'pump switch'].map((name) => vehicle.signals.find((signal) => signal.name === name)!.id);
    expect(volts.get(own!)).toBeGreaterThan(46);
    expect(volts.get([main!, own!].sort().join())).toBeCloseTo(0, 3);
  });
  test('it is in with its coil, whatever feeds its main contacts: dead behind them, the lamp is on all the same', () => {
    const apart = typed(
      [
        'when the main switch is on, feed a 60 W converter',
        'fan contactor: when the fan switch is on, run a 1 A fan from the converter through a contactor',
        'when the fan contactor’s auxiliary contact is closed, light a 5 W lamp from the battery',
      ],
      'battery-48',
    );
    const part = 'relay-48v-150a-stud';
    const coils = gated({
      ...apart,
      jobs: apart.jobs.map((job, at) =>
        at === 1 ? { ...job, controlSupply: 'supply-1', device: { ...job.device, kind: 'relay', part, socket: 'auto' } } : job,
      ),
    });
    const { evidence, analysis } = analyse(coils);
    expect(analysis.jobs.map(({ matching, combinations }) => [matching, combinations])).toEqual([
      [2, 2],
      [4, 4],
      [2, 2],
    ]);
    const lamp = evidence.netlist.parts.find(({ name }) => name === 'lamp')!;
    const fan = coils.signals.find(({ name }) => name === 'fan switch')!.id;
    const alone = evidence.jobs.get('job-3')!.states.find(({ on, corner }) => corner === 'usual' && [...on].join() === fan)!;
    expect(loadVolts(evidence.circuit, alone.solution, lamp.id)).toBeGreaterThan(46);
  });
  test('where its coil hangs on what another job switches, it is out with that', () => {
    const says = [
      'main relay: when the main switch is on, feed a 5 A radio',
      'fan contactor: when the fan switch is on, run a 1 A fan behind the main relay through a contactor',
      'when the fan contactor’s auxiliary contact is closed, light a 5 W lamp from the battery',
    ];
    const behind = typed(says, 'battery-12');
    const chosen = { ...behind, jobs: behind.jobs.map((job, at) => (at === 1 ? { ...job, controlSupply: 'supply-1' } : job)) };
    for (const design of [behind, gated(chosen)])
      expect(analyse(design).analysis.jobs.map(({ matching, combinations }) => [matching, combinations])).toEqual([
        [2, 2],
        [4, 4],
        [4, 4],
      ]);
  });
  test('a coil on what the contactor switches, behind its own small contact, and one more job hung on that', () => {
    const chain = typed(
      [
        'main contactor: when the main switch is on, feed a 5 A radio through a contactor',
        'fan relay: when the main contactor is in and the main contactor’s auxiliary contact is closed, run a 2 A fan',
        'when the lamp switch is on, light a 5 W lamp behind the fan relay',
      ],
      'battery-12',
    );
    const { jobs, findings } = analyse(chain).analysis;
    expect(jobs.map(({ matching, combinations }) => [matching, combinations])).toEqual([
      [2, 2],
      [2, 2],
      [4, 4],
    ]);
    expect(findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
    // What one looks at in the last of them goes back to the battery by the contactor’s own wire.
    const { symbols } = drawJobs(analyse(chain).analysis.netlist, ['job-3']);
    expect(symbols.map(({ part, key }) => `${part}/${key}`)).toContain('job-1-relay/contact87');
  });
  test('one block on the contactor, numbered as EN 50012 does: 13 and 14 close, 21 and 22 open', () => {
    const block = blockIn(vehicle);
    expect([block.tag, block.place]).toEqual(['K1A', vehicle.jobs[0]!.device.place]);
    const ends = evidence.netlist.wires.flatMap(({ from, to }) => [from, to]).filter((end) => end.startsWith(`${block.id}.`));
    expect(ends.map((end) => end.split('.')[1]).sort()).toEqual(['13', '14', '21', '22']);
    const rows = analysis.parts.filter(({ description }) => description.startsWith('Auxiliary'));
    expect(rows.map(({ count, description }) => [count, description])).toEqual([
      [
        1,
        'Auxiliary contacts of its maker’s for K1, which is to be one that has them: 1 that makes and 1 that breaks, at least 6 A at 60.00 V of direct current, those that break as mirror contacts (IEC 60947-4-1)',
      ],
    ]);
    // Drawn with the coil that moves it, and without the main contact, which is on no path of this job.
    const { symbols, links } = drawJobs(analysis.netlist, ['job-3']);
    expect(symbols.filter(({ symbol }) => symbol.startsWith('contact')).map(({ part, symbol, mover }) => [part, symbol, mover])).toEqual([
      [block.id, 'contact-resting', 'job-1-relay'],
      ['job-3-relay', 'contact-closing', 'job-3-relay'],
    ]);
    expect(links.map(({ part }) => part).sort()).toEqual(['job-3-relay', block.id]);
  });
  test('its load takes nothing of what the contactor switches: that wire and fuse are as without it', () => {
    const sized = (design: Design) =>
      analyse(design)
        .analysis.netlist.wires.filter(({ job, section }) => job === 'job-1' && section.side === 'load')
        .map(({ leg, sizeMm2 }) => [leg, sizeMm2]);
    const apart = [LAMP, PUMP].map((says) =>
      says.replace(/the main contactor’s auxiliary contact is (?:closed|open)/, 'the other switch is on'),
    );
    expect(sized(vehicle)).toEqual(sized(typed([MAIN, ...apart], 'battery-48')));
    for (const design of [vehicle, mains]) expect(analyse(design).analysis.netlist.parts.map(({ id }) => id)).not.toContain('job-1-output');
  });
  test('at the bench its lamp is dark with a contactor whose coil is broken, and on with one whose main contact is', () => {
    const step = benchSteps(evidence, 'job-2').find(({ words }) => words === 'across E2.1 lamp, on')!;
    const lit = (part: string, key: string) => reader(evidence).read(step, [{ branch: branchId(part, key), fault: 'open' }]);
    expect(lit('job-1-relay', 'coil')).toBeCloseTo(0, 2);
    expect(lit('job-1-relay', 'contact87')).toBeGreaterThan(46);
    // Both are among what is looked for where its lamp stays dark, the main contact is not.
    const words = buildDictionary(evidence, 'job-2').faults.map((fault) => fault.words);
    expect(words).toContain('contact K1A 13–14 does not close');
    expect(words).toContain('coil K1 is broken');
    expect(words).not.toContain('contact K1 87 does not close');
  });
});

describe('judged', () => {
  const found = (design: Design, rule: string, job: string) =>
    analyse(design).analysis.findings.filter((one) => one.rule === rule && one.job === job);
  test('one broken wire of the contactor’s own makes it out, which is what its sentence says; one of its own stops it', () => {
    expect(found(vehicle, 'signal-lost-wrong-state', 'job-3').map(({ severity }) => severity)).toEqual(['hold']);
    // Worked by the switch itself it is another sentence: the pump is not to run with that on.
    const copied = typed([MAIN, 'when the main switch is off and the pump switch is on, run a 2 A pump'], 'battery-48');
    expect(found(copied, 'signal-lost-wrong-state', 'job-2').map(({ severity }) => severity)).toEqual(['caution']);
  });
  test.each([
    [0.1, 'danger'],
    [6, 'hold'],
  ])('it bears %s A: %s', (limitA, severity) => {
    const weak = { ...vehicle, signals: vehicle.signals.map((one) => (one.nature === 'auxiliary' ? { ...one, limitA } : one)) };
    const said = found(weak, 'signal-current-over', 'job-2');
    expect(said.map((one) => one.severity)).toContain(severity);
    expect(said.every((one) => one.severity === severity)).toBe(true);
  });
  test('one that is made for 32 V is asked what it breaks at 60', () => {
    const made = {
      ...vehicle,
      signals: vehicle.signals.map((one) => (one.nature === 'auxiliary' ? { ...one, madeFor: 'vehicle' as const } : one)),
    };
    expect(
      found(made, 'contact-voltage', 'job-2')
        .map(({ title }) => title)
        .join(),
    ).toMatch(/At 59.20 V Main contactor auxiliary contact breaks/);
  });
  test('the mains beside low voltage at one contactor are a danger, and a partition mends it', () => {
    // Its coil on the mains: the contactor’s own side has no low voltage that would be asked there.
    const own = typed([HEATER, 'when the main contactor is in, light a 40 W lamp'], 'mains-230');
    const box = own.jobs[0]!.device.place;
    const open = gated({
      ...own,
      places: own.places.map((place) => (place.id === box ? { ...place, divided: false } : place)),
      jobs: own.jobs.map((job, at) =>
        at === 0
          ? { ...job, controlSupply: job.supply, device: { ...job.device, kind: 'relay', part: 'contactor-230v-2x25a', socket: 'auto' } }
          : job,
      ),
    });
    const { analysis, evidence } = analyse(open);
    const said = analysis.findings.find(({ rule, title }) => rule === 'mains-low-voltage-together' && title.includes('’s contactor'))!;
    expect([said.severity, said.job]).toEqual(['danger', 'job-2']);
    const nudge = findNudge(evidence, analysis.findings, said)!;
    expect(nudge.patches).toEqual([{ path: ['places', own.places.findIndex(({ id }) => id === box), 'divided'], value: true }]);
    expect(
      found(applyPatches(open, nudge.patches), 'mains-low-voltage-together', 'job-2').every(({ severity }) => severity === 'hold'),
    ).toBe(true);
  });
});

describe('circuits of two voltages', () => {
  // Its first circuit is of 12 V, its second of 48.
  const says = (contact: string) => [
    MAIN,
    `when ${contact}, light a 5 W lamp from a 12 V battery`,
    `when ${contact}, light a 10 W lamp from the battery`,
  ];
  test.each([
    ['a block', 'the main contactor’s auxiliary contact is closed', /^Auxiliary.* at least 6 A at 60\.00 V of direct current/],
    ['a switch', 'the lamp switch is on', /^Switch, double-pole.* at least 10 A at 60\.00 V of direct current \(lamp switch\)/],
  ])('on one of %s: the list asks for the higher, as the rule says that it does', (_, contact, listed) => {
    const { parts, findings } = analyse(typed(says(contact), 'battery-48')).analysis;
    expect(parts.map(({ description }) => description).filter((one) => listed.test(one))).toHaveLength(1);
    expect(findings.filter(({ title }) => title.endsWith('to be one for 60.00 V of direct current: the list asks for it'))).not.toEqual([]);
  });
});

describe('the second pole of a plug-in relay', () => {
  const CHARGE = 'charge relay: when the charge switch is on, run a 5 A fan';
  const DRIVE = 'when the charge relay’s free contact is open and the drive switch is on, run a 3 A pump';
  const inhibited = typed([CHARGE, DRIVE], 'battery-12');
  const partsOf = (design: Design) => design.jobs.map(({ device }) => device.kind === 'relay' && device.part);
  const unwired = (design: Design) => analyse(design).analysis.jobs.map((job) => job.unwired.join());
  const told = (says: string, design: Design) =>
    hear(says, design)
      .told.map(({ means }) => means)
      .join();
  test('is used where there is one, and a relay with one gives way to one with two where that bears its load; both are told', () => {
    expect(partsOf(inhibited)).toEqual(['relay-12v-2x15a-8', 'relay-12v-30a-4']);
    expect(told(DRIVE, typed([CHARGE], 'battery-12'))).toContain(
      'the second pole of the relay of Charge relay, closed while that is out: its main contacts stay that one’s; that relay becomes one with two poles: 15 A two-pole relay, eight-pin',
    );
    const two = typed([CHARGE.replace('a 5 A fan', 'a 5 A fan through a two-pole relay')], 'battery-12');
    expect(told(DRIVE, two)).toContain('the second pole of the relay of Charge relay');
    expect(told(DRIVE, two)).not.toContain('becomes');
    expect(mayAssist(inhibited, inhibited.jobs[0]!, inhibited.jobs[1]!)).toBe(true);
    // Twice 6 A of a motor at 14.8 V is 14.8 A, and its contact bears a fuse of 15 A.
    const most = ['6 A', '6.1 A'].map((load) => typed([CHARGE.replace('5 A', load), DRIVE], 'battery-12'));
    expect(most.map((design) => partsOf(design)[0])).toEqual(['relay-12v-2x15a-8', 'relay-12v-30a-4']);
    // A relay that is there already stays.
    const existing = typed([CHARGE], 'battery-12');
    const kept = gated({ ...existing, jobs: existing.jobs.map((job) => ({ ...job, there: ['relay' as const] })) });
    expect(partsOf(hear(DRIVE, kept).add!(kept))[0]).toBe('relay-12v-30a-4');
  });
  test('its pins are those of its relay, in wires, drawing and box; nothing more is bought, and it turns with the coil', () => {
    const { evidence, analysis } = analyse(inhibited);
    const pole = blockIn(inhibited);
    expect([pole.tag, pole.kind]).toEqual(['K1', 'auxiliary']);
    const ends = analysis.netlist.wires.flatMap(({ from, to }) => [from, to]).filter((end) => end.startsWith(`${pole.id}.`));
    expect(ends.map((end) => end.split('.')[1]).sort()).toEqual(['21', '22']);
    expect(analysis.parts.map(({ description }) => description).filter((one) => /contact|relay/i.test(one))).toEqual([
      '15 A two-pole relay, eight-pin, 12 V coil; Eight-pin socket, screw terminals, 16 A',
      '30 A plug-in relay, four-pin, 12 V coil; Socket, 6.3 mm receptacles, 30 A',
    ]);
    expect(analysis.jobs.map(({ matching, combinations }) => [matching, combinations])).toEqual([
      [2, 2],
      [4, 4],
    ]);
    expect(analysis.findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
    const { symbols } = drawJobs(analysis.netlist, ['job-2']);
    expect(symbols.find(({ part }) => part === pole.id)).toMatchObject({ symbol: 'contact-resting', mover: 'job-1-relay' });
    const words = buildDictionary(evidence, 'job-2').faults.map((fault) => fault.words);
    expect(words).toContain('contact K1 21–22 does not open');
    expect(words).not.toContain('contact K1 14 does not close');
    const at = inhibited.jobs[0]!.device.place;
    const boxed = gated({
      ...inhibited,
      places: inhibited.places.map((place) => (place.id === at ? { ...place, box: 'plastic' as const } : place)),
    });
    const things = boxViews(boxed, analyse(boxed).analysis.netlist).flatMap((view) => view.things);
    expect(things.filter(({ tag }) => tag === 'K1').map(({ lands }) => lands.map(({ pin }) => pin).sort())).toEqual([
      ['11', '14', '21', '22', 'A1', 'A2'],
    ]);
  });
  test.each([
    ['that closes', DRIVE.replace('open', 'closed'), 6, '24'],
    ['that opens', DRIVE, 4, '22'],
  ])('a contact %s bears a coil as its own ratings say', (_, says, limit, pin) => {
    const design = typed([CHARGE, says], 'battery-12');
    const of = (limitA: number) =>
      analyse({ ...design, signals: design.signals.map((one) => (one.nature === 'auxiliary' ? { ...one, limitA } : one)) }).analysis
        .findings;
    const current = of(10).filter(({ rule, title }) => rule === 'signal-current-over' && title.startsWith('Charge relay auxiliary'));
    expect(current.map((one) => [one.severity, one.limit])).toEqual([['hold', limit]]);
    // What was entered holds where it is less.
    expect(of(0.1).some(({ rule, severity }) => rule === 'signal-current-over' && severity === 'danger')).toBe(true);
    const [held] = of(10).filter(({ title }) => title === `Contact K1 ${pin} holds 16.00 V of direct current`);
    // One that rests closed says nothing of a contact that is welded.
    expect(/may close while the contact of the load is welded/.test(held!.detail)).toBe(pin === '22');
  });
  test('works one job: the second that asks is not wired and says what to do instead', () => {
    const both = typed([CHARGE, DRIVE, 'when the charge relay’s free contact is closed, light a 5 W lamp'], 'battery-12');
    expect(unwired(both)).toEqual([
      '',
      '',
      'Charge relay works it, and the second pole of its relay is taken already: name what works that job instead, or give it a contactor on whose side there is room.',
    ]);
    expect(partsOf(both)[0]).toBe('relay-12v-2x15a-8');
    // With it out, what hung on it has no contact left over.
    expect(analyse(both).analysis.netlist.parts.filter(({ job }) => job === 'job-3')).toEqual([]);
  });
  test('comes before sharing out the load’s lines between the two', () => {
    const lines = typed([CHARGE.replace('a 5 A fan', 'a 3 A fan and a 2 A fan'), DRIVE], 'battery-12');
    const way = (design: Design) => analyse(design).analysis.jobs[0]!.wiring;
    expect([way({ ...lines, jobs: lines.jobs.slice(0, 1) }), way(lines), unwired(lines)[1]]).toEqual([
      'two-pole/series',
      'single-contact/series',
      '',
    ]);
  });
  test.each([
    ['12 V', ''],
    ['24 V', 'is more than the second pole of a 12.00 V relay is for'],
  ])('on a battery of %s: %j', (volts, why) => {
    const apart = typed(
      [CHARGE, `when the charge relay’s free contact is closed, light a 10 W lamp from a ${volts} battery`],
      'battery-12',
    );
    expect(unwired(apart)[1]).toContain(why);
    expect(unwired(apart)[1] === '').toBe(why === '');
  });
  test('on the mains it is left alone', () => {
    const heater = typed(['main relay: when the main switch is on, feed a 1 kW heater'], 'mains-230');
    const job = { ...heater.jobs[0]!, device: { ...heater.jobs[0]!.device, part: 'relay-12v-2x15a-8' } } as Design['jobs'][number];
    expect(whyNoAuxiliary(heater, job)).toMatch(/on the mains the second pole of its relay is left alone/);
  });
});

test.each([
  [8, ''],
  [9, 'its contactor has 8 small contacts already'],
])('one contactor has room for eight small contacts: of %i the last one is told %j', (count, why) => {
  // Each on a battery of its own: circuits behind one fuse share a contact.
  const { supplies, jobs: typedJobs, ...base } = typed([MAIN, `${LAMP} from a 12 V battery`], 'battery-48');
  const copies = Array.from({ length: count }, (_, at) => `battery-${at}`);
  const design = gated({
    ...base,
    statements: [],
    supplies: [...supplies, ...copies.map((id) => ({ ...supplies[1]!, id, name: id }))],
    jobs: [typedJobs[0]!, ...copies.map((id) => ({ ...typedJobs[1]!, id: `lamp-${id}`, name: `lamp ${id}`, supply: id }))],
  });
  const { jobs } = analyse(design).analysis;
  expect(jobs.map(({ unwired }) => unwired.length > 0)).toEqual([...Array<boolean>(count).fill(false), why !== '']);
  expect(jobs.at(-1)!.unwired.join()).toContain(why);
});

describe('one mistake is one danger', () => {
  test('with low voltage of its own at the contactor that asks for the partition already', () => {
    const open = { ...mains, places: mains.places.map((place) => ({ ...place, divided: false })) };
    const said = analyse(open).analysis.findings.filter(
      ({ rule, severity }) => rule === 'mains-low-voltage-together' && severity === 'danger',
    );
    expect(said.map(({ job, code }) => [job, code])).toEqual([
      ['job-1', ''],
      ['job-2', ''],
      ['job-3', ''],
    ]);
  });
});

describe('a document', () => {
  test.each([
    [
      'a plug-in relay',
      (design: Design) => ({ ...design.jobs[0]!, device: { ...design.jobs[0]!.device, part: 'relay-12v-30a-4' } }),
      /has no contact beside those of its load/,
    ],
    ['one that runs with its coil out', (design: Design) => ({ ...design.jobs[0]!, lost: 'on' as const }), /its coil is out while it runs/],
  ])('of %s has none, and the job that it works is not wired and says why', (_, job, why) => {
    const changed = gated({ ...vehicle, jobs: [job(vehicle), ...vehicle.jobs.slice(1)] } as Design);
    expect(whyNoAuxiliary(changed, changed.jobs[0]!)).toMatch(why);
    expect(analyse(changed).analysis.jobs[1]!.unwired.join()).toMatch(why);
  });
  test.each([
    ['a 10 W lamp', []],
    ['a 13 W lamp', ['Main contactor auxiliary contact works coils and pilot lamps, up to 1 A: let a relay carry the load.']],
    ['a 5 A fan', ['Main contactor auxiliary contact works coils and pilot lamps, up to 1 A: let a relay carry the load.']],
  ])('with no relay it carries %s: %j', (load, why) => {
    const one = typed([MAIN, `when the main contactor’s auxiliary contact is closed, run ${load} directly`], 'battery-12');
    expect([...analyse(one).analysis.jobs[1]!.unwired]).toEqual(why);
  });
  test('in which two contactors wait for each other is refused; nor may the app offer it', () => {
    const round = { ...vehicle, jobs: vehicle.jobs.map((job, at) => (at === 0 ? { ...job, when: vehicle.jobs[1]!.when } : job)) };
    const parsed = parseDesign(round);
    expect(parsed.ok ? [] : parsed.problems.map(({ message }) => message)).toEqual([
      'Main contactor would wait for itself: what it switches comes before it',
    ]);
    expect(mayAssist(mains, mains.jobs[1]!, mains.jobs[0]!)).toBe(false);
    expect(mayAssist(mains, mains.jobs[0]!, mains.jobs[1]!)).toBe(true);
  });
  test('as the sensor of a cut-out, or of a job that is not there, is refused', () => {
    const { design, id } = withAuxiliaryOf(mains, 'job-1');
    const cut = { ...design.jobs[2]!, cutOut: { kind: 'contactor' as const, part: 'contactor-230v-2x25a', signal: id } };
    const parsed = parseDesign({ ...design, jobs: [...design.jobs.slice(0, 2), cut] });
    expect(parsed.ok ? '' : parsed.problems.map(({ message }) => message).join()).toContain('a cut-out has a sensor of its own');
    const lone = { ...vehicle, jobs: vehicle.jobs.slice(1) };
    expect(parseDesign(lone).ok).toBe(false);
  });
  test('follows its contactor to another place, and without that job is what worked it', () => {
    const moved = gated({
      ...vehicle,
      jobs: vehicle.jobs.map((job, at) => (at === 0 ? { ...job, device: { ...job.device, place: 'place-1' } } : job)),
    });
    expect(moved.signals[1]!.place).toBe('place-1');
    const without = gated(withoutJob(vehicle, 'job-1'));
    expect(without.signals.map(({ nature }) => nature)).toEqual(['switch', 'switch']);
    expect(without.jobs[0]!.when).toEqual({ op: 'signal', signal: vehicle.signals[0]!.id });
  });
});
