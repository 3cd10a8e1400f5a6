import { LOADS, type Load, loadFacets } from '../kinds/index.ts';
import { linesOf } from './intent.ts';
import type { Design, Job, Settings } from './schema.ts';

/** Voltage at which one string of a line takes what its plate says, V. */
export const stringRatedV = ({ plate, series }: Load): number => series * plate.ratedV;

/** Resistance of one string of a line while it runs, Ω: of one unit where none are in series. */
export const unitOhm = (load: Load): number => load.series * plateOhm(load);

/** Resistance of one unit while it runs, Ω, from what its plate says. */
function plateOhm(load: Load): number {
  const { unit, value, ratedV } = load.plate;
  switch (unit) {
    case 'W':
      return (ratedV * ratedV) / value;
    case 'A':
      return ratedV / value;
    case 'Ω':
      return value;
    default:
      return unit satisfies never;
  }
}

/** The fuse of a load above what it takes: a quarter, and twice for what starts hard (common practice). */
export const FUSE_MARGIN = 1.25;
const START_MARGIN = 2;
export const fuseMargin = ({ kind }: Pick<Load, 'kind'>): number => (LOADS[kind].startsHard ? START_MARGIN : FUSE_MARGIN);

/** Current of one string at its rated voltage, A. */
export function unitRatedA(load: Load): number {
  return stringRatedV(load) / unitOhm(load);
}

/** Whether a hand sets it for one of two voltages: set for the lower one, at the higher it takes four times its power. */
export const isSetByHand = ({ otherV = 0, otherVBy = 'hand' }: Load): boolean => otherV > 0 && otherVBy === 'hand';

/** The voltages between which a string of it works by itself, V; null where it is made for one. */
export function ownRange({ plate, series, otherV = 0, otherVBy }: Load): { readonly least: number; readonly most: number } | null {
  if (otherV === 0 || otherVBy !== 'itself') return null;
  return { least: series * Math.min(plate.ratedV, otherV), most: series * Math.max(plate.ratedV, otherV) };
}

/** Limits of one label this far apart are one voltage with what it may be off: *220/240 V*. */
export const ONE_RANGE = 1.15;
/** Share of the least that it is made for down to which electronics keep their power (from memory). */
const KEEPS_DOWN_TO = 0.5;

/** What a line takes: electronics that work between two voltages keep its power there, whatever its kind does by itself. */
export function takesOf(load: Load): ReturnType<typeof loadFacets>['takes'] {
  const { takes } = loadFacets(load);
  const range = ownRange(load);
  if (!range || takes.as === 'source' || range.most < ONE_RANGE * range.least) return takes;
  const share = takes.as === 'power' ? takes.dropsOutBelow : KEEPS_DOWN_TO;
  return { as: 'power', dropsOutBelow: (share * range.least) / stringRatedV(load) };
}

/** What a string of it takes at a voltage, A. */
export function stringA(load: Load, volt: number): number {
  const ohm = unitOhm(load);
  return takesOf(load).as === 'power' ? stringRatedV(load) ** 2 / ohm / volt : volt / ohm;
}

/** Set for the other voltage of its label: of the same watts, for it is the same windings in series or side by side. */
export function setToOther<L extends Load>(load: L): L {
  const { unit, value, ratedV } = load.plate;
  const times = load.otherV! / ratedV;
  const figure = unit === 'A' ? value / times : unit === 'Ω' ? value * times ** 2 : value;
  return { ...load, plate: { unit, value: Number(figure.toPrecision(4)), ratedV: load.otherV! }, otherV: ratedV };
}

/** Half a volt for all, where a project says so. */
export const FLAT_DROP_V = 0.5;

/** What may be lost on the way to a load, V, of a supply at `supplyV`. */
export function dropBudgetV(settings: Settings, load: Load, supplyV: number): number {
  if (settings.dropBudget === 'half-volt') return FLAT_DROP_V;
  return (load.important ? settings.dropImportant : settings.dropOther) * supplyV;
}

/**
 * Whether a job's loads stand there and heat it: they are of glass fibre for that, and what joins them there is of
 * ceramic. A chamber heats what its tails are joined in, whatever its room is entered as. Common practice.
 */
export const isByHeat = ({ jobs }: Pick<Design, 'jobs'>, id: Job['id'], place: string): boolean =>
  jobs.some((job) => job.id === id && job.insulation === 'glass' && linesOf(job).some((load) => load.place === place));
