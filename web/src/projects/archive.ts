/** Everything out in one file, and such a file in again. */
import { MOST_OWN_PARTS, archiveText, readable, type Archive, type Archived } from '@iron-nudge/core';

export { parseArchiveText } from '@iron-nudge/core';
import { v4 as freshId } from 'uuid';
import { api } from '../api.ts';
import { firstBatch } from '../stores/batches.ts';
import { read } from '../stores/keeping.ts';
import { download, fileName } from '../ui/download.ts';
import { wordsOf } from '../ui/words-of.ts';

async function archived(id: string): Promise<Archived> {
  const [{ document }, { records }] = await Promise.all([api.load(id), api.records(id, 0)]);
  return { document: read(document), records };
}

/** One project with its readings, ticks, notes and revisions. */
export async function downloadArchive(id: string, name: string): Promise<void> {
  download(fileName(`${name} archive`, 'json'), 'application/json', archiveText({ projects: [await archived(id)], parts: [] }));
}

/** All projects and own parts. */
export async function downloadEverything(): Promise<void> {
  const [list, parts] = await Promise.all([api.list(), api.parts()]);
  const projects: Archived[] = [];
  for (const { id } of list) projects.push(await archived(id));
  const day = new Date().toISOString().slice(0, 10);
  download(fileName(`iron nudge ${day}`, 'json'), 'application/json', archiveText({ projects, parts: parts.map(({ part }) => part) }));
}

/** What came in, and the ids of the projects that were made. */
export interface BroughtIn {
  readonly projects: readonly string[];
  readonly records: number;
  readonly parts: number;
  /** Own parts that are on the shelf under the same id already, and were left as they are there. */
  readonly partsLeft: number;
}

/** Each project of an archive as a new one, with its records; own parts that are not on the shelf yet. Throws with how far it came. */
export async function bringIn({ projects, parts }: Archive): Promise<BroughtIn> {
  const made: string[] = [];
  let records = 0;
  try {
    const shelf = parts.length > 0 ? new Set((await api.parts()).map(({ part }) => part.id)) : new Set();
    const fresh = parts.filter(({ id }) => !shelf.has(id));
    for (let at = 0; at < fresh.length; at += MOST_OWN_PARTS) await api.importParts(fresh.slice(at, at + MOST_OWN_PARTS));
    for (const project of projects) {
      const { id } = await api.create(readable(project.document), freshId());
      made.push(id);
      // A record belongs to one project: what comes in is a copy with ids of its own.
      const own = project.records.map((record) => ({ ...record, id: freshId() }));
      for (let left = own; left.length > 0;) {
        const batch = firstBatch(left);
        await api.addRecords(id, batch);
        left = left.slice(batch.length);
        records += batch.length;
      }
    }
    return { projects: made, records, parts: fresh.length, partsLeft: parts.length - fresh.length };
  } catch (error) {
    const why = wordsOf(error);
    if (projects.length === 1 && made.length === 0) throw error;
    throw new Error(`${made.length} of ${projects.length} projects are in, with ${records} records; then: ${why}`, { cause: error });
  }
}
