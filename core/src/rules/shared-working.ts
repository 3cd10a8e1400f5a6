/** Lines of working that several rules show. */
import { type Wire, bundleOf, familyOf } from '../graph/index.ts';
import type { PartPlaying } from '../kinds/index.ts';
import {
  BLADE_FUSE_SOURCE,
  BOLT_FUSE_SOURCE,
  type Source,
  ambientFactor,
  ampacitySource,
  computed,
  entered,
  sizeName,
  tableAmpacity,
  wireFamily,
  ofPart,
} from '../reference/index.ts';
import { wireBranch } from '../wiring/index.ts';
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
export function fuseRating(job: WiredJob, fuse: PartPlaying<'overcurrent device'>): Given {
  const field = fuse.spec.guards === 'control' ? 'controlFuse' : 'fuse';
  const source = fuse.spec.isThere
    ? entered(fuse.spec.isThere.entered)
    : fuse.spec.own
      ? ofPart(fuse.spec.own.name)
      : fuse.spec.chosen
        ? entered(`jobs[${job.at}].${field}`)
        : fuse.spec.style === 'bolt' || fuse.spec.style === 'high-breaking'
          ? BOLT_FUSE_SOURCE
          : BLADE_FUSE_SOURCE;
  return { symbol: 'I_n', meaning: `rating of ${fuse.tag}`, value: fuse.spec.ratingA, unit: 'A', source };
}

/** How a wire's ampacity comes about, by itself or in its bundle. */
export function ampacityGiven(context: RuleContext, wire: Wire, bundled = true): Given[] {
  const hotC = context.hottestC(wire.hotPlace);
  const { id, title, insulationC, referenceC } = wireFamily(familyOf(context.design.settings, wire));
  return [
    {
      symbol: 'I_table',
      meaning: `${sizeName(wire.sizeMm2)} at ${context.says(referenceC, '°C')}, ${title}`,
      // A size that the table has not is allowed nothing.
      value: tableAmpacity(id, wire.sizeMm2) || 0,
      unit: 'A',
      source: ampacitySource(id, wire.sizeMm2),
    },
    {
      symbol: 'T_a',
      meaning: `hottest air at ${context.placeName(wire.hotPlace)}`,
      value: hotC,
      unit: '°C',
      source: entered(`places[${context.design.places.findIndex(({ id: place }) => place === wire.hotPlace)}].hottestC`),
    },
    {
      symbol: 'k_ambient',
      meaning: `√((${insulationC} − T_a)/(${insulationC} − ${referenceC}))`,
      value: ambientFactor(id, hotC),
      unit: '',
      source: computed('heat balance of the insulation'),
    },
    ...(bundled ? [bundleGiven(context, wire)] : []),
  ];
}

function bundleGiven({ design }: RuleContext, wire: Wire): Given {
  const { factor, source } = bundleOf(familyOf(design.settings, wire));
  return {
    symbol: 'k_bundle',
    meaning: wire.bundle === 1 ? 'lies loose' : `${wire.bundle} loaded circuits in its bundle`,
    value: factor(wire.bundle),
    unit: '',
    source,
  };
}

/** A wire that jobs share carries most when the others are on: every job that uses it is asked. */
export function worstShared(context: RuleContext, wire: Wire): number {
  const users = context.jobs.filter(({ job }) => wire.jobs.includes(job.id));
  return Math.max(...users.map((job) => context.worstAmps(job, wireBranch(wire.id)).value));
}

/** A voltage against the one that a part is made for. */
export const voltsWithin = (
  volts: Given,
  rated: { readonly value: number; readonly meaning: string; readonly source: Source },
  formula = 'V ≤ V_r',
): Working => ({ formula, given: [], result: volts, limit: { symbol: 'V_r', unit: 'V', ...rated } });

/** Where a person said a wire's size: of the job's whole load circuit, or of one leg; null where the app chose it. */
export function sizeSaidAt({ design }: RuleContext, wire: Wire): 'job' | 'leg' | null {
  if (!wire.sizeChosen) return null;
  // A wire may be another job's, and that one not among those that are looked at.
  const job = design.jobs.find(({ id }) => id === wire.job)!;
  return wire.beside === null && job.wires[wire.leg]?.sizeMm2 === undefined && job.wireMm2 !== undefined ? 'job' : 'leg';
}
export function sizeSource(context: RuleContext, wire: Wire): Source {
  const said = sizeSaidAt(context, wire);
  const at = context.design.jobs.findIndex(({ id }) => id === wire.job);
  if (said === null) return computed('chosen by the app');
  return entered(
    said === 'job' ? `jobs[${at}].wireMm2` : `jobs[${at}].wires.${wire.leg}.${wire.beside === null ? 'sizeMm2' : 'secondMm2'}`,
  );
}
