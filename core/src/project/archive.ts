/** One file for what belongs together: projects with what was recorded of them, and a person's own parts. */
import { z } from 'zod';
import { ownPartSchema, type OwnPart } from '../kinds/index.ts';
import { type DocumentProblem, parseDesign, pathText } from './parse.ts';
import { type ProjectRecord, recordSchema } from './record.ts';
import type { Design } from './schema.ts';

export const ARCHIVE_FORMAT = 'iron-nudge-archive';
export const ARCHIVE_VERSION = 1;

/** More than a house has: beyond it something is at work that should not be. */
export const MOST_PROJECTS = 5000;
/** Of one project. */
export const MOST_RECORDS = 100_000;

export interface Archived {
  readonly document: Design;
  readonly records: readonly ProjectRecord[];
}
export interface Archive {
  readonly projects: readonly Archived[];
  readonly parts: readonly OwnPart[];
}
export type ArchiveResult = { ok: true; archive: Archive } | { ok: false; problems: DocumentProblem[] };

const archiveSchema = z.strictObject({
  format: z.literal(ARCHIVE_FORMAT),
  formatVersion: z.number().int().min(1).max(ARCHIVE_VERSION, `is newer than this version of Iron Nudge reads (up to ${ARCHIVE_VERSION})`),
  projects: z.array(z.strictObject({ document: z.unknown(), records: z.array(recordSchema).max(MOST_RECORDS) })).max(MOST_PROJECTS),
  parts: z.array(ownPartSchema).max(2000),
});

/** The text of an archive's file. */
export const archiveText = ({ projects, parts }: Archive): string =>
  `${JSON.stringify({ format: ARCHIVE_FORMAT, formatVersion: ARCHIVE_VERSION, projects, parts }, null, 1)}\n`;

/** Reads an archive, or a project's own file as an archive of one project with no records; all of it or the first things wrong. */
export function parseArchiveText(text: string): ArchiveResult {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return { ok: false, problems: [{ path: '', message: `This is not JSON: ${error instanceof Error ? error.message : String(error)}` }] };
  }
  if ((raw as { format?: unknown } | null)?.format !== ARCHIVE_FORMAT) {
    const parsed = parseDesign(raw);
    return parsed.ok ? { ok: true, archive: { projects: [{ document: parsed.design, records: [] }], parts: [] } } : parsed;
  }
  const parsed = archiveSchema.safeParse(raw);
  if (!parsed.success)
    return { ok: false, problems: parsed.error.issues.slice(0, 100).map(({ path, message }) => ({ path: pathText(path), message })) };
  const problems: DocumentProblem[] = [];
  const projects = parsed.data.projects.flatMap(({ document, records }, at): Archived[] => {
    const read = parseDesign(document);
    if (read.ok) return [{ document: read.design, records }];
    problems.push(...read.problems.map(({ path, message }) => ({ path: `projects[${at}].document${path && `.${path}`}`, message })));
    return [];
  });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, archive: { projects, parts: parsed.data.parts } };
}
