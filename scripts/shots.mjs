/** `npm run shots`: the main views from the demo data, into docs/screenshots/. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, atEnd, end, ensurePackages, freePort, run, say, scratchFolder, step } from './lib/steps.mjs';

/** The board is powered: while it starts, nothing holds the input of the module. */
async function powerOn(page) {
  await page.getByRole('button', { name: /power on and run/ }).click();
  await page.getByText(/^starting/).waitFor();
}

async function openBoard(page) {
  await page.getByRole('button', { name: /porch board 1 step/ }).click();
  await page.waitForTimeout(400);
}

/** Three hours at what is set, then the relay sticks and the cut-out ends it. */
async function heatUp(page) {
  await page.getByRole('button', { name: 'Heat it up…' }).click();
  const hour = async (at) => {
    await page.getByRole('button', { name: 'An hour at once' }).click();
    await page.getByText(new RegExp(`^${at} min`)).waitFor();
  };
  for (const at of [60, 120, 180]) await hour(at);
  await page.getByLabel('relay stuck on').check();
  await hour(240);
  await page.waitForTimeout(900);
}

async function choose(page, box, name) {
  await box.click({ force: true });
  await page.locator('.ant-select-dropdown:visible').getByRole('option', { name, exact: true }).click();
}

async function candidates(page) {
  await page.getByRole('button', { name: 'candidates' }).click();
  await page.getByText('Best of').waitFor();
  await page.waitForTimeout(900);
}

async function start(page) {
  await page.getByRole('button', { name: 'candidates' }).click();
  await page.getByRole('tab', { name: /Fuse against/ }).click();
  await page.waitForTimeout(1200);
}

/** A bad return, looked for with the simulated meter. */
async function findFault(page) {
  await choose(page, page.getByLabel('Put in'), 'W1.11 has a bad crimp, a bad return');
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  const ask = page.getByRole('button', { name: 'Let the meter read it' });
  const asked = () =>
    ask.waitFor({ timeout: 4000 }).then(
      () => true,
      () => false,
    );
  for (let reading = 0; reading < 4 && (await asked()); reading++) await ask.click();
  await page.waitForTimeout(500);
  await page.locator('.bench').evaluate((bench) => (bench.scrollTop = 0));
}

/** A sentence half said. */
async function saySomething(page) {
  await page
    .getByLabel('Say what shall happen')
    .fill('when the key and the fan switch are on, run a fan from the battery, off if a wire breaks');
  await page.getByText('understood:').waitFor();
  await page.locator('.card svg').nth(2).waitFor();
}

/** Jobs that share a main fuse, on one sheet. */
async function severalJobs(page) {
  await page.getByLabel('Stowed marker').check();
  await page.waitForTimeout(600);
}

/** The first steps done: on to the control side of a job. */
async function someSteps(page) {
  await page.getByLabel('Your initials').fill('QX');
  for (let step = 0; step < 40; step++) {
    const next = page.locator('li.next');
    if ((await next.locator('img').count()) > 0 && (await next.getByText('control side').count()) > 0) break;
    await next.locator('input[type="checkbox"]').check({ noWaitAfter: true });
    await page.waitForTimeout(150);
  }
  await page.locator('li.next').scrollIntoViewIfNeeded();
}

async function relayInTheBag(page) {
  await choose(page, page.getByRole('combobox', { name: /^Pins/ }), '8');
  await page.getByRole('button', { name: 'Take a relay out of the bag' }).click();
  const ask = page.getByRole('button', { name: 'Let the meter read it' });
  for (let reading = 0; reading < 40 && (await ask.isVisible()); reading++) await ask.click();
}

const VIEWS = [
  { name: 'projects', at: '', ready: '.card svg', act: saySomething },
  { name: 'sums', at: 'sums/drop', ready: 'table' },
  { name: 'design', path: 'design/dew', ready: '.symbol' },
  { name: 'design-danger', path: 'design/fans', ready: '.symbol', act: (page) => page.locator('[data-severity="danger"] .strong').hover() },
  {
    name: 'design-working',
    path: 'design/dew',
    ready: '.symbol',
    act: (page) =>
      page
        .locator('[data-rule="wire-drop"]')
        .getByRole('button', { name: 'Working' })
        .click()
        .then(() => page.getByText('Down to the plate').click()),
  },
  { name: 'candidates', path: 'design/dew', ready: '.symbol', act: candidates },
  { name: 'start', path: 'design/fans', ready: '.symbol', act: start },
  { name: 'parts', at: 'parts', ready: 'table' },
  { name: 'prove', path: 'prove/dew', ready: 'table' },
  { name: 'build', path: 'build', ready: 'table' },
  { name: 'build-drawing', path: 'build?view=drawing', ready: '.symbol', act: severalJobs },
  { name: 'build-work', path: 'build?view=work', ready: 'ol', act: someSteps, size: { width: 390, height: 844 } },
  { name: 'design-boot', file: 'mistakes/boot-energises', path: 'design/lamp', ready: '.symbol', act: powerOn },
  { name: 'design-oven', file: 'circuits/19-oven', path: 'design/element-1', ready: '.symbol', act: (page) => page.keyboard.press('1') },
  { name: 'board', file: 'circuits/13-mains-lamp-by-module', path: 'design/lamp', ready: '.symbol', act: openBoard },
  { name: 'heat', file: 'circuits/20-kiln', path: 'design/ring-1', ready: '.symbol', act: heatUp },
  { name: 'bench', path: 'bench/dew', ready: '.card .symbol', act: findFault },
  { name: 'bench-relay', path: 'bench/dew?view=relay', ready: '.finder', act: relayInTheBag },
  { name: 'design-night', path: 'design/lamps', ready: '.symbol', night: true },
];

async function importExample(base, file) {
  const document = JSON.parse(readFileSync(join(ROOT, 'examples', `${file}.json`), 'utf8'));
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
  const scratch = scratchFolder('shots');
  await buildAll();
  const postgres = await startPostgres(scratch);
  const server = await startServer({ databaseUrl: await postgres.url('shots'), port: await freePort(), postgresPidFile: postgres.pidFile });
  const base = `http://127.0.0.1:${server.port}`;
  const { projects } = await (await fetch(`${base}/api/projects`)).json();
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  atEnd(() => browser.close());
  for (const { name, file, path, ready = 'main', act, at, night = false, size = { width: 1280, height: 800 } } of VIEWS)
    await step(name, async () => {
      const page = await browser.newPage({
        viewport: size,
        colorScheme: night ? 'dark' : 'light',
        reducedMotion: 'reduce',
      });
      const id = file ? await importExample(base, file) : projects.find(({ name }) => name.startsWith('Owl Box')).id;
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
