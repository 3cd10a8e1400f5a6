/** What fields of an editor may refer to, by the project as it is. */
import { ITSELF, type Design, type Reference } from '@iron-nudge/core';
import { named, type Option } from '../ui/options.ts';

export function referencesOf(design: Design, ownSupply = ''): Readonly<Record<Reference, readonly Option<string>[]>> {
  return {
    place: named(design.places),
    supply: named(design.supplies),
    feeding: [{ value: ITSELF, text: 'nothing: it needs no supply' }, ...named(design.supplies)],
    'other-supply': named(design.supplies.filter(({ id }) => id !== ownSupply)),
  };
}
