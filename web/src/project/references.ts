/** What fields of an editor may refer to, by the project as it is. */
import type { Design, Reference } from '@iron-nudge/core';

type Options = readonly { value: string; text: string }[];

export function referencesOf(design: Design, ownSupply = ''): Readonly<Record<Reference, Options>> {
  const options = (list: readonly { id: string; name: string }[]) => list.map(({ id, name }) => ({ value: id, text: name }));
  return {
    place: options(design.places),
    supply: options(design.supplies),
    'other-supply': options(design.supplies.filter(({ id }) => id !== ownSupply)),
  };
}
