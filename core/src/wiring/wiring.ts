/** Which wirings a job can have, and which one it gets: a way for its load, and a drive for each coil. */
import { type Design, type Job, controlSupplyOf, loadSupplyOf } from '../project/index.ts';
import { ControlSide } from './control-side.ts';
import type { NetlistBuilder } from './builder.ts';
import { DRIVES } from './drives/registry.ts';
import type { Drive, WayReason } from './drives/drive.ts';
import { LoadSide } from './load-side.ts';
import type { Trunk } from './trunks.ts';
import { WAYS } from './ways/registry.ts';
import { typeOf } from './ways/shared.ts';
import { series } from './drives/series.ts';
import { type RelayNeed, type Way, relayId } from './ways/way.ts';

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
  const telling: WayReason[] = [];
  for (const way of fitting) {
    const needs = way.relays(design, job);
    if (needs.length === 0) wirings.push({ id: way.id, title: way.title, way, drive: null });
    else
      for (const drive of drives) {
        const type = needs[0]!.type ?? typeOf(design, job);
        if (!drive.alone?.(type) && drives.some((other) => other.alone?.(type))) continue;
        // A device of another kind beside the first has a drive of its own.
        const refused = needs.flatMap((need) => (need.type ? [] : drive.refuse(design, job, need.clause, need.holdsBy)));
        if (refused.length > 0) {
          reasons.push(...refused);
          if (drive.madeFor?.(type)) telling.push(...refused);
        } else wirings.push({ id: `${way.id}/${drive.id}`, title: `${way.title}; ${drive.title}`, way, drive });
      }
  }
  // The last drive takes any clause: what it says is what stands in the way.
  return { wirings, reasons: wirings.length > 0 ? [] : (telling.length > 0 ? telling : reasons).slice(-1) };
}

/** A reason about the device or the signal's loss says more than one about a sentence of another kind. */
function mostTelling(allLists: readonly (readonly WayReason[])[]): readonly WayReason[] {
  // That a way is for another kind of supply, or breaks other conductors, says least.
  const own = allLists.filter((list) => !list.every(({ about }) => about === 'another supply'));
  const lists = own.length > 0 ? own : allLists;
  const telling = lists.filter((list) => list.some(({ about }) => about !== 'another sentence'));
  // A two-pole relay is one way among others; that this is none says little.
  return telling.find((list) => !list.some(({ about }) => about === 'another relay')) ?? telling[0] ?? lists[0] ?? [];
}

export function wireJob(builder: NetlistBuilder, design: Design, job: Job, { way, drive }: Wiring, trunk: Trunk | null): void {
  const needs = way.relays(design, job);
  const number = design.jobs.indexOf(job) + 1;
  const tag = (at: number) => `K${number}${needs.length > 1 ? `.${'AB'[at]}` : ''}`;
  needs.forEach(({ suffix, clause, uses, type = typeOf(design, job) }, at) => {
    // A second device may have a coil for the load's own supply while the first is driven from another.
    const own = loadSupplyOf(design, job);
    const control = new ControlSide(
      builder,
      design,
      job,
      suffix !== '' && type.coilV === own.nominalV ? own : controlSupplyOf(design, job),
    );
    const relay = relayId(job, suffix);
    control.relay({ id: relay, tag: tag(at), type, uses, carries: 'load' });
    driveFor(needs[at]!, drive!).wire(control, { relay, type, suffix, clause });
  });
  const load = new LoadSide(builder, design, job, trunk);
  way.wire(load);
  load.finish();
}

/** The drive of one relay: the wiring's own, or for a device of another kind the plain chain of contacts. */
const driveFor = (need: RelayNeed, own: Drive): Drive => (need.type ? series : own);
