/** Where a number comes from; shown beside every working that uses it. */
export type Source =
  /** `table` names the reference table that it is the source of, where there is one. */
  | { readonly kind: 'standard'; readonly cite: string; readonly table?: string }
  | { readonly kind: 'common practice'; readonly note?: string }
  | { readonly kind: 'from memory'; readonly note?: string; readonly table?: string }
  /** `assumed` where the app filled it in, and nobody said that it is so. */
  | { readonly kind: 'entered'; readonly path: string; readonly assumed?: true }
  | { readonly kind: 'computed'; readonly note: string }
  /** `assumed` where what is usual for its class stands in the part, and nobody typed it. */
  | { readonly kind: 'part'; readonly part: string; readonly assumed?: true };

export const standard = (cite: string, table?: string): Source => ({ kind: 'standard', cite, ...(table ? { table } : {}) });
export const commonPractice = (note?: string): Source => ({ kind: 'common practice', ...(note ? { note } : {}) });
export const fromMemory = (note?: string, table?: string): Source => ({
  kind: 'from memory',
  ...(note ? { note } : {}),
  ...(table ? { table } : {}),
});
export const entered = (path: string): Source => ({ kind: 'entered', path });
export const computed = (note: string): Source => ({ kind: 'computed', note });
export const ofPart = (part: string): Source => ({ kind: 'part', part });

export function sourceText(source: Source): string {
  switch (source.kind) {
    case 'standard':
      return source.cite;
    case 'common practice':
      return source.note ? `common practice, ${source.note}` : 'common practice';
    case 'from memory':
      return source.note ? `from memory, ${source.note}` : 'from memory';
    case 'entered':
      return source.assumed ? 'assumed: nobody entered it' : 'entered';
    case 'computed':
      return source.note;
    case 'part':
      return source.assumed ? `assumed for ${source.part}: nobody typed it` : `rating of ${source.part}`;
    default:
      return source satisfies never;
  }
}
