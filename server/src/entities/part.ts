import { EntitySchema } from 'typeorm';
import type { OwnPart } from '@iron-nudge/core';

/** A part that somebody typed from its label or data sheet, or keeps. */
export interface Part {
  id: string;
  document: OwnPart;
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
