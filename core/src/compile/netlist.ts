/** Parts, their pins, and the wires and joints between them. */
import type { AnyPart } from '../parts/registry.ts';
import type { Terminal } from '../circuit/terminal.ts';

export type WireRole = 'load' | 'control' | 'return';

export interface Wire {
  /** Stable across recompiling: `job-1/feed`. */
  readonly id: string;
  /** What is printed on it: `W1.3`. */
  readonly tag: string;
  readonly job: string;
  /** Key of the leg in the job's `wires`. */
  readonly leg: string;
  readonly role: WireRole;
  readonly from: Terminal;
  readonly to: Terminal;
  readonly sizeMm2: number;
  /** Whether a person chose the size. */
  readonly sizeChosen: boolean;
  readonly colour: string;
  readonly lengthM: number;
  /** Hotter of its two ends' places. */
  readonly hotPlace: string;
}

export interface Netlist {
  readonly parts: readonly AnyPart[];
  readonly wires: readonly Wire[];
  /** Terminals that sit on the same metal with no wire between them. */
  readonly joints: readonly (readonly [Terminal, Terminal])[];
}
