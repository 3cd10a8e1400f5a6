/** What a fuse carries against its rating in the air where it sits: two rules ask it. */
import type { PartPlaying, Supply } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { FUSE_AIR_SOURCE, computed, entered, fuseAirFactor } from '../reference/index.ts';
import { airAbout } from './box-heat.ts';
import type { RuleContext, WiredJob } from './context.ts';
import { type Finding, judge } from './rule.ts';
import { fuseRating } from './shared-working.ts';

interface Carried {
  readonly fuse: PartPlaying<'overcurrent device'>;
  /** Most through it, A. */
  readonly ampere: number;
  /** The first words of its title. */
  readonly of: string;
  readonly supply: Supply;
}

export function fuseCarries(rule: string, context: RuleContext, job: WiredJob, { fuse, ampere: value, of, supply }: Carried): Finding {
  const { ratingA, style } = fuse.spec;
  const { airC, given } = airAbout(context, fuse.place);
  const warm = fuseAirFactor(style, airC);
  // In a furnace it carries nothing; `part-air` says so.
  const limit = ratingA * Math.max(0, warm);
  const hot = warm < 1 && value > limit && value <= ratingA;
  return judge(rule, {
    severity: 'caution',
    job: job.job.id,
    subject: { kind: 'part', id: fuse.id, label: fuse.tag },
    value,
    limit,
    unit: 'A',
    title: `${of} ${formatQuantity(value, 'A')} through a ${formatQuantity(ratingA, 'A')} fuse${hot ? `, worth ${formatQuantity(limit, 'A')} in ${context.says(airC, '°C')}` : ''}`,
    detail: `at ${formatQuantity(supply.highestV, 'V')}, the most that ${supply.name} gives`,
    working: {
      formula: warm < 1 ? 'I_b ≤ k_T · I_n (IEC 60364-4-43)' : 'I_b ≤ I_n (IEC 60364-4-43)',
      given: [
        {
          symbol: 'V',
          meaning: 'highest supply',
          value: supply.highestV,
          unit: 'V',
          source: entered(`supplies[${context.design.supplies.indexOf(supply)}].highestV`),
        },
        ...(warm < 1
          ? [
              fuseRating(job, fuse),
              ...given,
              { symbol: 'k_T', meaning: 'left of its rating in that air', value: warm, unit: '' as const, source: FUSE_AIR_SOURCE },
            ]
          : []),
      ],
      result: { symbol: 'I_b', meaning: `current in ${fuse.tag}`, value, unit: 'A', source: computed('solved at the highest supply') },
      limit:
        warm < 1
          ? { symbol: 'k_T · I_n', meaning: 'what it carries there', value: limit, unit: 'A', source: computed('product') }
          : fuseRating(job, fuse),
    },
  });
}
