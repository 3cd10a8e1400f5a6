/** @jest-environment jsdom */
/** The desk over the real engine: what is pressed there moves the solved circuit, and what it says is what was solved. */
import { afterEach, expect, test } from '@jest/globals';
import { enableAutoUnmount } from '@vue/test-utils';
import { sentenceOf } from '@iron-nudge/core';
import { example } from '../testing/examples.ts';
import { openPage } from '../testing/page.ts';

enableAutoUnmount(afterEach);

async function deskOf(path: string) {
  const page = await openPage(example(path));
  const { default: SignalDesk } = await import('./SignalDesk.vue');
  const desk = page.show(SignalDesk);
  const { project } = page;
  /** Waits until the reading is of what stands on the desk. */
  async function read(): Promise<void> {
    await page.settled();
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
  await read();
  const button = (name: string) => desk.findAll('.signal').find((one) => one.text().startsWith(name))!;
  const load = () => project.reading!.loads[`${project.job!.id}/${project.job!.loads[0]!.id}`];
  return { ...page, desk, read, button, load };
}

test('a switch of the desk works the load, by the hand and by its key, and a key typed into a field does not', async () => {
  const { project, desk, read, button, load } = await deskOf('circuits/01-switched-load');
  const [signal] = project.design!.signals;
  // A switch stands as it usually does until somebody moves it: this one is on.
  expect(signal!.usual).toBe(true);
  expect(load()).toBe('on');
  await button(signal!.name).trigger('click');
  await read();
  expect(button(signal!.name).attributes('aria-pressed')).toBe('false');
  expect(load()).toBe('off');
  await button(signal!.name).trigger('click');
  await read();
  expect(button(signal!.name).attributes('aria-pressed')).toBe('true');
  expect(load()).toBe('on');
  window.dispatchEvent(new KeyboardEvent('keydown', { key: '1' }));
  await read();
  expect(load()).toBe('off');
  // Keys with Ctrl are the browser's, and a key that repeats has been pressed once.
  window.dispatchEvent(new KeyboardEvent('keydown', { key: '1', ctrlKey: true }));
  window.dispatchEvent(new KeyboardEvent('keydown', { key: '1', repeat: true }));
  await read();
  expect(load()).toBe('off');
  expect(desk.find('.summary').text()).toMatch(/^(\d+) of \1 states match the sentence$/);
});

test('the supply of the desk is what the load gets: flat, resting, charging', async () => {
  const { project, desk, read } = await deskOf('circuits/01-switched-load');
  const states = desk.findAll('.states button');
  expect(states.length).toBeGreaterThan(1);
  const most: number[] = [];
  for (const state of states) {
    await state.trigger('click');
    await read();
    expect(state.attributes('aria-pressed')).toBe('true');
    most.push(Math.max(...Object.values(project.reading!.volts).map((volts) => volts ?? 0)));
  }
  expect(most).toEqual([...most].sort((a, b) => a - b));
  expect(most.at(-1)! - most[0]!).toBeGreaterThan(1);
});

test('each supply that a job has to do with stands there: a flat second battery draws what a full one does not', async () => {
  const { project, desk, read } = await deskOf('circuits/11-split-charge-by-key');
  const [start, leisure] = project.design!.supplies;
  const group = (name: string) => desk.find(`[aria-label="Voltage of ${name}"]`);
  const put = async (name: string, words: string) => {
    await group(name)
      .findAll('.states button')
      .find((button) => button.text() === words)!
      .trigger('click');
    await read();
  };
  const most = () => Math.max(...Object.values(project.reading!.amps).map(Math.abs));
  await put(start!.name, 'being charged');
  const full = most();
  await put(leisure!.name, 'nearly empty');
  expect(project.deskVolts).toMatchObject({ [start!.id]: start!.highestV, [leisure!.id]: leisure!.lowestV });
  expect(most()).toBeGreaterThan(full + 1);
  // What nothing of a job has to do with is not asked there.
  const lamp = await deskOf('circuits/01-switched-load');
  expect(lamp.desk.findAll('[aria-label^="Voltage of"]')).toHaveLength(1);
});

test('a job of another project is read out word for word, each of its phrases a button', async () => {
  const { project, show } = await openPage(example('circuits/01-switched-load'));
  const { default: SentenceBar } = await import('./SentenceBar.vue');
  const bar = show(SentenceBar);
  const said = sentenceOf(project.design!, project.job!);
  const flat = (text: string) => text.replace(/\s+/g, ' ').trim();
  expect(flat(bar.find('.sentence').text())).toBe(flat(said.map((phrase) => phrase.text).join('')));
  expect(bar.findAll('.sentence button.phrase').map((button) => flat(button.text()))).toEqual(
    said.filter(({ kind }) => kind !== 'words').map(({ text }) => flat(text)),
  );
});
