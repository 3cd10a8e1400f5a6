/** Candidates, places, starts, schools, and the way from a finding down to the plate. */
import { expect, test } from '@playwright/test';
import { choose, freshOwlBox, openJob, saved, watchErrors } from './support.ts';

test('parts and wires are chosen together, with reasons, and taken as one change', async ({ page, request }) => {
  const errors = watchErrors(page);
  const project = await freshOwlBox(request, 'Sized');
  await openJob(page, project, 'dew');
  await page.getByRole('button', { name: 'candidates' }).click();
  const dialog = page.getByRole('dialog', { name: 'Sizes of “Dew strips”' });
  await expect(dialog).toContainText(/Best of [\d,]+/);
  await expect(dialog.locator('.plot .main-svg').first()).toBeVisible();
  const rejected = dialog.getByRole('row').filter({ hasText: 'rejected' });
  await expect(rejected.filter({ hasText: '24 V coil' }).first()).toBeVisible();
  await expect(rejected.filter({ hasText: 'below its load of' }).first()).toBeVisible();
  await expect(dialog.getByRole('row').filter({ hasText: '● chosen' })).toHaveCount(6);
  await choose(dialog.getByLabel('Once it is safe, save'), 'the fewest volts lost');
  await expect(dialog).toContainText(/Lost\s*0\.2\d V/);
  await choose(dialog.getByLabel('Once it is safe, save'), 'the least money');
  await dialog.getByRole('button', { name: 'Nudge to this choice' }).click();
  await expect(page.getByRole('heading', { name: /nothing to fix/ })).toBeVisible();
  await saved(page, 2);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('heading', { name: /1 to fix/ })).toBeVisible();
  expect(errors).toEqual([]);
});

test('every place for the relay is compared, and one is taken', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Mounted');
  await openJob(page, project, 'fans');
  await page.getByRole('button', { name: 'candidates' }).click();
  await page.getByRole('tab', { name: 'Where to mount the relay' }).click();
  const row = (name: string) => page.getByRole('dialog').getByRole('row').filter({ hasText: name });
  await expect(row('cabin panel')).toContainText('it is here');
  await row('tail box').getByRole('button', { name: 'Mount it here' }).click();
  await expect(row('tail box')).toContainText('it is here');
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('at the tail box');
});

test('a start is drawn against its fuse and its wire, with the numbers beside it', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Started');
  await openJob(page, project, 'fans');
  await page.getByRole('button', { name: 'candidates' }).click();
  await page.getByRole('tab', { name: 'Fuse against start and wire' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.locator('.plot .scatterlayer .trace')).toHaveCount(4);
  await expect(dialog.getByRole('row').filter({ hasText: '10 ms' })).toContainText('A');
  await expect(dialog).toContainText('k = 115 (IEC 60364-4-43)');
});

test('a school is changed: all is checked again, and one undo takes it back', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'School');
  await openJob(page, project, 'fans');
  await expect(page.locator('[data-rule="fuse-match-school"]')).toHaveCount(0);
  await page.getByRole('button', { name: 'choices where practice differs' }).click();
  await page.getByRole('radio', { name: /the load, matched to it/ }).check();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name: 'Schools of this project' })).toBeHidden();
  await expect(page.locator('[data-rule="fuse-match-school"]')).toContainText('matched to its load');
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-rule="fuse-match-school"]')).toHaveCount(0);
});

test('a number is followed from its finding down to the plate, to a table and to a part', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Followed');
  await openJob(page, project, 'dew');
  const working = () => page.locator('[data-rule="wire-drop"]').getByRole('button', { name: 'Working' }).click();
  await working();
  await page.getByText('Down to the plate').click();
  const plate = page.getByRole('row').filter({ hasText: 'plate of dew strips' });
  await expect(plate).toContainText('4.2 A');
  await plate.getByRole('button', { name: /entered/ }).click();
  await expect(page.getByLabel('One takes')).toHaveValue('4.2');
  await page.keyboard.press('Escape');
  await working();
  await page
    .getByRole('link', { name: /rating of 30 A plug-in relay, four-pin/ })
    .first()
    .click();
  await expect(page.locator('tr.marked')).toContainText('30 A plug-in relay, four-pin');
  await page.goBack();
  await working();
  await page
    .getByRole('link', { name: /IEC 60228/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { name: 'Flexible copper conductors' })).toBeVisible();
  await expect(page.getByRole('row').filter({ hasText: /^2\.5/ })).toContainText('7.98');
});

test('the finder opens the candidates, the schools and the notes', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Finder');
  await openJob(page, project, 'dew');
  for (const [words, title] of [
    ['candidates', /^Sizes of/],
    ['schools', 'Schools of this project'],
    ['notes', 'Notes'],
  ] as const) {
    await page.keyboard.press('Control+k');
    await page.getByLabel(/Find a job/).fill(words);
    await page.keyboard.press('Enter');
    const dialog = page.getByRole('dialog', { name: title });
    await expect(dialog).toBeVisible();
    // The focus follows once it stands.
    await expect.poll(() => dialog.evaluate((element) => element.contains(document.activeElement))).toBe(true);
    await page.keyboard.press('Escape');
    await expect(dialog).toBeHidden();
  }
});

test('a second wire is laid beside one, and what it does is said', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Beside');
  await openJob(page, project, 'dew');
  await page.getByText('W1.12', { exact: false }).first().click();
  await choose(page.getByLabel('Second wire beside W1.12'), 'and 4 mm²');
  await expect(page.locator('[data-rule="wire-parallel-unequal"]')).toContainText('not alike');
  await expect(page.getByLabel('Current paths', { exact: true })).toContainText('W1.12b');
});

test('a connector parts a wire: drawn, asked, nudged to one that bears its fuse, and bought', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Connector');
  await openJob(page, project, 'dew');
  await page.getByText('W1.12', { exact: false }).first().click();
  await choose(page.getByLabel('Connector in W1.12'), 'Sealed plug, two-pole');
  const paths = page.getByLabel('Current paths', { exact: true });
  await expect(paths).toContainText('X1.C1');
  await expect(paths).toContainText('W1.12t');
  const finding = page.locator('[data-rule="connector-unsuited"]');
  await expect(finding).toHaveAttribute('data-severity', 'danger');
  await finding.getByRole('button', { name: /^Nudge X1\.C1 to/ }).click();
  await expect(finding).toHaveAttribute('data-severity', 'hold');
  await page.getByText('W1.12t', { exact: false }).first().click();
  await expect(page.getByLabel('Where its connector is')).toBeVisible();
  await choose(page.getByLabel('Size of W1.12t'), /^6 mm²/);
  await expect(page.locator('.wire[data-wire="W1.12t"]')).toContainText('6 mm²');
  await page.getByRole('link', { name: 'Build' }).click();
  await page.getByRole('tablist', { name: 'Build' }).getByRole('tab', { name: 'Parts' }).click();
  await expect(page.getByText(/both halves with their contacts/)).toBeVisible();
});
