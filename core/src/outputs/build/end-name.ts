import { type Terminal, partOf, pinOf } from '../../quantity/index.ts';
import type { Netlist } from '../../graph/index.ts';
import { type AnyPart, kindOf } from '../../kinds/index.ts';

/** `K1 30`; what has one place to land needs no pin. */
export const endName = (part: AnyPart, pin: string): string => kindOf(part).endName?.(part, pin) ?? `${part.tag} ${pin}`;

/** The same of a terminal of a netlist. */
export const terminalName = ({ parts }: Netlist, at: Terminal): string =>
  endName(
    parts.find(({ id }) => id === partOf(at))!,
    pinOf(at),
  );
