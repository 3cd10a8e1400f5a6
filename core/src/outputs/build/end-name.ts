import { type AnyPart, kindOf } from '../../kinds/index.ts';

/** `K1 30`; what has one place to land needs no pin. */
export const endName = (part: AnyPart, pin: string): string => kindOf(part).endName?.(part, pin) ?? `${part.tag} ${pin}`;
