/** A shelf of one's own: typed, used, kept while used, out and in as CSV. */
import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { choose, freshOwlBox, openJob, saved, watchErrors } from './support.ts';

test('an own relay is typed, used in a project, and cannot vanish while it is', async ({ page, request }, { retry }) => {
  // A name of its own for each try: what an earlier one left on the shelf is in nobody's way.
  const relay = `Mast pump relay ${retry + 1}`;
  const errors = watchErrors(page);
  await page.goto('/parts');
  await page.getByRole('button', { name: '+ own part' }).click();
  await page.getByRole('dialog', { name: 'Add a part of your own' }).getByLabel('Name').fill(relay);
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByLabel('Coil at 20 °C, Ω').fill('110');
  await page.getByLabel('Switches at, at most, V').fill('13');
  await expect(page.getByRole('alert')).toContainText('pullInV');
  await page.getByLabel('Switches at, at most, V').fill('7.5');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expect(page.getByRole('link', { name: relay })).toBeVisible();

  await expect(page.getByText('kept', { exact: true })).toBeVisible();

  const project = await freshOwlBox(request, 'With an own relay');
  await openJob(page, project, 'dew');
  await page.getByRole('button', { name: '30 A plug-in relay, four-pin' }).click();
  await choose(page.getByLabel('Through', { exact: true }), `${relay}, 12 V, your own`);
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText(`through a ${relay}`);
  await expect(page.getByLabel('Current paths', { exact: true })).toContainText('110 Ω');
  await page.keyboard.press('Escape');
  await saved(page, 2);

  await page.goto('/parts');
  await page.getByRole('link', { name: relay }).first().click();
  await expect(page.getByText('Used in')).toContainText('With an own relay');
  await expect(page.getByRole('button', { name: 'Delete' })).toBeDisabled();
  expect(errors).toEqual([]);
});

test('own parts go out as CSV and come in again; a bad row is named and nothing is taken', async ({ page }) => {
  await page.goto('/parts');
  await page.getByRole('button', { name: '+ own part' }).click();
  await page.getByRole('dialog', { name: 'Add a part of your own' }).getByLabel('Name').fill('Counted relay');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Counted relay' })).toBeVisible();
  await page.getByRole('link', { name: 'The whole shelf' }).click();
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Own parts as CSV' }).click()]);
  const csv = readFileSync(await file.path(), 'utf8');
  expect(csv).toContain('Counted relay');
  const give = (content: string) =>
    page.getByLabel('CSV of own parts').setInputFiles({ name: 'parts.csv', mimeType: 'text/csv', buffer: Buffer.from(content) });
  await give(csv.replace('Counted relay', 'Counted relay two').replace('own-relay', 'own-second'));
  await expect(page.getByRole('cell', { name: 'Counted relay two' })).toBeVisible();
  const [header, row] = csv.split('\r\n');
  const columns = header!.split(',');
  const cells = row!.split(',');
  cells[columns.indexOf('coilOhm')] = 'many';
  await give([header, cells.join(',')].join('\r\n'));
  await expect(page.getByRole('alert')).toContainText(/row 2, coilOhm/);
});

test('a sum is sent into a new project as a job, its working in the notes', async ({ page }) => {
  await page.goto('/sums/drop');
  await page.getByRole('button', { name: 'Send into a project…' }).click();
  await page.getByRole('button', { name: 'a new project' }).click();
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('load of the sum, 8 A');
  await page.getByRole('button', { name: /^notes/ }).click();
  await expect(page.getByLabel('Notes of this project')).toHaveValue(/ΔV = I · R₂₀/);
});
