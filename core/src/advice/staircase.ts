import { formatQuantity, partOf } from '../quantity/index.ts';
import { isBlock, poleBears, sizeName } from '../reference/index.ts';
import { type PartPlaying, branchId, currentOf, plays, throwRating } from '../kinds/index.ts';
import { type RuleContext, type WiredJob, airAbout, shareBehind, sharesFuse, worstLoad } from '../rules/index.ts';

/** One step of a job's current staircase, A. */
export interface Step {
  readonly id: 'load' | 'shared' | 'fuse' | 'wire' | 'connector' | 'terminals' | 'contact';
  readonly label: string;
  readonly ampere: number;
  readonly note: string;
  /** Stands high enough: the fuse above the load, the rest above the fuse (above the load with none). */
  readonly holds: boolean;
  /** Part or wire that the step is about. */
  readonly subject: string;
}

/** What the loads of all jobs on a fuse come to when every one is on, A: what each takes at the most, so no less than what flows. */
const allBehind = (context: RuleContext, fuse: PartPlaying<'overcurrent device'>): number =>
  Math.max(
    ...context.jobs.filter(({ job }) => fuse.jobs.includes(job.id)).map((job) => context.worstAmps(job, branchId(fuse.id, 'link')).value),
  );

export function staircase(context: RuleContext, job: WiredJob): Step[] {
  const { value: load, state: worst } = worstLoad(context, job);
  const fuse = job.loadFuses[0] ?? (job.contacts.length === 0 ? job.controlFuses[0] : undefined);
  const together = fuse && sharesFuse(job) ? allBehind(context, fuse) : null;
  const behind = Math.max(load, together ?? 0);
  const floor = Math.max(behind, fuse?.spec.ratingA ?? 0);
  const guarded = fuse ? context.guardedBy(fuse) : job.wires.filter(({ role }) => role === 'load');
  const [first, ...rest] = guarded;
  const weak = first && rest.reduce((low, wire) => (context.behindFuse(wire) < context.behindFuse(low) ? wire : low), first);
  const step = (id: Step['id'], label: string, ampere: number, note: string, subject: string, least = floor): Step => ({
    id,
    label,
    ampere,
    note,
    holds: ampere >= least,
    subject,
  });
  const unit = job.loads[0]?.id ?? '';
  const current = currentOf(job.supply);
  const rated = ({ relay, pin }: WiredJob['contacts'][0]) => throwRating(relay.spec.type, pin, 'heater', current).ampere;
  const contact = job.contacts.reduce<WiredJob['contacts'][0] | null>((low, next) => (!low || rated(next) < rated(low) ? next : low), null);
  const type = contact?.relay.spec.type;
  const bears = ({ spec, place }: PartPlaying<'connector'>) => poleBears(spec.type, airAbout(context, place).airC);
  const [parted] = context.netlist.parts
    .filter((part) => plays(part, 'connector'))
    .filter(({ id }) => guarded.some(({ from, to }) => [from, to].some((at) => partOf(at) === id)))
    .sort((a, b) => bears(a) - bears(b));
  return [
    step('load', 'Load, most', load, `at ${formatQuantity(worst.supplyV, 'V')}`, unit, 0),
    ...(fuse && together !== null ? [step('shared', `All behind ${fuse.tag}`, together, 'every job on it at once', fuse.id, 0)] : []),
    fuse
      ? step('fuse', `Fuse ${fuse.tag}`, fuse.spec.ratingA, fuse.spec.style, fuse.id, behind)
      : { ...step('fuse', 'Fuse', 0, 'none', unit), holds: false },
    ...(weak
      ? [step('wire', `Wire ${weak.tag}`, context.behindFuse(weak) * (fuse ? shareBehind(fuse) : 1), sizeName(weak.sizeMm2), weak.id)]
      : []),
    ...(parted
      ? [
          step(
            'connector',
            `${isBlock(parted.spec.type) ? 'Block' : 'Connector'} ${parted.tag}`,
            bears(parted),
            parted.spec.type.name,
            parted.id,
          ),
        ]
      : []),
    ...(contact && type
      ? [
          step('terminals', 'Socket', contact.relay.spec.socket.terminalA, contact.relay.spec.socket.name, contact.relay.id),
          step('contact', `Contact ${contact.pin}`, rated(contact), 'resistive', contact.relay.id),
        ]
      : []),
  ];
}
