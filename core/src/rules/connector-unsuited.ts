import { type PartPlaying, borneAt, borneV, branchId, feedFuseA, plays } from '../kinds/index.ts';
import type { Wire } from '../graph/index.ts';
import { controlSupplyOf } from '../project/index.ts';
import { formatQuantity, partOf } from '../quantity/index.ts';
import {
  CONNECTORS,
  CONNECTOR_IDS,
  CONNECTOR_MOST_V,
  CONNECTOR_SOURCE,
  type Connector,
  type ConnectorId,
  computed,
  entered,
} from '../reference/index.ts';
import { type RuleContext, type WiredJob, partSubject } from './context.ts';
import { otherFuses } from './nudging.ts';
import { type Finding, type Nudge, type Rule, failingOrTightest, judge } from './rule.ts';
import { fuseRating, noneAllowed, voltsWithin } from './shared-working.ts';
import { tapped } from './tapped.ts';

const ID = 'connector-unsuited';
type Fuse = PartPlaying<'overcurrent device'>;
interface Placed {
  readonly part: PartPlaying<'connector'>;
  readonly type: Connector;
  /** The wires that end on it. */
  readonly wires: readonly Wire[];
}

const placedIn = ({ netlist }: RuleContext, { job }: WiredJob): Placed[] =>
  netlist.parts.flatMap((part) =>
    plays(part, 'connector') && part.job === job.id
      ? [
          {
            part,
            type: CONNECTORS[part.spec.type],
            wires: netlist.wires.filter(({ from, to }) => [from, to].some((at) => partOf(at) === part.id)),
          },
        ]
      : [],
  );

/** An existing feed that it hangs on past every fuse of ours, by the largest of their fuses. */
const feedBefore = (context: RuleContext, job: WiredJob, { wires }: Placed) =>
  tapped(context, job)
    .filter(({ wire }) => wires.includes(wire))
    .sort((a, b) => feedFuseA(b.signal) - feedFuseA(a.signal))[0];

/** The largest of the fuses that its wires hang on; null where none does. */
function fuseBefore(context: RuleContext, { wires }: Placed): { readonly fuse: Fuse; readonly of: WiredJob } | null {
  const fuses = context.jobs.flatMap((of) =>
    of.ownFuses.flatMap((fuse) => (context.guardedBy(fuse).some((wire) => wires.includes(wire)) ? [{ fuse, of }] : [])),
  );
  return fuses.length === 0 ? null : fuses.reduce((a, b) => (b.fuse.spec.ratingA > a.fuse.spec.ratingA ? b : a));
}

function check(context: RuleContext, job: WiredJob, placed: Placed): Finding[] {
  const { part, type, wires } = placed;
  const common = { severity: 'danger', job: job.job.id, subject: partSubject(part) } as const;
  const rated = { symbol: 'I_r', meaning: `a pole of it: ${type.name}`, value: type.ratedA, unit: 'A', source: CONNECTOR_SOURCE } as const;
  const supply = wires.some(({ section }) => section.side === 'control') ? controlSupplyOf(context.design, job.job) : job.supply;
  const volt = borneV(supply);
  const users = context.jobs.filter(({ job: { id } }) => part.jobs.includes(id));
  const ampere = Math.max(...users.map((user) => context.worstAmps(user, branchId(part.id, 'pair')).value));
  const live = wires.some(({ section }) => section.stretch === 'charge')
    ? 'both halves stay live between two batteries: contacts that are covered on either side'
    : 'the half with covered contacts is the one that stays live';
  const before = fuseBefore(context, placed);
  const feed = feedBefore(context, job, placed);
  const place = context.design.places.find(({ id }) => id === part.place)!;
  return [
    judge(ID, {
      ...common,
      code: 'volts',
      value: volt,
      limit: CONNECTOR_MOST_V,
      unit: 'V',
      title:
        volt > CONNECTOR_MOST_V
          ? `${part.tag} is made for ${formatQuantity(CONNECTOR_MOST_V, 'V')}, and ${supply.name} has ${formatQuantity(volt, 'V')}`
          : `${part.tag} is made for ${formatQuantity(CONNECTOR_MOST_V, 'V')}`,
      detail: volt > CONNECTOR_MOST_V ? 'its contacts can be touched, and it draws an arc that stands' : type.name,
      working: voltsWithin(
        {
          symbol: 'V',
          meaning: supply.name,
          value: volt,
          unit: 'V',
          source: entered(`supplies[${context.design.supplies.indexOf(supply)}].${borneAt(supply)}`),
        },
        { value: CONNECTOR_MOST_V, meaning: 'connectors of low voltage', source: CONNECTOR_SOURCE },
      ),
    }),
    judge(ID, {
      ...common,
      code: 'current',
      value: ampere,
      limit: type.ratedA,
      unit: 'A',
      title: `${part.tag} carries ${formatQuantity(ampere, 'A')} of ${formatQuantity(type.ratedA, 'A')}`,
      detail:
        ampere > type.ratedA
          ? 'its contacts lose their spring, and then they melt what holds them'
          : `pull it with nothing on: it is no switch; ${live}`,
      working: {
        formula: 'I ≤ I_r',
        given: [],
        result: {
          symbol: 'I',
          meaning: `largest in ${part.tag}`,
          value: ampere,
          unit: 'A',
          source: computed('solved over every state and corner'),
        },
        limit: rated,
      },
    }),
    ...(feed === undefined
      ? []
      : [
          judge(ID, {
            ...common,
            code: 'feed',
            value: feedFuseA(feed.signal),
            limit: type.ratedA,
            unit: 'A',
            title: `${feed.signal.name} passes ${formatQuantity(feedFuseA(feed.signal), 'A')}; a pole of ${part.tag} bears ${formatQuantity(type.ratedA, 'A')}`,
            detail: 'the feed’s own fuse is what stands before it',
            working: {
              formula: 'I_feed ≤ I_r',
              given: [],
              result: {
                symbol: 'I_feed',
                meaning: `own fuse of ${feed.signal.name}`,
                value: feedFuseA(feed.signal),
                unit: 'A',
                source: entered(`signals[${feed.at}]${feed.signal.fuseA === undefined ? '' : '.fuseA'}`),
              },
              limit: rated,
            },
          }),
        ]),
    ...(place.wet
      ? [
          judge(ID, {
            ...common,
            code: 'wet',
            severity: 'caution',
            value: type.sealed ? 0 : 1,
            limit: 0,
            unit: '',
            title: type.sealed ? `${part.tag} keeps the wet of ${place.name} out` : `${part.tag} lies open to the wet of ${place.name}`,
            detail: type.sealed ? type.name : 'its contacts corrode, get warm, and then it parts by itself',
            working: noneAllowed(type.sealed ? 0 : 1, 'open contacts in the wet', CONNECTOR_SOURCE),
          }),
        ]
      : []),
    ...(before === null
      ? []
      : [
          judge(ID, {
            ...common,
            code: 'fuse',
            value: before.fuse.spec.ratingA,
            limit: type.ratedA,
            unit: 'A',
            title: `${before.fuse.tag} passes ${formatQuantity(before.fuse.spec.ratingA, 'A')}; a pole of ${part.tag} bears ${formatQuantity(type.ratedA, 'A')}`,
            detail:
              before.fuse.spec.ratingA > type.ratedA
                ? 'what its fuse lets through for good, its contacts do not bear for good'
                : `pull it with nothing on: it is no switch; ${live}`,
            working: { formula: 'I_n ≤ I_r', given: [], result: fuseRating(before.of, before.fuse), limit: rated },
          }),
        ]),
  ];
}

/** Each of its wires' legs without the connector, or with another one. */
function changed(job: WiredJob, { wires }: Placed, type: ConnectorId | null): Nudge['patches'] {
  return [...new Set(wires.map(({ wholeLeg }) => wholeLeg))].flatMap((leg) => {
    const { connector, ...rest } = job.job.wires[leg] ?? {};
    if (!connector) return [];
    const value = type === null ? rest : { ...rest, connector: { ...connector, type } };
    return [{ path: ['jobs', job.at, 'wires', leg], value: Object.keys(value).length > 0 ? value : undefined }];
  });
}

/** A connector is weaker than the wire that it parts, and is asked for itself. */
export const connectorUnsuited: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does every connector bear its current, its fuse, its voltage and the wet?',
  notAsked: 'no wire of it goes through a connector',
  acrossJobs: true,
  trail: 'load',
  check: (context) =>
    context.jobs.flatMap((job) => placedIn(context, job).flatMap((placed) => failingOrTightest(check(context, job, placed)))),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const placed = placedIn(context, job).find(({ part }) => part.id === finding.subject.id);
        if (!placed) return [];
        const before = fuseBefore(context, placed);
        const most = Math.max(...placed.wires.map(({ sizeMm2 }) => sizeMm2));
        return [
          ...CONNECTOR_IDS.filter(
            (id) =>
              CONNECTORS[id].mostMm2 >= most &&
              (finding.unit === 'A' ? CONNECTORS[id].ratedA >= finding.value : finding.code === 'wet' && CONNECTORS[id].sealed),
          )
            .sort((a, b) => CONNECTORS[a].ratedA - CONNECTORS[b].ratedA)
            .map((id) => ({ label: `Nudge ${placed.part.tag} to: ${CONNECTORS[id].name}`, patches: changed(job, placed, id) })),
          ...(finding.code === 'fuse' && before?.of === job
            ? otherFuses(
                context,
                job,
                before.fuse,
                before.fuse.spec.guards === 'control' ? 'controlFuse' : 'fuse',
                (rating) => rating <= finding.limit,
              )
            : []),
          { label: `Nudge ${placed.part.tag} out: one wire`, patches: changed(job, placed, null) },
        ];
      }),
};
