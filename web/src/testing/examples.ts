/** Example projects by their path under `examples`, without `.json`, as a component test shows them. */
import { readFileSync } from 'node:fs';
import { parseDesignText, type Design } from '@iron-nudge/core';

export function example(path: string): Design {
  const parsed = parseDesignText(readFileSync(`examples/${path}.json`, 'utf8'));
  if (!parsed.ok) throw new Error(`${path}: ${parsed.problems.map(({ message }) => message).join('; ')}`);
  return parsed.design;
}
