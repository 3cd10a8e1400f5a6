/** *With the existing wire, fuse and relay*; *its wire and its fuse are there already*: what is taken as it is found. */
import type { There } from '../schema.ts';

const THING = String.raw`(?:its |the )?(?:load )?(wir(?:e|es|ing)|cables?|fuse|breaker|relay|switch(?:es)?)`;
const THINGS = String.raw`${THING}(?:(?:,? and|,) ${THING})?(?:(?:,? and|,) ${THING})?(?:(?:,? and|,) ${THING})?`;
export const THERE = new RegExp(
  String.raw`,? ?\b(?:(?:with|using|over|by|through|and) (?:its|the) (?:existing|present|old|original|factory) ${THINGS}|(?:where |and )?(?=(?:its|the) )${THINGS} (?:is|are) (?:there already|already there))(?![\w-])`,
);

/** What each word of them is. */
export const thereOf = (found: RegExpExecArray): There[] => {
  const named = found.slice(1).flatMap((word): There[] => {
    if (word === undefined) return [];
    if (/^(?:wir|cable)/.test(word)) return ['wire'];
    return [/^(?:fuse|breaker)$/.test(word) ? 'fuse' : word === 'relay' ? 'relay' : 'switch'];
  });
  return [...new Set(named)];
};
