/** What a person types is there: on the page, on the server, and after the tab was closed right after the last key. */
import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import type owlBox from '../examples/demo/owl-box.json';
import { choose, freshOwlBox, openJob, projectOf, saved, watchErrors } from './support.ts';

async function onServer<T>(request: APIRequestContext, project: string, read: (document: typeof owlBox) => T): Promise<T> {
  const answer = await request.get(`/api/projects/${project}`);
  return read(((await answer.json()) as { document: typeof owlBox }).document);
}

/** The load's phrase of the sentence. */
const phrase = (page: Page) => page.getByLabel('Sentence', { exact: true }).getByRole('button', { name: /dew strips/ });

const TEXT = 'Relay box behind the left panel, fuse up by the battery; spare 87a is taped back. Checked twice, ok!';

async function openNotes(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^notes/ }).click();
  await page.getByLabel('Notes of this project').fill('');
}

for (const [jobs, ms] of [
  [1, 30],
  [7, 120],
  [20, 60],
  [60, 40],
] as const)
  test(`a hundred keys at ${ms} ms into a project of ${jobs} jobs are all kept, on the server too`, async ({ page, request }) => {
    const errors = watchErrors(page);
    const project = await projectOf(request, jobs);
    await openJob(page, project, 'dew');
    await openNotes(page);
    const notes = page.getByLabel('Notes of this project');
    await notes.pressSequentially(TEXT, { delay: ms });
    await expect(notes).toHaveValue(TEXT);
    await expect.poll(() => onServer(request, project, ({ notes: there }) => there)).toBe(TEXT);
    await expect(page.getByText(/saved · revision/)).toBeVisible();
    expect(errors).toEqual([]);
  });

test('a number that is typed is the number that is saved, in a project of twenty jobs', async ({ page, request }) => {
  const project = await projectOf(request, 20);
  await openJob(page, project, 'dew');
  await page.getByRole('button', { name: 'two dew strips, 2 × 4.2 A' }).click();
  const plate = page.getByLabel('One takes');
  await plate.press('Control+a');
  await plate.pressSequentially('137.5', { delay: 80 });
  await expect(plate).toHaveValue('137.5');
  await expect.poll(() => onServer(request, project, ({ jobs }) => jobs[0]!.loads[0]!.plate.value)).toBe(137.5);
});

for (const jobs of [1, 60])
  test(`a tab that is closed right after the last key has lost none of them, with ${jobs} jobs`, async ({ context, request }) => {
    const page = await context.newPage();
    const project = await projectOf(request, jobs);
    await openJob(page, project, 'dew');
    await openNotes(page);
    await page.getByLabel('Notes of this project').pressSequentially('closed at once', { delay: 60 });
    await page.close({ runBeforeUnload: true });
    await expect.poll(() => onServer(request, project, ({ notes }) => notes)).toBe('closed at once');
    // Whoever opens it next finds it, and no conflict with what this browser kept.
    const again = await context.newPage();
    await openJob(again, project, 'dew');
    await expect(again.getByText(/saved · revision/)).toBeVisible();
    await expect(again.getByText('saved elsewhere')).toHaveCount(0);
  });

test('two quick undos undo two steps, and an edit typed at once after one is kept', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Two steps back');
  await openJob(page, project, 'dew');
  const load = phrase(page);
  for (const [count, words] of [
    ['3', 'three dew strips'],
    ['4', 'four dew strips'],
  ] as const) {
    await load.click();
    await page.getByLabel('How many').fill(count);
    await expect(load).toContainText(words);
    await page.keyboard.press('Escape');
    // Another field between the two, so that they are two steps.
    await page.getByRole('button', { name: /^notes/ }).click();
    await page.getByLabel('Notes of this project').fill(`now ${count}`);
    await page.keyboard.press('Escape');
    await expect(page.getByLabel('Notes of this project')).toBeHidden();
  }
  // Four steps, as fast as they come.
  for (let step = 0; step < 4; step++) await page.keyboard.press('Control+z');
  await expect(load).toContainText('two dew strips');
  await load.click();
  await page.getByLabel('How many').fill('5');
  await expect.poll(() => onServer(request, project, ({ jobs }) => jobs[0]!.loads[0]!.count)).toBe(5);
});

test('an undo on another stage says what it undid and shows it', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Elsewhere');
  await openJob(page, project, 'dew');
  await phrase(page).click();
  await page.getByLabel('How many').fill('3');
  await page.keyboard.press('Escape');
  await saved(page, 2);
  await page.getByRole('link', { name: 'Bench' }).click();
  await expect(page).toHaveURL(/\/bench/);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText(/^Undone: /)).toBeVisible();
  await expect(page).toHaveURL(/\/design\/dew/);
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('two dew strips');
});

test.describe('the part that checks circuits', () => {
  test('cannot be loaded: the page says so, and the project can be edited, saved and taken along', async ({ page, request }) => {
    const project = await freshOwlBox(request, 'No worker');
    let blocked = true;
    await page.route(/engine\.worker/, (route) => (blocked ? route.abort() : route.continue()));
    await page.goto(`/projects/${project}/design/dew`);
    await expect(page.getByRole('alert')).toContainText('could not be checked');
    await phrase(page).click();
    await page.getByLabel('How many').fill('3');
    await expect.poll(() => onServer(request, project, ({ jobs }) => jobs[0]!.loads[0]!.count)).toBe(3);
    await page.keyboard.press('Escape');
    blocked = false;
    await page.getByRole('button', { name: 'Try again' }).click();
    await expect(page.locator('.symbol').first()).toBeVisible();
    await expect(page.getByText('could not be checked')).toHaveCount(0);
  });

  test('dies: the page says so, and the next check has a new one', async ({ page, request }) => {
    const project = await freshOwlBox(request, 'Dead worker');
    await openJob(page, project, 'dew');
    // A worker that throws outside of any question is as good as dead.
    await page.route(/engine\.worker/, (route) =>
      route.fulfill({ contentType: 'text/javascript', body: 'setTimeout(() => { throw new Error("gone"); }, 50);' }),
    );
    await page.reload();
    await expect(page.getByRole('alert')).toContainText('could not be checked');
    await page.unroute(/engine\.worker/);
    await page.getByRole('button', { name: 'Try again' }).click();
    await expect(page.locator('.symbol').first()).toBeVisible();
  });
});

test('a step that is added twice in a hurry is there twice', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'In a hurry');
  await openJob(page, project, 'dew');
  await page
    .getByRole('button', { name: /steps?$/ })
    .first()
    .click();
  const dialog = page.getByRole('dialog');
  await choose(dialog.getByLabel('Next step'), 'wait');
  const steps = dialog.locator('.steps li');
  const before = await steps.count();
  // The list grows under the pointer, so the two clicks are the button's own.
  await dialog.getByRole('button', { name: 'Add', exact: true }).evaluate((button: HTMLButtonElement) => {
    button.click();
    button.click();
  });
  await expect(steps).toHaveCount(before + 2);
});

test('what is typed after “New project” is its name', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New project' }).click();
  await expect(page.getByRole('dialog').getByLabel('Name')).toBeFocused();
  await page.keyboard.type('Typed at once');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/projects\/.+\/design/);
});
