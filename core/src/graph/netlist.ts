/** Parts, their pins, and the wires and joints between them. */
import type { AnyPart } from '../kinds/index.ts';
import type { DroppedEdit } from './edits.ts';
import type { Terminal, Units } from '../quantity/index.ts';

export type WireRole = 'load' | 'control' | 'return' | 'earth';

/** Which part of a job a wire belongs to, and which stretch of its way. */
export interface WireSection {
  /** A coil's or an input's circuit, or the load's own. */
  readonly side: 'load' | 'control';
  /** From a source to its fuse; to a battery that is charged; from a splice to one of several units; or any other. */
  readonly stretch: 'lead' | 'charge' | 'tail' | 'run';
}

export interface Wire {
  /** Stable across recompiling: job and the two ends that it was made for. */
  readonly id: string;
  /** What is printed on it: `W1.3`. */
  readonly tag: string;
  /** The job whose document entry holds the choices for it. */
  readonly job: string;
  /** All jobs that it serves, that one first. */
  readonly jobs: readonly string[];
  /** Key of the leg in the job's `wires`. */
  readonly leg: string;
  /** Key of the whole leg, of which a connector makes two. */
  readonly wholeLeg: string;
  readonly role: WireRole;
  readonly section: WireSection;
  /** The wire that it lies beside, under the same terminals; null for the first of them. */
  readonly beside: string | null;
  readonly from: Terminal;
  readonly to: Terminal;
  readonly sizeMm2: number;
  /** Whether a person chose the size. */
  readonly sizeChosen: boolean;
  readonly colour: string;
  readonly lengthM: number;
  /** Hotter of its two ends' places. */
  readonly hotPlace: string;
  /** Whether mains flows in it, and what its insulation is. */
  readonly mains: boolean;
  readonly insulation: 'usual' | 'glass';
  /** Loaded circuits in the fullest bundle that it lies in. */
  readonly bundle: number;
}

export interface Netlist {
  /** What its lengths are written in. */
  readonly units: Units;
  readonly parts: readonly AnyPart[];
  readonly wires: readonly Wire[];
  /** Terminals that sit on the same metal with no wire between them. */
  readonly joints: readonly (readonly [Terminal, Terminal])[];
  /** Parts that a person left out, and parts that a person put a wire in place of. */
  readonly leftOut: ReadonlySet<string>;
  readonly bridged: ReadonlySet<string>;
  /** Of a job that another one feeds: parts of that one which it uses and that are none of its own, by job. */
  readonly lent: ReadonlyMap<string, ReadonlySet<string>>;
  /** Edits by hand that no longer fit and were not made. */
  readonly dropped: readonly DroppedEdit[];
}

/** Whether a part is there as it was made: not left out, and with no wire in its place. */
export const isWhole = ({ leftOut, bridged }: Pick<Netlist, 'leftOut' | 'bridged'>, part: string): boolean =>
  !leftOut.has(part) && !bridged.has(part);

/** Whether a part is a job's own, or shared by it, and no part of a job before it whose contact feeds it. */
export const belongsTo = ({ lent }: Pick<Netlist, 'lent'>, { id, jobs }: Pick<AnyPart, 'id' | 'jobs'>, job: string): boolean =>
  jobs.includes(job) && lent.get(job)?.has(id) !== true;
