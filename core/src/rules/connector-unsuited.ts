import {
  type ConnectorType,
  type PartPlaying,
  borneAt,
  borneV,
  branchId,
  connectorsOf,
  feedFuseA,
  isOfShelf,
  plays,
} from '../kinds/index.ts';
import type { Wire } from '../graph/index.ts';
import { controlSupplyOf } from '../project/index.ts';
import { formatQuantity, partOf } from '../quantity/index.ts';
import {
  CONNECTOR_SOURCE,
  type Source,
  TERMINAL_RISE_K,
  TERMINAL_RISE_SOURCE,
  computed,
  entered,
  isBlock,
  ofPart,
  poleBears,
} from '../reference/index.ts';
import { airAbout } from './box-heat.ts';
import { type RuleContext, type WiredJob, partSubject } from './context.ts';
import { feedRating } from './tapped.ts';
import { feedBefore, fuseBefore, otherFusesBefore } from './fuse-before.ts';
import { type Finding, type Given, type Nudge, type Rule, failingOrTightest, judge } from './rule.ts';
import { fuseRating, noneAllowed, voltsWithin } from './shared-working.ts';

const ID = 'connector-unsuited';
interface Placed {
  readonly part: PartPlaying<'connector'>;
  readonly type: ConnectorType;
  /** The wires that end on it. */
  readonly wires: readonly Wire[];
}

const placedIn = ({ netlist }: RuleContext, { job }: WiredJob): Placed[] =>
  netlist.parts.flatMap((part) =>
    plays(part, 'connector') && part.job === job.id
      ? [
          {
            part,
            type: part.spec.type,
            wires: netlist.wires.filter(({ from, to }) => [from, to].some((at) => partOf(at) === part.id)),
          },
        ]
      : [],
  );

/** Which half stays live when it is pulled. */
const liveHalf = (wires: readonly Wire[]): string =>
  wires.some(({ section }) => section.stretch === 'charge')
    ? 'both halves stay live between two batteries: contacts that are covered on either side'
    : 'the half with covered contacts is the one that stays live';
const sourceOf = ({ id, name }: ConnectorType): Source => (isOfShelf(id) ? CONNECTOR_SOURCE : ofPart(name));

function check(context: RuleContext, job: WiredJob, placed: Placed): Finding[] {
  const { part, type, wires } = placed;
  const common = { severity: 'danger', job: job.job.id, subject: partSubject(part) } as const;
  const source = sourceOf(type);
  const { airC, given: air } = airAbout(context, part.place);
  const bears = poleBears(type, airC);
  const isLess = bears < type.ratedA;
  const hot = isLess ? ` in ${context.says(Math.ceil(airC - 1e-9), '°C')}` : '';
  const rated = { symbol: 'I_r', meaning: `a pole of it: ${type.name}`, value: type.ratedA, unit: 'A', source } as const;
  const limit = isLess
    ? ({ symbol: 'I_hot', meaning: 'what it bears in that air', value: bears, unit: 'A', source: computed('as above') } as const)
    : rated;
  const given: readonly Given[] = isLess
    ? [
        rated,
        ...air,
        { symbol: 'T_most', meaning: type.name, value: type.mostC, unit: '°C', source },
        {
          symbol: 'ΔT_r',
          meaning: 'warmer than the air at its rated current',
          value: TERMINAL_RISE_K,
          unit: 'K',
          source: TERMINAL_RISE_SOURCE,
        },
      ]
    : [];
  const within = (symbol: string) => (isLess ? `${symbol} ≤ I_hot = I_r · √((T_most − T)/ΔT_r)` : `${symbol} ≤ I_r`);
  const screwed = isBlock(type);
  const supply = wires.some(({ section }) => section.side === 'control') ? controlSupplyOf(context.design, job.job) : job.supply;
  const volt = borneV(supply);
  const users = context.jobs.filter(({ job: { id } }) => part.jobs.includes(id));
  const ampere = Math.max(...users.map((user) => context.worstAmps(user, branchId(part.id, 'pair')).value));
  const kept = screwed
    ? 'tightened, and once more when it has been hot: copper gives under a screw'
    : `pull it with nothing on: it is no switch; ${liveHalf(wires)}`;
  const before = fuseBefore(context, wires);
  const feed = feedBefore(context, job, wires);
  const place = context.design.places.find(({ id }) => id === part.place)!;
  return [
    judge(ID, {
      ...common,
      code: 'volts',
      value: volt,
      limit: type.mostV,
      unit: 'V',
      title:
        volt > type.mostV
          ? `${part.tag} is made for ${formatQuantity(type.mostV, 'V')}, and ${supply.name} has ${formatQuantity(volt, 'V')}`
          : `${part.tag} is made for ${formatQuantity(type.mostV, 'V')}`,
      detail:
        volt <= type.mostV
          ? type.name
          : screwed
            ? 'between its poles, and to what it is screwed on, it may flash over'
            : 'its contacts can be touched, and it draws an arc that stands',
      working: voltsWithin(
        {
          symbol: 'V',
          meaning: supply.name,
          value: volt,
          unit: 'V',
          source: entered(`supplies[${context.design.supplies.indexOf(supply)}].${borneAt(supply)}`),
        },
        { value: type.mostV, meaning: type.name, source },
      ),
    }),
    judge(ID, {
      ...common,
      code: 'current',
      value: ampere,
      limit: bears,
      unit: 'A',
      title: `${part.tag} carries ${formatQuantity(ampere, 'A')} of ${formatQuantity(bears, 'A')}${hot}`,
      detail: ampere > bears ? (screwed ? SCREW_GOES : 'its contacts lose their spring, and then they melt what holds them') : kept,
      working: {
        formula: within('I'),
        given,
        result: {
          symbol: 'I',
          meaning: `largest in ${part.tag}`,
          value: ampere,
          unit: 'A',
          source: computed('solved over every state and corner'),
        },
        limit,
      },
    }),
    ...(feed === undefined
      ? []
      : [
          judge(ID, {
            ...common,
            code: 'feed',
            value: feedFuseA(feed.signal),
            limit: bears,
            unit: 'A',
            title: `${feed.signal.name} passes ${formatQuantity(feedFuseA(feed.signal), 'A')}; a pole of ${part.tag} bears ${formatQuantity(bears, 'A')}${hot}`,
            detail: 'the feed’s own fuse is what stands before it',
            working: {
              formula: within('I_feed'),
              given,
              result: feedRating(feed),
              limit,
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
            working: noneAllowed(type.sealed ? 0 : 1, 'open contacts in the wet', source),
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
            limit: bears,
            unit: 'A',
            title: `${before.fuse.tag} passes ${formatQuantity(before.fuse.spec.ratingA, 'A')}; a pole of ${part.tag} bears ${formatQuantity(bears, 'A')}${hot}`,
            detail: before.fuse.spec.ratingA > bears ? 'what its fuse lets through for good, it does not bear for good' : kept,
            working: { formula: within('I_n'), given, result: fuseRating(before.of, before.fuse), limit },
          }),
        ]),
  ];
}

const SCREW_GOES = 'it gets hot, its screw comes loose by that, and then it glows';

/** Whether another one bears what was found to be too much. */
function isBetter(airC: number, type: ConnectorType, { unit, code, value }: Finding): boolean {
  if (code === 'wet') return type.sealed;
  return unit === 'V' ? type.mostV >= value : poleBears(type, airC) >= value;
}

/** Each of its wires' legs without the connector, or with another one. */
function changed(job: WiredJob, { wires }: Placed, type: string | null): Nudge['patches'] {
  return [...new Set(wires.map(({ wholeLeg }) => wholeLeg))].flatMap((leg) => {
    const { connector, ...rest } = job.job.wires[leg] ?? {};
    if (!connector) return [];
    const value = type === null ? rest : { ...rest, connector: { ...connector, type } };
    return [{ path: ['jobs', job.at, 'wires', leg], value: Object.keys(value).length > 0 ? value : undefined }];
  });
}

/** Another in its place that is screwed or pulled as it is, takes the wires and is what was asked for, the weakest first. */
const others = ({ design }: RuleContext, job: WiredJob, placed: Placed, isWanted: (type: ConnectorType) => boolean): Nudge[] =>
  connectorsOf(design)
    .filter((type) => type.id !== placed.type.id && isBlock(type) === isBlock(placed.type) && isWanted(type))
    .filter(({ mostMm2 }) => placed.wires.every(({ sizeMm2 }) => sizeMm2 <= mostMm2))
    .sort((a, b) => a.ratedA - b.ratedA)
    .map(({ id, name }) => ({ label: `Nudge ${placed.part.tag} to: ${name}`, patches: changed(job, placed, id) }));

/** One that bears the air which a finding is of, and no less of anything else. */
export const connectorsForAir = (context: RuleContext, { job: of, subject, value }: Finding): Nudge[] =>
  context.jobs
    .filter(({ job }) => job.id === of)
    .flatMap((job) =>
      placedIn(context, job)
        .filter(({ part }) => part.id === subject.id)
        .flatMap((placed) => {
          const { mostV, ratedA } = placed.type;
          return others(context, job, placed, (type) => type.mostC >= value && type.mostV >= mostV && type.ratedA >= ratedA);
        }),
    );

/** A connector is weaker than the wire that it parts, and is asked for itself. */
export const connectorUnsuited: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does every connector and terminal block bear its current, its fuse, its voltage, the heat and the wet?',
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
        const before = fuseBefore(context, placed.wires);
        const { airC } = airAbout(context, placed.part.place);
        return [
          ...others(context, job, placed, (type) => isBetter(airC, type, finding)),
          ...(finding.code === 'fuse' && before?.of === job ? otherFusesBefore(context, before, (rating) => rating <= finding.limit) : []),
          { label: `Nudge ${placed.part.tag} out: one wire`, patches: changed(job, placed, null) },
        ];
      }),
};
