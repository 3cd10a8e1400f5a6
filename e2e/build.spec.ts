/** From the proved circuit to the book in the garage: lists that are edited, the order of work on a phone, the PDF. */
import { expect, test, type Page } from '@playwright/test';
import { blankDesign, hear } from '@iron-nudge/core';
import { readFileSync } from 'node:fs';
import { choose, freshOwlBox, projectOf, saved, watchErrors } from './support.ts';

const view = (page: Page, title: string) => page.getByRole('tablist', { name: 'Build' }).getByRole('tab', { name: title }).click();

test('the build book is made as a PDF, and everything goes out as JSON', async ({ page, request }) => {
  const errors = watchErrors(page);
  const project = await freshOwlBox(request, 'Book');
  await page.goto(`/projects/${project}/build`);
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Build book, PDF' }).click()]);
  expect(file.suggestedFilename()).toBe('book-build-book.pdf');
  const pdf = readFileSync((await file.path())!);
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  expect(pdf.length).toBeGreaterThan(50_000);
  const [json] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'All as JSON' }).click()]);
  const all = JSON.parse(readFileSync((await json.path())!, 'utf8')) as { wires: unknown[]; parts: unknown[]; steps: unknown[] };
  expect(all.wires.length).toBeGreaterThan(50);
  expect(all.parts.length).toBeGreaterThan(20);
  expect(all.steps.length).toBeGreaterThan(20);
  expect(errors).toEqual([]);
});

test('a wire is found, sorted, given another colour, label and length; it stays so, and one undo takes it back', async ({
  page,
  request,
}) => {
  const project = await freshOwlBox(request, 'Wires');
  await page.goto(`/projects/${project}/build`);
  await expect(page.getByText(/X2: 2 wires are blue with black and not one circuit/)).toBeVisible();
  await choose(page.getByRole('button', { name: /^Colour of W4.2:/ }), /^VT /);
  await expect(page.getByText(/X2: 2 wires are blue with black/)).toHaveCount(0);
  await page.getByLabel('Label of W4.2', { exact: true }).fill('stowed');
  await page.getByLabel('Label of W4.2', { exact: true }).press('Tab');
  const length = page.getByLabel('Length of W4.2, m');
  await length.fill('zero');
  await length.press('Tab');
  await expect(page.getByText('The length of W4.2 is above 0 and up to 500 m')).toBeVisible();
  await length.fill('3,1');
  await length.press('Tab');
  await expect(length).toHaveValue('3.10');
  await page.getByPlaceholder('K1, red, tail, loom B, 2.5').fill('stowed');
  await expect(page.getByText(/^[12] of \d+ pieces$/)).toBeVisible();
  await page.getByPlaceholder('K1, red, tail, loom B, 2.5').fill('');
  const longest = page.getByRole('columnheader', { name: /^Cut/ }).getByRole('button');
  await longest.click();
  await longest.click();
  await expect(page.locator('tbody tr').first()).toContainText('W1.2');
  await expect(page.getByText(/saved · revision/)).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Length of W4.2, m')).toHaveValue('3.10');
  await page.getByLabel('W4.2 is there already').check();
  await view(page, 'Cut list');
  await expect(page.getByRole('img', { name: /W4\.2 3\.10 m/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('img', { name: /W4\.2 3\.10 m/ })).toHaveCount(1);
});

test('a long wire list draws the rows that are looked at, down to the last, and sorts all of them', async ({ page, request }) => {
  const project = await projectOf(request, 28);
  await page.goto(`/projects/${project}/build`);
  const list = page.getByRole('region', { name: 'Wire list' });
  const rows = list.locator('tbody tr:not([aria-hidden])');
  await expect(rows.first()).toContainText('W1.1');
  const count = Number((await page.getByText(/^\d+ of \d+ pieces$/).innerText()).split(' ')[0]);
  expect(count).toBeGreaterThan(200);
  expect(await rows.count()).toBeLessThanOrEqual(120);
  const wire = list.getByRole('columnheader', { name: /^Wire/ });
  await wire.getByRole('button').click();
  await expect(wire).toHaveAttribute('aria-sort', 'ascending');
  await expect(async () => {
    await list.evaluate((box) => box.scrollTo(0, box.scrollHeight));
    await expect(rows.last()).toContainText('W28.', { timeout: 500 });
    await expect(rows.last()).toBeInViewport({ timeout: 500 });
  }).toPass();
  // Fewer are found than were scrolled past: they are shown.
  await page.getByPlaceholder('K1, red, tail, loom B, 2.5').fill('cabin');
  await expect(rows.first()).toContainText('cabin');
  expect(await rows.count()).toBeGreaterThan(100);
  await page.getByPlaceholder('K1, red, tail, loom B, 2.5').fill('');
  await wire.getByRole('button').click();
  await expect(wire).toHaveAttribute('aria-sort', 'descending');
  await list.evaluate((box) => box.scrollTo(0, 0));
  await expect(rows.first()).toContainText('W28.');
});

test('what is in the drawer is not bought, a spool is cut from first, and a strip is put in and taken out', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Drawer');
  await page.goto(`/projects/${project}/build?view=parts`);
  const row = page.locator('tr', { hasText: 'Rectifier diode' });
  await expect(row.locator('.buy')).toHaveText('6');
  await page.getByLabel(/In the drawer of Rectifier diode/).fill('20');
  await page.getByLabel(/In the drawer of Rectifier diode/).press('Tab');
  await expect(row.locator('.buy')).toHaveText('0');
  await view(page, 'Cut list');
  await choose(page.getByLabel('A spool that is there'), '10 mm² (≈7 AWG) red');
  await page.getByRole('button', { name: 'Add the spool' }).click();
  await expect(page.locator('.stock .name', { hasText: 'spool 1' })).toBeVisible();
  await view(page, 'Strips');
  await expect(page.getByRole('heading', { name: /X2, cabin panel/ })).toBeVisible();
  await page.getByLabel('tail box').check();
  await expect(page.getByRole('heading', { name: /X3, tail box/ })).toBeVisible();
  await page.getByLabel('cabin panel').uncheck();
  await expect(page.getByRole('heading', { name: /X2, cabin panel/ })).toHaveCount(0);
});

test('a harness is one thing: its wires from end to end, and what hangs in it with which end where', async ({ page, request }) => {
  const errors = watchErrors(page);
  const project = await freshOwlBox(request, 'Harness');
  await page.goto(`/projects/${project}/build`);
  await view(page, 'Harnesses');
  const sheet = page.getByRole('region', { name: 'Harnesses' });
  await expect(sheet.getByRole('heading', { name: /^Harness A, / })).toBeVisible();
  await expect(sheet.getByRole('row', { name: /Rectifier diode.*A at K\d+ 85 · K, its band, at K\d+ 86/ }).first()).toBeVisible();
  await expect(sheet.getByRole('row', { name: /sealed in-line holder/ }).first()).toBeVisible();
  expect(errors).toEqual([]);
});

test('a box is shown open: what is on which side, what lands where, what goes through its wall', async ({ page, request }) => {
  const errors = watchErrors(page);
  const document = JSON.parse(
    readFileSync(new URL('../examples/circuits/13-mains-lamp-by-module.json', import.meta.url), 'utf8'),
  ) as object;
  const made = (await (await request.post('/api/projects', { data: { document } })).json()) as { id: string };
  await page.goto(`/projects/${made.id}/build`);
  await view(page, 'Boxes');
  const box = page.getByRole('article', { name: /^Box UC/ });
  await expect(box).toHaveCount(1);
  await expect(box.getByRole('list', { name: 'Mains through its wall' }).getByRole('listitem').first()).toBeVisible();
  await expect(box.getByRole('region', { name: 'Mains', exact: true })).toContainText('K1');
  await expect(box.getByRole('region', { name: 'Low voltage', exact: true })).not.toContainText(/\bK1\b/);
  // A wire that is pressed is the same one wherever it ends.
  const wire = box.getByRole('button', { name: /^W1\.\d+ BN/ }).first();
  const tag = (await wire.innerText()).split(' ')[0]!;
  await wire.click();
  const ends = box.locator('.picked');
  await expect(ends).toHaveCount(2);
  for (const end of await ends.allInnerTexts()) expect(end).toContain(tag);
  // Where nothing is in a box it says so.
  const open = JSON.parse(readFileSync(new URL('../examples/circuits/01-switched-load.json', import.meta.url), 'utf8')) as object;
  const bare = (await (await request.post('/api/projects', { data: { document: open } })).json()) as { id: string };
  await page.goto(`/projects/${bare.id}/build?view=boxes`);
  await expect(page.getByText(/No place of the project is a closed box/)).toBeVisible();
  expect(errors).toEqual([]);
});

test('the whole project is one drawing with cross-references, zooms, and goes out as SVG', async ({ page, request }) => {
  const errors = watchErrors(page);
  const project = await freshOwlBox(request, 'Paper');
  await page.goto(`/projects/${project}/build?view=drawing`);
  await page.getByRole('button', { name: 'The whole project' }).click();
  const drawing = page.getByLabel('Current paths', { exact: true });
  await expect(
    drawing
      .locator('[data-part="dew-relay"]')
      .filter({ hasText: /K1\/\d/ })
      .first(),
  ).toBeVisible();
  const before = await drawing.locator('svg').boundingBox();
  await page.getByRole('button', { name: 'Larger' }).click();
  await expect.poll(async () => (await drawing.locator('svg').boundingBox())!.width).toBeGreaterThan(before!.width * 1.3);
  await page.getByRole('button', { name: 'All of it' }).click();
  await expect.poll(async () => (await drawing.locator('svg').boundingBox())!.width).toBeCloseTo(before!.width, 0);
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'SVG' }).click()]);
  expect(file.suggestedFilename()).toBe('paper-all.svg');
  expect(readFileSync((await file.path())!, 'utf8')).toMatch(/^<svg xmlns="http:\/\/www\.w3\.org\/2000\/svg"/);
  expect(errors).toEqual([]);
});

test('on a phone the order of work is ticked through, with date and initials, and goes on where it was left', async ({ page, request }) => {
  test.setTimeout(300_000);
  const project = await freshOwlBox(request, 'Phone');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`/projects/${project}/build?view=work`);
  const work = page.getByLabel('Order of work');
  await work.getByLabel('Your initials').fill('QX');
  // The list stands as wide as the phone: nothing is reached by pushing it sideways.
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  // What each step should find is read from the circuit first.
  await expect(work.locator('ol > li[data-done]').first()).toBeVisible();
  const all = await work.locator('ol > li[data-done]').count();
  expect(all).toBeGreaterThan(20);
  const step = (done: number) => expect(work.getByText(`${done} of ${all}`)).toBeVisible();
  const tickNext = () => work.locator('li.next input[type="checkbox"]').check({ noWaitAfter: true });
  for (let done = 0; done < 12; done++) {
    await tickNext();
    await step(done + 1);
  }
  await page.reload();
  await step(12);
  await expect(work.locator('li.next').getByText('Check:')).toBeVisible();
  await expect(work.locator('[data-done="yes"]').first()).toContainText('QX');
  let pictures = 0;
  for (let done = 12; done < all; done++) {
    pictures += await work.locator('li.next img').count();
    await tickNext();
    await step(done + 1);
  }
  expect(pictures).toBeGreaterThan(5);
  await expect(work.locator('[data-done="no"]')).toHaveCount(0);
  // One is taken back: it is the next again.
  await work.locator('ol > li[data-done] input[type="checkbox"]').nth(3).uncheck({ noWaitAfter: true });
  await step(all - 1);
  const records = (await (await request.get(`/api/projects/${project}/records`)).json()) as {
    records: { kind: string; initials: string }[];
  };
  expect(records.records.filter(({ kind, initials }) => kind === 'tick' && initials === 'QX')).toHaveLength(all + 1);
});

test('what was built otherwise is noted, a revision is kept, and what changed since is a list and on the drawing', async ({
  page,
  request,
}) => {
  const errors = watchErrors(page);
  const project = await freshOwlBox(request, 'Built');
  await page.goto(`/projects/${project}/build?view=built`);
  await choose(page.getByLabel('Wire or part'), 'W1.6 BN 1 mm²');
  await page.getByLabel('What is different').fill('black, there was no brown');
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByText('black, there was no brown')).toBeVisible();
  await page.getByLabel('Name').fill('as built');
  await page.getByRole('button', { name: 'Keep as a revision' }).click();
  await view(page, 'Wires');
  await choose(page.getByRole('button', { name: /^Colour of W1.6:/ }), /^BK /);
  await saved(page, 2);
  await view(page, 'As built');
  await choose(page.getByLabel('From'), 'as built');
  await page.getByRole('button', { name: 'Compare' }).click();
  await expect(page.getByLabel('Changes').getByText('colour brown → black')).toBeVisible();
  await expect(page.locator('.rank')).toHaveCount(1);
  await page.reload();
  await expect(page.getByText('black, there was no brown')).toBeVisible();
  await page.getByRole('button', { name: 'Take back the note on W1.6' }).click();
  await expect(page.getByText('black, there was no brown')).toHaveCount(0);
  expect(errors).toEqual([]);
});

test('two jobs stand side by side with what each takes, and what falls away where one takes the other’s place', async ({
  page,
  request,
}) => {
  const errors = watchErrors(page);
  const project = await freshOwlBox(request, 'Beside');
  await page.goto(`/projects/${project}/build?view=beside`);
  const table = page.getByLabel('Variants, side by side');
  await expect(table.getByRole('columnheader')).toHaveCount(2);
  await expect(table.getByRole('row', { name: 'States as meant' })).toContainText(/\d+ of \d+/);
  await expect(page.getByRole('list', { name: 'Changes' }).locator('[data-kind=gone]').first()).toContainText(' to ');
  await choose(page.getByLabel('and this'), 'All jobs together');
  await expect(table.getByRole('columnheader')).toHaveCount(3);
  await expect(table.getByRole('columnheader').last()).toHaveText('All jobs together');
  // A kept revision stands beside what became of it.
  await view(page, 'As built');
  await page.getByLabel('Name', { exact: true }).fill('before');
  await page.getByRole('button', { name: 'Keep as a revision' }).click();
  await view(page, 'Side by side');
  await choose(page.getByLabel('beside this'), 'Revision before');
  await expect(table.getByRole('columnheader').nth(1)).toHaveText('Revision before');
  expect(errors).toEqual([]);
});

test('fewer sizes of wire: what they cost and make worse is said, and one press keeps to them', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Few');
  await page.goto(`/projects/${project}/build`);
  await view(page, 'Cut list');
  const few = page.getByRole('region', { name: 'Fewer sizes' });
  await expect(few).toContainText(/In all \d sizes/);
  await few.getByRole('button', { name: 'Fewer sizes…' }).click();
  const rows = few.locator('tbody tr');
  await expect(rows.nth(1)).toContainText('Keep to these');
  const sizes = await rows.last().locator('td').first().innerText();
  await rows.last().getByRole('button').click();
  await expect(few).toContainText(`(${sizes})`);
  await expect(few).toContainText('where they will do');
  await few.getByRole('button', { name: 'Take every size again' }).click();
  await expect(few).not.toContainText('where they will do');
});

test('room in a box, one cable for a way, and what things cost where one buys them', async ({ page, request }) => {
  const errors = watchErrors(page);
  const document = JSON.parse(readFileSync(new URL('../examples/circuits/17-radio-outlet.json', import.meta.url), 'utf8')) as object;
  const { id } = (await (await request.post('/api/projects', { data: { document } })).json()) as { id: string };
  await page.goto(`/projects/${id}/design`);
  await page.getByRole('button', { name: /places, distances/ }).click();
  const places = page.getByRole('dialog', { name: 'Places and distances' });
  const room = places.getByLabel('Room in the box at wall box, extension ring counted in');
  await expect(room).toHaveValue('840');
  await room.fill('18 cu in');
  await room.press('Tab');
  await expect(room).toHaveValue('295');
  await page.keyboard.press('Escape');
  const fill = page.locator('[data-rule="box-fill"][data-severity="caution"]');
  await expect(fill).toContainText('which has 295 cm³');
  await fill.getByRole('button', { name: 'Nudge to 500 cm³ of room' }).click();
  await expect(fill).toHaveCount(0);

  await page.goto(`/projects/${id}/build?view=parts`);
  const total = page.locator('tfoot');
  await expect(total).toContainText('in the invented prices of the shelf');
  await page.getByLabel('Your money').fill('€');
  await page.getByLabel('Your money').press('Tab');
  const each = page.getByLabel(/^What one costs: 30 A two-pole power relay/);
  await each.fill('11,50');
  await each.press('Tab');
  await expect(total).toContainText('of it 11.50 € at your prices');
  // No price is below nothing.
  await each.fill('-1');
  await each.press('Tab');
  await expect(each).toHaveValue('11.5');
  expect(errors).toEqual([]);
});

test('what goes one way of low voltage is cut and bought as one cable', async ({ page, request }) => {
  const errors = watchErrors(page);
  const began = ['brake', 'left', 'tail'].reduce(
    (design, lamp) => hear(`when the ${lamp} switch is on, light a 21 W ${lamp} lamp from the battery`, design).add!(design),
    blankDesign('Trailer', 'battery-12'),
  );
  const { id } = (await (await request.post('/api/projects', { data: { document: began } })).json()) as { id: string };
  await page.goto(`/projects/${id}/design`);
  await page.getByRole('button', { name: /places, distances/ }).click();
  const places = page.getByRole('dialog', { name: 'Places and distances' });
  const cable = places.getByRole('button', { name: 'One cable from dash to load' });
  await expect(cable).toHaveAttribute('aria-pressed', 'false');
  await cable.click();
  await expect(cable).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Escape');
  await page.goto(`/projects/${id}/build?view=parts`);
  await expect(page.getByRole('row', { name: /cable of 3 cores: / })).toContainText('1 piece');
  expect(errors).toEqual([]);
});

test('where there is no metal the way back is a wire of its own, cut and listed', async ({ page, request }) => {
  const errors = watchErrors(page);
  const document = hear('when the key is on, run a 60 W fan from the battery', blankDesign('Hull', 'battery-12')).add!(
    blankDesign('Hull', 'battery-12'),
  );
  const { id } = (await (await request.post('/api/projects', { data: { document } })).json()) as { id: string };
  await page.goto(`/projects/${id}/build?view=parts`);
  const studs = page.getByRole('row', { name: /Ground stud M6/ });
  await expect(studs).toContainText('G3');
  await page.goto(`/projects/${id}/design`);
  await page.getByRole('button', { name: /places, distances/ }).click();
  const places = page.getByRole('dialog', { name: 'Places and distances' });
  const metal = places.getByRole('button', { name: 'No metal at load' });
  await expect(places.getByLabel('Ground stud at load, mΩ')).toHaveValue('2');
  await metal.click();
  await expect(metal).toHaveAttribute('aria-pressed', 'true');
  await expect(places.getByLabel('Ground stud at load, mΩ')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.goto(`/projects/${id}/build?view=parts`);
  await expect(studs).not.toContainText('G3');
  expect(errors).toEqual([]);
});

test('a switched outlet is said on an empty page, asked what it is for, and bought for its breaker', async ({ page }) => {
  const errors = watchErrors(page);
  await page.goto('/');
  await page.getByLabel('Say what shall happen').fill('switch a 120 V 10 A outlet when pin D4 is high, by a relay module');
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/projects\//);
  await expect(page.getByLabel('Findings', { exact: true })).toContainText(/Of a motor contact .* bears .* of anything/);
  await page.goto(page.url().replace(/\/design.*/, '/build?view=parts'));
  await expect(page.getByRole('row', { name: /Socket outlet with earth \(outlet\), 120 V, for 15 A or more/ })).toBeVisible();
  expect(errors).toEqual([]);
});
