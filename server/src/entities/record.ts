import { EntitySchema } from 'typeorm';

/** A row is never changed and never deleted while its project stands. */
export interface RecordRow {
  /** Counts arrivals over all projects. */
  seq: string;
  id: string;
  project: string;
  /** As `recordSchema` has it. */
  body: object;
  /** By whom, where there are accounts. */
  addedBy: string | null;
}

export const RecordEntity = new EntitySchema<RecordRow>({
  name: 'Record',
  tableName: 'record',
  columns: {
    seq: { type: 'bigint', primary: true, generated: 'increment' },
    id: { type: 'uuid', unique: true },
    project: { type: 'uuid' },
    body: { type: 'jsonb' },
    addedBy: { type: 'text', name: 'added_by', nullable: true },
  },
});
