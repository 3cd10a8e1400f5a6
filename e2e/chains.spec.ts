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

test('a small contact of another job’s contactor is chosen in the sentence, either way round, and drawn with the coil that moves it', async ({
  page,
}) => {
  const errors = watchErrors(page);
  await page.goto('/');
  await page
    .getByLabel('Say what shall happen')
    .fill('main contactor: when the main switch is on, feed a 2 kW heater through a 25 A contactor from 230 V mains');
  await page.getByRole('button', { name: 'Wire it' }).click();
  await expect(page.locator('.symbol').first()).toBeVisible();
  await page.getByRole('button', { name: '+ job' }).click();
  await page.getByLabel('Say what shall happen').fill('when the lamp switch is on, light a 40 W lamp');
  await page.getByRole('button', { name: 'Add it' }).click();
  const sentence = page.getByLabel('Sentence', { exact: true });
  await expect(sentence).toContainText('When lamp switch is on');

  await sentence.getByRole('button', { name: 'lamp switch is on' }).click();
  await choose(page.getByLabel('Signal', { exact: true }), 'Main contactor auxiliary contact: a small one on its contactor');
  await page.keyboard.press('Escape');
  await expect(sentence).toContainText('When Main contactor auxiliary contact is in');
  await expect(page.getByText('2 of 2 states match the sentence')).toBeVisible();
  const paths = page.getByLabel('Current paths', { exact: true });
  for (const word of ['K1', 'K2', '13', '14']) await expect(paths.getByText(word, { exact: true }).first()).toBeVisible();
  // Nobody works it: the lamp follows the main switch.
  const meter = page.getByLabel('Meter');
  await expect(page.getByRole('button', { name: /auxiliary contact \d$/ })).toHaveCount(0);
  await expect(meter).toContainText('across lamp0 V');
  await page.getByRole('button', { name: /^main switch \d$/ }).click();
  await expect(meter).toContainText(/2[23]\d(?:\.\d)? V/);

  await sentence.getByRole('button', { name: 'Main contactor auxiliary contact is in' }).click();
  await choose(page.getByLabel('State', { exact: true }), 'is out');
  await page.keyboard.press('Escape');
  for (const pin of ['11', '12']) await expect(paths.getByText(pin, { exact: true }).first()).toBeVisible();
  await expect(meter).toContainText('across lamp0 V');
  expect(errors).toEqual([]);
});

test('the second pole of a plug-in relay is one: said, told, on its own pins, and the relay has two poles from then on', async ({
  page,
}) => {
  const errors = watchErrors(page);
  await page.goto('/');
  await page.getByLabel('Say what shall happen').fill('charge relay: when the charge switch is on, run a 5 A fan from a 12 V battery');
  await page.getByRole('button', { name: 'Wire it' }).click();
  await expect(page.locator('.symbol').first()).toBeVisible();
  await page.getByRole('button', { name: '+ job' }).click();
  await page
    .getByLabel('Say what shall happen')
    .fill('when the charge relay’s free contact is open and the drive switch is on, run a 3 A pump');
  await expect(page.getByText('that relay becomes one with two poles: 15 A two-pole relay, eight-pin')).toBeVisible();
  await page.getByRole('button', { name: 'Add it' }).click();
  const sentence = page.getByLabel('Sentence', { exact: true });
  await expect(sentence).toContainText('When Charge relay auxiliary contact is out and drive switch is on');
  await expect(page.getByText('4 of 4 states match the sentence')).toBeVisible();
  const paths = page.getByLabel('Current paths', { exact: true });
  for (const word of ['K1', 'K2', '21', '22']) await expect(paths.getByText(word, { exact: true }).first()).toBeVisible();
  const meter = page.getByLabel('Meter');
  await page.getByRole('button', { name: /^drive switch \d$/ }).click();
  await expect(meter).toContainText(/1[23]\.\d+ V/);
  await page.getByRole('button', { name: /^charge switch \d$/ }).click();
  await expect(meter).toContainText('across pump0 V');
  // One more job that asks for it is told why it has none.
  await page.getByRole('button', { name: '+ job' }).click();
  await page.getByLabel('Say what shall happen').fill('when the charge relay’s free contact is closed, light a 5 W lamp');
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByText(/the second pole of its relay is taken already/).first()).toBeVisible();
  expect(errors).toEqual([]);
});
