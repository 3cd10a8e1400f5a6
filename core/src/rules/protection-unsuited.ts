import { type Conditions, type PartPlaying, type Supply, borneAt, borneV, currentOf, kindOf } from '../kinds/index.ts';
import { conditionsAt } from '../analysis/index.ts';
import { controlSupplyOf } from '../project/index.ts';
import type { Link } from '../graph/index.ts';
import { type Terminal, formatQuantity, terminal } from '../quantity/index.ts';
import { postsOf } from '../wiring/index.ts';
import {
  PROTECTIONS,
  PROTECTION_LIMITS,
  PROTECTION_NAMES,
  breaksAt,
  resetsItself,
  seriesOhmSource,
  wireOhmPerM,
  computed,
  entered,
} from '../reference/index.ts';
import { shelfGuard } from './nudging.ts';
import { type RuleContext, type WiredJob, partSubject } from './context.ts';
import { type Finding, type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'protection-unsuited';
/** How far past a scaled limit it is surely past it (from memory). */
const SCALED = 2;
const WORDS = { ac: 'alternating current', dc: 'direct current' } as const;

type Fuse = PartPlaying<'overcurrent device'>;

/** The supply that a fuse stands behind. */
const supplyOf = (context: RuleContext, { job, supply }: WiredJob, { spec }: Fuse): Supply =>
  spec.guards === 'control' ? controlSupplyOf(context.design, job) : supply;

/** Least resistance from a post to a terminal, through wires and other fuses, Ω; null where none leads there. */
function ohmUpTo({ graph, design, netlist }: RuleContext, from: Terminal, to: Terminal): number | null {
  const conditions = conditionsAt(design, netlist, 'usual', new Map());
  const reached = new Map<Terminal, number>([[from, 0]]);
  const open = new Set([from]);
  while (open.size > 0) {
    const here = [...open].reduce((a, b) => (reached.get(b)! < reached.get(a)! ? b : a));
    open.delete(here);
    if (here === to) return reached.get(here)!;
    for (const link of graph.linksAt(here)) {
      const ohm = linkOhm(link, conditions);
      const next = link.a === here ? link.b : link.a;
      if (ohm === null || reached.get(here)! + ohm >= (reached.get(next) ?? Infinity)) continue;
      reached.set(next, reached.get(here)! + ohm);
      open.add(next);
    }
  }
  return null;
}

function linkOhm(link: Link, conditions: Conditions): number | null {
  if (link.by === 'joint') return 0;
  if (link.by === 'wire') return link.wire.lengthM * (wireOhmPerM(link.wire.sizeMm2) ?? 0);
  // What carries current takes no part in a short before it; contacts count as closed.
  return kindOf(link.part).inLine || link.branch.kind === 'switch' ? link.branch.ohm(conditions) : kindOf(link.part).atTap ? 0 : null;
}

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
  const leadOhm = ohmUpTo(context, postsOf(supply)[0], terminal(fuse.id, '1'));
  if (leadOhm === null) return [volts];
  const ohm = supply.internalOhm + leadOhm;
  // An alternator adds little to a short: it is the battery at rest that feeds it.
  const driving = current === 'ac' ? volt : supply.restV;
  const value = driving / ohm;
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
      .filter(({ job, loadFuses }) => job.id === finding.job && loadFuses.some(({ id }) => id === finding.subject.id))
      .flatMap(({ at, job, supply }) =>
        PROTECTIONS.filter((protection) => {
          if (resetsItself(protection)) return false;
          const limits = PROTECTION_LIMITS[protection];
          return (
            (protection !== job.protection || job.ownGuard !== 'none') &&
            ((currentOf(supply) === 'ac' ? limits.acV : limits.dcV) ?? 0) >= supply.highestV
          );
        }).map((protection) => ({
          label: `Nudge to a ${PROTECTION_NAMES[protection]}`,
          patches: [
            ...shelfGuard({ job, at }),
            { path: ['jobs', at, 'protection'], value: protection },
            { path: ['jobs', at, 'fuse'], value: 'auto' },
          ],
        })),
      ),
};
