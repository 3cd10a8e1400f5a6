import { type PartPlaying, borneAt, borneV, currentOf } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { shortAt, supplyOf } from './short.ts';
import {
  DC_PROTECTIONS,
  MAINS_PROTECTIONS,
  type Protection,
  PROTECTION_LIMITS,
  PROTECTION_NAMES,
  breaksAt,
  resetsItself,
  seriesOhmSource,
  computed,
  entered,
} from '../reference/index.ts';
import { fusePatch, shelfGuard } from './nudging.ts';
import { type RuleContext, type WiredJob, partSubject } from './context.ts';
import { type Finding, type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'protection-unsuited';
/** How far past a scaled limit it is surely past it (from memory). */
const SCALED = 2;
const WORDS = { ac: 'alternating current', dc: 'direct current' } as const;

type Fuse = PartPlaying<'overcurrent device'>;

function check(context: RuleContext, job: WiredJob, fuse: Fuse): Finding[] {
  const supply = supplyOf(context, job, fuse);
  const at = context.design.supplies.indexOf(supply);
  const limits = fuse.spec.own?.limits ?? PROTECTION_LIMITS[fuse.spec.style];
  const current = currentOf(supply);
  const ratedV = (current === 'ac' ? limits.acV : limits.dcV) ?? 0;
  const volt = borneV(supply);
  const volts = judge(ID, {
    code: 'voltage',
    severity: 'danger',
    job: job.job.id,
    subject: partSubject(fuse),
    value: volt,
    limit: ratedV,
    unit: 'V',
    title:
      ratedV === 0
        ? `${fuse.tag} is not made for ${WORDS[current]}, and ${supply.name} gives that`
        : volt > ratedV
          ? `${fuse.tag} breaks up to ${formatQuantity(ratedV, 'V')}, and ${supply.name} has ${formatQuantity(volt, 'V')}`
          : `${fuse.tag} is made for ${WORDS[current]} of ${formatQuantity(ratedV, 'V')}`,
    detail:
      volt > ratedV
        ? 'when it opens its arc goes on burning: it is no protection there'
        : `${supply.name}: ${formatQuantity(volt, 'V')} at most`,
    working: {
      formula: 'V ≤ V_device',
      given: [],
      result: {
        symbol: 'V',
        meaning: supply.name,
        value: volt,
        unit: 'V',
        source: entered(`supplies[${at}].${borneAt(supply)}`),
      },
      limit: { symbol: 'V_device', meaning: `on ${WORDS[current]}`, value: ratedV, unit: 'V', source: limits.source },
    },
  });
  if (volt > ratedV) return [volts];
  // A short right behind it: the source's own resistance, and what stands before the device.
  const short = shortAt(context, job, fuse);
  if (short === null) return [volts];
  const { driving, leadOhm, ampere: value } = short;
  const limit = breaksAt(limits, ratedV, driving);
  return [
    volts,
    judge(ID, {
      code: 'breaking',
      // What a vehicle's fuses break at less than their voltage is scaled: near the limit that is no certainty.
      severity: current === 'dc' && value <= SCALED * limit ? 'caution' : 'danger',
      job: job.job.id,
      subject: partSubject(fuse),
      value,
      limit,
      unit: 'A',
      title:
        value > limit
          ? `A short behind ${fuse.tag} draws ${formatQuantity(value, 'A')}; it can break ${formatQuantity(limit, 'A')}`
          : `${fuse.tag} can break ${formatQuantity(limit, 'A')}; a short behind it draws ${formatQuantity(value, 'A')} at most`,
      detail:
        value > limit
          ? 'it bursts and burns on: a device of more breaking capacity, or a main fuse of such before it'
          : 'breaking capacity',
      working: {
        formula: 'I_p = V / (R_source + R_lead) ≤ I_cn',
        given: [
          {
            symbol: 'V',
            meaning: supply.name,
            value: driving,
            unit: 'V',
            source: entered(`supplies[${at}].${current === 'ac' ? 'highestV' : 'restV'}`),
          },
          {
            symbol: 'R_source',
            meaning: supply.name,
            value: supply.internalOhm,
            unit: 'Ω',
            source: entered(`supplies[${at}].internalOhm`),
          },
          {
            symbol: 'R_lead',
            meaning: 'before the device',
            value: leadOhm,
            unit: 'Ω',
            source: seriesOhmSource(context.design.settings.wireSeries),
          },
        ],
        result: { symbol: 'I_p', meaning: 'prospective current', value, unit: 'A', source: computed('quotient') },
        limit: {
          symbol: 'I_cn',
          meaning: `breaking capacity at ${formatQuantity(driving, 'V')}`,
          value: limit,
          unit: 'A',
          source: limits.source,
        },
      },
    }),
  ];
}

/** A blade fuse on the mains, a plug's fuse on a battery, a small fuse on a bank of lithium cells: none of them ends an arc there. */
export const protectionUnsuited: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Can every fuse and breaker break what its supply gives?',
  notAsked: 'no fuse or breaker is its own: those that it shares are another job’s, which says it',
  check: (context) =>
    context.jobs.flatMap((job) => failingOrTightest([...job.loadFuses, ...job.controlFuses].flatMap((fuse) => check(context, job, fuse)))),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((one) => {
        const { at, job, supply } = one;
        if (one.controlFuses.some(({ id }) => id === finding.subject.id))
          return job.controlGuard === 'none'
            ? []
            : [{ label: 'Nudge to the fuse that the app chooses', patches: [...shelfControl(one), fusePatch(one, 'controlFuse', 'auto')] }];
        if (!one.loadFuses.some(({ id }) => id === finding.subject.id)) return [];
        return (currentOf(supply) === 'ac' ? MAINS_PROTECTIONS : DC_PROTECTIONS)
          .filter((protection: Protection) => {
            if (resetsItself(protection)) return false;
            const limits = PROTECTION_LIMITS[protection];
            return (
              (protection !== job.protection || job.ownGuard !== 'none') &&
              ((currentOf(supply) === 'ac' ? limits.acV : limits.dcV) ?? 0) >= supply.highestV
            );
          })
          .map((protection) => ({
            label: `Nudge to a ${PROTECTION_NAMES[protection]}`,
            patches: [
              ...shelfGuard({ job, at }),
              // What held the one before takes no other kind.
              ...(job.holder === 'none' ? [] : [{ path: ['jobs', at, 'holder'], value: 'none' }]),
              { path: ['jobs', at, 'protection'], value: protection },
              { path: ['jobs', at, 'fuse'], value: 'auto' },
            ],
          }));
      }),
};
/** The coil circuits' fuse as the shelf has it, in its own holder. */
const shelfControl = (job: WiredJob) => [
  ...shelfGuard(job, 'controlFuse'),
  ...(job.job.controlHolder === 'none' ? [] : [{ path: ['jobs', job.at, 'controlHolder'], value: 'none' }]),
];
