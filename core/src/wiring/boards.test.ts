/** Ways from a pin to a coil or an input: each does what its sentence says, and shares the metal that it says it shares. */
import { describe, expect, test } from '@jest/globals';
import { branch as named, pin } from '../testing/terminals.ts';
import { terminal } from '../quantity/terminal.ts';
import { DEFAULT_MODULE, type Design, type Job, type ModuleSettings } from '../project/schema.ts';
import type { Supply } from '../kinds/supply/registry.ts';
import type { When } from '../document/when-schema.ts';
import { analyse, drawJobs } from '../analyse.ts';
import { jobVerdicts } from '../analysis/verdict.ts';
import { branchId } from '../kinds/part/kind.ts';
import { readDesk } from '../analysis/desk.ts';
import { wireBranch } from './index.ts';
import { HEATER, design, job, not, on } from '../testing/designs.ts';

const twelve: Supply = {
  id: 'twelve',
  name: '12 V supply',
  kind: 'adapter',
  nominalV: 12,
  current: 'dc',
  ratedA: 10,
  restV: 12,
  lowestV: 11.4,
  highestV: 12.6,
  internalOhm: 0.05,
  place: 'front',
};
const mainsSupply: Supply = {
  id: 'outlet',
  name: 'outlet',
  kind: 'mains',
  nominalV: 230,
  restV: 230,
  lowestV: 207,
  highestV: 253,
  internalOhm: 0.4,
  rcd: true,
  ratedA: 16,
  reversible: false,
  place: 'front',
};

/** A job on a board's pin D5, its load on an isolated 12 V supply. */
function made(changes: Partial<Job>, when: When = on('pin'), type: 'board-5v' | 'board-3v3-radio' = 'board-5v'): Design {
  const pin = type === 'board-5v' ? ({ volt: 5, gpio: 'D5', limitA: 0.02 } as const) : ({ volt: 3.3, gpio: 'G16', limitA: 0.012 } as const);
  return design([job({ when, supply: 'twelve', loads: [HEATER], ...changes })], {
    supplies: [...design().supplies, twelve, mainsSupply],
    places: design().places.map((place) => (place.id === 'box' ? { ...place, box: 'plastic', divided: true } : place)),
    signals: design().signals.map((signal) => (signal.nature === 'pin' ? { ...signal, ...pin, controller: 'a' } : signal)),
    controllers: [{ id: 'a', name: 'board', type, place: 'box', supply: 'usb', links: [], program: [] }],
  });
}
const relayModule = (part: string, module: Partial<ModuleSettings>, rest: Partial<Job> = {}): Partial<Job> => ({
  device: { kind: 'relay', part, socket: 'auto', place: 'box' },
  module: { ...DEFAULT_MODULE, ...module },
  ...rest,
});

/** Whether any metal joins two terminals, whatever switches do. */
function metal(evidence: ReturnType<typeof analyse>['evidence'], a: string, b: string): boolean {
  const { circuit } = evidence;
  const seen = new Set([circuit.nodeOf(pin(a))]);
  for (let before = 0; before !== seen.size;) {
    before = seen.size;
    for (const branch of circuit.branches) {
      const [x, y] = [circuit.nodeOf(branch.a), circuit.nodeOf(branch.b)];
      if (seen.has(x) || seen.has(y)) seen.add(x).add(y);
    }
  }
  return seen.has(circuit.nodeOf(pin(b)));
}

const WAYS: readonly [name: string, design: Design, isolated: boolean][] = [
  ['the pin sinks a low-triggered input', made(relayModule('module-5v-10a', { trigger: 'low' }), not(on('pin'))), true],
  ['the pin sources a high-triggered input', made(relayModule('module-5v-10a', { trigger: 'high' })), true],
  [
    'the pin drives the supply pin, the relays on a supply of their own',
    made(relayModule('module-12v-10a', { feed: 'supply-pin', jumper: false, trigger: 'high' }, { controlSupply: 'twelve' })),
    false,
  ],
  [
    'the pin drives the supply pin of a low-triggered module, no common ground',
    made(
      relayModule(
        'module-12v-10a',
        { feed: 'supply-pin', jumper: false, sharedGround: false, trigger: 'low' },
        { controlSupply: 'twelve' },
      ),
    ),
    true,
  ],
  [
    'isolated: low trigger, no jumper, no common ground, a supply of its own',
    made(
      relayModule('module-12v-10a', { trigger: 'low', jumper: false, sharedGround: false }, { controlSupply: 'twelve' }),
      not(on('pin')),
    ),
    true,
  ],
  ['common ground, relays on 12 V', made(relayModule('module-12v-10a', { jumper: false }, { controlSupply: 'twelve' })), false],
  ['a transistor to a plug-in relay', made({ way: 'single-contact/bipolar' }), false],
  ['a darlington channel', made({ way: 'single-contact/bipolar', driver: 'darlington-0a5' }), false],
  ['an optocoupler', made({ module: { ...DEFAULT_MODULE, isolated: true } }), true],
  [
    'a solid-state relay for direct current',
    made({
      device: { kind: 'relay', part: 'ssr-dc-40a', socket: 'auto', place: 'box' },
      cooling: 'fins',
      cutOut: { kind: 'thermal-fuse', opensAtC: 90 },
    }),
    true,
  ],
];

describe.each(WAYS)('%s', (_, own, isolated) => {
  const { analysis, evidence } = analyse(own);
  test('does in every state what its sentence says', () => {
    expect(analysis.jobs.flatMap(({ unwired }) => unwired)).toEqual([]);
    const verdicts = jobVerdicts(evidence, evidence.jobs.get('job-1')!);
    expect(verdicts.filter(({ matches }) => !matches).map(({ words }) => words)).toEqual([]);
    expect(new Set(verdicts.map(({ found }) => found)).size).toBe(2);
    expect(
      analysis.findings.filter(({ severity, rule }) => severity === 'danger' && !/^(fuse|wire)/.test(rule)).map(({ title }) => title),
    ).toEqual([]);
  });
  test(`shares ${isolated ? 'no' : 'its'} metal with the load's supply`, () => {
    expect(metal(evidence, terminal('ctrl-a', 'GND'), terminal('bat-twelve', '-'))).toBe(!isolated);
  });
});

describe('by hand', () => {
  test('an input of 1 kΩ and 1.2 V on 5 V takes 3.7 mA; a coil of 70 Ω behind 3 Ω takes 68 mA of the rail', () => {
    const { evidence } = analyse(made(relayModule('module-5v-10a', { trigger: 'high' })));
    const { solution } = evidence.jobs.get('job-1')!.states.find(({ corner, on: signals }) => corner === 'usual' && signals.has('pin'))!;
    const amps = (branch: string) => Math.abs(solution.amps(evidence.circuit.branchIndex(named(branch))));
    expect(amps(branchId('job-1-relay-input', 'input'))).toBeCloseTo((5 - 1.2) / (1000 + 25 + 10), 4);
    expect(amps(branchId('job-1-relay', 'coil'))).toBeCloseTo(5 / (70 + 3 + 0.2), 3);
  });
  test('a darlington leaves a 5 V coil 4 V: the rule of its pull-in says so of a coil for 12 V at the lowest supply', () => {
    const { evidence } = analyse(made({ way: 'single-contact/bipolar', driver: 'darlington-0a5' }));
    const { solution } = evidence.jobs.get('job-1')!.states.find(({ corner, on: signals }) => corner === 'usual' && signals.has('pin'))!;
    const at = (name: string) => solution.volts[evidence.circuit.nodeOf(pin(name))]!;
    expect(at('job-1-driver.OUT') - at('job-1-driver.COM')).toBeGreaterThan(0.7);
    expect(at('job-1-driver.OUT') - at('job-1-driver.COM')).toBeLessThan(1.1);
  });
  test('a 3.3 V pin on a 5 V module with low trigger leaves 0.5 mA in the input, and the relay never lets go', () => {
    const { analysis } = analyse(made(relayModule('module-5v-10a', { trigger: 'low' }), not(on('pin')), 'board-3v3-radio'));
    const found = analysis.findings.find(({ rule }) => rule === 'pin-level-mismatch')!;
    expect(found.severity).toBe('danger');
    expect(found.value).toBeCloseTo((5 - 3.3 - 1.2) / 1045, 4);
  });
  test.each([
    ['the wrong level', relayModule('module-5v-10a', { trigger: 'low' }), /is on with the pin low/],
    ['no supply for the relays', relayModule('module-12v-10a', { jumper: false }), /supply of their own/],
  ])('%s is said in words', (_, changes, words) => {
    const { analysis } = analyse(made(changes));
    expect(analysis.jobs[0]!.unwired.join(' ')).toMatch(words);
  });
});

test('what a pin sinks counts against its limit, and all pins together against the chip’s', () => {
  const own = made(relayModule('module-5v-10a', { trigger: 'low' }), not(on('pin')));
  const found = analyse(own).analysis.findings.filter(({ rule }) => rule === 'signal-current-over');
  const chip = found.find(({ subject }) => subject.id === 'a/chip')!;
  expect(chip.limit).toBe(0.2);
  // 3.7 mA through 1 kΩ, its diodes and the pin, and what the pull-up of 10 kΩ lets through beside it.
  expect(chip.value).toBeCloseTo((5 - 1.2) / 1035 + 5 / 10_025, 3);
  expect(found.every(({ severity }) => severity === 'hold')).toBe(true);
});

describe('on the mains', () => {
  const lamp = { ...HEATER, plate: { unit: 'W', value: 1150, ratedV: 230 } } as const;
  const contactor = (changes: Partial<Job>): Design =>
    made({
      supply: 'outlet',
      when: on('dash'),
      loads: [lamp],
      protection: 'breaker-b',
      device: { kind: 'relay', part: 'contactor-230v-2x25a', socket: 'auto', place: 'box' },
      ...changes,
    });
  const off = (own: Design, at: string) => {
    const { evidence } = analyse(own);
    const { solution } = evidence.jobs.get('job-1')!.states.find(({ corner, on: signals }) => corner === 'usual' && signals.size === 0)!;
    return Math.abs(solution.volts[evidence.circuit.nodeOf(pin(at))]! - solution.volts[evidence.circuit.nodeOf(pin('bat-outlet.PE'))]!);
  };
  test('with the line broken the load is dead when it is off, with the neutral broken it is at 230 V', () => {
    expect(off(contactor({ breaks: 'line' }), 'job-1-load-1-1.+')).toBeLessThan(1);
    expect(off(contactor({ breaks: 'neutral' }), 'job-1-load-1-1.+')).toBeCloseTo(230, 0);
  });
  test('two conductors broken leave it floating', () => {
    const { evidence } = analyse(contactor({ breaks: 'both' }));
    const { solution } = evidence.jobs.get('job-1')!.states.find(({ corner, on: signals }) => corner === 'usual' && signals.size === 0)!;
    expect(solution.floating[evidence.circuit.nodeOf(pin('job-1-load-1-1.+'))]).toBe(1);
  });
  test('half of 240 V between two hot conductors stands on each against earth', () => {
    const split = contactor({ device: { kind: 'relay', part: 'contactor-240v-2x30a', socket: 'auto', place: 'box' } });
    const own: Design = {
      ...split,
      supplies: split.supplies.map((supply) =>
        supply.kind === 'mains' ? { ...supply, nominalV: 240, restV: 240, lowestV: 228, highestV: 252 } : supply,
      ),
    };
    const { evidence } = analyse(own);
    const state = evidence.jobs.get('job-1')!.states.find(({ corner, on: signals }) => corner === 'usual' && signals.has('dash'))!;
    const volt = (at: string) => state.solution.volts[evidence.circuit.nodeOf(pin(at))]!;
    expect(volt('job-1-load-1-1.+')).toBeGreaterThan(115);
    expect(volt('job-1-load-1-1.-')).toBeLessThan(-115);
  });
});

test('two elements of 115 V in series on 230 V: each gets its 115 V, the line takes what one does', () => {
  const ring = { ...HEATER, plate: { unit: 'W', value: 500, ratedV: 115 }, series: 2 } as const;
  const own = made({
    supply: 'outlet',
    when: on('dash'),
    loads: [ring],
    protection: 'breaker-b',
    device: { kind: 'relay', part: 'contactor-230v-2x25a', socket: 'auto', place: 'box' },
  });
  // A cord in 60 °C carries nothing.
  const { analysis, evidence } = analyse({
    ...own,
    places: own.places.map((place) => ({ ...place, hottestC: Math.min(45, place.hottestC) })),
  });
  expect(analysis.jobs[0]!.matching).toBe(analysis.jobs[0]!.combinations);
  const state = evidence.jobs.get('job-1')!.states.find(({ corner, on: signals }) => corner === 'usual' && signals.has('dash'))!;
  // 500 W at 115 V is 26.45 Ω and 4.35 A; two in series 52.9 Ω.
  expect(Math.abs(state.solution.amps(evidence.circuit.branchIndex(named('job-1-load-1-1/load'))))).toBeCloseTo(500 / 115, 1);
  expect(analysis.findings.filter(({ severity, rule }) => severity === 'danger' && !/^earth|^mains-no-enclosure/.test(rule))).toEqual([]);
});

describe('module boards in the parts list', () => {
  const ASKED = 'triggered by a high level, with optocouplers, with a bridge for the supply of its relays, which comes out';
  const rows = (count: number, otherwise: (at: number) => Partial<Job['module']> = () => ({})) => {
    const one = job(relayModule('module-12v-10a', { jumper: false }, { controlSupply: 'twelve', supply: 'twelve' }));
    const pins = Array.from({ length: count }, (_, at) => ({ id: `p${at}`, gpio: `D${at + 6}` }));
    const base = made({});
    const [pin] = base.signals.filter(({ nature }) => nature === 'pin');
    const own = design(
      pins.map(({ id }, at) => ({ ...one, id: `j${at}`, when: on(id) })),
      { ...base, jobs: [], signals: [...base.signals, ...pins.map((names) => ({ ...pin!, ...names }) as Design['signals'][0])] },
    );
    return analyse({
      ...own,
      jobs: pins.map(({ id }, at) => ({ ...one, id: `j${at}`, when: on(id), module: { ...one.module, ...otherwise(at) } })),
    })
      .analysis.parts.map(({ description }) => description)
      .filter((text) => /module/.test(text));
  };
  test.each([
    [1, '1 channel'],
    [3, '4 channels, 1 spare'],
    [4, '4 channels'],
  ])('%d channels', (count, board) => expect(rows(count)).toEqual([`10 A relay module, 12 V, ${board}, ${ASKED}`]));

  test('one board for each way in which channels are triggered or fed', () => {
    expect(rows(2, (at) => ({ jumper: at < 1 }))).toEqual([
      '10 A relay module, 12 V, 1 channel, triggered by a high level, with optocouplers',
      `10 A relay module, 12 V, 1 channel, ${ASKED}`,
    ]);
  });
});

describe('a cut-out counts where it is wired', () => {
  const solid = (cutOut: Job['cutOut']) =>
    analyse(
      made({
        loads: [{ ...HEATER, ownCutOut: false }],
        device: { kind: 'relay', part: 'ssr-dc-40a', socket: 'auto', place: 'box' },
        cooling: 'fins',
        cutOut,
      }),
    ).analysis;
  const severity = (found: ReturnType<typeof solid>) => found.findings.find(({ rule }) => rule === 'fails-closed-no-cutout')!.severity;
  test('a thermal fuse stands in the line of a direct-current heater too', () => {
    const found = solid({ kind: 'thermal-fuse', opensAtC: 90 });
    expect(found.netlist.parts.filter(({ kind }) => kind === 'thermal-fuse')).toHaveLength(1);
    expect(severity(found)).toBe('hold');
  });
  test('none, and a contactor that this way does not wire, are said as danger', () => {
    expect(severity(solid({ kind: 'none' }))).toBe('danger');
    expect(severity(solid({ kind: 'contactor', part: 'contactor-24v-2x25a', signal: 'warm' }))).toBe('danger');
  });
});

describe('a board that hangs on a supply of the project', () => {
  const fed = (supply: string, changes: Partial<Job> = {}): Design => {
    const base = made({ ...relayModule('module-5v-10a', {}), controlSupply: 'same', ...changes });
    return { ...base, controllers: base.controllers.map((board) => ({ ...board, supply })) };
  };
  const ends = (of: Design) => analyse(of).analysis.netlist.wires.map(({ from, to }) => `${from} > ${to}`);

  test('has a fused lead to its input and a way back from its ground; on a computer’s port it has neither', () => {
    expect(ends(fed('twelve')).filter((one) => one.includes('ctrl-a.VIN') || one.startsWith('ctrl-a.GND'))).toEqual([
      expect.stringMatching(/fuse.* > ctrl-a\.VIN$/),
      expect.stringMatching(/^ctrl-a\.GND > bar-bat-twelve/),
    ]);
    expect(ends(fed('usb')).filter((one) => one.includes('ctrl-a.VIN'))).toEqual([]);
  });
  test('is drawn as a box between the two, and on a computer’s port as none', () => {
    const boxes = (of: Design) => drawJobs(analyse(of).analysis.netlist, ['job-1']).symbols.filter(({ symbol }) => symbol === 'fed').length;
    expect([boxes(fed('twelve')), boxes(fed('usb'))]).toEqual([1, 0]);
  });
  test('that lost either lead turns its load off: a dead pin drives nothing', () => {
    const { evidence } = analyse(fed('twelve'));
    const load = (signals: string[]) => readDesk(evidence, { on: signals, volts: {} }, null, 0).reading.loads['job-1/load-1'];
    expect([load(['pin']), load([])]).toEqual(['on', 'off']);
    const leads = evidence.netlist.wires.filter(({ from, to }) => to === 'ctrl-a.VIN' || from === 'ctrl-a.GND');
    expect(leads).toHaveLength(2);
    for (const { id } of leads) {
      evidence.circuit.setFault(wireBranch(id), 'open');
      expect([load(['pin']), load([])]).toEqual(['off', 'off']);
      evidence.circuit.setFault(wireBranch(id), null);
    }
  });
  test('takes its own current from it at rest: 50 mA flatten a battery of 75 Ah in a month', () => {
    const found = (of: Design) => analyse(of).analysis.findings.find(({ rule }) => rule === 'parasitic-drain')!;
    // Half of 75 Ah over 0.05 A · 12.7 V / 12 V are 709 h: 30 days.
    expect(found(fed('main', { supply: 'main' })).title).toMatch(/flat in (?:29|30) days/);
    expect(found(fed('usb', { supply: 'main' })).value).toBeLessThan(1e-4);
  });
});
