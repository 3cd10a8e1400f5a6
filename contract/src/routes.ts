/**
 * Bodies and answers of the server's routes, all of them JSON below `/api`. A document is `unknown` here: its own
 * parser reads it, of whatever version it is.
 */
import { z } from 'zod';
import { MOST_OWN_PARTS, STROKES, MOST_TIME, asBuiltSchema, ownPartSchema, recordSchema, tickSchema } from '@iron-nudge/core';
import { ROLES } from './accounts.ts';
import { patchSchema } from './patch.ts';

/** The largest whole number that the database keeps for a revision. */
const MOST_REVISION = 2 ** 31 - 1;
const revision = z.number().int().min(1).max(MOST_REVISION);
const document = z.unknown();
const time = z.string();
/** Made by whoever saves, one a save: sent again after a lost answer it is known, and answered as the first time. */
const save = z.uuid().toLowerCase().optional();
/** Milliseconds since 1970. */
const moment = z.number().int().min(0).max(MOST_TIME);

/** Whatever is refused: a stable code, a sentence, and the field to blame (empty when none is). */
export const errorAnswer = z.object({ code: z.string(), message: z.string(), path: z.string() });

/** What whoever asks may do with it. */
const role = z.enum([...ROLES, 'phone']);

export const projectSummary = z.object({ id: z.uuid(), name: z.string(), revision, updatedAt: time, jobs: z.number().int(), role });
export const projectRecord = z.object({ id: z.uuid(), revision, document, updatedAt: time, savedBy: z.uuid().nullable(), role });
export const savedAnswer = z.object({ id: z.uuid(), revision, updatedAt: time });

/** Papers that the build book is printed on. */
export const PAPERS = ['A4', 'LETTER'] as const;
export type Paper = (typeof PAPERS)[number];

/** For how long a deleted project can be brought back. */
export const BIN_DAYS = 30;

/** Records that are taken in one request. */
export const MOST_RECORDS_AT_ONCE = 200;

export const bodies = {
  /** POST /projects; with an id, a second time is the first. */
  createProject: z.strictObject({ document, id: z.uuid().optional() }),
  /** PUT /projects/:id, made on a revision. */
  saveProject: z.strictObject({ revision, document, save }),
  /**
   * PATCH /projects/:id: what changed since a revision. One that is not there yet is waited for a little: an earlier
   * change of the same window is on its way. `on` is the key of that one: made on anybody else's, it is refused.
   */
  changeProject: z.strictObject({ revision, patches: z.array(patchSchema).min(1).max(5000), save, on: save }),
  /** POST /projects/:id/records */
  addRecords: z.strictObject({ records: z.array(recordSchema).min(1).max(MOST_RECORDS_AT_ONCE) }),
  /** POST /parts, PUT /parts/:id */
  part: z.strictObject({ part: ownPartSchema }),
  /** POST /parts/import */
  importParts: z.strictObject({ parts: z.array(ownPartSchema).min(1, 'holds no part').max(MOST_OWN_PARTS) }),
  /** POST /book */
  book: z.strictObject({
    document,
    ticks: z.array(tickSchema).max(2000),
    asBuilt: z.array(asBuiltSchema).max(2000),
    paper: z.enum(PAPERS),
    at: moment,
  }),
} as const;

export const queries = {
  /** GET /projects/:id/records: those after a number. */
  records: z.object({ after: z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER).default(0) }),
} as const;

export const answers = {
  /** GET /projects */
  projects: z.object({ projects: z.array(projectSummary) }),
  /** GET, POST /projects and the rest that answer one project. */
  project: projectRecord,
  /** PUT, PATCH /projects/:id */
  saved: savedAnswer,
  /** GET /health; `lowMb` is what is left on the disk, MB, while it is little. */
  health: z.object({ ok: z.literal(true), build: z.string(), lowMb: z.number().nullable() }),
  /** GET /projects/:id/head: what a page that only looks has to know. */
  head: z.object({ revision, savedBy: z.uuid().nullable(), build: z.string(), lowMb: z.number().nullable() }),
  /** GET /projects/:id/card: what the list says of it; null where looking took too long. */
  card: z.object({
    revision,
    card: z
      .object({
        dangers: z.number().int(),
        cautions: z.number().int(),
        sketch: z.object({ width: z.number(), height: z.number(), strokes: z.record(z.enum(STROKES), z.string()) }).nullable(),
      })
      .nullable(),
  }),
  /** GET /projects/:id/revisions: those that were saved over, the newest first. */
  revisions: z.object({ revisions: z.array(z.object({ revision, at: time, by: z.string().nullable() })) }),
  /** GET /projects/:id/revisions/:revision */
  revision: z.object({ revision, at: time, document }),
  /** GET /bin */
  bin: z.object({ projects: z.array(z.object({ id: z.uuid(), name: z.string(), deletedAt: time })) }),
  /** GET /parts */
  parts: z.object({
    parts: z.array(z.object({ part: ownPartSchema, updatedAt: time, usedIn: z.array(z.object({ id: z.uuid(), name: z.string() })) })),
  }),
  /** GET /projects/:id/records */
  records: z.object({ records: z.array(recordSchema), last: z.number().int() }),
  /** POST /projects/:id/records */
  kept: z.object({ kept: z.array(z.uuid()) }),
} as const;

export type ProjectSummary = z.infer<typeof projectSummary>;
export type PartRecord = z.infer<typeof answers.parts>['parts'][number];
export type ErrorAnswer = z.infer<typeof errorAnswer>;
