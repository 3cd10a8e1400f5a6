/** What is used of two packages that bring no types of their own. */
declare module 'fontkit' {
  export function openSync(path: string): { hasGlyphForCodePoint(code: number): boolean };
}
declare module 'subset-font' {
  export default function subsetFont(face: Uint8Array, letters: string, options: { targetFormat: 'woff2' }): Promise<Uint8Array>;
}
