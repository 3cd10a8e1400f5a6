import type { Supply } from '../design/schema.ts';
import { signalsOf } from '../design/when.ts';
import type { RuleContext, WiredJob } from './context.ts';

/** The supply behind the coil: that of the feed in its chain, or the job's own. */
export function coilSupply(context: RuleContext, job: WiredJob): Supply {
  const feed = signalsOf(job.job.when)
    .map((id) => context.design.signals.find((signal) => signal.id === id))
    .find((signal) => signal?.nature === 'feed');
  const id = feed?.nature === 'feed' ? feed.supply : job.job.supply;
  return context.design.supplies.find((supply) => supply.id === id)!;
}
