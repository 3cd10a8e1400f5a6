/** A shelf of one's own: typed, used, kept while used, out and in as CSV. */
import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { choose, freshOwlBox, loadExample, openJob, saved, watchErrors } from './support.ts';

test('an own relay is typed, used in a project, and cannot vanish while it is', async ({ page, request }, { retry }) => {
  // A name of its own for each try: what an earlier one left on the shelf is in nobody's way.
  const relay = `Mast pump relay ${retry + 1}`;
  const errors = watchErrors(page);
  await page.goto('/parts');
  await page.getByRole('button', { name: '+ own part' }).click();
  await page.getByRole('dialog', { name: 'Add a part of your own' }).getByLabel('Name').fill(relay);
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByLabel('Coil at 20 °C, Ω').fill('110');
  await page.getByLabel('Switches at, at most, V').fill('13');
  await expect(page.getByRole('alert')).toContainText('Switches at, at most: is above the nominal voltage');
  await page.getByLabel('Switches at, at most, V').fill('7.5');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expect(page.getByRole('link', { name: relay })).toBeVisible();

  await expect(page.getByText('kept', { exact: true })).toBeVisible();

  const project = await freshOwlBox(request, 'With an own relay');
  await openJob(page, project, 'dew');
  await page.getByRole('button', { name: '30 A plug-in relay, four-pin' }).click();
  await choose(page.getByLabel('Through', { exact: true }), `${relay}, 12 V, your own`);
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText(`through a ${relay}`);
  await expect(page.getByLabel('Current paths', { exact: true })).toContainText('110 Ω');
  await page.keyboard.press('Escape');
  await saved(page, 2);

  await page.goto('/parts');
  await page.getByRole('link', { name: relay }).first().click();
  await expect(page.getByText('Used in')).toContainText('With an own relay');
  await expect(page.getByRole('button', { name: 'Delete' })).toBeDisabled();
  expect(errors).toEqual([]);
});

/** Types a part as somebody does who holds it: its kind, its name, what is printed on it. */
async function typePart(page: Page, kind: RegExp, name: string, printed: string): Promise<void> {
  await page.goto('/parts');
  await page.getByRole('button', { name: '+ own part' }).click();
  const asked = page.getByRole('dialog', { name: 'Add a part of your own' });
  await asked.getByLabel('Name').fill(name);
  await choose(asked.getByLabel('It is', { exact: true }), kind);
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByLabel('Contact rating, as it is printed').fill(printed);
  await expect(page.getByText(/^Read: /)).toBeVisible();
  await expect(page.getByText('kept', { exact: true })).toBeVisible();
}
test('an own module is typed from its label, used, told as assumed, judged, listed, priced, and in the file', async ({ page, request }, {
  retry,
}) => {
  const name = `Blue bench module ${retry + 1}`;
  const errors = watchErrors(page);
  await typePart(page, /relay module/, name, '10 A 250 V~ / 10 A 30 V DC');
  await expect(page.getByText('Read: 10 A resistive to 30.00 V direct; 10 A resistive to 250 V alternating.')).toBeVisible();
  await expect(page.getByText(/12 of 12 numbers are assumed/)).toBeVisible();
  await page.getByLabel('Price').fill('3.3');
  await page.getByLabel('Coil at 20 °C, Ω').fill('68');
  await expect(page.getByText(/11 of 12 numbers are assumed/)).toBeVisible();
  await page.getByRole('checkbox', { name: /optocoupler/ }).check();
  await expect(page.getByText('kept', { exact: true })).toBeVisible();

  const project = await loadExample(request, 'circuits/13-mains-lamp-by-module');
  await openJob(page, project, 'lamp');
  await page.getByRole('button', { name: /10 A relay module, 5 V/ }).click();
  await choose(page.getByLabel('Through', { exact: true }), `${name}, 5 V, your own`);
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText(`through a ${name}`);
  await page.keyboard.press('Escape');
  await expect(page.getByText(/nothing to fix/i).first()).toBeVisible();
  await page.getByRole('button', { name: /\d+ assumed/ }).click();
  await expect(page.getByRole('dialog', { name: 'What is assumed' })).toContainText(`${name}: narrowest track, mm`);
  await expect(page.getByRole('dialog', { name: 'What is assumed' })).not.toContainText(`${name}: coil`);
  await page.keyboard.press('Escape');
  await saved(page, 2);
  await page.goto(`/projects/${project}/build?view=parts`);
  const row = page.getByRole('row').filter({ hasText: name });
  await expect(row).toContainText('3.30');
  const file = (await (await request.get(`/api/projects/${project}`)).json()) as { document: { parts: { name: string; form: string }[] } };
  expect(file.document.parts).toMatchObject([{ name, form: 'module', module: { opto: true } }]);
  expect(errors).toEqual([]);
});

test('a module whose label says 2 A is caught at a filament lamp and behind a 3 A plug', async ({ page, request }, { retry }) => {
  const name = `Thin module ${retry + 1}`;
  await typePart(page, /relay module/, name, '2 A 250 V~');
  const project = await loadExample(request, 'circuits/13-mains-lamp-by-module');
  await openJob(page, project, 'lamp');
  await page.getByRole('button', { name: /10 A relay module, 5 V/ }).click();
  await choose(page.getByLabel('Through', { exact: true }), `${name}, 5 V, your own`);
  await page.keyboard.press('Escape');
  const findings = page.getByLabel('Findings', { exact: true });
  await expect(findings.getByText('Contact K1 NO carries 287 mA of 200 mA')).toBeVisible();
  await expect(findings.getByText('The plug’s 3 A fuse stands before a device of 2 A')).toBeVisible();
});

test('an own solid-state relay and an own contactor switch a kiln, and cannot vanish while they do', async ({ page, request }, {
  retry,
}) => {
  const [ssr, contactor] = [`Puck ${retry + 1}`, `Kiln contactor ${retry + 1}`];
  await typePart(page, /solid-state relay, alternating/, ssr, '40 A 240 V~');
  await typePart(page, /contactor, two poles/, contactor, 'AC-1 32 A 400 V, AC-3 12 A');
  await expect(page.getByText('Read: 32 A resistive, 12 A motor to 400 V alternating.')).toBeVisible();
  const project = await loadExample(request, 'circuits/20-kiln');
  await openJob(page, project, 'ring-1');
  await page.getByRole('button', { name: /25 A solid-state relay/ }).click();
  await choose(page.getByLabel('Through', { exact: true }), new RegExp(`^${ssr}, 12 V, your own$`));
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText(`through a ${ssr}`);
  await page.getByRole('button', { name: /^Settings of/ }).click();
  await choose(page.getByLabel('Contactor', { exact: true }), contactor);
  await page.keyboard.press('Escape');
  await expect(page.getByText(/saved · revision [3-9]/)).toBeVisible();
  await page.goto(`/projects/${project}/build?view=parts`);
  for (const name of [ssr, contactor]) await expect(page.getByRole('row').filter({ hasText: name })).toBeVisible();
  for (const name of [ssr, contactor]) {
    await page.goto('/parts');
    await page.getByRole('link', { name }).first().click();
    await expect(page.getByText('Used in')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Delete' })).toBeDisabled();
  }
});

test('a part that nobody typed says so in its project; typed later, it is taken anew; a label with two voltages counts the higher', async ({
  page,
  request,
}, { retry }) => {
  const name = `Unread relay ${retry + 1}`;
  await page.goto('/parts');
  await page.getByRole('button', { name: '+ own part' }).click();
  const asked = page.getByRole('dialog', { name: 'Add a part of your own' });
  await asked.getByLabel('Name').fill(name);
  await choose(asked.getByLabel('It is', { exact: true }), /^plug-in relay, five-pin/);
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('heading', { name })).toBeVisible();
  const project = await freshOwlBox(request, 'With an unread relay');
  await openJob(page, project, 'dew');
  await page.getByRole('button', { name: '30 A plug-in relay, four-pin' }).click();
  await choose(page.getByLabel('Through', { exact: true }), `${name}, 12 V, your own`);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /\d+ assumed/ }).click();
  const dialog = page.getByRole('dialog', { name: 'What is assumed' });
  const rated = dialog.getByRole('row').filter({ hasText: `${name}: rating of its contact` });
  await expect(rated).toContainText('30 A');
  await rated.getByRole('button', { name: 'Enter…' }).click();
  await page.getByLabel('Contact rating, as it is printed').fill('40 A 14 V DC, 15 A 28 V DC');
  await expect(page.getByText('Read: 15 A resistive to 28.00 V direct. Of several voltages')).toBeVisible();
  await expect(page.getByText('kept', { exact: true })).toBeVisible();
  await openJob(page, project, 'dew');
  await page.getByRole('button', { name: /\d+ assumed/ }).click();
  await dialog.getByRole('button', { name: 'Take it anew' }).click();
  await expect(rated).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Current staircase', { exact: true })).toContainText('15 A');
});

test('own parts go out as CSV and come in again; a bad row is named and nothing is taken', async ({ page }) => {
  await page.goto('/parts');
  await page.getByRole('button', { name: '+ own part' }).click();
  await page.getByRole('dialog', { name: 'Add a part of your own' }).getByLabel('Name').fill('Counted relay');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Counted relay' })).toBeVisible();
  await page.getByRole('link', { name: 'The whole shelf' }).click();
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Own relays as CSV' }).click()]);
  const csv = readFileSync(await file.path(), 'utf8');
  expect(csv).toContain('Counted relay');
  const give = (content: string) =>
    page
      .getByLabel('File of own parts, CSV or JSON')
      .setInputFiles({ name: 'parts.csv', mimeType: 'text/csv', buffer: Buffer.from(content) });
  await give(csv.replace('Counted relay', 'Counted relay two').replace('own-relay', 'own-second'));
  await expect(page.getByRole('cell', { name: 'Counted relay two' })).toBeVisible();
  const [header, row] = csv.split('\r\n');
  const columns = header!.split(',');
  const cells = row!.split(',');
  cells[columns.indexOf('coilOhm')] = 'many';
  await give([header, cells.join(',')].join('\r\n'));
  await expect(page.getByRole('alert')).toContainText(/row 2, coilOhm/);
});

test('a sum is sent into a new project as a job, its working in the notes', async ({ page }) => {
  await page.goto('/sums/drop');
  await page.getByRole('button', { name: 'Send into a project…' }).click();
  await page.getByRole('button', { name: 'a new project' }).click();
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('load of the sum, 8 A');
  await page.getByRole('button', { name: /^notes/ }).click();
  await expect(page.getByLabel('Notes of this project')).toHaveValue(/ΔV = I · R₂₀/);
});

test('what may be plugged in is asked of a job as it is built, and printed as a label', async ({ page, request }) => {
  const project = await loadExample(request, 'circuits/13-mains-lamp-by-module');
  await openJob(page, project, 'lamp');
  await page.getByRole('button', { name: 'what may I plug in?' }).click();
  const dialog = page.getByRole('dialog', { name: /^What may I plug in/ });
  await expect(dialog.getByRole('row', { name: /heater/ })).toContainText('600 W');
  await expect(dialog.getByRole('row', { name: /heater/ })).toContainText('Load of 3.56 A through a 3 A fuse');
  await expect(dialog.getByRole('row', { name: /filament lamp/ })).toContainText('400 W');
  const [file] = await Promise.all([page.waitForEvent('download'), dialog.getByRole('button', { name: 'Label as SVG' }).click()]);
  const label = readFileSync(await file.path(), 'utf8');
  expect(label).toContain('230 V alternating, fuse 3 A');
  expect(label).toContain('600 W, 2.61 A');
});

test('an own contactor with a coil for alternating current says so, and is kept', async ({ page }, { retry }) => {
  const errors = watchErrors(page);
  const name = `Boiler contactor ${retry + 1}`;
  await typePart(page, /contactor, two poles/, name, '25 A 400 V~');
  await choose(page.getByLabel('Coil for', { exact: true }), '24 V');
  await choose(page.getByLabel('Its coil’s current', { exact: true }), 'alternating');
  await expect(page.getByText('kept', { exact: true })).toBeVisible();
  await page.goto('/parts');
  await expect(page.getByRole('row').filter({ hasText: name })).toContainText('24 V~');
  expect(errors).toEqual([]);
});

test('what is asked of a new part is not cut off by the panel that its button stands in', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto('/parts');
  await page.getByRole('button', { name: '+ own part' }).click();
  const name = page.getByRole('dialog', { name: 'Add a part of your own' }).getByLabel('Name');
  const { x, width, y, height } = (await name.boundingBox())!;
  // What lies at its right end is the field itself.
  const there = await page.evaluate(([left, top]) => document.elementFromPoint(left!, top!)?.tagName, [x + width - 6, y + height / 2]);
  expect(there).toBe('INPUT');
});
