/** What ends the heat of a job in ordinary use, and at what temperature: several rules ask it. */
import type { When } from '../document/index.ts';
import { type Load, type Signal, heatsTo, loadFacets } from '../kinds/index.ts';
import type { RuleContext, WiredJob } from './context.ts';

export interface HeatSetting {
  readonly signal: Signal;
  /** Field of the signal in which it stands. */
  readonly field: string;
  readonly setC: number;
  /** Lines that it lets heat. */
  readonly heaters: readonly Load[];
}

/** Whether a clause asks for a signal turned over. */
export const turnedOver = (when: When, signal: string): boolean =>
  when.op === 'not' && when.of.op === 'signal'
    ? when.of.signal === signal
    : (when.op === 'and' || when.op === 'or') && when.of.some((term) => turnedOver(term, signal));

/**
 * Controllers by what they are set to, and sensors with two levels that are on in the cold by the one at which they let go. What
 * holds the cut-out in is none: it is for when these fail.
 */
export function heatSettings({ design }: RuleContext, { job, evidence }: WiredJob): HeatSetting[] {
  // What runs otherwise is on while the clause is not, and ends where that begins.
  const groups = [
    { lines: job.loads, otherwise: false },
    { lines: job.otherwise.kind === 'loads' ? job.otherwise.loads : [], otherwise: true },
  ];
  return groups.flatMap(({ lines, otherwise }) => {
    const heaters = lines.filter((load) => loadFacets(load).heats);
    if (heaters.length === 0) return [];
    return design.signals.flatMap((signal): HeatSetting[] => {
      if (!evidence.signals.includes(signal.id) || (job.cutOut.kind === 'contactor' && job.cutOut.signal === signal.id)) return [];
      const heats = heatsTo(signal, turnedOver(job.when, signal.id) !== otherwise);
      return heats ? [{ signal, ...heats, heaters }] : [];
    });
  });
}
/** The hottest that a job heats to in ordinary use, °C; nothing where nobody said. */
export const setPointC = (context: RuleContext, job: WiredJob): number =>
  Math.max(-Infinity, ...heatSettings(context, job).map(({ setC }) => setC));
