/** @jest-environment jsdom */
/** Lists to buy, cut and build by, over the real engine: what a row says is what was derived, and what is typed into it is kept. */
import { afterEach, expect, test } from '@jest/globals';
import { enableAutoUnmount, type VueWrapper } from '@vue/test-utils';
import type { MainsStep } from '@iron-nudge/core';
import { example } from '../testing/examples.ts';
import { openPage } from '../testing/page.ts';

enableAutoUnmount(afterEach);

const inRow = (list: VueWrapper, holding: string) => list.findAll('tbody tr').find((row) => row.text().includes(holding))!;

test('what is in the drawer is not bought, a spare is, and nonsense is put back', async () => {
  const { project, show, settled } = await openPage(example('circuits/01-switched-load'));
  const { default: PartsView } = await import('./PartsView.vue');
  const list = show(PartsView);
  await settled();
  const part = project.analysis!.parts.find(({ count }) => count > 0)!;
  const buy = () => Number(inRow(list, part.description).find('td').text());
  expect(buy()).toBe(part.toBuy);
  const [spare, drawer] = inRow(list, part.description).findAll('input');
  async function type(field: typeof spare, text: string): Promise<void> {
    await field!.setValue(text);
    await settled();
  }
  await type(spare, '2');
  expect(buy()).toBe(part.count + 2);
  await type(drawer, String(part.count + 1));
  expect(buy()).toBe(1);
  await type(drawer, '99');
  expect(buy()).toBe(0);
  expect(inRow(list, part.description).classes()).toContain('had');
  const before = project.design;
  for (const bad of ['-1', '1.5', 'many', '10001']) {
    await type(drawer, bad);
    expect((drawer!.element as HTMLInputElement).value).toBe('99');
  }
  expect(project.problem).toBe('');
  expect(project.design).toBe(before);
  await type(drawer, '');
  await type(spare, '');
  expect(buy()).toBe(part.toBuy);
});

test('a length that is measured stays with its wire, in either unit, and one that cannot be is refused with the tag', async () => {
  const { project, show, settled } = await openPage(example('circuits/01-switched-load'));
  const { default: WireTable } = await import('./WireTable.vue');
  const table = show(WireTable);
  await settled();
  const wire = project.analysis!.wires.find(({ id, wire: of }) => id === of)!;
  const of = () => project.analysis!.wires.find(({ id }) => id === wire.id)!;
  const field = () =>
    inRow(table, wire.tag)
      .findAll('input')
      .find((input) => /cut|length/i.test(input.attributes('aria-label') ?? ''))!;
  async function type(text: string): Promise<void> {
    await field().setValue(text);
    await settled();
  }
  await type('3.21');
  expect(of().lengthM).toBeCloseTo(3.21, 9);
  // 12 ft are 3.6576 m: cut to the next centimetre up, never too short.
  await type('12 ft');
  expect(of().lengthM).toBe(3.66);
  for (const bad of ['0', '-2', '500.1', 'long']) {
    await type(bad);
    expect(table.find('[role=alert]').text()).toContain(`The length of ${wire.tag} is above 0 and up to 500`);
    expect(of().lengthM).toBe(3.66);
  }
  await type('');
  expect(of().lengthM).toBeCloseTo(wire.lengthM, 9);
});

test('every piece of the table is found in the cut list, none twice, and none is cut from what is too short', async () => {
  const { project, show, settled } = await openPage(example('demo/owl-box'));
  const { default: CutView } = await import('./CutView.vue');
  const view = show(CutView);
  await settled();
  const { wires, cuts } = project.analysis!;
  const pieces = cuts.flatMap(({ cut }) => [...cut.spools, ...cut.rolls].flatMap((stock) => stock.pieces.map(({ id }) => id)));
  expect(pieces.toSorted()).toEqual([...new Set(pieces)].toSorted());
  const shownPieces = view.findAll('.piece').map((piece) => piece.attributes('title')!.split(' ')[0]);
  expect(shownPieces).toEqual(pieces);
  const cutM = cuts.reduce((sum, { lengthM }) => sum + lengthM, 0);
  const piecesM = wires
    .filter(({ id }) => pieces.includes(wires.find((row) => row.id === id)!.tag))
    .reduce((sum, { lengthM }) => sum + lengthM, 0);
  expect(cutM).toBeCloseTo(piecesM, 6);
  for (const { cut } of cuts)
    for (const { lengthM, leftM, pieces: own } of [...cut.spools, ...cut.rolls]) {
      expect(leftM).toBeGreaterThanOrEqual(-1e-9);
      expect(own.reduce((sum, piece) => sum + piece.lengthM, 0) + leftM).toBeCloseTo(lengthM, 6);
    }
});

test('before it is plugged in: a step opens with the one before it, and other wiring has to be proved again', async () => {
  const { project, show, settled } = await openPage(example('circuits/13-mains-lamp-by-module'));
  const { default: MainsGate } = await import('./MainsGate.vue');
  const steps: MainsStep[] = ['one', 'two', 'three'].map((id) => ({ id, text: `Measure ${id}`, expect: `${id} Ω` }) as MainsStep);
  const gate = show(MainsGate, { steps });
  const boxes = () => gate.findAll('input').map((input) => input.element as HTMLInputElement);
  const open = () => boxes().map(({ disabled }) => !disabled);
  const ticked = () => boxes().map(({ checked }) => checked);
  const tick = (at: number) => gate.findAll('input')[at]!.trigger('change');
  expect(open()).toEqual([true, false, false]);
  await tick(0);
  expect(open()).toEqual([true, true, false]);
  await tick(1);
  await tick(2);
  expect(ticked()).toEqual([true, true, true]);
  // The first taken back: whatever came after it is not proved either.
  await tick(0);
  expect(ticked()).toEqual([false, false, false]);
  expect(open()).toEqual([true, false, false]);
  await tick(0);
  await tick(1);
  // A reload keeps them, as long as it is the same wiring.
  gate.unmount();
  const again = show(MainsGate, { steps });
  expect(again.findAll('input').map((input) => (input.element as HTMLInputElement).checked)).toEqual([true, true, false]);
  project.edit('notes', (now) => ({ ...now, notes: 'nothing electrical' }));
  await settled();
  expect((again.find('input').element as HTMLInputElement).checked).toBe(true);
  project.edit('load', (now) => ({ ...now, jobs: now.jobs.map((job) => ({ ...job, name: `${job.name} 2` })) }));
  await settled();
  expect(again.findAll('input').map((input) => (input.element as HTMLInputElement).checked)).toEqual([false, false, false]);
});

test('a job that is not on the mains has no gate', async () => {
  const { show } = await openPage(example('circuits/01-switched-load'));
  const { default: MainsGate } = await import('./MainsGate.vue');
  expect(show(MainsGate, { steps: [] }).find('section').exists()).toBe(false);
});
