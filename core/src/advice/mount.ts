/** Where to mount the relay: every place with fuse and wires chosen for it, side by side. */
import type { Design } from '../project/index.ts';
import { COPPER_G_PER_MM2_M, plays, wirePrice } from '../kinds/index.ts';
import { checkEvidence } from '../rules/index.ts';
import { gatherEvidence } from '../analysis/index.ts';

export interface MountPlace {
  readonly place: string;
  readonly name: string;
  readonly chosen: boolean;
  /** All wire of the job, m, its copper, g, and its price. */
  readonly wireM: number;
  readonly copperG: number;
  readonly cost: number;
  /** Lost on the way to the load that loses most of its budget, V, and that budget, V. */
  readonly dropV: number;
  readonly budgetV: number;
  readonly fuseA: number;
  readonly dangers: number;
  readonly cautions: number;
  /** Why the job cannot be wired from there; empty when it can. */
  readonly why: string;
}

export function comparePlaces(design: Design, jobId: string): MountPlace[] {
  const job = design.jobs.find(({ id }) => id === jobId);
  if (!job) return [];
  const wires = Object.fromEntries(Object.entries(job.wires).map(([leg, { sizeMm2: _, secondMm2: __, ...rest }]) => [leg, rest]));
  return design.places.map(({ id: place, name }): MountPlace => {
    // Alone, so that what it shares with others does not count for or against a place.
    const moved = { ...job, wires, wireMm2: undefined, fuse: 'auto' as const, device: { ...job.device, place } };
    const evidence = gatherEvidence({ ...design, jobs: [moved], statements: [] });
    const findings = checkEvidence(evidence);
    const { netlist, unwired } = evidence;
    const sum = (of: (wire: (typeof netlist.wires)[number]) => number) => netlist.wires.reduce((total, wire) => total + of(wire), 0);
    const drop = findings
      .filter(({ rule }) => rule === 'wire-drop')
      .reduce((worst, { value, limit }) => (value / limit > worst.value / worst.limit ? { value, limit } : worst), { value: 0, limit: 1 });
    const fuse = netlist.parts.find((part) => plays(part, 'overcurrent device') && part.spec.guards === 'load');
    return {
      place,
      name,
      chosen: place === job.device.place,
      wireM: sum(({ lengthM }) => lengthM),
      copperG: sum(({ lengthM, sizeMm2 }) => lengthM * sizeMm2 * COPPER_G_PER_MM2_M),
      cost: sum(({ lengthM, sizeMm2 }) => lengthM * wirePrice(sizeMm2)),
      dropV: drop.value,
      budgetV: drop.limit,
      fuseA: plays(fuse, 'overcurrent device') ? fuse.spec.ratingA : 0,
      dangers: findings.filter(({ severity }) => severity === 'danger').length,
      cautions: findings.filter(({ severity }) => severity === 'caution').length,
      why: unwired.flatMap(({ reasons }) => reasons.map(({ message }) => message)).join(' '),
    };
  });
}
