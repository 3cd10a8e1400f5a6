/** Labels as they are printed on relays, contactors and modules, and what is usual where one says nothing. */
import { describe, expect, test } from '@jest/globals';
import { ownRelaySchema, OWN_FORMS, OWN_COILS_V, type OwnRelay } from './own-relay.ts';
import { ownFields } from './own-fields.ts';
import { assumedOf } from '../own-part.ts';
import { AC_VOLT, assumable, beginOwn, withLabel, withUsual } from './own-usual.ts';
import { readRating } from './rating-label.ts';
import { RELAYS, ownRelay, throwRating } from './shelf.ts';
import { fieldValue } from '../../document/index.ts';

describe('a printed rating', () => {
  // Ways of printing it: common practice; categories: IEC 60947-4-1 table 1, IEC 60947-5-1 table 1.
  test.each([
    ['10 A 250 V~ / 10 A 30 V⎓', { ac: { closingA: 10, own: {}, mostV: 250 }, dc: { closingA: 10, own: {}, mostV: 30 } }],
    ['10A 250VAC 10A 30VDC', { ac: { closingA: 10, own: {}, mostV: 250 }, dc: { closingA: 10, own: {}, mostV: 30 } }],
    ['30/40 A 14 V⎓', { dc: { closingA: 40, restingA: 30, own: {}, mostV: 14 } }],
    ['40/30A 14VDC', { dc: { closingA: 40, restingA: 30, own: {}, mostV: 14 } }],
    ['16 A 250 V', { ac: { closingA: 16, own: {}, mostV: 250 } }],
    ['30 A 24 V', { dc: { closingA: 30, own: {}, mostV: 24 } }],
    ['AC-1 25 A, AC-3 9 A', { ac: { closingA: 25, own: { motor: 9 } } }],
    ['AC-1: 40 A 400 V; AC-5b 12 A; AC-15 4 A', { ac: { closingA: 40, own: { filament: 12, solenoid: 4 }, mostV: 400 } }],
    ['DC-1 10 A 30 V, DC-13 2 A', { dc: { closingA: 10, own: { solenoid: 2 }, mostV: 30 } }],
    ['7,5 A 125 V AC', { ac: { closingA: 7.5, own: {}, mostV: 125 } }],
    ['20 A', { dc: { closingA: 20, own: {} } }],
    ['10A/250VAC', { ac: { closingA: 10, own: {}, mostV: 250 } }],
    ['250 V~ 10 A', { ac: { closingA: 10, own: {}, mostV: 250 } }],
    ['250V~/10A 30VDC/10A', { ac: { closingA: 10, own: {}, mostV: 250 }, dc: { closingA: 10, own: {}, mostV: 30 } }],
    ['12 VDC: 30/40 A', { dc: { closingA: 40, restingA: 30, own: {}, mostV: 12 } }],
    // Several voltages: the highest one's figure, whichever stands first.
    ['16 A 125 V~, 10 A 250 V~', { ac: { closingA: 10, own: {}, mostV: 250 } }],
    ['10 A 250 V~, 16 A 125 V~', { ac: { closingA: 10, own: {}, mostV: 250 } }],
    ['40 A 14 V DC, 20 A 28 V DC', { dc: { closingA: 20, own: {}, mostV: 28 } }],
    ['AC-1 25 A 690 V, AC-3 9 A 400 V', { ac: { closingA: 25, own: { motor: 9 }, mostV: 400 } }],
    ['AC-3 12 A 230 V, AC-3 9 A 400 V', { ac: { own: { motor: 9 }, mostV: 400 } }],
  ] as const)('%s', (label, meant) => {
    expect(readRating(label, 'dc')).toEqual({ ...meant, notUnderstood: [] });
  });
  test('what is not understood is told, and rates nothing', () => {
    expect(readRating('TV-5 10 A 250 V~', 'dc')).toMatchObject({ ac: { closingA: 10 }, notUnderstood: ['TV-5'] });
    // Discharge lamps are no load of ours: the figure is nobody's rating.
    expect(readRating('AC-5a 9 A', 'ac')).toEqual({ notUnderstood: ['AC-5a 9 A'] });
    expect(readRating('strong', 'ac')).toEqual({ notUnderstood: ['strong'] });
  });
  test('horse power is told as not understood, and takes its voltage with it', () => {
    expect(readRating('10 A 250 VAC, 1/2 HP 125 VAC', 'dc')).toEqual({
      ac: { closingA: 10, own: {}, mostV: 250 },
      notUnderstood: ['1/2 HP 125 VAC'],
    });
  });
  test('without voltage and sign it is for the current that a part of its form switches', () => {
    expect(readRating('25 A', 'ac')).toMatchObject({ ac: { closingA: 25 } });
    expect(readRating('25 A', 'dc')).toMatchObject({ dc: { closingA: 25 } });
  });
});

describe.each(OWN_FORMS)('an own part, %s', (form) => {
  const begun = beginOwn(form, 'own-part', 'Own part');
  test('begins as a part that could be, with every number told as assumed, its rating too', () => {
    expect(ownRelaySchema.safeParse(begun).error?.issues).toBeUndefined();
    expect(begun.assumed).toEqual(['closing', ...assumable(form)]);
    for (const { path } of ownFields(form)) {
      expect([path, begun.assumed.includes(path)]).toEqual([path, true]);
      expect(fieldValue(begun, path.split('.'))).toEqual(expect.any(Number));
    }
  });
  test.each(OWN_COILS_V)('could be with a coil for %s V', (coilV) => {
    expect(ownRelaySchema.safeParse(withUsual({ ...begun, coilV })).error?.issues.map(({ path }) => path.join('.'))).toBeUndefined();
  });
  test('what was typed stays, what was not follows it', () => {
    const typed = withUsual({ ...begun, coilOhm: 77, assumed: begun.assumed.filter((field) => field !== 'coilOhm') });
    expect(withUsual({ ...typed, coilV: 24 }).coilOhm).toBe(77);
  });
});

/** What is usual is like the shelf's parts of its class, which were filled in by themselves. */
test.each([
  ['four', 12, 'relay-12v-30a-4', 0.15],
  ['four', 24, 'relay-24v-20a-4', 0.15],
  ['two-pole', 12, 'relay-12v-2x15a-8', 0.05],
  ['stud', 12, 'relay-12v-150a-stud', 0.05],
  ['stud', 48, 'relay-48v-150a-stud', 0.05],
  ['two-pole', 24, 'relay-24v-2x15a-8', 0.05],
  ['module', 5, 'module-5v-10a', 0.05],
  ['module', 12, 'module-12v-10a', 0.05],
  ['contactor', 230, 'contactor-230v-2x25a', 0.05],
  ['contactor', 24, 'contactor-24v-2x25a', 0.05],
  ['solid-ac', 12, 'ssr-ac-25a', 0.1],
  ['solid-dc', 12, 'ssr-dc-40a', 0.1],
] as const)('%s for %s V is like %s', (form, coilV, shelf, within) => {
  const own = ownRelay(withUsual({ ...beginOwn(form, 'own-part', 'Own part'), coilV }));
  const like = RELAYS.find(({ id }) => id === shelf)!;
  for (const field of ['coilOhm', 'pullInV', 'coilMostV', 'coilHenry'] as const)
    expect([field, Math.abs(own[field] / like[field] - 1) <= within]).toEqual([field, true]);
  expect([own.build, own.socket, own.poles.length, own.coil]).toEqual([like.build, like.socket, like.poles.length, like.coil]);
});

describe('a label typed into a card', () => {
  const five = beginOwn('five', 'own-part', 'Own part');
  test('rates its throws: the smaller figure is the one closed at rest', () => {
    const { part, problem } = withLabel(five, '30/40 A 14 V⎓');
    expect(problem).toBeNull();
    expect([part.closing.resistiveA, part.resting!.resistiveA]).toEqual([40, 30]);
    expect(part.assumed).not.toContain('resting');
    // A system of 12 V with its charging, not a limit of 14 V that every alternator passes.
    expect(part.closing.mostV).toBe(16);
    const type = ownRelay(part);
    expect(throwRating(type, '87', 'heater').ampere).toBe(40);
    expect(throwRating(type, '87a', 'heater').ampere).toBe(30);
    expect(throwRating(type, '87', 'heater', 'ac').ampere).toBe(0);
  });
  test('what a label that is corrected no longer says is nobody’s word: the throw at rest is assumed again', () => {
    const { part } = withLabel(withLabel(five, '30/40 A 14 V⎓').part, '20 A 14 V⎓');
    expect([part.closing.resistiveA, part.resting!.resistiveA]).toEqual([20, 13.3]);
    expect(part.assumed).toContain('resting');
    expect(part.assumed).not.toContain('closing');
  });
  test('what a data sheet said of a kind of load stays while the label is corrected; what the label said of it goes', () => {
    const typed = { ...five, closing: { ...five.closing, own: { motor: 22 } } };
    expect(withLabel(typed, '35 A 14 V⎓').part.closing.own).toEqual({ motor: 22 });
    const contactor = beginOwn('contactor', 'own-part', 'Own part');
    const twice = withLabel(withLabel(contactor, 'AC-1 25 A, AC-3 12 A').part, 'AC-1 25 A').part;
    expect(twice.closing.ac).toMatchObject({ resistiveA: 25, own: {} });
  });
  test('with one figure the other throw is assumed, and less', () => {
    const { part } = withLabel(five, '45 A 14 V⎓');
    expect(part.resting!.resistiveA).toBe(30);
    expect(part.assumed).toContain('resting');
  });
  test('a contactor’s categories rate motors and lamps by themselves', () => {
    const type = ownRelay(withLabel(beginOwn('contactor', 'own-part', 'Own part'), 'AC-1 25 A 400 V, AC-3 9 A, AC-5b 8 A').part);
    const rated = (kind: 'heater' | 'motor' | 'filament') => throwRating(type, '1', kind, 'ac').ampere;
    expect([rated('heater'), rated('motor'), rated('filament')]).toEqual([25, 9, 8]);
    expect(throwRating(type, '1', 'heater', 'dc').ampere).toBe(0);
  });
  test('a motor’s rating alone is no larger one for what is resistive', () => {
    const { part } = withLabel(beginOwn('contactor', 'own-part', 'Own part'), 'AC-3 9 A');
    expect(part.closing.ac).toMatchObject({ resistiveA: 9, own: { motor: 9 } });
  });
  test('a rating for alternating current that names no voltage has one assumed, until it names it', () => {
    const { part } = withLabel(beginOwn('contactor', 'own-part', 'Own part'), 'AC-3 9 A');
    expect(assumedOf(part)).toContainEqual({ path: AC_VOLT, label: 'Highest alternating voltage of its contact', value: 250, unit: 'V' });
    const named = withLabel(part, 'AC-3 9 A 400 V').part;
    expect(named.closing.ac!.mostV).toBe(400);
    expect(assumedOf(named).filter(({ path }) => path === AC_VOLT)).toEqual([]);
  });
  test.each([
    ['solid-ac', '40 A 30 V⎓'],
    ['solid-dc', '40 A 240 V~'],
    ['four', ''],
    ['four', 'heavy duty'],
    // Which of its figures holds at 400 V is not read: none is taken.
    ['module', '10 A 250 V~ max 400 V~'],
  ] as const)('%s with “%s” keeps what it had, and says why', (form, label) => {
    const begun = beginOwn(form, 'own-part', 'Own part');
    const { part, problem } = withLabel(begun, label);
    expect(problem).not.toBeNull();
    expect(part).toEqual({ ...begun, label });
  });
});

describe('a part that could not be is refused', () => {
  const refused = (part: OwnRelay) => ownRelaySchema.safeParse(part).error?.issues.map(({ path }) => path.join('.')) ?? [];
  const module = beginOwn('module', 'own-part', 'Own part');
  test.each<[string, OwnRelay, string]>([
    ['a module without its input', { ...module, module: undefined }, 'module'],
    ['a plug-in relay with one', { ...beginOwn('five', 'own-part', 'Own part'), module: module.module }, 'module'],
    ['a contactor with a throw closed at rest', { ...beginOwn('contactor', 'own-part', 'Own part'), resting: module.resting }, 'resting'],
    ['a coil that nobody sells', { ...module, coilV: 13 }, 'coilV'],
    ['a contact without a rating', { ...module, closing: { resistiveA: 0, own: {} } }, 'closing'],
    [
      'a triac rated for direct current',
      { ...beginOwn('solid-ac', 'own-part', 'Own part'), closing: { resistiveA: 10, own: {} } },
      'closing',
    ],
    ['a coil that never pulls in', { ...module, pullInV: 6 }, 'pullInV'],
  ])('%s', (_, part, path) => {
    expect(refused(part)).toContain(path);
  });
});
