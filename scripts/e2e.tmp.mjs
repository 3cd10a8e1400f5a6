import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT, atEnd, end, freePort, run, sh } from './lib/steps.mjs';
run(async () => {
  const { startPostgres } = await import('./lib/postgres.mjs');
  const { buildAll, startServer } = await import('./lib/app.mjs');
  const scratch = mkdtempSync(join(tmpdir(), 'e2e-'));
  atEnd(() => rmSync(scratch, { recursive: true, force: true }));
  await buildAll();
  const postgres = await startPostgres(scratch);
  const server = await startServer({ databaseUrl: await postgres.url('browser'), port: await freePort(), postgresPid: postgres.pid });
  await sh(
    process.execPath,
    [
      join(ROOT, 'node_modules/@playwright/test/cli.js'),
      'test',
      '--config',
      'e2e/playwright.config.ts',
      '--reporter',
      'list',
      ...process.argv.slice(2),
    ],
    { env: { BASE_URL: `http://127.0.0.1:${server.port}`, NODE_NO_WARNINGS: '1' } },
  );
  await end(0);
});
