/**
 * Every kind of part that switches, from a made-up label in a new user's hand: typed, used in a job, found in the drawing, the list
 * with its price and the book, judged by what its label says, and carried by the project's file.
 */
import { expect, test, type Page } from '@playwright/test';
import { OWN_FORM_NAMES, SOCKETS, type OwnForm } from '@iron-nudge/core';
import { bookText, choose, loadExample, openJob, watchErrors } from './support.ts';

interface Case {
  readonly form: OwnForm;
  /** What its label prints: too little for the job, so that it has to be said. */
  readonly printed: string;
  readonly coilV?: number;
  /** The job that it is used in. */
  readonly project: string;
  readonly job: string;
  /** Where a job names it: in its sentence after `through`, or a setting of the job. */
  readonly use: 'sentence' | 'Time relay' | 'Stepping relay';
  /** What is said of it. */
  readonly judged: RegExp;
}
const PRICE = 7.31;
const CONTACT = /danger\s*Contact K1\S* \S+ carries .* of /;
const CASES: readonly Case[] = [
  { form: 'four', printed: '1 A 14 V DC', project: 'circuits/01-switched-load', job: 'light', use: 'sentence', judged: CONTACT },
  { form: 'five', printed: '1/1 A 14 V⎓', project: 'circuits/05-inhibit', job: 'clutch', use: 'sentence', judged: CONTACT },
  { form: 'twin', printed: '1 A 14 V DC', project: 'circuits/01-switched-load', job: 'light', use: 'sentence', judged: CONTACT },
  { form: 'two-pole', printed: '1 A 30 V DC', project: 'circuits/01-switched-load', job: 'light', use: 'sentence', judged: CONTACT },
  { form: 'stud', printed: '50 A 14 V DC', project: 'as-sold/150-a-on-studs', job: 'job-1', use: 'sentence', judged: CONTACT },
  {
    form: 'sensing',
    printed: '10 A 14 V DC',
    project: 'circuits/11-split-charge-one-piece',
    job: 'charge',
    use: 'sentence',
    judged: CONTACT,
  },
  { form: 'module', printed: '0.2 A 250 V~', project: 'circuits/13-mains-lamp-by-module', job: 'lamp', use: 'sentence', judged: CONTACT },
  {
    ...{ form: 'contactor', printed: 'AC-1 4 A 400 V', coilV: 12, project: 'as-sold/own-contactor', job: 'job-1' },
    ...{ use: 'sentence', judged: CONTACT },
  },
  {
    ...{ form: 'contactor-one', printed: 'AC-1 4 A 250 V', coilV: 12, project: 'as-sold/own-contactor', job: 'job-1' },
    ...{ use: 'sentence', judged: CONTACT },
  },
  {
    ...{ form: 'contactor-three', printed: 'AC-1 4 A 400 V', coilV: 12, project: 'as-sold/own-contactor', job: 'job-1' },
    ...{ use: 'sentence', judged: CONTACT },
  },
  { form: 'changeover', printed: '4 A 250 V~', project: 'as-sold/own-contactor', job: 'job-1', use: 'sentence', judged: CONTACT },
  { form: 'solid-ac', printed: '4 A 240 V~', project: 'circuits/20-kiln', job: 'ring-1', use: 'sentence', judged: CONTACT },
  { form: 'solid-dc', printed: '1 A 60 V DC', project: 'circuits/01-switched-load', job: 'light', use: 'sentence', judged: CONTACT },
  {
    ...{ form: 'timer', printed: '0.1 A 14 V DC', project: 'circuits/10-interlock', job: 'lamp', use: 'Time relay' },
    judged: /danger\s*Contact K\S+ \S+, which feeds a coil, carries .* of 100 mA/,
  },
  {
    ...{ form: 'step', printed: '0.1 A 14 V DC', project: 'circuits/08-latch', job: 'lamp', use: 'Stepping relay' },
    judged: /danger\s*Contact K\S+ \S+, which feeds a coil, carries .* of 100 mA/,
  },
];

/** From its label, as somebody types it who holds it: what it is, what is printed on it, what a meter reads on its coil. */
async function type(page: Page, { form, printed, coilV }: Case, name: string): Promise<number> {
  await page.goto('/parts');
  await page.getByRole('button', { name: '+ own part' }).click();
  const asked = page.getByRole('dialog', { name: 'Add a part of your own' });
  await asked.getByLabel('Name').fill(name);
  await choose(asked.getByLabel('It is', { exact: true }), OWN_FORM_NAMES[form]);
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('heading', { name, exact: true })).toBeVisible();
  if (coilV !== undefined) await choose(page.getByLabel('Coil for', { exact: true }), `${coilV} V`);
  await page.getByLabel('Contact rating, as it is printed').fill(printed);
  await expect(page.getByText(/^Read: /)).toBeVisible();
  const ohm = page.getByLabel(/^(Coil at 20 °C|Input, as a resistance), Ω/);
  const typed = Math.round(Number(await ohm.inputValue()) * 1.1);
  await ohm.fill(String(typed));
  await page.getByLabel('Price').fill(String(PRICE));
  await expect(page.getByText('kept', { exact: true })).toBeVisible();
  return typed;
}

async function use(page: Page, { use: where }: Case, name: string): Promise<void> {
  const sentence = page.getByLabel('Sentence', { exact: true });
  if (where === 'sentence') {
    await sentence
      .getByRole('button', { name: /relay|[Mm]odule|[Cc]ontactor/ })
      .first()
      .click();
    await choose(page.getByLabel('Through', { exact: true }), new RegExp(`^${name}, .*your own$`));
    await expect(sentence).toContainText(name);
  } else {
    await page.getByRole('button', { name: /^Settings of/ }).click();
    await choose(page.getByLabel(where, { exact: true }), name);
  }
  await page.keyboard.press('Escape');
}

for (const one of CASES)
  test(`${OWN_FORM_NAMES[one.form]}: from its label to the book`, async ({ page, request }) => {
    const name = `Found ${one.form} ${Date.now() % 1e6}`;
    const errors = watchErrors(page);
    const ohm = await type(page, one, name);
    const project = await loadExample(request, one.project);
    await openJob(page, project, one.job);
    await use(page, one, name);
    // A time relay is drawn with what it is set to.
    if (one.form !== 'timer') await expect(page.getByLabel('Current paths', { exact: true })).toContainText(`${ohm} Ω`);
    await expect(page.getByLabel('Findings', { exact: true })).toContainText(one.judged);
    await expect(page.getByText(/saved · revision [2-9]/)).toBeVisible();

    await page.goto(`/projects/${project}/build?view=parts`);
    const row = page.getByRole('row').filter({ hasText: name });
    await expect(row).toContainText(/\d\.\d\d/);
    // Its own price, and that of what it is plugged into.
    const price = Number(/(\d+\.\d\d)\D*$/.exec(await row.innerText())![1]);
    expect(SOCKETS.map((socket) => (PRICE + socket.price).toFixed(2))).toContain(price.toFixed(2));
    expect((await bookText(page)).replace(/\s+/g, ' ')).toContain(name);

    // Its file stands alone: another machine that knows nothing of the shelf opens it.
    const { document } = (await (await request.get(`/api/projects/${project}`)).json()) as { document: { parts: { name: string }[] } };
    expect(document.parts.map((part) => part.name)).toContain(name);
    const again = await request.post('/api/projects', { data: { document } });
    expect(again.status()).toBe(201);
    expect(errors).toEqual([]);
  });
