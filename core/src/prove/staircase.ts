import { formatQuantity } from '../quantity/format.ts';
import { sizeName } from '../reference/awg.ts';
import { throwRating } from '../parts/shelf.ts';
import { contactBranch, type RuleContext, type WiredJob } from '../rules/context.ts';

/** One step of a job's current staircase, A. */
export interface Step {
  readonly id: 'load' | 'fuse' | 'wire' | 'terminals' | 'contact';
  readonly label: string;
  readonly ampere: number;
  readonly note: string;
  /** Stands high enough: the fuse above the load, the rest above the fuse (above the load with none). */
  readonly holds: boolean;
  /** Part or wire that the step is about. */
  readonly subject: string;
}

export function staircase(context: RuleContext, job: WiredJob): Step[] {
  const { type, throw: pin } = job.relay.spec;
  const load = context.worstAmps(job, contactBranch(job)).value;
  const fuse = job.loadFuse;
  const floor = Math.max(load, fuse?.spec.ratingA ?? 0);
  const guarded = fuse ? context.guardedBy(fuse) : job.wires.filter(({ role }) => role === 'load');
  const weak = guarded.reduce((low, wire) => (context.wireAmpacity(wire) < context.wireAmpacity(low) ? wire : low));
  const wireA = context.wireAmpacity(weak);
  const contactA = throwRating(type, pin, 'heater').ampere;
  const subject = job.relay.id;
  return [
    {
      id: 'load',
      label: 'Load, most',
      ampere: load,
      note: `at ${formatQuantity(job.supply.highestV, 'V')}`,
      holds: true,
      subject: job.loads[0]!.id,
    },
    ...(fuse
      ? [
          {
            id: 'fuse' as const,
            label: `Fuse ${fuse.tag}`,
            ampere: fuse.spec.ratingA,
            note: 'blade',
            holds: fuse.spec.ratingA >= load,
            subject: fuse.id,
          },
        ]
      : [{ id: 'fuse' as const, label: 'Fuse', ampere: 0, note: 'none', holds: false, subject }]),
    { id: 'wire', label: `Wire ${weak.tag}`, ampere: wireA, note: sizeName(weak.sizeMm2), holds: wireA >= floor, subject: weak.id },
    { id: 'terminals', label: 'Socket', ampere: type.terminalA, note: 'receptacles', holds: type.terminalA >= floor, subject },
    { id: 'contact', label: `Contact ${pin}`, ampere: contactA, note: 'resistive', holds: contactA >= floor, subject },
  ];
}
