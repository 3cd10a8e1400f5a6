/** Started by the start script with the database's address; reports readiness and ends over IPC. */
import { readFileSync, statfsSync } from 'node:fs';
import { createServer } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { dirname } from 'node:path';
import { createApp } from './app.ts';
import { bookThreads } from './book/maker.ts';
import { cardThread } from './cards/maker.ts';
import { openDatabase, seedDemo } from './database.ts';
import { toHttpError } from './errors.ts';
import { AccountEntity } from './entities/account.ts';
import { keepTidy } from './housekeeping.ts';
import { firstCode, reachOf } from './reach.ts';

const { DATABASE_URL, PORT, WEB_ROOT, SEED_DEMO, POSTGRES_PID_FILE } = process.env;

/** How long a database that is just being started again is waited for, and how often it is asked, ms. */
const PATIENCE_MS = 30_000;
const ASK_EVERY_MS = 300;

async function openWhenItIsThere(url: string): Promise<Awaited<ReturnType<typeof openDatabase>>> {
  for (const until = Date.now() + PATIENCE_MS; ; await new Promise((resolve) => setTimeout(resolve, ASK_EVERY_MS)))
    try {
      return await openDatabase(url);
    } catch (error) {
      if (Date.now() > until || toHttpError(error).status !== 503) throw error;
    }
}

async function main(): Promise<void> {
  if (!DATABASE_URL) throw new Error('DATABASE_URL is not set: start with npm start');
  const reach = reachOf(process.env);
  const code = firstCode();
  const source = await openWhenItIsThere(DATABASE_URL);
  if (SEED_DEMO === 'yes') await seedDemo(source);
  const log = (line: string) => void process.stderr.write(`${line}\n`);
  const tidying = keepTidy(source, log);
  const app = createApp({
    source,
    webRoot: WEB_ROOT ?? null,
    log,
    hosts: reach.names,
    proxies: reach.proxies,
    ...(reach.needsAccounts ? { accounts: { isSecure: reach.isSecure, firstCode: code } } : {}),
    freeBytes: () => (POSTGRES_PID_FILE ? freeBytesAt(dirname(POSTGRES_PID_FILE)) : Infinity),
    book: bookThreads(new URL('./book.mjs', import.meta.url)),
    card: cardThread(new URL('./cards.mjs', import.meta.url)),
  });
  const settings = { connectionsCheckingInterval: 5000 };
  const server = reach.tls
    ? createSecureServer({ ...settings, key: readFileSync(reach.tls.key), cert: readFileSync(reach.tls.cert) }, app)
    : createServer(settings, app);
  // Whoever sends a head or a body drop by drop is cut off; a large project on a slow line has a minute.
  server.headersTimeout = 10_000;
  server.requestTimeout = 60_000;
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(Number(PORT ?? 0), reach.host, resolve);
  });
  const address = server.address();
  process.send?.({
    ready: true,
    port: typeof address === 'object' && address ? address.port : 0,
    // Told only while it is of use: it makes the first account.
    firstCode: reach.needsAccounts && (await source.getRepository(AccountEntity).count()) === 0 ? code : null,
  });

  let stopping = false;
  const stop = (orphaned: boolean): void => {
    if (stopping) return;
    stopping = true;
    tidying.stop();
    server.closeAllConnections();
    server.close();
    void source.destroy().finally(() => {
      // The start script died without stopping its database: nobody else will.
      if (orphaned && POSTGRES_PID_FILE) stopPostgres(POSTGRES_PID_FILE);
      process.exit(0);
    });
  };
  process.once('disconnect', () => stop(true));
  process.once('SIGTERM', () => stop(false));
  process.on('SIGINT', () => undefined); // The start script decides.
}

/** Room for whoever is not root, bytes; no question where it cannot be told. */
function freeBytesAt(folder: string): number {
  try {
    const { bavail, bsize } = statfsSync(folder);
    return bavail * bsize;
  } catch {
    return Infinity;
  }
}

/** By the pid that PostgreSQL keeps beside its data: it may have been started anew since we were. */
function stopPostgres(pidFile: string): void {
  try {
    process.kill(Number(readFileSync(pidFile, 'utf8').split('\n')[0]), 'SIGINT');
  } catch {
    // It is gone already.
  }
}

main().catch((error: unknown) => {
  const { code, message } = error as { code?: string; message?: string };
  process.send?.({ ready: false, code: code ?? 'failed', message: message ?? String(error) });
  process.exitCode = 1;
  process.disconnect?.();
});
