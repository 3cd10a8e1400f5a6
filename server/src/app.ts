import { randomBytes } from 'node:crypto';
import { constants } from 'node:zlib';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express';
import expressStaticGzip from 'express-static-gzip';
import type { DataSource } from 'typeorm';
import { HttpError, diskFull, toHttpError } from './errors.ts';
import { onlyOwnHosts, readableText, sameOrigin } from './guard.ts';
import { permitted } from './accounts/permit.ts';
import { accountRoutes, auditRoutes } from './accounts/people.ts';
import { type AccountsOptions, sessionRoutes } from './accounts/session.ts';
import { sharingRoutes } from './accounts/sharing.ts';
import { whoOf } from './accounts/who.ts';
import { type BookMaker, makeBookHere } from './book/maker.ts';
import { type CardMaker, makeCardsHere } from './cards/maker.ts';
import { binRoutes } from './routes/bin.ts';
import { bookRoutes } from './routes/book.ts';
import { partRoutes } from './routes/parts.ts';
import { projectRoutes } from './routes/projects.ts';
import { recordRoutes } from './routes/records.ts';
import { revisionRoutes } from './routes/revisions.ts';

export interface AppOptions {
  readonly source: DataSource;
  /** Built web application to serve; none while Vite serves it. */
  readonly webRoot: string | null;
  readonly log: (line: string) => void;
  /** Names beside the machine's own for itself that it is served under. */
  readonly hosts?: readonly string[];
  /** What is left on the disk that the database is kept on, bytes. */
  readonly freeBytes?: () => number;
  /** Makes a build book: off the main thread where the application is served, right here where it is not said. */
  readonly book?: BookMaker;
  /** Looks at a project for its card in the list: likewise. */
  readonly card?: CardMaker;
  /** Who may do what, once it is served beyond this machine; without it everybody who gets here may do everything. */
  readonly accounts?: AccountsOptions;
  /** Proxies in front whose word on who asks is taken. */
  readonly proxies?: number;
}

/** Said while there is still something to do about it, bytes. */
const LOW_BYTES = 300e6;
/** With less than this PostgreSQL cannot write its log, bytes: a segment of it is 16 MiB. */
const LEAST_BYTES = 16 * 2 ** 20;

/** What a page of ours may load and run: nothing from elsewhere, no script and no style sheet but those that came with it. */
const policy = (nonce: string | null): string =>
  [
    `default-src 'self'`,
    `style-src 'self'${nonce === null ? '' : ` 'nonce-${nonce}'`}`,
    `img-src 'self' data:`,
    `object-src 'none'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    `frame-ancestors 'none'`,
  ].join('; ');

/** The page as it was built; null where none is served. */
function pageOf(webRoot: string | null): string | null {
  const index = join(webRoot ?? '', 'index.html');
  return webRoot !== null && existsSync(index) ? readFileSync(index, 'utf8') : null;
}
/** Which build it is: the script that it begins with, whose name changes with every file of it. */
const buildOf = (page: string | null): string => /src="(\/assets\/[^"]+)"/.exec(page ?? '')?.[1] ?? '';

export function createApp({
  source,
  webRoot,
  log,
  hosts = [],
  book = makeBookHere,
  card = makeCardsHere,
  freeBytes = () => Infinity,
  accounts,
  proxies = 0,
}: AppOptions): Express {
  const app = express();
  const page = pageOf(webRoot);
  const build = buildOf(page);
  const served = () => {
    const free = freeBytes();
    return { build, lowMb: free < LOW_BYTES ? Math.floor(free / 1e6) : null };
  };
  app.disable('x-powered-by');
  app.set('trust proxy', proxies);
  app.use((_request, response, next) => {
    response.set({
      'X-Content-Type-Options': 'nosniff',
      'Referrer-Policy': 'no-referrer',
      'Cross-Origin-Resource-Policy': 'same-origin',
      'Content-Security-Policy': policy(null),
    });
    next();
  });
  // All but the answer that holds a secret: its length would help to guess it.
  app.use(
    compression({
      // A page's code is asked for seldom, and mostly over a slow wireless line in a garage: denser than the fastest is worth its while.
      brotli: { params: { [constants.BROTLI_PARAM_QUALITY]: 7 } },
      filter: (request, response) => !request.originalUrl.startsWith('/api/session') && compression.filter(request, response),
    }),
  );
  app.use(onlyOwnHosts(hosts));
  app.use('/api', sameOrigin);
  app.use('/api', express.json({ limit: '4mb' }), readableText);
  app.use('/api', async (request, _response, next) => {
    request.who = accounts ? await whoOf(source, request) : { kind: 'machine' };
    request.role = accounts ? null : 'owner';
    next();
  });
  if (accounts) app.use('/api', permitted(source));
  app.get('/api/health', async (_request, response) => {
    await source.query('SELECT 1');
    response.json({ ok: true, ...served() });
  });
  app.use('/api/projects', projectRoutes(source, served, card));
  app.use('/api/session', sessionRoutes(source, accounts ?? null));
  if (accounts) {
    app.use('/api/accounts', accountRoutes(source));
    app.use('/api/audit', auditRoutes(source));
    app.use('/api/projects/:id', sharingRoutes(source));
  }
  app.use('/api/projects/:id/records', recordRoutes(source));
  app.use('/api/projects/:id/revisions', revisionRoutes(source));
  app.use('/api/bin', binRoutes(source));
  app.use('/api/parts', partRoutes(source));
  app.use('/api/book', bookRoutes(book));
  app.use('/api', () => {
    throw new HttpError(404, 'no-route', 'There is nothing at this address.');
  });
  if (webRoot !== null && page !== null) {
    app.use(
      '/assets',
      expressStaticGzip(join(webRoot, 'assets'), {
        enableBrotli: true,
        orderPreference: ['br'],
        serveStatic: { immutable: true, maxAge: '1y', fallthrough: false },
      }),
    );
    app.get('/sw.js', (_request, response, next) => {
      // Asked for anew each time: it is how a browser learns of another build.
      response.set('Cache-Control', 'no-cache');
      next();
    });
    const sendPage: RequestHandler = (_request, response) => {
      const nonce = randomBytes(16).toString('base64');
      response
        .set({ 'Content-Security-Policy': policy(nonce), 'Cache-Control': 'no-cache' })
        .type('html')
        .send(page.replaceAll('__CSP_NONCE__', nonce));
    };
    app.get('/index.html', sendPage);
    app.use(express.static(webRoot, { index: false }));
    app.get('/{*path}', sendPage);
  }
  const onError: ErrorRequestHandler = (thrown, request, response, next) => {
    if (response.headersSent) return next(thrown);
    const refused = toHttpError(thrown);
    // A full disk ends the database: what is said is why, not what.
    const error = refused.code === 'database-unavailable' && freeBytes() < LEAST_BYTES ? diskFull() : refused;
    // Of what is not ours to mend (a full disk, a database that is away) the sentence is enough.
    const why = error.status !== 500 ? error.message : thrown instanceof Error ? (thrown.stack ?? thrown.message) : String(thrown);
    if (error.status >= 500) log(`${request.method} ${request.path}: ${why}`);
    response.status(error.status).json(error.body());
  };
  app.use(onError);
  return app;
}
