/** What goes into each receptacle of each relay's socket, by the number that is moulded beside it. */
import { type AnyPart, kindOf, plays } from '../../kinds/index.ts';
import { terminal } from '../../quantity/index.ts';
import type { Netlist, Wire } from '../../graph/index.ts';
import { terminalName } from './end-name.ts';

export interface SocketPin {
  readonly pin: string;
  readonly what: 'coil' | 'common' | 'closes' | 'rests closed';
  /** Wires that land there, each with the terminal at its other end in words. */
  readonly wires: readonly { readonly wire: Wire; readonly to: string }[];
}
export interface SocketView {
  readonly part: AnyPart;
  /** Of the relay and of its socket. */
  readonly relay: string;
  readonly socket: string;
  readonly pins: readonly SocketPin[];
}

export function socketsOf(netlist: Netlist): SocketView[] {
  return netlist.parts.flatMap((part): SocketView[] => {
    if (!plays(part, 'relay')) return [];
    const { type, socket } = part.spec;
    const pins = kindOf(part).pins(part.spec);
    const whatOf = (pin: string): SocketPin['what'] =>
      type.coil.includes(pin)
        ? 'coil'
        : type.poles.some(({ common }) => common === pin)
          ? 'common'
          : type.poles.some(({ closing, twin }) => closing === pin || twin === pin)
            ? 'closes'
            : 'rests closed';
    return [
      {
        part,
        relay: type.name,
        socket: socket.name,
        pins: pins.map((pin) => {
          const at = terminal(part.id, pin);
          const landing = netlist.wires.filter(({ from, to }) => from === at || to === at);
          return {
            pin,
            what: whatOf(pin),
            wires: landing.map((wire) => ({ wire, to: terminalName(netlist, wire.from === at ? wire.to : wire.from) })),
          };
        }),
      },
    ];
  });
}
