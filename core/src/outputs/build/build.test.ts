/** From the netlist to what is cut, bought, labelled and done, on a job that can be counted by hand. */
import { describe, expect, test } from '@jest/globals';
import { pin } from '../../testing/terminals.ts';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { readFileSync } from 'node:fs';
import { analyse, drawJobs } from '../../analyse.ts';
import { compile } from '../../wiring/compile.ts';
import { partOf } from '../../quantity/terminal.ts';
import { parseDesignText } from '../../project/parse.ts';
import type { Design } from '../../project/schema.ts';
import { referencesIn } from '../drawing/references.ts';
import { drawingSvg } from '../formats/drawing-svg.ts';
import { HEATER, and, design, job, on } from '../../testing/designs.ts';
import { typed } from '../../testing/pieces.ts';
import { compareDesigns } from './compare.ts';
import { PHASES, orderOfWork } from './order.ts';
import { stripsOf } from '../../graph/strips.ts';

function demo(name: string): Design {
  const parsed = parseDesignText(readFileSync(new URL(`../../../../examples/demo/${name}.json`, import.meta.url), 'utf8'));
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.design;
}
const plain = design([job({ loads: [{ ...HEATER, count: 2 }] }), job({ id: 'job-2', name: 'Second', when: and(on('key'), on('dash')) })]);
const withStrip: Design = { ...plain, places: plain.places.map((place) => (place.id === 'box' ? { ...place, strip: true } : place)) };
const placeOf = ({ netlist }: { netlist: ReturnType<typeof compile>['netlist'] }, at: string) =>
  netlist.parts.find(({ id }) => id === partOf(pin(at)))!.place;

describe('what a person said of one wire', () => {
  const [first] = compile(plain).netlist.wires.filter(({ leg }) => leg.startsWith('control'));
  const edited: Design = {
    ...plain,
    build: { ...plain.build, wires: { [first!.id]: { colour: 'VT', label: 'dash 3', lengthM: 4.2, existing: true } } },
  };
  test('stays with it through a recompiling that changes other things', () => {
    const other = { ...edited, jobs: edited.jobs.map((one) => (one.id === 'job-2' ? { ...one, loads: [{ ...HEATER, count: 3 }] } : one)) };
    const { analysis } = analyse(other);
    const row = analysis.wires.find(({ wire }) => wire === first!.id)!;
    expect(row).toMatchObject({ colour: 'VT', lengthM: 4.2, existing: true });
    expect(row.labelFrom).toMatch(/^dash 3 /);
  });
  test('a measured length counts in the drop, and a wire that is there is neither cut nor crimped', () => {
    const [before, after] = [analyse(plain).analysis, analyse(edited).analysis];
    expect(after.netlist.wires.find(({ id }) => id === first!.id)!.lengthM).toBe(4.2);
    const metres = (analysis: typeof before) => analysis.cuts.reduce((sum, { lengthM }) => sum + lengthM, 0);
    expect(metres(before) - metres(after)).toBeCloseTo(before.wires.find(({ wire }) => wire === first!.id)!.lengthM, 9);
    expect(after.cuts.flatMap(({ cut }) => cut.rolls.flatMap(({ pieces }) => pieces)).some(({ id }) => id === first!.tag)).toBe(false);
  });
});

describe('a terminal strip', () => {
  const { netlist } = compile(withStrip);
  const [strip] = stripsOf(withStrip, netlist);
  const crossing = netlist.wires.filter(({ from, to }) => (placeOf({ netlist }, from) === 'box') !== (placeOf({ netlist }, to) === 'box'));
  test('has one row for each wire that leaves its place and fits, numbered 1…n in front and n+1…2n behind', () => {
    expect(strip!.positions.length + strip!.beside.length).toBe(crossing.length);
    expect(strip!.positions.map(({ front }) => front)).toEqual(strip!.positions.map((_, at) => at + 1));
    expect(strip!.positions.every(({ front, back }) => back === front + strip!.ways)).toBe(true);
  });
  test('cuts each such wire in two, whose lengths are the wire’s', () => {
    const { analysis } = analyse(withStrip);
    for (const { wire } of strip!.positions) {
      const pieces = analysis.wires.filter((row) => row.wire === wire);
      expect(pieces).toHaveLength(2);
      const whole = analysis.netlist.wires.find(({ id }) => id === wire)!.lengthM;
      expect(pieces.reduce((sum, { lengthM }) => sum + lengthM, 0)).toBeCloseTo(whole, 1);
    }
    expect(analysis.parts.find(({ description }) => description.startsWith('Feed-through'))).toMatchObject({
      count: strip!.ways,
      spare: 2,
    });
  });
  test('two wires of one colour that are not one circuit are said', () => {
    const colours = new Map<string, Set<string>>();
    for (const { colour, inside } of strip!.positions) colours.set(colour, (colours.get(colour) ?? new Set()).add(inside));
    const twice = [...colours].filter(([, ends]) => ends.size > 1).map(([colour]) => colour);
    expect(twice.length).toBeGreaterThan(0);
    expect(strip!.clashes.map(({ colour }) => colour).sort()).toEqual(twice.sort());
  });
  test('mains passes beside it', () => {
    const owl = demo('owl-box');
    const all = { ...owl, places: owl.places.map((place) => ({ ...place, strip: true })) };
    const made = compile(all).netlist;
    const mains = new Set(made.wires.filter((wire) => wire.mains).map(({ id }) => id));
    expect(mains.size).toBeGreaterThan(0);
    for (const { positions } of stripsOf(all, made)) expect(positions.some(({ wire }) => mains.has(wire))).toBe(false);
  });
});

describe('parts to buy', () => {
  const blade = /^Blade fuse/;
  test('are the count and the spares less what is in the drawer, never below none', () => {
    const { parts } = analyse(plain).analysis;
    const fuse = parts.find(({ description }) => blade.test(description))!;
    expect(fuse).toMatchObject({ spare: 1, inDrawer: 0, toBuy: fuse.count + 1 });
    const drawer = { [fuse.description]: 100 };
    const stocked = analyse({ ...plain, build: { ...plain.build, drawer } }).analysis.parts.find(
      ({ description }) => description === fuse.description,
    )!;
    expect(stocked).toMatchObject({ inDrawer: 100, toBuy: 0 });
    const none = analyse({ ...plain, build: { ...plain.build, spares: { [fuse.description]: 0 } } }).analysis.parts;
    expect(none.find(({ description }) => description === fuse.description)).toMatchObject({ spare: 0, toBuy: fuse.count });
  });
  test('what is pushed on a wide load blade is as wide as that, and on the coil’s it is not', () => {
    const made = typed(['when the key is on, run a 36 A fan from the battery through a 70 A relay'], 'battery-12');
    const { wires, parts } = analyse(made).analysis;
    const at = (pin: string) =>
      wires.flatMap(({ from, to, fromTerminal, toTerminal }) => [
        ...(from === `K1 ${pin}` ? [fromTerminal] : []),
        ...(to === `K1 ${pin}` ? [toTerminal] : []),
      ]);
    expect(['30', '87'].flatMap(at)).toEqual(['9.5 mm socket receptacle', '9.5 mm socket receptacle']);
    expect(['86', '85'].flatMap(at)).toEqual(['socket receptacle', 'socket receptacle']);
    const bought = (width: string) =>
      parts.filter(({ description }) => description.startsWith(`Blade receptacle, ${width}`)).reduce((sum, { count }) => sum + count, 0);
    expect(bought('9.5 mm')).toBe(2);
    // A receptacle more of the usual width is at the control fuse’s lead or the switch, and none on a wide blade.
    expect(bought('6.3 mm')).toBe(
      wires
        .flatMap(({ fromTerminal, toTerminal }) => [fromTerminal, toTerminal])
        .filter((style) => /receptacle/.test(style) && !/9\.5/.test(style)).length,
    );
    const inches = { ...made, settings: { ...made.settings, wireSeries: 'awg' as const } };
    expect(
      analyse(inches)
        .analysis.parts.map(({ description }) => description)
        .join(),
    ).toMatch(/Blade receptacle, 3\/8 in, for/);
  });
  test('a board has its cable and supply, a pin header its jumper leads, and what is soldered its board', () => {
    const made = typed(['when pin D4 is high, run a 2 A fan from the battery'], 'battery-12');
    const buy = (one: Design) => {
      const { wires, parts } = analyse(one).analysis;
      const count = (words: RegExp) => parts.filter(({ description }) => words.test(description)).reduce((sum, row) => sum + row.count, 0);
      return { ends: wires.flatMap(({ fromTerminal, toTerminal }) => [fromTerminal, toTerminal]), count };
    };
    const [byPort, fed] = [buy(made), buy({ ...made, controllers: made.controllers.map((one) => ({ ...one, supply: 'supply-1' })) })];
    expect(byPort.count(/^5 V controller board/)).toBe(1);
    expect([byPort, fed].map(({ count }) => count(/^USB cable, and a 5 V supply with such a port for 500 mA/))).toEqual([1, 0]);
    const onHeader = byPort.ends.filter((style) => style === 'jumper socket, soldered on').length;
    expect(onHeader).toBeGreaterThan(0);
    expect(byPort.count(/^Jumper lead/)).toBe(onHeader);
    expect(byPort.count(/transistor/i)).toBe(1);
    expect(byPort.count(/^Piece of perforated board/)).toBe(1);
    expect(buy(typed(['when the key is on, run a 2 A fan'], 'battery-12')).count(/USB|Jumper|perforated/)).toBe(0);
  });
  test.each([
    ['with a 40 A breaker', /^Thermal breaker 40 A .* on M6 studs$/, 'M6 ring'],
    ['with a 40 A self-resetting breaker', /^Thermal breaker 40 A .* on M5 studs$/, 'M5 ring'],
  ])('a breaker %s has rings for its studs', (words, breaker, ring) => {
    const { wires, parts } = analyse(
      typed([`when the key is on, run a 28 A fan from the battery through a 70 A relay ${words}`], 'battery-12'),
    ).analysis;
    expect(parts.filter(({ description }) => breaker.test(description))).toHaveLength(1);
    const at = wires.flatMap(({ from, to, fromTerminal, toTerminal }) => [
      ...(from.startsWith('F1 ') ? [fromTerminal] : []),
      ...(to.startsWith('F1 ') ? [toTerminal] : []),
    ]);
    expect(at).toEqual([ring, ring]);
  });
  test('a resistor that half a motor’s power goes through is not priced as one of a quarter of a watt', () => {
    const made = typed(['when the key is on, run a 9 A fan slowly, and at full speed when the fan switch is on'], 'battery-12');
    const priceOf = (words: RegExp) => analyse(made).analysis.parts.find(({ description }) => words.test(description))!.price!;
    expect(priceOf(/^Wire-wound resistor/)).toBeGreaterThan(priceOf(/^Rectifier diode/) * 10);
  });
  test('a thermal fuse has the two crimps that bear what it opens at', () => {
    const { wires, parts } = analyse(typed(['when the switch is on, heat a 1.2 kW element to 120 °C'], 'mains-230')).analysis;
    const ends = wires.flatMap(({ fromTerminal, toTerminal }) => [fromTerminal, toTerminal]);
    expect(parts.find(({ description }) => description.startsWith('Thermal fuse'))).toBeDefined();
    expect(ends.filter((style) => style === 'high-temperature crimp')).toHaveLength(2);
    expect(parts.find(({ description }) => description.startsWith('Bare high-temperature crimp'))).toMatchObject({ count: 2, spare: 2 });
  });
  test('terminals are two a wire but for what is soldered, spliced or in the shelf’s own sockets', () => {
    const { wires, parts } = analyse(plain).analysis;
    const crimped = parts.filter(({ tags }) => tags === '').reduce((sum, { count }) => sum + count, 0);
    const ends = wires.flatMap(({ fromTerminal, toTerminal }) => [fromTerminal, toTerminal]);
    expect(crimped).toBe(ends.filter((style) => /receptacle|ring|ferrule|butt|jumper/.test(style)).length);
  });
});

describe.each(['owl-box', 'fern-house', 'tender-7'])('the order of work of %s', (name) => {
  const made = demo(name);
  const { analysis, evidence } = analyse(made);
  const steps = orderOfWork(evidence, analysis.wires);
  test('goes through its phases with the supply last, each step once', () => {
    const phases = steps.map(({ phase }) => PHASES.indexOf(phase));
    const perJob = steps.filter(({ job: of }) => of !== null);
    expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length);
    expect(steps[0]!.phase).toBe('mount');
    expect(steps[steps.length - 1]!.phase).toBe('supply');
    expect(Math.max(...phases.slice(0, phases.indexOf(PHASES.indexOf('tug'))))).toBeLessThan(PHASES.indexOf('tug'));
    // Of each job the control side is checked before its load side is begun.
    for (const { id } of made.jobs) {
      const own = perJob.filter(({ job: of }) => of === id).map(({ phase }) => PHASES.indexOf(phase));
      expect(own).toEqual([...own].sort((a, b) => a - b));
    }
  });
  test('lays every wire once', () => {
    const laid = steps.filter(({ phase }) => ['ground', 'control side', 'load side'].includes(phase)).flatMap(({ wires }) => wires);
    expect([...laid].sort()).toEqual(analysis.netlist.wires.map(({ id }) => id).sort());
  });
});

describe('two revisions', () => {
  test('of one design differ in nothing', () => {
    expect(compareDesigns(plain, plain).changes).toEqual([]);
  });
  test('are a list of what changed, by wire and by part', () => {
    const [wire] = compile(plain).netlist.wires.filter(({ leg }) => leg.startsWith('control'));
    const after: Design = {
      ...plain,
      build: { ...plain.build, wires: { [wire!.id]: { colour: 'PK' } } },
      jobs: plain.jobs.map((one) => (one.id === 'job-2' ? { ...one, loads: [{ ...HEATER, count: 2 }] } : one)),
    };
    const { changes, marked } = compareDesigns(plain, after);
    expect(changes.find(({ subject }) => subject.id === wire!.id)).toMatchObject({
      kind: 'changed',
      words: expect.stringContaining('→ pink'),
    });
    expect(changes.some(({ kind, subject }) => kind === 'added' && subject.label === 'E2.2')).toBe(true);
    expect(marked.has(wire!.id)).toBe(true);
    const back = compareDesigns(after, plain).changes;
    expect(back.some(({ kind, subject }) => kind === 'gone' && subject.label === 'E2.2')).toBe(true);
  });
});

describe('a drawing on paper', () => {
  const { analysis } = analyse(plain);
  const sheets = plain.jobs.map(({ id }, at) => ({ sheet: at + 1, drawing: drawJobs(analysis.netlist, [id]) }));
  const tagOf = (id: string) => analysis.netlist.parts.find((part) => part.id === id)!.tag;
  test('names at each contact its coil, and below each coil its contacts, by sheet and path', () => {
    const [first, second] = referencesIn(sheets, tagOf);
    const relay = analysis.netlist.parts.find(({ tag }) => tag === 'K1')!.id;
    const coilX = sheets[0]!.drawing.symbols.find(({ part, key }) => part === relay && key === 'coil')!.x;
    const path = sheets[0]!.drawing.paths.findLast(({ x }) => x <= coilX)!.number;
    expect(first!.bySymbol.get(`${relay}:contact87`)).toBe(`K1/1.${path}`);
    expect(first!.bySymbol.get(`${relay}:coil`)).toMatch(/^87\/1\.\d$/);
    expect([...second!.bySymbol.values()].some((words) => words.startsWith('K1/'))).toBe(false);
    // Alone on its sheet the path is enough.
    expect(referencesIn([sheets[0]!], tagOf)[0]!.bySymbol.get(`${relay}:contact87`)).toBe(`K1/${path}`);
  });
  test('is well-formed SVG to another parser, with a line for each wire and every sign escaped', () => {
    const named: Design = {
      ...plain,
      jobs: plain.jobs.map((one, at) => (at === 0 ? { ...one, loads: [{ ...HEATER, name: 'lamp <"left"> & co' }] } : one)),
    };
    const { netlist } = analyse(named).analysis;
    const drawing = drawJobs(
      netlist,
      named.jobs.map(({ id }) => id),
    );
    const text = drawingSvg(drawing, netlist, { title: 'A & B' });
    expect(XMLValidator.validate(text)).toBe(true);
    const { svg } = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '' }).parse(text) as {
      svg: { title: string; polyline: unknown[]; text: (string | { '#text': string })[]; version: string };
    };
    expect(svg).toMatchObject({ title: 'A & B', version: '1.1' });
    expect(svg.polyline.length).toBeGreaterThanOrEqual(netlist.wires.length);
    expect(text).toContain('lamp &lt;&quot;left&quot;&gt; &amp; co');
    const odd = drawingSvg(drawing, netlist, { title: 'A\u0000\u0007\u001b\ud800B' });
    expect(odd).toContain('<title>AB</title>');
    expect(XMLValidator.validate(odd)).toBe(true);
    // Black on white: no colour is asked of the printer.
    for (const [, colour] of text.matchAll(/"(#[0-9a-f]{6})"/g))
      expect(new Set([colour!.slice(1, 3), colour!.slice(3, 5), colour!.slice(5)]).size).toBe(1);
  });
});

describe('what is connected last', () => {
  test('is the mains: every supply of low voltage comes before it, whatever their order in the project', () => {
    const owl = demo('owl-box');
    for (const supplies of [owl.supplies, [...owl.supplies].reverse()]) {
      const made = { ...owl, supplies };
      const { analysis, evidence } = analyse(made);
      const steps = orderOfWork(evidence, analysis.wires).filter(({ phase }) => phase === 'supply');
      expect(steps.length).toBeGreaterThan(1);
      expect(steps.at(-1)!.title).toMatch(/^Plug in /);
      expect(steps.at(-1)!.caution).toMatch(/closed before it is plugged in/);
      for (const step of steps.slice(0, -1)) expect(step.title).toMatch(/^Connect /);
    }
  });
});

test('an earth conductor is as thick as the line beside it (IEC 60364-5-54, up to 16 mm²)', () => {
  const lamp = parseDesignText(readFileSync(new URL('../../../../examples/circuits/19-oven.json', import.meta.url), 'utf8'));
  if (!lamp.ok) throw new Error('the oven cannot be read');
  const { netlist } = compile(lamp.design);
  const earths = netlist.wires.filter(({ role }) => role === 'earth');
  expect(earths.length).toBeGreaterThan(0);
  for (const earth of earths) {
    const load = earth.from.slice(0, earth.from.lastIndexOf('.'));
    // A box is beside the thickest line that enters it.
    const lines = netlist.wires.filter(
      ({ role, to, job }) => role === 'load' && (/^(?:box|inlet)-/.test(load) ? job === earth.job : to === `${load}.+`),
    );
    expect(lines.length).toBeGreaterThan(0);
    expect(earth.sizeMm2).toBeGreaterThanOrEqual(Math.max(...lines.map(({ sizeMm2 }) => sizeMm2)));
  }
});
