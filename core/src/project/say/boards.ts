/** Controller boards that a sentence asks for: which pin is meant, and the radio that hears what is sent. */
import { mintId } from '../../document/index.ts';
import { CONTROLLERS, type ControllerType, controllerType, isPin } from '../../kinds/index.ts';
import { withDevice } from '../board-device.ts';
import { idlePins, pinsTaken } from '../free-pins.ts';
import { type Controller, type Design, type ProgramStep, devicesOf } from '../schema.ts';
import { type SaidSignal, begunOf, toNumber } from './heard.ts';

/** The board that a pin is of by its name: the project's first whose pins are at the level that is said, or a new one. */
function boardFor({ controllers, parts }: Design, name: string): { readonly known: Controller | undefined; readonly type: ControllerType } {
  const said = BOARD_VOLTS.exec(name);
  const volt = said ? toNumber(said[1]!) : null;
  const typeOf = (id: string) => controllerType({ parts }, id);
  const known = controllers.find(({ type }) => volt === null || typeOf(type).pinV === volt);
  if (known) return { known, type: typeOf(known.type) };
  const alike = CONTROLLERS.filter(({ pinV }) => pinV === (volt ?? USUAL_BOARD_V));
  return { known, type: alike.find((type) => HAS_RADIO.test(type.name) === HAS_RADIO.test(name)) ?? alike[0]! };
}
const HAS_RADIO = /\bradio\b/i;
const USUAL_BOARD_V = 5;
const BOARD_VOLTS = /\b(3[.,]3|5) ?v(?:olts?)?\b/i;

/** Each new pin with the board's pin that it is: the one that its name says, else one with no other duty that is free. */
export function pinsOf(design: Design, signals: readonly SaidSignal[]): [signal: SaidSignal, gpio: string][] {
  const takenOf = new Map<string, Set<string>>();
  return signals.flatMap((signal): [SaidSignal, string][] => {
    const begun = begunOf(signal);
    if (!begun || !isPin(begun)) return [];
    const { known, type } = boardFor(design, signal.name);
    const key = known?.id ?? type.id;
    const taken = takenOf.get(key) ?? new Set(known ? pinsTaken(design, known) : []);
    takenOf.set(key, taken);
    // What its board's program gives a name is no pin's.
    const named = signal.program ? undefined : namedPin(design, signal.name);
    const gpio = named ?? idlePins(type).find((pin) => !taken.has(pin)) ?? type.pins[0]!;
    taken.add(gpio);
    return [[signal, gpio]];
  });
}
/** The pin of the board that a name says, by its letter and number or its number alone. */
export function namedPin(design: Design, name: string): string | undefined {
  const said = /\b[a-z]{0,4}\d+\b/i.exec(name.replace(BOARD_VOLTS, ''))?.[0].toUpperCase();
  return said === undefined ? undefined : boardFor(design, name).type.pins.find((pin) => pin === said || pin.replace(/^\D+/, '') === said);
}
/** Whether the board that a name is of has no radio yet, its own or one on its rail. */
export function lacksRadio(design: Design, name: string): boolean {
  const { known, type } = boardFor(design, name);
  return !HAS_RADIO.test(type.name) && devicesOf(known ?? {}).length === 0;
}
/** The board that a name is of, with a serial radio on its rail where it has none. */
export function withRadio(design: Design, name: string): Design {
  const { known } = boardFor(design, name);
  if (!known || !lacksRadio(design, name)) return design;
  return { ...design, controllers: design.controllers.map((one) => (one === known ? withDevice(design, known) : one)) };
}
/** A signal on a pin of the board that its name is of, which is added where there is none, with what the board does with it. */
export function withBoard(design: Design, signal: string, gpio: string, place: string, steps: readonly ProgramStep[]): Design {
  const { known, type } = boardFor(design, design.signals.find(({ id }) => id === signal)!.name);
  const board = known?.id ?? mintId('board', design.controllers);
  const name = design.controllers.length === 0 ? 'controller board' : `controller board, ${type.pinV} V`;
  return {
    ...design,
    controllers: known
      ? design.controllers.map((one) => (one.id === board ? { ...one, program: [...one.program, ...steps] } : one))
      : [...design.controllers, { id: board, name, type: type.id, place, supply: 'usb', links: [], program: [...steps] }],
    signals: design.signals.map((one) =>
      one.id === signal && isPin(one) ? { ...one, volt: type.pinV, limitA: type.pinA, controller: board, gpio } : one,
    ),
  };
}
