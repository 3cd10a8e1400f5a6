/** What a nature of signal is asked for; one module a nature answers all of it. */
import { z } from 'zod';
import { type Field, idSchema, nameSchema } from '../../document/index.ts';
import type { Unit } from '../../quantity/index.ts';
import type { GroundSwitchSpec } from '../part/ground-switch.ts';
import type { SwitchSpec } from '../part/switch.ts';
import type { ThresholdSpec } from '../part/threshold.ts';
import type { AfterCut, Rest } from './words.ts';

/** What every signal has. */
export const signalBase = {
  id: idSchema,
  name: nameSchema,
  place: idSchema,
  /** How it usually stands: where the desk begins. */
  usual: z.boolean(),
};
export interface SignalBase {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly usual: boolean;
}

/**
 * What a signal is in a circuit:
 *
 *   contact   two terminals of its own, as many pairs as circuits use it
 *   ground    one terminal that its body grounds
 *   feed      a live wire of the vehicle
 *   output    a few milliamperes at a level of its own, against its own minus
 */
export type SignalForm = 'contact' | 'ground' | 'feed' | 'output';

/** Two levels that a quantity passes; between them it stays as it was. */
export interface Levels {
  readonly unit: Unit;
  readonly closesAt: number;
  readonly opensAt: number;
  /** How long it waits past either before it moves, s. */
  readonly delayS: number;
  /** Supply whose voltage it is, where it is one; solved in the circuit, all else comes from outside. */
  readonly supply: string | null;
  /** Ends and step of a slider for it. */
  readonly least: number;
  readonly most: number;
  readonly step: number;
}

/** The part that stands for a signal of contacts, and what it is made with. */
type Of<K extends string, Spec> = { readonly kind: K; readonly spec: Omit<Spec, 'signal' | 'poles'> };
export type SignalPart = Of<'switch', SwitchSpec> | Of<'ground-switch', GroundSwitchSpec> | Of<'threshold', ThresholdSpec>;

/** What a signal names of the project. */
export interface References {
  readonly supplies: readonly { readonly path: string; readonly id: string }[];
  readonly controllers: readonly { readonly path: string; readonly id: string }[];
  /** Temperature controllers, that it is a contact of; none where it is left out. */
  readonly regulators?: readonly { readonly path: string; readonly id: string }[];
}
export const NO_REFERENCES: References = { supplies: [], controllers: [] };

export interface SignalFacets<N extends string, S extends SignalBase> {
  readonly nature: N;
  /** In a list to choose from, and beside a name. */
  readonly title: string;
  readonly short: string;
  readonly schema: z.ZodType<S>;
  readonly fields: readonly Field<S>[];
  /** A signal of this nature where nobody said more; `supply` is the project's first. */
  begin(base: SignalBase, supply: string): S;
  /** Words for it being on and being off. */
  state(signal: S, on: boolean): string;
  form(signal: S): SignalForm;
  /** Whether its contact, or its body, conducts by itself just when it is on (true), just when it is off (false). */
  conductsWhen(signal: S): boolean;
  /** Whether it has contacts of both kinds: one that conducts while it is on, and one while it is off. */
  readonly bothWays?: true;
  /** The job that moves it, by its id; none of what somebody operates and of an existing circuit. */
  ofJob?(signal: S): string | undefined;
  /** What it is, of the job that moves it by its name. */
  ofJobWords?(job: string): string;
  /** Whether there is none but of another job: nobody begins one by its nature. */
  readonly isOfJobs?: true;
  /** How its contact stands while nothing operates it; null where it has none that a hand or a thing operates. */
  rest(signal: S): Rest | null;
  /** Whether a hand lets go of it by itself. */
  readonly momentary: (signal: S) => boolean;
  levels(signal: S): Levels | null;
  /** Its part; null where the wiring makes it (a feed, an output). */
  part(signal: S): SignalPart | null;
  /** What a schema cannot say of one signal alone. */
  wrong(signal: S): readonly { readonly path: string; readonly message: string }[];
  references(signal: S): References;
  /** How it stands after a power cut, where that is a question; null where it stands as it did. */
  afterCut(signal: S): AfterCut | 'by its clock' | null;
  /** Whether somebody, or the running vehicle, must be there for it to be on. */
  wakes(signal: S, restV: (supply: string) => number): boolean;
  /** How long one round of on and off lasts where it turns by itself, s; null where only what it follows moves it. */
  roundS(signal: S): number | null;
}

/** The facets of a dry contact that closes while its own electronics say so. */
export const OWN_CONTACT = {
  form: (): SignalForm => 'contact',
  conductsWhen: () => true,
  levels: () => null,
  wrong: () => [],
} as const;

/** The facets of what gives a voltage by itself: it has no contact, no levels and no part of its own. */
export const NO_CONTACT = {
  conductsWhen: () => true,
  rest: () => null,
  momentary: () => false,
  levels: () => null,
  part: () => null,
  wrong: () => [],
  afterCut: () => null,
} as const;
