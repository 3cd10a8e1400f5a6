/** Boards, heatsinks and what is kept on the shelf, as a person types them. */
import { describe, expect, test } from '@jest/globals';
import { readPins, ownBoard } from './catalogue/own-board.ts';
import { CONTROLLERS } from './catalogue/controllers.ts';
import {
  KEPT_FORMS,
  SHELF_NATURES,
  type OwnLoad,
  asKeptKind,
  keepOf,
  keptEntry,
  keptFields,
  keptKinds,
  takenLoad,
  takenSignal,
} from './own-kept.ts';
import {
  OWN_BEGINNINGS,
  type OwnPart,
  assumedOf,
  beginPart,
  isCarded,
  isKept,
  isOwnForm,
  ownPartSchema,
  ownTitle,
  ownWords,
} from './own-part.ts';
import { type OwnBoard, type UsedPart, cardOfPart, signalSchema, withUsualOf } from './index.ts';

const problems = (part: unknown) => ownPartSchema.safeParse(part).error?.issues.map(({ path }) => path.join('.')) ?? [];

describe('pins as they are typed', () => {
  test.each([
    ['D0-D3, A0', ['D0', 'D1', 'D2', 'D3', 'A0']],
    ['gp0 – gp2', ['GP0', 'GP1', 'GP2']],
    ['D0-3', ['D0', 'D1', 'D2', 'D3']],
    ['5 6;7', ['5', '6', '7']],
    ['D1 D1', ['D1']],
    ['', []],
  ])('%s', (text, pins) => expect(readPins(text)).toEqual(pins));
  test.each(['D3-D1', 'D0-A3', 'D0-D1-D2', 'pin one!', 'D0-'])('%s is none', (text) => expect(readPins(text)).toBeNull());
});

describe.each(OWN_BEGINNINGS)('$text', ({ value }) => {
  const part = beginPart(value, 'own-part', 'Own part');
  test('begins as a part that could be, and says what it is', () => {
    expect(problems(part)).toEqual([]);
    expect(ownTitle(part)).not.toBe('');
    if (isCarded(part) || isKept(part)) expect(ownWords(part)).not.toBe('');
  });
});

describe('a board of one’s own', () => {
  const begun = beginPart('board', 'own-board-1', 'Own board') as OwnBoard;
  test('is told as assumed in every field that its sheet fills', () => {
    const typed = new Set(['pinV', 'price']);
    const asked = cardOfPart(begun).fields.map(({ path }) => path.join('.'));
    expect(asked.filter((path) => !typed.has(path)).toSorted()).toEqual([...begun.assumed].toSorted());
    expect(
      assumedOf(begun)
        .map(({ path }) => path)
        .toSorted(),
    ).toEqual([...begun.assumed].toSorted());
  });
  test('its lists are told by how many pins stand in them', () => {
    const told = (path: string) => assumedOf(begun).find((entry) => entry.path === path)!;
    expect([told('pins').value, told('pulses').value]).toEqual([20, 0]);
  });
  test('is no stronger than the shelf’s weakest of its voltage where nobody typed a number', () => {
    for (const pinV of [5, 3.3] as const) {
      const own = ownBoard(withUsualOf(cardOfPart(begun), { ...begun, pinV }) as OwnBoard);
      for (const shelf of CONTROLLERS.filter((one) => one.pinV === pinV))
        for (const field of ['pinA', 'pinMostA', 'chipA', 'portA', 'regulatorA', 'inMostV'] as const)
          expect([pinV, field, own[field] <= shelf[field]]).toEqual([pinV, field, true]);
    }
  });
  test('keeps what was typed while the rest follows its voltage', () => {
    const typed = { ...begun, pinA: 0.016, assumed: begun.assumed.filter((path) => path !== 'pinA') };
    const own = withUsualOf(cardOfPart(begun), { ...typed, pinV: 3.3 }) as OwnBoard;
    expect([own.pinA, own.pinMostA, own.chipA]).toEqual([0.016, 0.016, 0.05]);
  });
  test('its pins do while starting what was typed, and the rest float', () => {
    const own = ownBoard({ ...begun, pulledUp: 'D1', pulses: 'D2 D3', uploadPins: 'D0', memoryPins: 'A5' });
    expect(own.boot).toEqual({ D1: 'pulled up', D2: 'pulses', D3: 'pulses' });
    expect([own.uploadPins, own.memoryPins]).toEqual([['D0'], ['A5']]);
  });
  test.each<[string, Partial<OwnBoard>, string]>([
    ['no pin', { pins: '' }, 'pins'],
    ['words for pins', { pins: 'all of them!' }, 'pins'],
    ['a pin that pulls that it has not', { pulledUp: 'D20' }, 'pulledUp'],
    ['one pin pulled both ways', { pulledUp: 'D1', pulledDown: 'D1' }, 'pulledDown'],
    ['an upload pin that it has not', { uploadPins: 'X1' }, 'uploadPins'],
    ['a limit below what it gives for good', { pinMostA: 0.01 }, 'pinMostA'],
    ['all pins weaker than one', { chipA: 0.01 }, 'chipA'],
    ['a regulator that cannot feed it', { regulatorA: 0.05 }, 'regulatorA'],
    ['a port that cannot feed it', { portA: 0.05 }, 'portA'],
  ])('with %s is refused', (_, changes, path) => expect(problems({ ...begun, ...changes })).toContain(path));
});

describe('what is kept', () => {
  test('a load is taken at the place and with the id that the project gives it', () => {
    const part = beginPart('load', 'own-load-1', 'Bilge pump') as OwnLoad;
    expect(takenLoad(part, { id: 'load-3', place: 'bilge', important: true })).toEqual({
      ...part.load,
      ...{ id: 'load-3', place: 'bilge', important: true, name: 'Bilge pump' },
    });
  });
  test('a battery to charge, a wire that is there and a board’s pin are no things of their own', () => {
    const battery = { ...(keptEntry(beginPart('load', 'a', 'A') as OwnLoad) as object), kind: 'battery', supply: 'x' };
    expect(keepOf('load', 'own-load-1', battery as never)).toBeNull();
    expect(SHELF_NATURES).not.toContain('feed');
    expect(SHELF_NATURES).not.toContain('pin');
    expect(SHELF_NATURES).toContain('threshold');
  });
  test('a sensor of a supply’s voltage is kept without its supply, and watches the one that it is given', () => {
    const sensor = signalSchema.parse({
      ...{ id: 'signal-1', name: 'Charge sensor', place: 'box', usual: false, nature: 'threshold', limitA: 2, output: 'contact' },
      ...{ watches: { quantity: 'voltage', supply: 'main' }, closesAt: 26.6, opensAt: 25.6, delayS: 5 },
    });
    const kept = keepOf('signal', 'own-signal-1', sensor)!;
    expect(JSON.stringify(kept)).not.toContain('main');
    expect(takenSignal(kept as never, { id: 'signal-9', place: 'shed', supply: 'other' })).toEqual({
      ...sensor,
      ...{ id: 'signal-9', place: 'shed', watches: { quantity: 'voltage', supply: 'other' } },
    });
  });
  test.each(KEPT_FORMS)('%s: every kind of it can be, is asked nothing of a project, and is kept as itself', (form) => {
    const begun = beginPart(form, 'own-1', 'Own one');
    if (!isKept(begun)) throw new Error(form);
    for (const { value } of keptKinds(begun)) {
      const part = asKeptKind(begun, value);
      expect([value, problems(part)]).toEqual([value, []]);
      expect(keptFields(part).filter(({ type }) => type === 'reference')).toEqual([]);
      expect(keepOf(form, 'own-1', { ...keptEntry(part), id: 'x', place: 'y' })).toEqual(part);
    }
  });
  test('what names a place of a project is refused', () => {
    const part = beginPart('load', 'own-load-1', 'Pump') as OwnLoad;
    expect(problems({ ...part, load: { ...part.load, place: 'dash' } })).toEqual(['load']);
  });
  test('is no part that a project carries', () => {
    const parts: OwnPart[] = [beginPart('board', 'a', 'A'), beginPart('load', 'b', 'B')];
    expect(parts.filter((part): part is UsedPart => !isKept(part)).map(({ id }) => id)).toEqual(['a']);
    expect(isOwnForm('board')(parts[0]!)).toBe(true);
  });
});
