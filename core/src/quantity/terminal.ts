import type { Branded } from './branded.ts';

/** `part.pin`; a part's id holds no dot. */
export type Terminal = Branded<'terminal'>;

export function terminal(part: string, pin: string): Terminal {
  return `${part}.${pin}` as Terminal;
}
export function partOf(at: Terminal): string {
  return at.slice(0, at.lastIndexOf('.'));
}
export function pinOf(at: Terminal): string {
  return at.slice(at.lastIndexOf('.') + 1);
}
