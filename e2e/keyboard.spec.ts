import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { freshOwlBox, openJob } from './support.ts';

const axeSource = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

test('the keyboard alone changes the sentence, adds a signal to it and takes it back', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Keyboard');
  await openJob(page, project, 'dew');
  await page.getByRole('button', { name: 'master key is on' }).focus();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'dew switch is on' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Signal', { exact: true })).toBeFocused();
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'and…' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('dew switch is on and master key is on');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Sentence', { exact: true })).not.toContainText('and master key is on');
  // On to the lost-signal phrase, opened, closed with Esc, and the focus is back where it was.
  const lost = page.getByRole('button', { name: 'off', exact: true });
  await lost.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel(/With no signal/)).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(lost).toBeFocused();
});

for (const goesElsewhere of [false, true])
  test(`an editor whose first field is still being fetched gives it the focus when it is there${goesElsewhere ? ', not from where somebody went' : ''}`, async ({
    page,
    request,
  }) => {
    const project = await freshOwlBox(request, 'Late field');
    let send = (): void => undefined;
    const sent = new Promise<void>((resolve) => (send = resolve));
    await page.route(/SelectBox[^/]*\.js/, async (route) => {
      await sent;
      await route.continue();
    });
    await openJob(page, project, 'dew');
    const phrase = page.getByRole('button', { name: 'dew switch is on' });
    const other = page.getByRole('button', { name: 'master key is on' });
    await phrase.press('Enter');
    await expect(page.getByRole('button', { name: 'and…' })).toBeVisible();
    await page.waitForTimeout(1000);
    await expect(phrase).toBeFocused();
    if (goesElsewhere) await page.keyboard.press('Shift+Tab');
    send();
    const field = page.getByLabel('Signal', { exact: true });
    await expect(field).toBeVisible();
    await page.waitForTimeout(300);
    await expect(goesElsewhere ? other : field).toBeFocused();
  });

test('from the top of the page it is a few Tabs to the first finding, and to the sentence', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Skip');
  for (const [link, part, most] of [
    ['To the findings', 'Findings', 12],
    ['To the sentence', 'Sentence', 6],
  ] as const) {
    await openJob(page, project, 'fans');
    await expect(page.getByLabel('Findings', { exact: true }).getByText('W3.8 bears 35.4 A').first()).toBeVisible();
    await page.keyboard.press('Tab');
    await expect(page.getByRole('button', { name: 'To the page' })).toBeFocused();
    await expect(page.getByRole('button', { name: 'To the page' })).toBeInViewport();
    let tabs = 1;
    while ((await page.evaluate(() => document.activeElement?.textContent.trim())) !== link && tabs < 10) {
      await page.keyboard.press('Tab');
      tabs++;
    }
    await page.keyboard.press('Enter');
    await page.keyboard.press('Tab');
    tabs += 2;
    const inside = await page.getByLabel(part, { exact: true }).evaluate((element) => element.contains(document.activeElement));
    expect({ link, inside, few: tabs <= most }).toEqual({ link, inside: true, few: true });
  }
});

test('an editor of the side panel is whole, and Esc gives the focus back', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Side');
  await openJob(page, project, 'dew');
  const thermostat = page.getByLabel('Project', { exact: true }).getByRole('button', { name: /cabin thermostat/ });
  await thermostat.click();
  const editor = page.getByRole('dialog', { name: 'cabin thermostat' });
  await expect(editor.getByLabel('Name')).toBeFocused();
  const [left, right] = await editor.evaluate((element) => {
    const { left: x, right: end, top, height } = element.getBoundingClientRect();
    const visibleAt = (at: number) => element.contains(document.elementFromPoint(at, top + height / 2));
    return [visibleAt(x + 3), visibleAt(end - 3)];
  });
  expect([left, right]).toEqual([true, true]);
  await editor.getByLabel('Name').fill('warm cabin');
  await expect(page.getByRole('button', { name: /^warm cabin/ }).first()).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Project', { exact: true }).getByRole('button', { name: /warm cabin/ })).toBeFocused();
});

test('Ctrl K finds a wire and shows it; ? shows the help of the screen, on every screen', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Finder');
  await openJob(page, project, 'dew');
  await page.keyboard.press('Control+k');
  await page.getByLabel(/Find a job/).fill('wire w3.6');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/design\/fans/);
  await expect(page.locator('.wire[data-wire="W3.6"]')).toHaveClass(/selected/);
  await page.keyboard.press('Shift+?');
  await expect(page.getByRole('dialog', { name: 'Help: Design' })).toContainText('operate a signal on the desk');
  await page.keyboard.press('Escape');
  for (const [address, title] of [
    [`/projects/${project}/prove`, 'Prove'],
    [`/projects/${project}/build`, 'Build'],
    [`/projects/${project}/bench`, 'Bench'],
    ['/', 'All projects'],
    ['/parts', 'Parts'],
    ['/sums', 'Sums'],
    ['/tables', 'Tables'],
    ['/relay', 'What is this relay?'],
    ['/trouble', 'Something does not work'],
  ] as const) {
    await page.goto(address);
    await page.getByRole('button', { name: 'Help' }).click();
    await expect(page.getByRole('dialog', { name: `Help: ${title}` })).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('button', { name: 'Help' })).toBeFocused();
  }
});

test('Esc closes a dialog that is still coming up, and the focus stays with what opened it', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Esc');
  await openJob(page, project, 'dew');
  // As on a machine that takes its time: without this there is a tenth of a second to be too early in.
  await page.addStyleTag({ content: '.ant-modal.ant-zoom-enter { animation-duration: 60s !important; }' });
  const help = page.getByRole('button', { name: 'Help', exact: true });
  const dialog = page.getByRole('dialog', { name: 'Help: Design' });
  for (let times = 0; times < 2; times++) {
    await help.click();
    await expect(dialog).toBeVisible();
    await expect(help).toBeFocused();
    await page.keyboard.press('Escape');
    await expect(dialog).toBeHidden();
    await expect(help).toBeFocused();
  }
});

test('the walk over the Design page goes by keys, says where it is, and can be left at any step', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Walk');
  await openJob(page, project, 'dew');
  const start = page.getByRole('button', { name: 'show me around' });
  await start.click();
  const stop = (name: RegExp) => page.getByRole('dialog', { name });
  await expect(stop(/^1 of 6: The circuit is a sentence/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Next' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(stop(/^2 of 6: It is drawn and solved/)).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(stop(/^3 of 6: Work it here/)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.locator('.ant-tour')).toBeHidden();
  await expect(start).toBeFocused();
  // Again from the first, to its end.
  await start.click();
  for (let at = 1; at < 6; at++) await page.getByRole('button', { name: 'Next' }).click();
  await expect(stop(/^6 of 6: Then prove, build and test it/)).toBeVisible();
  await page.getByRole('button', { name: 'Finish' }).click();
  await expect(page.locator('.ant-tour')).toBeHidden();
});

test('arrow keys go from tab to tab, round the end, with the focus', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Tabs');
  await page.goto(`/projects/${project}/build`);
  const tab = (name: string) => page.getByRole('tablist', { name: 'Build' }).getByRole('tab', { name, exact: true });
  await tab('Wires').focus();
  await page.keyboard.press('ArrowRight');
  await expect(tab('Drawing')).toBeFocused();
  await expect(tab('Drawing')).toHaveAttribute('aria-selected', 'true');
  await expect(page).toHaveURL(/view=drawing/);
  await page.keyboard.press('ArrowLeft');
  await expect(tab('Wires')).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await expect(tab('Side by side')).toBeFocused();
  await expect(page.getByRole('region', { name: 'Side by side' })).toBeVisible();
});

test('typing digits into a field does not operate the desk', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Digits');
  await openJob(page, project, 'dew');
  await page.getByRole('button', { name: 'two dew strips' }).click();
  await page.getByLabel('One takes').fill('');
  await page.getByLabel('One takes').pressSequentially('5.1');
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('2 × 5.1 A');
  await expect(page.getByRole('button', { name: 'master key 1' })).toHaveAttribute('aria-pressed', 'true');
});

async function openAnEditor(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'two dew strips' }).click();
  await page.getByRole('combobox', { name: /^Place/ }).click({ force: true });
  await expect(page.getByRole('listbox', { name: 'Place: choices' })).toBeVisible();
}

for (const [name, path, ready, does] of [
  ['projects', '', 'Projects'],
  ['design', 'design/dew', 'Current staircase'],
  ['prove', 'prove/dew', 'Every state does what was said'],
  ['build', 'build', 'Wires as CSV'],
  ['boxes', 'build?view=boxes', 'in its wall'],
  ['strips', 'build?view=strips', 'A strip at'],
  ['cut list', 'build?view=cuts', 'Cuts as CSV'],
  ['parts to buy', 'build?view=parts', 'Prices are invented'],
  ['order of work', 'build?view=work', 'Your initials'],
  ['as built', 'build?view=built', 'Built otherwise'],
  ['bench', 'bench/dew', 'No power: every supply off'],
  ['what is this relay', 'bench/dew?view=relay', 'What it is'],
  ['sums', '/sums/fuse', 'Working'],
  ['parts', '/parts', 'Sockets'],
  ['tables', '/tables/class5', 'IEC 60228'],
  ['glossary', '/tables/words', 'normally open'],
  ['what to look at first', '/trouble', 'something else'],
  ['an editor and its open list', 'design/dew', 'Current staircase', openAnEditor],
  ['places', 'design/dew', 'Current staircase', (page: Page) => page.getByRole('button', { name: /places, distances/ }).click()],
  [
    'assumed values',
    'design/dew',
    'Current staircase',
    (page: Page) =>
      page
        .getByRole('button', { name: /assumed/ })
        .first()
        .click(),
  ],
] as const)
  test(`${name}: no accessibility fault that is more than minor`, async ({ page, request }) => {
    const project = await freshOwlBox(request, `Axe ${name}`);
    await page.goto(!path || path.startsWith('/') ? path || '/' : `/projects/${project}/${path}`);
    await expect(page.getByText(ready).first()).toBeVisible();
    await does?.(page);
    await page.waitForTimeout(400);
    await page.evaluate(axeSource);
    const faults = await page.evaluate(async () => {
      const { axe } = window as unknown as {
        axe: { run(): Promise<{ violations: { id: string; impact: string; nodes: { html: string }[] }[] }> };
      };
      const { violations } = await axe.run();
      return violations
        .filter(({ impact }) => impact !== 'minor')
        .map(({ id, nodes }) => `${id}: ${nodes.length} × ${nodes[0]?.html.slice(0, 160)}`);
    });
    expect(faults).toEqual([]);
  });

for (const [width, height] of [
  [1280, 800],
  [1024, 768],
] as const)
  test(`at ${width} × ${height} the page itself does not scroll`, async ({ page, request }) => {
    const project = await freshOwlBox(request, `Size ${width}`);
    await page.setViewportSize({ width, height });
    await openJob(page, project, 'dew');
    const over = await page.evaluate(() => [
      document.documentElement.scrollWidth - innerWidth,
      document.documentElement.scrollHeight - innerHeight,
    ]);
    expect(over).toEqual([0, 0]);
    await expect(page.getByLabel('Signal desk')).toBeInViewport({ ratio: 1 });
    await expect(page.getByLabel('Meter')).toBeInViewport({ ratio: 1 });
  });

for (const [width, height] of [
  [390, 844],
  [1920, 1080],
] as const)
  test(`at ${width} wide no page is wider than the window, and none of what is on it is cut off`, async ({ page, request }) => {
    const project = await freshOwlBox(request, `Wide ${width}`);
    await page.setViewportSize({ width, height });
    for (const [path, ready] of [
      ['/', 'Projects'],
      ['/parts', 'Sockets'],
      ['/tables/words', 'normally open'],
      ['/sums/fuse', 'Working'],
      [`/projects/${project}/design/dew`, 'Current staircase'],
      [`/projects/${project}/prove/dew`, 'Every state does what was said'],
      [`/projects/${project}/build`, 'Wires as CSV'],
      [`/projects/${project}/build?view=parts`, 'Prices are invented'],
      [`/projects/${project}/bench/dew`, 'It should read'],
      [`/projects/${project}/bench/dew?view=relay`, 'What it is'],
    ] as const) {
      await page.goto(path);
      await expect(page.getByText(ready).first()).toBeVisible({ timeout: 30_000 });
      // What lies beyond the window, and in no sheet of its own that is drawn aside to it, is looked for by nobody.
      const cut = await page.evaluate(() => {
        const scrolls = (element: Element | null): boolean =>
          element !== null &&
          element.tagName !== 'MAIN' &&
          ((element.scrollWidth > element.clientWidth && /auto|scroll/.test(getComputedStyle(element).overflowX)) ||
            scrolls(element.parentElement));
        return [...document.querySelectorAll('main :is(button, input, a)')]
          .filter((element) => element.checkVisibility() && !scrolls(element) && element.getBoundingClientRect().right > innerWidth + 1)
          .map((element) => element.outerHTML.slice(0, 90));
      });
      const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
      expect({ path, over, cut }).toEqual({ path, over: 0, cut: [] });
    }
  });
