/**
 * Path cross-references: below a coil `87/2` says that its contact 87 stands in path 2, beside a contact `K1/1` says that
 * its coil K1 stands in path 1.
 */
import type { Drawing } from './current-paths.ts';
import { isCoil, isContact } from './symbols.ts';

export interface PathReferences {
  /** By symbol, `part:key`: what is written beside it. */
  readonly bySymbol: ReadonlyMap<string, string>;
}

/** Path that a symbol stands on, or the nearest one left of it that has a number. */
function pathAt({ paths }: Drawing, x: number): number {
  return paths.reduce((best, path) => (path.x <= x + 0.5 && path.x > (paths[best - 1]?.x ?? -Infinity) ? path.number : best), 1);
}

/**
 * Of several sheets, each with its number; on one sheet alone paths go by their own number, else `sheet.path`. Parts are
 * called by their tag, given by `tagOf`.
 */
export function referencesIn(
  sheets: readonly { readonly sheet: number; readonly drawing: Drawing }[],
  tagOf: (part: string) => string,
): PathReferences[] {
  const place = (sheet: number, drawing: Drawing, x: number) =>
    sheets.length > 1 ? `${sheet}.${pathAt(drawing, x)}` : String(pathAt(drawing, x));
  const coils = new Map<string, string>();
  const contacts = new Map<string, string[]>();
  for (const { sheet, drawing } of sheets)
    for (const { part, mover, key, symbol, x } of drawing.symbols) {
      if (isCoil(symbol) && !coils.has(part)) coils.set(part, place(sheet, drawing, x));
      if (!isContact(symbol)) continue;
      const said = `${key.replace('contact', '')}/${place(sheet, drawing, x)}`;
      const known = contacts.get(mover) ?? [];
      if (!known.includes(said)) contacts.set(mover, [...known, said]);
    }
  return sheets.map(({ drawing }) => ({
    bySymbol: new Map(
      drawing.symbols.flatMap(({ part, mover, key, symbol }): [string, string][] => {
        if (isContact(symbol)) {
          const coil = coils.get(mover);
          return [[`${part}:${key}`, coil === undefined ? tagOf(part) : `${tagOf(part)}/${coil}`]];
        }
        const own = isCoil(symbol) ? contacts.get(part) : undefined;
        return own ? [[`${part}:${key}`, own.join(' ')]] : [];
      }),
    ),
  }));
}
