/** @jest-environment jsdom */
/** The table of states over the real engine: every state once, filters that say what they show, and a pointer that only looks. */
import { afterEach, expect, jest, test } from '@jest/globals';
import { enableAutoUnmount } from '@vue/test-utils';
import type { StateRow, StateTable } from '@iron-nudge/core';
import { example } from '../testing/examples.ts';
import { openPage } from '../testing/page.ts';

enableAutoUnmount(afterEach);
afterEach(() => void jest.useRealTimers());

async function gridOf(path: string) {
  const page = await openPage(example(path));
  const { default: StateGrid } = await import('./StateGrid.vue');
  const table = (await page.project.states(page.project.job!.id)) as StateTable;
  const grid = page.show(StateGrid, { table, rows: table.rows, isDesk: ({ on }: StateRow) => !on.includes(true), fixed: {} });
  return { ...page, table, grid };
}

test('each state of a job of two signals stands there once, as meant, with its four corners in words', async () => {
  const { table, grid } = await gridOf('circuits/05-inhibit');
  const rows = grid.findAll('tbody tr');
  expect(rows).toHaveLength(table.rows.length);
  expect(table.rows.length).toBe(2 ** table.signals.length);
  const told = rows.map((row) => row.findAll('.lamp').map((lamp) => lamp.classes().includes('lit')));
  expect(new Set(told.map(String)).size).toBe(rows.length);
  for (const [at, row] of rows.entries()) {
    expect(row.attributes('data-matches')).toBe('true');
    expect(row.text()).toContain('as meant');
    expect(told[at]).toEqual(table.rows[at]!.on);
    const corners = row.find('svg').attributes('aria-label')!;
    expect(corners.split('; ')).toHaveLength(4);
    expect(corners).not.toContain('differs');
  }
  expect(rows.map((row) => row.classes().includes('desk'))).toEqual(table.rows.map(({ on }) => !on.includes(true)));
});

test('a state that is not what the sentence says is marked, and where it differs is named', async () => {
  const { table, grid } = await gridOf('mistakes/state-mismatch');
  const wrong = table.rows.filter(({ matches }) => !matches);
  expect(wrong.length).toBeGreaterThan(0);
  expect(grid.findAll('tbody tr.differs')).toHaveLength(wrong.length);
  const words = grid.find('tbody tr.differs td:last-child').text();
  expect(words).toContain(wrong[0]!.found);
  for (const corner of wrong[0]!.differsAt) expect(words).toContain(corner);
  expect(grid.find('tbody tr.differs svg').attributes('aria-label')).toContain('differs');
});

test('a filter goes from any to on to off and back, one signal by itself', async () => {
  const { grid } = await gridOf('circuits/05-inhibit');
  const press = async () => {
    await grid.findAll('th button')[0]!.trigger('click');
    const fixed = grid.emitted('update:fixed')!.at(-1)![0] as Record<string, boolean>;
    await grid.setProps({ fixed });
    return Object.values(fixed);
  };
  expect(grid.findAll('th button')[0]!.text()).toBe('any');
  expect(await press()).toEqual([true]);
  expect(await press()).toEqual([false]);
  expect(await press()).toEqual([]);
  expect(grid.findAll('th button')[0]!.text()).toBe('any');
});

test('a pointer that rests on a row shows it, one that crosses does not, and one that leaves puts back what stood', async () => {
  const { table, grid } = await gridOf('circuits/05-inhibit');
  jest.useFakeTimers();
  const rows = grid.findAll('tbody tr');
  await rows[1]!.trigger('mouseenter');
  jest.advanceTimersByTime(60);
  await rows[2]!.trigger('mouseenter');
  jest.advanceTimersByTime(200);
  expect(grid.emitted('show')).toEqual([[table.rows[2]]]);
  await grid.find('table').trigger('mouseleave');
  expect(grid.emitted('show')!.at(-1)).toEqual([null]);
  await rows[3]!.trigger('mouseenter');
  await rows[3]!.find('.put').trigger('click');
  jest.advanceTimersByTime(500);
  expect(grid.emitted('put')).toEqual([[table.rows[3]]]);
  // What was put is not shown once more by the pointer that put it.
  expect(grid.emitted('show')).toHaveLength(2);
});
