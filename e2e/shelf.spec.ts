/** Boards and heatsinks of one's own, and loads, sensors and supplies that are kept for other projects. */
import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { OWN_BEGINNINGS } from '@iron-nudge/core';
import { bookText, choose, freshOwlBox, loadExample, openJob, saved, watchErrors } from './support.ts';

async function begin(page: Page, kind: RegExp, name: string): Promise<void> {
  await page.goto('/parts');
  await page.getByRole('button', { name: '+ own part' }).click();
  const asked = page.getByRole('dialog', { name: 'Add a part of your own' });
  await asked.getByLabel('Name').fill(name);
  await choose(asked.getByLabel('It is', { exact: true }), kind);
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('heading', { name, exact: true })).toBeVisible();
}
const give = (page: Page, name: string, content: string) =>
  page.getByLabel('File of own parts, CSV or JSON').setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(content) });
/** What an earlier run left on the shelf is in nobody's way. */
const own = (name: string) => `${name} ${Date.now() % 1e6}`;
/** The printed book names each of them. */
async function inBook(page: Page, ...names: string[]): Promise<void> {
  const book = (await bookText(page)).replace(/\s+/g, ' ');
  for (const name of names) expect(book).toContain(name);
}
const kept = (page: Page) => expect(page.getByText('kept', { exact: true })).toBeVisible();

test('an own board is typed from its sheet, used, told as assumed, listed with its price, and judged by what its pins do', async ({
  page,
  request,
}) => {
  const name = own('Kit board');
  const errors = watchErrors(page);
  await begin(page, /controller board/, name);
  await expect(page.getByText(/15 of 17 fields are assumed/)).toBeVisible();
  await page.getByLabel('Pulses while it starts').fill('D40');
  await expect(page.getByRole('alert')).toHaveText('Not kept: Pulses while it starts: the board has no pin D40');
  await page.getByLabel('Pulses while it starts').fill('D13');
  await page.getByLabel('Used by the upload').fill('D0 D1');
  await page.getByRole('button', { name: 'it has none' }).first().click();
  await page.getByLabel('Price').fill('6.2');
  await expect(page.getByText(/12 of 17 fields are assumed/)).toBeVisible();
  await kept(page);

  const project = await loadExample(request, 'circuits/13-mains-lamp-by-module');
  await openJob(page, project, 'lamp');
  await page.getByRole('button', { name: /^porch board 1 step/ }).click();
  const board = page.getByRole('dialog', { name: 'porch board' });
  await choose(board.getByLabel('It is a', { exact: true }), name);
  await expect(board.getByText('A pin gives 20 mA for good')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText(/nothing to fix/i).first()).toBeVisible();
  await page.getByRole('button', { name: /\d+ assumed/ }).click();
  const assumed = page.getByRole('dialog', { name: 'What is assumed' });
  await expect(assumed).toContainText(`${name}: a pin gives, for good`);
  await expect(assumed).not.toContainText(`${name}: pulses while it starts`);
  await page.keyboard.press('Escape');
  await saved(page, 2);
  await page.goto(`/projects/${project}/build?view=parts`);
  await expect(page.getByRole('row').filter({ hasText: name })).toContainText('6.20');
  await inBook(page, name);

  // On the shelf, its pin turns out to pulse: the project says so once it takes that in.
  await page.goto('/parts');
  await page.getByRole('link', { name }).first().click();
  await expect(page.getByText('Used in')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Delete' })).toBeDisabled();
  await page.getByLabel('Pulses while it starts').fill('D5 D13');
  await kept(page);
  await openJob(page, project, 'lamp');
  await page.getByRole('button', { name: /\d+ assumed/ }).click();
  await assumed.getByRole('button', { name: 'Take it anew' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Findings', { exact: true })).toContainText('While its controller boots, this job may come on');
  expect(errors).toEqual([]);
});

test('an own heatsink cools an own solid-state relay, and says that nobody typed what it takes', async ({ page, request }) => {
  const name = own('Old plate');
  await begin(page, /heatsink/, name);
  await page.getByLabel('To still air, K/W').fill('9');
  await kept(page);
  const project = await loadExample(request, 'circuits/20-kiln');
  await openJob(page, project, 'ring-1');
  await page.getByRole('button', { name: /^Settings of/ }).click();
  await choose(page.getByLabel('Cooled by', { exact: true }), name);
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Findings', { exact: true })).toContainText(`inside with ${name}`);
  await expect(page.getByText(/saved · revision [2-9]/)).toBeVisible();
  await page.goto(`/projects/${project}/build?view=parts`);
  await expect(page.getByRole('row').filter({ hasText: name })).toBeVisible();
  await inBook(page, name);
});

test('an own breaker guards a job, is bought by its name, and is held to what stands on its label', async ({ page, request }) => {
  const name = own('Grey breaker');
  await begin(page, /fuse or breaker/, name);
  await choose(page.getByLabel('It opens like a'), 'thermal breaker');
  await page.getByLabel('Rating').fill('20');
  await page.getByLabel('Direct current, at most').fill('12');
  await kept(page);
  const project = await freshOwlBox(request, 'Takes a breaker');
  await openJob(page, project, 'dew');
  await page.getByRole('button', { name: /^Settings of/ }).click();
  await choose(page.getByLabel('Load protected by', { exact: true }), `${name}, 20 A`);
  await expect(page.getByLabel('Its rating', { exact: true })).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Findings', { exact: true })).toContainText('breaks up to 12.00 V, and');
  await saved(page, 2);
  await page.goto(`/projects/${project}/build?view=parts`);
  await expect(page.getByRole('row').filter({ hasText: `${name}, 20 A` })).toBeVisible();
  await inBook(page, name);
});

test('an own socket, fuse holder and box are typed from their labels, used, told as assumed, bought, judged, and go out and in as CSV', async ({
  page,
  request,
}) => {
  const [socket, holder, box] = [own('Tray socket'), own('Red holder'), own('Grey box')];
  const errors = watchErrors(page);
  await begin(page, /socket of a relay/, socket);
  await page.getByLabel('Each receptacle bears').fill('25');
  await kept(page);
  await begin(page, /fuse holder/, holder);
  await page.getByLabel('Its own leads').fill('0.5');
  await kept(page);
  await begin(page, /box \(enclosure\)/, box);
  await page.getByLabel('Width outside, mm').fill('160');
  await page.getByLabel('Price').fill('7.5');
  await kept(page);

  const project = await loadExample(request, 'circuits/01-switched-load');
  const { document } = (await (await request.get(`/api/projects/${project}`)).json()) as { document: { jobs: { id: string }[] } };
  await openJob(page, project, document.jobs[0]!.id);
  await page.getByRole('button', { name: /^Settings of/ }).click();
  await choose(page.getByLabel('Socket', { exact: true }), `${socket}, 25 A`);
  await choose(page.getByLabel('It stands in', { exact: true }), `${holder}, 15 A`);
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Findings', { exact: true })).toContainText(`in ${holder}; its leads of 0.5 mm²`);
  await page.getByRole('button', { name: /places, distances/ }).click();
  await choose(page.getByLabel('relay box is closed in'), box);
  await expect(page.getByLabel('Outside of the box at relay box')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /\d+ assumed/ }).click();
  const assumed = page.getByRole('dialog', { name: 'What is assumed' });
  await expect(assumed).toContainText(`${holder}: fuse in it, at most`);
  await expect(assumed).toContainText(`${box}: depth outside`);
  await expect(assumed).not.toContainText(`${box}: width outside`);
  await page.keyboard.press('Escape');
  await saved(page, 4);
  await page.goto(`/projects/${project}/build?view=parts`);
  await expect(page.getByRole('row').filter({ hasText: `${box}: plastic box 160 × 150 × 75 mm` })).toContainText('7.50');
  await expect(page.getByRole('row').filter({ hasText: `${holder}: holder for blade fuses` })).toBeVisible();
  await expect(page.getByRole('row').filter({ hasText: socket })).toBeVisible();
  await inBook(page, socket, holder, box);

  await page.goto('/parts');
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Own other parts as CSV' }).click()]);
  const csv = readFileSync(await file.path(), 'utf8');
  await give(page, 'parts.csv', csv.replaceAll(box, `${box} again`));
  await page.getByRole('tab', { name: 'My own other parts' }).click();
  await expect(page.getByRole('cell', { name: `${box} again` })).toBeVisible();
  await give(page, 'parts.csv', csv.replace(/,160,/, ',wide,'));
  await expect(page.getByRole('alert')).toContainText(/row \d+, widthMm/);
  expect(errors).toEqual([]);
});

test('an own terminal block is typed from its label, parts a wire of the mains, is bought pole by pole and judged', async ({
  page,
  request,
}) => {
  const block = own('White block');
  const errors = watchErrors(page);
  await begin(page, /terminal block or connector/, block);
  await choose(page.getByLabel('It is a'), 'terminal block, of ceramic');
  await page.getByLabel('A pole bears').fill('12');
  await page.getByLabel('Made for').fill('450');
  await page.getByLabel('Price').fill('0.7');
  await kept(page);
  const project = await loadExample(request, 'as-sold/own-block');
  const { document } = (await (await request.get(`/api/projects/${project}`)).json()) as { document: { jobs: { id: string }[] } };
  await openJob(page, project, document.jobs[0]!.id);
  await page.getByText('W1.12t', { exact: false }).first().click();
  await choose(page.getByLabel('Connector in W1.12t'), block);
  await expect(page.getByLabel('Findings', { exact: true })).toContainText('bears 12 A');
  await saved(page, 2);
  await page.goto(`/projects/${project}/build?view=parts`);
  await expect(page.getByRole('row').filter({ hasText: `${block}, a pole` })).toContainText('0.70');
  await expect(page.getByRole('row').filter({ hasText: 'White block from the drawer, a pole' })).toContainText('2');
  await inBook(page, block);
  expect(errors).toEqual([]);
});

test('an own cut-out is typed from its label, ends the heat of a job, is bought and judged', async ({ page, request }) => {
  const cutOut = own('Red knob');
  const errors = watchErrors(page);
  await begin(page, /thermal fuse or cut-out/, cutOut);
  await page.getByLabel('Opens at').fill('120');
  await choose(page.getByLabel('Closes again'), 'cut-out with a knob: by hand');
  await page.getByLabel('Rating').fill('10');
  await page.getByLabel('Price').fill('4.4');
  await kept(page);
  const project = await loadExample(request, 'as-sold/own-cut-out');
  await openJob(page, project, 'heater');
  await page.getByRole('button', { name: /^Settings of/ }).click();
  await choose(page.getByLabel('Thermal fuse', { exact: true }), cutOut);
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Findings', { exact: true })).toContainText('it is made for 10 A');
  await saved(page, 2);
  await page.goto(`/projects/${project}/build?view=parts`);
  await expect(page.getByRole('row').filter({ hasText: `${cutOut}, opens at 120 °C` })).toContainText('4.40');
  await inBook(page, cutOut);
  expect(errors).toEqual([]);
});

test('every kind of part can be begun in the browser, and goes out and comes in as one file', async ({ page, request }) => {
  test.slow();
  const errors = watchErrors(page);
  const names = new Map(OWN_BEGINNINGS.map(({ value, text }) => [text, own(`Every ${value}`)]));
  for (const [text, name] of names) await begin(page, new RegExp(`^${text.replace(/[()]/g, '\\$&')}$`), name);
  const listed = async (ending = '') => {
    const { parts } = (await (await request.get('/api/parts')).json()) as { parts: { part: { id: string; name: string } }[] };
    return [...names.values()].filter((name) => !parts.some(({ part }) => part.name === `${name}${ending}`));
  };
  expect(await listed()).toEqual([]);
  await page.goto('/parts');
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Own shelf as JSON' }).click()]);
  const shelf = JSON.parse(readFileSync(await file.path(), 'utf8')) as { parts: { id: string; name: string }[] };
  const again = shelf.parts
    .filter(({ name }) => [...names.values()].includes(name))
    .map((part) => ({ ...part, id: `${part.id}-b`, name: `${part.name} again` }));
  expect(again).toHaveLength(names.size);
  await give(page, 'shelf.json', JSON.stringify({ ...shelf, parts: again }));
  await expect.poll(() => listed(' again')).toEqual([]);
  expect(errors).toEqual([]);
});

test('a load, a sensor and a supply are typed and taken in a project; the shelf goes out and comes in as one file', async ({
  page,
  request,
}) => {
  const [pump, sensor, bench] = [own('Bilge pump'), own('Hot hood'), own('Bench supply')];
  const errors = watchErrors(page);
  await begin(page, /^load$/, pump);
  const card = page.getByLabel('As a project takes it in');
  await choose(card.getByLabel('It is', { exact: true }), 'motor');
  await page.getByLabel('One takes').fill('72');
  await kept(page);
  await begin(page, /switch, sensor/, sensor);
  await choose(card.getByLabel('It is', { exact: true }), /sensor with two levels/);
  await page.getByLabel('Closes at').fill('70');
  await page.getByLabel('Opens at').fill('60');
  await kept(page);
  await begin(page, /^supply$/, bench);
  await choose(card.getByLabel('It is', { exact: true }), /^12 V ⎓ isolated supply$/);
  await page.getByLabel('It gives at most').fill('8');
  await kept(page);

  const project = await freshOwlBox(request, 'Takes from the shelf');
  await openJob(page, project, 'dew');
  await page.getByRole('button', { name: '+ supply' }).click();
  const source = page.getByRole('dialog', { name: 'Add a supply' });
  await choose(source.getByLabel('It is', { exact: true }), `of my shelf: ${bench}`);
  await source.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('complementary', { name: 'Project' })).toContainText(bench);
  await page.getByRole('button', { name: '+ signal' }).click();
  const asked = page.getByRole('dialog', { name: 'Add a signal' });
  await choose(asked.getByLabel('It is', { exact: true }), `of my shelf: ${sensor}`);
  await expect(asked.getByLabel('Name')).toHaveValue(sensor);
  await asked.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('button', { name: new RegExp(`^${sensor}`) }).click();
  await expect(page.getByLabel('Closes at, °C')).toHaveValue('70');
  await page.keyboard.press('Escape');
  await page
    .getByLabel('Sentence', { exact: true })
    .getByRole('button', { name: /dew strips/ })
    .first()
    .click();
  await choose(page.getByLabel('Or one of my shelf'), pump);
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText(pump);
  await page.getByRole('button', { name: 'Keep on my shelf' }).click();
  await expect(page.getByText(`“${pump}” is on your shelf`)).toBeVisible();
  await page.keyboard.press('Escape');
  // Used: the pump hangs on the bench supply, which is drawn, and gives less than the pump takes at its start.
  await page
    .getByLabel('Sentence', { exact: true })
    .getByRole('button', { name: /battery/ })
    .first()
    .click();
  await choose(page.getByLabel('From', { exact: true }), `${bench}, 12 V`);
  await expect(page.getByLabel('Current paths', { exact: true })).toContainText(bench);
  await expect(page.getByLabel('Findings', { exact: true })).toContainText(`${bench} gives 8 A`);
  await expect(page.getByText(/saved · revision [2-9]/)).toBeVisible();
  await page.goto(`/projects/${project}/build?view=parts`);
  await expect(page.getByRole('row').filter({ hasText: `${pump}` })).toBeVisible();
  await inBook(page, pump, bench);

  await page.goto('/parts');
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Own shelf as JSON' }).click()]);
  const text = readFileSync(await file.path(), 'utf8');
  expect(text).toContain(sensor);
  await give(page, 'shelf.json', text.replaceAll(sensor, `${sensor} again`));
  await page.getByRole('tab', { name: 'My own other parts' }).click();
  await expect(page.getByRole('cell', { name: `${sensor} again` })).toBeVisible();
  await give(page, 'shelf.json', text.replace('"closesAt": 70', '"closesAt": 7000'));
  await expect(page.getByRole('alert')).toContainText(/parts\[\d+\]\.signal\.closesAt/);
  expect(errors).toEqual([]);
});

test('a battery that becomes one of 24 V brings its jobs along, and one undo takes it back', async ({ page, request }) => {
  const errors = watchErrors(page);
  const project = await loadExample(request, 'circuits/01-switched-load');
  const { document } = (await (await request.get(`/api/projects/${project}`)).json()) as {
    document: { jobs: { id: string }[]; supplies: { name: string }[] };
  };
  await openJob(page, project, document.jobs[0]!.id);
  await page
    .getByRole('complementary', { name: 'Project' })
    .getByRole('button', { name: new RegExp(`^${document.supplies[0]!.name}`) })
    .click();
  await choose(page.getByLabel('It is', { exact: true }), '24 V battery');
  const behind = page.getByText('Made for another voltage:');
  await expect(behind).toBeVisible();
  await expect(page.getByLabel('Findings', { exact: true })).toContainText('12 V coil');
  await page.getByRole('button', { name: /along to 24 V/ }).click();
  await expect(behind).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('24 V');
  await expect(page.getByLabel('Findings', { exact: true })).not.toContainText('12 V coil');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Sentence', { exact: true })).not.toContainText('24 V');
  expect(errors).toEqual([]);
});
