/** Which fuses will do for what starts and runs behind them. Chooses only; the rules check by solving. */
import { LOADS, type LoadKind, START_TIMES_S, type Starting, type Supply, heatingAmperes } from '../kinds/index.ts';
import { type Settings, ratingsFor } from '../project/index.ts';
import { type Protection, bladeBears, builtAs, curveOf, fuseAirFactor, ratingsOf } from '../reference/index.ts';

/** NEC 210.20(A): a fuse for three hours and more stands at 125 % of its load. */
export const CONTINUOUS = 1.25;

/** What one fuse feeds at the most: of several groups that never run together, the worst counts. */
export interface Fed {
  /** Running, at the highest supply, A. */
  readonly ampere: number;
  readonly groups: readonly (readonly Starting[])[];
  /** What the source's own resistance lets through at the most, A. */
  readonly mostA: number;
  /** Hottest air about the fuse itself, °C. */
  readonly airC: number;
}

/** Times the load that a fuse has to stand at, by the school of the project. */
export function headroomOf(settings: Settings, continuous: boolean, kinds: readonly LoadKind[]): number {
  const school = (): number => {
    if (settings.fuseFor === 'load') return 1;
    switch (settings.headroom) {
      case 'plus-20':
        return 1.2;
      case 'plus-25':
        return 1.25;
      case 'double':
        return kinds.some((kind) => LOADS[kind].startsHard) ? 2 : 1.25;
      case 'match':
        return 1;
      default:
        return settings.headroom satisfies never;
    }
  };
  return Math.max(school(), continuous ? CONTINUOUS : 1);
}

/** Largest share of what a blade fuse of 1 A bears that the start of a group comes to: the rating that it asks for, A. */
export function surgeRating({ groups, mostA }: Pick<Fed, 'groups' | 'mostA'>): number {
  let asked = 0;
  for (const group of groups) {
    const heating = heatingAmperes(group, mostA);
    START_TIMES_S.forEach((atS, at) => (asked = Math.max(asked, heating[at]! / bladeBears(atS))));
  }
  return asked;
}

/** What the instantaneous release of a breaker sees of a start, A: the effective value over a half cycle, 10 ms (from memory). */
export function instantSurge(group: readonly Starting[], mostA: number): number {
  const at = START_TIMES_S.findIndex((seconds) => seconds >= 0.0099);
  return heatingAmperes(group, mostA)[at]!;
}

/** Least rating for what a fuse feeds, A: its headroom, and the start that it has to outlast. */
export function leastRating(settings: Settings, continuous: boolean, fed: Fed, protection: Protection = 'blade'): number {
  const kinds = fed.groups.flatMap((group) => group.map(({ kind }) => kind));
  // Warm air takes its part of the rating first; headroom that is there anyway covers it.
  const warm = fuseAirFactor(builtAs(protection, fed.ampere), fed.airC);
  const running = fed.ampere * Math.max(headroomOf(settings, continuous, kinds), 1 / warm);
  // The wire of a plug's fuse is slow beside any start.
  if (settings.fuseFor === 'load' || protection === 'plug') return running;
  const curve = curveOf(protection);
  return Math.max(running, curve ? Math.max(...fed.groups.map((group) => instantSurge(group, fed.mostA))) / curve.least : surgeRating(fed));
}

/** The smallest rating of its kind of at least `ampere` that one buys for its supply, or the largest there is. */
export function chooseFuse(ampere: number, protection: Protection = 'blade', supply?: Supply): number {
  const ratings = supply ? ratingsFor(supply, protection) : ratingsOf(protection);
  return ratings.find((rating) => rating >= ampere - 1e-9) ?? ratings[ratings.length - 1]!;
}

/** Below 2 A a blade fuse adds ohms to a coil circuit and protects nothing that 2 A does not. */
const SMALLEST_CONTROL_FUSE_A = 2;

/** Fuse of a coil circuit: 125 % of its coils. */
export const chooseControlFuse = (coilA: number): number => chooseFuse(Math.max(coilA * CONTINUOUS, SMALLEST_CONTROL_FUSE_A));
