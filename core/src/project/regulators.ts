/** Temperature controllers of a project, and what is a contact of one. */
import { type Signal, type SignalOf, alarmContactOf, isRegulator } from '../kinds/index.ts';
import type { Design } from './schema.ts';

/** The temperature controller that a signal is the alarm contact of; null of a thing of its own. */
export function controllerOf({ signals }: Pick<Design, 'signals'>, signal: Signal): SignalOf<'regulator'> | null {
  const of = alarmContactOf(signal);
  return signals.filter(isRegulator).find(({ id }) => id === of) ?? null;
}
/** Where its terminals are: those of an alarm contact at its controller. */
export const signalPlace = (design: Pick<Design, 'signals'>, signal: Signal): string => (controllerOf(design, signal) ?? signal).place;
