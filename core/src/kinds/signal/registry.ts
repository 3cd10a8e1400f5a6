/** Natures of signal. Adding one is a file with all its facets and a line here; a facet that is missing does not compile. */
import { z } from 'zod';
import { auxiliary } from './auxiliary.ts';
import { dashSwitch } from './switch.ts';
import { type PrintedSupply, isFed, ownAOf, printedOf } from './fed-by.ts';
import { feed } from './feed.ts';
import { groundSwitch } from './ground-switch.ts';
import type { MadeFor } from './made-for.ts';
import type { SignalBase, SignalFacets } from './kind.ts';
import { pin } from './pin.ts';
import { pressureSwitch } from './pressure.ts';
import { quantity } from './quantity.ts';
import { receiver } from './receiver.ts';
import { regulator } from './regulator.ts';
import { threshold } from './threshold.ts';
import { timer } from './timer.ts';
import { twoHand } from './two-hand.ts';

const REGISTRY = {
  switch: dashSwitch,
  feed,
  'ground-switch': groundSwitch,
  threshold,
  pressure: pressureSwitch,
  quantity,
  pin,
  receiver,
  regulator,
  timer,
  'two-hand': twoHand,
  auxiliary,
} as const;

export type SignalNature = keyof typeof REGISTRY;
type Schemas = { [N in SignalNature]: (typeof REGISTRY)[N]['schema'] };
export type SignalOf<N extends SignalNature> = z.infer<Schemas[N]>;
export const SIGNALS: { readonly [N in SignalNature]: SignalFacets<N, SignalOf<N>> } = REGISTRY;
const ALL_NATURES = Object.keys(REGISTRY) as SignalNature[];
/** Those that a person chooses from: what another job makes is named by that job. */
export const SIGNAL_NATURES = ALL_NATURES.filter((nature) => SIGNALS[nature].isOfJobs !== true);

const { switch: first, ...others } = REGISTRY;
export const signalSchema = z.discriminatedUnion('nature', [
  first.schema,
  ...(Object.values(others).map(({ schema }) => schema) as Exclude<Schemas[SignalNature], typeof first.schema>[]),
]);
export type Signal = z.infer<typeof signalSchema>;

/** The facets of a signal's nature. The cast is sound: a signal's nature names the entry made for it. */
export const signalFacets = (signal: Pick<Signal, 'nature'>): SignalFacets<SignalNature, Signal> =>
  SIGNALS[signal.nature] as unknown as SignalFacets<SignalNature, Signal>;

/** A signal of another nature in the place of one: what all have stays. */
export function asNature({ id, name, place, usual }: SignalBase, nature: SignalNature, supply: string): Signal {
  return SIGNALS[nature].begin({ id, name, place, usual }, supply);
}

export const stateWord = (signal: Signal, on: boolean): string => signalFacets(signal).state(signal, on);
export const formOfSignal = (signal: Signal) => signalFacets(signal).form(signal);
/** What its contact is made for, as it was entered; null where it has none. */
export const madeForOf = (signal: Signal): Exclude<MadeFor, undefined> | null =>
  formOfSignal(signal) === 'contact' || formOfSignal(signal) === 'ground' ? ('madeFor' in signal && signal.madeFor) || 'asked' : null;
/** The supply that a signal's own electronics hang on, and what they take, A; null where it has none. */
export function feedingOf(
  signal: Signal,
): { readonly supply: string; readonly ownA: number; readonly printed: PrintedSupply | null } | null {
  return 'fedBy' in signal && isFed(signal) && alarmContactOf(signal) === null
    ? { supply: signal.fedBy!, ownA: ownAOf(signal), printed: printedOf(signal) }
    : null;
}
/** The temperature controller that a signal is a contact of, by its id; null of a thing of its own. */
export const alarmContactOf = (signal: Signal): string | null => signalFacets(signal).references(signal).regulators?.[0]?.id ?? null;
export const levelsOf = (signal: Signal) => signalFacets(signal).levels(signal);

/** A live wire of the vehicle that a clause or a load may hang on. */
export const isFeed = (signal: Signal | undefined): signal is SignalOf<'feed'> => signal !== undefined && formOfSignal(signal) === 'feed';
/** What gives a few milliamperes at a level of its own. */
export const isOutput = (signal: Signal | undefined): signal is SignalOf<'pin' | 'regulator'> =>
  signal !== undefined && formOfSignal(signal) === 'output';
/** An output of a board that runs a program. */
export const isPin = (signal: Signal | undefined): signal is SignalOf<'pin'> => signal?.nature === 'pin';
/** Two buttons that are watched as one. */
export const isTwoHand = (signal: Signal | undefined): boolean => signal?.nature === 'two-hand';
/** An output that regulates a temperature. */
export const isRegulator = (signal: Signal | undefined): signal is SignalOf<'regulator'> => signal?.nature === 'regulator';

/** The job that moves it, by its id; none of what somebody operates and of an existing circuit. */
export const jobOf = (signal: Signal): string | undefined => signalFacets(signal).ofJob?.(signal);
/** Small contacts of another job's contactor. */
export const isAuxiliary = (signal: Signal | undefined): signal is SignalOf<'auxiliary'> => signal?.nature === 'auxiliary';

/** A signal that follows the solved voltage of a supply. */
export const isVoltageSensor = (signal: Signal): boolean => (levelsOf(signal)?.supply ?? null) !== null;
/** How a hand-operated or sensing contact stands at rest; null for what has no such contact. */
export const restOf = (signal: Signal) => signalFacets(signal).rest(signal);
export const isMomentary = (signal: Signal): boolean => signalFacets(signal).momentary(signal);
