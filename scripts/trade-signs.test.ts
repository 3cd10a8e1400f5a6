/** Every sign that our own pages say is in the face that the style sheet names for it: asked of the files, not of the ranges. */
import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import * as fontkit from 'fontkit';
import { makeTradeSigns } from '../web/trade-signs.ts';

const style = readFileSync(new URL('../web/src/styles.css', import.meta.url), 'utf8');
/** Each of our small files, with the single signs that it is named for. */
const FACES = [...style.matchAll(/url\('\.\.\/\.made\/([\w-]+\.woff2)'\)[^}]*unicode-range:\s*([^;]+);/g)].map(
  ([, file, ranges]) =>
    [file!, ranges!.split(',').flatMap((range) => (range.includes('-') ? [] : [parseInt(range.trim().slice(2), 16)]))] as const,
);

test('each has a glyph, that of direct current too', async () => {
  await makeTradeSigns();
  const missing = FACES.flatMap(([file, signs]) => {
    const face = fontkit.openSync(fileURLToPath(new URL(`../web/.made/${file}`, import.meta.url)));
    return signs.filter((sign) => !face.hasGlyphForCodePoint(sign)).map((sign) => `${file} ${String.fromCodePoint(sign)}`);
  });
  expect(missing).toEqual([]);
  expect(FACES.flatMap(([, signs]) => signs)).toContain('⎓'.codePointAt(0));
});
