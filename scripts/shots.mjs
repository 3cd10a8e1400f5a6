/** `npm run shots`: the main views from the demo data, into docs/screenshots/. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT, atEnd, end, ensurePackages, freePort, run, say, step } from './lib/steps.mjs';

/** The dew strips by key and (switch or not thermostat), taken back afterwards by a fresh database. */
async function typeClause(page) {
  await page.getByRole('button', { name: 'dew switch is on' }).click();
  await page.getByLabel(/whole clause/).fill('master key and (dew switch or not cabin thermostat)');
  await page.getByRole('button', { name: 'Take these words' }).click();
  await page.mouse.move(900, 20);
  await page.waitForTimeout(900);
}

const VIEWS = [
  { name: 'projects', path: '' },
  { name: 'design', path: 'design/dew', ready: '.symbol' },
  { name: 'design-danger', path: 'design/fans', ready: '.symbol', act: (page) => page.locator('[data-severity="danger"] .strong').hover() },
  {
    name: 'design-phrase',
    path: 'design/dew',
    ready: '.symbol',
    act: (page) => page.getByRole('button', { name: 'dew switch is on' }).click(),
  },
  {
    name: 'design-working',
    path: 'design/dew',
    ready: '.symbol',
    act: (page) => page.locator('[data-rule="wire-drop"]').getByRole('button', { name: 'Working' }).click(),
  },
  { name: 'design-lost-on', path: 'design/stop-lamp', ready: '.symbol', act: (page) => page.keyboard.press('1') },
  { name: 'places', path: 'design/dew', ready: '.symbol', act: (page) => page.getByRole('button', { name: 'places, distances' }).click() },
  { name: 'prove', path: 'prove/dew', ready: 'table' },
  { name: 'build', path: 'build', ready: 'table' },
  { name: 'design-night', path: 'design/lamps', ready: '.symbol', night: true },
  // The last: it changes the demo.
  { name: 'design-clause', path: 'design/dew', ready: '.symbol', act: typeClause },
];

run(async () => {
  await ensurePackages();
  const { startPostgres } = await import('./lib/postgres.mjs');
  const { buildAll, startServer } = await import('./lib/app.mjs');
  const { chromium } = await import('@playwright/test');
  const scratch = mkdtempSync(join(tmpdir(), 'iron-nudge-shots-'));
  atEnd(() => rmSync(scratch, { recursive: true, force: true }));
  await buildAll();
  const postgres = await startPostgres(scratch);
  const server = await startServer({ databaseUrl: await postgres.url('shots'), port: await freePort(), postgresPid: postgres.pid });
  const base = `http://127.0.0.1:${server.port}`;
  const { projects } = await (await fetch(`${base}/api/projects`)).json();
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  atEnd(() => browser.close());
  for (const { name, path, ready = 'main', act, night = false } of VIEWS)
    await step(name, async () => {
      const page = await browser.newPage({
        viewport: { width: 1280, height: 800 },
        colorScheme: night ? 'dark' : 'light',
        reducedMotion: 'reduce',
      });
      await page.goto(path ? `${base}/projects/${projects[0].id}/${path}` : base);
      await page.locator(ready).first().waitFor();
      await page.evaluate(() => document.fonts.ready);
      await page.waitForTimeout(700);
      await act?.(page);
      await page.waitForTimeout(500);
      await page.screenshot({ path: join(ROOT, 'docs', 'screenshots', `${name}.png`) });
      await page.close();
    });
  say('docs/screenshots/ is fresh');
  await end(0);
});
