import { primitivesOf } from '../graph/index.ts';
import { type AnyPart, boxOf, branchId, controllerType, isCopperCoil, kindOf, plays, fedOf } from '../kinds/index.ts';
import { boxSurfaceM2 } from '../document/index.ts';
import type { SolvedState } from '../analysis/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { computed, entered, fromMemory } from '../reference/index.ts';
import { type Controller, type Design, supplyById } from '../project/index.ts';
import { regulatorWatt } from './board-regulator.ts';
import { onRailA } from './rail-current-over.ts';
import { type RuleContext, type WiredJob, coilBranch, jobSubject } from './context.ts';
import { type Given, type Rule, judge } from './rule.ts';

const ID = 'box-heat';
/** Heat that a closed box gives to still air on all its sides, W/m²K. */
const GIVES_W_PER_M2K = 5.5;
/** A coil for alternating current takes more than it burns: its iron chokes it. */
const COIL_POWER_FACTOR = 0.35;
/** Above this the inside is not the air outside any more: it has to be entered as its own, K (common practice). */
const MOST_K = 10;

/**
 * What the parts of a job in a box turn into heat in a state, W: coils, contacts, fuses, drivers. Loads and sources are
 * not in it (an isolated supply counts by what it gives), and what sits on a heatsink gives its heat outside.
 */
function watts(context: RuleContext, job: WiredJob, parts: readonly AnyPart[], { solution }: SolvedState): number {
  const onSink = job.job.cooling !== 'none';
  return parts
    .flatMap((part) => primitivesOf(part).branches.map((branch) => ({ part, branch })))
    .reduce((sum, { part, branch }) => {
      const solid = plays(part, 'relay') && branch.kind === 'switch' ? part.spec.type.solid : undefined;
      if (branch.kind === 'source' || branch.kind === 'power' || (solid && onSink)) return sum;
      const volt = solid ? solid.onV : Math.abs(context.volts(solution, branch.a, branch.b)) || 0;
      const choked = plays(part, 'relay') && branch.id === coilBranch(part) && !isCopperCoil(part.spec.type);
      return sum + (choked ? COIL_POWER_FACTOR : 1) * volt * context.amps(solution, branch.id);
    }, 0);
}

export interface BoxRise {
  readonly users: readonly { readonly job: WiredJob; readonly watt: number }[];
  readonly boards: readonly { readonly board: Controller; readonly watt: number }[];
  /** Isolated supplies, and what has electronics that the project feeds. */
  readonly electronics: readonly { readonly part: AnyPart; readonly watt: number }[];
  readonly watt: number;
  /** Outside that gives off heat, m². */
  readonly area: number;
  /** Inside over outside, K. */
  readonly riseK: number;
}

/** How much warmer a closed box is inside than its room, all jobs together, each at its most; null where nothing of a job is in it. */
export function boxRise(context: RuleContext, place: Design['places'][number]): BoxRise | null {
  const known = RISES.get(context) ?? new Map<string, BoxRise | null>();
  RISES.set(context, known);
  const found = known.get(place.id);
  const rise = found === undefined ? worked(context, place) : found;
  known.set(place.id, rise);
  return rise;
}
/** Two rules and more ask it of every place. */
const RISES = new WeakMap<RuleContext, Map<string, BoxRise | null>>();

function worked(context: RuleContext, place: Design['places'][number]): BoxRise | null {
  if (place.box === 'open') return null;
  const inside = (job: WiredJob) =>
    context.netlist.parts.filter(
      (part) => part.place === place.id && part.jobs[0] === job.job.id && !plays(part, 'load') && primitivesOf(part).branches.length > 0,
    );
  const users = context.jobs.flatMap((job) => {
    const parts = inside(job);
    return parts.length > 0 ? [{ job, watt: context.worst(job, (state) => watts(context, job, parts, state)).value }] : [];
  });
  if (users.length === 0) return null;
  // Boards in it burn in their regulators what their supply has too much of.
  const boards = context.design.controllers.flatMap((board) => {
    if (board.place !== place.id || board.supply === 'usb') return [];
    const railA = onRailA(context, board);
    return [
      {
        board,
        watt: regulatorWatt(controllerType(context.design, board.type).ownA, railA, supplyById(context.design, board.supply).highestV),
      },
    ];
  });
  const electronics = context.netlist.parts
    .filter((part) => part.place === place.id)
    .map((part) => ({ part, watt: ofElectronics(context, part) }))
    .filter(({ watt: own }) => own > 0);
  const watt = [...users, ...boards, ...electronics].reduce((sum, user) => sum + user.watt, 0);
  const area = boxSurfaceM2(place);
  return { users, boards, electronics, watt, area, riseK: watt / (GIVES_W_PER_M2K * area) };
}

/** What an isolated supply that is built in loses beside what it gives at the most, and what a sensor or a controller takes all the time, W. */
function ofElectronics(context: RuleContext, part: AnyPart): number {
  const { burns } = kindOf(part);
  const fed = fedOf(part);
  if (!fed) return 0;
  if (burns && 'nominalV' in part.spec) {
    const branch = branchId(part.id, burns.key);
    const gives = Math.max(0, ...context.jobs.map((job) => context.worstAmps(job, branch).value));
    return burns.share * part.spec.nominalV * gives;
  }
  // Of a board that hangs on its supply the regulator is counted above.
  if (plays(part, 'board')) return 0;
  const { highestV } = supplyById(context.design, fed.supply);
  return highestV ** 2 / fed.ohm;
}

/** A closed box is warmer than its room by what its parts burn: all jobs together, each at its most. */
/** More than this nothing in a box bears: the number says no more by growing, K. */
const MOST_RISE_K = 100;

/** The hottest air about what sits at a place, its box's own warmth included, °C, and the lines of working that it stands on. */
export function airAbout(context: RuleContext, placeId: string): { airC: number; riseK: number; given: Given[] } {
  const { design, hottestC, placeName } = context;
  const at = design.places.findIndex(({ id }) => id === placeId);
  const riseK = Math.min(MOST_RISE_K, boxRise(context, design.places[at]!)?.riseK ?? 0);
  const outside: Given = {
    symbol: 'T_a',
    meaning: `hottest air at ${placeName(placeId)}`,
    value: hottestC(placeId),
    unit: '°C',
    source: entered(`places[${at}].hottestC`),
  };
  const rise: Given = { symbol: 'ΔT', meaning: 'that its box is warmer inside', value: riseK, unit: 'K', source: computed('Σ P/(k · A)') };
  return { airC: hottestC(placeId) + riseK, riseK, given: riseK > 0 ? [outside, rise] : [outside] };
}

/** Where the outside of a box stands: of one that somebody typed, the side that nobody measured. */
export function outsideSource({ places, parts }: Design, at: number) {
  const { boxM2, ownBox } = places[at]!;
  const box = boxOf({ parts }, ownBox ?? '');
  if (!box) return entered(`places[${at}]${boxM2 === undefined ? '' : '.boxM2'}`);
  const sides = ['widthMm', 'heightMm', 'depthMm'] as const;
  return entered(`parts[${parts.findIndex(({ id }) => id === box.id)}].${sides.find((side) => box.assumed.includes(side)) ?? sides[0]}`);
}

export const boxHeat: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does a closed box stay about as cool as its room?',
  notAsked: 'nothing of it sits in a closed box, or another job says it',
  acrossJobs: true,
  check: (context) =>
    context.design.places.flatMap((place, at) => {
      const rise = boxRise(context, place);
      if (!rise) return [];
      const { users, boards, electronics, watt, area, riseK: value } = rise;
      const first = users[0]!;
      return [
        judge(ID, {
          severity: 'caution',
          job: first.job.job.id,
          subject: { ...jobSubject(first.job.job), id: place.id, label: place.name },
          value,
          limit: MOST_K,
          unit: 'K',
          title: `All on, ${formatQuantity(watt, 'W')} of heat make ${place.name} ${context.says(value, 'K')} warmer than its room`,
          detail:
            value > MOST_K
              ? 'a larger box, vents, a heatsink that stands outside; or enter its hottest air as what stands inside'
              : `${context.says(area, 'm²')} of it give off heat; a heatsink stands outside of it, and loads are not counted`,
          working: {
            formula: 'ΔT = P/(k · A)',
            given: [
              ...users.map(({ job, watt: own }) => ({
                symbol: 'P',
                meaning: `parts of ${job.job.name} in it, at most`,
                value: own,
                unit: 'W' as const,
                source: computed('solved: Σ V · I'),
              })),
              ...boards.map(({ board, watt: own }) => ({
                symbol: 'P',
                meaning: `regulator of ${board.name}`,
                value: own,
                unit: 'W' as const,
                source: computed('(V − 5 V) · I'),
              })),
              ...electronics.map(({ part, watt: own }) => ({
                symbol: 'P',
                meaning: `electronics of ${part.tag} ${part.name}`,
                value: own,
                unit: 'W' as const,
                source: kindOf(part).burns ? fromMemory('a fifth of what it takes is lost') : computed('V²/R of what feeds it'),
              })),
              {
                symbol: 'k',
                meaning: 'W/m²K, still air',
                value: GIVES_W_PER_M2K,
                unit: '',
                source: fromMemory('closed boxes in still air'),
              },
              {
                symbol: 'A',
                meaning: 'its outside',
                value: area,
                unit: 'm²',
                source: outsideSource(context.design, at),
              },
            ],
            result: { symbol: 'ΔT', meaning: 'inside over outside', value, unit: 'K', source: computed('from the above') },
            limit: { symbol: 'ΔT', meaning: 'small beside the seasons', value: MOST_K, unit: 'K', source: fromMemory('common practice') },
          },
        }),
      ];
    }),
  nudges: ({ design, says }, finding) => {
    const at = design.places.findIndex(({ id }) => id === finding.subject.id);
    const place = design.places[at];
    if (!place) return [];
    // Round up to what boxes are sold in.
    const area = Math.ceil((boxSurfaceM2(place) * finding.value) / MOST_K / 0.05) * 0.05;
    return [
      {
        label: `Nudge to a box of ${says(area, 'm²')}`,
        patches: [
          ...(place.ownBox === undefined ? [] : [{ path: ['places', at, 'ownBox'], value: undefined }]),
          { path: ['places', at, 'boxM2'], value: Math.round(area * 100) / 100 },
        ],
      },
    ];
  },
};
