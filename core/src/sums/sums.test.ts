import { describe, expect, test } from '@jest/globals';
import { BLADE_BANDS, bladeOpens } from '../reference/blade-fuse-bands.ts';
import { bundleFactor } from '../reference/bundle-factors.ts';
import { CORD_AMPACITY } from '../reference/flexible-cords.ts';
import { NEC_AMPACITY, necAmpacity } from '../reference/nec-ampacity.ts';
import { SUMS } from './registry.ts';
import { type SumValues, keptValues } from './sum.ts';

function work(id: string, values: SumValues) {
  const sum = SUMS.find((candidate) => candidate.id === id)!;
  const result = sum.work({ ...keptValues(sum), ...values });
  if (typeof result === 'string') throw new Error(result);
  return { ...result, of: (symbol: string) => result.results.find((row) => row.symbol === symbol)!.value };
}

test.each(SUMS.map((sum) => [sum.id, sum] as const))('%s answers its first values, with a source for each number', (_, sum) => {
  const result = sum.work(keptValues(sum));
  if (typeof result === 'string') throw new Error(result);
  for (const { value, source } of [...result.given, ...result.results]) {
    expect(Number.isFinite(value)).toBe(true);
    expect(source.kind).not.toBe('');
  }
  expect(result.results.length).toBeGreaterThan(0);
  expect(result.formula).toMatch(/[=≤≥]/);
});

describe('Ohm and power (worked examples)', () => {
  test.each([
    ['22 Ω on 220 V is 10 A', 'VR', 220, 22, 10],
    ['3 kW at 220 V is 13.6 A', 'VP', 220, 3000, 13.636],
    ['2 kW at 110 V is 18.2 A', 'VP', 110, 2000, 18.182],
    ['5.5 kW at 220 V is 25 A', 'VP', 220, 5500, 25],
    ['a 70 Ω coil at 13.7 V draws 196 mA', 'VR', 13.7, 70, 0.1957],
  ])('%s', (_, pair, first, second, ampere) => expect(work('ohm', { pair, first, second }).of('I')).toBeCloseTo(ampere, 3));
  test('the pairs agree with one another: 12 V, 2 A, 6 Ω, 24 W', () => {
    const known: Record<string, number> = { V: 12, I: 2, R: 6, P: 24 };
    for (const pair of ['VI', 'VR', 'VP', 'IR', 'IP', 'RP'])
      for (const { symbol, value } of work('ohm', { pair, first: known[pair[0]!]!, second: known[pair[1]!]! }).results)
        expect([pair, symbol, value]).toEqual([pair, symbol, known[symbol]]);
  });
});

describe('wire', () => {
  test('8 A over 4 m of 2.5 mm² and back at 20 °C: 8 · 8 · 7.98 mΩ = 0.511 V (IEC 60228)', () => {
    expect(work('drop', { ampere: 8, length: 4, size: '2.5', celsius: 20 }).of('ΔV')).toBeCloseTo(0.51072, 5);
  });
  test('and 40 K warmer 15.7 % more (IEC 60028)', () => {
    expect(work('drop', { ampere: 8, length: 4, size: '2.5', celsius: 60 }).of('ΔV') / 0.51072).toBeCloseTo(1 + 0.00393 * 40, 9);
  });
  test('the boat formula E = K · I · L / CM with K = 10.75 (from memory) gives a little less than stranded class 5 at its maximum', () => {
    // 2.5 mm² is 4934 circular mils; 8 m there and back is 26.25 ft.
    const boat = (10.75 * 8 * 26.25) / 4934;
    const ours = work('drop', { ampere: 8, length: 4, size: '2.5', celsius: 25 }).of('ΔV');
    expect(ours / boat).toBeGreaterThan(1);
    expect(ours / boat).toBeLessThan(1.2);
  });
  test('size from drop is the inverse of drop from size: the next thinner loses too much', () => {
    const found = work('size', { ampere: 8, length: 4, volt: 12.7, share: 3, celsius: 20 });
    expect(found.of('S')).toBe(4);
    expect(found.of('ΔV')).toBeLessThanOrEqual(0.381);
    expect(work('drop', { ampere: 8, length: 4, size: '2.5', celsius: 20 }).of('ΔV')).toBeGreaterThan(0.381);
  });
  test('where nothing will do it says so', () => {
    const sum = SUMS.find(({ id }) => id === 'size')!;
    expect(sum.work({ ...keptValues(sum), ampere: 200, length: 50 })).toMatch(/No wire up to 95 mm²/);
  });
  test('12 AWG is 3.309 mm² and 2.053 mm thick (ASTM B258, table 1)', () => {
    const { of } = work('awg', { known: 'awg', gauge: '12' });
    expect(of('A')).toBeCloseTo(3.309, 3);
    expect(of('d') * 1000).toBeCloseTo(2.053, 3);
  });
  test.each([
    [14, 15, 20, 25],
    [12, 20, 25, 30],
    [8, 40, 50, 55],
    [0, 125, 150, 170],
    [-3, 195, 230, 260],
  ])('gauge %s bears %s, %s and %s A (NEC table 310.16, from memory)', (awg, at60, at75, at90) => {
    expect([necAmpacity(awg, 60, 30), necAmpacity(awg, 75, 30), necAmpacity(awg, 90, 30)]).toEqual([at60, at75, at90]);
  });
  test('40 °C leaves 0.82 of the 60 °C column, 0.88 of the 75, 0.91 of the 90 (NEC table 310.15(B)(1), from memory)', () => {
    for (const [column, factor] of [
      [60, 0.82],
      [75, 0.88],
      [90, 0.91],
    ] as const)
      expect(necAmpacity(12, column, 40) / necAmpacity(12, column, 30)).toBeCloseTo(factor, 2);
    expect(NEC_AMPACITY.every(([, a, b, c]) => a < b && b < c)).toBe(true);
    expect(necAmpacity(13, 75, 30)).toBeNaN();
  });
  test('three circuits in a bundle bear 0.70 each, five are counted as six (IEC 60364-5-52)', () => {
    expect([1, 2, 3, 4, 5, 6, 9].map(bundleFactor)).toEqual([1, 0.8, 0.7, 0.65, 0.57, 0.57, 0.5]);
    expect(bundleFactor(10)).toBeNaN();
  });
  test('a 1.5 mm² cord bears 16 A, two of them in a bundle 12.8 A each', () => {
    expect(work('ampacity', { family: 'cord', cord: '1.5', celsius: 30, bundle: 2 }).of('I_z')).toBeCloseTo(16 * 0.8, 9);
    expect(CORD_AMPACITY.map(([, ampere]) => ampere)).toEqual([3, 6, 10, 13, 16, 25, 32, 40, 63]);
  });
});

describe('a wire that is there', () => {
  const sizes = (values: SumValues) =>
    work('found-wire', values).results.flatMap(({ unit, value, symbol }) => (unit === 'mm²' && symbol.startsWith('S') ? [value] : []));
  // 7.98 mΩ/m of 2.5 mm² and 13.3 of 1.5 (IEC 60228, class 5): 8 A over 4 m lose 0.255 V and 0.426 V cold.
  test.each([
    [0.25536, [2.5]],
    [0.4256, [1.5]],
    // Between warm 14 AWG and cold 1.5 mm² there is none: the thinner one counts.
    [0.36, [1.5]],
  ])('%s V along it', (volt, of) => {
    const found = sizes({ by: 'drop', volt, ampere: 8, length: 4 });
    for (const size of of) expect(found.some((one) => Math.abs(one - size) < 0.01)).toBe(true);
    // The one to count on is the thinnest that it can be.
    expect(found[0]).toBe(Math.min(...found));
  });
  test('warm copper never makes it a thicker one than it is', () => {
    for (const [size, perM] of [
      [1, 0.0195],
      [1.5, 0.0133],
      [2.5, 0.00798],
      [4, 0.00495],
      [6, 0.0033],
    ] as const)
      for (const celsius of [20, 40, 60])
        for (const meter of [0.971, 1, 1.029]) {
          const volt = 10 * 3 * perM * (1 + 0.00393 * (celsius - 20)) * meter;
          expect(sizes({ by: 'drop', volt, ampere: 10, length: 3 })[0]!).toBeLessThanOrEqual(size);
          expect(sizes({ by: 'drop', volt, ampere: 10, length: 3 })).toContain(size);
        }
  });
  // Usual make-up of flexible conductors (from memory, class 5).
  test.each([
    [24, 0.2, 0.75],
    [30, 0.25, 1.5],
    [50, 0.25, 2.5],
    [56, 0.3, 4],
    [84, 0.3, 6],
    [80, 0.4, 10],
  ])('%s strands of %s mm are %s mm²', (strands, strand, size) => expect(sizes({ by: 'strands', strands, strand })).toEqual([size]));
  test.each([
    ['thin', 2.4, [1.5]],
    ['thin', 2.41, [2.5]],
    ['thick', 2.5, [0.75]],
    ['thick', 2.51, [1]],
    // A thick wall hides less copper: that is what one counts on.
    ['unknown', 2.4, [0.75, 1.5]],
  ])('%s wall, %s mm over it', (wall, outside, of) => expect(sizes({ by: 'outside', outside, wall })).toEqual(of));
  test.each([
    { by: 'outside', outside: 12, wall: 'thick' },
    { by: 'strands', strands: 1, strand: 0.1 },
    { by: 'drop', volt: 50, ampere: 1, length: 0.1 },
  ])('%j is none', (values) => {
    const sum = SUMS.find(({ id }) => id === 'found-wire')!;
    expect(sum.work({ ...keptValues(sum), ...values })).toMatch(/measure again/);
  });
});

describe('fuse and surge', () => {
  test('16 A for hours asks for 20 A (NEC 210.20(A): 1.25 · 16)', () =>
    expect(work('fuse', { ampere: 16, hours: 'long' }).of('I_n')).toBe(20));
  test('the same for minutes for 20 A too: 15 A is too small', () =>
    expect(work('fuse', { ampere: 15.5, hours: 'short' }).of('I_n')).toBe(20));
  test('a wire below its fuse gets no fuse named, and is said in words', () => {
    const sum = SUMS.find(({ id }) => id === 'fuse')!;
    const answer = sum.work({ ...keptValues(sum), ampere: 28, hours: 'short', size: '1.5', celsius: 60 });
    expect(answer).toMatch(/asks for 30 A, and this wire bears [\d.]+ A: it would burn/);
  });
  test('what was kept from another day counts only where it still is a value', () => {
    const sum = SUMS.find(({ id }) => id === 'fuse')!;
    const kept = { ampere: 12, hours: 'always', size: '999', celsius: Number.NaN, left: 'over' };
    expect(keptValues(sum, kept)).toEqual({ ...keptValues(sum), ampere: 12 });
  });
  test('blade bands (ISO 8820-3, from memory): at 200 % between 0.15 and 5 s, never below 135 %, and faster the more flows', () => {
    expect(bladeOpens(2)).toEqual({ leastS: 0.15, mostS: 5 });
    expect(bladeOpens(1.34)).toBeNull();
    expect(bladeOpens(6)).toEqual({ leastS: 0.02, mostS: 0.1 });
    // Past the table nothing is known of the soonest: a surge that short is not called safe.
    expect(bladeOpens(20)).toEqual({ leastS: 0, mostS: 0.1 });
    const shares = [1.35, 1.5, 1.8, 2.5, 3.5, 5, 6];
    const times = shares.map((share) => bladeOpens(share)!);
    for (let at = 1; at < times.length; at++) {
      expect(times[at]!.mostS).toBeLessThan(times[at - 1]!.mostS);
      expect(times[at]!.leastS).toBeLessThanOrEqual(times[at - 1]!.leastS);
    }
    expect(BLADE_BANDS.every(([, least, most]) => least < most)).toBe(true);
  });
  test('an 8 A motor at eight times for a second may open a 15 A fuse; an 8 A heater does not', () => {
    expect(work('surge', { kind: 'motor', ampere: 8, fuse: '15' }).notes.join()).toMatch(/may open/);
    expect(work('surge', { kind: 'heater', ampere: 8, fuse: '15' }).notes.join()).toMatch(/outlasts/);
  });
});

describe('coils, loads, contacts, batteries', () => {
  test('85 Ω warmed to 95 °C needs 9.32 V for its 7.2 (IEC 60028)', () =>
    expect(work('coil', {}).of('V_pull,hot')).toBeCloseTo(7.2 * (1 + 0.00393 * 75), 9));
  test('1000 W at 230 V gives a quarter at half the volts: P · (V/V_r)²', () => {
    expect(work('loads', { count: 1, unit: 'W', plate: 1000, rated: 230, volt: 115 }).of('P')).toBeCloseTo(250, 9);
  });
  test('two 22 Ω elements on 220 V draw 20 A: currents add', () =>
    expect(work('loads', { count: 2, unit: 'Ω', plate: 22, rated: 220, volt: 220 }).of('I')).toBeCloseTo(20, 9));
  test('30 A resistive is 6 A of motor and 3 A of lamp (from memory: 20 and 10 %)', () => {
    expect(work('contact', { rating: 30, kind: 'motor' }).of('I_may')).toBeCloseTo(6, 9);
    expect(work('contact', { rating: 30, kind: 'filament' }).of('I_may')).toBeCloseTo(3, 9);
  });
  test('half of 70 Ah lasts 9.5 days at 150 mA and 4 % a month of its own', () => {
    expect(work('flat', { capacity: 70, usable: 50, drain: 0.15, self: 4 }).of('t')).toBeCloseTo(35 / (0.15 + 2.8 / 720) / 24, 9);
  });
});

describe('wire for a drop, beside the formula of boat practice', () => {
  // CM = K · I · L / E with K = 10.75, L there and back in feet, E in volts (from memory of boat practice); one
  // circular mil is 5.067e-4 mm². K stands for copper a little warm: 10.75 Ω·CM/ft is 1.787e-8 Ω·m, IACS at 29 °C.
  test.each([
    [8, 4, 12.7, 3],
    [20, 6, 12, 10],
    [5, 9, 24, 3],
    [30, 2, 12, 3],
  ])('%s A over %s m at %s V, %s %%', (ampere, lengthM, volt, share) => {
    const size = SUMS.find(({ id }) => id === 'size')!;
    const result = size.work({ ...keptValues(size), ampere, length: lengthM, volt, share, back: 'wire', celsius: 29 });
    if (typeof result === 'string') throw new Error(result);
    const feet = (2 * lengthM) / 0.3048;
    const needed = ((10.75 * ampere * feet) / ((share / 100) * volt)) * 5.067e-4;
    const chosen = result.results[0]!.value;
    // Ours is no thinner than theirs, and it is the next stock size or the one after: class 5 strands measure up
    // to 15 % more than their section says, and the wire warms.
    expect(chosen).toBeGreaterThanOrEqual(needed * 0.97);
    const stock = [1, 1.5, 2.5, 4, 6, 10, 16, 25, 35, 50];
    expect(stock.indexOf(chosen) - stock.findIndex((mm2) => mm2 >= needed)).toBeLessThanOrEqual(1);
  });
});

describe('a pin and what hangs on it', () => {
  const run = (id: string, values: SumValues) => {
    const sum = SUMS.find((one) => one.id === id)!;
    const result = sum.work({ ...keptValues(sum), ...values });
    if (typeof result === 'string') return result;
    return Object.fromEntries([...result.given, ...result.results].map(({ symbol, value }) => [symbol, value]));
  };

  // Worked by hand: V · R₂/(R₁ + R₂).
  test.each([
    [2000, 4700, 3.51],
    [1000, 2000, 3.33],
    [1800, 3300, 3.24],
  ])('%s Ω over %s Ω brings 5 V to %s V', (upper, lower, out) => expect((5 * lower) / (upper + lower)).toBeCloseTo(out, 2));

  test('the divider that it finds keeps between its levels at every corner of tolerance, loaded or not', () => {
    const found = run('divider', {});
    if (typeof found === 'string') throw new Error(found);
    const [r1, r2] = [found['R₁']!, found['R₂']!];
    for (const a of [0.95, 1.05])
      for (const b of [0.95, 1.05])
        for (const load of [1e5, Infinity]) {
          const lower = 1 / (1 / (r2 * b) + 1 / load);
          const out = (5 * lower) / (r1 * a + lower);
          expect(out).toBeLessThanOrEqual(3.6);
          expect(out).toBeGreaterThanOrEqual(2.5);
        }
  });

  test('levels that no resistors keep between are said', () => {
    expect(run('divider', { most: 3.31, least: 3.3 })).toMatch(/No two resistors/);
    expect(run('divider', { most: 2, least: 3 })).toMatch(/must lie below/);
  });

  test('a base resistor by hand: 0.2 A at a forced gain of 20 is 10 mA; (4.75 − 0.75)/10 mA/1.05 = 381 Ω, so 330 Ω', () => {
    const found = run('base', {});
    if (typeof found === 'string') throw new Error(found);
    expect(found.R_B).toBe(330);
    expect(found.I_pin).toBeCloseTo(4.25 / 330, 9);
    expect(run('base', { pin: 0.7 })).toMatch(/does not reach/);
  });
});

describe('heat, boards and boxes (worked examples)', () => {
  test('half the voltage is a quarter of the power: 115 V of 230 V leaves 750 W of 3 kW', () => {
    const half = work('phase-angle', { known: 'volt', out: 115 });
    expect(half.of('P')).toBeCloseTo(750, 6);
    expect(work('phase-angle', { known: 'angle', degrees: 90 }).of('P')).toBeCloseTo(1500, 6);
  });
  test('type K: 4.096 mV with the meter at 0 °C is 100 °C (NIST ITS-90)', () => {
    expect(work('thermocouple', { type: 'K', known: 'millivolt', millivolt: 4.096, cold: 0 }).of('T')).toBeCloseTo(100, 1);
    expect(work('thermocouple', { type: 'K', known: 'celsius', celsius: 1000, cold: 0 }).of('E')).toBeCloseTo(41.276, 3);
  });
  test('10 A through 1.2 V is 12 W; at 40 °C and 0.9 + 0.1 K/W it may have 4.8 K/W to the air', () => {
    expect(work('heatsink', {}).of('P')).toBeCloseTo(12, 9);
    expect(work('heatsink', {}).of('R_sa')).toBeCloseTo(70 / 12 - 1, 9);
  });
  test('two hot conductors in and out of 10 AWG, earths, a relay and clamps: 8 · 2.5 = 20 in³ (NEC 314.16)', () => {
    expect(work('box-fill', { gauge: '10', conductors: 4, devices: 1, clamps: '1' }).of('V')).toBeCloseTo(20, 9);
  });
  test('a track of 1.5 mm in 35 µm at 30 K, by hand from IPC-2221: 5.2 A', () => {
    expect(work('track', { width: 1.5 }).of('I')).toBeCloseTo(5.2, 1);
  });
});
