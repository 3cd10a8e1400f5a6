/** Controllers, mains and heat on the page: a board that starts, a heat-up that runs, and what stands before the plug. */
import { expect, test, type Page } from '@playwright/test';
import { blankDesign, hear } from '@iron-nudge/core';
import { readFileSync } from 'node:fs';
import { choose, loadExample, openJob, watchErrors } from './support.ts';

/** A page of its own by sentences, as they are heard. */
const said = (page: string, texts: readonly string[]) =>
  texts.reduce((design, text) => hear(text, design).add!(design), blankDesign('box', page));
const lamp = (page: Page) => page.locator('.symbol[data-part="lamp-load-1-1"]');

test('an active-low module turns its lamp on while the board starts, until the nudge', async ({ page, request }) => {
  const errors = watchErrors(page);
  const project = await loadExample(request, 'mistakes/boot-energises');
  await openJob(page, project, 'lamp');
  const desk = page.getByLabel('Signal desk');
  await expect(lamp(page)).not.toHaveAttribute('data-live', 'flowing');
  await desk.getByRole('button', { name: /power on and run/ }).click();
  await expect(lamp(page)).toHaveAttribute('data-live', 'flowing');
  await expect(desk.getByText(/nothing holds pin D5/)).toBeVisible();
  // It has started: the program holds the pin, and the lamp goes out.
  await expect(desk.getByText('running', { exact: true })).toBeVisible();
  await expect(lamp(page)).not.toHaveAttribute('data-live', 'flowing');

  await page
    .locator('[data-rule="boot-energises"]')
    .getByRole('button', { name: /^Nudge/ })
    .click();
  const apply = page.getByRole('button', { name: 'Apply' });
  if (await apply.isVisible().catch(() => false)) await apply.click();
  await expect(page.locator('[data-rule="boot-energises"][data-severity="danger"]')).toHaveCount(0);
  await desk.getByRole('button', { name: 'Start again' }).click();
  await expect(desk.getByText(/^starting/)).toBeVisible();
  await expect(lamp(page)).not.toHaveAttribute('data-live', 'flowing');
  expect(errors).toEqual([]);
});

test('movement holds the lamp on by the program, and a hand cannot move a pin that the program drives', async ({ page, request }) => {
  const project = await loadExample(request, 'circuits/13-mains-lamp-by-module');
  await openJob(page, project, 'lamp');
  const desk = page.getByLabel('Signal desk');
  await desk.getByRole('button', { name: /power on and run/ }).click();
  await expect(desk.getByText('running', { exact: true })).toBeVisible();
  await expect(desk.getByRole('button', { name: 'pin D5' })).toBeDisabled();
  await page.keyboard.press('1');
  await expect(lamp(page)).not.toHaveAttribute('data-live', 'flowing');
  await desk.getByRole('button', { name: 'movement' }).hover();
  await page.mouse.down();
  await expect(lamp(page)).toHaveAttribute('data-live', 'flowing');
  await page.mouse.up();
  await expect(desk.getByText(/running, next in/)).toBeVisible();
  await expect(lamp(page)).toHaveAttribute('data-live', 'flowing');
});

test('a character from a link switches a channel', async ({ page, request }) => {
  const project = await loadExample(request, 'circuits/15-four-channels');
  await openJob(page, project, 'fan-2');
  const desk = page.getByLabel('Signal desk');
  await desk.getByRole('button', { name: /power on and run/ }).click();
  await expect(desk.getByText('running', { exact: true })).toBeVisible();
  const fan = page.locator('.symbol[data-part="fan-2-load-1-1"]');
  await desk.getByLabel('Characters to bench board').fill('B');
  await expect(fan).toHaveAttribute('data-live', 'flowing');
  await desk.getByLabel('Characters to bench board').fill('b');
  await expect(fan).not.toHaveAttribute('data-live', 'flowing');
});

test('a program is edited as steps, and its starter code writes the inactive level first', async ({ page, request }) => {
  const errors = watchErrors(page);
  const project = await loadExample(request, 'circuits/13-mains-lamp-by-module');
  await openJob(page, project, 'lamp');
  await page.getByRole('button', { name: /porch board 1 step/ }).click();
  const editor = page.getByRole('dialog', { name: 'porch board' });
  await choose(editor.getByLabel('Next step'), 'wait');
  await editor.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(editor.locator('.steps li')).toHaveCount(2);
  await choose(editor.getByLabel('Next step'), 'high or low');
  await editor.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(editor.locator('.steps li')).toHaveCount(3);
  await editor.getByRole('button', { name: 'Take step 2 out' }).click();
  await expect(editor.locator('.steps li')).toHaveCount(2);
  const [download] = await Promise.all([page.waitForEvent('download'), editor.getByRole('button', { name: 'Starter code, C++' }).click()]);
  expect(download.suggestedFilename()).toBe('porch-board.cpp');
  const code = readFileSync((await download.path())!, 'utf8');
  expect(code.indexOf('write_pin(pin_pin_d5, false);')).toBeLessThan(code.indexOf('make_output(pin_pin_d5);'));
  expect(errors).toEqual([]);
});

test('the heat-up runs faster than time, and a stuck relay is ended by the cut-out', async ({ page, request }) => {
  const errors = watchErrors(page);
  const project = await loadExample(request, 'circuits/20-kiln');
  await openJob(page, project, 'ring-1');
  await page.getByRole('button', { name: 'Heat it up…' }).click();
  const heat = page.getByRole('dialog', { name: /Heat-up/ });
  await heat.getByRole('button', { name: 'Run' }).click();
  await expect(heat.getByText(/min: \d/)).toBeVisible();
  await expect(heat.locator('.plot')).toBeVisible();
  await heat.getByRole('button', { name: 'Hold' }).click();
  await heat.getByRole('radio', { name: 'real time' }).check();
  await heat.getByRole('button', { name: 'Run' }).click();
  const words = heat.locator('.words');
  const before = await words.textContent();
  await expect.poll(() => words.textContent()).not.toBe(before);
  await heat.getByRole('button', { name: 'Hold' }).click();
  for (let hour = 1; hour <= 3; hour++) {
    await heat.getByRole('button', { name: 'An hour at once' }).click();
    await expect.poll(async () => parseFloat((await words.textContent())!)).toBeGreaterThan(hour * 60 - 1);
  }
  await expect(words).toContainText(/10[56]\d °C/);
  await heat.getByLabel('relay stuck on').check();
  await heat.getByRole('button', { name: 'An hour at once' }).click();
  await expect(words).toContainText('the cut-out has opened');
  expect(errors).toEqual([]);
});

test('a mains job says what can hurt, and the plug comes after all that is safe', async ({ page, request }) => {
  const project = await loadExample(request, 'circuits/13-mains-lamp-by-module');
  await openJob(page, project, 'lamp');
  const cautions = page.getByRole('note', { name: 'Cautions' });
  await expect(cautions).toContainText('prove it dead twice, before relay case is opened');
  await cautions.getByRole('button', { name: /more/ }).click();
  await expect(cautions).toContainText('Your local code comes first');
  await page.goto(`/projects/${project}/build?view=work`);
  const gate = page.getByLabel('Before it is plugged in');
  const boxes = gate.getByRole('checkbox');
  await expect(boxes.first()).toBeVisible();
  const count = await boxes.count();
  expect(count).toBeGreaterThan(6);
  await expect(boxes.nth(count - 1)).toBeDisabled();
  await expect(gate.locator('li').last()).toContainText('Plug in or switch on');
  for (let at = 0; at < count; at++) await boxes.nth(at).check();
  await page.reload();
  await expect(boxes.nth(count - 1)).toBeChecked();
  // What is taken back closes what came after it.
  await boxes.nth(1).uncheck();
  await expect(boxes.nth(count - 1)).toBeDisabled();
});

test('a job is moved to the mains by hand: its protection changes with it, and what it lacks is said', async ({ page, request }) => {
  const errors = watchErrors(page);
  const project = await loadExample(request, 'circuits/01-switched-load');
  await page.goto(`/projects/${project}/design`);
  const add = async (name: string) => {
    await page.getByRole('button', { name: '+ supply' }).click();
    await page.getByRole('dialog', { name: 'Add a supply' }).getByLabel('Name').fill(name);
  };
  // Asked for and thought better of: nothing is left behind.
  await add('second thoughts');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /second thoughts/ })).toHaveCount(0);
  await add('battery 2');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const added = page.getByRole('button', { name: /^battery 2/ });
  await added.click();
  await choose(page.getByLabel('It is', { exact: true }).last(), '230 V mains: line, neutral, earth');
  await expect(page.getByText('in some places it is reserved to licensed people')).toBeVisible();
  await page.keyboard.press('Escape');
  const sentence = page.getByLabel('Sentence', { exact: true });
  await sentence
    .getByRole('button', { name: /battery/ })
    .first()
    .click();
  await choose(page.getByLabel('From', { exact: true }), 'battery 2, 230 V');
  await page.keyboard.press('Escape');
  await expect(page.getByText(/is rated for direct current alone/)).toBeVisible();
  await expect(page.getByText(/What switches the mains stands open/)).toBeVisible();
  expect(errors).toEqual([]);
});

test('a box with one cord in: its terminals, cords and strain reliefs are bought, and fall away with its tick', async ({
  page,
  request,
}) => {
  const errors = watchErrors(page);
  const made = await request.post('/api/projects', {
    data: {
      document: said('mains-230', ['when the first switch is on, light a 60 W lamp', 'when the second switch is on, light a 40 W lamp']),
    },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`/projects/${id}/build?view=parts`);
  const row = (name: RegExp) => page.getByRole('row', { name });
  await expect(row(/Insulated terminal for mains, neutral, for 4 wires/)).toBeVisible();
  await expect(row(/Isolated supply 12 V ⎓, 2 A, to build in/)).toContainText('T2');
  await expect(row(/Strain relief for a cord of 3 ×/)).toBeVisible();
  await expect(row(/Plug with a 3 A cartridge fuse/)).toContainText('F1');
  await expect(row(/cord of 3 cores: brown, blue, green with yellow/)).toContainText('3 pieces');
  await page.goto(`/projects/${id}/design/job-1`);
  await page.getByRole('button', { name: /^isolated supply/ }).click();
  await expect(page.getByText(/It is built into relay case/)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /places, distances/ }).click();
  const places = page.getByRole('dialog', { name: 'Places and distances' });
  await places.getByLabel('relay case: one cord of the mains in').uncheck();
  await page.keyboard.press('Escape');
  await page.goto(`/projects/${id}/build?view=parts`);
  await expect(row(/Plug with a 3 A cartridge fuse/)).toContainText('F1 F2');
  await expect(row(/Strain relief/)).toHaveCount(0);
  await expect(row(/Isolated supply 12 V ⎓, 2 A/)).toContainText('T2');
  await expect(row(/to build in/)).toHaveCount(0);
  expect(errors).toEqual([]);
});
