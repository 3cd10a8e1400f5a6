/** `npm test`: lint, types, unit tests, and the real application in a real browser. One count over all. */
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, end, ensureDebian, ensurePackages, freePort, run, say, scratchFolder, sh, step } from './lib/steps.mjs';

const CHROMIUM = '/usr/bin/chromium';

const totals = { passed: 0, failed: 0 };
function count(passed, failed) {
  totals.passed += passed;
  totals.failed += failed;
}

/** A command that is one check as a whole. */
async function check(title, command, args) {
  const { code } = await step(title, () => sh(command, args));
  count(code === 0 ? 1 : 0, code === 0 ? 0 : 1);
}

const npmRun = (title, script) => check(title, 'npm', ['run', '--silent', script]);

function readReport(file) {
  return existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null;
}

run(async () => {
  await ensurePackages();
  await ensureDebian('chromium', () => existsSync(CHROMIUM));
  // The code that goes out is compiled and run beside the desk.
  await ensureDebian('g++', () => spawnSync('g++', ['--version']).status === 0);
  await ensureDebian('python3', () => spawnSync('python3', ['--version']).status === 0);
  const { startPostgres } = await import('./lib/postgres.mjs');
  const { buildAll, startServer } = await import('./lib/app.mjs');
  const scratch = scratchFolder('test');

  await npmRun('lint and format', 'lint');
  await npmRun('types', 'typecheck');
  const postgres = await step('starting a database for the tests', () => startPostgres(scratch));

  await step('unit tests', async () => {
    const report = join(scratch, 'jest.json');
    const { code } = await sh('npm', ['run', '--silent', 'jest', '--', '--json', `--outputFile=${report}`], {
      env: { TEST_DATABASE_URL: await postgres.url('jest') },
    });
    const result = readReport(report);
    const broken =
      result?.testResults.filter(({ status, assertionResults }) => status === 'failed' && assertionResults.length === 0).length ?? 1;
    count(result?.numPassedTests ?? 0, (result?.numFailedTests ?? 0) + broken);
    if (code !== 0 && totals.failed === 0) count(0, 1);
  });

  await buildAll();
  const server = await startServer({
    databaseUrl: await postgres.url('browser'),
    port: await freePort(),
    postgresPidFile: postgres.pidFile,
  });
  await step('the application in a browser', async () => {
    const report = join(scratch, 'playwright.json');
    const { code } = await sh(
      process.execPath,
      [join(ROOT, 'node_modules/@playwright/test/cli.js'), 'test', '--config', 'e2e/playwright.config.ts'],
      {
        env: { BASE_URL: `http://127.0.0.1:${server.port}`, PLAYWRIGHT_JSON_OUTPUT_NAME: report, NODE_NO_WARNINGS: '1' },
      },
    );
    const stats = readReport(report)?.stats;
    count((stats?.expected ?? 0) + (stats?.flaky ?? 0), stats?.unexpected ?? 0);
    if (stats?.flaky) say(`${stats.flaky} of them only when tried again`);
    if (code !== 0 && !stats?.unexpected) count(0, 1);
  });

  say(`\n${totals.passed} passed, ${totals.failed} failed`);
  await end(totals.failed === 0 && totals.passed > 0 ? 0 : 1);
});
