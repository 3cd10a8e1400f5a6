/** Where a number comes from; shown beside every working that uses it. */
export type Source =
  | { readonly kind: 'standard'; readonly cite: string }
  | { readonly kind: 'common practice'; readonly note?: string }
  | { readonly kind: 'from memory'; readonly note?: string }
  | { readonly kind: 'entered'; readonly path: string }
  | { readonly kind: 'computed'; readonly note: string }
  | { readonly kind: 'part'; readonly part: string };

export const standard = (cite: string): Source => ({ kind: 'standard', cite });
export const commonPractice = (note?: string): Source => ({ kind: 'common practice', ...(note ? { note } : {}) });
export const fromMemory = (note?: string): Source => ({ kind: 'from memory', ...(note ? { note } : {}) });
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
      return 'entered';
    case 'computed':
      return source.note;
    case 'part':
      return `rating of ${source.part}`;
    default:
      return source satisfies never;
  }
}
