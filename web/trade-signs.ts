/**
 * The signs of the trade, and no other letters, out of a free face: a fourteenth of the whole is what the page loads. Made
 * before each build from the ranges that the style sheet names.
 */
import { existsSync, mkdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import subsetFont from 'subset-font';

const here = dirname(fileURLToPath(import.meta.url));
const STYLES = join(here, 'src', 'styles.css');
const FOLDER = join(here, '.made');
/** What the one face has no sign for comes out of another. */
const DIRECT_CURRENT = 'direct-current.woff2';

/** Each code point of a list of ranges (CSS Fonts 4, unicode-range). */
function lettersOf(ranges: string): string {
  return ranges
    .split(',')
    .flatMap((range) => {
      const [first = 0, last = first] = range
        .trim()
        .replace(/^U\+/i, '')
        .split('-')
        .map((hex) => parseInt(hex, 16));
      return Array.from({ length: last - first + 1 }, (_, at) => String.fromCodePoint(first + at));
    })
    .join('');
}

/** Each file that the style sheet asks for, with the ranges beside it. */
export async function makeTradeSigns(): Promise<void> {
  const style = readFileSync(STYLES, 'utf8');
  const faces = [...style.matchAll(/url\('\.\.\/\.made\/([\w-]+\.woff2)'\)[^}]*unicode-range:\s*([^;]+);/g)];
  if (faces.length === 0) throw new Error(`${STYLES} asks for no signs`);
  const resolve = createRequire(import.meta.url).resolve;
  const face = readFileSync(resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf'));
  const other = readFileSync(resolve('@fontsource/noto-sans-symbols/files/noto-sans-symbols-symbols-400-normal.woff2'));
  mkdirSync(FOLDER, { recursive: true });
  for (const [, name, ranges] of faces) {
    const made = join(FOLDER, name!);
    if (existsSync(made) && statSync(made).mtimeMs > statSync(STYLES).mtimeMs) continue;
    writeFileSync(made, await subsetFont(name === DIRECT_CURRENT ? other : face, lettersOf(ranges!), { targetFormat: 'woff2' }));
  }
}
