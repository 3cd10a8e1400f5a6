/** Started by the start script with the database's address; reports readiness and ends over IPC. */
import { createServer } from 'node:http';
import { createApp } from './app.ts';
import { openDatabase, seedDemo } from './database.ts';

const { DATABASE_URL, PORT, WEB_ROOT, SEED_DEMO, POSTGRES_PID } = process.env;

async function main(): Promise<void> {
  if (!DATABASE_URL) throw new Error('DATABASE_URL is not set: start with npm start');
  const source = await openDatabase(DATABASE_URL);
  if (SEED_DEMO === 'yes') await seedDemo(source);
  const app = createApp({ source, webRoot: WEB_ROOT ?? null, log: (line) => process.stderr.write(`${line}\n`) });
  const server = createServer(app);
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(Number(PORT ?? 0), '127.0.0.1', resolve);
  });
  const address = server.address();
  process.send?.({ ready: true, port: typeof address === 'object' && address ? address.port : 0 });

  let stopping = false;
  const stop = (orphaned: boolean): void => {
    if (stopping) return;
    stopping = true;
    server.closeAllConnections();
    server.close();
    void source.destroy().finally(() => {
      // The start script died without stopping its database: nobody else will.
      if (orphaned && POSTGRES_PID) tryKill(Number(POSTGRES_PID));
      process.exit(0);
    });
  };
  process.once('disconnect', () => stop(true));
  process.once('SIGTERM', () => stop(false));
  process.on('SIGINT', () => undefined); // The start script decides.
}

function tryKill(pid: number): void {
  try {
    process.kill(pid, 'SIGINT');
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
