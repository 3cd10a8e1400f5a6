import { computed, entered } from '../reference/index.ts';
import { jobSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';
import { isFeed } from '../kinds/index.ts';

const ID = 'pulsed-feed-tap';

/** Says something only of jobs that ask a pulsed feed. */
export const pulsedFeedTap: Rule = {
  id: ID,
  group: 'works',
  asks: 'Is a pulsed or watched feed left alone?',
  notAsked: 'none of its feeds is pulsed or watched',
  check: ({ jobs, design }) =>
    jobs.flatMap((job) => {
      const pulsed = design.signals.filter((signal) => isFeed(signal) && signal.pulsed && job.evidence.signals.includes(signal.id));
      if (pulsed.length === 0) return [];
      const bare = pulsed.filter((signal) => isFeed(signal) && !signal.filtered);
      const names = (bare.length > 0 ? bare : pulsed).map(({ name }) => name).join(', ');
      return [
        judge(ID, {
          severity: 'caution',
          job: job.job.id,
          subject: jobSubject(job.job),
          value: bare.length,
          limit: 0,
          unit: '',
          title:
            bare.length > 0
              ? `${names} comes in pulses: a coil on it hums, or the vehicle reports a fault`
              : `${names} comes in pulses, smoothed at its tap`,
          detail:
            bare.length > 0
              ? 'a diode and a capacitor smooth it; what is watched for current wants another feed'
              : 'C ≥ I · t / ΔV for a quarter of an ampere',
          working: noneAllowed(
            bare.length,
            'pulsed feeds with nothing to smooth them',
            computed('counted'),
            entered(`signals[${design.signals.indexOf(pulsed[0]!)}].filtered`),
          ),
        }),
      ];
    }),
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .map((job) => ({
        label: 'Nudge a filter in at the tap',
        patches: design.signals.flatMap((signal, at) =>
          isFeed(signal) && signal.pulsed && job.evidence.signals.includes(signal.id)
            ? [{ path: ['signals', at, 'filtered'], value: true }]
            : [],
        ),
      })),
};
