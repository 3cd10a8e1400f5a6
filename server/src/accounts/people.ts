/** Who has an account, and what was done: for the owner of the house. */
import { Router } from 'express';
import type { DataSource } from 'typeorm';
import { accountBodies as bodies } from '@iron-nudge/contract';
import { AccountEntity, LinkEntity } from '../entities/account.ts';
import { HttpError } from '../errors.ts';
import { parseBody } from '../routes/body.ts';
import { accountOf } from './asked.ts';
import { auditRows, note } from './audit.ts';
import { hashed } from './passwords.ts';

export function accountRoutes(source: DataSource): Router {
  const router = Router();
  const accounts = source.getRepository(AccountEntity);

  router.get('/', async (_request, response) => {
    const rows = await accounts.find({ select: { id: true, name: true, isOwner: true }, order: { name: 'ASC' } });
    response.json({ accounts: rows });
  });

  router.post('/', async (request, response) => {
    const { name, password } = parseBody(bodies.addAccount, request.body);
    const key = await hashed(password);
    try {
      await accounts.insert({ name, password: key });
    } catch (error) {
      if ((error as { code?: string }).code === '23505')
        throw new HttpError(409, 'exists', `There is an account “${name}” already.`, 'name');
      throw error;
    }
    await note(source, request, 'account made', { detail: name });
    response.status(201).end();
  });

  router.delete('/:account', async (request, response) => {
    const account = await accountOf(source, request);
    if (account.isOwner) throw new HttpError(409, 'last-owner', 'The owner of the house stays: nobody else could let people in.');
    await source.getRepository(LinkEntity).delete({ madeBy: account.name });
    await accounts.delete({ id: account.id });
    await note(source, request, 'account removed', { detail: account.name });
    response.status(204).end();
  });

  return router;
}

export function auditRoutes(source: DataSource): Router {
  const router = Router();
  router.get('/', async (_request, response) => response.json(await auditRows(source, null)));
  return router;
}
