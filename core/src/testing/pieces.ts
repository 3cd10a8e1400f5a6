/** Pieces of work that people do, of `examples/pieces`, each from an empty page by sentences as they would type them. */
import { blankDesign, hear } from '../project/index.ts';
import type { Design } from '../project/schema.ts';

export interface Piece {
  readonly id: string;
  readonly name: string;
  /** Supply that its page begins with. */
  readonly page: string;
  readonly says: readonly { readonly text: string; readonly answers?: Readonly<Record<string, string>> }[];
  /** What building it in the browser takes: a sentence, an answer or a press each. */
  readonly interactions: number;
  /** Rules that stay a caution once every nudge is taken, and why a practitioner signs that. */
  readonly signs?: Readonly<Record<string, string>>;
}
/** Sentences on a page of their own. Throws where one is not understood, or asks more than is answered. */
export const typed = (texts: readonly string[], page = 'mains-230'): Design =>
  builtOf({ name: 'box', page, says: texts.map((text) => ({ text })) });

/** Throws where a sentence is not understood, or asks more than is answered. */
export function builtOf({ name, page, says }: Pick<Piece, 'name' | 'page' | 'says'>): Design {
  let design = blankDesign(name, page);
  for (const { text, answers } of says) {
    const { add, unclear, blanks } = hear(text, design, answers ?? {});
    if (!add) throw new Error(`${text}: ${JSON.stringify({ unclear, blanks: blanks.map(({ key }) => key) })}`);
    design = add(design);
  }
  return design;
}
