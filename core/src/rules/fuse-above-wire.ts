import type { PartPlaying } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { BLADE_FUSE_BAND_SOURCE, BLADE_FUSE_OPENS_AT, sizeName, standard } from '../reference/index.ts';
import type { RuleContext, WiredJob } from './context.ts';
import { laidOf } from '../graph/index.ts';
import { smallestForAmpacity } from '../wiring/index.ts';
import { ampacityGiven, fuseRating } from './shared-working.ts';
import { chooseAgain, otherFuses, sizePatch } from './nudging.ts';
import { type Finding, type Rule, judge } from './rule.ts';

const ID = 'fuse-above-wire';

function check(context: RuleContext, job: WiredJob, fuse: PartPlaying<'overcurrent device'>): Finding[] {
  const [first, ...rest] = context.guardedBy(fuse);
  if (!first) return [];
  const wire = rest.reduce((weak, candidate) => (context.behindFuse(candidate) < context.behindFuse(weak) ? candidate : weak), first);
  const limit = context.behindFuse(wire);
  const hotC = context.hottestC(wire.hotPlace);
  return [
    judge(ID, {
      severity: 'danger',
      job: job.job.id,
      subject: { kind: 'part', id: fuse.id, label: fuse.tag },
      value: fuse.spec.ratingA,
      limit,
      unit: 'A',
      title: `${fuse.tag} opens above ${formatQuantity(fuse.spec.ratingA, 'A')}; ${wire.tag} bears ${formatQuantity(limit, 'A')}`,
      detail: `${sizeName(wire.sizeMm2)} at ${context.says(hotC, '°C')} is the weakest wire in its circuit`,
      working: {
        formula: 'I_n ≤ I_z = I_table · k_ambient · k_bundle, and I_2 ≤ 1.45 · I_z',
        given: [
          ...ampacityGiven(context, wire),
          {
            symbol: 'I_2',
            meaning: `opens ${fuse.tag} within 600 s, of 1.45 · I_z allowed`,
            value: BLADE_FUSE_OPENS_AT * fuse.spec.ratingA,
            unit: 'A',
            source: BLADE_FUSE_BAND_SOURCE,
          },
        ],
        result: fuseRating(job, fuse),
        limit: {
          symbol: 'I_z',
          meaning: `ampacity of ${wire.tag}`,
          value: limit,
          unit: 'A',
          source: standard('IEC 60364-4-43: I_b ≤ I_n ≤ I_z'),
        },
      },
    }),
  ];
}

export const fuseAboveWire: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Is every wire stronger than the fuse before it?',
  notAsked: 'no fuse is its own',
  check: (context) => context.jobs.flatMap((job) => job.ownFuses.flatMap((fuse) => check(context, job, fuse))),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const fuse = job.ownFuses.find((candidate) => candidate.id === finding.subject.id);
        if (!fuse) return [];
        const which = fuse.spec.guards === 'control' ? 'controlFuse' : 'fuse';
        const weak = context.guardedBy(fuse).filter((wire) => context.behindFuse(wire) < fuse.spec.ratingA);
        const patches = new Map(
          weak.map((wire) => {
            const leg = { currentA: 0, laid: laidOf(context.design, wire), mostMm2: Infinity, fuseA: fuse.spec.ratingA };
            return [wire.leg, { tag: wire.tag, size: smallestForAmpacity(leg) }];
          }),
        );
        const [thicker] = patches.values();
        return [
          ...otherFuses(context, job, fuse, which, (rating) => rating <= finding.limit),
          ...(thicker
            ? [
                {
                  label: patches.size === 1 ? `Nudge ${thicker.tag} to ${sizeName(thicker.size)}` : `Nudge ${patches.size} legs thicker`,
                  patches: [...patches].map(([leg, { size }]) => sizePatch(job, leg, size)),
                },
              ]
            : []),
          chooseAgain(job),
        ];
      }),
};
