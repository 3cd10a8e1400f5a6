/** Below a project: its members, its links, and what was done to it. */
import { Router } from 'express';
import { MoreThan, type DataSource } from 'typeorm';
import { LINK_HOURS, accountBodies as bodies, type Role } from '@iron-nudge/contract';
import { LinkEntity, MemberEntity } from '../entities/account.ts';
import { HttpError } from '../errors.ts';
import { parseBody } from '../routes/body.ts';
import { projectIdOf } from '../routes/ids.ts';
import { accountOf, byAccount } from './asked.ts';
import { auditRows, note } from './audit.ts';
import { digest, secret } from './who.ts';

export function sharingRoutes(source: DataSource): Router {
  const router = Router({ mergeParams: true });
  const links = source.getRepository(LinkEntity);

  router.get('/members', async (request, response) => {
    const project = projectIdOf(request);
    const rows: unknown = await source.query(
      `SELECT account.id, account.name, member.role FROM account
       LEFT JOIN member ON member.account = account.id AND member.project = $1 ORDER BY lower(account.name)`,
      [project],
    );
    response.json({ members: rows, links: await links.countBy({ project, expiresAt: MoreThan(new Date()) }) });
  });

  /** A project that has an owner keeps one. */
  async function change(project: string, account: string, role: Role | null): Promise<void> {
    await source.transaction(async (manager) => {
      await manager.query('SELECT 1 FROM project WHERE id = $1 FOR UPDATE', [project]);
      // What belonged to the house belongs to its owner by name once it has members.
      await manager.query(
        `INSERT INTO member (project, account, role) SELECT $1, id, 'owner' FROM account WHERE is_owner
         AND NOT EXISTS (SELECT 1 FROM member WHERE project = $1)`,
        [project],
      );
      if (role === null) await manager.delete(MemberEntity, { project, account });
      else await manager.upsert(MemberEntity, { project, account, role }, ['project', 'account']);
      if ((await manager.countBy(MemberEntity, { project, role: 'owner' })) === 0)
        throw new HttpError(409, 'last-owner', 'A project keeps at least one owner: make somebody else one first.');
    });
  }
  router.put('/members/:account', async (request, response) => {
    const [project, account] = [projectIdOf(request), await accountOf(source, request)];
    const { role } = parseBody(bodies.setMember, request.body);
    await change(project, account.id, role);
    await note(source, request, 'member set', { project, detail: `${account.name}: ${role}` });
    response.status(204).end();
  });
  router.delete('/members/:account', async (request, response) => {
    const [project, account] = [projectIdOf(request), await accountOf(source, request)];
    await change(project, account.id, null);
    await note(source, request, 'member removed', { project, detail: account.name });
    response.status(204).end();
  });

  router.post('/links', async (request, response) => {
    const project = projectIdOf(request);
    const code = secret(24);
    const expiresAt = new Date(Date.now() + LINK_HOURS * 3_600_000);
    await links.insert({ id: digest(code), project, madeBy: byAccount(request).name, expiresAt });
    await note(source, request, 'link made', { project });
    response.status(201).json({ code, expiresAt });
  });
  router.delete('/links', async (request, response) => {
    const project = projectIdOf(request);
    // With them go the sessions that they began.
    await links.delete({ project });
    await note(source, request, 'links ended', { project });
    response.status(204).end();
  });

  router.get('/audit', async (request, response) => response.json(await auditRows(source, projectIdOf(request))));
  return router;
}
