/** The server's routes, with one kind of error. */
import type { z } from 'zod';
import type { PartRecord, ProjectSummary, Role, SessionAnswer, accountAnswers, answers } from '@iron-nudge/contract';
import { readable, type AsBuilt, type Design, type OwnPart, type Patch, type ProjectRecord as Recorded, type Tick } from '@iron-nudge/core';

export type { PartRecord, ProjectSummary };
export interface ProjectRecord {
  id: string;
  revision: number;
  document: Design;
  updatedAt: string;
  /** Key of the save that made it what it is. */
  savedBy: string | null;
  /** What whoever is at this page may do with it. */
  role: Role | 'phone';
}

/** Of a save: its own key, and that of the save that it is made on. */
export interface SaveKeys {
  readonly save?: string;
  readonly on?: string;
}

export interface BookOrder {
  document: Design;
  ticks: readonly Tick[];
  asBuilt: readonly AsBuilt[];
  paper: 'A4' | 'LETTER';
  at: number;
}

/** `offline` when no answer came at all. */
export class ApiError extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly path: string,
    readonly status: number,
  ) {
    super(message);
  }
  /** Whether the same request may succeed later. */
  get passing(): boolean {
    return this.status === 0 || this.status >= 500 || this.code === 'signed-out' || this.code === 'no-csrf';
  }
}

/** Goes with every request that changes something, where there are accounts. */
let csrf = '';
let tellSignedOut: () => void = () => undefined;
/** Calls back when the server says that nobody is signed in any more. */
export const onSignedOut = (tell: () => void): void => void (tellSignedOut = tell);

async function session(): Promise<SessionAnswer> {
  const answer = await request<SessionAnswer>('GET', '/session');
  csrf = answer.csrf;
  return answer;
}

/** Asks; a number of a session that is over is asked for anew, once. */
async function answerOf(method: string, path: string, body: unknown, keepalive: boolean): Promise<Response> {
  try {
    return await askOnce(method, path, body, keepalive);
  } catch (error) {
    if (!(error instanceof ApiError)) throw error;
    if (error.code === 'signed-out') tellSignedOut();
    if (error.code !== 'no-csrf') throw error;
    await session();
    return askOnce(method, path, body, keepalive);
  }
}

async function askOnce(method: string, path: string, body: unknown, keepalive: boolean): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      keepalive,
      headers: {
        ...(method === 'GET' || csrf === '' ? {} : { 'X-CSRF-Token': csrf }),
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(readable(body)) }),
    });
  } catch {
    throw new ApiError('offline', 'The server does not answer. Edits are kept in this browser until it does.', '', 0);
  }
  if (response.ok) return response;
  const answer: unknown = await response.json().catch(() => null);
  const { code, message, path: field } = (answer ?? {}) as Partial<Record<'code' | 'message' | 'path', string>>;
  throw new ApiError(code ?? 'offline', message ?? 'The server does not answer as it should.', field ?? '', response.status);
}

async function request<T>(method: string, path: string, body?: unknown, keepalive = false): Promise<T> {
  const response = await answerOf(method, path, body, keepalive);
  return response.status === 204 ? (undefined as T) : ((await response.json().catch(() => null)) as T);
}

export const api = {
  health: () => request<z.infer<typeof answers.health>>('GET', '/health'),
  session,
  signIn: (name: string, password: string) => request<unknown>('POST', '/session', { name, password }),
  signOut: () => request<unknown>('DELETE', '/session'),
  makeFirst: (code: string, name: string, password: string) => request<unknown>('POST', '/session/first', { code, name, password }),
  useLink: (code: string) => request<{ project: string }>('POST', '/session/link', { code }),
  changePassword: (old: string, fresh: string) => request<unknown>('PUT', '/session/password', { old, fresh }),
  accounts: () => request<z.infer<typeof accountAnswers.accounts>>('GET', '/accounts').then(({ accounts }) => accounts),
  addAccount: (name: string, password: string) => request<unknown>('POST', '/accounts', { name, password }),
  removeAccount: (id: string) => request<unknown>('DELETE', `/accounts/${id}`),
  audit: () => request<z.infer<typeof accountAnswers.audit>>('GET', '/audit').then(({ entries }) => entries),
  projectAudit: (id: string) =>
    request<z.infer<typeof accountAnswers.audit>>('GET', `/projects/${id}/audit`).then(({ entries }) => entries),
  members: (id: string) => request<z.infer<typeof accountAnswers.members>>('GET', `/projects/${id}/members`),
  setMember: (id: string, account: string, role: Role | null) =>
    role === null
      ? request<unknown>('DELETE', `/projects/${id}/members/${account}`)
      : request<unknown>('PUT', `/projects/${id}/members/${account}`, { role }),
  makeLink: (id: string) => request<z.infer<typeof accountAnswers.link>>('POST', `/projects/${id}/links`),
  endLinks: (id: string) => request<unknown>('DELETE', `/projects/${id}/links`),
  parts: () => request<{ parts: PartRecord[] }>('GET', '/parts').then(({ parts }) => parts),
  addPart: (part: OwnPart) => request<unknown>('POST', '/parts', { part }),
  /** Goes out even while the page is left. */
  savePart: (part: OwnPart) => request<unknown>('PUT', `/parts/${part.id}`, { part }, true),
  removePart: (id: string) => request<unknown>('DELETE', `/parts/${id}`),
  importParts: (parts: readonly OwnPart[]) => request<{ count: number }>('POST', '/parts/import', { parts }),
  list: () => request<{ projects: ProjectSummary[] }>('GET', '/projects').then(({ projects }) => projects),
  load: (id: string) => request<ProjectRecord>('GET', `/projects/${id}`),
  /** What a page that only looks has to know: who saved last, and which build of the page is served. */
  head: (id: string) => request<z.infer<typeof answers.head>>('GET', `/projects/${id}/head`),
  /** What the list says of it: null where looking took too long. */
  card: (id: string) => request<z.infer<typeof answers.card>>('GET', `/projects/${id}/card`),
  create: (document: unknown, id?: string) => request<ProjectRecord>('POST', '/projects', { document, ...(id ? { id } : {}) }),
  save: (id: string, revision: number, document: Design, keys: SaveKeys = {}) =>
    request<{ revision: number }>('PUT', `/projects/${id}`, { revision, document, ...keys }),
  /** What changed since a revision; with `leaving` it goes out even while the page is left. */
  change: (id: string, revision: number, patches: readonly Patch[], leaving: boolean, keys: SaveKeys = {}) =>
    request<{ revision: number }>('PATCH', `/projects/${id}`, { revision, patches, ...keys }, leaving),
  revisions: (id: string) =>
    request<z.infer<typeof answers.revisions>>('GET', `/projects/${id}/revisions`).then(({ revisions }) => revisions),
  revision: (id: string, revision: number) => request<z.infer<typeof answers.revision>>('GET', `/projects/${id}/revisions/${revision}`),
  bin: () => request<z.infer<typeof answers.bin>>('GET', '/bin').then(({ projects }) => projects),
  removeForGood: (id: string) => request<unknown>('DELETE', `/bin/${id}`),
  records: (id: string, after: number) => request<{ records: Recorded[]; last: number }>('GET', `/projects/${id}/records?after=${after}`),
  addRecords: (id: string, records: readonly Recorded[]) => request<{ kept: string[] }>('POST', `/projects/${id}/records`, { records }),
  /** A build book as a PDF. */
  book: (order: BookOrder) => answerOf('POST', '/book', order, false).then((response) => response.blob()),
  duplicate: (id: string) => request<ProjectRecord>('POST', `/projects/${id}/duplicate`),
  remove: (id: string) => request<unknown>('DELETE', `/projects/${id}`),
  restore: (id: string) => request<ProjectRecord>('POST', `/projects/${id}/restore`),
};
