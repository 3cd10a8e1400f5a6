import { controllerType, isPin } from '../kinds/index.ts';
import type { Controller, Design } from './schema.ts';

/** Pins of a board that the signals and the data lines of the project use. */
export const pinsTaken = ({ signals }: Pick<Design, 'signals'>, { id, links }: Controller): readonly string[] => [
  ...signals.flatMap((other) => (isPin(other) && other.controller === id ? [other.gpio] : [])),
  ...links.flatMap(({ wired }) => (wired ? [wired.pin] : [])),
];
/** Pins of a board that neither it nor anything of the project uses, in their order. */
export function freePins({ signals, parts }: Pick<Design, 'signals' | 'parts'>, board: Controller): readonly string[] {
  const type = controllerType({ parts }, board.type);
  const taken = new Set(pinsTaken({ signals }, board));
  return type.pins.filter(
    (pin) => !taken.has(pin) && !type.uploadPins.includes(pin) && !type.memoryPins.includes(pin) && type.boot[pin] === undefined,
  );
}
