import { type ConsoleMessage, expect, type APIRequestContext, type Locator, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import owlBox from '../examples/demo/owl-box.json' with { type: 'json' };

/** A fresh copy of the demo under a name of its own; answers its id. */
export async function freshOwlBox(request: APIRequestContext, name: string): Promise<string> {
  const answer = await request.post('/api/projects', { data: { document: { ...owlBox, name } } });
  expect(answer.status()).toBe(201);
  return ((await answer.json()) as { id: string }).id;
}

/** A fresh copy of an example, `circuits/01-switched-load` for one; answers its id. */
export async function loadExample(request: APIRequestContext, file: string): Promise<string> {
  const document: unknown = JSON.parse(readFileSync(new URL(`../examples/${file}.json`, import.meta.url), 'utf8'));
  const answer = await request.post('/api/projects', { data: { document } });
  expect(answer.status()).toBe(201);
  return ((await answer.json()) as { id: string }).id;
}

/** The demo with as many jobs as wanted, copies of its own one after another. */
export async function projectOf(request: APIRequestContext, jobs: number): Promise<string> {
  const made = Array.from({ length: jobs }, (_, at) => {
    const job = owlBox.jobs[at % owlBox.jobs.length]!;
    return at < owlBox.jobs.length ? job : { ...job, id: `${job.id}-${at}`, name: `${job.name} ${at}` };
  });
  const ids = new Set(made.map(({ id }) => id));
  const statements = (owlBox as { statements?: { a: { id: string }; b: { id: string } }[] }).statements ?? [];
  const document = {
    ...owlBox,
    name: `${jobs} jobs`,
    jobs: made,
    statements: jobs < owlBox.jobs.length ? [] : statements,
    accepted: [],
  };
  expect(ids.size).toBe(jobs);
  const answer = await request.post('/api/projects', { data: { document } });
  expect(await answer.text()).toContain('"id"');
  return ((await answer.json()) as { id: string }).id;
}

export async function openJob(page: Page, project: string, job: string): Promise<void> {
  await page.goto(`/projects/${project}/design/${job}`);
  await expect(page.getByLabel('Sentence', { exact: true })).toBeVisible();
  await expect(page.locator('.symbol').first()).toBeVisible();
}

export const saved = (page: Page, revision: number) => expect(page.getByText(`saved · revision ${revision}`)).toBeVisible();

/** Errors of the page and what it logs as one; a test ends with none. */
/** On the first page each card reads its project, and another test may just have deleted that one: it is not this page's own. */
function isOthersGone(page: Page, message: ConsoleMessage): boolean {
  const project = /\/api\/projects\/([0-9a-f-]+)\/card$/.exec(message.location().url)?.[1];
  return project !== undefined && / 404 /.test(message.text()) && !page.url().includes(project);
}
export function watchErrors(page: Page): string[] {
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error' && !isOthersGone(page, message)) errors.push(message.text());
  });
  return errors;
}

/** Every step of a bench at once, each with its field. */
export const wholePlan = (page: Page): Promise<void> => page.getByText('The whole plan as a list').click();

/** Opens a box of several and picks the one that reads so; the box's own words lie over the field, so it is hit where it lies. */
export async function choose(box: Locator, words: string | RegExp): Promise<void> {
  const page = box.page();
  await box.scrollIntoViewIfNeeded();
  await box.click({ force: true });
  const list = page.locator('.ant-select-dropdown:visible');
  await list.getByRole('option', { name: words, exact: true }).click();
  await expect(list).toHaveCount(0);
}

/** What the printed book of the project on the screen says, as plain text. */
export async function bookText(page: Page): Promise<string> {
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Build book, PDF' }).click()]);
  const data = new Uint8Array(readFileSync(await file.path()));
  const book = await getDocument({ data, useSystemFonts: false, verbosity: 0 }).promise;
  const pages = await Promise.all(Array.from({ length: book.numPages }, async (_, at) => (await book.getPage(at + 1)).getTextContent()));
  await book.destroy();
  return pages.map(({ items }) => items.map((item) => ('str' in item ? item.str : '')).join(' ')).join('\n');
}
