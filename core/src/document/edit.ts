/** Changes to the *when* tree by path, as the phrases of a sentence ask for them. */
import { applyPatches } from './patch.ts';
import type { When } from './when-schema.ts';

export type TermPath = readonly (string | number)[];

function at(when: When, path: TermPath): When {
  return path.reduce<unknown>((node, key) => (node as Record<string | number, unknown>)[key], when) as When;
}

export function replaceTerm(when: When, path: TermPath, term: When): When {
  return applyPatches<When>(when, [{ path, value: term }]);
}

/** Adds a term beside the one at `path`, joined by `op`; an *and* or *or* that is there already grows. */
export function joinTerm(when: When, path: TermPath, op: 'and' | 'or', term: When): When {
  const parentPath = path.slice(0, -2);
  const parent = path.length >= 2 ? at(when, parentPath) : null;
  if (parent?.op === op) {
    const index = Number(path[path.length - 1]);
    return replaceTerm(when, parentPath, { op, of: [...parent.of.slice(0, index + 1), term, ...parent.of.slice(index + 1)] });
  }
  return replaceTerm(when, path, { op, of: [at(when, path), term] });
}

/** Takes a term out; a join left with one term gives way to it, and so does a *held* left with one end. */
export function removeTerm(when: When, path: TermPath): When | null {
  if (path.length === 0) return null;
  const key = path[path.length - 1]!;
  const parentPath = typeof key === 'number' ? path.slice(0, -2) : path.slice(0, -1);
  const parent = at(when, parentPath);
  switch (parent.op) {
    case 'and':
    case 'or': {
      const left = parent.of.filter((_, index) => index !== key);
      const [only] = left;
      return replaceTerm(when, parentPath, left.length === 1 && only ? only : { op: parent.op, of: left });
    }
    case 'held':
      return replaceTerm(when, parentPath, key === 'set' ? parent.reset : parent.set);
    case 'not':
    case 'toggle':
    case 'delay':
      return removeTerm(when, parentPath);
    case 'always':
    case 'signal':
      throw new Error('A signal has no parts');
    default:
      return parent satisfies never;
  }
}
