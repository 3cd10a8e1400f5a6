/** Whom a request is about, and who it is by. */
import type { Request } from 'express';
import type { DataSource } from 'typeorm';
import { z } from 'zod';
import { AccountEntity, type Account } from '../entities/account.ts';
import { HttpError } from '../errors.ts';
import type { Who } from './who.ts';

/** The account in the path. */
export async function accountOf(source: DataSource, request: Request): Promise<Account> {
  const id = z.uuid().safeParse(request.params.account);
  const account = id.success ? await source.getRepository(AccountEntity).findOneBy({ id: id.data }) : null;
  if (!account) throw new HttpError(404, 'no-account', 'There is no such account.', 'account');
  return account;
}

/** Who asks, where only somebody with a name may. */
export function byAccount(request: Request): Extract<Who, { kind: 'account' }> {
  if (request.who?.kind !== 'account') throw new HttpError(403, 'not-allowed', 'Only an account may do that.');
  return request.who;
}
