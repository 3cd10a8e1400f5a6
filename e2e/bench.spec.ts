/** The bench: predictions, readings by hand and by the simulated meter, and the fault that they point at. */
import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { choose, freshOwlBox, watchErrors, wholePlan } from './support.ts';

test('a hidden fault is found by the readings that are asked for', async ({ page, request }) => {
  const errors = watchErrors(page);
  const project = await freshOwlBox(request, 'Bench');
  await page.goto(`/projects/${project}/bench/dew`);
  const says = page.getByLabel('What the readings say');
  await expect(says.getByText('Nothing measured yet.')).toBeVisible();
  await choose(says.getByLabel('Put in'), 'coil K1 is broken');
  await says.getByRole('button', { name: 'Begin', exact: true }).click();
  for (let reading = 1; reading <= 6; reading++) {
    const ask = page.getByLabel('The step in hand').getByRole('button', { name: 'Let the meter read it' });
    // The next one is asked for when the worker has weighed the last.
    const more = await ask.waitFor({ timeout: 8000 }).then(
      () => true,
      () => false,
    );
    if (!more) break;
    const measured = says.getByLabel('Measured').getByRole('listitem');
    const before = await measured.count();
    await ask.click();
    await expect(measured).toHaveCount(before + 1);
  }
  await expect(says.getByText('A reading disagrees. What would explain it:')).toBeVisible();
  await expect(says.locator('.faults li').first()).toContainText('coil K1 is broken');
  await says.getByRole('button', { name: 'What was it?' }).click();
  await expect(says.getByText('Hidden was: coil K1 is broken')).toBeVisible();
  // Found, mended as it says, and proved by what disagreed.
  const found = says.getByLabel('Found');
  await expect(found).toContainText('Found: coil K1 is broken');
  await expect(found).toContainText('Every supply off first. The relay is done: put in another of the same');
  await found.getByRole('button', { name: 'It is mended: prove it' }).click();
  await expect(says.getByText('Prove the mending')).toBeVisible();
  await expect(found).toHaveCount(0);
  for (let reading = 1; reading <= 6 && (await says.getByText('Mended and proved').count()) === 0; reading++) {
    await page.getByLabel('The step in hand').getByRole('button', { name: 'Let the meter read it' }).click();
    await expect(says.getByLabel('Measured').getByRole('listitem')).toHaveCount(reading);
  }
  await expect(says.getByText('Mended and proved')).toBeVisible();
  expect(errors).toEqual([]);
});

test('a reading typed by hand is kept with its time, judged, and goes out as CSV', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Readings');
  await page.goto(`/projects/${project}/bench/dew`);
  const coil = page.getByLabel('Reading across the coil of K1, Ω');
  await wholePlan(page);
  await page.getByLabel('Meter', { exact: true }).fill('the yellow one');
  await coil.fill('not a number');
  await coil.press('Enter');
  await expect(page.getByRole('alert')).toContainText('is no reading');
  await coil.fill('84,6');
  await coil.press('Enter');
  const row = page.locator('section li', { has: coil });
  await expect(row).toHaveAttribute('data-state', 'pass');
  await page.reload();
  await wholePlan(page);
  await expect(row).toHaveAttribute('data-state', 'pass');
  await coil.fill('OL');
  await coil.press('Enter');
  await expect(row).toHaveAttribute('data-state', 'fail');
  await expect(page.getByText('2 readings on the server')).toBeVisible();
  await page.getByRole('tab', { name: 'Log', exact: true }).click();
  await expect(page.getByLabel('Readings', { exact: true }).getByText('the yellow one').first()).toBeVisible();
  // Read twice: it has a chart over its dates.
  await expect(page.getByRole('img', { name: 'across the coil of K1 over its dates' })).toBeVisible();
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Readings as CSV' }).click()]);
  const text = readFileSync((await file.path())!, 'utf8');
  // Both stand there: a correction adds, it takes nothing away.
  expect(text.split('\n').filter((line) => line.includes('across the coil of K1'))).toHaveLength(2);
  expect(text).toContain('84.6');
});

test('what the leads read is set once, taken off each reading in ohms, and kept with it', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Leads');
  await page.goto(`/projects/${project}/bench/dew`);
  await page.getByLabel('Its leads held together').fill('0.4');
  const coil = page.getByLabel('Reading across the coil of K1, Ω');
  await wholePlan(page);
  const row = page.locator('section li', { has: coil });
  await coil.fill('85.4');
  await expect(row).toContainText('= 85 Ω');
  await coil.press('Enter');
  await expect(row.locator('.reads')).toHaveText('85 Ω');
  await page.reload();
  await expect(page.getByLabel('Its leads held together')).toHaveValue('0.4');
  await page.getByRole('tab', { name: 'Log', exact: true }).click();
  await expect(page.getByLabel('Readings', { exact: true })).toContainText('leads 400 mΩ taken off');
});

test('on the mains nothing live is measured before what needs no power has passed', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Bench mains');
  await page.goto(`/projects/${project}/bench/heater`);
  await wholePlan(page);
  await expect(page.getByRole('note')).toContainText('prove it dead twice');
  await expect(page.getByText('after the steps with no power').first()).toBeVisible();
  await expect(page.getByLabel(/Reading into the coil of K7/)).toHaveCount(0);
  await expect(page.getByText('no leads go into a box that is plugged in')).toBeVisible();
  await expect(page.getByText(/oil-filled heater, on/)).toHaveCount(0);
  const says = page.getByLabel('What the readings say');
  await choose(says.getByLabel('Put in'), 'nothing: a healthy circuit');
  await says.getByRole('button', { name: 'Begin', exact: true }).click();
  for (const button of await page
    .locator('section ul')
    .first()
    .getByRole('button', { name: /^Let the meter read/ })
    .all())
    await button.click();
  await expect(page.getByText('after the steps with no power')).toHaveCount(0);
  await expect(page.getByLabel(/Reading into the coil of K7/)).toBeVisible();
  await page.getByRole('button', { name: /Let the meter read contact K7 2 with K7 in/ }).click();
  await expect(page.locator('section li[data-state="fail"]')).toHaveCount(0);
});

test('two faults at once are found where no single one explains the readings, and the ranking stands on the drawing', async ({
  page,
  request,
}) => {
  const project = await freshOwlBox(request, 'Bench two');
  await page.goto(`/projects/${project}/bench/dew`);
  const says = page.getByLabel('What the readings say');
  await choose(says.getByLabel('Put in'), 'coil K1 is broken');
  await says.getByRole('button', { name: 'Begin', exact: true }).click();
  await wholePlan(page);
  await page.getByLabel('Reading across the coil of K1, Ω').fill('OL');
  await page.getByLabel('Reading across the coil of K1, Ω').press('Enter');
  await expect(page.locator('.rank').first()).toBeVisible();
  await page.getByLabel('Reading across E1.1 dew strips, Ω').fill('2,86');
  await page.getByLabel('Reading across E1.1 dew strips, Ω').press('Enter');
  await page.getByLabel('Reading across E1.2 dew strips, Ω').fill('2,86');
  await page.getByLabel('Reading across E1.2 dew strips, Ω').press('Enter');
  await expect(says.getByText(/Two at once would|Nor do two at once/)).toBeVisible();
});

test('a relay out of the bag is named from the readings that are asked for', async ({ page, request }) => {
  const errors = watchErrors(page);
  const project = await freshOwlBox(request, 'Bag');
  await page.goto(`/projects/${project}/bench/dew?view=relay`);
  await choose(page.getByRole('combobox', { name: /^Pins/ }), '8');
  await page.getByRole('button', { name: 'Take a relay out of the bag' }).click();
  const ask = page.getByRole('button', { name: 'Let the meter read it' });
  for (let reading = 0; reading < 50 && (await ask.isVisible()); reading++) await ask.click();
  const what = page.getByLabel('What it is');
  await expect(what.getByText('Known.')).toBeVisible();
  await expect(what.getByRole('definition').filter({ hasText: /common \d, closed at rest/ })).toHaveCount(2);
  await choose(page.getByRole('combobox', { name: /^Pins/ }), '4');
  const read = async (ohm: string) => {
    await page.getByLabel('Reads, Ω').fill(ohm);
    await page.getByLabel('Reads, Ω').press('Enter');
  };
  await read('90');
  await choose(page.getByRole('combobox', { name: /^Red on/ }), '3');
  await choose(page.getByRole('combobox', { name: /^Black on/ }), '4');
  await read('85');
  await expect(what.getByRole('alert')).toContainText('cannot all be of one relay');
  expect(errors).toEqual([]);
});

test('a relay is known with no project at hand, its pins by name, and what was read is there after a reload', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'What is this relay?' }).click();
  await page.getByRole('button', { name: 'Take a relay out of the bag' }).click();
  const ask = page.getByRole('button', { name: 'Let the meter read it' });
  await ask.click();
  await ask.click();
  await page.reload();
  await expect(page.getByRole('row').filter({ hasText: 'power' })).toHaveCount(2);
  for (let reading = 0; reading < 50 && (await ask.isVisible()); reading++) await ask.click();
  const what = page.getByLabel('What it is');
  await expect(what.getByText('Known.')).toBeVisible();
  // Whether it rests closed or has two pins that close is the bag's to choose.
  for (const name of ['30', '87a?', '8[56].*']) await expect(what.getByText(new RegExp(`^\\d is ${name}$`)).first()).toBeVisible();
  await page.getByRole('button', { name: 'Begin again' }).click();
  await page.reload();
  await expect(what.getByText('Known.')).toHaveCount(0);
});
