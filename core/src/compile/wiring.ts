/** Which wirings a job can have, and which one it gets: a way for its load, and a drive for each coil. */
import type { Design, Job } from '../design/schema.ts';
import { ControlSide } from './control-side.ts';
import type { NetlistBuilder } from './builder.ts';
import { DRIVES } from './drives/registry.ts';
import type { Drive, WayReason } from './drives/drive.ts';
import { LoadSide } from './load-side.ts';
import type { Trunk } from './trunks.ts';
import { WAYS } from './ways/registry.ts';
import { typeOf } from './ways/shared.ts';
import { relayId, type Way } from './ways/way.ts';

export interface Wiring {
  /** `way/drive`, or `way` alone where there is no coil. */
  readonly id: string;
  readonly title: string;
  readonly way: Way;
  readonly drive: Drive | null;
}

/** Every wiring that will do, the one that the settings prefer first; or why none will. */
export function wiringsOf(design: Design, job: Job): { wirings: readonly Wiring[]; reasons: readonly WayReason[] } {
  const refusals = WAYS.map((way) => ({ way, reasons: way.refuse(design, job) }));
  const fitting = refusals.filter(({ reasons }) => reasons.length === 0).map(({ way }) => way);
  if (fitting.length === 0) return { wirings: [], reasons: mostTelling(refusals.map(({ reasons }) => reasons)) };
  const drives = [...DRIVES].sort((a, b) => a.rank(design) - b.rank(design));
  const wirings: Wiring[] = [];
  const reasons: WayReason[] = [];
  for (const way of fitting) {
    const needs = way.relays(design, job);
    if (needs.length === 0) wirings.push({ id: way.id, title: way.title, way, drive: null });
    else
      for (const drive of drives) {
        const refused = needs.flatMap(({ clause, holdsBy }) => drive.refuse(design, job, clause, holdsBy));
        if (refused.length > 0) reasons.push(...refused);
        else wirings.push({ id: `${way.id}/${drive.id}`, title: `${way.title}; ${drive.title}`, way, drive });
      }
  }
  // The last drive takes any clause: what it says is what stands in the way.
  return { wirings, reasons: wirings.length > 0 ? [] : reasons.slice(-1) };
}

/** A reason about the device or the signal's loss says more than one about a sentence of another kind. */
function mostTelling(lists: readonly (readonly WayReason[])[]): readonly WayReason[] {
  const telling = lists.filter((list) => list.some(({ path }) => !path.endsWith('.otherwise') && !path.endsWith('.device')));
  // A two-pole relay is one way among others; that this is none says little.
  return telling.find((list) => !list.some(({ message }) => message.includes('one pole'))) ?? telling[0] ?? lists[0] ?? [];
}

export function wireJob(builder: NetlistBuilder, design: Design, job: Job, { way, drive }: Wiring, trunk: Trunk | null): void {
  const control = new ControlSide(builder, design, job);
  const needs = way.relays(design, job);
  const tag = (at: number) => `K${control.number}${needs.length > 1 ? `.${'AB'[at]}` : ''}`;
  needs.forEach(({ suffix, clause, uses }, at) => {
    const type = typeOf(job);
    const relay = relayId(job, suffix);
    control.relay({ id: relay, tag: tag(at), type, uses, carries: 'load' });
    drive!.wire(control, { relay, type, suffix, clause });
  });
  const load = new LoadSide(builder, design, job, trunk);
  way.wire(load);
  load.finish();
}
