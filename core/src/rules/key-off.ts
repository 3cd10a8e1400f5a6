import type { SolvedState } from '../analysis/index.ts';
import type { RuleContext, WiredJob } from './context.ts';
import { signalFacets } from '../kinds/index.ts';
import { supplyById } from '../project/index.ts';

/**
 * Answers whether a state is one with the key off: no feed is live, no hand is on a button, and nothing charges, so
 * that no sensor sees a voltage above what its battery has at rest.
 */
export function keyIsOff({ design }: RuleContext, job: WiredJob): (state: SolvedState) => boolean {
  const restV = (supply: string) => supplyById(design, supply).restV;
  const wakers = new Set(design.signals.filter((signal) => signalFacets(signal).wakes(signal, restV)).map(({ id }) => id));
  const othersWake = [...wakers].some((id) => !job.evidence.signals.includes(id));
  return ({ on, othersOn }) => ![...on].some((id) => wakers.has(id)) && !(othersOn && othersWake);
}
