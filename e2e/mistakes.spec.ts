/** Each mistake opened from its file: its finding stands on the page; three of them are mended by their nudge. */
import { expect, test, type APIRequestContext } from '@playwright/test';
import { readFileSync, readdirSync } from 'node:fs';

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

for (const rule of RULES)
  test(`${rule}: its finding is on the page of its job, with its working`, async ({ page, request }) => {
    let found = 0;
    for (const path of await load(request, rule)) {
      await page.goto(path);
      await expect(page.locator('[data-rule="not-wired"]')).toBeVisible();
      const bad = page.locator(`[data-rule="${rule}"]:not([data-severity="hold"])`);
      found += await bad.count();
      if ((await bad.count()) > 0) await expect(bad.first().getByRole('button', { name: 'Working' })).toBeVisible();
    }
    expect(found).toBeGreaterThan(0);
  });

for (const rule of ['fuse-above-wire', 'coil-no-suppression', 'backfeed'])
  test(`${rule}: its nudge mends it, and one undo takes that back`, async ({ page, request }) => {
    await page.goto((await load(request, rule))[0]!);
    const bad = page.locator(`[data-rule="${rule}"]:not([data-severity="hold"])`);
    await expect(bad.first()).toBeVisible();
    const before = await bad.count();
    await bad
      .first()
      .getByRole('button', { name: /^Nudge/ })
      .click();
    await expect(bad).toHaveCount(before - 1);
    if (before === 1) await expect(page.locator(`[data-rule="${rule}"]`).first()).toHaveAttribute('data-severity', 'hold');
    await page.keyboard.press('Control+z');
    await expect(bad).toHaveCount(before);
  });
