/** @jest-environment jsdom */
/** The bench over the real engine: a reading is typed, judged, explained and proved; on the mains nothing is powered too early. */
import { afterEach, expect, test } from '@jest/globals';
import { enableAutoUnmount } from '@vue/test-utils';
import { example } from '../testing/examples.ts';
import { openPage } from '../testing/page.ts';

enableAutoUnmount(afterEach);

async function benchOf(path: string) {
  const page = await openPage(example(path));
  const { default: BenchPlan } = await import('./BenchPlan.vue');
  const { default: BenchSays } = await import('./BenchSays.vue');
  const { useBench } = await import('./bench.ts');
  const bench = useBench();
  await bench.open();
  const plan = page.show(BenchPlan);
  const says = page.show(BenchSays);
  /** Waits until what was read last has been explained. */
  async function explained(): Promise<void> {
    await new Promise((resolve) => setTimeout(resolve, 60));
    await page.settled();
  }
  await explained();
  const row = (words: string) => plan.findAll('li').find((line) => line.find('b').text() === words)!;
  async function read(words: string, typed: string): Promise<void> {
    await row(words).find('input').setValue(typed);
    await explained();
  }
  return { ...page, bench, plan, says, row, read, explained };
}

test('a good reading passes whatever its unit, a bad one fails, and what is no reading is told and not kept', async () => {
  const { bench, plan, read, row, says } = await benchOf('circuits/01-switched-load');
  bench.begin([]);
  const { step, value } = bench.rows.find(({ step: { quantity }, value: should }) => quantity === 'Ω' && should > 20 && should < 500)!;
  await read(step.words, `${value / 1000}k`);
  expect(row(step.words).attributes('data-state')).toBe('pass');
  expect(says.find('.verdict').attributes('data-verdict')).toBe('healthy');
  await read(step.words, 'about forty');
  expect(plan.find('[role=alert]').text()).toContain('“about forty” is no reading in Ω');
  expect(row(step.words).attributes('data-state')).toBe('pass');
  await read(step.words, 'OL');
  expect(plan.find('[role=alert]').exists()).toBe(false);
  expect(row(step.words).attributes('data-state')).toBe('fail');
  expect(says.find('.verdict').attributes('data-verdict')).toMatch(/^(fault|unexplained)$/);
});

test('a fault that is hidden is found by the steps that are asked for, mended, and proved by what disagreed', async () => {
  const { bench, says, explained, project } = await benchOf('circuits/01-switched-load');
  const hidden = bench.view!.faults.find(({ words }) => /^coil .* is broken/.test(words))!;
  bench.begin([hidden.id]);
  await explained();
  let taken = 0;
  while (!bench.found && bench.next && taken < 12) {
    await bench.measure(bench.next.step);
    await explained();
    taken++;
  }
  expect(bench.found?.fault.id).toBe(hidden.id);
  // The count that the statistics of the bench hold to.
  expect(taken).toBeLessThanOrEqual(6);
  expect(says.find('.found').text()).toContain(`Found: ${hidden.words}`);
  await says
    .findAll('.found button')
    .find((button) => button.text().startsWith('Show it'))!
    .trigger('click');
  expect(project.selection).toEqual(hidden.subject);
  const odd = bench.rows.filter(({ state }) => state === 'fail' || state === 'odd').map(({ step }) => step);
  await says.find('.found button.strong').trigger('click');
  await explained();
  expect(bench.hidden).toEqual([]);
  expect(says.find('.proof').attributes('data-done')).toBe('false');
  for (const step of odd) {
    expect(bench.isProved).toBe(false);
    await bench.measure(step);
    await explained();
  }
  expect(says.find('.proof').attributes('data-done')).toBe('true');
  expect(says.find('.proof').text()).toContain('Mended and proved');
});

test('with the mains there, nothing with power is read before all that needs none has passed', async () => {
  const { bench, plan, row, read, explained } = await benchOf('circuits/13-mains-lamp-by-module');
  bench.begin([]);
  const dry = bench.rows.filter(({ step }) => step.stage === 'no power');
  const wet = bench.rows.filter(({ step }) => step.mains && step.stage !== 'no power');
  expect(wet.length).toBeGreaterThan(0);
  const locked = () => wet.every(({ step }) => row(step.words).classes().includes('locked') && !row(step.words).find('input').exists());
  await explained();
  for (const { step } of dry) {
    expect(locked()).toBe(true);
    await bench.measure(step);
    await explained();
  }
  expect(locked()).toBe(false);
  expect(plan.findAll('li.locked')).toHaveLength(0);
  // One of them read wrong afterwards: the power is off limits again.
  const ohms = dry.find(({ step, value }) => step.quantity === 'Ω' && value < 1e5)!;
  await read(ohms.step.words, 'OL');
  expect(locked()).toBe(true);
});
