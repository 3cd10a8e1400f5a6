/** Heat against what is outside the project: tables of ITS-90, an ODE package, closed forms, numeric integration. */
import { describe, expect, test } from '@jest/globals';
import { createRequire } from 'node:module';
import {
  THERMOCOUPLE_TYPES,
  type ThermocoupleType,
  swappedReadingC,
  thermocoupleC,
  thermocoupleMv,
  thermocoupleRange,
} from '../reference/thermocouples.ts';
import { trackAmpere } from '../reference/tracks.ts';
import { dividerFor, dividerVolts } from '../project/divider.ts';
import { type HeatControl, type HeatFaults, type HeatPlant, coldStart, firingDegrees, runHeat, tuned } from './heat-up.ts';
import { angleForPower, phasePowerShare, phaseVoltShare } from '../solve/phase-angle.ts';

const { Solver } = createRequire(import.meta.url)('odex') as {
  Solver: new (dimensions: number) => {
    absoluteTolerance: number;
    relativeTolerance: number;
    solve(f: (x: number, y: number[]) => number[], x0: number, y0: number[], x1: number): { y: number[] };
  };
};

describe('thermocouples (NIST ITS-90 tables, mV against 0 °C)', () => {
  test.each<[ThermocoupleType, number, number]>([
    ['K', -200, -5.891],
    ['K', 100, 4.096],
    ['K', 250, 10.153],
    ['K', 500, 20.644],
    ['K', 1000, 41.276],
    ['K', 1300, 52.41],
    ['J', -200, -7.89],
    ['J', 100, 5.269],
    ['J', 500, 27.393],
    ['J', 760, 42.919],
    ['J', 1000, 57.953],
    ['T', -200, -5.603],
    ['T', 100, 4.279],
    ['T', 400, 20.872],
    ['N', -200, -3.99],
    ['N', 100, 2.774],
    ['N', 500, 16.748],
    ['N', 1000, 36.256],
  ])('type %s at %d °C', (type, celsius, millivolt) => expect(thermocoupleMv(type, celsius)).toBeCloseTo(millivolt, 3));

  test.each(THERMOCOUPLE_TYPES)('type %s: there and back to a thousandth of a kelvin, with a cold junction of 23 °C', (type) => {
    const { toC } = thermocoupleRange(type);
    for (let celsius = -200; celsius < toC; celsius += 37) {
      const millivolt = thermocoupleMv(type, celsius) - thermocoupleMv(type, 23);
      expect(thermocoupleC(type, millivolt, 23)).toBeCloseTo(celsius, 3);
    }
  });
  test('past its range there is no reading, and changed about it reads as far below as it is above', () => {
    expect(thermocoupleMv('T', 401)).toBeNaN();
    expect(thermocoupleC('K', 60, 25)).toBeNaN();
    expect(swappedReadingC('K', 25, 25)).toBeCloseTo(25, 6);
    expect(swappedReadingC('K', 100, 25)).toBeLessThan(-45);
  });
});

describe('phase angle', () => {
  test.each([0.3, 1, Math.PI / 2, 2, 2.9])('at %d rad the closed form is what the cut wave integrates to', (alpha) => {
    // Effective value of sin over a half cycle from α on, by the midpoint rule.
    const steps = 200_000;
    let sum = 0;
    for (let at = 0; at < steps; at++) sum += Math.sin(alpha + ((Math.PI - alpha) * (at + 0.5)) / steps) ** 2;
    const mean = (sum * (Math.PI - alpha)) / steps / Math.PI;
    expect(phaseVoltShare(alpha)).toBeCloseTo(Math.sqrt(mean / 0.5), 8);
  });
  test('half of the half cycle is half of the power, and half of the voltage a quarter', () => {
    expect(phasePowerShare(Math.PI / 2)).toBeCloseTo(0.5, 12);
    expect(phaseVoltShare(angleForPower(0.25))).toBeCloseTo(0.5, 9);
    expect(firingDegrees(1)).toBeCloseTo(0, 4);
    expect(firingDegrees(0)).toBeCloseTo(180, 2);
  });
});

const plant: HeatPlant = { heatJPerK: 4000, lossWPerK: 6, lagS: 20, ambientC: 18, watt: 2000 };
const none: HeatFaults = { sensorSwapped: false, relayStuck: false, cutOutC: null };
const control = (changes: Partial<HeatControl> = {}): HeatControl => ({
  control: 'phase-angle',
  setC: 180,
  cycleS: 2,
  thermocouple: 'K',
  ...tuned(plant, 0),
  ...changes,
});

describe('a heated thing', () => {
  test('a stuck relay runs away to T_a + P/k along the closed form of a first order', () => {
    const { samples } = runHeat(plant, control(), { ...none, relayStuck: true }, coldStart(plant), 5000, 500);
    for (const { atS, thingC } of samples) expect(thingC).toBeCloseTo(18 + (2000 / 6) * (1 - Math.exp((-6 * atS) / 4000)), 4);
  });

  test('under a PID that never reaches its ends it goes as an ODE package (odex) has it', () => {
    // Begun near what is wanted, with the integral where it holds: the output stays between its ends.
    const own = control({ setC: 100, derivative: 0 });
    const hold = (6 * (100 - 18)) / 2000;
    const from = { ...coldStart(plant), thingC: 92, sensorC: 92, lastReadC: 92, integral: hold };
    const { state, samples } = runHeat(plant, own, none, from, 300, 10);
    expect(Math.max(...samples.map(({ power }) => power))).toBeLessThan(1);
    expect(Math.min(...samples.slice(1).map(({ power }) => power))).toBeGreaterThan(0);
    const solver = new Solver(3);
    solver.absoluteTolerance = solver.relativeTolerance = 1e-10;
    const { y } = solver.solve(
      (_, [thing, sensor, integral]) => {
        const error = own.setC - sensor!;
        const asks = own.gain * error + integral!;
        return [
          (asks * plant.watt - plant.lossWPerK * (thing! - plant.ambientC)) / plant.heatJPerK,
          (thing! - sensor!) / plant.lagS,
          own.integral * error,
        ];
      },
      0,
      [92, 92, hold],
      300,
    );
    // The controller looks once a step of a second: a twentieth of a kelvin on the way.
    expect(Math.abs(state.thingC - y[0]!)).toBeLessThan(0.05);
    expect(Math.abs(state.sensorC - y[1]!)).toBeLessThan(0.05);
  });

  test.each(['pid', 'phase-angle'] as const)('%s settles at what is wanted, and passes it by little', (kind) => {
    const own = control({ control: kind, ...tuned(plant, kind === 'pid' ? 2 : 0) });
    const { samples, state } = runHeat(plant, own, none, coldStart(plant), 3600, 5);
    expect(Math.max(...samples.map(({ thingC }) => thingC))).toBeLessThan(180 + 12);
    for (const { thingC } of samples.slice(-60)) expect(Math.abs(thingC - 180)).toBeLessThan(1);
    // What was put in is what the thing holds and what it lost: the balance of heat.
    const lost = samples.reduce((sum, { thingC }) => sum + plant.lossWPerK * (thingC - plant.ambientC) * 5, 0);
    expect(state.joule / (plant.heatJPerK * (state.thingC - 18) + lost)).toBeCloseTo(1, 2);
  });
  test('on and off swings about it by its hysteresis and the sensor’s lag', () => {
    const { samples } = runHeat(plant, control({ control: 'on-off' }), none, coldStart(plant), 3600, 5);
    const late = samples.slice(-300).map(({ thingC }) => thingC);
    expect(Math.max(...late)).toBeGreaterThan(180);
    expect(Math.min(...late)).toBeLessThan(180);
    expect(Math.max(...late) - Math.min(...late)).toBeLessThan(25);
  });
  test('changed about it heats on for ever, and only a cut-out ends that', () => {
    const swapped = { ...none, sensorSwapped: true };
    expect(runHeat(plant, control(), swapped, coldStart(plant), 1800, 60).state.thingC).toBeGreaterThan(250);
    const ended = runHeat(plant, control(), { ...swapped, cutOutC: 230 }, coldStart(plant), 7200, 60);
    expect(Math.max(...ended.samples.map(({ thingC }) => thingC))).toBeLessThan(231);
    expect(ended.state.cutOpen).toBe(true);
    expect(ended.state.thingC).toBeLessThan(100);
  });
  test('in two halves it goes as in one, so that a switch may be thrown on the way', () => {
    const whole = runHeat(plant, control(), none, coldStart(plant), 1000, 10);
    const half = runHeat(plant, control(), none, coldStart(plant), 500, 10);
    const rest = runHeat(plant, control(), none, half.state, 500, 10);
    expect(rest.state.thingC).toBeCloseTo(whole.state.thingC, 6);
    expect([...half.samples, ...rest.samples].map(({ atS }) => Math.round(atS))).toEqual(whole.samples.map(({ atS }) => Math.round(atS)));
  });
});

describe('boards', () => {
  test('tracks after IPC-2221: 3 mm bears about 9 A at 35 µm, 1.5 mm about 5 A, and doubled copper 2^0.725 as much', () => {
    // By hand: 3 mm · 35 µm is 118.1 · 1.378 = 162.8 mil²; 0.048 · 30^0.44 · 162.8^0.725 = 8.60 A.
    expect(trackAmpere(3, 35)).toBeCloseTo(8.6, 1);
    expect(trackAmpere(3, 35) / trackAmpere(1.5, 35)).toBeCloseTo(2 ** 0.725, 9);
    expect(trackAmpere(3, 70) / trackAmpere(3, 35)).toBeCloseTo(2 ** 0.725, 9);
  });
  test('dividers by hand: 2 kΩ over 4.7 kΩ makes 3.51 V of 5 V, 1 kΩ over 2 kΩ 3.33 V, 1.8 kΩ over 3.3 kΩ 3.24 V', () => {
    const usual = (upperOhm: number, lowerOhm: number) => dividerVolts(5, { upperOhm, lowerOhm }).usual;
    expect(usual(2000, 4700)).toBeCloseTo(3.507, 3);
    expect(usual(1000, 2000)).toBeCloseTo(3.333, 3);
    expect(usual(1800, 3300)).toBeCloseTo(3.235, 3);
  });
  test('the pair that is chosen never goes over, and no E12 pair comes nearer', () => {
    const found = dividerVolts(5, dividerFor(5, 3.3)).usual;
    expect(found).toBeLessThanOrEqual(3.3);
    const series = [1, 1.2, 1.5, 1.8, 2.2, 2.7, 3.3, 3.9, 4.7, 5.6, 6.8, 8.2];
    for (const upper of series)
      for (const lower of series) {
        const made = (5 * lower) / (upper + lower);
        if (made <= 3.3) expect(found).toBeGreaterThanOrEqual(made - 1e-9);
      }
  });
});
