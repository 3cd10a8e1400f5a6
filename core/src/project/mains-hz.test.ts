/** 50 or 60 Hz: what is usual where such mains are (common practice), and what a person set. */
import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { analyse } from '../analyse.ts';
import { type Design, parseDesignText } from '../index.ts';
import { hertzOf } from './mains-hz.ts';

function example(name: string, mainsHz?: Design['settings']['mainsHz']): Design {
  const parsed = parseDesignText(readFileSync(new URL(`../../../examples/${name}.json`, import.meta.url), 'utf8'));
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  const { design } = parsed;
  return mainsHz ? { ...design, settings: { ...design.settings, mainsHz } } : design;
}
const bought = (design: Design) =>
  analyse(design)
    .analysis.parts.map(({ description }) => description)
    .join('\n');

test.each([
  ['circuits/01-switched-load', undefined, 50],
  ['circuits/19-oven', undefined, 50],
  ['circuits/17-radio-outlet', undefined, 60],
  ['circuits/17-radio-outlet', '50', 50],
  ['circuits/19-oven', '60', 60],
] as const)('%s, set to %s: %d Hz', (name, set, hertz) => {
  expect(hertzOf(example(name, set))).toBe(hertz);
});

test('a coil on alternating current is bought for it, and one on direct current for none', () => {
  expect(bought(example('circuits/19-oven'))).toMatch(/contactor, 230 V coil.*, coil for 50 Hz/);
  expect(bought(example('circuits/19-oven', '60'))).toMatch(/contactor, 230 V coil.*, coil for 60 Hz/);
  expect(bought(example('circuits/01-switched-load', '60'))).not.toMatch(/Hz/);
});
