/**
 * A heated thing under its controller:
 *
 *   C · dT/dt   = P − k · (T − T_a)          the thing
 *   τ · dT_s/dt = T − T_s                    its sensor
 *
 * with P switched on and off, proportioned in time by a PID, or cut by phase angle. Integrated by the classical
 * Runge–Kutta method with steps much shorter than the sensor's lag and the output's cycle; between two steps P is held.
 *
 * What can go wrong is a switch that may be thrown at any moment: the sensor changed about, the relay stuck closed, the
 * cut-out there or not. A state is plain data, so that a run can go on where it was.
 */
import type { SignalOf } from '../kinds/index.ts';
import { type ThermocoupleType, swappedReadingC, thermocoupleRange } from '../reference/index.ts';
import { angleForPower } from '../solve/index.ts';

export interface HeatPlant {
  readonly heatJPerK: number;
  readonly lossWPerK: number;
  readonly lagS: number;
  readonly ambientC: number;
  /** Power of its elements at the supply as it stands, W. */
  readonly watt: number;
}

export interface HeatControl {
  readonly control: SignalOf<'regulator'>['control'];
  readonly setC: number;
  readonly cycleS: number;
  readonly thermocouple: ThermocoupleType;
  /** Share of the power for each kelvin, per second for each kelvin, and per kelvin a second. */
  readonly gain: number;
  readonly integral: number;
  readonly derivative: number;
}

/** Switches that may be thrown while it runs. */
export interface HeatFaults {
  readonly sensorSwapped: boolean;
  readonly relayStuck: boolean;
  /** Opens once and for all at this temperature of the thing, °C; null where there is none. */
  readonly cutOutC: number | null;
}

export interface HeatState {
  readonly atS: number;
  readonly thingC: number;
  readonly sensorC: number;
  readonly integral: number;
  readonly lastReadC: number;
  /** Share of full power that the controller asks for. */
  readonly asks: number;
  readonly heating: boolean;
  readonly cutOpen: boolean;
  /** Heat put in, J. */
  readonly joule: number;
}

export interface HeatSample {
  readonly atS: number;
  readonly thingC: number;
  /** What the controller reads, °C. */
  readonly readC: number;
  /** Share of full power in the elements, over the time since the last sample. */
  readonly power: number;
}

/** On–off control waits this far below what is wanted, K (common practice). */
export const HYSTERESIS_K = 2;

export function coldStart({ ambientC }: HeatPlant): HeatState {
  return {
    atS: 0,
    thingC: ambientC,
    sensorC: ambientC,
    integral: 0,
    lastReadC: ambientC,
    asks: 0,
    heating: false,
    cutOpen: false,
    joule: 0,
  };
}

/**
 * A PID for a plant: internal model control of a first order with a lag, with a closed-loop time of four lags.
 * K = P/k is the plant's gain, T = C/k its time: gain T/(K·(λ + τ)), derivative time τ/2, integral time the shorter of T and
 * 4·(λ + τ), without which a slow thing creeps up to what is wanted for hours (from memory).
 */
export function tuned(
  { heatJPerK, lossWPerK, lagS, watt }: HeatPlant,
  cycleS: number,
): Pick<HeatControl, 'gain' | 'integral' | 'derivative'> {
  const plantK = watt / lossWPerK;
  const plantS = heatJPerK / lossWPerK;
  const lag = Math.max(lagS, cycleS / 2, 1);
  const closing = 4 * lag + lag;
  const gain = plantS / (plantK * closing);
  return { gain, integral: gain / Math.min(plantS, 4 * closing), derivative: (gain * lag) / 2 };
}

/** Longest step, s: short against the sensor's lag, the cycle and the thing itself. */
export function stepOf({ heatJPerK, lossWPerK, lagS }: HeatPlant, { control, cycleS }: HeatControl): number {
  const cycle = control === 'pid' ? cycleS / 20 : Infinity;
  return Math.max(0.02, Math.min(1, cycle, lagS > 0 ? lagS / 10 : Infinity, heatJPerK / lossWPerK / 50));
}

/**
 * What the controller makes of its sensor: changed about, the reading runs the other way. Past the low end of the
 * thermocouple's range some controllers stop and some go on; the worse of the two is shown.
 */
function readingC(control: HeatControl, sensorC: number, ambientC: number, swapped: boolean): number {
  if (!swapped) return sensorC;
  const read = swappedReadingC(control.thermocouple, sensorC, ambientC);
  return Number.isNaN(read) ? thermocoupleRange(control.thermocouple).fromC : read;
}

/** Runs on for some seconds; samples at even times of `everyS`. */
export function runHeat(
  plant: HeatPlant,
  control: HeatControl,
  faults: HeatFaults,
  from: HeatState,
  forS: number,
  everyS: number,
): { state: HeatState; samples: HeatSample[] } {
  const h = stepOf(plant, control);
  const { heatJPerK: C, lossWPerK: k, lagS: tau, ambientC, watt } = plant;
  let { atS, thingC, sensorC, integral, lastReadC, asks, heating, cutOpen, joule } = from;
  const samples: HeatSample[] = [];
  const endS = from.atS + forS;
  let nextS = Math.ceil(from.atS / everyS - 1e-9) * everyS;
  let sinceS = 0;
  let sinceJ = 0;

  while (atS < endS - 1e-9) {
    const read = readingC(control, sensorC, ambientC, faults.sensorSwapped);
    const error = control.setC - read;
    switch (control.control) {
      case 'on-off':
        if (error > HYSTERESIS_K) heating = true;
        else if (error <= 0) heating = false;
        asks = heating ? 1 : 0;
        break;
      case 'pid':
      case 'phase-angle': {
        const slope = (read - lastReadC) / h;
        const wanted = control.gain * error + integral - control.derivative * slope;
        asks = Math.min(1, Math.max(0, wanted));
        // Held while the output is at its end, so that it does not wind up.
        if (wanted === asks || (wanted > 1 && error < 0) || (wanted < 0 && error > 0)) integral += control.integral * error * h;
        lastReadC = read;
        heating = control.control === 'pid' ? (atS % control.cycleS) / control.cycleS < asks : asks > 0;
        break;
      }
      default:
        control.control satisfies never;
    }
    if (faults.cutOutC !== null && thingC >= faults.cutOutC) cutOpen = true;
    const share = cutOpen ? 0 : faults.relayStuck ? 1 : control.control === 'phase-angle' ? asks : heating ? 1 : 0;
    // Of a proportioned output what is asked for is what it comes to, whichever part of its cycle this is.
    const mean = cutOpen || faults.relayStuck || control.control === 'on-off' ? share : asks;
    const step = Math.min(h, endS - atS);
    const power = share * watt;

    const dThing = (t: number) => (power - k * (t - ambientC)) / C;
    const dSensor = (t: number, s: number) => (tau > 0 ? (t - s) / tau : 0);
    const t1 = dThing(thingC);
    const s1 = dSensor(thingC, sensorC);
    const t2 = dThing(thingC + (step / 2) * t1);
    const s2 = dSensor(thingC + (step / 2) * t1, sensorC + (step / 2) * s1);
    const t3 = dThing(thingC + (step / 2) * t2);
    const s3 = dSensor(thingC + (step / 2) * t2, sensorC + (step / 2) * s2);
    const t4 = dThing(thingC + step * t3);
    const s4 = dSensor(thingC + step * t3, sensorC + step * s3);
    if (atS >= nextS - 1e-9) {
      samples.push({ atS, thingC, readC: read, power: sinceS > 0 ? sinceJ / sinceS / watt : mean });
      nextS += everyS;
      sinceS = 0;
      sinceJ = 0;
    }
    thingC += (step / 6) * (t1 + 2 * t2 + 2 * t3 + t4);
    sensorC = tau > 0 ? sensorC + (step / 6) * (s1 + 2 * s2 + 2 * s3 + s4) : thingC;
    joule += power * step;
    sinceJ += power * step;
    sinceS += step;
    atS += step;
  }
  return { state: { atS, thingC, sensorC, integral, lastReadC, asks, heating, cutOpen, joule }, samples };
}

/** Firing angle of a phase-angle output that gives what the controller asks for, degrees. */
export const firingDegrees = (asks: number): number => (angleForPower(asks) * 180) / Math.PI;
