import { type ControllerType, controllerType, isPin } from '../kinds/index.ts';
import type { Controller, Design } from './schema.ts';

/** Pins of a board that the signals and the data lines of the project use. */
export const pinsTaken = ({ signals }: Pick<Design, 'signals'>, { id, links }: Controller): readonly string[] => [
  ...signals.flatMap((other) => (isPin(other) && other.controller === id ? [other.gpio] : [])),
  ...links.flatMap(({ wired }) => (wired ? [wired.pin] : [])),
];
/** Pins that a board needs neither for its upload, nor for its memory, nor while it starts, in their order. */
export const idlePins = ({ pins, uploadPins, memoryPins, boot }: ControllerType): readonly string[] =>
  pins.filter((pin) => !uploadPins.includes(pin) && !memoryPins.includes(pin) && boot[pin] === undefined);
/** Pins of a board that neither it nor anything of the project uses, in their order. */
export function freePins({ signals, parts }: Pick<Design, 'signals' | 'parts'>, board: Controller): readonly string[] {
  const taken = new Set(pinsTaken({ signals }, board));
  return idlePins(controllerType({ parts }, board.type)).filter((pin) => !taken.has(pin));
}
