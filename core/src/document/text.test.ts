import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { isUnreadable, readable } from './text.ts';

test.each([
  ['a\u0000b', true],
  ['\ud83d', true],
  ['\udd0c', true],
  ['\u001b[31m', true],
  ['\u000b', true],
  ['🔌', false],
  ['a\tb\r\nc', false],
  ['κόσμος 電線', false],
  ['', false],
])('%j holds what no text has: %p', (text, expected) => {
  expect(isUnreadable(text)).toBe(expected);
});
test('what is taken out is that alone, in every text and key of a document; a good one stays itself', () => {
  const good = { name: 'Zeile\n🔌', list: [1, null, { deep: 'x' }] };
  expect(readable(good)).toBe(good);
  expect(readable({ na: 'a\u0000b', list: ['\ud800x', { '\u0001k': 2 }], same: good })).toEqual({
    na: 'ab',
    list: ['x', { k: 2 }],
    same: good,
  });
  fc.assert(fc.property(fc.string({ unit: 'binary' }), (text) => !isUnreadable(readable(text))));
});
