/**
 * What a job means. This file never looks at a circuit, and no circuit code calls `meaning`: the proof
 * compares two computations that share nothing but the document.
 */
import type { Signal, When } from './schema.ts';

/** Whether the expression holds for a set of signals that are on. */
export function meaning(when: When, on: (signal: string) => boolean): boolean {
  switch (when.op) {
    case 'signal':
      return on(when.signal);
    case 'not':
      return !meaning(when.of, on);
    case 'and':
      return when.of.every((part) => meaning(part, on));
    case 'or':
      return when.of.some((part) => meaning(part, on));
    default:
      return when satisfies never;
  }
}

/** The signals that an expression names, each once, in reading order. */
export function signalsOf(when: When): string[] {
  const found = new Set<string>();
  const visit = (part: When): void => {
    if (part.op === 'signal') found.add(part.signal);
    else if (part.op === 'not') visit(part.of);
    else part.of.forEach(visit);
  };
  visit(when);
  return [...found];
}

/** The same truth with *not* pushed down to the signals and nested terms of one kind joined. */
export function normalForm(when: When, negated = false): When {
  switch (when.op) {
    case 'signal':
      return negated ? { op: 'not', of: when } : when;
    case 'not':
      return normalForm(when.of, !negated);
    case 'and':
    case 'or': {
      const op = (when.op === 'and') === !negated ? 'and' : 'or';
      return { op, of: when.of.map((part) => normalForm(part, negated)).flatMap((part) => (part.op === op ? part.of : [part])) };
    }
    default:
      return when satisfies never;
  }
}

/** `when` AND one more signal in front; joins an existing *and*. */
export function withSignal(when: When, signal: string): When {
  const extra: When = { op: 'signal', signal };
  return when.op === 'and' ? { op: 'and', of: [extra, ...when.of] } : { op: 'and', of: [extra, when] };
}

/** Words for a signal being on and being off, by what it is. */
export function stateWord(signal: Signal, on: boolean): string {
  if (signal.nature === 'ground-switch') return on ? 'is closed' : 'is open';
  return on ? 'is on' : 'is off';
}
