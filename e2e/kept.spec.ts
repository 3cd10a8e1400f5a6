/** What is kept, and what the page says of it: with the server away, with others at work, after tabs were closed. */
import { expect, test, type BrowserContext, type Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { freshOwlBox, openJob, saved, wholePlan } from './support.ts';

const API = /\/api\//;
/** The server does not answer this browser any more, until it is let. */
async function cut(context: BrowserContext): Promise<() => Promise<void>> {
  await context.route(API, (route) => route.abort());
  return () => context.unroute(API);
}
async function setStrips(page: Page, count: string): Promise<void> {
  await page.getByRole('button', { name: /dew strips, \d ×/ }).click();
  await page.getByLabel('How many').fill(count);
  await page.keyboard.press('Escape');
}
const sentence = (page: Page) => page.getByLabel('Sentence', { exact: true });
const stripsOf = async (page: Page, project: string) =>
  ((await (await page.request.get(`/api/projects/${project}`)).json()) as { document: { jobs: { loads: { count: number }[] }[] } }).document
    .jobs[0]!.loads[0]!.count;
const fromElsewhere = async (page: Page, project: string, change: object) => {
  const url = `/api/projects/${project}`;
  const { revision, document } = (await (await page.request.get(url)).json()) as { revision: number; document: object };
  expect((await page.request.put(url, { data: { revision, document: { ...document, ...change } } })).status()).toBe(200);
};

test('an edit made while the server is away is there at once when the tab is opened again, and is sent when it is back', async ({
  page,
  request,
  context,
}) => {
  const project = await freshOwlBox(request, 'Away');
  await openJob(page, project, 'dew');
  const restore = await cut(context);
  await setStrips(page, '4');
  await expect(page.getByText('not saved yet: kept here')).toBeVisible();
  await page.close();
  const again = await context.newPage();
  const begun = Date.now();
  await again.goto(`/projects/${project}/design/dew`);
  await expect(sentence(again)).toContainText('four dew strips');
  // Not after the half minute that an older page took to believe that a tab is gone.
  expect(Date.now() - begun).toBeLessThan(15_000);
  await expect(again.getByText('The server does not answer')).toBeVisible();
  await setStrips(again, '5');
  await restore();
  // What went out as the first tab was closed may have arrived: then it is ours, and no other window's.
  await expect(again.getByText(/saved · revision [23]$/)).toBeVisible();
  expect(await stripsOf(again, project)).toBe(5);
  await expect(again.getByRole('alert')).toHaveCount(0);
});

test('a project that was seen is shown while the server is away, and follows it when it is back', async ({ page, request, context }) => {
  const project = await freshOwlBox(request, 'Seen before');
  await openJob(page, project, 'dew');
  await page.goto('/sums');
  const restore = await cut(context);
  await page.goto('/');
  await page.getByRole('button', { name: 'Seen before' }).click();
  await expect(page.getByText('Shown is what this browser saw of it last.')).toBeVisible();
  await restore();
  await fromElsewhere(page, project, { name: 'Renamed meanwhile' });
  await saved(page, 2);
  await expect(page.getByText('Renamed meanwhile')).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('a tab that is closed in the middle of saving: the next one has the edit, and is told of no other window', async ({
  page,
  request,
  context,
}) => {
  const project = await freshOwlBox(request, 'In the middle');
  await openJob(page, project, 'dew');
  // Each save is made, and its answer is never heard.
  await context.route(/\/api\/projects\/[^/]+$/, async (route) => {
    if (route.request().method() === 'GET') return route.continue();
    await route.fetch();
    return route.abort();
  });
  await setStrips(page, '4');
  await expect.poll(() => stripsOf(page, project)).toBe(4);
  await page.close();
  await context.unroute(/\/api\/projects\/[^/]+$/);
  const again = await context.newPage();
  await openJob(again, project, 'dew');
  await expect(sentence(again)).toContainText('four dew strips');
  await setStrips(again, '6');
  await expect.poll(() => stripsOf(again, project)).toBe(6);
  await expect(again.getByText('saved elsewhere')).toHaveCount(0);
});

test('a duplicated tab is a tab of its own: each keeps what it did', async ({ page, request, context }) => {
  const project = await freshOwlBox(request, 'Twins');
  await openJob(page, project, 'dew');
  const [twin] = await Promise.all([context.waitForEvent('page'), page.evaluate(() => void window.open(location.href))]);
  await expect(sentence(twin)).toBeVisible();
  const idOf = (of: Page) => of.evaluate(() => sessionStorage.getItem('iron-nudge:tab'));
  await expect.poll(async () => (await idOf(twin)) !== (await idOf(page))).toBe(true);
  const restore = await cut(context);
  await setStrips(page, '4');
  await setStrips(twin, '6');
  await expect(twin.getByText('not saved yet: kept here')).toBeVisible();
  await restore();
  // One of them is saved, the other is offered what to do; neither shows an older state as saved.
  const states = () => Promise.all([page, twin].map((one) => one.locator('.saving').innerText()));
  await expect.poll(states, { timeout: 30_000 }).toContain('saved elsewhere');
  expect((await states()).sort()[1]).toMatch(/^saved · revision 2|saved elsewhere/);
  await expect(sentence(page)).toContainText('four dew strips');
  await expect(sentence(twin)).toContainText('six dew strips');
});

test('a tab that only looks is told of a newer save, shows it at a press, and asks before it prints an old book', async ({
  page,
  request,
}) => {
  const project = await freshOwlBox(request, 'Onlooker');
  await page.goto(`/projects/${project}/build`);
  await expect(page.getByRole('heading', { name: 'Build' })).toBeVisible();
  await fromElsewhere(page, project, { notes: 'typed elsewhere' });
  await page.getByRole('button', { name: /build book/i }).click();
  const asked = page.getByRole('dialog').filter({ hasText: 'This is not the last revision' });
  await asked.getByRole('button', { name: 'Not yet' }).click();
  const banner = page.getByRole('alert').filter({ hasText: 'Revision 2 was saved elsewhere' });
  await banner.getByRole('button', { name: 'Show it' }).click();
  await saved(page, 2);
  await expect(banner).toHaveCount(0);
  const [book] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: /build book/i }).click()]);
  expect(book.suggestedFilename()).toContain('build-book');
});

test('a store that was put back to an earlier state is told too: what the page shows is not what is kept', async ({
  page,
  request,
  context,
}) => {
  const project = await freshOwlBox(request, 'Put back');
  await openJob(page, project, 'dew');
  await setStrips(page, '4');
  await saved(page, 2);
  await context.route(/\/head$/, async (route) => {
    const answer = await route.fetch();
    await route.fulfill({ response: answer, json: { ...((await answer.json()) as object), revision: 1, savedBy: null } });
  });
  await page.evaluate(() => dispatchEvent(new Event('focus')));
  await expect(page.getByRole('alert').filter({ hasText: 'Revision 1 was saved elsewhere' })).toBeVisible();
});

test('opened without the server, and the server comes back with what this page cannot read: that is said, and the edit stays', async ({
  page,
  request,
  context,
}) => {
  const project = await freshOwlBox(request, 'From the future');
  await openJob(page, project, 'dew');
  const restore = await cut(context);
  await page.reload();
  await setStrips(page, '5');
  await expect(page.getByText('not saved yet: kept here')).toBeVisible();
  await context.route(new RegExp(`/api/projects/${project}$`), async (route) => {
    const answer = await route.fetch();
    const record = (await answer.json()) as { document: object };
    await route.fulfill({ response: answer, json: { ...record, document: { ...record.document, formatVersion: 99 } } });
  });
  await restore();
  await expect(page.getByRole('alert')).toContainText('The saved project cannot be read: formatVersion is 99');
  await expect(sentence(page)).toContainText('five dew strips');
});

test('a project that was deleted elsewhere is saved as a new one, or brought back with what is on the page', async ({ page, request }) => {
  for (const way of ['Save it as a new project', 'Bring it back from the bin']) {
    const project = await freshOwlBox(request, 'Lost');
    await openJob(page, project, 'dew');
    await page.request.delete(`/api/projects/${project}`);
    await setStrips(page, '4');
    const banner = page.getByRole('alert').filter({ hasText: 'deleted elsewhere' });
    await banner.getByRole('button', { name: way }).click();
    await expect(banner).toHaveCount(0);
    await expect(sentence(page)).toContainText('four dew strips');
    const now = /projects\/([^/]+)/.exec(page.url())![1]!;
    expect(now === project).toBe(way.startsWith('Bring'));
    await expect.poll(() => stripsOf(page, now)).toBe(4);
  }
});

test('of two versions the difference is shown before one is taken', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Two versions');
  await openJob(page, project, 'dew');
  await fromElsewhere(page, project, { notes: 'from elsewhere' });
  await setStrips(page, '4');
  await page.getByRole('button', { name: 'See what differs' }).click();
  const dialog = page.getByRole('dialog').filter({ hasText: 'What differs' });
  await expect(dialog.getByRole('row', { name: /notes from elsewhere/ })).toBeVisible();
  await expect(dialog.getByRole('row', { name: /count 2 4/ })).toBeVisible();
  await dialog.getByRole('button', { name: 'Keep mine', exact: true }).click();
  await saved(page, 3);
  expect(await stripsOf(page, project)).toBe(4);
});

test('an earlier revision is looked at, compared, brought back, and undone', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Earlier');
  await openJob(page, project, 'dew');
  await setStrips(page, '4');
  await saved(page, 2);
  await page.getByRole('button', { name: 'saved · revision 2' }).click();
  const dialog = page.getByRole('dialog').filter({ hasText: 'Earlier revisions' });
  await dialog.getByRole('button', { name: /^1 / }).click();
  await expect(dialog.getByRole('row', { name: /count 2 4/ })).toBeVisible();
  await dialog.getByRole('button', { name: 'Bring revision 1 back' }).click();
  await expect(sentence(page)).toContainText('two dew strips');
  await saved(page, 3);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(sentence(page)).toContainText('four dew strips');
  await saved(page, 4);
});

test('the bin: what was deleted days ago is brought back, or goes for good', async ({ page, request }) => {
  const run = `run ${Date.now()}`;
  const [keptName, goneName] = [`Kept ${run}`, `Gone ${run}`];
  const [kept, gone] = [await freshOwlBox(request, keptName), await freshOwlBox(request, goneName)];
  for (const id of [kept, gone]) await request.delete(`/api/projects/${id}`);
  await page.goto('/');
  await page.getByRole('button', { name: 'Bin…' }).click();
  const dialog = page.getByRole('dialog').filter({ hasText: '30 days' });
  await expect(dialog.getByRole('row').filter({ hasText: keptName })).toContainText('30 days left');
  await dialog.getByRole('button', { name: `Bring back ${keptName}` }).click();
  await dialog.getByRole('button', { name: `Delete ${goneName} for good` }).click();
  await page.getByRole('button', { name: 'Delete for good', exact: true }).last().click();
  await expect(dialog.getByText(goneName)).toHaveCount(0);
  await expect(page.locator('.card').filter({ hasText: keptName })).toBeVisible();
  expect((await request.get(`/api/projects/${kept}`)).status()).toBe(200);
  expect((await request.post(`/api/projects/${gone}/restore`)).status()).toBe(404);
});

test('an archive carries readings out and in; everything goes out in one file', async ({ page, request }) => {
  const name = `With readings ${Date.now()}`;
  const project = await freshOwlBox(request, name);
  const tick = {
    id: randomUUID(),
    at: 1000,
    kind: 'tick',
    step: 'x',
    words: 'cut a wire',
    done: true,
    initials: 'ab',
  };
  await request.post(`/api/projects/${project}/records`, { data: { records: [tick] } });
  await page.goto('/');
  const card = page.locator('.card').filter({ has: page.getByRole('button', { name, exact: true }) });
  await card.getByRole('button', { name: 'Export…' }).click();
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('menuitem', { name: 'With readings' }).click()]);
  const text = readFileSync(await file.path(), 'utf8');
  await page.getByLabel('Project file').setInputFiles({ name: 'a.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  await expect(page).toHaveURL(/\/projects\/.+\/design/);
  const copy = /projects\/([^/]+)/.exec(page.url())![1]!;
  expect(copy).not.toBe(project);
  const { records } = (await (await request.get(`/api/projects/${copy}/records`)).json()) as { records: (typeof tick)[] };
  expect(records).toEqual([{ ...tick, id: records[0]!.id }]);
  expect(records[0]!.id).not.toBe(tick.id);

  await page.goto('/');
  const many = async () => ((await (await request.get('/api/projects')).json()) as { projects: unknown[] }).projects.length;
  const before = await many();
  const [all] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Download everything' }).click()]);
  const everything = JSON.parse(readFileSync(await all.path(), 'utf8')) as {
    projects: { document: { name: string }; records: unknown[] }[];
  };
  // Other tests make projects at the same time.
  expect(everything.projects.length).toBeGreaterThanOrEqual(before);
  expect(everything.projects.length).toBeLessThanOrEqual(await many());
  expect(everything.projects.filter(({ document }) => document.name === name).map(({ records: own }) => own.length)).toEqual([1, 1]);
});

test('a record that the server does not take is shown with its field, and those after it are sent', async ({ page, request, context }) => {
  const project = await freshOwlBox(request, 'Bad record');
  await page.goto(`/projects/${project}/bench/dew`);
  await wholePlan(page);
  const fields = page.getByLabel(/^Reading .*, Ω$/);
  await expect(fields.first()).toBeVisible();
  const RECORDS = /\/records$/;
  await context.route(RECORDS, async (route) => {
    const { records } = route.request().postDataJSON() as { records: { value: number }[] };
    const bad = records.findIndex(({ value }) => value === 80);
    if (bad < 0) return route.continue();
    return route.fulfill({
      status: 400,
      json: { code: 'bad-text', message: 'holds a character that is none', path: `records.${bad}.note` },
    });
  });
  for (const at of [0, 1, 2]) {
    await fields.nth(at).fill(String(80 + at));
    await fields.nth(at).press('Enter');
  }
  const banner = page.getByRole('alert').filter({ hasText: 'One record is not taken' });
  await expect(banner).toContainText('note');
  const kept = async () =>
    ((await (await request.get(`/api/projects/${project}/records`)).json()) as { records: { value: number }[] }).records.map(
      ({ value }) => value,
    );
  await expect.poll(kept).toEqual([81, 82]);
  await context.unroute(RECORDS);
  await banner.getByRole('button', { name: 'Try again' }).click();
  await expect.poll(kept).toEqual([81, 82, 80]);
  await expect(banner).toHaveCount(0);
});

test('a browser without room says so, asks before the tab is closed, and lets it go when the server has the edit', async ({
  page,
  request,
  context,
}) => {
  const project = await freshOwlBox(request, 'No room');
  await openJob(page, project, 'dew');
  await page.evaluate(() => {
    for (let size = 2 ** 22; size >= 1; size /= 2)
      try {
        for (let at = 0; at < 8; at++) localStorage.setItem(`filler ${size} ${at}`, 'x'.repeat(size));
      } catch {
        // Full for that size: smaller ones go in yet.
      }
  });
  const restore = await cut(context);
  await setStrips(page, '4');
  const banner = page.getByRole('alert').filter({ hasText: 'This browser has no room to keep unsaved edits' });
  await expect(banner).toBeVisible();
  const [asked] = await Promise.all([page.waitForEvent('dialog'), page.close({ runBeforeUnload: true })]);
  expect(asked.type()).toBe('beforeunload');
  await asked.dismiss();
  await restore();
  await saved(page, 2);
  expect(await stripsOf(page, project)).toBe(4);
  await Promise.all([page.waitForEvent('close'), page.close({ runBeforeUnload: true })]);
});

test('a page of an older build says that a new version is there, and the new one takes up what was not saved', async ({
  page,
  request,
  context,
}) => {
  const project = await freshOwlBox(request, 'Old page');
  await openJob(page, project, 'dew');
  const restore = await cut(context);
  await setStrips(page, '4');
  await expect(page.getByText('not saved yet: kept here')).toBeVisible();
  await restore();
  // The server was exchanged meanwhile: parts of the page that were not loaded yet are not there any more.
  await context.route(/\/assets\/BenchStage-.*\.js/, (route) => route.fulfill({ status: 404 }));
  await context.route(/\/api\/health$/, (route) => route.fulfill({ json: { ok: true, build: '/assets/index-another.js', lowMb: null } }));
  await page.getByRole('link', { name: 'Bench' }).click();
  const banner = page.getByRole('alert').filter({ hasText: 'A new version of Iron Nudge is there' });
  await expect(banner).toBeVisible();
  await context.unroute(/\/assets\/BenchStage-.*\.js/);
  await banner.getByRole('button', { name: 'Reload' }).click();
  await expect(page.getByRole('heading', { name: 'Bench' }).or(sentence(page)).first()).toBeVisible();
  await expect(banner).toHaveCount(0);
  await expect.poll(() => stripsOf(page, project)).toBe(4);
});

test('a page that only looks learns of a new build from the server’s next answer; one of the same build is told nothing', async ({
  page,
  request,
  context,
}) => {
  const project = await freshOwlBox(request, 'Builds');
  await openJob(page, project, 'dew');
  const asked = page.waitForResponse(/\/head$/);
  await page.evaluate(() => dispatchEvent(new Event('focus')));
  const head = (await (await asked).json()) as { build: string };
  expect(head.build).toMatch(/^\/assets\/index-.+\.js$/);
  const banner = page.getByText('A new version of Iron Nudge is there');
  await expect(banner).toHaveCount(0);
  await context.route(/\/head$/, (route) =>
    route.fulfill({ json: { ...head, revision: 1, savedBy: null, build: '/assets/index-another.js', lowMb: 120 } }),
  );
  await page.evaluate(() => dispatchEvent(new Event('focus')));
  await expect(banner).toBeVisible();
  await expect(page.getByText('nearly full: 120 MB are left')).toBeVisible();
});

test('neither markup nor a foreign script brings a style sheet or code into the page', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Projects' })).toBeVisible();
  const smuggled = await page.evaluate(async () => {
    const box = document.createElement('div');
    box.innerHTML = `<style>h1 { color: rgb(1, 2, 3) }</style><img src="x" onerror="window.ran = true"><p style="color: rgb(1, 2, 3)">x</p>`;
    document.body.append(box);
    const script = document.createElement('script');
    script.textContent = 'window.ran = true';
    document.body.append(script);
    await new Promise((resolve) => setTimeout(resolve, 300));
    const colour = (of: string) => getComputedStyle(document.querySelector(of)!).color;
    return { ran: 'ran' in window, heading: colour('h1'), text: getComputedStyle(box.querySelector('p')!).color };
  });
  expect(smuggled.ran).toBe(false);
  expect([smuggled.heading, smuggled.text]).not.toContain('rgb(1, 2, 3)');
});
