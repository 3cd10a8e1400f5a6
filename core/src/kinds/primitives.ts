/**
 * What every part is made of. A part kind only says which of these it holds; the solver knows nothing
 * else. Values are functions of the conditions, so that one prepared network serves every corner.
 */
import type { Branded, Terminal } from '../quantity/index.ts';

/** The surroundings of one solve: supply voltages, air and conductor temperatures. */
export interface Conditions {
  /** Open-circuit voltage of a supply, V. */
  volt(supply: string): number;
  /** Air temperature at a place, °C. */
  airC(place: string): number;
  /** Temperature of a wire's copper, °C. */
  wireC(wire: string): number;
  /** Share (0–1) of its full self-heating that a coil has reached. */
  readonly coilWarmth: number;
  /** How far coils stand from their rated resistance, as a share of it. */
  readonly coilSpread: number;
}

type Value = (conditions: Conditions) => number;

/** Names a branch of the circuit, and by the same name the sensor that belongs to it. */
export type BranchId = Branded<'branch'>;

export type Branch =
  | { readonly kind: 'resistor'; readonly id: BranchId; readonly a: Terminal; readonly b: Terminal; readonly ohm: Value }
  /** An ideal voltage from b up to a, behind a resistance. */
  | {
      readonly kind: 'source';
      readonly id: BranchId;
      readonly a: Terminal;
      readonly b: Terminal;
      readonly volt: Value;
      readonly ohm: Value;
    }
  /**
   * Takes `watt` whatever the voltage, down to `dropsOutV`; below that it is the resistance that it is there. `ohm` is
   * what it is at its rated voltage.
   */
  | {
      readonly kind: 'power';
      readonly id: BranchId;
      readonly a: Terminal;
      readonly b: Terminal;
      readonly watt: number;
      readonly dropsOutV: number;
      readonly ohm: Value;
    }
  /** Open, or `ohm` while its sensor's state equals `closedWhen`. */
  | {
      readonly kind: 'switch';
      readonly id: BranchId;
      readonly a: Terminal;
      readonly b: Terminal;
      readonly ohm: Value;
      readonly follows: string;
      readonly closedWhen: boolean;
    }
  /** Anode a, cathode b: `forwardV` behind `ohm` when it conducts. */
  | {
      readonly kind: 'diode';
      readonly id: BranchId;
      readonly a: Terminal;
      readonly b: Terminal;
      readonly forwardV: number;
      readonly ohm: Value;
    };

/** What a branch is instead of what it should be. */
export type Fault = 'open' | 'closed' | { readonly extraOhm: number };

/** Seconds between a sensor's wish to move and its movement; none when it is left out. */
export interface Delays {
  readonly closeS: number;
  readonly openS: number;
}

export type Sensor =
  | { readonly kind: 'signal'; readonly id: string; readonly signal: string }
  /** Follows the size of the current in a resistor, or that from its first end to its second: closes at or above, opens below. */
  | {
      readonly kind: 'current';
      readonly id: string;
      readonly branch: BranchId;
      readonly closesAtA: number;
      readonly opensAtA: number;
      readonly oneWay?: boolean;
      readonly delays?: Delays;
    }
  /**
   * Follows the voltage of a over b. With `closesAtV` above `opensAtV` it closes on a rise, else on a fall;
   * between the two levels it stays as it was, and so it does while either terminal floats.
   */
  | {
      readonly kind: 'voltage';
      readonly id: string;
      readonly a: Terminal;
      readonly b: Terminal;
      readonly closesAtV: number;
      readonly opensAtV: number;
      readonly delays?: Delays;
    }
  /** Changes over each time that another sensor closes: the cam of a stepping relay. */
  | { readonly kind: 'step'; readonly id: string; readonly follows: string };

/** Collects the primitives of a part; `pin` names one of its terminals. */
export interface ModelBuilder {
  branch(branch: Branch): void;
  sensor(sensor: Sensor): void;
}
