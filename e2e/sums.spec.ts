import { expect, test } from '@playwright/test';
import { choose, watchErrors } from './support.ts';

test('a sum with no project: the answer follows each number, the working stands below it, and it is kept', async ({ page }) => {
  const errors = watchErrors(page);
  await page.goto('/');
  await page.getByRole('link', { name: 'Sums', exact: true }).click();
  await page.getByRole('link', { name: 'Volts lost in a wire' }).click();
  const answer = page.getByRole('region', { name: 'Answer' });
  // 10 A, 5 m and back, 2.5 mm² of 7.98 mΩ/m (IEC 60228) at 20 °C: 10 · 0.00798 · 10 = 0.80 V
  await page.getByLabel('Current, A').fill('10');
  await page.getByLabel('One way, m').fill('5');
  await page.getByLabel('Copper at, °C').fill('20');
  await expect(answer.locator('.answer.first')).toContainText('0.80 V');
  await expect(answer.getByRole('row', { name: /IEC 60228/ })).toContainText('7.98 mΩ');
  await choose(page.getByLabel('Current comes back'), 'through the vehicle’s metal');
  await expect(answer.locator('.answer.first')).toContainText('0.40 V');
  await page.reload();
  await expect(page.getByLabel('Current, A')).toHaveValue('10');
  await page.getByRole('button', { name: 'Back to the start' }).click();
  await expect(page.getByLabel('Current, A')).toHaveValue('8');
  expect(errors).toEqual([]);
});

test('a fuse above its wire is not named as an answer', async ({ page }) => {
  await page.goto('/sums/fuse');
  const answer = page.getByRole('region', { name: 'Answer' });
  await expect(answer.locator('.answer.first')).toContainText('I_n');
  await page.getByLabel('Load, most, A').fill('28');
  await choose(page.getByLabel('Thinnest wire'), /^1.5 mm²/);
  await expect(answer.getByRole('alert')).toContainText('would burn before the fuse opens');
  await expect(answer.locator('.answer')).toHaveCount(0);
  await page.getByLabel('Load, most, A').fill('ten');
  await expect(page.getByText('needs a number')).toBeVisible();
});

test('the page of sums reflows on a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 800 });
  await page.goto('/sums/fuse');
  await expect(page.getByText('Working')).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBe(0);
});
