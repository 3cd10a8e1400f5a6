/** A project whose boards, or the parts that it carries of a person's own, become others: their pins go along. */
import { type Place, boxRoomCm3 } from '../document/index.ts';
import { type OwnBox, boxOf, boxOutsideM2, controllerType, isPin, type UsedPart } from '../kinds/index.ts';
import type { Design, ProgramStep } from './schema.ts';

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
  const lost = new Set<string>();
  const signals = design.signals.map((signal) => {
    if (!isPin(signal) || !isOwn(signal)) return signal;
    const gpio = made.pins.includes(signal.gpio) ? signal.gpio : (made.pins.find((pin) => !taken.has(pin)) ?? '');
    taken.add(gpio);
    // Of more pins than the board has, the last are described no further, and its program no longer moves them.
    if (gpio === '') lost.add(signal.id);
    return { ...signal, ...(gpio === '' && { controller: null }), gpio, volt: made.pinV, limitA: made.pinA };
  });
  const controllers = design.controllers.map((other, index) =>
    index === at ? { ...other, type, program: lost.size === 0 ? other.program : without(other.program, lost) } : other,
  );
  return { ...design, controllers, signals };
}
/** Steps that move none of these pins; what repeats nothing any more is gone too. */
function without(steps: readonly ProgramStep[], pins: ReadonlySet<string>): ProgramStep[] {
  return steps.flatMap((step): ProgramStep[] => {
    if (step.do !== 'repeat') return 'pin' in step && pins.has(step.pin) ? [] : [step];
    const inner = without(step.steps, pins);
    return inner.length > 0 ? [{ ...step, steps: inner }] : [];
  });
}

/** What a place has of a box that somebody typed. */
export const ofOwnBox = (box: OwnBox): Pick<Place, 'box' | 'boxM2' | 'ownBox'> => ({
  box: box.builtOf,
  boxM2: boxOutsideM2(box),
  ownBox: box.id,
});

/** Room in the box at a place, cm³: as stamped, or as its outside lets it be. */
export function boxRoom({ parts }: Pick<Design, 'parts'>, place: Place): number {
  const own = boxOf({ parts }, place.ownBox ?? '');
  return boxRoomCm3(place, own && [own.widthMm, own.heightMm, own.depthMm]);
}

/** The project with other copies of the parts that it carries; what they say of pins holds for its pins, and of boxes for its places. */
export function withParts(design: Design, parts: readonly UsedPart[]): Design {
  const places = design.places.map((place) => {
    const box = place.ownBox === undefined ? null : boxOf({ parts }, place.ownBox);
    return box ? { ...place, ...ofOwnBox(box) } : place;
  });
  const changed = { ...design, places, parts: [...parts] };
  return design.controllers.reduce(
    (now, { type }, at) =>
      parts.some((part, index) => part.id === type && part !== design.parts[index]) ? withBoardType(now, at, type) : now,
    changed,
  );
}
