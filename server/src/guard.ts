/** What is turned away at the door, before any route sees it. */
import type { RequestHandler } from 'express';
import { isUnreadable } from '@iron-nudge/core';
import { HttpError } from './errors.ts';

/** Names of this machine for itself. */
const OWN_HOSTS = ['127.0.0.1', '[::1]', 'localhost'] as const;

/**
 * Answers only under names that are ours: a page from elsewhere whose name was pointed at this machine shares its origin
 * with us, and could read and delete projects.
 *
 * @param more names that a person serves it under, without a port
 */
export function onlyOwnHosts(more: readonly string[] = []): RequestHandler {
  const names = new Set<string>([...OWN_HOSTS, ...more.map((name) => name.toLowerCase())]);
  return (request, _response, next) => {
    const host = (request.headers.host ?? '').replace(/:\d*$/, '').toLowerCase();
    if (!names.has(host))
      throw new HttpError(
        421,
        'other-host',
        `This server answers under ${[...names].join(', ')} alone. Open it by one of these names.`,
        'host',
      );
    next();
  };
}

/** The server has no log-in and listens on loopback: a page from elsewhere must not write through it. */
export const sameOrigin: RequestHandler = (request, _response, next) => {
  if (request.method === 'GET' || request.method === 'HEAD') return next();
  const site = request.get('sec-fetch-site');
  const origin = request.get('origin');
  const ours = origin === undefined || origin.replace(/^https?:\/\//, '') === request.headers.host;
  if (!ours || (site !== undefined && site !== 'same-origin' && site !== 'none'))
    throw new HttpError(403, 'other-origin', 'Requests from other sites are refused.');
  next();
};

/** Deeper than any document of ours. */
const MOST_DEPTH = 80;

/** Refuses a body in which a text or a key holds what no text has, naming the field: nothing behind it could keep it. */
export const readableText: RequestHandler = (request, _response, next) => {
  const open: { value: unknown; path: readonly string[] }[] = [{ value: request.body, path: [] }];
  for (let here = open.pop(); here !== undefined; here = open.pop()) {
    const { value, path } = here;
    const refuse = (why: string) => new HttpError(400, 'bad-text', why, path.join('.'));
    if (typeof value === 'string' && isUnreadable(value)) throw refuse('holds a character that is none: type it anew');
    if (typeof value !== 'object' || value === null) continue;
    if (path.length > MOST_DEPTH) throw refuse('is nested deeper than any project');
    for (const [key, inner] of Object.entries(value)) {
      if (isUnreadable(key)) throw refuse('has a field whose name holds a character that is none');
      open.push({ value: inner, path: [...path, key] });
    }
  }
  next();
};
