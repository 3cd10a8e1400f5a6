import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { kindOf } from '../../kinds/index.ts';
import type { Netlist } from '../../graph/index.ts';
import { compile } from '../../wiring/compile.ts';
import { parseDesignText } from '../../project/parse.ts';
import type { Design, Job } from '../../project/schema.ts';
import { HEATER, and, design, job, not, on } from '../../testing/designs.ts';
import { type Drawing, drawCurrentPaths } from './current-paths.ts';

const five = { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' } as const;
const units = (count: number) => [{ ...HEATER, count }];
const JOBS: Record<string, Partial<Job>> = {
  'a switch on a feed': {},
  'a thermostat': { when: and(on('key'), on('hot')) },
  'two switches and a thermostat': { when: and(on('key'), on('dash'), on('second'), on('hot')) },
  'no diode, no fuses': { suppression: 'none', fuse: 'none', controlFuse: 'none' },
  'on 87a': { when: not(on('key')), lost: 'on', device: five },
  'four units': { loads: units(4) },
  'two lines': { loads: [...units(2), { ...HEATER, id: 'load-2', name: 'lamp', kind: 'filament', place: 'dash' }] },
};
const draw = (changes: Partial<Job>) => {
  const { netlist } = compile(design([job(changes)]));
  return { netlist, drawing: drawCurrentPaths(netlist, new Set(['job-1'])) };
};
const box = ({ x, y1, y2 }: Drawing['symbols'][number]) => ({ left: x - 15, right: x + 15, top: y1, bottom: y2 });

describe.each(Object.entries(JOBS))('%s', (_, changes) => {
  const { netlist, drawing } = draw(changes);

  test('shows every wire once, and every part that has a symbol', () => {
    expect(drawing.wires.map(({ wire }) => wire).sort()).toEqual(netlist.wires.map(({ id }) => id).sort());
    const shown = new Set(drawing.symbols.map(({ part }) => part));
    for (const part of netlist.parts)
      if (['relay', 'fuse', 'load', 'switch', 'ground-switch', 'diode'].includes(part.kind)) expect(shown).toContain(part.id);
  });
  test('stays on its sheet, and no symbol stands on another', () => {
    for (const symbol of drawing.symbols) {
      expect(box(symbol).left).toBeGreaterThanOrEqual(0);
      expect(symbol.x).toBeLessThan(drawing.width);
      expect(symbol.y2).toBeLessThanOrEqual(drawing.height);
      expect(symbol.y2 - symbol.y1).toBeGreaterThan(15);
    }
    drawing.symbols.forEach((a, at) => {
      for (const b of drawing.symbols.slice(at + 1)) {
        const apart =
          box(a).right <= box(b).left ||
          box(b).right <= box(a).left ||
          box(a).bottom <= box(b).top + 1e-6 ||
          box(b).bottom <= box(a).top + 1e-6;
        expect([a.part, b.part, apart]).toEqual([a.part, b.part, true]);
      }
    });
  });
  test('runs from supply above to return below, each wire joined to what it ends on', () => {
    const top = drawing.rails.find(({ side }) => side === 'supply')!;
    const bottom = drawing.rails.find(({ side }) => side === 'return')!;
    expect(top.y).toBeLessThan(bottom.y);
    for (const { points } of drawing.wires)
      for (const [, y] of points) {
        expect(y).toBeGreaterThanOrEqual(top.y - 1e-6);
        expect(y).toBeLessThanOrEqual(bottom.y + 1e-6);
      }
    // 30 is nearer to the supply than 87 or 87a; 86 nearer than 85; a diode's band is on the supply's side.
    for (const symbol of drawing.symbols) {
      if (symbol.symbol.startsWith('contact')) expect(symbol.upper).toMatch(/\.30$/);
      if (symbol.symbol === 'coil') expect(symbol.upper).toMatch(/\.86$/);
      if (symbol.symbol === 'diode') expect([symbol.upper, symbol.flipped]).toEqual(['job-1-relay-diode.K', false]);
      if (symbol.symbol === 'ground-switch') expect(symbol.upper).toMatch(/\.1$/);
    }
  });
});

test('paths are numbered from the left, and a dashed link joins coil and contact', () => {
  const { drawing } = draw({});
  expect(drawing.paths.map(({ number }) => number)).toEqual([1, 2]);
  expect(drawing.paths[0]!.x).toBeLessThan(drawing.paths[1]!.x);
  expect(drawing.links).toHaveLength(1);
  const coil = drawing.symbols.find(({ symbol }) => symbol === 'coil')!;
  expect(drawing.links[0]!.points[0]![0]).toBeGreaterThan(coil.x);
});

test('two jobs on one sheet keep their own paths', () => {
  const { netlist } = compile(design([job(), job({ id: 'job-2', when: and(on('key'), on('hot')) })]));
  const drawing = drawCurrentPaths(netlist, new Set(['job-1', 'job-2']));
  // Two coils on one shared feed and switch, two loads on one shared stud: each of the four a path with a number of its own.
  expect(drawing.paths.map(({ number }) => number)).toEqual([1, 2, 3, 4]);
  expect(new Set(drawing.symbols.map(({ part, key }) => `${part}${key}`)).size).toBe(drawing.symbols.length);
});

function readDesign(file: URL): Design {
  const parsed = parseDesignText(readFileSync(file, 'utf8'));
  if (!parsed.ok) throw new Error(file.pathname);
  return parsed.design;
}

describe('bars of the returns', () => {
  const examples = ['circuits', 'demo', 'mistakes', 'as-sold'].flatMap((folder) => {
    const at = new URL(`../../../../examples/${folder}/`, import.meta.url);
    return readdirSync(at).map((file) => [`${folder}/${file}`, readDesign(new URL(file, at))] as const);
  });
  /** A slow twin of the graph's grouping: all that metal joins to a terminal, a stud's far end as well. */
  function metalOf(netlist: Netlist, from: string): Set<string> {
    const metal = new Set([from]);
    for (let before = 0; before < metal.size;) {
      before = metal.size;
      for (const [a, b] of netlist.joints) {
        if (metal.has(a)) metal.add(b);
        if (metal.has(b)) metal.add(a);
      }
      for (const { id, kind } of netlist.parts)
        if (kind === 'ground-point' && [`${id}.G`, `${id}.31`].some((at) => metal.has(at))) {
          metal.add(`${id}.G`);
          metal.add(`${id}.31`);
        }
    }
    return metal;
  }

  test('over every example each path ends on the bar of its own metal, and mains shares none with low voltage', () => {
    let [drawings, several, broken] = [0, 0, 0];
    for (const [file, project] of examples) {
      const { netlist } = compile(project);
      for (const { id } of project.jobs) {
        const drawing = drawCurrentPaths(netlist, new Set([id]));
        const bars = drawing.rails.filter(({ side }) => side === 'return');
        expect({ file, id, levels: new Set(bars.map(({ y }) => y)).size }).toEqual({ file, id, levels: bars.length });
        const metal = bars.map(({ terminal }) => metalOf(netlist, terminal));
        metal.forEach((one, at) => {
          for (const other of metal.slice(at + 1)) expect([file, [...one].filter((terminal) => other.has(terminal))]).toEqual([file, []]);
        });
        const ends = [
          ...drawing.wires.map(({ wire, points }) => {
            const { from, to } = netlist.wires.find((one) => one.id === wire)!;
            return { terminals: [from, to], points };
          }),
          ...drawing.symbols.map(({ upper, lower, x, y1, y2 }) => ({
            terminals: [upper, lower],
            points: [
              [x, y1],
              [x, y2],
            ] as const,
          })),
        ];
        for (const { terminals, points } of ends)
          bars.forEach(({ y, label, mains, x1, x2, pieces }, at) => {
            const foot = points.find(([, level]) => level === y);
            const on = terminals.some((terminal) => metal[at]!.has(terminal));
            expect({ file, id, label, terminals, on: foot !== undefined }).toEqual({ file, id, label, terminals, on });
            if (!foot) {
              // One that goes by has a gap to go through.
              const by = points.find(
                ([x, level], index) => index > 0 && points[index - 1]![0] === x && points[index - 1]![1] < y && level > y,
              );
              if (by && by[0] > x1 && by[0] < x2) {
                broken++;
                expect([file, id, pieces.some(([from, to]) => from < by[0] && to > by[0])]).toEqual([file, id, false]);
              }
            } else expect([file, id, pieces.some(([from, to]) => from <= foot[0] && to >= foot[0])]).toEqual([file, id, true]);
            const ofMains = [...metal[at]!].some((terminal) =>
              netlist.parts.some((part) => kindOf(part).earthPin !== undefined && terminal.startsWith(`${part.id}.`)),
            );
            expect(mains).toBe(ofMains);
          });
        if (bars.length > 1) several++;
        drawings++;
      }
    }
    expect(drawings).toBeGreaterThan(250);
    expect(several).toBeGreaterThan(50);
    expect(broken).toBeGreaterThan(0);
  });

  test('the earth conductor of a load is drawn beside it, and that of a metal box at the foot', () => {
    const seen = examples.flatMap(([, project]) => {
      const { netlist } = compile(project);
      return project.jobs.map(({ id }) => {
        const drawing = drawCurrentPaths(netlist, new Set([id]));
        const drawn = [...drawing.symbols.flatMap(({ earths }) => earths), ...drawing.bonds.map(({ words }) => words.split(' ')[0]!)];
        const wired = netlist.wires.filter(({ role, jobs }) => role === 'earth' && jobs.includes(id)).map(({ tag }) => tag);
        expect([...new Set(drawn)].sort()).toEqual(wired.sort());
        return { loads: drawing.symbols.filter(({ earths }) => earths.length > 0).length, boxes: drawing.bonds.length };
      });
    });
    expect(seen.some(({ loads }) => loads > 0)).toBe(true);
    expect(seen.some(({ boxes }) => boxes > 0)).toBe(true);
  });
});
