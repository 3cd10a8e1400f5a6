/** What was found out of a relay by its readings, as a part of a person's own: built as its contacts say, its ratings assumed. */
import { expect, test } from '@jest/globals';
import { ownRelaySchema } from '../../kinds/index.ts';
import { foundPart } from './found-part.ts';
import { type Found, USUAL_COILS } from './relay-finder.ts';

const [USUAL] = USUAL_COILS;
const found = (poles: Found['poles'], changes: Partial<Found> = {}): Found => ({
  ...{ left: 1, diode: 'none', next: null, contradiction: null, unclear: [], poles },
  coil: { pins: [1, 2], ohm: 87.25, what: USUAL!.what },
  ...changes,
});
const ONE = { common: 3, resting: null, closing: [4] };

test.each([
  ['four', [ONE]],
  ['five', [{ ...ONE, resting: 5 }]],
  // Two pins that close as one: a changeover relay it is not, however alike the two look.
  ['twin', [{ ...ONE, closing: [4, 5] }]],
  [
    'two-pole',
    [
      { ...ONE, resting: 5 },
      { common: 6, resting: 8, closing: [7] },
    ],
  ],
] as const)('%s', (form, poles) => {
  const part = foundPart(found(poles), 'own-relay-1')!;
  expect(part).toMatchObject({ form, coilV: USUAL!.volt, coilOhm: 87.3, name: 'Relay from the bench, 87 Ω' });
  expect(ownRelaySchema.safeParse(part).error?.issues).toBeUndefined();
  // Its coil was read; what its contacts bear nobody has read off it.
  expect(part.assumed).toContain('closing');
  expect(part.assumed).not.toContain('coilOhm');
});

test.each([
  ['contacts that are not known yet', found(null)],
  ['something still to read', found([ONE], { next: { red: 1, black: 2, energised: false } as Found['next'] })],
  ['a coil that is no usual one', found([ONE], { coil: { pins: [1, 2], ohm: 3, what: null } })],
  ['no coil', found([ONE], { coil: null })],
  ['three poles', found([ONE, ONE, ONE])],
  ['two poles without a resting throw', found([ONE, ONE])],
  ['two joined pins beside one that rests', found([{ ...ONE, resting: 6, closing: [4, 5] }])],
])('%s: none is built so', (_, what) => expect(foundPart(what, 'own-relay-1')).toBeNull());
