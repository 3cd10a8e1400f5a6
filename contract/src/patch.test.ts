import { describe, expect, test } from '@jest/globals';
import { applyPatches, patchesBetween } from '@iron-nudge/core';
import { patchSchema } from './patch.ts';

/** As a change goes over the line. */
const sent = (patches: unknown): unknown => JSON.parse(JSON.stringify(patches));

describe('a change of a document on its way', () => {
  test('that takes a key out arrives as one that does, though JSON has no word for it', () => {
    const before = { supply: { kind: 'battery', capacityAh: 75 }, wires: { feed: { sizeMm2: 4 } } };
    const after = { supply: { kind: 'mains' }, wires: {} };
    const read = (sent(patchesBetween(before, after)) as unknown[]).map((patch) => patchSchema.parse(patch));
    expect(applyPatches(before, read)).toEqual(after);
    expect(read.some(({ value }) => value === undefined)).toBe(true);
  });
  test.each([['__proto__'], ['constructor'], ['prototype']])('never reaches behind an object: %s', (key) => {
    expect(patchSchema.safeParse({ path: ['build', key], value: 1 }).success).toBe(false);
  });
  test('has a path of keys and places, and nothing else', () => {
    expect(patchSchema.safeParse({ path: ['jobs', 0, 'name'], value: 'x' }).success).toBe(true);
    expect(patchSchema.safeParse({ path: ['jobs', -1], value: 'x' }).success).toBe(false);
    expect(patchSchema.safeParse({ path: ['jobs', 0.5], value: 'x' }).success).toBe(false);
    expect(patchSchema.safeParse({ path: [], value: 1, more: 1 }).success).toBe(false);
  });
});
