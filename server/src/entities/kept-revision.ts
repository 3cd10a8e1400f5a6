import { EntitySchema } from 'typeorm';
import type { Design } from '@iron-nudge/core';

/** A project as it was at a revision that has been saved over since. */
export interface KeptRevision {
  project: string;
  revision: number;
  document: Design;
  /** When it was saved. */
  at: Date;
  /** Of whom it was, where there are accounts. */
  savedByName: string | null;
}

export const KeptRevisionEntity = new EntitySchema<KeptRevision>({
  name: 'KeptRevision',
  tableName: 'kept_revision',
  columns: {
    project: { type: 'uuid', primary: true },
    revision: { type: 'int', primary: true },
    document: { type: 'jsonb' },
    at: { type: 'timestamptz' },
    savedByName: { type: 'text', name: 'saved_by_name', nullable: true },
  },
});
