import type { Terminal } from '../../quantity/index.ts';
import type { LoadKind } from '../load/registry.ts';
import type { RelayType } from '../catalogue/shelf.ts';
import type { BranchId, Fault, ModelBuilder } from '../primitives.ts';

export type PartSymbol =
  | 'fuse'
  | 'breaker'
  | 'switch'
  | 'button'
  | 'ground-switch'
  | 'threshold'
  | 'voltage-sensor'
  | 'fed'
  | 'coil'
  | 'coil-timer'
  | 'coil-step'
  | 'contact-closing'
  | 'contact-resting'
  | 'contact-changeover'
  | 'resistor'
  | 'varistor'
  | 'diode'
  | 'transistor'
  | 'transistor-input'
  | 'module-input'
  | 'thermal-fuse'
  | 'ammeter'
  | 'voltmeter'
  | 'contact-solid'
  | 'joined-pins'
  | 'terminal-block'
  | 'connector';

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
  readonly branch: BranchId;
  readonly labels: readonly string[];
  /** The part whose coil moves it, where that is not its own. */
  readonly movedBy?: string;
}

export interface Rail {
  readonly pin: string;
  readonly side: 'supply' | 'feed' | 'return';
  /** What stands before its name on the drawing: the terminal's number or the conductor's letter. */
  readonly label: string;
  /** The far end of its metal, whose bar it is drawn on. */
  readonly end?: string;
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

/** What a part is to a circuit: who asks for a role gets the kinds that play it, with what they say of themselves. */
export type Role =
  | 'overcurrent device'
  | 'relay'
  | 'load'
  | 'diode'
  | 'transistor'
  | 'logic input'
  | 'output'
  | 'tap'
  | 'sensor'
  | 'board'
  | 'ground'
  | 'connector'
  | 'thermal cut-out'
  | 'meter';

export type FaultKind =
  | 'broken wire'
  | 'bad crimp'
  | 'bad return'
  | 'blown fuse'
  | 'wrong fuse'
  | 'contact stuck'
  | 'contact worn'
  | 'coil broken'
  | 'short'
  | 'swapped pins'
  | 'wrong part'
  | 'load burnt out'
  | 'switch stuck'
  | 'driver dead'
  | 'control wire chafed';

/** One branch of a part that is not as it should be. */
export interface PartFault {
  readonly key: string;
  readonly kind: FaultKind;
  readonly words: string;
  readonly fault: Fault;
  /** How often it is met against others: common practice of fault finding (from memory). */
  readonly weight: number;
  /** Pins of which one is in use where this can be met; everywhere where it does not say. */
  readonly pins?: readonly string[];
}

/** A part put in wrong: its wires on each other's pins, or another value of it. */
export interface Misbuilt<Spec> {
  readonly key: string;
  readonly kind: FaultKind;
  readonly words: string;
  readonly weight: number;
  readonly swap?: readonly [string, string];
  readonly spec?: Partial<Spec>;
  /** Not looked for with mains on it: it would have tripped or killed at once. */
  readonly notOnMains?: true;
}

/** What a hand may do otherwise to a part. */
export type HandEdit =
  | { readonly text: string; readonly does: 'swap'; readonly a: string; readonly b: string }
  | { readonly text: string; readonly does: 'leave-out' | 'bridge' };

/** Light that crosses inside a part, and what it takes. */
export interface Crossing {
  /** Key of the branch in its part. */
  readonly branch: string;
  readonly words: string;
  /** Ground of its far side. */
  readonly farPin: string;
  /** Drop of its diodes, V, resistance before them, Ω, and the current from which its driver switches, A. */
  readonly inputV: number;
  readonly inputOhm: number;
  readonly closesA: number;
}

/** A branch in which a signal's current flows. */
export interface SignalBranch {
  readonly key: string;
  /** What flows there and is not ours. */
  readonly less?: string;
  /** Another way that it counts by: what a pin sinks. */
  readonly or?: string;
  /** The throw of a relay that it is, whose own ratings hold beside what the signal says. */
  readonly throwOf?: { readonly type: RelayType; readonly pin: string };
}

/** What a branch may stand for whose ohms no meter tells: electronics, or what else hangs on a feed that is there. */
export type Unread = 'electronics' | 'others';

/** One kind of part; adding one is a file with this and a line in the registry. */
export interface PartKind<Kind extends string, Spec, Plays extends Role | null = null> {
  readonly kind: Kind;
  readonly plays: Plays;
  readonly title: string;
  pins(spec: Spec): readonly string[];
  model(part: Part<Kind, Spec>, into: ModelBuilder): void;
  drawn(part: Part<Kind, Spec>): readonly DrawnElement[];
  rail?(spec: Spec): Rail;
  /** Single faults that a bench looks for in it. */
  faults(part: Part<Kind, Spec>): readonly PartFault[];
  /** Ways in which it is put in wrong. */
  misbuilt?(part: Part<Kind, Spec>): readonly Misbuilt<Spec>[];
  /** Branches that stand for what no ohmmeter tells: electronics, or others that hang there. What is fed needs not say its own. */
  unread?(spec: Spec): readonly { readonly key: string; readonly as: Unread }[];
  /** How it is read from end to end with nothing of the circuit beside it: `across fuse F1, out of its holder`. */
  alone?(part: Part<Kind, Spec>): string;
  handEdits?(spec: Spec): readonly HandEdit[];
  /** Where the current of the signal flows that it is. */
  signalBranches?(spec: Spec): readonly SignalBranch[];
  /** Where light alone crosses it; null where metal does. */
  crossing?(part: Part<Kind, Spec>): Crossing | null;
  /** The pin that takes no steady current, so that nothing says where it stands while it is not driven, and the branch that stands in for it. */
  gate?(spec: Spec): { readonly pin: string; readonly key: string; readonly ground: string; readonly quietV: number } | null;
  /** The branch of its input, and the current in it from which a strong one of its kind may begin to carry what it drives, A. */
  mayCarry?(spec: Spec): { readonly key: string; readonly ampere: number } | null;
  /** The pin through which a driver at rest sinks nothing and a working one does: a way down on a drawing. */
  sinksThrough?(spec: Spec): string | null;
  /** Its negative post, and whether nothing else is joined to that. */
  readonly minus?: { readonly pin: string; readonly isolated: boolean };
  /** The pin that counts as 0 V in an island of its own. */
  readonly zeroPin?: string;
  /** Terminals of other parts that its model looks at: without those it says nothing. */
  looksAt?(spec: Spec): readonly Terminal[];
  /** Points inside it that its model has and nobody can touch. */
  hidden?(spec: Spec): readonly string[];
  /** A pin that hangs on a supply inside existing wiring, which is not drawn. */
  readonly innerPin?: string;
  /** The pin of metal that one can touch and that does nothing else, so that it is led to earth. */
  readonly metal?: string;
  /** Whether it is the return of the whole vehicle. */
  readonly mainReturn?: true;
  /** The source in it, and the share of what that gives which it turns into heat beside. */
  readonly burns?: { readonly key: string; readonly share: number };
  /** How a lead that is no wire of the circuit goes from it to what reads it, and what shows that it does. */
  ledIn?(part: Part<Kind, Spec>): { readonly text: string; readonly check: string };
  /** Whether it is made as the wires are laid, and not fitted before. */
  readonly madeWithWires?: true;
  /** Whether it hangs in the wires themselves, on no screw and in no case: part of the harness that they are made into. */
  hangsInWires?(spec: Spec): boolean;
  /** Several wires meet at it: a list says how many, and up to what size. */
  readonly gathers?: true;
  /** What its screws are marked, of a terminal of the mains in a box. */
  marked?(spec: Spec): string;
  /** Fuses hang on it: a list says by what. */
  readonly fusesHang?: true;
  /** Its pins that a board of several such channels has once for all of them. */
  readonly onceABoard?: readonly string[];
  /** How a list names one of its terminals; by tag and pin where it does not say. */
  endName?(part: Part<Kind, Spec>, pin: string): string;
  /** Largest wire that goes on its own terminals, mm²: a heavier one is spliced to its leads. */
  leadMostMm2?(spec: Spec): number;
  /** Whether strands go under its screws as the design says: bare or in a ferrule. */
  screwed?(spec: Spec): boolean;
  /** The pin that is earth, of a supply that has one: touch voltages count from it. */
  readonly earthPin?: string;
  /** How the parts list names it; null for what is not bought. */
  listed(part: Part<Kind, Spec>): string | null;
  /** Of one of what `listed` names, invented like all prices; what has none is bought by its own data sheet, and an own part may be typed without: null. */
  price?(part: Part<Kind, Spec>): number | null;
  /** What is bought beside each for it to work. */
  boughtWith?(spec: Spec): readonly { readonly description: string; readonly price: number }[];
  /** How many to have over where nobody says otherwise. */
  spare?(spec: Spec): number;
  /** What it takes of a box's room beside its wires: so many times what the thickest of them takes; nothing where it does not say. */
  asWires?(spec: Spec): number;
  /** Largest wire that its terminals take, mm²; any where it does not say. */
  takesMm2?(spec: Spec): number;
  /** Hottest air that it works in for good, °C (from memory, usual for its kind); any where it does not say. */
  bearsAirC?(spec: Spec): number;
  /** Whether its resistance is only in the way, so that a short behind it is one before it (a fuse, a stud), and takes nothing itself. */
  readonly inLine?: true;
  /** The pins of an input between which a data line is read while nothing is sent. */
  readonly lineEnds?: readonly [input: string, back: string];
  /** Whether it is beside what a job does, so that a drawing shows it last. */
  readonly beside?: true;
  /** Whether it sits at a tap of the vehicle, so that the lead behind it is the tap's. */
  readonly atTap?: true;
  /** Pins that carry terminals to crimp, for the wire list. */
  readonly terminalStyle: string | ((spec: Spec, sizeMm2: number, pin: string) => string);
  /** Whether it has leads of its own, which wires are joined to. */
  hasLeads?(spec: Spec): boolean;
  /** Whether it is bought for as much as the fuse or breaker before it. */
  boughtForGuard?(spec: Spec): boolean;
}

/** What a device takes of a box, as of the thickest wire at it (NEC 314.16(B)(4): two of them). */
export const AS_A_DEVICE = 2;

/** On a pin of a header, which no wire of a vehicle’s size goes onto: a jumper lead is cut, and soldered to the wire (common practice). */
export const ON_HEADER = 'jumper socket, soldered on';

/** Contacts that one hand moves, two pins for each. */
export const poleFaults = (name: string, poles: number): PartFault[] =>
  Array.from({ length: poles }, (_, at) => at + 1).flatMap((pole): PartFault[] => {
    const where = { key: `pole${pole}`, kind: 'switch stuck', pins: [String(2 * pole - 1), String(2 * pole)] } as const;
    return [
      { ...where, words: `${name} does not close`, fault: 'open', weight: 1.5 },
      { ...where, words: `${name} does not open`, fault: 'closed', weight: 0.7 },
    ];
  });

/** `part/branch`: names a primitive of a part. */
export function branchId(part: string, key: string): BranchId {
  return `${part}/${key}` as BranchId;
}
export function wireBranch(wire: string): BranchId {
  return `wire:${wire}` as BranchId;
}
/** The part that a branch is of, and what it is called there. */
export const partOfBranch = (branch: BranchId): string => branch.slice(0, branch.lastIndexOf('/'));
export const keyOf = (branch: BranchId): string => branch.slice(branch.lastIndexOf('/') + 1);
