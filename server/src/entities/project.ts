import { EntitySchema } from 'typeorm';
import type { Design } from '@iron-nudge/core';

export interface Project {
  id: string;
  name: string;
  /** Counts saves from 1; a save names the one it was made from. */
  revision: number;
  document: Design;
  createdAt: Date;
  updatedAt: Date;
  deletedAt: Date | null;
  /** Key of the save that made it what it is; null where none was given. */
  savedBy: string | null;
}

export const ProjectEntity = new EntitySchema<Project>({
  name: 'Project',
  tableName: 'project',
  columns: {
    id: { type: 'uuid', primary: true, generated: 'uuid' },
    name: { type: 'text' },
    revision: { type: 'int', default: 1 },
    document: { type: 'jsonb' },
    createdAt: { type: 'timestamptz', name: 'created_at', createDate: true },
    updatedAt: { type: 'timestamptz', name: 'updated_at', updateDate: true },
    deletedAt: { type: 'timestamptz', name: 'deleted_at', nullable: true },
    savedBy: { type: 'uuid', name: 'saved_by', nullable: true },
  },
});
