import { expect, test } from '@playwright/test';
import { choose, freshOwlBox, openJob, saved, watchErrors } from './support.ts';

test('the demo is there at the first address, and opens on a live drawing', async ({ page }) => {
  const errors = watchErrors(page);
  await page.goto('/');
  await page.getByRole('button', { name: 'Owl Box · travelling observatory' }).first().click();
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText(
    'When master key is on and dew switch is on, switch two dew strips, 2 × 4.2 A',
  );
  await expect(page.locator('[data-live="flowing"].symbol')).not.toHaveCount(0);
  await expect(page.getByText(/4 of 4 states match/)).toBeVisible();
  expect(errors).toEqual([]);
});

test('a phrase is edited: drawing, volts, staircase and findings follow, and all of it is there after a reload', async ({
  page,
  request,
}) => {
  const project = await freshOwlBox(request, 'Edited');
  await openJob(page, project, 'dew');
  const load = page.getByLabel('Current staircase').locator('li').first();
  await expect(load).toContainText('9.96 A');
  await page.getByRole('button', { name: 'two dew strips, 2 × 4.2 A' }).click();
  await page.getByLabel('How many').fill('3');
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('three dew strips, 3 × 4.2 A');
  await expect(load).toContainText('14.');
  await expect(page.locator('.symbol').filter({ hasText: 'dew strips' })).toHaveCount(3);
  await page.keyboard.press('Escape');
  await saved(page, 2);
  await page.reload();
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('three dew strips');
});

test('a nudge mends the danger, says what else moves, and one undo takes it back', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Nudged');
  await openJob(page, project, 'fans');
  const danger = page.locator('[data-rule="fuse-above-wire"][data-severity="danger"]');
  await expect(danger).toContainText('F3 opens above 40 A');
  const nudge = danger.getByRole('button', { name: /Nudge to the 15 A fuse that its load asks for/ });
  await nudge.hover();
  await expect(danger.locator('.moves')).toContainText('Load of 7.42 A through a 15 A fuse');
  await nudge.click();
  await expect(danger).toHaveCount(0);
  await expect(page.getByText(/nothing to fix/i)).toBeVisible();
  await expect(page.getByLabel('Current paths', { exact: true })).toContainText('15 A blade');
  await saved(page, 2);
  await page.keyboard.press('Control+z');
  await expect(danger).toContainText('40 A');
  await page.keyboard.press('Control+Shift+z');
  await expect(danger).toHaveCount(0);
});

test('the desk is operated by click and by key; relay, lamp and meter answer', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Desk');
  await openJob(page, project, 'dew');
  const meter = page.getByLabel('Meter');
  await expect(meter).toContainText('12.12 V');
  await page.keyboard.press('1');
  await expect(page.getByRole('button', { name: 'master key 1' })).toHaveAttribute('aria-pressed', 'false');
  await expect(meter).toContainText('0 V');
  // What other jobs draw through the shared main fuse flows on.
  await expect(page.locator('.symbol[data-part^="dew-strips"][data-live="flowing"]')).toHaveCount(0);
  await page.getByRole('button', { name: 'master key 1' }).click();
  await expect(meter).toContainText('12.12 V');
  await page.locator('.symbol[data-part="dew-relay"] .hit').first().hover();
  await expect(meter).toContainText('85 Ω');
  await expect(meter).toContainText('147 mA through it');
  await page.locator('.wire[data-wire="W1.12"]').focus();
  await expect(meter).toContainText('along W1.12');
});

test('the battery slider moves the volts', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Slider');
  await openJob(page, project, 'dew');
  const slider = page.getByRole('slider');
  await slider.press('Home');
  await expect(page.getByLabel('Current paths', { exact: true })).toContainText('30 · house battery · 10.4');
  await slider.press('End');
  await expect(page.getByLabel('Meter')).toContainText('14.1');
  const desk = page.getByLabel('Signal desk');
  await desk.getByRole('button', { name: 'at rest' }).click();
  await expect(slider).toHaveAttribute('aria-valuetext', '12.70 V');
  await expect(page.getByLabel('Meter')).toContainText('12.12');
});

test('a drawing that is larger than its room is seen whole, and as large as it reads again', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Whole');
  await openJob(page, project, 'heater');
  const drawing = page.locator('.drawing');
  const isCut = () => drawing.evaluate((box) => box.scrollWidth > box.clientWidth + 1 || box.scrollHeight > box.clientHeight + 1);
  await expect.poll(isCut).toBe(true);
  await page.getByRole('button', { name: 'See it whole' }).click();
  await expect.poll(isCut).toBe(false);
  await page.getByRole('button', { name: 'As large as it reads' }).click();
  await expect.poll(isCut).toBe(true);
  // What has room is not offered to be made smaller.
  await page.setViewportSize({ width: 2600, height: 1800 });
  await expect(page.getByRole('button', { name: 'See it whole' })).toHaveCount(0);
});

test('what cannot be wired yet is said in words, and nothing of it is drawn', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Unwired');
  await openJob(page, project, 'dew');
  await page.getByRole('button', { name: 'off', exact: true }).click();
  await choose(page.getByLabel(/With no signal/), 'on: the load is on terminal 87a');
  await expect(page.getByRole('heading', { name: 'Not wired yet' })).toBeVisible();
  await expect(page.locator('[data-rule="not-wired"]')).toContainText('choose a five-pin relay');
  await expect(page.locator('.symbol')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Nudge to a 30 A plug-in relay, five-pin' }).click();
  await expect(page.locator('.symbol').first()).toBeVisible();
  await expect(page.getByText(/4 of 4 states match/)).toBeVisible();
});

test('a clause with or and not is wired with helper relays, and does what it says', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Clause');
  await openJob(page, project, 'dew');
  await page.getByRole('button', { name: 'dew switch is on' }).click();
  await page.getByLabel(/whole clause/).fill('master key and (dew switch or not cabin thermostat)');
  await page.getByRole('button', { name: 'Take these words' }).click();
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText(
    'master key is on and (dew switch is on or cabin thermostat is open)',
  );
  await expect(page.locator('.symbol[data-part="dew-helper-1"]').first()).toBeVisible();
  await expect(page.getByText(/8 of 8 states match/)).toBeVisible();
  // Off the drawing, so that the meter rests on the load.
  await page.mouse.move(900, 20);
  await expect(page.getByLabel('Meter')).toContainText('12.1');
  // Thermostat closed and switch off: off. Thermostat open again: on.
  await page.keyboard.press('2');
  await expect(page.getByLabel('Meter')).toContainText('0 A through it');
  await page.keyboard.press('3');
  await expect(page.getByLabel('Meter')).toContainText('12.1');
});

test('words that name no signal are refused beside the field', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Words');
  await openJob(page, project, 'dew');
  await page.getByRole('button', { name: 'dew switch is on' }).click();
  await page.getByLabel(/whole clause/).fill('master key and fog horn');
  await page.getByRole('button', { name: 'Take these words' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'fog horn' })).toBeVisible();
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('dew switch is on');
});

test('the working of a finding names its sources', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Working');
  await openJob(page, project, 'dew');
  await page.locator('[data-rule="wire-drop"]').getByRole('button', { name: 'Working' }).click();
  const dialog = page.getByRole('dialog', { name: 'Working' });
  await expect(dialog).toContainText('ΔV = Σ I · R');
  await expect(dialog).toContainText('IEC 60228');
  await expect(dialog).toContainText('common practice');
});

test('a wire is picked on the drawing and given another size', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Wire');
  await openJob(page, project, 'dew');
  await page.locator('.wire[data-wire="W1.12"]').focus();
  await page.keyboard.press('Enter');
  await choose(page.getByLabel('Size of W1.12'), /^6 mm²/);
  await expect(page.locator('.wire[data-wire="W1.12"]')).toContainText('6 mm² (≈9 AWG)');
  await expect(page.locator('[data-rule="wire-drop"]')).toHaveAttribute('data-severity', 'hold');
});

test('the states of a job are proved row by row; a row puts the desk there', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Proved');
  await openJob(page, project, 'fans');
  await page.getByRole('link', { name: 'Prove' }).click();
  await page
    .getByLabel('Jobs', { exact: true })
    .getByRole('button', { name: /Vent fans/ })
    .click();
  await expect(page.getByRole('heading', { name: 'Every state does what was said' })).toBeVisible();
  const rows = page.locator('[aria-label="State table"] tbody tr');
  await expect(rows).toHaveCount(4);
  await expect(rows.filter({ hasText: /on · 12\.[34]/ })).toHaveCount(1);
  await page.getByRole('button', { name: 'put the desk here, row 1' }).click();
  await expect(rows.first()).toHaveClass(/desk/);
  // A row under the pointer is drawn, and what was there before comes back; it says what its corners are and what is lost.
  const contact = page.locator('.drawing .symbol[data-part="fans-relay"][data-live="flowing"]');
  await expect(page.locator('.drawing .symbol').first()).toBeVisible();
  await expect(contact).toHaveCount(0);
  await rows.nth(3).hover();
  await expect(rows.nth(3)).toHaveClass(/desk/);
  await expect(contact.first()).toBeVisible();
  await expect(rows.nth(3).getByRole('img')).toHaveAttribute('aria-label', /lowest supply, hottest: 1\d\.\d+ V/);
  await expect(rows.nth(3)).toContainText('off by any of them');
  await expect(rows.nth(0)).toContainText('stays off');
  await page.getByRole('heading', { name: 'Every state does what was said' }).hover();
  await expect(rows.first()).toHaveClass(/desk/);
  await choose(page.getByLabel('Order', { exact: true }), 'most volts first');
  await expect(rows.first()).toContainText(/on · 12/);
  await choose(page.getByLabel('Order', { exact: true }), 'as counted');
  await page.getByRole('button', { name: 'See it on the drawing' }).click();
  await expect(page.getByRole('button', { name: /^master key 1/ })).toHaveAttribute('aria-pressed', 'false');
  await expect(page.getByLabel('Meter')).toContainText('0 A through it');
});

test('what nobody entered is counted and listed, says so at a finding, and goes when it is entered or found so', async ({
  page,
  request,
}) => {
  const project = await freshOwlBox(request, 'Assumed');
  await openJob(page, project, 'dew');
  const count = page.getByRole('button', { name: /assumed ›/ });
  await expect(count).toContainText('4 assumed');
  await count.click();
  const list = page.getByRole('dialog', { name: 'What is assumed' });
  await expect(list.locator('tr')).toHaveCount(4);
  await list.getByRole('button', { name: 'It is so: site hook-up: loop resistance' }).click();
  await expect(list.locator('tr')).toHaveCount(3);
  await list.locator('tr', { hasText: 'house battery: internal resistance' }).getByRole('button', { name: 'Enter…' }).click();
  await page.getByLabel('Internal resistance, Ω').fill('0.008');
  await page.keyboard.press('Escape');
  await expect(count).toContainText('2 assumed');
  await page.keyboard.press('Control+z');
  await expect(count).toContainText('3 assumed');
  // Down to the plate of what is solved: the battery's resistance is nobody's.
  await page.locator('[data-group="works"] > summary').click();
  await page
    .locator('[data-rule="wire-drop"]')
    .first()
    .getByRole('button', { name: /^Working/ })
    .click();
  const working = page.getByRole('dialog', { name: 'Working' });
  await working.getByText('Down to the plate').click();
  await expect(working.locator('tr', { hasText: 'inside the battery' })).toContainText('assumed ›');
  await expect(working.locator('tr', { hasText: 'plate of' }).first()).toContainText('entered ›');
});

test('an ammeter that is ticked stands in the way of the load, reads what flows, and is bought', async ({ page, request }) => {
  const id = await freshOwlBox(request, 'Meters');
  await openJob(page, id, 'dew');
  await page.getByRole('button', { name: /: settings$|^Settings of/ }).click();
  await page.getByLabel('an ammeter behind its fuse').check();
  await page.keyboard.press('Escape');
  // 60 mV at the end of its scale: 8.46 A of 15 A are 33.8 mV.
  await expect(page.getByRole('button', { name: 'P1A, 0 to 15 A: 33.8 mV, 8.46 A' })).toBeVisible();
  await page.getByRole('link', { name: 'Build' }).click();
  await page.getByRole('tablist', { name: 'Build' }).getByRole('tab', { name: 'Parts' }).click();
  await expect(page.getByText('Panel ammeter, 0 to 15 A⎓').first()).toBeVisible();
});
