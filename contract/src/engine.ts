/** Questions that the page asks of its worker, each with the arguments that it is parsed by at the worker's edge. */
import { z } from 'zod';
import { SIZE_ORDERS, SYMPTOMS } from '@iron-nudge/core';
import { patchSchema } from './patch.ts';

const id = z.string().max(300);
const seconds = z.number();
const readings = z.record(id, z.number());

export const deskSchema = z.strictObject({
  on: z.array(id).max(500),
  volts: z.record(id, z.number()),
  boards: z.record(id, z.strictObject({ startedS: seconds, typed: z.string().max(2000) })),
});
const replayed = z.strictObject({ on: z.array(id).max(500), volts: z.record(id, z.number()) });

/**
 * A document for the worker: whole, or as what changed since the revision that it has. Revisions are the page's own
 * count of its edits; the newest wins.
 */
export const documentMessage = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('whole'), revision: z.number().int().min(0), document: z.unknown() }),
  z.strictObject({
    kind: z.literal('change'),
    from: z.number().int().min(0),
    revision: z.number().int().min(0),
    patches: z.array(patchSchema).max(5000),
  }),
]);
export type DocumentMessage = z.input<typeof documentMessage>;

/** Arguments by question; callbacks and large data that the page got from the core pass beside these, unparsed. */
export const questions = {
  take: z.tuple([documentMessage]),
  desk: z.tuple([deskSchema, seconds]),
  replay: z.tuple([z.array(replayed).max(10_000), seconds]),
  draw: z.tuple([id]),
  states: z.tuple([id]),
  statements: z.tuple([]),
  wirings: z.tuple([id]),
  trail: z.tuple([id]),
  answers: z.tuple([id]),
  size: z.tuple([id, z.enum(SIZE_ORDERS)]),
  fewer: z.tuple([]),
  places: z.tuple([id]),
  start: z.tuple([id]),
  work: z.tuple([]),
  nudge: z.tuple([id]),
  nudgeAll: z.tuple([id]),
  diagnose: z.tuple([readings, z.array(id).max(1000), z.enum(SYMPTOMS.map(({ id: symptom }) => symptom)).nullable()]),
  explainByTwo: z.tuple([readings]),
  simulate: z.tuple([id, z.array(id).max(10), z.tuple([z.number(), z.number(), z.number()])]),
} as const;
export type Question = keyof typeof questions;
export type ArgumentsOf<Q extends Question> = z.output<(typeof questions)[Q]>;
