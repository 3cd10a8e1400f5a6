import { describe, expect, test } from '@jest/globals';
import { awgAreaMm2, awgDiameterMm, awgName, nearestAwg } from './awg.ts';
import { BLADE_FUSES, bladeFuseAtLeast, bladeFuseAtMost, bladeFuseColour } from './blade-fuses.ts';
import { CLASS5_OHM_PER_KM } from './class5-conductors.ts';
import { COPPER_RESISTIVITY_OHM_M, copperAtTemperature } from './copper.ts';
import { LOADS } from '../kinds/load/registry.ts';
import { AMPACITY_BY_AWG } from './vehicle-ampacity.ts';
import {
  WIRE_SERIES,
  WIRE_SERIES_IDS,
  WIRE_SIZES_MM2,
  awgMm2,
  gaugeOf,
  noThinner,
  seriesOf,
  sizeName,
  sizesFrom,
  soldAwg,
  soldName,
  wireOhmPerM,
} from './wire-sizes.ts';
import { WIRE_FAMILIES, ambientFactor, ampacityAsLaid, conductorTemperature, looseInAir, stockOf, tableAmpacity } from './wire-families.ts';
import { necBundleFactor } from './bundle-factors.ts';
import { fuseAirFactor } from './fuse-air.ts';
import { adiabaticK, letThrough } from './let-through.ts';
import { BLADE_BANDS, bladeBears } from './blade-fuse-bands.ts';
import { START_TIMES_S, heatingAmperes, startAmpere, usualSurge } from '../kinds/load/surge.ts';
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
    expect(wireOhmPerM(size)).toBeCloseTo(ohmPerKm / 1000, 9);
  });

  test('every maximum lies a little above the geometric resistance of its nominal section', () => {
    for (const [size, ohmPerKm] of CLASS5_OHM_PER_KM) {
      const geometric = (COPPER_RESISTIVITY_OHM_M * 1e9) / size;
      expect(ohmPerKm / geometric).toBeGreaterThan(1);
      expect(ohmPerKm / geometric).toBeLessThan(1.17);
    }
  });

  test('a size that is not listed has no value', () => expect(wireOhmPerM(3)).toBeUndefined());
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
  test('an odd gauge is bought as the next thicker one that is sold', () => {
    expect([2.5, 1.5, 4, 6, 10, 1].map((size) => awgName(soldAwg(size)))).toEqual([
      '12 AWG',
      '14 AWG',
      '10 AWG',
      '8 AWG',
      '6 AWG',
      '16 AWG',
    ]);
  });
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
    for (const [awg, ampere] of AMPACITY_BY_AWG) expect(tableAmpacity('vehicle', awgMm2(awg))).toBe(ampere);
  });
  test('metric sizes lie between the neighbouring gauges, and rise', () => {
    const list = [...WIRE_SIZES_MM2]
      .sort((a, b) => a - b)
      .slice(1, -1)
      .map((size) => tableAmpacity('vehicle', size));
    expect([...list].sort((a, b) => a - b)).toEqual(list);
    // 2.5 mm² stands between 14 AWG (2.08 mm², 35 A) and 12 AWG (3.31 mm², 45 A).
    expect(tableAmpacity('vehicle', 2.5)).toBeGreaterThan(35);
    expect(tableAmpacity('vehicle', 2.5)).toBeLessThan(45);
  });
  test('outside the table there is no number', () => {
    expect(tableAmpacity('vehicle', 0.2)).toBeNaN();
    expect(tableAmpacity('vehicle', 200)).toBeNaN();
  });
  test('ambient factor √((105 − 60)/(105 − 30)) is 0.775 at 60 °C, and none is left at 105 °C', () => {
    expect(ambientFactor('vehicle', 60)).toBeCloseTo(0.7746, 4);
    expect(ambientFactor('vehicle', 30)).toBe(1);
    expect(ambientFactor('vehicle', 120)).toBe(0);
    expect(looseInAir(2.5, 105)).toBe(0);
  });
  test('a conductor at its ampacity reaches its insulation’s limit, at half of it a quarter of the rise', () => {
    expect(conductorTemperature(30, 30, { family: 'vehicle', airC: 40 })).toBe(105);
    expect(conductorTemperature(15, 30, { family: 'vehicle', airC: 40 })).toBeCloseTo(40 + 65 / 4, 9);
    expect(conductorTemperature(60, 30, { family: 'vehicle', airC: 40 })).toBe(105);
  });
});

test('contact derating by load kind (from memory: 75, 40, 20 and 10 %)', () => {
  const shares = Object.fromEntries(Object.values(LOADS).map(({ kind, derating }) => [kind, derating]));
  expect(shares).toMatchObject({ heater: 1, battery: 1, led: 0.75, solenoid: 0.4, motor: 0.2, filament: 0.1 });
  // A rectifier supply is capacitive, a transformer’s primary inductive.
  expect(shares).toMatchObject({ electronics: 0.75, transformer: 0.4 });
});

test('colour codes are read as IEC 60757 writes them', () => {
  expect(colourName('RD/BK')).toBe('red with black');
  expect(colourName('BN')).toBe('brown');
});

describe('wire as it is sold', () => {
  test('no section is sold both ways, and each says how it is', () => {
    expect(new Set(WIRE_SIZES_MM2).size).toBe(WIRE_SIZES_MM2.length);
    for (const size of WIRE_SERIES.metric) expect([seriesOf(size), soldName(size)]).toEqual(['metric', `${size} mm²`]);
    for (const size of WIRE_SERIES.awg) expect([seriesOf(size), soldName(size)]).toEqual(['awg', awgName(gaugeOf(size)!)]);
  });
  test('a gauge is named first, with its section to compare', () => {
    expect(sizeName(2.08)).toBe('14 AWG (2.08 mm²)');
    expect(sizeName(awgMm2(0))).toBe('1/0 AWG (53.5 mm²)');
  });
  // NEC chapter 9, table 8 (from memory): stranded copper at 75 °C, Ω/km. Fine strands lie longer and have a little more, never less.
  test.each([
    [18, 26.1],
    [16, 16.4],
    [14, 10.3],
    [12, 6.5],
    [10, 4.07],
    [8, 2.551],
    [6, 1.608],
    [4, 1.01],
    [2, 0.634],
    [1, 0.505],
    [0, 0.399],
    [-1, 0.317],
    [-3, 0.1996],
  ])('%s AWG has no less than its stranded wire’s %s Ω/km at 75 °C, and at most 4 %% more', (awg, ohmPerKm) => {
    const own = 1000 * copperAtTemperature(wireOhmPerM(awgMm2(awg))!, 75);
    expect(own).toBeGreaterThan(ohmPerKm);
    expect(own).toBeLessThan(1.04 * ohmPerKm);
  });
  test('every size that is sold has a resistance, less the thicker it is', () => {
    for (const series of WIRE_SERIES_IDS) {
      const list = WIRE_SERIES[series].map((size) => wireOhmPerM(size)!);
      expect(list).toEqual([...list].sort((a, b) => b - a));
      expect(list.every((ohm) => ohm > 0)).toBe(true);
    }
  });
  // NEC table 400.5(A)(1), two conductors that carry current (from memory).
  test.each([
    [18, 10],
    [16, 13],
    [14, 18],
    [12, 25],
    [10, 30],
  ])('a cord of %s AWG bears %s A', (awg, ampere) => expect(tableAmpacity('cord', awgMm2(awg))).toBe(ampere));
  // HD 516 S2, flexible cords (from memory).
  test.each([
    [4, 32],
    [6, 40],
    [10, 63],
  ])('a cord of %s mm² bears %s A', (sizeMm2, ampere) => expect(tableAmpacity('cord', sizeMm2)).toBe(ampere));
  test('a cord of 2 mm² sold by section would be read from the other table', () => expect(tableAmpacity('cord', 2)).toBe(20));
  test('thin vehicle wire: 0.5 mm² bears 11 A, 0.75 mm² 14 A, 22 AWG 7 A (common practice)', () =>
    expect([0.5, 0.75, awgMm2(22)].map((size) => tableAmpacity('vehicle', size))).toEqual([11, 14, 7]));
  test('sizing begins at what a hand crimps well, unless a person allows less', () => {
    expect([sizesFrom('metric', 'usual')[0], sizesFrom('metric', 'harness')[0], sizesFrom('metric', 'signal')[0]]).toEqual([1, 0.5, 0.35]);
    expect(['usual', 'harness', 'signal'].map((least) => soldName(sizesFrom('awg', least as 'usual')[0]!))).toEqual([
      '18 AWG',
      '20 AWG',
      '22 AWG',
    ]);
  });
  test('what is no thinner in the other series', () => {
    expect(soldName(noThinner('awg', 2.5))).toBe('12 AWG');
    expect(soldName(noThinner('awg', 1))).toBe('16 AWG');
    expect(noThinner('metric', awgMm2(14))).toBe(2.5);
    // The thickest is the thickest.
    expect(noThinner('metric', awgMm2(-3))).toBe(95);
  });
});

describe('wire families', () => {
  test.each([
    // NEC 310.16, copper (from memory), with the small-conductor limits of 240.4(D).
    ['nec-60', 10, 30],
    ['nec-75', 8, 50],
    ['nec-75', 4, 85],
    ['nec-90', 2, 130],
    ['nec-90', 12, 20],
    ['nec-75', 14, 15],
  ] as const)('%s: %s AWG bears %s A', (family, awg, ampere) => expect(tableAmpacity(family, awgMm2(awg))).toBe(ampere));

  test('a flexible cord of 1.5 mm² bears 16 A at 30 °C, and √((70 − 50)/(70 − 30)) of it at 50 °C', () => {
    expect(tableAmpacity('cord', 1.5)).toBe(16);
    expect(ampacityAsLaid(1.5, { family: 'cord', airC: 50, bundleFactor: 1 })).toBeCloseTo(16 * Math.sqrt(10 / 30), 9);
  });

  test('a bundle takes its share, and what a table has not is allowed nothing', () => {
    expect(ampacityAsLaid(2.5, { family: 'vehicle', airC: 30, bundleFactor: 0.7 })).toBeCloseTo(0.7 * looseInAir(2.5, 30), 9);
    expect(ampacityAsLaid(1, { family: 'nec-75', airC: 30, bundleFactor: 1 })).toBe(0);
  });

  const everyStock = WIRE_FAMILIES.flatMap(({ id }) => WIRE_SERIES_IDS.map((series) => [id, series] as const));
  test.each(everyStock)('%s, %s: thicker always bears more, and every size offered is in the table', (id, series) => {
    const list = stockOf(id, series, 'signal').map((size) => tableAmpacity(id, size));
    expect(list.length).toBeGreaterThan(3);
    for (let at = 1; at < list.length; at++) expect(list[at]).toBeGreaterThan(list[at - 1]!);
  });
});

describe('starts and blade fuses', () => {
  test('at the corners of its band a blade fuse bears what the table says, and between them less for longer', () => {
    for (const [share, leastS] of BLADE_BANDS) expect(bladeBears(leastS)).toBeCloseTo(share, 9);
    const times = Array.from({ length: 80 }, (_, at) => 1e-4 * 10 ** (at / 16));
    for (let at = 1; at < times.length; at++) expect(bladeBears(times[at]!)).toBeLessThanOrEqual(bladeBears(times[at - 1]!));
  });

  test('past the end of the band the same I²t opens it: (6 I_n)² · 20 ms', () => {
    for (const forS of [0.01, 0.001, 0.0002]) expect(bladeBears(forS) ** 2 * forS).toBeCloseTo(36 * 0.02, 9);
  });

  test('the heating current of a start agrees with its closed form', () => {
    // i = I(1 + (k − 1)e^(−3t/d)): ∫ i² dt = I²(t + 2(k − 1)d/3 · (1 − e^(−3t/d)) + (k − 1)² d/6 · (1 − e^(−6t/d))).
    const { times: k, durationS: d } = usualSurge('motor');
    const heating = heatingAmperes([{ kind: 'motor', ampere: 7 }]);
    START_TIMES_S.forEach((t, at) => {
      const integral =
        49 * (t + ((2 * (k - 1) * d) / 3) * (1 - Math.exp((-3 * t) / d)) + (((k - 1) ** 2 * d) / 6) * (1 - Math.exp((-6 * t) / d)));
      expect(heating[at]! / Math.sqrt(integral / t)).toBeCloseTo(1, 3);
    });
  });

  test('what the way lets through caps it', () => {
    expect(startAmpere([{ kind: 'filament', ampere: 5 }], 0, 30)).toBe(30);
    expect(startAmpere([{ kind: 'heater', ampere: 5 }], 100)).toBeCloseTo(5, 9);
  });
});

describe('factors by the code that a wire’s table is from', () => {
  // NEC 310.15(C)(1), by conductors: 4 to 6 carry 80 %, 7 to 9 70 %, 10 to 20 50 %, 21 to 30 45 %; a circuit has two.
  test.each([
    [1, 1],
    [2, 0.8],
    [3, 0.8],
    [4, 0.7],
    [5, 0.5],
    [10, 0.5],
    [11, 0.45],
    [15, 0.45],
  ])('%d circuits in one raceway: %d (NEC)', (circuits, factor) => expect(necBundleFactor(circuits)).toBe(factor));
  test('above thirty conductors nothing is said', () => expect(necBundleFactor(16)).toBeNaN());
  // Flexible cords of 60 °C insulation at other air than 30 °C (from memory: 0.91, 0.82, 0.71, 0.58).
  test.each([
    [30, 1],
    [35, 0.91],
    [40, 0.82],
    [45, 0.71],
    [50, 0.58],
    [60, 0],
  ])('a cord in %d °C: %d', (airC, factor) => expect(ambientFactor('cord', airC)).toBeCloseTo(factor, 2));
  test('ordinary vehicle wire of 85 °C carries less than that of 105 °C, by the root of its rise', () => {
    for (const size of [1, 2.5, 10]) expect(tableAmpacity('vehicle-85', size)).toBeLessThan(tableAmpacity('vehicle', size));
    // 14 AWG: 35 A · √(55/75) = 29.97 A.
    expect(tableAmpacity('vehicle-85', 2.5)).toBeCloseTo(Math.floor(tableAmpacity('vehicle', 2.5) * Math.sqrt(55 / 75)), -1);
  });
});

describe('a short, until it has been opened', () => {
  // IEC 60364-4-43, table 43A: k of copper in PVC is 115 from 70 °C; 88 from 105 °C by the same formula (from memory).
  test.each([
    [70, 115],
    [105, 88],
  ])('from %d °C copper in PVC bears k = %d A·√s/mm²', (startC, k) => expect(adiabaticK(startC)).toBeCloseTo(k, 0));
  test('a breaker opens it within half a cycle, and lets through no more than its class', () => {
    // 500² · 0.01 s; EN 60898-1, class 3 (from memory): B16 lets through 15,000 A²s at 3 kA and 35,000 at 6 kA.
    expect(letThrough('breaker-b', 16, 500, 50)!.i2t).toBeCloseTo(2500, 6);
    expect(letThrough('breaker-b', 16, 1224, 50)!.i2t).toBeLessThan(15_000);
    expect(letThrough('breaker-b', 16, 1225, 50)!.i2t).toBe(15_000);
    expect(letThrough('breaker-b', 16, 3000, 50)!.i2t).toBe(15_000);
    expect(letThrough('breaker-b', 16, 3001, 50)!.i2t).toBe(35_000);
    expect(letThrough('breaker-c', 20, 5900, 50)!.i2t).toBe(55_000);
    // 500² / 120 s: at 60 Hz half a cycle is shorter.
    expect(letThrough('breaker-b', 16, 500, 60)!.i2t).toBeCloseTo(2083.3, 1);
    // Class 3 has no row for D and none above 32 A: what flows in half a cycle is all that is known.
    expect(letThrough('breaker-d', 10, 3000, 50)!.i2t).toBeCloseTo(90_000, 6);
    expect(letThrough('breaker-b', 40, 3000, 50)!.i2t).toBeCloseTo(90_000, 6);
  });
  test('one that does not open it at once says nothing: B at five times its rating, C at ten', () => {
    expect(letThrough('breaker-b', 16, 79, 50)).toBeNull();
    expect(letThrough('breaker-b', 16, 80, 50)).not.toBeNull();
    expect(letThrough('breaker-c', 16, 159, 50)).toBeNull();
    expect(letThrough('breaker-c', 16, 160, 50)).not.toBeNull();
  });
  test('a blade fuse lets through by its band: 3.5 times its rating for half a second (ISO 8820-3)', () => {
    expect(letThrough('blade', 10, 1000, 50)!.i2t).toBeCloseTo(35 ** 2 * 0.5, 6);
    expect(letThrough('plug', 13, 500, 50)!.i2t).toBeCloseTo(95 ** 2 * 0.4, 6);
  });
});

describe('an overcurrent device in warm air (re-rating of its kind, from memory)', () => {
  test.each([
    ['blade', 25, 1],
    ['blade', -20, 1],
    ['blade', 85, 0.91],
    ['bolt', 65, 0.94],
    ['self-resetting', 65, 0.8],
    ['high-breaking', 75, 0.9],
    // IEC 60898-1 calibrates at 30 °C: 16 A carry about 15.2 A at 40 °C and 13.6 A at 60 °C (tables of common practice).
    ['breaker-b', 30, 1],
    ['breaker-c', 40, 0.95],
    ['breaker-b', 60, 0.85],
    ['plug', 50, 1],
  ] as const)('%s in %d °C carries %d of its rating', (style, airC, share) => expect(fuseAirFactor(style, airC)).toBeCloseTo(share, 9));
});
