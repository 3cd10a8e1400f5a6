/** Who did what, for the owners to read; saves are told by their revisions. */
import type { Request } from 'express';
import type { DataSource } from 'typeorm';
import { AuditEntity } from '../entities/account.ts';
import { nameOf } from './who.ts';

export async function note(
  source: DataSource,
  request: Request,
  what: string,
  { project = null, detail = '', who = nameOf(request) }: { project?: string | null; detail?: string; who?: string | null } = {},
): Promise<void> {
  // At this machine alone there is nobody to tell apart.
  if (who !== null) await source.getRepository(AuditEntity).insert({ who, what, project, detail: detail.slice(0, 300) });
}

const MOST_AUDIT = 500;

/** The last of what was done, to one project or in the whole house. */
export const auditRows = async (source: DataSource, project: string | null) => {
  const rows = await source
    .getRepository(AuditEntity)
    .find({ where: project === null ? {} : { project }, order: { seq: 'DESC' }, take: MOST_AUDIT });
  return { entries: rows.map(({ at, who, what, detail }) => ({ at, who, what, detail })) };
};
