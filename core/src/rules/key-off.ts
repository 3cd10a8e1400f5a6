import type { SignalOf } from '../design/schema.ts';
import type { SolvedState } from '../prove/evidence.ts';
import type { RuleContext, WiredJob } from './context.ts';

/**
 * Answers whether a state is one with the key off: no feed is live, no hand is on a button, and nothing charges, so
 * that no sensor sees a voltage above what its battery has at rest.
 */
export function keyIsOff({ design }: RuleContext, job: WiredJob): (state: SolvedState) => boolean {
  const charges = ({ watches, closesAt }: SignalOf<'threshold'>) =>
    watches.quantity === 'voltage' && closesAt > design.supplies.find(({ id }) => id === watches.supply)!.restV;
  const wakers = new Set(
    design.signals
      .filter(
        (signal) =>
          signal.nature === 'feed' ||
          (signal.nature === 'switch' && signal.action === 'momentary') ||
          (signal.nature === 'threshold' && charges(signal)),
      )
      .map(({ id }) => id),
  );
  const othersWake = [...wakers].some((id) => !job.evidence.signals.includes(id));
  return ({ on, othersOn }) => ![...on].some((id) => wakers.has(id)) && !(othersOn && othersWake);
}
