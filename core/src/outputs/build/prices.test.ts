/** What a person says that one costs goes before the shelf's invented prices, and a total says which it stands on. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import { type Design, blankDesign, hear } from '../../project/index.ts';
import { totalPrice, totalWords } from './lists.ts';

const page = blankDesign('Page', 'battery-12');
const fan = hear('when the key is on, run a 60 W fan', page).add!(page);
const listed = ({ analysis: { parts, cuts } }: ReturnType<typeof analyse>) => ({ parts, cuts, total: totalPrice(parts, cuts) });
const plain = listed(analyse(fan));
const priced = (prices: Record<string, number>, changes: Partial<Design['build']> = {}, settings: Partial<Design['settings']> = {}) =>
  listed(analyse({ ...fan, settings: { ...fan.settings, ...settings }, build: { ...fan.build, prices, ...changes } }));

const relay = plain.parts.find(({ tags }) => tags === 'K1')!;
const load = plain.parts.find(({ tags }) => tags === 'E1.1')!;
const [wire] = plain.cuts;
const words = (total: Parameters<typeof totalWords>[0], currency = '') => totalWords(total, { ...fan.build, currency });

describe('of a part', () => {
  test('the typed one stands in its row, and in the total in place of the other', () => {
    const { parts, total } = priced({ [relay.description]: 9.5 });
    expect(parts.find(({ tags }) => tags === 'K1')).toMatchObject({ price: 9.5, isOwnPrice: true });
    expect(total.price).toBeCloseTo(plain.total.price - relay.price! * relay.toBuy + 9.5 * relay.toBuy, 6);
    expect(total).toMatchObject({ own: 9.5 * relay.toBuy, invented: plain.total.invented - 1 });
  });
  test('what had none has one', () => {
    expect(load.price).toBeNull();
    const { total } = priced({ [load.description]: 20 });
    expect(total.unpriced).toBe(plain.total.unpriced - 1);
    expect(total.price).toBeCloseTo(plain.total.price + 20, 6);
  });
  test('nothing is a price too; what nobody buys counts for nothing', () => {
    expect(priced({ [relay.description]: 0 }).parts.find(({ tags }) => tags === 'K1')).toMatchObject({ price: 0, isOwnPrice: true });
    const had = priced({ [relay.description]: 9.5 }, { drawer: { [relay.description]: 5 } });
    expect(had.total.own).toBe(0);
  });
});

describe('of wire', () => {
  test('a metre, whatever its colour', () => {
    const { cuts } = priced({ [wire!.soldAs]: 2 });
    const alike = cuts.filter(({ soldAs }) => soldAs === wire!.soldAs);
    expect(alike.length).toBeGreaterThan(1);
    for (const { price, cut, isOwnPrice } of alike) expect([price, isOwnPrice]).toEqual([2 * cut.rolls.length * fan.build.rollM, true]);
  });
  test('in feet, a foot: 10 m are 32.81 ft', () => {
    const feet = priced({}, {}, { lengthUnit: 'ft' });
    const soldAs = feet.cuts[0]!.soldAs;
    expect(soldAs).toMatch(/a foot$/);
    expect(feet.total.price).toBeCloseTo(plain.total.price, 6);
    const { cuts } = priced({ [soldAs]: 1 }, {}, { lengthUnit: 'ft' });
    expect(cuts[0]!.price).toBeCloseTo(cuts[0]!.cut.rolls.length * 32.8084, 3);
  });
});

describe('together', () => {
  test('invented prices are nobody’s money', () => {
    expect(words(plain.total, '€')).toBe(
      `${plain.total.price.toFixed(2)}, in the invented prices of the shelf; 1 row has none`.replace('1 row', 'one row'),
    );
  });
  test('of some it is said how much is theirs', () => {
    const { total } = priced({ [relay.description]: 9.5 });
    expect(words(total, '€')).toContain(', of it 9.50 € at your prices and the rest in the invented ones of the shelf');
  });
  test('of all it is theirs alone', () => {
    const all = Object.fromEntries([
      ...plain.parts.map(({ description }) => [description, 1]),
      ...plain.cuts.map(({ soldAs }) => [soldAs, 1]),
    ]) as Record<string, number>;
    const { total } = priced(all);
    expect([total.invented, total.unpriced]).toEqual([0, 0]);
    expect(words(total, '€')).toBe(`${total.price.toFixed(2)} € at your prices`);
    expect(words(total)).toBe(`${total.price.toFixed(2)} at your prices`);
  });
});
