/**
 * Jobs that take their load current from one battery at one place share a main fuse at the battery and one
 * thick wire to a distribution stud there; each job's own fuse sits at the stud, where the wire gets thinner.
 */
import { type Terminal, terminal } from '../quantity/index.ts';
import { type Design, type Job, linesOf, runsForHours, usualGuard } from '../project/index.ts';
import { bladeFuseOhm, builtAs, stockFuseAtLeast } from '../reference/index.ts';
import { type Leg, chooseSizes } from './choose.ts';
import { CONTINUOUS, chooseFuse, leastRating } from './fuse-choice.ts';
import type { NetlistBuilder, OpenWire } from './builder.ts';
import { FUSE_LEAD_M } from './control-side.ts';
import { TRUNK_LEGS, TRUNK_SHARE, drawnA, hanging, lineAmpere } from './load-side.ts';
import { supplyOut } from './shared-parts.ts';
import { guardOf, isCharged, isOnVehicle } from '../kinds/index.ts';

export interface Trunk {
  readonly at: Terminal;
  /** Lost between battery and stud with every job on, V. */
  readonly dropV: number;
  /**
   * Of a box of the mains: the rating of its fuse, A, and whether several jobs hang on that, the size of its line, mm², and where returns
   * and earths meet.
   */
  readonly inlet?: {
    readonly fuseA: number;
    readonly isShared: boolean;
    readonly lineMm2: number;
    readonly back: Terminal;
    readonly earth: Terminal;
  };
}

/** A main fuse this much above its largest branch opens after it: common practice for fuses of one kind. */
const SELECTIVE = 1.6;

export function wireTrunks(builder: NetlistBuilder, design: Design, jobs: readonly Job[]): Map<string, Trunk> {
  const trunks = new Map<string, Trunk>();
  if (design.settings.sharing === 'apart') return trunks;
  const groups = new Map<string, Job[]>();
  for (const job of jobs) {
    const isBattery = design.supplies.some((supply) => supply.id === job.supply && isOnVehicle(supply));
    const charges = linesOf(job).some(isCharged);
    if (!isBattery || charges || job.device.kind === 'direct' || job.fuse === 'none') continue;
    const key = `${job.supply}|${job.device.place}`;
    groups.set(key, [...(groups.get(key) ?? []), job]);
  }
  for (const group of groups.values()) {
    const trunk = group.length > 1 ? wireTrunk(builder, design, group) : null;
    if (trunk) for (const job of group) trunks.set(job.id, trunk);
  }
  return trunks;
}

function wireTrunk(builder: NetlistBuilder, design: Design, group: readonly Job[]): Trunk | null {
  const owner = group[0]!;
  const supply = design.supplies.find(({ id }) => id === owner.supply)!;
  const { place } = owner.device;
  const { dropImportant } = design.settings;
  if (supply.place === place) return null;
  const amperes = group.map((job) => drawnA(design, job));
  const ampere = amperes.reduce((sum, own) => sum + own, 0);
  const mostA = supply.highestV / supply.internalOhm;
  const branches = group.map((job, at) => {
    const own = guardOf(design, job.ownGuard);
    if (own) return own.ratingA;
    if (typeof job.fuse === 'number') return job.fuse;
    const loads = [...linesOf(job).map((load) => ({ kind: load.kind, ampere: lineAmpere(design, job, load) })), ...hanging(design, job)];
    return chooseFuse(
      leastRating(design.settings, runsForHours(design, job), {
        ampere: amperes[at]!,
        groups: [loads],
        mostA,
        airC: builder.hottestC(place),
      }),
    );
  });
  const ratingA = stockFuseAtLeast(Math.max(ampere * CONTINUOUS, SELECTIVE * Math.max(...branches)));
  if (ratingA === undefined) return null;

  const name = `${supply.id}-${place}`;
  const stud = `stud-${name}`;
  const fuse = `main-fuse-${name}`;
  const number = design.jobs.indexOf(owner) + 1;
  const common = { job: owner.id };
  const style = builtAs(usualGuard(supply), ratingA);
  builder.add({
    ...common,
    id: fuse,
    kind: 'fuse',
    tag: `F${number}M`,
    name: 'main fuse',
    place: supply.place,
    spec: { ratingA, chosen: false, style, guards: 'trunk' },
  });
  builder.add({
    ...common,
    id: stud,
    kind: 'distribution-stud',
    tag: `X${number}M`,
    name: 'distribution stud',
    place,
    spec: { fuses: group.length },
  });
  const lead = builder.wire(owner, {
    leg: TRUNK_LEGS[0],
    role: 'load',
    side: 'load',
    stretch: 'lead',
    from: supplyOut(builder, design, supply.id),
    to: terminal(fuse, '1'),
    colour: 'RD',
    lengthM: FUSE_LEAD_M,
  });
  const main = builder.wire(owner, {
    leg: TRUNK_LEGS[1],
    role: 'load',
    side: 'load',
    from: terminal(fuse, '2'),
    to: terminal(stud, '1'),
    colour: 'RD',
  });
  for (const wire of [lead, main]) builder.ordinary(wire);
  const leg = (wire: OpenWire) => sharedLeg(builder, owner, wire, { ampere, ratingA });
  const fuseDropV = ampere * bladeFuseOhm(ratingA);
  const budgetV = TRUNK_SHARE * dropImportant * supply.highestV;
  const { sizes, dropV } = chooseSizes([leg(lead), leg(main)], [{ legs: TRUNK_LEGS, fixedDropV: fuseDropV, fuseAmpere: 0, budgetV }]);
  for (const wire of [lead, main]) {
    wire.sizeMm2 = sizes.get(wire.leg)!;
    wire.jobs.push(...group.slice(1).map(({ id }) => id));
  }
  for (const job of group) for (const part of [fuse, stud]) builder.use(part, job.id);
  return { at: terminal(stud, '1'), dropV: dropV[0]! };
}

/** A leg that jobs share, sized before any of them: `ampere` of all, behind one fuse that is no job's own. */
export const sharedLeg = (
  builder: NetlistBuilder,
  { wires }: Job,
  wire: OpenWire,
  { ampere, ratingA }: { readonly ampere: number; readonly ratingA: number },
): Leg => ({
  key: wire.leg,
  lengthM: wire.lengthM,
  totalM: wire.lengthM,
  currentA: ampere,
  laid: builder.laid(wire),
  mostMm2: Math.min(builder.takesMm2(wire.from), builder.takesMm2(wire.to)),
  fuseA: ratingA,
  own: false,
  foreignA: ratingA,
  chosenMm2: wires[wire.leg]?.sizeMm2,
});
