/**
 * What a person recorded of a project, as apart from what they designed: readings, ticks of the order of work,
 * notes of how it was really built, and whole revisions. Records are only ever added; a later one of the same thing
 * corrects an earlier one. Each carries an id made where it was taken, so that sending it twice is sending it once.
 */
import { z } from 'zod';

/** The last date that there is, milliseconds since 1970 (ECMA-262, time values). */
export const MOST_TIME = 8.64e15;
export const MOST_RECORD_TEXT = 500;
const text = z.string().trim().max(MOST_RECORD_TEXT);
const header = { id: z.uuid(), /** Milliseconds since 1970. */ at: z.number().int().min(0).max(MOST_TIME) };
const initials = z.string().trim().max(8);
const subject = z.strictObject({ kind: z.enum(['part', 'wire']), id: z.string().min(1).max(300), label: z.string().max(120) });

export const readingSchema = z.strictObject({
  ...header,
  kind: z.literal('reading'),
  job: z.string(),
  step: z.string().min(1).max(300),
  words: z.string().max(300),
  quantity: z.enum(['V', 'A', 'Ω']),
  value: z.number(),
  /** What the solved circuit said then, and how far off was still right. */
  expected: z.number(),
  tolerance: z.number().min(0),
  /** A drop: less than expected is never wrong. */
  upTo: z.boolean().optional(),
  /** What the meter’s own leads read, Ω: taken off `value` already. */
  leadsOhm: z.number().min(0).max(10).optional(),
  meter: z.string().trim().max(60),
  note: text,
});
/** From here on earlier readings of a job count no more: something was mended. */
export const freshStartSchema = z.strictObject({ ...header, kind: z.literal('fresh-start'), job: z.string(), note: text });
export const tickSchema = z.strictObject({
  ...header,
  kind: z.literal('tick'),
  step: z.string().min(1).max(300),
  words: z.string().max(600),
  done: z.boolean(),
  initials,
});
/** How a wire or a part was really built; empty text takes it back. */
export const asBuiltSchema = z.strictObject({ ...header, kind: z.literal('as-built'), subject, text, initials });
export const revisionSchema = z.strictObject({
  ...header,
  kind: z.literal('revision'),
  name: z.string().trim().min(1, 'needs a name').max(60),
  note: text,
  /** Read with `parseDesign`: it may be of an older format by the time it is compared. */
  document: z.unknown(),
});

export const recordSchema = z.discriminatedUnion('kind', [readingSchema, freshStartSchema, tickSchema, asBuiltSchema, revisionSchema]);

export type Reading = z.infer<typeof readingSchema>;
export type Tick = z.infer<typeof tickSchema>;
export type AsBuilt = z.infer<typeof asBuiltSchema>;
export type Revision = z.infer<typeof revisionSchema>;
export type ProjectRecord = z.infer<typeof recordSchema>;
export type RecordOf<Kind extends ProjectRecord['kind']> = Extract<ProjectRecord, { kind: Kind }>;

/** In the order in which they were taken. */
export const inOrder = <T extends { at: number; id: string }>(records: readonly T[]): T[] =>
  [...records].sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));

export function recordsOf<Kind extends ProjectRecord['kind']>(records: readonly ProjectRecord[], kind: Kind): RecordOf<Kind>[] {
  return inOrder(records).filter((record): record is RecordOf<Kind> => record.kind === kind);
}

/** The latest reading of each step of a job since its last fresh start. */
export function readingsNow(records: readonly ProjectRecord[], job: string): ReadonlyMap<string, Reading> {
  const now = new Map<string, Reading>();
  for (const record of inOrder(records)) {
    if (record.kind === 'fresh-start' && record.job === job) now.clear();
    if (record.kind === 'reading' && record.job === job) now.set(record.step, record);
  }
  return now;
}

/** Steps whose last reading before the last fresh start disagreed: taken again, they prove what was mended. */
export function provingNow(records: readonly ProjectRecord[], job: string): readonly string[] {
  let wrong: readonly string[] = [];
  const before = new Map<string, Reading>();
  for (const record of inOrder(records)) {
    if (record.kind === 'reading' && record.job === job) before.set(record.step, record);
    if (record.kind !== 'fresh-start' || record.job !== job) continue;
    // Mended once more before all was taken again: what was still to prove stays so.
    const open = wrong.filter((step) => !before.has(step));
    wrong = [...new Set([...open, ...[...before.values()].filter((one) => readingVerdict(one) !== 'pass').map(({ step }) => step)])];
    before.clear();
  }
  return wrong;
}

/** The last tick of each step that stands. */
export function ticksNow(records: readonly ProjectRecord[]): ReadonlyMap<string, Tick> {
  const now = new Map<string, Tick>();
  for (const tick of recordsOf(records, 'tick'))
    if (tick.done) now.set(tick.step, tick);
    else now.delete(tick.step);
  return now;
}

/** The last note on each wire and part that stands, by `kind:id`. */
export function asBuiltNow(records: readonly ProjectRecord[]): ReadonlyMap<string, AsBuilt> {
  const now = new Map<string, AsBuilt>();
  for (const note of recordsOf(records, 'as-built')) {
    const key = `${note.subject.kind}:${note.subject.id}`;
    if (note.text === '') now.delete(key);
    else now.set(key, note);
  }
  return now;
}

/**
 * `odd` is outside what it should be by less than as much again: a probe on paint, a tired battery. It is taken again
 * before anything is unscrewed.
 */
export type Verdict = 'pass' | 'odd' | 'fail';
export function readingVerdict({ value, expected, tolerance, upTo }: Pick<Reading, 'value' | 'expected' | 'tolerance' | 'upTo'>): Verdict {
  if (upTo && Math.abs(value) <= Math.abs(expected)) return 'pass';
  const off = Math.abs(value - expected);
  return off <= tolerance ? 'pass' : off <= 2 * tolerance ? 'odd' : 'fail';
}
