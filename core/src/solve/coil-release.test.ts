import { describe, expect, test } from '@jest/globals';
import { type Coil, coilRelease, parallelOhm } from './coil-release.ts';

const coil: Coil = { henry: 0.2, ohm: 85, ampere: 0.16, releaseA: 0.014, nominalV: 12 };

/** The same by small steps of L · di/dt = −R · i − v(i), classical Runge–Kutta: knows nothing of the closed form. */
function byStepping({ henry, ohm, ampere, releaseA }: Coil, across: (i: number) => number): number {
  const slope = (i: number) => -(ohm * i + across(i)) / henry;
  const step = 1e-6;
  let i = ampere;
  let seconds = 0;
  while (i > releaseA) {
    const a = slope(i);
    const b = slope(i + (step / 2) * a);
    const c = slope(i + (step / 2) * b);
    const d = slope(i + step * c);
    i += (step / 6) * (a + 2 * b + 2 * c + d);
    seconds += step;
  }
  return seconds;
}

describe('release of a coil', () => {
  test.each([
    ['diode', () => 0.75],
    ['zener', () => 36.75],
    ['resistor', (i: number) => i * parallelOhm(12)],
  ] as const)('%s: the closed form agrees with stepping the circuit', (suppression, across) => {
    expect(coilRelease(coil, suppression).seconds).toBeCloseTo(byStepping(coil, across), 5);
  });

  test('a diode is slowest and clamps lowest; a clamp or a resistor lets go sooner for more volts', () => {
    const [diode, zener, resistor] = (['diode', 'zener', 'resistor'] as const).map((kind) => coilRelease(coil, kind));
    expect(diode!.seconds).toBeGreaterThan(3 * zener!.seconds);
    expect(diode!.seconds).toBeGreaterThan(3 * resistor!.seconds);
    expect(diode!.peakV).toBe(0.75);
    // Common practice: 680 Ω across a 12 V coil.
    expect(resistor!.peakV).toBeCloseTo(0.16 * 680, 9);
  });

  test('with nothing across it nobody knows the spike, and a coil without current has let go already', () => {
    expect(coilRelease(coil, 'none')).toEqual({ seconds: 0, peakV: null });
    expect(coilRelease({ ...coil, ampere: 0.01 }, 'diode')).toEqual({ seconds: 0, peakV: 0 });
  });
});
