/**
 * What a clause means. This file never looks at a circuit, and no circuit code calls it to find out what a
 * circuit does: the proof compares two computations that share nothing but the document.
 *
 * A clause with *held* or *toggle* remembers: its memory is a list of bits, one a *held* and two a *toggle*
 * (its state, and whether what it follows was on), in reading order. Delays have passed, unless a caller says how each stands.
 */
import type { When } from './when-schema.ts';

/** Null before anything was ever on: then a *toggle* is off, whatever it follows. */
export type Memory = readonly boolean[] | null;

/** Whether the clause holds after the signals have become what they are, and what it remembers then. */
export function meaning(
  when: When,
  on: (signal: string) => boolean,
  memory: Memory,
  delayed: (delay: Extract<When, { op: 'delay' }>, input: boolean) => boolean = (_, input) => input,
): { value: boolean; memory: boolean[] } {
  const next: boolean[] = [];
  let at = 0;
  const walk = (part: When): boolean => {
    switch (part.op) {
      case 'always':
        return true;
      case 'signal':
        return on(part.signal);
      case 'not':
        return !walk(part.of);
      case 'and':
        // No short cut: every part must be walked for its memory.
        return part.of.map(walk).every(Boolean);
      case 'or':
        return part.of.map(walk).some(Boolean);
      case 'delay':
        return delayed(part, walk(part.of));
      case 'held': {
        const mine = at++;
        next[mine] = false;
        const set = walk(part.set);
        const reset = walk(part.reset);
        return (next[mine] = (set || memory?.[mine] === true) && !reset);
      }
      case 'toggle': {
        const mine = at;
        at += 2;
        next[mine] = next[mine + 1] = false;
        const now = walk(part.of);
        next[mine + 1] = now;
        const stepped = memory !== null && now && memory[mine + 1] !== true;
        return (next[mine] = stepped !== (memory?.[mine] === true));
      }
      default:
        return part satisfies never;
    }
  };
  const value = walk(when);
  return { value, memory: next };
}

/** Parts of a clause, in reading order. */
export function partsOf(when: When): When[] {
  switch (when.op) {
    case 'always':
    case 'signal':
      return [];
    case 'not':
    case 'delay':
    case 'toggle':
      return [when.of];
    case 'and':
    case 'or':
      return when.of;
    case 'held':
      return [when.set, when.reset];
    default:
      return when satisfies never;
  }
}

/** The signals that an expression names, each once, in reading order. */
export function signalsOf(when: When): string[] {
  const found = new Set<string>();
  const visit = (part: When): void => {
    if (part.op === 'signal') found.add(part.signal);
    else partsOf(part).forEach(visit);
  };
  visit(when);
  return [...found];
}

/** Whether what it means depends on what was before. */
export function remembers(when: When): boolean {
  return when.op === 'held' || when.op === 'toggle' || partsOf(when).some(remembers);
}

/** The same truth with *not* pushed down as far as it goes and nested terms of one kind joined. */
export function normalForm(when: When, negated = false): When {
  const turned = (part: When): When => (negated ? { op: 'not', of: part } : part);
  switch (when.op) {
    case 'always':
    case 'signal':
      return turned(when);
    case 'not':
      return normalForm(when.of, !negated);
    case 'and':
    case 'or': {
      const op = (when.op === 'and') === !negated ? 'and' : 'or';
      return { op, of: when.of.map((part) => normalForm(part, negated)).flatMap((part) => (part.op === op ? part.of : [part])) };
    }
    case 'held':
      return turned({ op: 'held', set: normalForm(when.set), reset: normalForm(when.reset) });
    case 'toggle':
      return turned({ op: 'toggle', of: normalForm(when.of) });
    case 'delay':
      return turned({ ...when, of: normalForm(when.of) });
    default:
      return when satisfies never;
  }
}

/** `when` AND one more signal in front; joins an existing *and*. */
export function withSignal(when: When, signal: string): When {
  const extra: When = { op: 'signal', signal };
  return when.op === 'and' ? { op: 'and', of: [extra, ...when.of] } : { op: 'and', of: [extra, when] };
}

/** `when` without a signal: what is left of it, or null where nothing is. */
export function withoutSignal(when: When, signal: string): When | null {
  switch (when.op) {
    case 'always':
      return when;
    case 'signal':
      return when.signal === signal ? null : when;
    case 'not':
    case 'toggle':
    case 'delay': {
      const of = withoutSignal(when.of, signal);
      return of && { ...when, of };
    }
    case 'held': {
      const [set, reset] = [withoutSignal(when.set, signal), withoutSignal(when.reset, signal)];
      return set && reset ? { op: 'held', set, reset } : (set ?? reset);
    }
    case 'and':
    case 'or': {
      const left = when.of.flatMap((part) => withoutSignal(part, signal) ?? []);
      const [only] = left;
      return left.length > 1 ? { op: when.op, of: left } : (only ?? null);
    }
    default:
      return when satisfies never;
  }
}

/** `when` with each toggle begun by its press and ended by `stop`. */
export function withStop(when: When, stop: string): When {
  switch (when.op) {
    case 'always':
    case 'signal':
      return when;
    case 'toggle':
      return { op: 'held', set: withStop(when.of, stop), reset: { op: 'signal', signal: stop } };
    case 'not':
    case 'delay':
      return { ...when, of: withStop(when.of, stop) };
    case 'held':
      return { op: 'held', set: withStop(when.set, stop), reset: withStop(when.reset, stop) };
    case 'and':
    case 'or':
      return { op: when.op, of: when.of.map((part) => withStop(part, stop)) };
    default:
      return when satisfies never;
  }
}
