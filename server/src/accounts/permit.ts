/**
 * What each route asks of whoever calls it, in one place. A route that does not stand here is nobody's: a new one is
 * refused until somebody has thought about it.
 */
import type { RequestHandler } from 'express';
import type { DataSource } from 'typeorm';
import { ROLES, type Role } from '@iron-nudge/contract';
import { HttpError } from '../errors.ts';
import type { Who } from './who.ts';

export type Need =
  | { readonly kind: 'anyone' }
  /** Signed in by name. */
  | { readonly kind: 'account' }
  | { readonly kind: 'house-owner' }
  /** Of the project in the path; `phone`: a phone with a link to it may too. */
  | { readonly kind: 'project'; readonly role: Role; readonly phone: boolean };

const project = (role: Role, { phone = false } = {}): Need => ({ kind: 'project', role, phone });
const anyone: Need = { kind: 'anyone' };
const account: Need = { kind: 'account' };
const houseOwner: Need = { kind: 'house-owner' };

/** Method and path below /api; `:id` is a project. */
export const NEEDS: readonly (readonly [method: string, path: string, need: Need])[] = [
  ['GET', '/health', anyone],
  ['GET', '/session', anyone],
  ['POST', '/session', anyone],
  ['POST', '/session/first', anyone],
  ['POST', '/session/link', anyone],
  ['DELETE', '/session', anyone],
  ['PUT', '/session/password', account],
  ['GET', '/accounts', houseOwner],
  ['POST', '/accounts', houseOwner],
  ['DELETE', '/accounts/:account', houseOwner],
  ['GET', '/audit', houseOwner],
  ['GET', '/projects', account],
  ['POST', '/projects', account],
  ['GET', '/projects/:id', project('reader', { phone: true })],
  ['GET', '/projects/:id/head', project('reader', { phone: true })],
  ['GET', '/projects/:id/card', project('reader')],
  ['PUT', '/projects/:id', project('editor')],
  ['PATCH', '/projects/:id', project('editor')],
  ['POST', '/projects/:id/duplicate', project('reader')],
  ['DELETE', '/projects/:id', project('owner')],
  ['POST', '/projects/:id/restore', project('owner')],
  ['GET', '/projects/:id/records', project('reader', { phone: true })],
  ['POST', '/projects/:id/records', project('editor', { phone: true })],
  ['GET', '/projects/:id/revisions', project('reader')],
  ['GET', '/projects/:id/revisions/:revision', project('reader')],
  ['GET', '/projects/:id/members', project('owner')],
  ['PUT', '/projects/:id/members/:account', project('owner')],
  ['DELETE', '/projects/:id/members/:account', project('owner')],
  ['POST', '/projects/:id/links', project('editor')],
  ['DELETE', '/projects/:id/links', project('editor')],
  ['GET', '/projects/:id/audit', project('owner')],
  ['GET', '/bin', account],
  ['DELETE', '/bin/:id', project('owner')],
  ['GET', '/parts', account],
  ['POST', '/parts', account],
  ['POST', '/parts/import', account],
  ['PUT', '/parts/:part', account],
  ['DELETE', '/parts/:part', account],
  ['POST', '/book', account],
];

const PATTERNS = NEEDS.map(([method, path, need]) => ({
  method,
  need,
  pattern: new RegExp(`^${path.replace(/:(\w+)/g, '(?<$1>[^/]+)')}/?$`, 'i'),
}));

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/**
 * A table of what somebody sees, `(id, role)`, for a query whose first parameters are these: of an account what it is a
 * member of, and of the house's owner what has no member at all.
 */
export function seenBy(who: Who | null): { table: string; parameters: unknown[] } {
  if (who?.kind === 'machine') return { table: `(SELECT id, 'owner' AS role FROM project)`, parameters: [] };
  if (who?.kind === 'guest') return { table: `(SELECT id, 'phone' AS role FROM project WHERE id = $1)`, parameters: [who.project] };
  if (!who) return { table: `(SELECT id, 'reader' AS role FROM project WHERE FALSE)`, parameters: [] };
  return {
    table: `(SELECT project.id, coalesce(member.role, 'owner') AS role FROM project
      LEFT JOIN member ON member.project = project.id AND member.account = $1
      WHERE member.role IS NOT NULL OR ($2 AND NOT EXISTS (SELECT 1 FROM member WHERE member.project = project.id)))`,
    parameters: [who.id, who.isOwner],
  };
}

/** What somebody may do with a project, deleted or not; null where it is nothing, also when there is none. */
export async function roleOf(source: DataSource, who: Who | null, id: string): Promise<Role | 'phone' | null> {
  if (!UUID.test(id)) return null;
  const { table, parameters } = seenBy(who);
  const [row] = (await source.query(`SELECT role FROM ${table} AS seen WHERE id = $${parameters.length + 1}`, [...parameters, id])) as {
    role: Role | 'phone';
  }[];
  return row?.role ?? null;
}

const refused = (message: string) => new HttpError(403, 'not-allowed', message);

/** Lets a request through that may be made, once accounts are on. */
export function permitted(source: DataSource): RequestHandler {
  return async (request, _response, next) => {
    const { who } = request;
    const found = PATTERNS.find(({ method, pattern }) => method === request.method && pattern.test(request.path));
    if (!found) throw new HttpError(404, 'no-route', 'There is nothing at this address.');
    const { need } = found;
    if (need.kind === 'anyone') return next();
    if (!who) throw new HttpError(401, 'signed-out', 'Sign in first. What you have not saved stays in this browser.');
    if (who.kind !== 'machine' && request.method !== 'GET' && request.get('x-csrf-token') !== who.csrf)
      throw new HttpError(403, 'no-csrf', 'The request does not come from a page of this session. Reload the page.');
    if (need.kind === 'project') {
      const id = found.pattern.exec(request.path)!.groups!.id!;
      const role = await roleOf(source, who, id);
      if (role === null)
        throw new HttpError(404, 'no-project', 'There is no such project; it may have been deleted in another window.', 'id');
      if (role === 'phone' ? !need.phone : ROLES.indexOf(role) > ROLES.indexOf(need.role))
        throw refused(
          role === 'phone'
            ? 'This link lets a phone tick the order of work and log readings, and nothing else.'
            : `That takes the ${need.role} of this project; you are its ${role}.`,
        );
      request.role = role;
    } else if (who.kind === 'guest') throw refused('This link lets a phone tick the order of work and log readings, and nothing else.');
    else if (need.kind === 'house-owner' && who.kind === 'account' && !who.isOwner)
      throw refused('Only the owner of this house may do that.');
    next();
  };
}
