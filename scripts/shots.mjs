/** `npm run shots`: the main views from the demo data, into docs/screenshots/. */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
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

/** Start is pressed and let go: the relay holds itself. */
async function pressStart(page) {
  await page.keyboard.press('1', { delay: 200 });
  await page.waitForTimeout(300);
}

/** 87 and 87a of one of the two relays changed about by hand. */
async function swapThrows(page) {
  await page.locator('.symbol[data-part="roof-relay"] .body').first().click();
  await page.getByRole('button', { name: 'Swap 87 and 87a' }).click();
  await page.waitForTimeout(700);
}

/** The start battery has been charging for long enough: the sensor has closed. */
async function chargeLong(page) {
  await page.getByRole('slider').fill('13.8');
  await page.getByRole('button', { name: 'Let it pass' }).click();
  await page.waitForTimeout(300);
}

async function compare(page) {
  await page.getByRole('button', { name: 'ways of wiring it' }).click();
  await page.getByText('this one is drawn').waitFor();
}

async function sweepAll(page) {
  await page.getByRole('button', { name: 'All jobs together' }).click();
  await page.getByRole('button', { name: /^Solve/ }).click();
  await page.getByText('Every one of them').waitFor();
}

const VIEWS = [
  { name: 'projects', at: '' },
  { name: 'sums', at: 'sums/drop', ready: 'table' },
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
  { name: 'design-latch', file: '08-latch', path: 'design/pump', ready: '.symbol', act: pressStart },
  {
    name: 'design-levels',
    file: '11-split-charge',
    path: 'design/charge',
    ready: '.symbol',
    act: chargeLong,
  },
  { name: 'design-wrong', file: '09-reversing', path: 'design/roof', ready: '.symbol', act: swapThrows },
  { name: 'wirings', file: '04-keep-on', path: 'design/beam', ready: '.symbol', act: compare },
  { name: 'prove-latch', file: '08-latch', path: 'prove/pump', ready: 'table' },
  { name: 'prove-all', file: '10-interlock', path: 'prove/drive', ready: 'table', act: sweepAll },
  { name: 'design-night', path: 'design/lamps', ready: '.symbol', night: true },
  // The last: it changes the demo.
  { name: 'design-clause', path: 'design/dew', ready: '.symbol', act: typeClause },
];

async function importExample(base, file) {
  const document = JSON.parse(readFileSync(join(ROOT, 'examples', 'circuits', `${file}.json`), 'utf8'));
  const answer = await fetch(`${base}/api/projects`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ document }),
  });
  return (await answer.json()).id;
}

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
  for (const { name, file, path, ready = 'main', act, at, night = false } of VIEWS)
    await step(name, async () => {
      const page = await browser.newPage({
        viewport: { width: 1280, height: 800 },
        colorScheme: night ? 'dark' : 'light',
        reducedMotion: 'reduce',
      });
      const id = file ? await importExample(base, file) : projects[0].id;
      await page.goto(`${base}/${at ?? `projects/${id}/${path}`}`);
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
