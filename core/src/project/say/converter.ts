/** A converter that one sentence feeds and another one takes from is one thing. */
import { type Supply, supplyFacets } from '../../kinds/index.ts';
import { formatQuantity } from '../../quantity/index.ts';
import { mayConvert } from '../chains.ts';
import { givenOn } from '../converter.ts';
import type { Design, Job } from '../schema.ts';

/** The job that feeds the project's one converter which nothing takes from yet; undefined where there is none, or several. */
export function feedingConverter(design: Design): Job | undefined {
  const taken = new Set(design.supplies.flatMap((supply) => supplyFacets(supply).ofJob?.(supply) ?? []));
  const [job, ...others] = design.jobs.filter(
    (one) => !taken.has(one.id) && /\bconverter\b/i.test(one.loads[0]?.name ?? '') && mayConvert(design, one),
  );
  return others.length === 0 ? job : undefined;
}

/** The words for its output, of so many volts. */
export const outputWords = (job: Job, nominalV: number): string =>
  `${nominalV} V of the ${job.loads[0]!.name} that ${job.name} feeds: ${formatQuantity(givenOn(job, nominalV), 'A')} at most, nine tenths of what it takes`;

/** A new supply as the output of that converter, where it is one: it gives what is said, or nine tenths of what it takes. */
export function asOutput(design: Design, supply: Supply, ratedA: number | null): Supply {
  const job = isMade(supply) ? feedingConverter(design) : undefined;
  if (!job || !isMade(supply)) return supply;
  const [load] = job.loads;
  const name = `${supply.nominalV} V of the ${load!.name}`.slice(0, 60);
  return { ...supply, name, ofJob: job.id, place: load!.place, ratedA: ratedA ?? givenOn(job, supply.nominalV) };
}
const isMade = (supply: Supply): supply is Extract<Supply, { kind: 'converter' }> => 'of' in supply && supply.of === 'converter';
