/** Who asks: by the cookie of a session, kept here only as its digest. */
import { createHash, randomBytes } from 'node:crypto';
import { parse } from 'cookie';
import type { Request, Response } from 'express';
import type { DataSource } from 'typeorm';
import { LINK_HOURS, type Role } from '@iron-nudge/contract';
import { SessionEntity } from '../entities/account.ts';

export type Who =
  /** Served to this machine alone, without accounts: whoever sits at it. */
  | { readonly kind: 'machine' }
  | {
      readonly kind: 'account';
      readonly id: string;
      readonly name: string;
      readonly isOwner: boolean;
      readonly session: string;
      readonly csrf: string;
    }
  /** A phone with a link: ticks and readings of one project. */
  | { readonly kind: 'guest'; readonly project: string; readonly name: string; readonly session: string; readonly csrf: string };

declare module 'express-serve-static-core' {
  interface Request {
    /** Null: nobody has signed in. */
    who: Who | null;
    /** What they may do with the project in the path; null where there is none in it. */
    role: Role | 'phone' | null;
  }
}

export const nameOf = (request: Request): string | null => (request.who && request.who.kind !== 'machine' ? request.who.name : null);

const COOKIE = 'iron_nudge';
export const SESSION_DAYS = 30;
const HOUR_MS = 3_600_000;

export const digest = (secret: string): string => createHash('sha256').update(secret).digest('hex');
export const secret = (bytes = 32): string => randomBytes(bytes).toString('base64url');

interface Row {
  session: string;
  csrf: string;
  account: string | null;
  name: string;
  isOwner: boolean;
  project: string | null;
}

/** Whose session a request carries; null where it has none, or one that is over. */
export async function whoOf(source: DataSource, request: Request): Promise<Who | null> {
  const token = parse(request.headers.cookie ?? '')[COOKIE];
  if (!token) return null;
  const [row] = (await source.query(
    `SELECT session.id AS session, session.csrf, account.id AS account, coalesce(account.name, 'phone of ' || link.made_by) AS name,
            coalesce(account.is_owner, false) AS "isOwner", link.project
     FROM session LEFT JOIN account ON account.id = session.account LEFT JOIN link ON link.id = session.link
     WHERE session.id = $1 AND session.expires_at > now()`,
    [digest(token)],
  )) as Row[];
  if (!row) return null;
  const { session, csrf, name } = row;
  if (row.account) return { kind: 'account', id: row.account, name, isOwner: row.isOwner, session, csrf };
  return row.project ? { kind: 'guest', project: row.project, name, session, csrf } : null;
}

/** A session of its own, never one that was there before: what somebody planted in the browser is worth nothing. */
export async function beginSession(
  source: DataSource,
  request: Request,
  response: Response,
  of: { account: string } | { link: string },
  isSecure: boolean,
): Promise<void> {
  await endSession(source, request);
  const token = secret();
  const lastsMs = 'account' in of ? SESSION_DAYS * 24 * HOUR_MS : LINK_HOURS * HOUR_MS;
  await source.getRepository(SessionEntity).insert({
    id: digest(token),
    account: 'account' in of ? of.account : null,
    link: 'link' in of ? of.link : null,
    csrf: secret(),
    expiresAt: new Date(Date.now() + lastsMs),
  });
  response.cookie(COOKIE, token, { httpOnly: true, sameSite: 'strict', secure: isSecure, path: '/', maxAge: lastsMs });
}

export async function endSession(source: DataSource, request: Request): Promise<void> {
  const token = parse(request.headers.cookie ?? '')[COOKIE];
  if (token) await source.getRepository(SessionEntity).delete({ id: digest(token) });
}
export const forgetCookie = (response: Response): void => void response.clearCookie(COOKIE, { path: '/' });
