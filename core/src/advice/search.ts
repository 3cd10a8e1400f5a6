/**
 * The best of all combinations of relay, socket, fuse and a size for each leg.
 *
 * Safe is a condition: the fuse stands above what the loads ask for and below contact and receptacles, every leg
 * bears its fuse and its current. Among what is safe the least volts over budget come first, then the smaller fuse,
 * which guards more, then the wanted order.
 *
 * Exact, by branch and bound. For one variant and one fuse every leg's drop falls and its price rises with its size,
 * so the least possible overrun of each path is the one with every leg at its thickest; demanding just that of each
 * path turns "least over budget" into a plain limit. Legs that several paths share are tried one after another;
 * once they stand, the rest falls apart into paths that know nothing of one another, each solved by itself. A branch
 * is cut as soon as what it has spent and the least that it still must spend come to more than the best found.
 *
 * `searchByTrying` is its slow plain twin, for the tests.
 */
import type { SizeOrder } from '../project/index.ts';
import { type SizedLeg, type SizingProblem, type Variant, neededA, sizedLegs } from '../wiring/index.ts';

/** A whole choice and what it comes to. */
export interface Whole {
  readonly variant: number;
  readonly fuseA: number;
  /** One of each leg of the variant, mm². */
  readonly sizesMm2: readonly number[];
  readonly cost: number;
  readonly copperG: number;
  /** Largest of its paths, V, and the sum of what paths lose beyond their budgets, V. */
  readonly dropV: number;
  readonly overV: number;
}

/** Choices that are held fast while the rest is searched. */
export interface Held {
  readonly variant?: number;
  readonly fuseA?: number;
  /** Size of a leg by its position, mm². */
  readonly sizesMm2?: ReadonlyMap<number, number>;
}

/** Differences below this are rounding, V and money alike. */
const EPSILON = 1e-9;
/** What a sum of drops may be off by the order of its terms, V. */
const ROUNDING_V = 1e-12;

/** What counts first, then second. */
function keyOf(order: SizeOrder, whole: Pick<Whole, 'cost' | 'copperG' | 'dropV'>): readonly [number, number] {
  switch (order) {
    case 'cost':
      return [whole.cost, whole.copperG];
    case 'copper':
      return [whole.copperG, whole.cost];
    case 'drop':
      return [whole.dropV, whole.cost];
    default:
      return order satisfies never;
  }
}

/** Negative when `a` is the better one. */
export function compareWholes(order: SizeOrder, a: Whole, b: Whole): number {
  const differs = (x: number, y: number) => (Math.abs(x - y) > EPSILON * Math.max(1, Math.abs(x), Math.abs(y)) ? x - y : 0);
  const [a1, a2] = keyOf(order, a);
  const [b1, b2] = keyOf(order, b);
  return differs(a.overV, b.overV) || a.fuseA - b.fuseA || differs(a1, b1) || differs(a2, b2);
}

/** Null where nothing is safe. */
export function search(problem: SizingProblem, order: SizeOrder, held: Held = {}): Whole | null {
  let best: Whole | null = null;
  problem.variants.forEach((variant, at) => {
    if (held.variant !== undefined && held.variant !== at) return;
    const prepared = prepare(variant);
    for (const fuseA of problem.ratings) {
      if (held.fuseA !== undefined && held.fuseA !== fuseA) continue;
      if (fuseA < problem.leastFuseA - EPSILON || fuseA > variant.mostFuseA) continue;
      const found = searchSizes(problem, prepared, at, fuseA, order, held, best);
      if (found && (!best || compareWholes(order, found, best) < 0)) best = found;
    }
  });
  return best;
}

interface Prepared {
  readonly variant: Variant;
  readonly sized: readonly (readonly SizedLeg[])[];
  /** Positions of legs of each path. */
  readonly paths: readonly (readonly number[])[];
  /** Legs of several paths, then the legs of each path alone (and those of none). */
  readonly shared: readonly number[];
  readonly alone: readonly (readonly number[])[];
}

function prepare(variant: Variant): Prepared {
  const { legs, paths } = variant.parts;
  const position = new Map(legs.map(({ key }, at) => [key, at]));
  const ways = paths.map((path) => path.legs.flatMap((key) => position.get(key) ?? []));
  const uses = legs.map((_, at) => ways.flatMap((way, path) => (way.includes(at) ? [path] : [])));
  const free = uses.flatMap((list, at) => (list.length === 0 ? [[at]] : []));
  return {
    variant,
    sized: legs.map(sizedLegs),
    paths: ways,
    shared: uses.flatMap((list, at) => (list.length > 1 ? [at] : [])),
    alone: [...ways.map((_, path) => uses.flatMap((list, at) => (list.length === 1 && list[0] === path ? [at] : []))), ...free],
  };
}

/** What counts first and second of a leg's size: money and copper, or the other way about. */
type Weights = readonly [first: (leg: SizedLeg) => number, second: (leg: SizedLeg) => number];
const BY_COST: Weights = [({ cost }) => cost, ({ copperG }) => copperG];
const BY_COPPER: Weights = [({ copperG }) => copperG, ({ cost }) => cost];

function searchSizes(
  problem: SizingProblem,
  { variant, sized, paths, shared, alone }: Prepared,
  at: number,
  fuseA: number,
  order: SizeOrder,
  held: Held,
  incumbent: Whole | null,
): Whole | null {
  const { legs, paths: ways } = variant.parts;
  const options = legs.map((leg, index) => {
    const fixed = held.sizesMm2?.get(index);
    const needed = neededA(leg, fuseA);
    return sized[index]!.filter(({ sizeMm2, bearsA }) => bearsA >= needed && (fixed === undefined || fixed === sizeMm2));
  });
  if (options.some((list) => list.length === 0)) return null;
  const least = options.map((list) => list[list.length - 1]!.dropV);
  const fixedV = ways.map((path) => path.fixedDropV + path.fuseAmpere * problem.fuseOhm(fuseA));
  const thinnest = (path: readonly number[]) => path.reduce((sum, index) => sum + least[index]!, 0);
  const lowest = paths.map((path, index) => fixedV[index]! + thinnest(path));
  const overV = lowest.reduce((sum, dropV, index) => sum + Math.max(0, dropV - ways[index]!.budgetV), 0);
  if (incumbent && overV > incumbent.overV + EPSILON) return null;
  const worst = Math.max(0, ...lowest);
  // Against one that is over by as much the smaller fuse wins, and with equal fuses what counts first.
  const rival = incumbent && overV >= incumbent.overV - EPSILON && fuseA >= incumbent.fuseA ? incumbent : null;
  if (rival && (fuseA > rival.fuseA || (order === 'drop' && worst > rival.dropV + EPSILON))) return null;
  // Volts that each path may lose in its wires.
  const room = ways.map(({ budgetV }, index) => {
    const limit = Math.max(budgetV, lowest[index]!);
    return (order === 'drop' ? Math.max(lowest[index]!, Math.min(limit, worst)) : limit) - fixedV[index]! + ROUNDING_V;
  });

  const [first, second] = order === 'copper' ? BY_COPPER : BY_COST;
  // Sizes rise, and with them what a leg costs: its first option is its cheapest.
  const cheapest = options.map((list) => first(list[0]!));
  const sum = (list: readonly number[], of: readonly number[]) => list.reduce((total, index) => total + of[index]!, 0);
  const floor = alone.map((list) => sum(list, cheapest));
  const floors = floor.reduce((total, own) => total + own, 0);
  const bound = !rival || order === 'drop' ? Infinity : order === 'cost' ? rival.cost - guards(problem, variant) : rival.copperG;

  const chosen = new Int32Array(legs.length);
  let best: Int32Array | null = null;
  let bestFirst = Number.isFinite(bound) ? bound + EPSILON * Math.max(1, Math.abs(bound)) : Infinity;
  let bestSecond = Infinity;
  const used = new Float64Array(ways.length);

  /** The cheapest sizes of the legs that one path has alone, within the room that it has left. */
  const solveAlone = (list: readonly number[], roomV: number): { first: number; second: number; picks: number[] } | null => {
    const restLeast = new Float64Array(list.length + 1);
    const restCheap = new Float64Array(list.length + 1);
    for (let index = list.length - 1; index >= 0; index--) {
      restLeast[index] = restLeast[index + 1]! + least[list[index]!]!;
      restCheap[index] = restCheap[index + 1]! + cheapest[list[index]!]!;
    }
    const picks = new Array<number>(list.length).fill(0);
    let found: { first: number; second: number; picks: number[] } | null = null;
    const descend = (depth: number, dropV: number, spent: number, also: number): void => {
      if (depth === list.length) {
        if (!found || spent < found.first - EPSILON || (spent < found.first + EPSILON && also < found.second - EPSILON))
          found = { first: spent, second: also, picks: [...picks] };
        return;
      }
      const leg = options[list[depth]!]!;
      for (let pick = 0; pick < leg.length; pick++) {
        const option = leg[pick]!;
        const total = spent + first(option);
        if (found && total + restCheap[depth + 1]! > found.first + EPSILON) return;
        if (dropV + option.dropV + restLeast[depth + 1]! > roomV) continue;
        picks[depth] = pick;
        descend(depth + 1, dropV + option.dropV, total, also + second(option));
      }
    };
    descend(0, 0, 0, 0);
    return found;
  };

  const ownLeast = alone.map((list) => sum(list, least));
  const sharedOf = shared.map((leg) => paths.flatMap((way, path) => (way.includes(leg) ? [path] : [])));
  // What the shared legs from one depth on take at the least, of each path and in all.
  const laterLeast = shared.map((_, depth) =>
    ways.map((__, path) =>
      shared.slice(depth + 1).reduce((total, leg, later) => total + (sharedOf[depth + 1 + later]!.includes(path) ? least[leg]! : 0), 0),
    ),
  );
  const laterCheap = shared.map((_, depth) => sum(shared.slice(depth + 1), cheapest));
  const descend = (depth: number, spent: number, also: number): void => {
    if (depth === shared.length) {
      let total = spent;
      let extra = also;
      let rest = floors;
      const parts: { list: readonly number[]; picks: number[] }[] = [];
      for (let index = 0; index < alone.length; index++) {
        const list = alone[index]!;
        rest -= floor[index]!;
        const solved = solveAlone(list, index < ways.length ? room[index]! - used[index]! : Infinity);
        if (!solved) return;
        total += solved.first;
        extra += solved.second;
        if (total + rest > bestFirst + EPSILON) return;
        parts.push({ list, picks: solved.picks });
      }
      if (total > bestFirst - EPSILON && extra >= bestSecond - EPSILON) return;
      bestFirst = total;
      bestSecond = extra;
      for (const { list, picks } of parts) list.forEach((leg, index) => (chosen[leg] = picks[index]!));
      best = chosen.slice();
      return;
    }
    const leg = shared[depth]!;
    const list = options[leg]!;
    for (let pick = 0; pick < list.length; pick++) {
      const option = list[pick]!;
      const total = spent + first(option);
      if (total + laterCheap[depth]! + floors > bestFirst + EPSILON) return;
      const through = sharedOf[depth]!;
      if (through.some((path) => used[path]! + option.dropV + laterLeast[depth]![path]! + ownLeast[path]! > room[path]!)) continue;
      for (const path of through) used[path] = used[path]! + option.dropV;
      chosen[leg] = pick;
      descend(depth + 1, total, also + second(option));
      for (const path of through) used[path] = used[path]! - option.dropV;
    }
  };
  descend(0, 0, 0);
  return best === null
    ? null
    : wholeOf(
        problem,
        variant,
        at,
        fuseA,
        legs.map((_, index) => options[index]![best![index]!]!),
      );
}

/** What stands beside the wire: relays, sockets, fuses. */
const guards = (problem: SizingProblem, variant: Variant): number => variant.price + variant.fuses * problem.fusePrice;

function wholeOf(problem: SizingProblem, variant: Variant, at: number, fuseA: number, picked: readonly SizedLeg[]): Whole {
  const { legs, paths } = variant.parts;
  const dropOf = new Map(legs.map(({ key }, index) => [key, picked[index]!.dropV]));
  const drops = paths.map((path) =>
    path.legs.reduce((sum, key) => sum + (dropOf.get(key) ?? 0), path.fixedDropV + path.fuseAmpere * problem.fuseOhm(fuseA)),
  );
  return {
    variant: at,
    fuseA,
    sizesMm2: picked.map(({ sizeMm2 }) => sizeMm2),
    cost: picked.reduce((sum, { cost }) => sum + cost, guards(problem, variant)),
    copperG: picked.reduce((sum, { copperG }) => sum + copperG, 0),
    dropV: Math.max(0, ...drops),
    overV: drops.reduce((sum, dropV, index) => sum + Math.max(0, dropV - paths[index]!.budgetV), 0),
  };
}

/** The slow plain twin: every combination is made, looked at, and compared. For the tests. */
export function searchByTrying(problem: SizingProblem, order: SizeOrder): Whole | null {
  let best: Whole | null = null;
  problem.variants.forEach((variant, at) => {
    const sized = variant.parts.legs.map(sizedLegs);
    for (const fuseA of problem.ratings) {
      if (fuseA < problem.leastFuseA - EPSILON || fuseA > variant.mostFuseA) continue;
      const picked: SizedLeg[] = [];
      const visit = (leg: number): void => {
        if (leg === sized.length) {
          const whole = wholeOf(problem, variant, at, fuseA, picked);
          if (!best || compareWholes(order, whole, best) < 0) best = whole;
          return;
        }
        for (const option of sized[leg]!) {
          if (option.bearsA < neededA(variant.parts.legs[leg]!, fuseA)) continue;
          picked[leg] = option;
          visit(leg + 1);
        }
      };
      visit(0);
    }
  });
  return best;
}

/** Combinations of a problem, safe or not. */
export function combinationsOf({ variants, ratings }: SizingProblem): number {
  return variants.reduce(
    (sum, { parts }) => sum + ratings.length * parts.legs.reduce((product, leg) => product * sizedLegs(leg).length, 1),
    0,
  );
}
