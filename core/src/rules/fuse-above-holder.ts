import { HELD_NAMES, type PartPlaying, currentOf, holdersOf } from '../kinds/index.ts';
import { laidOf } from '../graph/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { ampacityAsLaid, ampacitySource, ofPart, sizeName } from '../reference/index.ts';
import { type RuleContext, type WiredJob, partSubject } from './context.ts';
import { shareBehind } from './fuse-above-wire.ts';
import { otherFuses } from './nudging.ts';
import { fuseRating, noneAllowed } from './shared-working.ts';
import { type Finding, type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'fuse-above-holder';

type Fuse = PartPlaying<'overcurrent device'>;
type Holder = NonNullable<Fuse['spec']['holder']>;

function check(context: RuleContext, job: WiredJob, fuse: Fuse, holder: Holder): Finding {
  const common = { severity: 'danger', job: job.job.id, subject: partSubject(fuse) } as const;
  if (holder.takes !== fuse.spec.style) {
    const source = ofPart(holder.name);
    return judge(ID, {
      ...{ ...common, value: 1, limit: 0, unit: '' },
      title: `${holder.name} takes ${HELD_NAMES[holder.takes]}, and ${fuse.tag} is none`,
      detail: 'what is jammed into it, or bridged across it, guards nothing',
      working: noneAllowed(1, `${fuse.tag} does not go into it`, source),
    });
  }
  const airC = context.hottestC(fuse.place);
  // It lies by itself, at the fuse.
  const laid = laidOf(context.design, {
    ...{ hotPlace: fuse.place, bundle: 1, mains: currentOf(job.supply) === 'ac', insulation: 'usual' },
  });
  // A fuse that opens late asks for thicker leads, as it does of the wire behind it.
  const leadA = holder.leadMm2 > 0 ? ampacityAsLaid(holder.leadMm2, laid) * shareBehind(fuse) : Infinity;
  const isByLead = leadA < holder.ratingA;
  const limit = Math.min(holder.ratingA, leadA);
  const lead = isByLead ? `its leads of ${sizeName(holder.leadMm2)} bear` : 'it bears';
  const source = isByLead ? ampacitySource(laid.family, holder.leadMm2) : ofPart(holder.name);
  return judge(ID, {
    ...{ ...common, value: fuse.spec.ratingA, limit, unit: 'A' },
    title: `${fuse.tag} is ${formatQuantity(fuse.spec.ratingA, 'A')} in ${holder.name}; ${lead} ${formatQuantity(limit, 'A')}`,
    detail: isByLead
      ? `at ${context.says(airC, '°C')}: the fuse opens after its own holder’s leads have gone`
      : 'a holder that is overloaded softens, loses its spring and melts around the fuse',
    working: {
      formula: 'I_n ≤ min(I_holder, I_z of its leads)',
      given: [
        { symbol: 'I_holder', meaning: `fuse in ${holder.name}, at most`, value: holder.ratingA, unit: 'A', source: ofPart(holder.name) },
        ...(holder.leadMm2 > 0
          ? [
              { symbol: 'S', meaning: 'its leads', value: holder.leadMm2, unit: 'mm²' as const, source: ofPart(holder.name) },
              {
                symbol: 'I_z',
                meaning: `fuse before them, at most, ${sizeName(holder.leadMm2)} at ${context.says(airC, '°C')}`,
                value: leadA,
                unit: 'A' as const,
                source: ampacitySource(laid.family, holder.leadMm2),
              },
            ]
          : []),
      ],
      result: fuseRating(job, fuse),
      limit: { symbol: 'I', meaning: isByLead ? 'its leads' : holder.name, value: limit, unit: 'A', source },
    },
  });
}

/** A fuse in a holder that a person has: no stronger than what it stands in. */
export const fuseAboveHolder: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Is the holder of a fuse as strong as the fuse in it?',
  notAsked: 'its fuses come with the shelf’s own holders',
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest(job.ownFuses.flatMap((fuse) => (fuse.spec.holder ? [check(context, job, fuse, fuse.spec.holder)] : []))),
    ),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const fuse = job.ownFuses.find(({ id }) => id === finding.subject.id);
        if (!fuse) return [];
        const isControl = fuse.spec.guards === 'control';
        const field = isControl ? 'controlHolder' : 'holder';
        const put = (label: string, id: string) => ({ label, patches: [{ path: ['jobs', job.at, field], value: id }] });
        const { style, ratingA } = fuse.spec;
        return [
          ...(finding.limit > 0
            ? otherFuses(context, job, fuse, isControl ? 'controlFuse' : 'fuse', (rating) => rating <= finding.limit)
            : []),
          ...holdersOf(context.design)
            .filter((other) => other.id !== job.job[field] && other.takes === style && other.ratingA >= ratingA)
            .map(({ id, name }) => put(`Nudge to ${name}`, id)),
          put('Nudge to a holder of the shelf', 'none'),
        ];
      }),
};
