/** What fields of an editor may refer to, by the project as it is. */
import { ITSELF, isRegulator, mayConvert, type Design, type Reference } from '@iron-nudge/core';
import { named, type Option } from '../ui/options.ts';

export function referencesOf(design: Design, ownSupply = ''): Readonly<Record<Reference, readonly Option<string>[]>> {
  return {
    place: named(design.places),
    supply: named(design.supplies),
    feeding: [{ value: ITSELF, text: 'nothing: it needs no supply' }, ...named(design.supplies)],
    'temperature controller': [{ value: ITSELF, text: 'nothing: a sensor of its own' }, ...named(design.signals.filter(isRegulator))],
    'converting job': [{ value: ITSELF, text: 'nothing of this project' }, ...named(design.jobs.filter((job) => mayConvert(design, job)))],
    'other-supply': named(design.supplies.filter(({ id }) => id !== ownSupply)),
  };
}
