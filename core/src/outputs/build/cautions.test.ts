/** What is said of a mains job is of its own parts, and the plug comes last. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { analyse } from '../../analyse.ts';
import { parseDesignText } from '../../project/parse.ts';
import type { Design } from '../../project/schema.ts';
import { typed } from '../../testing/pieces.ts';
import { cautionsFor, mainsSteps } from './cautions.ts';

function read(file: string): Design {
  const parsed = parseDesignText(readFileSync(new URL(`../../../../examples/${file}.json`, import.meta.url), 'utf8'));
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.design;
}
const said = (file: string, job = 0) => {
  const design = read(file);
  return cautionsFor(design, design.jobs[job]!, analyse(design).analysis.netlist).join(' ');
};
const steps = (file: string) => {
  const design = read(file);
  return mainsSteps(analyse(design).evidence);
};

describe('cautions', () => {
  test.each([
    ['a 700 W transformer', [true, false]],
    ['a 700 W variable transformer', [false, true]],
    ['a 700 W motor', [false, false]],
  ])('what %s gives on its other side is told apart from the mains, or not parted from them', (load, says) => {
    const design = typed([`when the hand switch is on, run ${load} from the mains`]);
    const words = cautionsFor(design, design.jobs[0]!, analyse(design).analysis.netlist).join(' ');
    expect(
      [
        /gives is not asked here: above 50 V its other side kills/,
        /not parted from wall outlet, whatever it is set to: at zero it is live too/,
      ].map((said) => said.test(words)),
    ).toEqual(says);
  });
  test('low voltage that is worked on beside the mains: what is opened is unplugged first', () => {
    const design = read('circuits/19-oven');
    const { netlist } = analyse(design).analysis;
    const bell = design.jobs.find(({ id }) => id === 'bell')!;
    expect(cautionsFor(design, bell, netlist)[0]).toBe(
      'Mains, 230 V, is in control box too: unplug it, or switch its breaker off and prove it dead twice, before control box is opened.',
    );
    // A relay that sits where the mains come from is no less beside them.
    const panel = { ...design, supplies: design.supplies.map((supply) => ({ ...supply, place: bell.device.place })) };
    expect(cautionsFor(panel, bell, netlist)[0]).toMatch(/^Mains, 230 V, is in control box too/);
    // With no wire of the mains where it is, nothing is said of them.
    const apart = { ...netlist, wires: netlist.wires.filter(({ mains }) => !mains) };
    expect(cautionsFor(design, bell, apart)).toEqual([]);
  });
  // ISO 6469-3: class B begins above 60 V of direct current (from memory).
  test.each([
    [57.6, false],
    [60, false],
    [60.1, true],
    [118.4, true],
  ])('a battery of %s V at its highest kills by a touch: %s', (highestV, kills) => {
    const design = read('as-sold/48-volts');
    const supplies = design.supplies.map((supply) => ({ ...supply, highestV, internalOhm: 1 }));
    const own = { ...design, supplies };
    const words = cautionsFor(own, own.jobs[0]!, analyse(own).analysis.netlist).join(' ');
    expect(/a touch can kill, and an arc does not go out/.test(words)).toBe(kills);
    expect(words).not.toMatch(/A short at the posts/);
  });
  test('what a short at its posts gives is said of a bank that gives thousands of amperes, also where only the coil hangs on it', () => {
    expect(said('as-sold/48-volts')).toMatch(/A short at the posts of battery gives some 4\.43 kA: rings and watch off/);
    expect(said('as-sold/lithium-by-charger')).toBe('');
    expect(said('as-sold/lithium-by-charger', 1)).toMatch(/posts of house battery gives some 4\.43 kA/);
    const design = read('as-sold/lithium-by-charger');
    // By a switch: a feed would give the coil its current itself.
    const coilOn = { ...design.jobs[0]!, when: design.jobs[1]!.when, controlSupply: design.supplies[1]!.id };
    const own = { ...design, jobs: [coilOn, design.jobs[1]!] };
    expect(cautionsFor(own, coilOn, analyse(own).analysis.netlist).join(' ')).toMatch(/posts of house battery/);
    // What is charged hurts as much as what gives; and a coil's bank beside the mains.
    expect(said('as-sold/lithium-by-charger.wrong')).toMatch(/posts of house battery/);
    const lamp = read('circuits/13-mains-lamp-by-module');
    const bank = { ...design.supplies[1]!, id: 'bank', name: 'bank', place: lamp.places[0]!.id };
    const coil = { ...lamp.jobs[0]!, controlSupply: 'bank' };
    const beside = { ...lamp, supplies: [...lamp.supplies, bank], jobs: [coil] };
    expect(cautionsFor(beside, coil, analyse(beside).analysis.netlist).join(' ')).toMatch(/Mains, 230 V.*posts of bank.*local code/);
  });
  // ISO 13851, type III C: synchronous actuation within 0.5 s (from memory).
  test('two buttons in series are said to see no tape, where what they start moves', () => {
    expect(said('circuits/21-two-hand')).toMatch(
      /In series, left button and right button see that each is pressed.*ISO 13851.*half a second/,
    );
    const press = read('circuits/21-two-hand');
    const words = (changes: Partial<Design['jobs'][number]>, signals = press.signals) => {
      const own = { ...press, signals, jobs: press.jobs.map((job) => ({ ...job, ...changes })) };
      return cautionsFor(own, own.jobs[0]!, analyse(own).analysis.netlist).join(' ');
    };
    // One button, a lamp, and switches that stay where they are put are no two-hand control.
    expect(words({ when: { op: 'signal', signal: 'left' } })).not.toMatch(/ISO 13851/);
    const [load] = press.jobs[0]!.loads;
    expect(words({ loads: [{ ...load!, kind: 'filament' } as NonNullable<typeof load>] })).not.toMatch(/ISO 13851/);
    // A sensor that looks by itself is no hand.
    const looking = press.signals.map((signal) => ('action' in signal ? { ...signal, fedBy: press.supplies[0]!.id } : signal));
    expect(words({}, looking)).not.toMatch(/ISO 13851/);
    const kept = press.signals.map((signal) => ('action' in signal ? { ...signal, action: 'maintained' as const } : signal));
    expect(words({}, kept)).not.toMatch(/ISO 13851/);
  });
  test('a two-hand station is said to see no welded contact, where what it starts moves', () => {
    const press = read('circuits/21-two-hand');
    const station = { id: 'station', name: 'press station', place: press.places[0]!.id, usual: false } as const;
    const signals = [...press.signals, { ...station, nature: 'two-hand', limitA: 3, fedBy: press.supplies[0]!.id } as const];
    const words = (kind: 'motor' | 'filament') => {
      const job = press.jobs[0]!;
      const loads = job.loads.map((load) => ({ ...load, kind }) as (typeof job.loads)[number]);
      const own = { ...press, signals, jobs: [{ ...job, loads, when: { op: 'signal' as const, signal: 'station' } }] };
      return cautionsFor(own, own.jobs[0]!, analyse(own).analysis.netlist).join(' ');
    };
    expect(words('motor')).toMatch(/press station sees its buttons and not what it starts.*welded.*two contactors in series.*ISO 13849/);
    expect(words('motor')).not.toMatch(/In series, /);
    expect(words('filament')).not.toMatch(/ISO 13849/);
  });
  test('name the box, the voltage and the local code; a vehicle’s job has none', () => {
    expect(said('circuits/13-mains-lamp-by-module')).toMatch(/Mains, 230 V.*before relay case is opened.*local code/);
    expect(said('circuits/01-switched-load')).toBe('');
  });
  test('two batteries are said to need one minus, one is not; with a return of wire it is a wire of the lists', () => {
    expect(said('circuits/11-split-charge')).toMatch(
      /minus posts of start battery and leisure battery must be joined to the vehicle’s metal/,
    );
    const design = read('circuits/11-split-charge');
    const wired = { ...design, settings: { ...design.settings, returnPath: 'wire' as const } };
    expect(cautionsFor(wired, wired.jobs[0]!, analyse(wired).analysis.netlist).join(' ')).toBe('');
    expect(said('circuits/02-fan-by-thermostat')).toBe('');
  });
  test('two hot conductors, a metal box, what leaks and what gets hot are each said where they are', () => {
    expect(said('circuits/17-radio-outlet')).toMatch(/Both conductors are hot/);
    expect(said('circuits/19-oven')).toMatch(
      /metal of control box is bonded to earth.*K1\.A switches is live even when it is off.*Try the cut-out/,
    );
    expect(said('mistakes/fails-closed-no-cutout')).toMatch(/Nothing ends the heat if the relay sticks/);
  });
});

describe('each caution stands just where what it is about is', () => {
  const oven = read('circuits/19-oven');
  const of = (made: Design) => cautionsFor(made, made.jobs[0]!, analyse(made).analysis.netlist);
  const supplied = (changes: object) => ({ ...oven, supplies: oven.supplies.map((supply) => ({ ...supply, ...changes })) }) as Design;
  const boxed = (box: 'open' | 'plastic' | 'metal') => ({ ...oven, places: oven.places.map((place) => ({ ...place, box })) });
  const has = (list: readonly string[], words: RegExp) => list.some((line) => words.test(line));

  test.each([
    [true, false],
    [false, true],
  ])('with residual-current protection %p that it is missing is said: %p', (rcd, expected) => {
    expect(has(of(supplied({ rcd })), /no residual-current protection.*fit it first/)).toBe(expected);
  });
  test.each([
    ['metal', true],
    ['plastic', false],
    ['open', false],
  ] as const)('a box that is %s is to be bonded: %p', (box, expected) => {
    expect(has(of(boxed(box)), /bonded to earth, by W\d+\.\d+, before anything else/)).toBe(expected);
  });
  test('a metal box whose earth was left off is said to have none', () => {
    const metal = boxed('metal');
    const bond = analyse(metal).analysis.netlist.wires.find(({ from }) => from === 'box-box.PE')!;
    const cut = {
      ...metal,
      jobs: metal.jobs.map((own, at) => (at > 0 ? own : { ...own, edits: [{ kind: 'no-wire' as const, wire: bond.id }] })),
    };
    expect(has(of(cut), /metal of control box has no earth: do not plug it in/)).toBe(true);
    expect(has(of(cut), /bonded to earth/)).toBe(false);
  });
  test('heat is said with its end, and without one that there is none', () => {
    const bare = { ...oven, jobs: oven.jobs.map((job) => ({ ...job, cutOut: { kind: 'none' as const } })) };
    expect(has(of(bare), /Nothing ends the heat/)).toBe(true);
    expect(has(of(bare), /Try the cut-out/)).toBe(false);
    expect(has(of(oven), /Nothing ends the heat/)).toBe(false);
    expect(has(of(oven), /Try the cut-out before the heat is left alone/)).toBe(true);
  });
  test('what leaks when it is off is said of solid-state relays, and of no contact of metal', () => {
    expect(has(of(oven), /live even when it is off, and it fails closed/)).toBe(true);
    expect(said('circuits/13-mains-lamp-by-module')).not.toMatch(/live even when it is off/);
  });
  test('two hot conductors are said of two hot conductors', () => {
    expect(has(of(oven), /Both conductors are hot/)).toBe(oven.supplies[0]!.nominalV === 240);
    expect(said('circuits/13-mains-lamp-by-module')).not.toMatch(/Both conductors are hot/);
  });
  test('the local code is always there and always last', () => {
    for (const made of [oven, boxed('plastic'), supplied({ rcd: false })]) expect(of(made).at(-1)).toMatch(/local code/);
  });
});

describe('before it is plugged in', () => {
  test.each([
    'circuits/13-mains-lamp-by-module',
    'circuits/17-radio-outlet',
    'circuits/19-oven',
    'circuits/21-two-hand',
    'demo/fern-house',
  ])('%s: proved dead first, closed and plugged in last, no step twice', (file) => {
    const list = steps(file);
    expect(list[0]!.id).toBe('dead');
    expect(list.slice(-2).map(({ id }) => id)).toEqual(['closed', 'plug']);
    expect(new Set(list.map(({ id }) => id)).size).toBe(list.length);
    expect(list.map(({ text }) => text).join(' ')).not.toMatch(/undefined|NaN/);
  });
  test('a coil on the mains is moved by hand, never by the mains with the box open', () => {
    expect(
      steps('demo/owl-box')
        .map(({ text }) => text)
        .join(' '),
    ).toMatch(/control side alone at low voltage: K7/);
    const press = read('circuits/21-two-hand');
    const onMains = {
      ...press,
      jobs: press.jobs.map((job) => ({ ...job, controlSupply: 'same' as const, device: { ...job.device, part: 'contactor-230v-2x25a' } })),
    } as Design;
    expect(
      mainsSteps(analyse(onMains).evidence)
        .map(({ text }) => text)
        .join(' '),
    ).toMatch(/by its test slide, never by putting its coil on the mains/);
  });
  test('behind a breaker only what it cuts off is read against earth: the neutral stays bonded in the panel', () => {
    const text = (file: string) => steps(file).find(({ id }) => id.endsWith('/insulation'))!.text;
    expect(text('circuits/13-mains-lamp-by-module')).toMatch(/both pins of the plug/);
    expect(text('circuits/18-phase-angle-box')).toMatch(/the line after its breaker/);
    expect(text('circuits/17-radio-outlet')).toMatch(/each hot conductor/);
  });
  test('a project with nothing on the mains has no such list', () => {
    expect(steps('circuits/01-switched-load')).toEqual([]);
  });
});
