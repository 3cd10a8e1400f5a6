import { EntitySchema } from 'typeorm';
import type { OwnRelay } from '@iron-nudge/core';

/** A relay that somebody typed from its data sheet. */
export interface Part {
  id: string;
  document: OwnRelay;
  updatedAt: Date;
}

export const PartEntity = new EntitySchema<Part>({
  name: 'Part',
  tableName: 'part',
  columns: {
    id: { type: 'text', primary: true },
    document: { type: 'jsonb' },
    updatedAt: { type: 'timestamptz', name: 'updated_at', updateDate: true },
  },
});
