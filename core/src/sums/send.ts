/** A sum sent into a project: what it is about as a job where it is about a load, and its working in the notes. */
import { mintId } from '../document/index.ts';
import { type Design, type Job, MOST_NOTES, blankJob } from '../project/index.ts';
import { type UnitLoad, isFeed } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { sourceText } from '../reference/index.ts';
import type { Sum, SumResult, SumValues } from './sum.ts';

/** What a job takes from a sum. */
export interface SumJob {
  readonly load: {
    readonly kind: UnitLoad['kind'];
    readonly unit: 'W' | 'A' | 'Ω';
    readonly value: number;
    readonly ratedV: number;
    readonly count?: number;
  };
  /** Between relay and load, m. */
  readonly wayM?: number;
  readonly sizeMm2?: number;
  readonly fuseA?: number;
  readonly continuous?: boolean;
}

/** The working as plain lines. */
export function workingText(sum: Sum, result: SumResult): string {
  const line = ({ symbol, meaning, value, unit, source }: SumResult['given'][number]) =>
    `  ${symbol} = ${formatQuantity(value, unit)}: ${meaning} (${sourceText(source)})`;
  return [
    `${sum.title}: ${result.formula}`,
    ...result.given.map(line),
    ...result.results.map(line),
    ...result.notes.map((note) => `  ${note}`),
  ].join('\n');
}

/** The design with the sum in it and, where it made one, the id of its job; or why it does not fit. */
export function sendSum(design: Design, sum: Sum, values: SumValues): { design: Design; job: string | null } | string {
  const result = sum.work(values);
  if (typeof result === 'string') return result;
  const text = workingText(sum, result);
  const notes = design.notes === '' ? text : `${design.notes}\n\n${text}`;
  if (notes.length > MOST_NOTES) return `The notes of “${design.name}” are full: take something out of them first.`;
  const made = sum.job?.(values);
  return made ? withJob({ ...design, notes }, sum, made) : { design: { ...design, notes }, job: null };
}

function withJob(design: Design, sum: Sum, { load, wayM, sizeMm2, fuseA, continuous }: SumJob): { design: Design; job: string } {
  const key = design.signals.find((signal) => isFeed(signal) && signal.keyOn) ?? design.signals[0];
  const begun: Design = key
    ? design
    : {
        ...design,
        signals: [
          {
            id: 'signal-1',
            name: 'key',
            place: design.places[0]!.id,
            usual: true,
            nature: 'feed',
            supply: design.supplies[0]!.id,
            limitA: 5,
            keyOn: true,
            starter: false,
            pulsed: false,
            filtered: false,
          },
        ],
      };
  const blank = blankJob(begun, sum.title, {
    op: 'signal',
    signal: begun.signals.find((signal) => signal === key)?.id ?? begun.signals[0]!.id,
  });
  const { unit, value, ratedV, count = 1, kind } = load;
  const place = wayM === undefined ? blank.loads[0]!.place : mintId('place', begun.places);
  const job: Job = {
    ...blank,
    loads: [
      {
        id: 'load-1',
        name: 'load of the sum',
        kind,
        count,
        plate: { unit, value, ratedV },
        place,
        series: 1,
        earth: 'none',
        important: false,
        ownCutOut: false,
        suppressed: false,
      },
    ],
    continuous: continuous ?? false,
    ...(fuseA === undefined ? {} : { fuse: fuseA }),
    ...(sizeMm2 === undefined ? {} : { wires: { 'load-load-1': { sizeMm2 } } }),
  };
  const places = wayM === undefined ? begun.places : [...begun.places, { ...begun.places[0]!, id: place, name: 'load of the sum' }];
  const distances =
    wayM === undefined ? begun.distances : [...begun.distances, { a: job.device.place, b: place, lengthM: wayM, bundle: 1 }];
  return { design: { ...begun, places, distances, jobs: [...begun.jobs, job] }, job: job.id };
}
