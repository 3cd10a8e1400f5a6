/** The largest overcurrent device that stands before what wires pass through: a connector, the terminal of a strip. */
import { type PartPlaying, feedFuseA } from '../kinds/index.ts';
import type { Wire } from '../graph/index.ts';
import type { RuleContext, WiredJob } from './context.ts';
import { otherFuses } from './nudging.ts';
import type { Nudge } from './rule.ts';
import { tapped } from './tapped.ts';

interface FuseBefore {
  readonly fuse: PartPlaying<'overcurrent device'>;
  readonly of: WiredJob;
}

/** The largest of the fuses that the wires hang on, and whose it is; null where none does. */
export function fuseBefore(context: RuleContext, wires: readonly Wire[]): FuseBefore | null {
  const fuses = context.jobs.flatMap((of) =>
    of.ownFuses.flatMap((fuse) => (context.guardedBy(fuse).some((wire) => wires.includes(wire)) ? [{ fuse, of }] : [])),
  );
  return fuses.length === 0 ? null : fuses.reduce((a, b) => (b.fuse.spec.ratingA > a.fuse.spec.ratingA ? b : a));
}

/** An existing feed that they hang on past every fuse of ours, by the largest of their fuses. */
export const feedBefore = (context: RuleContext, job: WiredJob, wires: readonly Wire[]) =>
  tapped(context, job)
    .filter(({ wire }) => wires.includes(wire))
    .sort((a, b) => feedFuseA(b.signal) - feedFuseA(a.signal))[0];

/** Other ratings in its place, of those that `fits` allows; none where it is there already. */
export const otherFusesBefore = (context: RuleContext, { fuse, of }: FuseBefore, fits: (ratingA: number) => boolean): Nudge[] =>
  fuse.spec.isThere ? [] : otherFuses(context, of, fuse, fuse.spec.guards === 'control' ? 'controlFuse' : 'fuse', fits);
