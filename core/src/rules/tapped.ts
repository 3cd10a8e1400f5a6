/** What hangs on an existing feed past every fuse of ours: several rules ask it. */
import { type SignalOf, feedFuseA, isFeed, plays } from '../kinds/index.ts';
import { entered } from '../reference/index.ts';
import { walk } from '../graph/index.ts';
import { terminal } from '../quantity/index.ts';
import type { RuleContext, WiredJob } from './context.ts';
import type { Given } from './rule.ts';

/** Feeds of the vehicle, and of each the wires of a job with nothing but the vehicle's own fuse before them. */
export function tapped(context: RuleContext, { job, wires, ownFuses }: WiredJob) {
  // A contact that changes over joins its two throws in no state: what lies before it at a fuse of ours is that fuse's.
  const ends = ownFuses.map(({ id }) => terminal(id, '2'));
  const ahead = walk(context.graph, ends, ({ by }) => by !== 'part').wires;
  return context.design.signals.flatMap((signal, at) => {
    const tap = isFeed(signal) && context.netlist.parts.find((part) => plays(part, 'tap') && part.spec.signal === signal.id);
    if (!tap || !isFeed(signal)) return [];
    const from = terminal(tap.id, '15');
    const bare = new Set(context.unguarded(from).map(({ id }) => id));
    const out = wires.filter((wire) => bare.has(wire.id) && !ahead.has(wire) && wire.role !== 'return' && wire.job === job.id);
    // What a load that has failed as a short lets through comes back by its return.
    const back = out.some(({ section }) => section.side === 'load')
      ? wires.filter((wire) => wire.role === 'return' && wire.section.side === 'load' && wire.job === job.id)
      : [];
    const asked = [...out, ...back];
    return asked.map((wire) => ({ signal, at, wire }));
  });
}

/** What the feed's own fuse passes for good, as read off at the signal or taken as usual. */
export const feedRating = ({ signal, at }: { readonly signal: SignalOf<'feed'>; readonly at: number }): Given => ({
  symbol: 'I_feed',
  meaning: `own fuse of ${signal.name}`,
  value: feedFuseA(signal),
  unit: 'A',
  source: entered(`signals[${at}]${signal.fuseA === undefined ? '' : '.fuseA'}`),
});
