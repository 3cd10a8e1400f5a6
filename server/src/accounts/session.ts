/** Signing in and out: by a name, by the code of the first start, by a phone's link. */
import { timingSafeEqual } from 'node:crypto';
import { Router, type Request } from 'express';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { Not, type DataSource } from 'typeorm';
import { accountBodies as bodies } from '@iron-nudge/contract';
import { AccountEntity, LinkEntity, SessionEntity } from '../entities/account.ts';
import { HttpError } from '../errors.ts';
import { parseBody } from '../routes/body.ts';
import { byAccount } from './asked.ts';
import { note } from './audit.ts';
import { hashed, matches } from './passwords.ts';
import { beginSession, digest, endSession, forgetCookie } from './who.ts';

export interface AccountsOptions {
  /** Served over https: cookies go out over nothing else. */
  readonly isSecure: boolean;
  /** Makes the first account; known to whoever started the application. */
  readonly firstCode: string;
}

/** Wrong answers of one address to one name, of one address in all, and to one name in all, each in a quarter of an hour. */
const QUARTER_S = 900;
const LIMITS = { addressAndName: 5, address: 30, name: 50 } as const;

/** Counts wrong answers; refuses before another is looked at. */
function throttle() {
  const limiters = {
    addressAndName: new RateLimiterMemory({ keyPrefix: 'both', points: LIMITS.addressAndName, duration: QUARTER_S }),
    address: new RateLimiterMemory({ keyPrefix: 'address', points: LIMITS.address, duration: QUARTER_S }),
    name: new RateLimiterMemory({ keyPrefix: 'name', points: LIMITS.name, duration: QUARTER_S }),
  };
  /** Counts the try before it is looked at, so that a hundred at once are a hundred; a right one is taken back. */
  return async (request: Request, name: string) => {
    const address = request.ip ?? '';
    const counted = [
      [limiters.addressAndName, `${address} ${name}`],
      [limiters.address, address],
      [limiters.name, name],
    ] as const;
    try {
      for (const [limiter, key] of counted) await limiter.consume(key);
    } catch (error) {
      if (!(error instanceof RateLimiterRes)) throw error;
      const minutes = Math.max(1, Math.ceil(error.msBeforeNext / 60_000));
      throw new HttpError(429, 'too-many-tries', `Too many wrong tries. Wait ${minutes} ${minutes === 1 ? 'minute' : 'minutes'}.`);
    }
    return async () => {
      await limiters.addressAndName.delete(`${address} ${name}`);
      await limiters.address.reward(address, 1);
      await limiters.name.reward(name, 1);
    };
  };
}

const same = (a: string, b: string): boolean => timingSafeEqual(Buffer.from(digest(a)), Buffer.from(digest(b)));
export function sessionRoutes(source: DataSource, options: AccountsOptions | null): Router {
  const router = Router();
  const accounts = source.getRepository(AccountEntity);
  const counted = throttle();

  router.get('/', async (request, response) => {
    const { who } = request;
    const seen =
      who?.kind === 'account'
        ? { kind: who.kind, id: who.id, name: who.name, isOwner: who.isOwner }
        : who?.kind === 'guest'
          ? { kind: who.kind, name: who.name, project: who.project }
          : who;
    response.json({
      accounts: options !== null,
      isFirst: options !== null && (await accounts.count()) === 0,
      who: seen,
      csrf: who && who.kind !== 'machine' ? who.csrf : '',
    });
  });
  if (options === null) return router;

  router.post('/', async (request, response) => {
    const { name, password } = parseBody(bodies.signIn, request.body);
    const right = await counted(request, name.toLowerCase());
    const account = await accounts.createQueryBuilder('account').where('lower(name) = lower(:name)', { name }).getOne();
    if (!(await matches(password, account?.password ?? null)) || !account) {
      await note(source, request, 'sign-in refused', { who: name });
      throw new HttpError(403, 'wrong-password', 'The name or the password is wrong.', 'password');
    }
    await right();
    await beginSession(source, request, response, { account: account.id }, options.isSecure);
    await note(source, request, 'signed in', { who: account.name });
    response.status(204).end();
  });

  router.post('/first', async (request, response) => {
    const { code, name, password } = parseBody(bodies.first, request.body);
    const right = await counted(request, 'first');
    if (!same(code.toUpperCase(), options.firstCode))
      throw new HttpError(403, 'wrong-code', 'That is not the code that the start printed.', 'code');
    const key = await hashed(password);
    const id = await source.transaction(async (manager) => {
      // One first account, also of two that are asked for at once.
      await manager.query('LOCK TABLE account IN EXCLUSIVE MODE');
      if ((await manager.count(AccountEntity)) > 0) throw new HttpError(409, 'not-first', 'There is an owner already: sign in.');
      const { identifiers } = await manager.insert(AccountEntity, { name, password: key, isOwner: true });
      return String(identifiers[0]!.id);
    });
    await right();
    await beginSession(source, request, response, { account: id }, options.isSecure);
    await note(source, request, 'first account made', { who: name });
    response.status(201).end();
  });

  router.post('/link', async (request, response) => {
    const { code } = parseBody(bodies.link, request.body);
    const right = await counted(request, 'link');
    const id = digest(code);
    // Once: whoever saw the code over a shoulder, or in a history, has nothing.
    const [, used] = (await source.query(`UPDATE link SET used_at = now() WHERE id = $1 AND used_at IS NULL AND expires_at > now()`, [
      id,
    ])) as [unknown, number];
    if (used !== 1) throw new HttpError(403, 'wrong-code', 'This link was used already, or is over. Ask for a new one.', 'code');
    await right();
    await beginSession(source, request, response, { link: id }, options.isSecure);
    const link = await source.getRepository(LinkEntity).findOneByOrFail({ id });
    await note(source, request, 'link used', { who: `phone of ${link.madeBy}`, project: link.project });
    response.json({ project: link.project });
  });

  router.delete('/', async (request, response) => {
    await endSession(source, request);
    forgetCookie(response);
    response.status(204).end();
  });

  router.put('/password', async (request, response) => {
    const { old, fresh } = parseBody(bodies.changePassword, request.body);
    const who = byAccount(request);
    const right = await counted(request, who.name.toLowerCase());
    const { password } = await accounts.findOneByOrFail({ id: who.id });
    if (!(await matches(old, password))) throw new HttpError(403, 'wrong-password', 'The old password is wrong.', 'old');
    await right();
    await accounts.update({ id: who.id }, { password: await hashed(fresh) });
    // Whoever else is signed in with the old one is not any more.
    await source.getRepository(SessionEntity).delete({ account: who.id, id: Not(who.session) });
    await note(source, request, 'password changed');
    response.status(204).end();
  });

  return router;
}
