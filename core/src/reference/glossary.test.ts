/** Words of the trade are found in a text as words: whole, in the plural too, the longest that fits, each once. */
import { expect, test } from '@jest/globals';
import { GLOSSARY, tradeWords } from './glossary.ts';

const told = (text: string) => tradeWords(text).flatMap(({ text: word, meaning }) => (meaning === null ? [] : [word]));

test.each([
  ['The contactor welds its contacts', ['contactor', 'welds', 'contacts']],
  ['solid-state relays leak: the leakage of one', ['solid-state relays', 'leakage']],
  ['Derating, then derating again', ['Derating']],
  ['a detail, a coiled cable, terminal 30', []],
  ['line and neutral, at the tail box', ['neutral']],
])('%s', (text, words) => {
  expect(told(text)).toEqual(words);
  // Nothing of the text is lost or added.
  expect(
    tradeWords(text)
      .map((piece) => piece.text)
      .join(''),
  ).toBe(text);
});

test('each term of letters is found by itself, with what the page of words says of it', () => {
  for (const [terms, meaning] of GLOSSARY)
    for (const term of terms.split(', ').filter((one) => /[a-z]{3}/i.test(one) && !['line', 'tail'].includes(one)))
      expect(tradeWords(term)).toEqual([{ text: term, meaning }]);
});
