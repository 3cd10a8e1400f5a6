import { formatQuantity } from '../quantity/index.ts';
import { BREAKER_SOURCE, PROTECTION_NAMES, type Protection, SURGE_SOURCE, computed, curveOf } from '../reference/index.ts';
import { usualSurge } from '../kinds/index.ts';
import { instantSurge } from '../wiring/index.ts';
import { partSubject } from './context.ts';
import { startBehind } from './fuse-surge-opens.ts';
import { otherFuses, otherLoadFuses } from './nudging.ts';
import { type Nudge, type Rule, judge } from './rule.ts';

const ID = 'breaker-curve-surge';
const STEEPER: Partial<Record<Protection, Protection>> = { 'breaker-b': 'breaker-c', 'breaker-c': 'breaker-d' };

/** Asked of miniature breakers: the first half cycle of a start against the least that their instantaneous release acts on. */
export const breakerCurveSurge: Rule = {
  id: ID,
  group: 'works',
  asks: 'Does the breaker outlast the start?',
  notAsked: 'no breaker with a curve guards it',
  check: (context) =>
    context.jobs.flatMap((job) =>
      job.loadFuses.flatMap((fuse) => {
        const { style, ratingA } = fuse.spec;
        const curve = style === 'bolt' ? null : curveOf(style);
        if (!curve || style === 'bolt') return [];
        const { starting, mostA } = startBehind(context, job, fuse);
        if (starting.length === 0) return [];
        const value = instantSurge(starting, mostA);
        const limit = curve.least * ratingA;
        const kinds = [...new Set(starting.map(({ kind }) => kind))];
        return [
          judge(ID, {
            severity: 'caution',
            job: job.job.id,
            subject: partSubject(fuse),
            value,
            limit,
            unit: 'A',
            title:
              value > limit
                ? `The start may trip ${fuse.tag}: ${formatQuantity(value, 'A')} in the first half cycle, it may act from ${formatQuantity(limit, 'A')}`
                : `${fuse.tag} stays in at the start: ${formatQuantity(value, 'A')} of ${formatQuantity(limit, 'A')}`,
            detail: `${PROTECTION_NAMES[style]}, ${ratingA} A: instantaneous from ${curve.least} to ${curve.most} times its rating`,
            working: {
              formula: 'I_start,10 ms = √(∫₀^10ms i² dt / 10 ms) ≤ m · I_n',
              given: [
                ...kinds.map((kind) => ({
                  symbol: `k(${kind})`,
                  meaning: 'usual surge, times the running current',
                  value: usualSurge(kind).times,
                  unit: '' as const,
                  source: SURGE_SOURCE,
                })),
                { symbol: 'm', meaning: 'least of its curve', value: curve.least, unit: '', source: BREAKER_SOURCE },
                { symbol: 'I_n', meaning: `rating of ${fuse.tag}`, value: ratingA, unit: 'A', source: BREAKER_SOURCE },
              ],
              result: {
                symbol: 'I_start',
                meaning: 'over the first half cycle',
                value,
                unit: 'A',
                source: computed('usual start of its loads'),
              },
              limit: { symbol: 'm · I_n', meaning: 'at which it may trip at once', value: limit, unit: 'A', source: BREAKER_SOURCE },
            },
          }),
        ];
      }),
    ),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job): Nudge[] => {
        const next = STEEPER[job.job.protection];
        const steeper = (protection: Protection): Nudge => ({
          label: `Nudge to a ${PROTECTION_NAMES[protection]}`,
          patches: [{ path: ['jobs', job.at, 'protection'], value: protection }],
        });
        const steps = next ? [next, ...(STEEPER[next] ? [STEEPER[next]] : [])] : [];
        return [
          ...steps.map(steeper),
          ...otherLoadFuses(context, job, (rating, present) => rating > present),
          // Either alone may not be enough for a transformer or a large lamp bank.
          ...steps.flatMap((protection) =>
            job.loadFuses.slice(0, 1).flatMap((fuse) =>
              otherFuses(context, job, fuse, 'fuse', (rating) => rating > fuse.spec.ratingA).map((larger) => ({
                label: `${steeper(protection).label}, larger`,
                patches: [...steeper(protection).patches, ...larger.patches],
              })),
            ),
          ),
        ];
      }),
};
