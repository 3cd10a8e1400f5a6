/**
 * What stands in a document because the app filled it in, and nobody said that it is so: distances, temperatures, inner
 * resistances and voltages of supplies. Every number that stands on one of these is only as good as the guess.
 */
import { partsNamed } from './part-names.ts';
import { ASSUMED_AIR_C, ASSUMED_INDOOR_C, boxSurfaceM2, fieldValue } from '../document/index.ts';
import { assumedOf, feedFuseA, feedingOf, isFeed, supplyBegun, supplyFacets, supplyFields } from '../kinds/index.ts';
import type { Unit } from '../quantity/index.ts';
import { ASSUMED_LEAD_M, type Design } from './schema.ts';

export interface Assumption {
  /** Stays with the entry, whatever is added before it; what `checked` of the document names. */
  readonly key: string;
  /** Where it stands in the document: what edits it. */
  readonly path: string;
  readonly label: string;
  readonly value: number;
  readonly unit: Unit;
}

/** Values that the app filled in, in the document's order; those that a person checked are none. */
export function assumptionsOf(design: Design): Assumption[] {
  const checked = new Set(design.checked);
  return filledIn(design).filter(({ key }) => !checked.has(key));
}

/** The design without what was found right of entries that are gone or say something else by now: an id comes round again. */
export function withoutStaleChecks(design: Design): Design {
  if (design.checked.length === 0) return design;
  const keys = new Set(filledIn(design).map(({ key }) => key));
  const checked = design.checked.filter((key) => keys.has(key));
  return checked.length === design.checked.length ? design : { ...design, checked };
}

const filledIn = (design: Design): Assumption[] => [
  ...ofPlaces(design),
  ...ofDistances(design),
  ...ofSupplies(design),
  ...ofResidual(design),
  ...ofSignals(design),
  ...ofLeads(design),
  ...ofParts(design),
];

function ofPlaces({ places }: Design): Assumption[] {
  return places.flatMap((place, at) => [
    ...(['coldestC', 'hottestC'] as const)
      .filter((end) => place[end] === ASSUMED_AIR_C[end] || place[end] === ASSUMED_INDOOR_C[end])
      .map((end) => ({
        key: `places.${place.id}.${end}`,
        path: `places[${at}].${end}`,
        label: `${place.name}: ${end === 'hottestC' ? 'hottest' : 'coldest'} air`,
        value: place[end],
        unit: '°C' as const,
      })),
    ...(place.box !== 'open' && place.boxM2 === undefined
      ? [
          {
            key: `places.${place.id}.boxM2`,
            path: `places[${at}]`,
            label: `${place.name}: outside of its box`,
            value: boxSurfaceM2(place),
            unit: 'm²' as const,
          },
        ]
      : []),
  ]);
}

function ofDistances({ places, distances }: Design): Assumption[] {
  const name = (id: string) => places.find((place) => place.id === id)!.name;
  return distances.flatMap(({ a, b, lengthM, assumed }, at) =>
    assumed
      ? [
          {
            key: `distances.${a}.${b}`,
            path: `distances[${at}].lengthM`,
            label: `from ${name(a)} to ${name(b)}`,
            value: lengthM,
            unit: 'm',
          },
        ]
      : [],
  );
}

function ofSupplies({ supplies }: Design): Assumption[] {
  return supplies.flatMap((supply, at) => {
    const begun = supplyBegun(supply);
    return supplyFields(supply).flatMap((field): Assumption[] => {
      const [name] = field.path;
      const value = fieldValue(supply, field.path);
      // What it is named for is no guess, and zero is an answer: none hangs on it.
      if (
        field.type !== 'number' ||
        typeof value !== 'number' ||
        value === 0 ||
        value === supply.nominalV ||
        value !== fieldValue(begun, field.path)
      )
        return [];
      return [
        {
          key: `supplies.${supply.id}.${name}`,
          path: `supplies[${at}].${name}`,
          label: `${supply.name}: ${field.label[0]!.toLowerCase()}${field.label.slice(1)}`,
          value,
          unit: field.unit as Unit,
        },
      ];
    });
  });
}

/** Rated residual current of what protects people, A (IEC 60364-4-41, 415.1). */
export const RESIDUAL_A = 0.03;
/** Residual-current protection that is taken to be there: a life hangs on it, so it counts as found only once somebody says so. */
const ofResidual = ({ supplies }: Design): Assumption[] =>
  supplies.flatMap((supply, at) =>
    supplyFacets(supply).residualProtection(supply) === true
      ? [
          {
            key: `supplies.${supply.id}.rcd`,
            path: `supplies[${at}].rcd`,
            label: `${supply.name}: residual-current protection before it`,
            value: RESIDUAL_A,
            unit: 'A',
          },
        ]
      : [],
  );

/** Of parts that a job or a board uses: what their labels did not say. Path: the part, which is typed on the shelf. */
function ofParts(design: Design): Assumption[] {
  const { parts } = design;
  const used = partsNamed(design);
  return parts.flatMap((part, at) =>
    used.has(part.id)
      ? assumedOf(part).map(({ path, label, value, unit }) => ({
          key: `parts.${part.id}.${path}`,
          path: `parts[${at}].${path}`,
          label: `${part.name}: ${label[0]!.toLowerCase()}${label.slice(1)}`,
          value,
          unit,
        }))
      : [],
  );
}

function ofSignals({ signals, jobs }: Design): Assumption[] {
  // Asked of what hangs on it with no fuse of ours between: a load that is taken over from it.
  const old = new Set(jobs.flatMap(({ otherwise }) => (otherwise.kind === 'original-feed' ? [otherwise.signal] : [])));
  return signals.flatMap((signal, at): Assumption[] => {
    if (isFeed(signal))
      return signal.fuseA === undefined && old.has(signal.id)
        ? [
            {
              key: `signals.${signal.id}.fuseA`,
              path: `signals[${at}]`,
              label: `${signal.name}: its own fuse`,
              value: feedFuseA(signal),
              unit: 'A',
            },
          ]
        : [];
    const fed = feedingOf(signal);
    return fed !== null && !('ownA' in signal && signal.ownA !== undefined)
      ? [
          {
            key: `signals.${signal.id}.ownA`,
            path: `signals[${at}].ownA`,
            label: `${signal.name}: what it takes all the time`,
            value: fed.ownA,
            unit: 'A',
          },
        ]
      : [];
  });
}

function ofLeads({ jobs }: Design): Assumption[] {
  return jobs.flatMap(({ id, name, fuseLeadM }, at) =>
    fuseLeadM === ASSUMED_LEAD_M
      ? [
          {
            key: `jobs.${id}.fuseLeadM`,
            path: `jobs[${at}].fuseLeadM`,
            label: `${name}: lead before its fuse`,
            value: fuseLeadM,
            unit: 'm',
          },
        ]
      : [],
  );
}
