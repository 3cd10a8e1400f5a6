import { breaksOf } from '../project/index.ts';
import { isMains, isTwoHot, supplyFacets } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { computed, standard } from '../reference/index.ts';
import { type RuleContext, type WiredJob, jobSubject } from './context.ts';
import { type Finding, type Nudge, type Rule, judge } from './rule.ts';
import { touchWhenOff } from './touch.ts';
import { twoPoles } from './nudging.ts';
import { solidContacts } from './solid.ts';

export const TOUCH_SOURCE = standard('IEC 60364-4-41, 414: 50 V alternating, 120 V direct');

/** The finding of a job whose load stays live while it is off, under the name of its cause. */
export function liveWhenOff(
  rule: string,
  context: RuleContext,
  job: WiredJob,
  titles: { bad: string; good: string; why: string; /** Where a contactor before it leaves nothing live. */ ended?: string },
): Finding {
  const solved = touchWhenOff(context, job);
  const ended = solved.ends && job.job.cutOut.kind === 'contactor' ? titles.ended : undefined;
  const { limit } = solved;
  const value = turnedRound(context, job) ? Math.max(solved.value, job.supply.nominalV) : solved.value;
  return judge(rule, {
    severity: ended === undefined ? 'danger' : 'caution',
    job: job.job.id,
    subject: jobSubject(job.job),
    value,
    limit,
    unit: 'V',
    title: value > limit ? (ended ?? titles.bad) : titles.good,
    detail:
      value > limit
        ? `${formatQuantity(value, 'V')} to earth with the job off: ${titles.why}`
        : `${formatQuantity(value, 'V')} to earth with the job off`,
    working: {
      formula: 'max over states that are off of |V(load) − V(earth)| ≤ 50 V',
      given: [],
      result: {
        symbol: 'V',
        meaning: 'of a load’s terminal against earth',
        value,
        unit: 'V',
        source: computed('solved in every state that is off'),
      },
      limit: { symbol: 'V', meaning: 'that may be within reach', value: limit, unit: 'V', source: TOUCH_SOURCE },
    },
  });
}

/** Line alone, or both, on the relay that is there or on one with two poles. */
export function breakOtherwise(context: RuleContext, job: WiredJob, choices: readonly ('line' | 'both')[]): Nudge[] {
  return choices.flatMap((breaks): Nudge[] => {
    const patch = { path: ['jobs', job.at, 'breaks'], value: breaks };
    const words = breaks === 'line' ? 'Nudge the contact into the line' : 'Nudge contacts into both conductors';
    if (breaks === 'line') return [{ label: words, patches: [patch] }];
    return [
      { label: words, patches: [patch] },
      ...twoPoles(context.design, job).map((nudge) => ({ ...nudge, patches: [...nudge.patches, patch] })),
    ];
  });
}

/** Whether a plug may have put the one contact into the neutral. */
const turnedRound = ({ design }: RuleContext, { job, supply }: WiredJob): boolean =>
  supplyFacets(supply).reversible(supply) && breaksOf(design, job) !== 'both';

/** Why a load is live while it is off: said as it is, and not as something else. */
function reasonOf(context: RuleContext, job: WiredJob): string {
  const breaks = breaksOf(context.design, job.job);
  const [solid] = solidContacts(context, job);
  if (breaks === 'neutral') return 'Off, the load stays live: the contact is in the neutral';
  if (turnedRound(context, job))
    return `Off, the load may stay live: the plug of ${job.supply.name} goes in either way round, and one conductor is broken`;
  return solid ? `Off, ${solid.relay.tag} leaks and the load stays live: it is no switch to work behind` : 'Off, the load stays live';
}

const ID = 'neutral-switched';

/** The neutral alone is broken: the load stands still and is live. */
export const neutralSwitched: Rule = {
  id: ID,
  group: 'shock',
  asks: 'Is the load dead when it is off?',
  notAsked: 'it is not on the mains with a neutral',
  check: (context) =>
    context.jobs.flatMap((job) =>
      !isMains(job.supply) || isTwoHot(job.supply)
        ? []
        : [
            liveWhenOff(ID, context, job, {
              bad: reasonOf(context, job),
              good:
                breaksOf(context.design, job.job) === 'both'
                  ? 'Line and neutral are both broken'
                  : 'The line is broken, so the load is dead when it is off',
              why: 'it stands still and still shocks',
            }),
          ],
    ),
  nudges: (context, finding) =>
    context.jobs.filter(({ job }) => job.id === finding.job).flatMap((job) => breakOtherwise(context, job, ['line', 'both'])),
};
