/** Parts that are live while they are meant to be off: several rules and the drawing ask it. */
import { terminal } from '../quantity/index.ts';
import { batteryId } from '../wiring/index.ts';
import { TOUCH_V, currentOf } from '../kinds/index.ts';
import type { RuleContext, WiredJob } from './context.ts';

/** Largest voltage of a load's terminals against earth while its job is off, V; its limit of IEC 60364-4-41. */
export function touchWhenOff(
  context: RuleContext,
  job: WiredJob,
): { value: number; limit: number; load: string; /** Whether a state of it leaves nothing live. */ ends: boolean } {
  const limit = TOUCH_V[currentOf(job.supply)];
  const earth = terminal(batteryId(job.supply.id), 'PE');
  let found = { value: 0, limit, load: job.loads[0]?.id ?? '' };
  let ends = false;
  for (const state of job.evidence.states) {
    if (state.lines.some((line) => line !== 'off')) continue;
    let most = 0;
    for (const { id } of job.loads)
      for (const pin of ['+', '-']) {
        const value = Math.abs(context.volts(state.solution, terminal(id, pin), earth) || 0);
        most = Math.max(most, value);
        if (value > found.value) found = { value, limit, load: id };
      }
    ends ||= most <= limit;
  }
  return { ...found, ends };
}
