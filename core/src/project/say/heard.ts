/** What is said of a sentence, and what of it is read on the way. */
import { type LoadKind, type Signal, type SignalNature, type UnitLoad, asNature } from '../../kinds/index.ts';
import type { Connector } from '../../reference/index.ts';
import type { Design, ProgramStep, There } from '../schema.ts';
import type { Cells } from '../starters.ts';

/** Wire of a load circuit as a sentence says it. */
export interface SaidWire {
  /** Of all that is not said by itself, mm². */
  readonly restMm2: number | null;
  /** Before its fuse or breaker, and from there to its relay, mm². */
  readonly fuseMm2: number | null;
  readonly relayMm2: number | null;
}

/** A stretch of the text and what it was taken for. */
export interface Told {
  readonly at: number;
  readonly end: number;
  readonly as: 'signal' | 'load' | 'supply' | 'device' | 'place' | 'lost' | 'delay' | 'distance' | 'time' | 'words';
  /** Empty for words that only hold the sentence together. */
  readonly means: string;
}
/** What is still to say; an answer is given under its key. */
export interface Blank {
  readonly key: string;
  readonly asks: string;
  /** Null where a number is asked for. */
  readonly choices: readonly { readonly value: string; readonly text: string }[] | null;
  readonly unit?: string;
}
export interface Heard {
  readonly told: readonly Told[];
  /** Stretches of which nothing was understood. */
  readonly unclear: readonly { readonly at: number; readonly end: number; readonly text: string }[];
  readonly blanks: readonly Blank[];
  /** What the sentence leaves open and the app fills in, in words. */
  readonly assumed: readonly string[];
  /** Null until nothing is blank and nothing unclear; adds the job, its signals and its supply. */
  readonly add: ((design: Design) => Design) | null;
  /** Of each job that it adds, whether it says which relay: no other is put in its place, and what is wrong with that one is said. */
  readonly namesRelay: readonly boolean[];
  /** The supply that a new page for it begins with. */
  readonly variant: string | null;
  /** What a new project of it could be called. */
  readonly name: string;
}
export type Answers = Readonly<Record<string, string>>;

/** Longest sentence that is read, characters. */
export const MOST_SAID = 600;

export interface SaidSignal {
  readonly name: string;
  /** An existing one, by id. */
  readonly id: string | null;
  readonly nature: SignalNature | null;
  readonly begins: Readonly<Record<string, unknown>>;
  /** Its levels are those of charging its supply. */
  readonly charging?: true;
  /** A small supply that it is live from: 5 V out of a machine. */
  readonly from?: { readonly variant: string; readonly name: string };
  /** What it sends comes through the air, to a radio at the board. */
  readonly byRadio?: true;
  /** What the board does with its pin. */
  readonly program?: (pin: string) => ProgramStep[];
}
/** A new signal as it begins, for what its kind says of it; null where nobody knows yet what it is. */
export function begunOf({ id, name, nature, begins }: SaidSignal): Signal | null {
  return id === null && nature !== null
    ? ({ ...asNature({ id: '', name, place: '', usual: false }, nature, ''), ...begins } as Signal)
    : null;
}
export interface SaidPlace {
  readonly at: number;
  readonly length: number;
  /** Of the project's places; null for a new page's. */
  readonly id: string | null;
  readonly name: string;
}
export interface SaidLoad {
  readonly name: string;
  /** Strings side by side, and how many are in series in each. */
  readonly count: number;
  readonly series: number;
  readonly kind: LoadKind | null;
  readonly value: number | null;
  readonly unit: 'W' | 'A' | 'Ω';
  readonly ratedV: number | null;
  /** The second of two voltages on its label, V, and whether they are the ends of a range. */
  readonly otherV?: number;
  readonly ranges?: boolean;
  /** What is said of a motor in place of what it takes. */
  readonly horsepower?: number;
}
export interface SaidDevice {
  readonly kind: 'phase' | 'solid' | 'module' | 'contactor' | 'relay' | 'direct';
  /** What is said of it: least rating, A; its coil or its input, V; a throw that rests closed, or none; how a module is triggered. */
  readonly ratedA: number | null;
  readonly coilV: number | null;
  readonly changeover: boolean | null;
  readonly trigger: 'low' | 'high' | null;
  readonly opto: boolean;
  /** Whether it pulls in by itself while what it hangs on is being charged. */
  readonly senses?: boolean;
  /** Whether sensor and relay are one thing, as it is sold. */
  readonly onePiece?: boolean;
  /** Whether it has a second closing pin that is joined to the first. */
  readonly twin?: boolean;
  /** How many circuits it breaks, where that is said. */
  readonly poles?: 1 | 2;
  /** A MOSFET that switches the load itself: there is none for alternating current. */
  readonly fet?: true;
}
/** What parts its wires, at the load. */
export interface SaidConnector {
  readonly built: Connector['built'];
  readonly ratedA: number | null;
}
export interface SaidGuard {
  readonly breaker: boolean;
  readonly resetsItself: boolean;
  readonly ratingA: number | null;
}
export interface SaidBattery {
  readonly name: string;
  /** Most that flows between the two, A. */
  readonly ampere: number;
  /** What its cells are, where that is said. */
  readonly cells?: Cells;
}
export type Clause = (
  | { readonly op: 'always' }
  | { readonly op: 'signal'; readonly name: string }
  | { readonly op: 'not'; readonly of: Clause }
  | { readonly op: 'and' | 'or'; readonly of: readonly Clause[] }
  | { readonly op: 'delay'; readonly of: Clause; readonly onS: number; readonly offS: number }
  | { readonly op: 'held'; readonly set: Clause; readonly reset: Clause }
  | { readonly op: 'toggle'; readonly of: Clause }
) & { readonly asJob?: AsJob };
/** That it is a job of the project being on, or off: what that says is copied, and must stay so. */
export interface AsJob {
  readonly job: string;
  readonly on: boolean;
}

/** Never with *off* behind it: what is switched off by a condition is no load of it. */
export const VERB =
  /\b(?:(?:switch on|turn on|power up|power on|light up|heat up|put on)|(?:switch|turn|power)(?! (?:off|down|it off))|(?:heat|warm|cool|blow|pump|spray|water|light) with|(?:fill|empty|drain|cool|warm|ventilate|air|water|pump out|light) (?:the |a |my )?(?:water |fuel |fish |engine |battery )?(?:tank|cistern|trough|barrel|cabin|box|room|shed|greenhouse|garden|bed|lawn|plants|pool|bilge|boat|engine|radiator|fridge|tent) with|run|light|feed|connect(?! to)|operate|drive|start|sound|ring|heat(?! with)|pull in|toggle|flash|blink|open|(?:make|wire)(?= (?:an?|the|my|its|both|two|three|four|\d))|let|have|allow|permit|enable|latch|keep|fire|energi[sz]e|activate)\b/;
/** What is switched off by a condition is on at all other times. */
export const OFF_VERB =
  /\b(?:(?:turn|switch|power|shut) off|disconnect|cut(?: off)?|stop(?! (?:button|switch))|(?:do not|don't|never) (?:let |have )?(?:run|drive|start|feed|light|heat|use|operate|turn on|switch on))\b/;
export const NUMBER = String.raw`\d+(?:[.,]\d+)?`;
/** Numbers as people say them of a time. */
const SAID_NUMBERS: Readonly<Record<string, number>> = {
  'half a': 0.5,
  a: 1,
  an: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  ten: 10,
  fifteen: 15,
  twenty: 20,
  thirty: 30,
  forty: 40,
  sixty: 60,
};
export const COUNT = String.raw`\d+(?:[.,]\d+)?|${Object.keys(SAID_NUMBERS).join('|')}`;
const SECONDS: Readonly<Record<string, number>> = { s: 1, m: 60, h: 3600, d: 86_400 };
export const toNumber = (text: string): number => SAID_NUMBERS[text] ?? Number(text.replace(',', '.'));
export const toSeconds = (value: string, unit: string) => toNumber(value) * SECONDS[unit[0]!]!;

export type Take = (at: number, length: number, as: Told['as'], means: string) => void;

export type WholeLoad = SaidLoad & { readonly kind: UnitLoad['kind']; readonly value: number };
export interface Whole {
  readonly clause: Clause;
  readonly signals: readonly SaidSignal[];
  readonly loads: readonly WholeLoad[];
  /** What runs while the condition does not hold. */
  readonly others: readonly WholeLoad[];
  /** A second battery that is joined to the supply. */
  readonly charged: SaidBattery | null;
  readonly supply: string;
  /** The job whose contact gives it. */
  readonly ofJob: string | null;
  /** Whether what goes from the relay to the load lies in one cable. */
  readonly cable: boolean;
  /** Whether its returns go to ground points that no other job shares. */
  readonly ownGrounds: boolean;
  /** Wire of its load circuit. */
  readonly wire: SaidWire | null;
  /** Whether what leaves the relay's place goes over a terminal strip there. */
  readonly strip: boolean;
  /** What of it is there already. */
  readonly there: readonly There[];
  /** Room in the box that the relay sits in, as stamped, cm³. */
  readonly roomCm3: number | null;
  /** What an outlet, a branch or an adapter gives, where it is said, A. */
  readonly suppliedA: number | null;
  /** What a battery stores, where it is said, Ah. */
  readonly capacityAh: number | null;
  readonly lost: 'on' | 'off';
  readonly continuous: boolean;
  readonly distanceM: number | null;
  readonly device: SaidDevice | null;
  readonly guard: SaidGuard | null;
  readonly meters: readonly ('ammeter' | 'voltmeter')[];
  readonly connector: SaidConnector | null;
  /** Whether the last of its loads is a lamp that shows that the others have power. */
  readonly pilot: boolean;
  /** Two speeds or two directions: when the other one runs. */
  readonly second: { readonly kind: 'slower' | 'reverse'; readonly when: Clause } | null;
  readonly place: SaidPlace | null;
  /** What the job is to be called; null after its load. */
  readonly called: string | null;
}
