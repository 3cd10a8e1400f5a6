/** A project whose boards, or the parts that it carries of a person's own, become others: their pins go along. */
import { controllerType, isPin, type UsedPart } from '../kinds/index.ts';
import type { Design } from './schema.ts';

/**
 * The project with the board at this position being of another type. Its pins keep their names where the new one has them, else
 * they go to its first free ones; their level and limit are the new one's.
 */
export function withBoardType(design: Design, at: number, type: string): Design {
  const board = design.controllers[at]!;
  const made = controllerType(design, type);
  const isOwn = (signal: Design['signals'][number]) => isPin(signal) && signal.controller === board.id;
  const taken = new Set<string>();
  // What keeps its name first, so that nobody else is given it.
  for (const signal of design.signals) if (isPin(signal) && isOwn(signal) && made.pins.includes(signal.gpio)) taken.add(signal.gpio);
  return {
    ...design,
    controllers: design.controllers.map((other, index) => (index === at ? { ...other, type } : other)),
    signals: design.signals.map((signal) => {
      if (!isPin(signal) || !isOwn(signal)) return signal;
      const gpio = made.pins.includes(signal.gpio) ? signal.gpio : (made.pins.find((pin) => !taken.has(pin)) ?? '');
      taken.add(gpio);
      // Of more pins than the board has, the last are described no further.
      return { ...signal, ...(gpio === '' && { controller: null }), gpio, volt: made.pinV, limitA: made.pinA };
    }),
  };
}

/** The project with other copies of the parts that it carries; what they say of pins holds for its pins. */
export function withParts(design: Design, parts: readonly UsedPart[]): Design {
  const changed = { ...design, parts: [...parts] };
  return design.controllers.reduce(
    (now, { type }, at) =>
      parts.some((part, index) => part.id === type && part !== design.parts[index]) ? withBoardType(now, at, type) : now,
    changed,
  );
}
