/** What a kind of supply is asked for; one module a kind answers all of it. */
import type { z } from 'zod';
import { type Field, idSchema, nameSchema, positive } from '../../document/index.ts';

export type CurrentKind = 'ac' | 'dc';

/** What every supply has. */
export const supplyBase = {
  id: idSchema,
  name: nameSchema,
  /** Open-circuit voltage: resting, lowest in use, highest; alternating as its effective value. */
  restV: positive.max(400),
  lowestV: positive.max(400),
  highestV: positive.max(400),
  /** Of a mains supply the loop back to its transformer, Ω. */
  internalOhm: positive.max(100),
  place: idSchema,
};
export interface SupplyBase {
  readonly id: string;
  readonly name: string;
  readonly restV: number;
  readonly lowestV: number;
  readonly highestV: number;
  readonly internalOhm: number;
  readonly place: string;
}

/** The part that stands for it. */
export type SupplyPart =
  | { readonly kind: 'battery'; readonly spec: { readonly supply: string; readonly nominalV: number; readonly internalOhm: number } }
  | {
      readonly kind: 'mains';
      readonly spec: { readonly supply: string; readonly nominalV: number; readonly loopOhm: number; readonly twoHot: boolean };
    }
  | {
      readonly kind: 'converter';
      readonly spec: {
        readonly supply: string;
        readonly nominalV: number;
        readonly ratedA: number;
        readonly internalOhm: number;
        readonly of: 'converter' | 'solar';
      };
    }
  | {
      readonly kind: 'adapter';
      readonly spec: {
        readonly supply: string;
        readonly nominalV: number;
        readonly current: CurrentKind;
        readonly ratedA: number;
        readonly internalOhm: number;
      };
    };

/** Colours of what carries current out and back and of earth. */
export interface ConductorColours {
  readonly out: string;
  readonly switched: string;
  readonly back: string;
  readonly earth: string;
}

/** What its starter leaves of a supply, V: E − I_crank · R_i, and never less than nothing. */
export const crankedV = ({ restV, internalOhm }: SupplyBase, crankA: number): number => Math.max(0, restV - crankA * internalOhm);

export interface SupplyState {
  readonly words: string;
  readonly volts: number;
}
/** The three that each is entered with, by what they are called of it. */
export const threeStates =
  (low: string, usual: string, high: string) =>
  ({ lowestV, restV, highestV }: SupplyBase): readonly SupplyState[] => [
    { words: low, volts: lowestV },
    { words: usual, volts: restV },
    { words: high, volts: highestV },
  ];

/** A supply as one chooses it from a list. */
export interface Variant<S> {
  readonly key: string;
  readonly text: string;
  begin(): Omit<S, 'id' | 'name' | 'place'>;
  /** Whether a supply is this one. */
  is(supply: S): boolean;
}

export interface SupplyFacets<K extends string, S extends SupplyBase> {
  readonly kind: K;
  readonly title: string;
  /** What it is called where nobody named it, and the place where it stands. */
  called(supply: S): string;
  readonly schema: z.ZodType<S>;
  readonly variants: readonly Variant<S>[];
  /** Beside its voltages, which all have. */
  readonly fields: readonly Field<S>[];
  readonly internalLabel: string;
  current(supply: S): CurrentKind;
  /** The public network: what it does to a person, and what guards it, is another matter than below 50 V. */
  readonly isMains: boolean;
  /** Two conductors that are both hot, with the neutral halfway. */
  isTwoHot(supply: S): boolean;
  /** Whether residual-current protection stands before it; null where that is no question. */
  residualProtection(supply: S): boolean | null;
  /** How its cells want to be charged; null for what holds no charge. */
  cells(supply: S): 'lead' | 'lithium' | null;
  /** Cycles a second that are usual where such a network is, Hz. Left out of what is no network. */
  usualHz?(supply: S): 50 | 60;
  /** Whether plugs of it have a fuse in them. */
  fusedPlugs?(supply: S): boolean;
  /** Whether its plug goes in either way round. */
  reversible(supply: S): boolean;
  /** Whether its current comes back through the vehicle: its metal, or its common return. */
  readonly onVehicle: boolean;
  /** Most that it takes, A, of a mains of so many volts. Left out where the mains feed nothing of it. */
  takesOf?(supply: S, mainsV: number): number;
  /** The job whose load it is, that feeds it; left out of what is a source itself, undefined where what feeds it is no part of the project. */
  ofJob?(supply: S): string | undefined;
  /** Pins of its part between which its voltage stands, and that its return is led to. */
  pins(supply: S): readonly [out: string, back: string];
  /** Most that it gives for good, A; null where only its fuses bound it. */
  ratedA(supply: S): number | null;
  /** Whether electronics inside shut it off above that, however short the moment. */
  shutsOff(supply: S): boolean;
  /** What it gives over twenty hours, Ah: what can be drained. Null where nothing is stored. */
  storedAh(supply: S): number | null;
  /** What a starter on it takes, A; 0 where none hangs on it. */
  crankA(supply: S): number;
  /** How it may stand, in words, with the voltage that it has of itself then, V; from the lowest to the highest. */
  states(supply: S): readonly SupplyState[];
  /** Before its number on the drawing. */
  readonly letter: string;
  part(supply: S): SupplyPart;
  colours(supply: S): ConductorColours;
  /** What is done to it last, and how: `Connect`, `Plug in`. */
  readonly join: string;
}
