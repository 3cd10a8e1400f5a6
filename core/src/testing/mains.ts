/** Mains and other supplies for tests, beside the vehicle of `designs.ts`. */
import type { Design, Job } from '../project/schema.ts';
import type { Load } from '../kinds/load/registry.ts';
import { HEATER, design, job, on } from './designs.ts';

export const OUTLET = {
  id: 'outlet',
  name: 'outlet',
  kind: 'mains',
  nominalV: 230,
  restV: 230,
  lowestV: 207,
  highestV: 253,
  internalOhm: 0.4,
  ratedA: 13,
  rcd: true,
  reversible: false,
  place: 'front',
} as const satisfies Design['supplies'][0];

/** An isolated supply of 12 V and 2 A, or another. */
export const adapter = (changes: object = {}): Design['supplies'][0] =>
  ({
    id: 'adapter',
    name: 'adapter',
    kind: 'adapter',
    nominalV: 12,
    current: 'dc',
    ratedA: 2,
    restV: 12,
    lowestV: 11.4,
    highestV: 12.6,
    internalOhm: 0.1,
    place: 'box',
    ...changes,
  }) as Design['supplies'][0];

/** One unit of so many watts at its rated voltage, with no cut-out of its own. */
export const watts = (kind: Load['kind'], watt: number, ratedV: number, more: object = {}): Load =>
  ({ ...HEATER, kind, plate: { unit: 'W', value: watt, ratedV }, ownCutOut: false, ...more }) as Load;

/** A lamp of 500 W on the outlet, in a closed and divided box, behind a breaker, by a relay with its coil on a 12 V adapter. */
export function mains(changes: Partial<Job> = {}, supply: object = {}, more: Partial<Design> = {}): Design {
  const base = design();
  return design(
    [
      job({
        name: 'Mains thing',
        when: on('dash'),
        supply: 'outlet',
        device: { kind: 'relay', part: 'relay-12v-2x30a', socket: 'auto', place: 'box' },
        loads: [watts('filament', 500, 230, { earth: 'wired' })],
        protection: 'breaker-b',
        controlSupply: 'adapter',
        breaks: 'line',
        ...changes,
      }),
    ],
    {
      places: base.places.map((place) => (place.id === 'box' ? { ...place, box: 'plastic', divided: true } : place)),
      supplies: [...base.supplies, { ...OUTLET, ...supply } as Design['supplies'][0], adapter()],
      ...more,
    },
  );
}
