import { expect, test } from '@playwright/test';
import { choose, watchErrors } from './support.ts';

test('a job is hung on what another one switches: said and chosen, drawn from the battery on, judged, and left whole without it', async ({
  page,
}) => {
  const errors = watchErrors(page);
  await page.goto('/');
  await page.getByLabel('Say what shall happen').fill('main relay: when the key is on, light a 5 W lamp from the battery');
  await page.getByRole('button', { name: 'Wire it' }).click();
  await expect(page.locator('.symbol').first()).toBeVisible();
  await page.getByRole('button', { name: '+ job' }).click();
  await page.getByLabel('Say what shall happen').fill('when the fan switch is on, run a 10 A fan from the battery');
  await page.getByRole('button', { name: 'Add it' }).click();
  const sentence = page.getByLabel('Sentence', { exact: true });
  await expect(sentence).toContainText('fan, 10 A from the battery');
  await expect(page.getByText('2 of 2 states match the sentence')).toBeVisible();

  // From the other job's contact: the key counts from then on.
  await sentence.getByRole('button', { name: 'battery', exact: true }).click();
  await choose(page.getByLabel('From', { exact: true }), 'Main relay output: what its contact switches');
  await page.keyboard.press('Escape');
  await expect(sentence).toContainText('from the Main relay output');
  await expect(page.getByText('4 of 4 states match the sentence')).toBeVisible();
  const paths = page.getByLabel('Current paths', { exact: true });
  for (const tag of ['F1', 'K1', 'F2', 'K2']) await expect(paths.getByText(tag, { exact: true }).first()).toBeVisible();
  await expect(page.getByText(/nothing to fix/i)).toBeVisible();

  // Nobody operates what a job switches: the desk has the key and the switch.
  const meter = page.getByLabel('Meter');
  await expect(page.getByRole('button', { name: /^Main relay output \d$/ })).toHaveCount(0);
  await page.getByRole('button', { name: /^fan switch \d$/ }).click();
  await expect(meter).toContainText('0 V');
  await page.getByRole('button', { name: /^key \d$/ }).click();
  await expect(meter).toContainText(/12\.\d\d? V/);

  // The first one's fuse carries both.
  await page.locator('li.job').filter({ hasText: 'Main relay' }).getByRole('button').first().click();
  await expect(page.getByLabel('Current staircase').locator('li').first()).toContainText(/1[23]\.\d A/);

  // Without it the other does what it did.
  await page.getByRole('button', { name: 'Settings of Main relay' }).click();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(sentence).toContainText('When key is on and fan switch is on');
  await expect(sentence).toContainText('from the battery');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^Main relay output/ })).not.toHaveCount(0);
  await expect(sentence).toContainText('lamp, 5 W');
  expect(errors).toEqual([]);
});
