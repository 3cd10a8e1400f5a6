/** The picture beside a step of the work, over every example: what the step lays is in it, and nothing reaches over its edge. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { analyse } from '../../analyse.ts';
import { parseDesignText } from '../../project/parse.ts';
import { orderOfWork, type WorkStep } from '../build/order.ts';
import { stepPicture } from '../formats/step-svg.ts';
import { bandOf } from './band.ts';
import { drawCurrentPaths } from './current-paths.ts';
import { textsOfSymbol } from './texts.ts';

const folder = new URL('../../../../examples/circuits/', import.meta.url);
const examples = readdirSync(folder).map((file) => {
  const parsed = parseDesignText(readFileSync(new URL(file, folder), 'utf8'));
  if (!parsed.ok) throw new Error(file);
  const { analysis, evidence } = analyse(parsed.design);
  return { file, ...analysis, steps: orderOfWork(evidence, analysis.wires) };
});
const laysOneJob = ({ phase, wires }: WorkStep) => (phase === 'control side' || phase === 'load side') && wires.length > 0;

describe.each(examples)('$file', ({ netlist, steps }) => {
  test('each step that lays wires of one job has its picture, whole and no larger than the sheet', () => {
    const laid = steps.filter(laysOneJob);
    expect(laid.length).toBeGreaterThan(0);
    for (const step of laid) {
      const sheet = drawCurrentPaths(netlist, new Set([step.job!]));
      const band = bandOf(sheet, new Set([...step.wires, ...step.parts]), () => 'W1.1 BU/WH 12.00 m')!;
      const shown = new Set(band.wires.map(({ wire }) => wire));
      const onSheet = sheet.wires.map(({ wire }) => wire);
      for (const wire of step.wires) if (onSheet.includes(wire)) expect(shown).toContain(wire);
      expect(band.height).toBeLessThan(sheet.height + 60);
      for (const { points } of [...band.wires, ...band.lines, ...band.links])
        for (const [x, y] of points) {
          expect(x).toBeGreaterThanOrEqual(0);
          expect(x).toBeLessThanOrEqual(band.width);
          expect(y).toBeGreaterThanOrEqual(0);
          expect(y).toBeLessThanOrEqual(band.height);
        }
      for (const { x1, x2, y1, y2 } of band.symbols.flatMap(textsOfSymbol)) {
        expect(Math.min(x1, y1)).toBeGreaterThanOrEqual(0);
        expect(x2).toBeLessThanOrEqual(band.width);
        expect(y2).toBeLessThanOrEqual(band.height);
      }
    }
  });

  test('what a step lays is black, all else grey', () => {
    const step = steps.find(laysOneJob)!;
    const { svg } = stepPicture(netlist, step)!;
    const inks = new Map([...svg.matchAll(/fill="(#\w+)"[^>]*>(W[\d.a-z]+) /g)].map(([, ink, tag]) => [tag!, ink!]));
    expect(inks.size).toBeGreaterThan(0);
    for (const [tag, ink] of inks) {
      const wire = netlist.wires.find((one) => one.tag === tag)!;
      expect([tag, ink]).toEqual([tag, step.wires.includes(wire.id) ? '#111111' : '#b4b4b4']);
    }
  });
});

test('a step that lays nothing, or wires of many jobs, has none', () => {
  for (const { netlist, steps } of examples)
    for (const step of steps) {
      const jobs = new Set(step.wires.map((id) => netlist.wires.find((wire) => wire.id === id)!.job));
      if (step.job === null && (jobs.size === 0 || jobs.size > 3)) expect(stepPicture(netlist, step)).toBeNull();
    }
});
