import { describe, expect, test } from '@jest/globals';
import { OPEN_OHM, meterError } from './meter.ts';
import {
  type HiddenRelay,
  PIN_COUNTS,
  type PinReading,
  type Pole,
  hiddenOhm,
  hideRelay,
  identifyRelay,
  pairState,
  pinNames,
  spaceOf,
} from './relay-finder.ts';
import { seeded } from '../../testing/seeded.ts';

/** Takes what is asked until nothing is. */
function look(hidden: HiddenRelay, random: () => number) {
  const readings: PinReading[] = [];
  let found = identifyRelay(hidden.pins, readings);
  while (found.next && readings.length < 70) {
    const there = hiddenOhm(hidden, found.next, OPEN_OHM);
    readings.push({ ...found.next, ohm: there >= OPEN_OHM ? there : there + (2 * random() - 1) * meterError('Ω', there) });
    found = identifyRelay(hidden.pins, readings);
  }
  return { found, readings };
}
const sorted = (poles: readonly Pole[]) =>
  poles
    .map(({ common, resting, closing }) => ({ common, resting, closing: [...closing].sort((a, b) => a - b) }))
    .sort((a, b) => a.common - b.common);
/** A contact with no third pin has no end that is the common. */
const plain = (hidden: HiddenRelay) =>
  hidden.pins !== 4
    ? sorted(hidden.poles)
    : hidden.poles.map(({ common, resting, closing }) => {
        const [a, b] = [common, resting ?? closing[0]!].sort((x, y) => x - y) as [number, number];
        return { common: a, resting: resting === null ? null : b, closing: resting === null ? [b] : [] };
      });

describe.each(PIN_COUNTS)('a relay with %i pins', (pins) => {
  test('is found with its coil, its throws and its diode, over seeded relays in a bag', () => {
    const random = seeded(pins * 31);
    let most = 0;
    for (let run = 0; run < (pins === 11 ? 6 : 40); run++) {
      const hidden = hideRelay(pins, random);
      const { found, readings } = look(hidden, random);
      expect(found.contradiction).toBeNull();
      expect([...found.coil!.pins].sort()).toEqual([...hidden.coil].sort());
      expect(Math.abs(found.coil!.ohm - hidden.coilOhm)).toBeLessThan(0.02 * hidden.coilOhm + 1);
      expect(found.coil!.what).not.toBeNull();
      expect(found.diode).toEqual(hidden.plus === null ? 'none' : { plus: hidden.plus });
      expect(sorted(found.poles!)).toEqual(plain(hidden));
      most = Math.max(most, readings.length);
    }
    // Every pair at rest and with power would be this many.
    expect(most).toBeLessThan(pins * (pins - 1));
  });
});

describe('ways to be connected', () => {
  test('are counted as combinatorics has them', () => {
    // C(n,2) coils times the ways to pick disjoint closed pairs: n!/(2^k k! (n−2k)!) of what is left.
    expect(PIN_COUNTS.map((pins) => spaceOf(pins).resting.length)).toEqual([12, 30, 28 * 45, 55 * 1260]);
  });
  test('the next pair is the one with the largest entropy, against plain enumeration', () => {
    const readings: PinReading[] = [
      { red: 1, black: 2, energised: false, ohm: OPEN_OHM },
      { red: 3, black: 4, energised: false, ohm: 0.4 },
    ];
    const { pairs, resting } = spaceOf(8);
    const left = resting.filter(({ coil, closed }) => {
      const at = (a: number, b: number) => pairs.findIndex(([x, y]) => x === a && y === b);
      return coil !== at(1, 2) && !closed.includes(at(1, 2)) && closed.includes(at(3, 4));
    });
    const worth = pairs.map((_, pair) => {
      const shares = (['coil', 'closed', 'open'] as const).map(
        (state) =>
          left.filter(({ coil, closed }) => (pair === coil ? 'coil' : closed.includes(pair) ? 'closed' : 'open') === state).length /
          left.length,
      );
      return shares.reduce((sum, p) => (p > 0 ? sum - p * Math.log(p) : sum), 0);
    });
    const { next, left: count } = identifyRelay(8, readings);
    expect(count).toBe(left.length);
    expect(worth[pairs.findIndex(([a, b]) => a === next!.red && b === next!.black)]).toBeCloseTo(Math.max(...worth), 12);
  });
});

describe('readings that cannot all be', () => {
  test('two coils on four pins: the newest of the two is named', () => {
    const found = identifyRelay(4, [
      { red: 1, black: 2, energised: false, ohm: 90 },
      { red: 3, black: 4, energised: false, ohm: 85 },
    ]);
    expect(found).toMatchObject({ left: 0, contradiction: { reading: 1 }, next: null });
  });
  test('neither coil nor closed nor open is said to be unclear, and asked again', () => {
    expect(pairState(9)).toBeNull();
    const found = identifyRelay(4, [{ red: 1, black: 2, energised: false, ohm: 9 }]);
    expect(found.unclear).toEqual([0]);
    expect(found.left).toBe(12);
    expect(found.next).toEqual({ red: 1, black: 2, energised: false });
  });
  test('a relay that does not move with power on it contradicts the rest', () => {
    const rest: PinReading[] = [
      { red: 1, black: 2, energised: false, ohm: 90 },
      { red: 2, black: 1, energised: false, ohm: 90 },
      { red: 3, black: 4, energised: false, ohm: OPEN_OHM },
    ];
    expect(identifyRelay(4, rest)).toMatchObject({ left: 1, diode: 'none', next: { red: 3, black: 4, energised: true } });
    expect(identifyRelay(4, [...rest, { red: 3, black: 4, energised: true, ohm: OPEN_OHM }])).toMatchObject({
      contradiction: { reading: 3 },
    });
  });
});

describe('pins have names', () => {
  const coil = { pins: [1, 2], ohm: 90, what: null } as const;
  const named = (list: ReturnType<typeof pinNames>) => Object.fromEntries(list.map(({ pin, name }) => [pin, name]));
  test('of five pins as DIN 72552 has them (from memory); which end of the coil is plus only a diode tells', () => {
    const poles = [{ common: 3, resting: 4, closing: [5] }];
    expect(named(pinNames(5, { coil, diode: { plus: 2 }, poles }))).toEqual({ 1: '85', 2: '86', 3: '30', 4: '87a', 5: '87' });
    expect(named(pinNames(5, { coil, diode: 'none', poles }))).toMatchObject({ 1: '86 or 85', 2: '86 or 85' });
    expect(named(pinNames(5, { coil, diode: null, poles: null }))).toEqual({ 1: '86 or 85', 2: '86 or 85' });
    expect(named(pinNames(5, { coil: null, diode: null, poles: null }))).toEqual({});
  });
  test('of four pins either end of the contact may be the common; two pins that close are both called so', () => {
    expect(named(pinNames(4, { coil, diode: 'none', poles: [{ common: 3, resting: null, closing: [4] }] }))).toMatchObject({
      3: '30 or 87',
      4: '30 or 87',
    });
    expect(named(pinNames(4, { coil, diode: 'none', poles: [{ common: 3, resting: 4, closing: [] }] }))).toMatchObject({
      3: '30 or 87a',
      4: '30 or 87a',
    });
    expect(named(pinNames(5, { coil, diode: 'none', poles: [{ common: 3, resting: null, closing: [4, 5] }] }))).toMatchObject({
      3: '30',
      4: '87',
      5: '87',
    });
  });
  test('of eight and eleven as EN 50005 has them (from memory)', () => {
    const poles = [
      { common: 3, resting: 4, closing: [5] },
      { common: 6, resting: 7, closing: [8] },
    ];
    expect(named(pinNames(8, { coil, diode: { plus: 1 }, poles }))).toEqual({
      1: 'A1',
      2: 'A2',
      3: '11',
      4: '12',
      5: '14',
      6: '21',
      7: '22',
      8: '24',
    });
  });
});
