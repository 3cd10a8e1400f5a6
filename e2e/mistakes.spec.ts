/** Each mistake opened from its file: its finding stands on the page; three of them are mended by their nudge. */
import { expect, test, type APIRequestContext } from '@playwright/test';
import { readFileSync, readdirSync } from 'node:fs';
import { saved } from './support.ts';

const folder = new URL('../examples/mistakes/', import.meta.url);
const RULES = readdirSync(folder)
  .filter((file) => !file.endsWith('.mended.json'))
  .map((file) => file.slice(0, -'.json'.length));

async function load(request: APIRequestContext, rule: string): Promise<string[]> {
  const document = JSON.parse(readFileSync(new URL(`${rule}.json`, folder), 'utf8')) as { jobs: { id: string }[] };
  const answer = await request.post('/api/projects', { data: { document } });
  expect(answer.status()).toBe(201);
  const project = ((await answer.json()) as { id: string }).id;
  return document.jobs.map(({ id }) => `/projects/${project}/design/${id}`);
}

/** So many to a page: what a browser keeps of the application from one visit to the next is kept, as for anybody. */
const TO_A_PAGE = 8;

for (let first = 0; first < RULES.length; first += TO_A_PAGE) {
  const rules = RULES.slice(first, first + TO_A_PAGE);
  test(`${rules[0]} to ${rules[rules.length - 1]}: each finding is on the page of its job, with its working`, async ({ page, request }) => {
    test.setTimeout(rules.length * 45_000);
    for (const rule of rules)
      await test.step(rule, async () => {
        let found = 0;
        for (const path of await load(request, rule)) {
          await page.goto(path);
          await expect(page.locator('[data-rule="not-wired"]')).toBeAttached();
          const bad = page.locator(`[data-rule="${rule}"]:not([data-severity="hold"])`);
          found += await bad.count();
          if ((await bad.count()) > 0) await expect(bad.first().getByRole('button', { name: 'Working' })).toBeVisible();
        }
        expect(found, rule).toBeGreaterThan(0);
      });
  });
}

for (const rule of ['fuse-above-wire', 'coil-no-suppression', 'backfeed', 'boot-energises', 'wire-parallel-unequal', 'load-no-suppression'])
  test(`${rule}: its nudge mends it, and one undo takes that back`, async ({ page, request }) => {
    await page.goto((await load(request, rule))[0]!);
    const bad = page.locator(`[data-rule="${rule}"]:not([data-severity="hold"])`);
    await expect(bad.first()).toBeVisible();
    const before = await bad.count();
    await bad
      .first()
      .getByRole('button', { name: /^Nudge/ })
      .click();
    await expect.poll(() => bad.count()).toBeLessThan(before);
    if (before === 1) await expect(page.locator(`[data-rule="${rule}"]`).first()).toHaveAttribute('data-severity', 'hold');
    await page.keyboard.press('Control+z');
    await expect(bad).toHaveCount(before);
  });

test('what takes the current of a clutch is drawn across it and bought', async ({ page, request }) => {
  await page.goto((await load(request, 'load-no-suppression'))[0]!);
  await page.locator('[data-rule="load-no-suppression"]').getByRole('button', { name: 'Nudge a diode or a varistor across it' }).click();
  await expect(page.getByText('D1.1S', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Build' }).click();
  await page.getByRole('tablist', { name: 'Build' }).getByRole('tab', { name: 'Parts' }).click();
  await expect(page.getByRole('row', { name: /Rectifier diode, 400 V, \d+ A.*D1\.1S/ })).toBeVisible();
});

test('several mistakes of one job: all nudges are shown, done as one, and taken back as one', async ({ page, request }) => {
  const document = JSON.parse(readFileSync(new URL('fuse-above-wire.json', folder), 'utf8')) as {
    jobs: { id: string; suppression: string }[];
  };
  document.jobs[0]!.suppression = 'none';
  const answer = await request.post('/api/projects', { data: { document } });
  const { id } = (await answer.json()) as { id: string };
  await page.goto(`/projects/${id}/design/${document.jobs[0]!.id}`);
  await page.getByRole('button', { name: /^Nudge all/ }).click();
  const plan = page.getByRole('group', { name: 'All nudges' });
  await expect(plan.getByRole('listitem')).toHaveCount(2);
  const bad = page.locator('[data-rule]:not([data-severity="hold"])');
  const before = await bad.count();
  await plan.getByRole('button', { name: 'Do all of it' }).click();
  await expect(bad).toHaveCount(0);
  await expect(plan).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(bad).toHaveCount(before);
});

test('a finding is accepted with a reason, shown as such after a reload, and taken back', async ({ page, request }) => {
  const [path] = await load(request, 'coil-no-suppression');
  await page.goto(path!);
  const finding = page.locator('[data-rule="coil-no-suppression"]');
  await finding.getByRole('button', { name: 'Accept…' }).click();
  await expect(finding.getByRole('button', { name: 'Accept it' })).toBeDisabled();
  await finding.getByLabel('Why you live with it').fill('The switch has its own varistor.');
  await page.keyboard.press('Enter');
  await expect(finding).toContainText('Accepted: The switch has its own varistor.');
  await expect(page.getByRole('heading', { name: /nothing to fix, 1 accepted/ })).toBeVisible();
  await saved(page, 2);
  await page.reload();
  await expect(finding).toContainText('Accepted: The switch has its own varistor.');
  await finding.getByRole('button', { name: 'No longer accept' }).click();
  await expect(page.getByRole('heading', { name: /1 to fix$/ })).toBeVisible();
});
