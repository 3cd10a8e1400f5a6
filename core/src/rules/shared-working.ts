/** Lines of working that several rules show. */
import type { Wire } from '../compile/netlist.ts';
import type { PartOf } from '../parts/registry.ts';
import { sizeName } from '../reference/awg.ts';
import { BLADE_FUSE_SOURCE } from '../reference/blade-fuses.ts';
import { BOLT_FUSE_SOURCE } from '../reference/bolt-fuses.ts';
import { computed, entered, type Source } from '../reference/source.ts';
import { AMPACITY_SOURCE, ambientFactor, tableAmpacity } from '../reference/vehicle-ampacity.ts';
import type { RuleContext, WiredJob } from './context.ts';
import type { Given, Working } from './rule.ts';

/** The working of a rule that counts what must not be: `meaning` says what is counted, `source` how it was found, `why` the limit is none. */
export function noneAllowed(value: number, meaning: string, source: Source, why: Source = source): Working {
  const count = { symbol: 'n', unit: '' } as const;
  return {
    formula: 'n = 0',
    given: [],
    result: { ...count, meaning, value, source },
    limit: { ...count, meaning: 'allowed', value: 0, source: why },
  };
}

/** A fuse's rating, and whether a person or the app chose it. */
export function fuseRating(job: WiredJob, fuse: PartOf<'fuse'>): Given {
  const field = fuse.spec.guards === 'control' ? 'controlFuse' : 'fuse';
  const source = fuse.spec.chosen ? entered(`jobs[${job.at}].${field}`) : fuse.spec.style === 'bolt' ? BOLT_FUSE_SOURCE : BLADE_FUSE_SOURCE;
  return { symbol: 'I_n', meaning: `rating of ${fuse.tag}`, value: fuse.spec.ratingA, unit: 'A', source };
}

/** How a wire's ampacity comes about. */
export function ampacityGiven(context: RuleContext, wire: Wire): Given[] {
  const hotC = context.design.places.find(({ id }) => id === wire.hotPlace)!.hottestC;
  return [
    {
      symbol: 'I_table',
      meaning: `${sizeName(wire.sizeMm2)} at 30 °C`,
      value: tableAmpacity(wire.sizeMm2),
      unit: 'A',
      source: AMPACITY_SOURCE,
    },
    { symbol: 'T_a', meaning: `hottest air at ${context.placeName(wire.hotPlace)}`, value: hotC, unit: '°C', source: entered('places') },
    {
      symbol: 'k_ambient',
      meaning: '√((105 − T_a)/(105 − 30))',
      value: ambientFactor(hotC),
      unit: '',
      source: computed('heat balance of the insulation'),
    },
  ];
}
