/** @jest-environment jsdom */
/** The list of findings over the real stores and the real engine: what is shown is what the rules said, and what its buttons do. */
import { afterEach, expect, test } from '@jest/globals';
import { enableAutoUnmount } from '@vue/test-utils';
import { RULES } from '../../../core/src/rules/index.ts';
import { example } from '../testing/examples.ts';
import { openPage, type StandIn } from '../testing/page.ts';

enableAutoUnmount(afterEach);

async function panelOf(path: string, as: Partial<StandIn> = {}) {
  const page = await openPage(example(path), as);
  const { default: FindingsPanel } = await import('./FindingsPanel.vue');
  const panel = page.show(FindingsPanel);
  await page.settled();
  const row = (rule: string) => panel.find(`.scroll > ul > li[data-rule="${rule}"]`);
  const press = async (
    within: { findAll(selector: string): { text(): string; trigger(what: string): Promise<void> }[] },
    words: RegExp,
  ) => {
    const found = within.findAll('button').filter((button) => words.test(button.text()));
    expect(found).toHaveLength(1);
    await found[0]!.trigger('click');
    await page.settled();
  };
  const head = () => panel.find('h2').text();
  return { ...page, panel, row, press, head };
}

test('a danger comes with its nudge; the nudge mends it, and one undo brings it back', async () => {
  const { project, row, press, head, settled } = await panelOf('mistakes/fuse-above-wire');
  expect(head()).toBe('Findings · 1 to fix');
  expect(row('fuse-above-wire').attributes('data-severity')).toBe('danger');
  expect(row('fuse-above-wire').find('.mark').text()).toContain('danger');
  await press(row('fuse-above-wire'), /^Nudge to the 15 A fuse/);
  expect(row('fuse-above-wire').exists()).toBe(false);
  expect(head()).toBe('Findings · nothing to fix');
  expect(project.history.past).toHaveLength(1);
  project.undo();
  await settled();
  expect(row('fuse-above-wire').exists()).toBe(true);
});

test('a danger that is accepted asks for a reason, counts no more to fix, and is called dangerous still', async () => {
  const { project, row, press, head } = await panelOf('mistakes/fuse-above-wire');
  await press(row('fuse-above-wire'), /^Accept…$/);
  const form = row('fuse-above-wire').find('form');
  // Nothing but spaces is no reason.
  await form.find('input').setValue('   ');
  await form.trigger('submit');
  expect(form.find('button').attributes('disabled')).toBeDefined();
  expect(project.design!.accepted).toHaveLength(0);
  expect(project.problem).toBe('');
  expect(row('fuse-above-wire').find('form').exists()).toBe(true);
  await form.find('input').setValue('bench rig, never left alone');
  await form.trigger('submit');
  await new Promise((resolve) => setTimeout(resolve, 300));
  expect(head()).toBe('Findings · 0 to fix, 1 accepted, dangerous still');
  expect(row('fuse-above-wire').text()).toContain('Accepted: bench rig, never left alone');
  await press(row('fuse-above-wire'), /^No longer accept$/);
  expect(head()).toBe('Findings · 1 to fix');
  expect(project.design!.accepted).toHaveLength(0);
});

test('who may only look changes nothing, and is told why', async () => {
  const { project, server, row, press } = await panelOf('mistakes/fuse-above-wire', { role: 'reader' });
  const before = project.design;
  await press(row('fuse-above-wire'), /^Nudge to/);
  expect(project.design).toBe(before);
  expect(row('fuse-above-wire').exists()).toBe(true);
  expect(project.problem).toContain('You may look at this project, not change it');
  expect(server.asked.filter((request) => !request.startsWith('GET'))).toEqual([]);
});

test('every question of the book has one answer, and the sums of the groups are all of them', async () => {
  const { panel } = await panelOf('mistakes/fuse-above-wire');
  expect(panel.find('.asked h2').text()).toBe(`What was asked · ${RULES.length} questions`);
  const words = panel.findAll('.asked summary span').map((span) => span.text());
  expect(words).toHaveLength(4);
  const counted = words.join(', ').matchAll(/(\d+) (does not|do not|holds|hold|not asked)/g);
  expect([...counted].reduce((sum, [, count]) => sum + Number(count), 0)).toBe(RULES.length);
  const silent = panel.findAll('.asked .silent');
  expect(silent.length).toBeGreaterThan(10);
  for (const line of silent) expect(line.find('em').text()).toMatch(/^Not asked: .{8,}\.$/);
});

test('a title puts its part under the hand', async () => {
  const { project, row } = await panelOf('mistakes/fuse-above-wire');
  await row('fuse-above-wire').find('.title').trigger('click');
  expect(project.selection).toEqual({ kind: 'part', id: 'job-1-fuse' });
  expect(row('fuse-above-wire').classes()).toContain('selected');
});

test('what all nudges together do is shown before it is done; a plan of the project as it was is gone', async () => {
  const { project, panel, press, settled } = await panelOf('mistakes/fuse-above-contact');
  const dangers = () => project.findings.filter(({ severity }) => severity === 'danger').length;
  expect(dangers()).toBe(2);
  await press(panel, /^Nudge all 2…$/);
  expect(panel.findAll('.plan ol li').length).toBeGreaterThan(0);
  expect(dangers()).toBe(2);
  // Another number of the project: what was proposed was for the one before.
  project.edit('name', (now) => ({ ...now, name: 'another' }));
  await settled();
  expect(panel.find('.plan').exists()).toBe(false);
  await press(panel, /^Nudge all 2…$/);
  await press(panel.find('.plan'), /^Do all of it$/);
  expect(dangers()).toBe(0);
  expect(project.findings.filter(({ severity }) => severity === 'caution')).toEqual([]);
  // One undo takes all of it back.
  project.undo();
  await settled();
  expect(dangers()).toBe(2);
});
