/** The picture beside a step of the work: its part of the drawing, what it lays black, all else grey. */
import type { Netlist } from '../../graph/index.ts';
import { sizeName } from '../../reference/index.ts';
import { bandOf } from '../drawing/band.ts';
import { drawCurrentPaths } from '../drawing/current-paths.ts';
import type { WorkStep } from '../build/order.ts';
import { drawingSvg, wireWords, type SvgOptions } from './drawing-svg.ts';

/** Of a step over more jobs than these a picture would be all of the drawing. */
const MOST_JOBS = 3;

/** Null where the step lays nothing, or lays something nearly everywhere. Width and height in drawing units. */
export function stepPicture(
  netlist: Netlist,
  step: WorkStep,
  options: Omit<SvgOptions, 'title' | 'marked'> = {},
): { readonly svg: string; readonly width: number; readonly height: number } | null {
  const wires = new Map(netlist.wires.map((wire) => [wire.id, wire]));
  const jobs = step.job === null ? new Set(step.wires.map((id) => wires.get(id)!.job)) : new Set([step.job]);
  if (jobs.size === 0 || jobs.size > MOST_JOBS) return null;
  const marked = new Set([...step.wires, ...step.parts]);
  const longest = (id: string): string => {
    const wire = wires.get(id);
    if (!wire) return '';
    const words = wireWords(wire, options.label?.(id), netlist.units);
    const size = sizeName(wire.sizeMm2);
    return words.length > size.length ? words : size;
  };
  const band = bandOf(drawCurrentPaths(netlist, jobs), marked, longest);
  return band && { svg: drawingSvg(band, netlist, { ...options, title: step.title, marked }), width: band.width, height: band.height };
}
