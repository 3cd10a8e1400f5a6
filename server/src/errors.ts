import { readable } from '@iron-nudge/core';

/** The one shape of every error that leaves the server. */
export interface ErrorBody {
  readonly code: string;
  readonly message: string;
  /** Field of the request that is to blame; empty when none is. */
  readonly path: string;
}

/** What a request holds is named, not sent back whole: a field's name may be as long as the request. */
const MOST_SAID = 600;
const short = (text: string) => (text.length > MOST_SAID ? `${readable(text.slice(0, MOST_SAID))}…` : text);

export class HttpError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly path = '',
  ) {
    super(message);
  }

  body(): ErrorBody {
    return { code: this.code, message: short(this.message), path: short(this.path) };
  }
}

const DISK_FULL = {
  status: 507,
  code: 'disk-full',
  message: 'The disk is full: nothing was saved. Free some space; your edits are kept in this browser.',
} as const;
export const diskFull = (): HttpError => new HttpError(DISK_FULL.status, DISK_FULL.code, DISK_FULL.message);

/** Classes of PostgreSQL's SQLSTATE (appendix A of its manual) that a person can do something about. */
const DATABASE_ERRORS: readonly { starts: string; status: number; code: string; message: string }[] = [
  { starts: '53100', ...DISK_FULL },
  // What a value cannot be, and what is there already: the last net, behind the schemas.
  { starts: '22', status: 400, code: 'bad-request', message: 'A value of the request is none that can be kept.' },
  { starts: '54', status: 400, code: 'bad-request', message: 'A value of the request is larger than can be kept.' },
  { starts: '23505', status: 409, code: 'exists', message: 'There is one with this id already.' },
  { starts: '53', status: 503, code: 'database-busy', message: 'The database has no room for another connection. Try again in a moment.' },
  {
    starts: '58',
    status: 503,
    code: 'disk-trouble',
    message: 'The database cannot read or write its files: its disk may be read-only or broken. Your edits are kept in this browser.',
  },
  {
    starts: '25006',
    status: 503,
    code: 'disk-trouble',
    message: 'The database may only be read at present. Your edits are kept in this browser.',
  },
  {
    starts: '57P',
    status: 503,
    code: 'database-unavailable',
    message: 'The database is not running. Your edits are kept in this browser.',
  },
  {
    starts: '08',
    status: 503,
    code: 'database-unavailable',
    message: 'The database cannot be reached. Your edits are kept in this browser.',
  },
  {
    starts: 'ECONN',
    status: 503,
    code: 'database-unavailable',
    message: 'The database cannot be reached. Your edits are kept in this browser.',
  },
];

/** What Express and its parsers refuse, by the type that they give it. */
const REFUSALS: Readonly<Record<string, string>> = {
  'encoding.unsupported': 'The request is packed in a way that is not known here: send it as it is, or as gzip.',
  'charset.unsupported': 'The request is written in letters that are not known here: send it as UTF-8.',
  'request.aborted': 'The request ended before all of it was there.',
  'request.size.invalid': 'The request is not as long as it says.',
};

/** Any thrown value as an error with a status. */
export function toHttpError(thrown: unknown): HttpError {
  if (thrown instanceof HttpError) return thrown;
  const { code, type, message, status } = (typeof thrown === 'object' && thrown !== null ? thrown : {}) as {
    code?: unknown;
    type?: unknown;
    message?: unknown;
    status?: number;
  };
  if (type === 'entity.parse.failed') return new HttpError(400, 'bad-json', `The request is not JSON: ${String(message)}`);
  if (type === 'entity.too.large') return new HttpError(413, 'too-large', 'The project is larger than 4 MB.');
  if (status !== undefined && status >= 400 && status < 500)
    return status === 404
      ? new HttpError(404, 'no-route', 'There is nothing at this address.')
      : new HttpError(status, 'bad-request', REFUSALS[String(type)] ?? `The request cannot be read: ${String(message)}.`);
  const known = DATABASE_ERRORS.find(({ starts }) => typeof code === 'string' && code.startsWith(starts));
  if (known) return new HttpError(known.status, known.code, known.message);
  if (/Connection terminated|timeout exceeded when trying to connect/.test(String(message)))
    return new HttpError(503, 'database-unavailable', 'The database cannot be reached. Your edits are kept in this browser.');
  return new HttpError(500, 'internal', 'Something went wrong in the server; its log says more.');
}
