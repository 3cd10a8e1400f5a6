import type { PartPlaying } from '../kinds/index.ts';
import { hertzOf } from '../project/index.ts';
import { figures, formatQuantity } from '../quantity/index.ts';
import { ADIABATIC_SOURCE, adiabaticK, computed, letThrough, seriesOf, sizeName, sizesFrom, wireFamily } from '../reference/index.ts';
import { laidOf } from '../graph/index.ts';
import { type RuleContext, type WiredJob, wireSubject } from './context.ts';
import { shelfGuard, sizePatch } from './nudging.ts';
import { sizeSource } from './shared-working.ts';
import { type Finding, type Nudge, type Rule, failingOrTightest, judge } from './rule.ts';
import { shortAt } from './short.ts';

const ID = 'wire-outlasts-short';
/** Glass fibre does not mind what PVC melts at. */
const MINDS_C = 160;

function check(context: RuleContext, job: WiredJob, fuse: PartPlaying<'overcurrent device'>): Finding[] {
  const short = shortAt(context, job, fuse);
  const through = short && letThrough(fuse.spec.style, fuse.spec.ratingA, short.ampere, hertzOf(context.design));
  if (!short || !through) return [];
  const bears = context.guardedBy(fuse).flatMap((wire) => {
    const { insulationC } = wireFamily(laidOf(context.design, wire).family);
    return insulationC < MINDS_C ? [{ wire, k: adiabaticK(insulationC), insulationC }] : [];
  });
  const [first, ...rest] = bears;
  if (!first) return [];
  const { wire, k, insulationC } = rest.reduce(
    (weak, next) => (next.k * next.wire.sizeMm2 < weak.k * weak.wire.sizeMm2 ? next : weak),
    first,
  );
  const value = Math.sqrt(through.i2t) / k;
  const limit = wire.sizeMm2;
  return [
    judge(ID, {
      // What a breaker lets through at most is its class’s; one of less is on the shelf too.
      severity: 'caution',
      job: job.job.id,
      subject: wireSubject(wire),
      value,
      limit,
      unit: 'mm²',
      title:
        value > limit
          ? `A short behind ${fuse.tag} may melt the insulation of ${wire.tag} before ${fuse.tag} has opened`
          : `${wire.tag} outlasts a short behind ${fuse.tag}`,
      detail:
        value > limit
          ? `it draws ${formatQuantity(short.ampere, 'A')}, and heats it by ${figures((value / limit) ** 2, 2)} times what its insulation bears`
          : `what passes until it has opened is ${figures(100 * (value / limit) ** 2, 2)} % of the heat that its insulation bears`,
      working: {
        formula: 'S ≥ √(I²t) / k',
        given: [
          {
            symbol: 'I_p',
            meaning: `a short right behind ${fuse.tag}`,
            value: short.ampere,
            unit: 'A',
            source: computed(`${formatQuantity(short.driving, 'V')} over source and leads`),
          },
          { symbol: 'I²t', meaning: `that ${fuse.tag} lets through, A²s`, value: through.i2t, unit: '', source: through.source },
          {
            symbol: 'k',
            meaning: `of copper at ${context.says(insulationC, '°C')}, A·√s/mm²`,
            value: k,
            unit: '',
            source: ADIABATIC_SOURCE,
          },
        ],
        result: { symbol: 'S_least', meaning: 'bears it', value, unit: 'mm²', source: computed('√(I²t) / k') },
        limit: {
          symbol: 'S',
          meaning: wire.tag,
          value: limit,
          unit: 'mm²',
          source: sizeSource(context, wire),
        },
      },
    }),
  ];
}

/** Every wire behind the fuse that is too thin, and the earth beside them, which is no thinner than they are. */
function thicker(context: RuleContext, job: WiredJob, { subject, value }: Finding): Nudge[] {
  const fuse = job.ownFuses.find((candidate) => context.guardedBy(candidate).some(({ id }) => id === subject.id));
  const behind = fuse ? context.guardedBy(fuse) : [];
  const thin = job.wires.filter((wire) => wire.sizeMm2 < value && (wire.role === 'earth' || behind.includes(wire)));
  const patches = new Map(
    thin.flatMap(({ leg, sizeMm2 }) => {
      const size = sizesFrom(seriesOf(sizeMm2), 'usual').find((candidate) => candidate >= value);
      return size === undefined ? [] : [[leg, { size, patch: sizePatch(job, leg, size) }] as const];
    }),
  );
  const [first] = patches.values();
  return first
    ? [{ label: `Nudge ${patches.size} legs to ${sizeName(first.size)}`, patches: [...patches.values()].map(({ patch }) => patch) }]
    : [];
}

/** A strong source and a thin wire: what flows until the fuse has opened is enough, though the fuse is no larger than the wire bears. */
export const wireOutlastsShort: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does every wire outlast a short until its fuse has opened?',
  notAsked: 'no fuse is its own, or a short does not open it at once: its overload release is what counts',
  check: (context) => context.jobs.flatMap((job) => failingOrTightest(job.ownFuses.flatMap((fuse) => check(context, job, fuse)))),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        ...thicker(context, job, finding),
        ...(job.job.protection === 'breaker-c' || job.job.protection === 'breaker-d'
          ? [
              {
                label: 'Nudge to a breaker of curve B',
                patches: [...shelfGuard(job), { path: ['jobs', job.at, 'protection'], value: 'breaker-b' }],
              },
            ]
          : []),
      ]),
};
