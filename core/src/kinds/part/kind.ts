import type { LoadKind } from '../load/registry.ts';
import type { ModelBuilder } from '../primitives.ts';

export type PartSymbol =
  | 'fuse'
  | 'breaker'
  | 'switch'
  | 'button'
  | 'ground-switch'
  | 'threshold'
  | 'voltage-sensor'
  | 'coil'
  | 'coil-timer'
  | 'coil-step'
  | 'contact-closing'
  | 'contact-resting'
  | 'contact-changeover'
  | 'resistor'
  | 'diode'
  | 'transistor'
  | 'transistor-input'
  | 'module-input'
  | 'thermal-fuse'
  | 'contact-solid';

/** A load is drawn by its kind. */
export type SymbolName = PartSymbol | LoadKind;

/** A two-terminal piece of a part as the drawing shows it. */
export interface DrawnElement {
  readonly key: string;
  /** Pin on the supply's side and pin on the return's side. */
  readonly from: string;
  readonly to: string;
  readonly symbol: SymbolName;
  /** Branch whose current is the element's. */
  readonly branch: string;
  readonly labels: readonly string[];
}

export interface Rail {
  readonly pin: string;
  readonly side: 'supply' | 'feed' | 'return';
  /** What stands before its name on the drawing: the terminal's number or the conductor's letter. */
  readonly label: string;
}

export interface PartHeader {
  readonly id: string;
  readonly tag: string;
  readonly name: string;
  readonly place: string;
  /** The job that it was made for; null for what belongs to the vehicle. */
  readonly job: string | null;
  /** All jobs that use it, that one first. */
  readonly jobs: readonly string[];
}

export type Part<Kind extends string, Spec> = PartHeader & { readonly kind: Kind; readonly spec: Spec };

/** One kind of part; adding one is a file with this and a line in the registry. */
export interface PartKind<Kind extends string, Spec> {
  readonly kind: Kind;
  readonly title: string;
  pins(spec: Spec): readonly string[];
  model(part: Part<Kind, Spec>, into: ModelBuilder): void;
  drawn(part: Part<Kind, Spec>): readonly DrawnElement[];
  rail?(spec: Spec): Rail;
  /** The pin that is earth, of a supply that has one: touch voltages count from it. */
  readonly earthPin?: string;
  /** How the parts list names it; null for what is not bought. */
  listed(part: Part<Kind, Spec>): string | null;
  /** Of one of what `listed` names, invented like all prices; what has none is bought by its own data sheet. */
  price?(part: Part<Kind, Spec>): number;
  /** How many to have over where nobody says otherwise. */
  spare?(spec: Spec): number;
  /** Largest wire that its terminals take, mm²; any where it does not say. */
  takesMm2?(spec: Spec): number;
  /** Whether its resistance is only in the way, so that a short behind it is one before it (a fuse, a stud), and takes nothing itself. */
  readonly inLine?: true;
  /** Whether it sits at a tap of the vehicle, so that the lead behind it is the tap's. */
  readonly atTap?: true;
  /** Pins that carry terminals to crimp, for the wire list. */
  readonly terminalStyle: string | ((spec: Spec) => string);
}

/** `part/branch`: names a primitive of a part. */
export function branchId(part: string, key: string): string {
  return `${part}/${key}`;
}
