/** The first page: a circuit said in words, what it takes to get somewhere from there, and projects with what is wrong with them. */
import { expect, test, type Locator, type Page } from '@playwright/test';
import { choose, freshOwlBox, watchErrors } from './support.ts';

/** Counts what a person does: a click, a choice, or a field with what is typed into it. */
function counting() {
  let count = 0;
  return {
    count: () => count,
    click: async (what: Locator) => {
      count++;
      await what.click();
    },
    type: async (what: Locator, text: string) => {
      count++;
      await what.fill(text);
    },
    choose: async (what: Locator, label: string | RegExp) => {
      count++;
      await choose(what, label);
    },
  };
}
const sayField = (page: Page) => page.getByLabel('Say what shall happen');

test('a sentence in plain English becomes a circuit with nothing to fix, and its book, in few steps', async ({ page }) => {
  const errors = watchErrors(page);
  const does = counting();
  await page.goto('/');
  await does.type(sayField(page), 'when the key and the fan switch are on, run a 160 W fan from the battery, off if a wire breaks');
  await expect(page.getByText('fan switch is on').first()).toBeVisible();
  await does.click(page.getByRole('button', { name: 'Wire it' }));
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText(
    'When key is on and fan switch is on, switch fan, 160 W (13.3 A) from the battery through a 40 A plug-in relay',
  );
  await expect(page.getByText('4 of 4 states match the sentence')).toBeVisible();
  await expect(page.getByText(/nothing to fix/i).first()).toBeVisible();
  console.log(`from the first page to a circuit with no danger: ${does.count()} interactions`);
  expect(does.count()).toBeLessThanOrEqual(9);

  await does.click(page.getByRole('link', { name: 'Build' }));
  const [file] = await Promise.all([page.waitForEvent('download'), does.click(page.getByRole('button', { name: /Build book/ }))]);
  expect(file.suggestedFilename()).toMatch(/\.pdf$/);
  console.log(`to its printed book: ${does.count()} interactions`);
  expect(does.count()).toBeLessThanOrEqual(11);
  expect(errors).toEqual([]);
});

test('several sentences at once are a job each, and what one leaves open is asked for that one', async ({ page }) => {
  const errors = watchErrors(page);
  await page.goto('/');
  await sayField(page).fill(
    'When the key is on, run a 5 A fan from the battery. When the tank level is below 20 %, run a pump until it is above 80 %; flash a 21 W lamp.',
  );
  await expect(page.getByText('a time relay: 0.4 s on, 0.4 s off')).toBeVisible();
  await expect(page.getByText('not understood:')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Wire it' })).toBeDisabled();
  const watts = page.getByLabel('pump: how much does one take?');
  await watts.fill('60');
  await watts.blur();
  await page.getByRole('button', { name: 'Wire it' }).click();
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('When key is on, switch fan, 5 A');
  for (const job of ['Fan', 'Lamp', 'Pump']) await expect(page.getByRole('button', { name: new RegExp(` ${job} `) })).toBeVisible();
  await page.getByRole('button', { name: / Pump / }).click();
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('When tank level is low, switch pump, 60 W');
  await expect(page.getByText('2 of 2 states match the sentence')).toBeVisible();
  // A sensor of a share has a slider with both of its levels.
  await expect(page.getByText('closes 20 % · opens 80 %')).toBeVisible();
  // Its editor asks in the unit of what it watches; the longest choice stays in its panel.
  await page
    .getByRole('button', { name: /^tank level/ })
    .first()
    .click();
  await expect(page.getByLabel('Closes at, %')).toHaveValue('20');
  const right = await page.getByLabel('Closes at, %').evaluate((field) => field.getBoundingClientRect().right);
  expect(right).toBeLessThan(page.viewportSize()!.width - 8);
  await expect(page.getByText(/\d dangers?\b/)).toHaveCount(0);
  expect(errors).toEqual([]);
});

test('one thing or another, until a button stops it, and another job as a condition: said, told back, and wired with no danger', async ({
  page,
}) => {
  const errors = watchErrors(page);
  await page.goto('/');
  await sayField(page).fill(
    'When the beam switch is on, light two 60 W main beams from the battery; otherwise light two 55 W dipped beams.',
  );
  await expect(page.getByText('while that is not so, in their place:')).toBeVisible();
  await page.getByRole('button', { name: 'Wire it' }).click();
  const sentence = page.getByLabel('Sentence', { exact: true });
  await expect(sentence).toContainText('two main beams');
  await expect(sentence).toContainText('two dipped beams');
  await expect(page.getByText('2 of 2 states match the sentence')).toBeVisible();
  await expect(page.getByText(/nothing to fix/i).first()).toBeVisible();

  const add = async (words: string, told: RegExp) => {
    await page.getByRole('button', { name: '+ job' }).click();
    await sayField(page).fill(words);
    await expect(page.getByText(told).first()).toBeVisible();
    await page.getByRole('button', { name: 'Add it' }).click();
  };
  await add('when the start button is pressed, run a 6 A pump until the stop button is pressed', /it stays on by itself, and ends when:/);
  await expect(sentence).toContainText('pump');
  await add('when both hand buttons are pressed, run a 2 A valve', /hand button 1 is pressed; .*hand button 2 is pressed/);
  await expect(sentence).toContainText('hand button 1 is pressed and hand button 2 is pressed');
  await expect(page.getByText(/one that is taped down leaves the other to one hand/)).toBeVisible();
  await add(
    'when the main beams are on, light a 2 W LED lamp',
    /as the sentence of Main beams says today, and asked from now on whether it stays so: beam switch is on/,
  );
  await expect(sentence).toContainText('When beam switch is on, switch LED lamp');
  expect(errors).toEqual([]);
});

test('what a sentence leaves open is asked, and what is not understood keeps it back until it is left out', async ({ page }) => {
  await page.goto('/');
  await sayField(page).fill('when the gizmo is on like a charm, run a fan');
  const wire = page.getByRole('button', { name: 'Wire it' });
  await expect(page.getByText('not understood:').filter({ hasText: 'like a charm' })).toBeVisible();
  await expect(wire).toBeDisabled();
  await page.getByRole('button', { name: 'leave it out' }).click();
  await choose(page.getByLabel('what is “gizmo”?'), 'a switch or button with two terminals');
  await page.getByLabel(/how much does one take/).fill('48');
  await page.getByLabel(/how much does one take/).press('Enter');
  await expect(wire).toBeDisabled();
  await choose(page.getByLabel('from what?'), '24 V battery');
  await wire.click();
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('When gizmo is on, switch fan, 48 W (2 A) from the battery');
});

test('an unknown relay is known in few steps, from the first page', async ({ page }) => {
  const does = counting();
  await page.goto('/');
  await does.click(page.getByRole('link', { name: /What is this relay/ }));
  // What lies on the bench is not counted: only what is asked of a person.
  await page.getByRole('button', { name: 'Take a relay out of the bag' }).click();
  const ask = page.getByRole('button', { name: 'Let the meter read it' });
  for (let reading = 0; reading < 14; reading++) {
    const more = await ask.waitFor({ timeout: 5000 }).then(
      () => true,
      () => false,
    );
    if (!more) break;
    await does.click(ask);
  }
  await expect(ask).toHaveCount(0);
  console.log(`an unknown relay known: ${does.count()} interactions`);
  expect(does.count()).toBeLessThanOrEqual(12);
});

test('a relay that was read by hand goes to the shelf with one press, its coil as it was read', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'What is this relay?' }).click();
  await choose(page.getByLabel('Pins', { exact: true }), '4');
  const what = page.getByLabel('What it is');
  // Coil between 1 and 2, 84 Ω with the leads; a contact between 3 and 4 that closes.
  for (let at = 0; at < 14 && !(await what.getByText('Known.').isVisible()); at++) {
    const asked = await what.getByText(/^\s*Read next:/).innerText();
    const [, red, black] = /red on (\d), black on (\d)/.exec(asked)!;
    const pair = [red, black].sort().join('');
    const reads = pair === '12' ? '84.2' : pair === '34' && /powered/.test(asked) ? '0.2' : 'OL';
    await page.getByPlaceholder('or OL').fill(reads);
    await page.getByRole('button', { name: 'Add', exact: true }).click();
  }
  await what.getByRole('button', { name: 'Put it on my shelf' }).click();
  await expect(page.getByRole('heading', { name: 'Relay from the bench, 84 Ω' })).toBeVisible();
  await expect(page.getByLabel('Coil at 20 °C, Ω')).toHaveValue('84');
  await expect(page.getByText(/numbers are assumed/)).toBeVisible();
});

test('a fault is found in few steps, from what one sees', async ({ page, request }) => {
  await freshOwlBox(request, 'Does not work');
  const does = counting();
  await page.goto('/');
  await does.click(page.getByRole('link', { name: /Something does not work/ }));
  await does.click(page.getByLabel('the relay clicks, the load stays off'));
  await does.click(page.getByRole('button', { name: 'Does not work', exact: true }).first());
  const says = page.getByLabel('What the readings say');
  await expect(says.getByText('Suspects of what was seen')).toBeVisible();
  // What is wrong with the one on the bench is not counted.
  await choose(says.getByLabel('Put in'), 'contact K1 87 does not close');
  await says.getByRole('button', { name: 'Begin', exact: true }).click();
  const first = says.locator('.faults li').first();
  for (let reading = 0; reading < 8; reading++) {
    if (/does not close/.test(await first.innerText()) && (await says.getByText('A reading disagrees').count()) > 0) break;
    const before = await says.getByLabel('Measured').getByRole('listitem').count();
    await does.click(page.getByLabel('The step in hand').getByRole('button', { name: 'Let the meter read it' }));
    await expect(says.getByLabel('Measured').getByRole('listitem')).toHaveCount(before + 1);
    await page.waitForTimeout(300);
  }
  await expect(first).toContainText('contact K1 87 does not close');
  console.log(`a fault found: ${does.count()} interactions`);
  expect(does.count()).toBeLessThanOrEqual(10);
});

test('each project of the list shows what is wrong with it, and a ready circuit begins one', async ({ page, request }) => {
  await freshOwlBox(request, 'Looked at');
  await page.goto('/');
  const card = page.locator('.card').filter({ has: page.getByRole('button', { name: 'Looked at', exact: true }) });
  await expect(card.getByText('1 danger')).toBeVisible({ timeout: 30_000 });
  await expect(card.locator('svg')).toBeVisible();
  await page.getByRole('button', { name: 'mains', exact: true }).click();
  await page.getByRole('button', { name: /Mains heater by a low-voltage switch When/ }).click();
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('heater, 800 W');
  await expect(page.getByText(/nothing to fix/i).first()).toBeVisible();
  // Only what it needs is on its page.
  await expect(page.getByLabel('Project', { exact: true }).getByText('battery', { exact: true })).toHaveCount(0);
});

test('on a timer: how long is asked for, and what is answered is what is wired', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Say what shall happen').fill('run a 50 W pump on a timer from the battery');
  await page.getByLabel('timer: on for how long?').fill('90');
  await page.getByLabel('timer: on for how long?').press('Enter');
  await page.getByLabel('timer: off for how long?').fill('3510');
  await page.getByLabel('timer: off for how long?').press('Enter');
  await page.getByRole('button', { name: 'Wire it' }).click();
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('When timer, 90 s in every 1 h is on, switch pump, 50 W');
});
