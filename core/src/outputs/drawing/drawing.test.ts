import { describe, expect, test } from '@jest/globals';
import { compile } from '../../wiring/compile.ts';
import type { Job } from '../../project/schema.ts';
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
  // Two coils on one shared feed and switch, two loads on one shared stud.
  expect(drawing.paths).toHaveLength(2);
  expect(new Set(drawing.symbols.map(({ part, key }) => `${part}${key}`)).size).toBe(drawing.symbols.length);
});
