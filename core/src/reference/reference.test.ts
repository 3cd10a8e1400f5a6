import { describe, expect, test } from '@jest/globals';
import { awgAreaMm2, awgDiameterMm, awgName, nearestAwg, sizeName } from './awg.ts';
import { BLADE_FUSES, bladeFuseAtLeast, bladeFuseAtMost, bladeFuseColour } from './blade-fuses.ts';
import { CLASS5_OHM_PER_KM, class5OhmPerM } from './class5-conductors.ts';
import { COPPER_RESISTIVITY_OHM_M, copperAtTemperature } from './copper.ts';
import { CONTACT_DERATING } from './contact-derating.ts';
import { AMPACITY_BY_AWG, STOCK_SIZES_MM2, ambientFactor, ampacity, conductorTemperature, tableAmpacity } from './vehicle-ampacity.ts';
import { colourName } from './wire-colours.ts';

describe('class 5 conductors', () => {
  // IEC 60228, table 3: maximum resistance at 20 °C of plain class 5 copper, Ω/km.
  test.each([
    [0.5, 39.0],
    [1, 19.5],
    [1.5, 13.3],
    [2.5, 7.98],
    [6, 3.3],
    [16, 1.21],
    [50, 0.386],
    [95, 0.206],
  ])('%s mm² is %s Ω/km (IEC 60228)', (size, ohmPerKm) => {
    expect(class5OhmPerM(size)).toBeCloseTo(ohmPerKm / 1000, 9);
  });

  test('every maximum lies a little above the geometric resistance of its nominal section', () => {
    for (const [size, ohmPerKm] of CLASS5_OHM_PER_KM) {
      const geometric = (COPPER_RESISTIVITY_OHM_M * 1e9) / size;
      expect(ohmPerKm / geometric).toBeGreaterThan(1);
      expect(ohmPerKm / geometric).toBeLessThan(1.17);
    }
  });

  test('a size that is not listed has no value', () => expect(class5OhmPerM(3)).toBeUndefined());
});

describe('AWG (ASTM B258)', () => {
  // ASTM B258, table 1: diameters in mm (inches × 25.4).
  test.each([
    [-3, 11.684],
    [0, 8.251],
    [10, 2.588],
    [18, 1.024],
    [36, 0.127],
  ])('gauge %s has a diameter of %s mm', (awg, diameter) => expect(awgDiameterMm(awg)).toBeCloseTo(diameter, 3));

  test('10 AWG is 5.261 mm² (ASTM B258)', () => expect(awgAreaMm2(10)).toBeCloseTo(5.261, 3));
  test('a metric size is named with its nearest gauge', () => {
    expect(nearestAwg(2.5)).toBe(13);
    expect(nearestAwg(6)).toBe(9);
    expect(sizeName(50)).toBe('50 mm² (≈1/0 AWG)');
    expect(awgName(-3)).toBe('4/0 AWG');
  });
});

describe('copper (IEC 60028)', () => {
  test('85 Ω at 20 °C is 106.7 Ω at 85 °C: 85 · (1 + 0.00393 · 65)', () => expect(copperAtTemperature(85, 85)).toBeCloseTo(106.71, 2));
  test('annealed copper is 1/58 Ω·mm²/m at 20 °C', () => expect(COPPER_RESISTIVITY_OHM_M * 1e6).toBeCloseTo(1 / 58, 6));
});

describe('blade fuses (ISO 8820-3)', () => {
  // Identification colours of ISO 8820-3, type C.
  test.each([
    [2, 'grey'],
    [3, 'violet'],
    [5, 'tan'],
    [7.5, 'brown'],
    [10, 'red'],
    [15, 'blue'],
    [20, 'yellow'],
    [25, 'clear'],
    [30, 'green'],
    [40, 'orange'],
  ])('%s A is %s', (rating, colour) => expect(bladeFuseColour(rating)).toBe(colour));

  test('the series rises and is searched both ways', () => {
    const ratings = BLADE_FUSES.map(([rating]) => rating);
    expect([...ratings].sort((a, b) => a - b)).toEqual(ratings);
    expect(bladeFuseAtLeast(7.6)).toBe(10);
    expect(bladeFuseAtLeast(10)).toBe(10);
    expect(bladeFuseAtMost(9.99)).toBe(7.5);
    expect(bladeFuseAtLeast(41)).toBeUndefined();
    expect(bladeFuseAtMost(0.5)).toBeUndefined();
  });
});

describe('vehicle ampacity (from memory: boat and vehicle practice, 105 °C)', () => {
  test('a gauge’s own section finds its own row', () => {
    for (const [awg, ampere] of AMPACITY_BY_AWG) expect(tableAmpacity(awgAreaMm2(awg))).toBe(ampere);
  });
  test('metric sizes lie between the neighbouring gauges, and rise', () => {
    const list = STOCK_SIZES_MM2.map(tableAmpacity);
    expect([...list].sort((a, b) => a - b)).toEqual(list);
    // 2.5 mm² stands between 14 AWG (2.08 mm², 35 A) and 12 AWG (3.31 mm², 45 A).
    expect(tableAmpacity(2.5)).toBeGreaterThan(35);
    expect(tableAmpacity(2.5)).toBeLessThan(45);
  });
  test('outside the table there is no number', () => {
    expect(tableAmpacity(0.5)).toBeNaN();
    expect(tableAmpacity(200)).toBeNaN();
  });
  test('ambient factor √((105 − 60)/(105 − 30)) is 0.775 at 60 °C, and none is left at 105 °C', () => {
    expect(ambientFactor(60)).toBeCloseTo(0.7746, 4);
    expect(ambientFactor(30)).toBe(1);
    expect(ambientFactor(120)).toBe(0);
    expect(ampacity(2.5, 105)).toBe(0);
  });
  test('a conductor at its ampacity reaches its insulation’s limit, at half of it a quarter of the rise', () => {
    expect(conductorTemperature(30, 30, 40)).toBe(105);
    expect(conductorTemperature(15, 30, 40)).toBeCloseTo(40 + 65 / 4, 9);
    expect(conductorTemperature(60, 30, 40)).toBe(105);
  });
});

test('contact derating by load kind (from memory: 75, 40, 20 and 10 %)', () => {
  expect(CONTACT_DERATING).toEqual({ heater: 1, battery: 1, led: 0.75, solenoid: 0.4, motor: 0.2, filament: 0.1 });
});

test('colour codes are read as IEC 60757 writes them', () => {
  expect(colourName('RD/BK')).toBe('red with black');
  expect(colourName('BN')).toBe('brown');
});
