import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { freshOwlBox, openJob, saved } from './support.ts';

test('a project is begun, gets its first job from a ready sentence, and its places', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New project' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('Garden tractor');
  await page.getByRole('dialog').getByRole('button', { name: 'OK' }).click();
  await expect(page.getByRole('heading', { name: 'No job yet' })).toBeVisible();
  await page.getByRole('button', { name: '+ job' }).click();
  await page.getByRole('button', { name: /Fan by thermostat/ }).click();
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('When key is on and thermostat is closed, switch fan, 8 A');
  await expect(page.getByText(/4 of 4 states match/)).toBeVisible();
  await saved(page, 2);
  await page.getByRole('button', { name: '3 places, distances' }).click();
  await page.getByLabel('battery to load, m').fill('7.5');
  await page.keyboard.press('Escape');
  await saved(page, 3);
  await page.reload();
  await page.getByRole('button', { name: '3 places, distances' }).click();
  await expect(page.getByLabel('battery to load, m')).toHaveValue('7.5');
});

test('a project is renamed, duplicated, deleted and brought back', async ({ page, request }) => {
  await freshOwlBox(request, 'Old name');
  await page.goto('/');
  const card = (name: string) => page.locator('.card').filter({ has: page.getByRole('button', { name, exact: true }) });
  await card('Old name').getByRole('button', { name: 'Rename' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('New name');
  await page.getByRole('dialog').getByRole('button', { name: 'OK' }).click();
  await expect(card('New name')).toBeVisible();
  await card('New name').getByRole('button', { name: 'Duplicate' }).click();
  await expect(card('New name (copy)')).toBeVisible();
  await card('New name (copy)').getByRole('button', { name: 'Delete' }).click();
  await expect(card('New name (copy)')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(card('New name (copy)')).toBeVisible();
});

test('a job is duplicated, renamed, deleted and brought back', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Jobs');
  await openJob(page, project, 'lamps');
  await page.getByRole('button', { name: 'Settings of Red cabin lamps' }).click();
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await expect(page.getByRole('button', { name: /Red cabin lamps \(copy\)/ })).toBeVisible();
  await page.getByRole('button', { name: 'Settings of Red cabin lamps' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('Chart lamps');
  await expect(page.locator('.job').filter({ hasText: 'Chart lamps' })).toBeVisible();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click();
  await expect(page.locator('.job').filter({ hasText: 'Chart lamps' })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.locator('.job').filter({ hasText: 'Chart lamps' })).toBeVisible();
});

test('a project goes out as JSON and comes in again; a bad file is refused with its field', async ({ page, request }) => {
  await freshOwlBox(request, 'Traveller');
  await page.goto('/');
  const card = page.locator('.card').filter({ has: page.getByRole('button', { name: 'Traveller', exact: true }) });
  await card.getByRole('button', { name: 'Export…' }).click();
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('menuitem', { name: 'The project' }).click()]);
  expect(file.suggestedFilename()).toBe('traveller.json');
  const text = readFileSync(await file.path(), 'utf8');
  const raw = JSON.parse(text) as { formatVersion: number; name: string; jobs: { loads: { plate: { value: number } }[] }[] };
  expect(raw.formatVersion).toBe(5);
  const give = (name: string, content: string) =>
    page.getByLabel('Project file').setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });
  raw.jobs[0]!.loads[0]!.plate.value = -1;
  await give('bad.json', JSON.stringify(raw));
  await expect(page.getByRole('alert').filter({ hasText: 'jobs[0].loads[0].plate.value' })).toBeVisible();
  await give('worse.json', '{{');
  await expect(page.getByRole('alert').filter({ hasText: 'not JSON' })).toBeVisible();
  await give('good.json', text);
  await expect(page).toHaveURL(/\/projects\/.+\/design/);
  await expect(page.getByText('Traveller')).toBeVisible();
});

test('the lists to build from are there, and go out as CSV', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Builder');
  await page.goto(`/projects/${project}/build`);
  await expect(page.getByText('1 finding says danger')).toBeVisible();
  const row = page.locator('tr').filter({ hasText: 'F1M 1' }).first();
  await expect(row).toContainText('nose locker');
  await expect(row).toContainText('6 mm²');
  const [wires] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Wires as CSV' }).click()]);
  const lines = readFileSync(await wires.path(), 'utf8')
    .trim()
    .split('\r\n');
  expect(lines[0]).toContain('Wire,Job,From');
  expect(lines.length - 1).toBe(await page.locator('[aria-label="Wire list"] tbody tr').count());
  await page.getByRole('tablist', { name: 'Build' }).getByRole('tab', { name: 'Parts' }).click();
  const [parts] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Parts as CSV' }).click()]);
  expect(readFileSync(await parts.path(), 'utf8')).toContain('30 A plug-in relay, four-pin');
});

test('two windows on one project: the later one is told, and loses nothing', async ({ page, request, context }) => {
  const project = await freshOwlBox(request, 'Shared');
  const other = await context.newPage();
  await openJob(page, project, 'dew');
  await openJob(other, project, 'dew');
  const setCount = async (on: typeof page, count: string) => {
    await on.getByRole('button', { name: /dew strips, \d ×/ }).click();
    await on.getByLabel('How many').fill(count);
    await on.keyboard.press('Escape');
  };
  await setCount(page, '4');
  await saved(page, 2);
  await setCount(other, '3');
  const banner = other.getByRole('alert').filter({ hasText: 'saved elsewhere' });
  await expect(banner).toContainText('revision 2');
  await expect(other.getByLabel('Sentence', { exact: true })).toContainText('three dew strips');
  await banner.getByRole('button', { name: 'Take theirs' }).click();
  await expect(other.getByLabel('Sentence', { exact: true })).toContainText('four dew strips');
  await other.getByRole('button', { name: 'Undo' }).click();
  await expect(other.getByLabel('Sentence', { exact: true })).toContainText('three dew strips');
  await saved(other, 3);
});

test('with the server gone edits stay, and are saved when it is back', async ({ page, request, context }) => {
  const project = await freshOwlBox(request, 'Offline');
  await openJob(page, project, 'dew');
  await context.route('**/api/**', (route) => route.abort());
  await page.getByRole('button', { name: 'two dew strips' }).click();
  await page.getByLabel('How many').fill('5');
  await expect(page.getByText('not saved yet: kept here')).toBeVisible();
  // Even a reload without a server finds them.
  await page.reload();
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('five dew strips');
  await context.unroute('**/api/**');
  await saved(page, 2);
  const { document } = (await (await request.get(`/api/projects/${project}`)).json()) as {
    document: { jobs: { loads: { count: number }[] }[] };
  };
  expect(document.jobs[0]!.loads[0]!.count).toBe(5);
});

test('a project that is not there is said so', async ({ page }) => {
  await page.goto('/projects/00000000-0000-4000-8000-000000000000/design');
  await expect(page.getByRole('alert')).toContainText('There is no such project');
  await page.goto('/elsewhere');
  await expect(page.getByText('Nothing here')).toBeVisible();
});

test('edits that an older version of the program left unsaved are taken up and brought up', async ({ page, request }) => {
  const document = JSON.parse(readFileSync(new URL('../examples/circuits/01-switched-load.json', import.meta.url), 'utf8')) as Record<
    string,
    unknown
  >;
  const made = await request.post('/api/projects', { data: { document } });
  const project = ((await made.json()) as { id: string }).id;
  const { statements: _, ...rest } = document;
  const left = {
    ...rest,
    name: 'Left by the first version',
    formatVersion: 1,
    settings: { returnPath: 'chassis', headroom: 1.25, dropImportant: 0.03, dropOther: 0.1 },
    signals: (document.signals as Record<string, unknown>[]).map(({ usual: __, action: ___, rest: ____, ...signal }) => signal),
    jobs: (document.jobs as Record<string, unknown>[]).map(({ otherwise: __, protection: ___, way: ____, edits: _____, ...job }) => job),
  };
  await page.goto('/');
  await page.evaluate(
    ([key, entry]) => localStorage.setItem(key!, entry!),
    [`iron-nudge:unsaved:${project}:gone`, JSON.stringify({ revision: 1, document: left, at: 0 })],
  );
  await openJob(page, project, 'light');
  await expect(page.getByText('Left by the first version')).toBeVisible();
  await saved(page, 2);
  // What the first version did not know of is there to be edited.
  await page.getByRole('link', { name: 'Prove' }).click();
  await page.getByRole('button', { name: 'All jobs together' }).click();
  await expect(page.getByRole('button', { name: /^Solve/ })).toBeVisible();
});

test('what was done can be undone after a reload, but not over what somebody else saved', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Undone later');
  await openJob(page, project, 'dew');
  const sentence = page.getByLabel('Sentence', { exact: true });
  await sentence.getByRole('button', { name: 'two dew strips' }).click();
  await page.getByLabel('One takes').fill('5.1');
  await expect(sentence).toContainText('2 × 5.1 A');
  await saved(page, 2);
  await page.reload();
  await expect(sentence).toContainText('2 × 5.1 A');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(sentence).toContainText('2 × 4.2 A');
  await saved(page, 3);
  await page.reload();
  await expect(sentence).toContainText('2 × 4.2 A');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(sentence).toContainText('2 × 5.1 A');
  await saved(page, 4);

  const { revision, document } = (await (await request.get(`/api/projects/${project}`)).json()) as { revision: number; document: object };
  const put = await request.put(`/api/projects/${project}`, { data: { revision, document: { ...document, notes: 'by another hand' } } });
  expect(put.ok()).toBe(true);
  await page.reload();
  await expect(sentence).toContainText('2 × 5.1 A');
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
});
