/** A project in feet, °F and AWG from an empty page to its printed book, with no metric size to buy in it. */
import { expect, test } from '@playwright/test';
import { choose, watchErrors } from './support.ts';

test('from an empty page to the book in feet, °F and AWG', async ({ page, request }) => {
  const errors = watchErrors(page);
  await page.goto('/');
  await page.getByRole('button', { name: 'New project' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill('Barn fan');
  await choose(dialog.getByLabel('You measure in'), /feet and inches/);
  await dialog.getByRole('button', { name: 'OK' }).click();

  await page.getByRole('button', { name: '+ job' }).click();
  const say = page.getByLabel('Say what shall happen');
  await say.fill(
    'when the key is on and the temperature is above 200, run a 160 W fan from the battery through 12 ft of wire, off if a wire breaks',
  );
  // A bare number is in what the project shows, and is said back.
  await expect(page.getByText('closes at 200 °F and opens at 191 °F')).toBeVisible();
  await page.getByRole('button', { name: 'Add it' }).click();
  const drawing = page.locator('.symbol').first();
  await expect(drawing).toBeVisible();
  await expect(page.getByText('12 AWG (3.31 mm²)').first()).toBeVisible();
  await expect(page.getByText('closes 200 °F · opens 191 °F')).toBeVisible();

  // Typed with another unit than the one that is shown, and shown in that again.
  await page.getByRole('button', { name: /places, distances/ }).click();
  const way = page.getByLabel('battery to dash, ft');
  await way.fill(`3'6"`);
  await way.blur();
  const air = page.getByLabel('Hottest at load, °F');
  await air.fill('40 C');
  await air.blur();
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  const id = /projects\/([^/]+)/.exec(page.url())![1]!;
  await expect(async () => {
    const { document } = (await (await request.get(`/api/projects/${id}`)).json()) as {
      document: { distances: { a: string; b: string; lengthM: number }[]; places: { name: string; hottestC: number }[] };
    };
    expect(document.distances.map(({ lengthM }) => lengthM)).toContainEqual(expect.closeTo(1.0668, 6));
    expect(document.places.find(({ name }) => name === 'load')!.hottestC).toBe(40);
  }).toPass();
  await page.getByRole('button', { name: /places, distances/ }).click();
  await expect(page.getByLabel('battery to dash, ft')).toHaveValue('3.5');
  await expect(page.getByLabel('Hottest at load, °F')).toHaveValue('104');
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();

  await page.goto(`/projects/${id}/build`);
  await expect(page.getByRole('row', { name: /W1\.6/ })).toContainText('12 AWG');
  const length = page.getByLabel('Length of W1.7, ft');
  await length.fill('7 ft');
  await length.press('Tab');
  await expect(length).toHaveValue('7 ft');
  await page.getByRole('tab', { name: 'Parts' }).click();
  const shop = page.getByRole('table').first();
  await expect(shop).toContainText('Roll of 25 ft, 12 AWG');
  const rows = await shop.getByRole('row').allInnerTexts();
  const metric = rows.map((row) => row.replace(/\([^)]*\)/g, '')).filter((row) => /\d ?mm|\d m\b|\bM\d/.test(row));
  expect(metric).toEqual([]);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Build book, PDF' }).click();
  expect((await download).suggestedFilename()).toMatch(/\.pdf$/);
  expect(errors).toEqual([]);
});

test('a project that began in metres goes over to feet and gauges, sizes chosen by hand with it, and back by one undo', async ({
  page,
  request,
}) => {
  const { default: circuit } = (await import('../examples/circuits/12-continuous-load.json', { with: { type: 'json' } })) as {
    default: object;
  };
  const answer = await request.post('/api/projects', { data: { document: circuit } });
  const { id } = (await answer.json()) as { id: string };
  await page.goto(`/projects/${id}/design`);
  await expect(page.locator('.symbol').first()).toBeVisible();
  await expect(page.getByText(/^10 mm² \(/).first()).toBeVisible();
  await page.getByRole('button', { name: /choices where practice/ }).click();
  await page.getByRole('radio', { name: /by gauge, AWG/ }).check();
  await page.getByRole('radio', { name: /feet and inches/ }).check();
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  await expect(page.getByText(/^6 AWG \(13.3 mm²\)/).first()).toBeVisible();
  await expect(page.getByText(/^W1\.\d .* ft/).first()).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/^10 mm² \(/).first()).toBeVisible();
  await expect(page.getByText(/ AWG \(\d/)).toHaveCount(0);
});

test('a job that goes over to a bank of lithium takes the fuse that it asks for, and keeps it', async ({ page, request }) => {
  const { default: van } = (await import('../examples/as-sold/lithium-by-charger.json', { with: { type: 'json' } })) as { default: object };
  const answer = await request.post('/api/projects', { data: { document: van } });
  const { id } = (await answer.json()) as { id: string };
  const guard = async () => {
    const { document } = (await (await request.get(`/api/projects/${id}`)).json()) as {
      document: { jobs: { supply: string; protection: string; fuse: unknown }[] };
    };
    const { supply, protection, fuse } = document.jobs[0]!;
    return { supply, protection, fuse };
  };
  await page.goto(`/projects/${id}/design/job-1`);
  await expect(page.locator('.symbol').first()).toBeVisible();
  const sentence = page.getByLabel('Sentence', { exact: true });
  await sentence.getByRole('button', { name: 'battery', exact: true }).click();
  await choose(page.getByLabel('From', { exact: true }), /^house battery/);
  await expect.poll(guard).toEqual({ supply: 'supply-2', protection: 'high-breaking', fuse: 'auto' });
  await page.keyboard.press('Escape');
  await sentence.getByRole('button', { name: 'house battery', exact: true }).click();
  await choose(page.getByLabel('From', { exact: true }), /^battery/);
  await expect.poll(guard).toMatchObject({ supply: 'supply-1', protection: 'high-breaking' });
});
