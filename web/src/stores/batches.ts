/** What goes out in one request: the server takes so many records at once, and so many bytes. */
import type { ProjectRecord } from '@iron-nudge/core';

const MOST_AT_ONCE = 100;
/** Half of what the server takes: a record that holds a whole revision may be large. */
const MOST_BYTES = 2e6;

/** The first of some records that go out together: at least one. */
export function firstBatch(records: readonly ProjectRecord[]): ProjectRecord[] {
  const batch: ProjectRecord[] = [];
  let bytes = 0;
  for (const record of records.slice(0, MOST_AT_ONCE)) {
    bytes += new TextEncoder().encode(JSON.stringify(record)).length;
    if (batch.length > 0 && bytes > MOST_BYTES) break;
    batch.push(record);
  }
  return batch;
}
