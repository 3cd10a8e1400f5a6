/** The circuits that people build, each opened from its file: seen, operated, proved, and broken by hand. */
import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import { readFileSync, readdirSync } from 'node:fs';
import { choose, watchErrors } from './support.ts';

const folder = new URL('../examples/circuits/', import.meta.url);
interface Example {
  name: string;
  jobs: { id: string; name: string }[];
}
const read = (file: string) => JSON.parse(readFileSync(new URL(file, folder), 'utf8')) as Example;

async function load(request: APIRequestContext, file: string): Promise<string> {
  const answer = await request.post('/api/projects', { data: { document: read(file) } });
  expect(answer.status()).toBe(201);
  return ((await answer.json()) as { id: string }).id;
}
async function open(page: Page, project: string, job: string): Promise<void> {
  await page.goto(`/projects/${project}/design/${job}`);
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('If the signal is lost');
  await expect(page.locator('.symbol').first()).toBeVisible();
}
/** What is live on the drawing, symbol by symbol. */
const liveness = (page: Page) =>
  page.locator('.symbol').evaluateAll((list) => list.map((symbol) => symbol.getAttribute('data-live')).join());

for (const file of readdirSync(folder).sort())
  test(`${file}: sentence, drawing, desk and states`, async ({ page, request }) => {
    const errors = watchErrors(page);
    const project = await load(request, file);
    for (const { id, name } of read(file).jobs) {
      await open(page, project, id);
      const summary = page.getByText(/\d+ of \d+ states match the sentence/);
      const [, matching, all] = /(\d+) of (\d+)/.exec((await summary.textContent())!)!;
      expect([name, matching]).toEqual([name, all]);
      // Some signal of the job, operated as what it is, changes what is live.
      const before = await liveness(page);
      const slider = page.locator('.level').getByRole('slider');
      let changed = false;
      if (await slider.count()) {
        // To whichever end of its track the signal does not stand at.
        for (const end of ['End', 'Home']) {
          if (changed) break;
          await slider.first().press(end);
          // Longer than the delay of any of them.
          for (let tenth = 0; tenth < 70 && !changed; tenth++) {
            await page.waitForTimeout(100);
            changed = (await liveness(page)) !== before;
          }
        }
      }
      for (const key of ['1', '2', '3', '4']) {
        if (changed) break;
        await page.keyboard.down(key);
        await page.waitForTimeout(250);
        changed = (await liveness(page)) !== before;
        await page.keyboard.up(key);
      }
      expect([name, changed]).toEqual([name, true]);
      await page.goto(`/projects/${project}/prove/${id}`);
      await expect(page.getByRole('heading', { name: 'Every state does what was said' })).toBeVisible();
    }
    expect(errors).toEqual([]);
  });

test('what waits is followed by the clock, and what does otherwise meanwhile is shown', async ({ page, request }) => {
  const mended = await load(request, '../mistakes/time-mismatch.mended.json');
  await page.goto(`/projects/${mended}/prove`);
  const courses = page.getByRole('region', { name: 'While its delays run' });
  await expect(courses.getByRole('heading')).toHaveText('While its delays run it does what was said');
  await expect(courses.getByRole('row', { name: /door switch is closed key is on 5 s off ?then on .*as meant/ })).toBeVisible();
  await expect(courses.getByRole('row', { name: /later than said/ })).toHaveCount(1);
  const mistake = await load(request, '../mistakes/time-mismatch.json');
  await page.goto(`/projects/${mistake}/prove`);
  await expect(courses.getByRole('heading')).toHaveText('While its delays run 1 of 2 changes do otherwise');
  await expect(courses.getByRole('row', { name: /5 s off ?then off meant on .*not what was said/ })).toBeVisible();
});

test('a latch: its button is held and let go, the load stays on until the other is pressed', async ({ page, request }) => {
  const project = await load(request, '08-latch.json');
  await open(page, project, 'pump');
  const meter = page.getByLabel('Meter');
  const desk = page.getByLabel('Signal desk');
  await expect(meter).toContainText('0 V');
  const press = async (name: RegExp) => {
    await desk.getByRole('button', { name }).hover();
    await page.mouse.down();
    await expect(desk.getByRole('button', { name })).toHaveAttribute('aria-pressed', 'true');
    await page.mouse.up();
    await expect(desk.getByRole('button', { name })).toHaveAttribute('aria-pressed', 'false');
  };
  await press(/start button/);
  await expect(meter).toContainText('12.');
  await press(/stop button/);
  await expect(meter).toContainText('0 A through it');
  // A row of the proof that lies two steps on puts the desk there by way of them.
  await page.getByRole('link', { name: 'Prove' }).click();
  await page.getByRole('button', { name: 'put the desk here, row 2' }).click();
  await expect(page.locator('[aria-label="State table"] tbody tr').nth(1)).toHaveClass(/desk/);
});

test('a delay runs on the desk’s clock, and may be let pass', async ({ page, request }) => {
  const project = await load(request, '10-interlock.json');
  await open(page, project, 'lamp');
  const meter = page.getByLabel('Meter');
  await page.keyboard.press('1');
  await expect(meter).toContainText('12.');
  await page.keyboard.press('1');
  await expect(page.getByText(/K2\.1 falls in \d+ s/)).toBeVisible();
  await expect(meter).toContainText('12.');
  await page.getByRole('button', { name: 'Let it pass' }).click();
  await expect(meter).toContainText('0 A through it');
});

test('a clause is made to hold, to toggle and to wait by its phrases', async ({ page, request }) => {
  const project = await load(request, '01-switched-load.json');
  await open(page, project, 'light');
  const sentence = page.getByLabel('Sentence', { exact: true });
  await page.getByRole('button', { name: 'light switch is on' }).click();
  await page.getByRole('button', { name: 'later…' }).click();
  await expect(sentence).toContainText('light switch is on after a delay of 5 s');
  await page.getByRole('button', { name: 'after a delay of 5 s' }).click();
  await page.getByLabel('Stays on for, s').fill('12');
  await expect(sentence).toContainText('staying on for 12 s');
  await page.keyboard.press('Escape');
  await expect(page.getByText(/4 of 4 states match/)).toBeVisible();
});

test('the ways of wiring stand side by side, and another is taken', async ({ page, request }) => {
  const project = await load(request, '04-keep-on.json');
  await open(page, project, 'beam');
  await expect(page.locator('.symbol[data-part="beam-feed-diode-1"]')).toBeVisible();
  await page.getByRole('button', { name: 'ways of wiring it' }).click();
  await expect(page.getByText('this one is drawn')).toBeVisible();
  await page.getByRole('button', { name: 'Wire it so' }).click();
  await expect(page.getByRole('button', { name: 'Leave it to the app' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.locator('.symbol[data-part="beam-feed-diode-1"]')).toHaveCount(0);
  await expect(page.locator('.symbol[data-part="beam-helper-1"]').first()).toBeVisible();
});

test('87 and 87a changed about by hand are found and said, and nudged back', async ({ page, request }) => {
  const project = await load(request, '03-fan-override.json');
  await open(page, project, 'fan');
  await page.locator('.symbol[data-part="fan-relay"] .body').first().click();
  await page.getByRole('button', { name: 'Swap 87 and 87a' }).click();
  const wrong = page.locator('[data-rule="state-mismatch"][data-severity="danger"]');
  await expect(wrong).toContainText('do not do what the sentence says');
  await wrong.getByRole('button', { name: /Nudge back/ }).click();
  await expect(wrong).toHaveCount(0);
});

test('a diode taken out, or bridged, is found and said', async ({ page, request }) => {
  const project = await load(request, '04-keep-on.json');
  await open(page, project, 'beam');
  await page.locator('.symbol[data-part="beam-feed-diode-1"] .body').click();
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await expect(page.locator('[data-rule="state-mismatch"][data-severity="danger"]')).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.locator('.symbol[data-part="beam-feed-diode-1"] .body').click();
  await page.getByRole('button', { name: 'A wire instead' }).click();
  await page.locator('.symbol[data-part="beam-feed-diode-2"] .body').click();
  await page.getByRole('button', { name: 'A wire instead' }).click();
  await expect(page.locator('[data-rule="backfeed"][data-severity="danger"]').first()).toContainText('backwards');
});

test('statements hold or show the state that goes against them; all jobs are swept', async ({ page, request }) => {
  const project = await load(request, '10-interlock.json');
  await page.goto(`/projects/${project}/prove/drive`);
  await page.getByRole('button', { name: 'All jobs together' }).click();
  await expect(page.getByText('charger flap switch has tripped means Drive enable off')).toBeVisible();
  await expect(page.locator('[data-holds="true"]')).toHaveCount(1);
  await choose(page.getByLabel('First'), 'key is on');
  await choose(page.getByLabel('How they stand to each other'), 'means');
  await choose(page.getByLabel('Second'), 'Drive enable on');
  await page.getByRole('button', { name: 'State it' }).click();
  await expect(page.locator('[data-holds="false"]')).toContainText('not so in 1 of 4 states');
  await page.getByRole('button', { name: /^Solve 32 states/ }).click();
  await expect(page.getByText('32 of 32 solved, 0 differ')).toBeVisible();
});

test('signals are edited as what they are', async ({ page, request }) => {
  const project = await load(request, '02-fan-by-thermostat.json');
  await open(page, project, 'fan');
  await page
    .getByLabel('Project', { exact: true })
    .getByRole('button', { name: /coolant thermostat/ })
    .click();
  const editor = page.getByRole('dialog', { name: 'coolant thermostat' });
  await choose(editor.getByLabel('It is'), 'a sensor with two levels of temperature or voltage');
  await editor.getByLabel('Closes at, °C').fill('95');
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('coolant thermostat is high');
  const slider = page.locator('.level').getByRole('slider');
  await slider.press('End');
  await expect(page.locator('.level')).toContainText('high');
  await slider.press('Home');
  await expect(page.locator('.level')).toContainText('low');
  await expect(page.getByText(/4 of 4 states match/)).toBeVisible();
});

test('what is always on is fed by its fuse alone; given a key it asks for a relay, and back again', async ({ page, request }) => {
  const errors = watchErrors(page);
  const project = await load(request, '01-switched-load.json');
  await open(page, project, read('01-switched-load.json').jobs[0]!.id);
  const sentence = page.getByLabel('Sentence', { exact: true });
  await sentence.getByRole('button', { name: 'key is on' }).click();
  await page.getByLabel(/The whole clause, in words/).fill('always');
  await page.getByRole('button', { name: 'Take these words' }).click();
  await expect(sentence).toContainText(/^Always feed .* directly, with no relay/);
  await expect(page.getByText('1 of 1 states match the sentence')).toBeVisible();
  await expect(page.locator('[data-rule="parasitic-drain"]')).toContainText('Always on, it takes');
  await expect(page.getByText('Nothing works it: it is on while its supply is there.')).toBeVisible();
  // Nothing switches: a fuse and two lamps.
  await expect(page.locator('.symbol')).toHaveCount(3);
  await sentence.getByRole('button', { name: 'Always' }).click();
  await choose(page.getByLabel('Worked by'), 'light switch');
  await expect(sentence).toContainText(/^When light switch is on, switch /);
  await page.keyboard.press('Control+z');
  await expect(sentence).toContainText(/^Always feed/);
  expect(errors).toEqual([]);
});
