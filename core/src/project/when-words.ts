/**
 * The *when* clause as words, both ways. `writeWhen` gives text that `readWhen` turns back into the same
 * tree; the grammar is
 *
 *   text := 'always' | clause
 *   clause := term ('or' term)*        term := factor ('and' factor)*
 *   factor := primary [ 'after a delay of' seconds ] [ 'staying on for' seconds ]
 *   primary := 'not' primary | '(' clause ')' | signal-name [state]
 *            | 'held' '(' 'set by' clause ',' 'reset by' clause ')' | 'toggled by' primary
 *   state  := what the sentence says of that signal, or 'is' ('on' | 'off' | 'closed' | 'open' | 'live' | 'dead')
 *
 * Names are matched longest first and without regard to case, so a name may hold several words, even
 * *and* or *or*.
 */
import { figures } from '../quantity/index.ts';
import { type Signal, stateWord } from '../kinds/index.ts';
import type { When } from '../document/index.ts';

export type WhenRead = { ok: true; when: When } | { ok: false; at: number; message: string };

export function writeWhen(when: When, signals: readonly Signal[]): string {
  const write = (part: When, inside: 'and' | 'or' | null): string => {
    if (part.op === 'always') return 'always';
    if (part.op === 'signal') return phrase(part.signal, true);
    if (part.op === 'not') return part.of.op === 'signal' ? phrase(part.of.signal, false) : `not (${write(part.of, null)})`;
    if (part.op === 'held') return `held (set by ${write(part.set, null)}, reset by ${write(part.reset, null)})`;
    if (part.op === 'toggle') return `toggled by ${part.of.op === 'signal' ? write(part.of, null) : `(${write(part.of, null)})`}`;
    if (part.op === 'delay') {
      const inner = part.of.op === 'signal' ? write(part.of, null) : `(${write(part.of, null)})`;
      return `${inner}${delayWords(part)}`;
    }
    const text = part.of.map((child) => write(child, part.op)).join(` ${part.op} `);
    return inside ? `(${text})` : text;
  };
  const phrase = (id: string, on: boolean): string => {
    const signal = signals.find((candidate) => candidate.id === id);
    return signal ? `${signal.name} ${stateWord(signal, on)}` : id;
  };
  return write(when, null);
}

/** ` after a delay of 5 s staying on for 30 s`; with neither, a delay of nothing. */
export function delayWords({ onS, offS }: Extract<When, { op: 'delay' }>): string {
  const on = onS > 0 || offS === 0 ? ` after a delay of ${figures(onS, 4)} s` : '';
  return offS > 0 ? `${on} staying on for ${figures(offS, 4)} s` : on;
}

/** With no condition; a signal of that name stands in its state's words. */
const ALWAYS = /^\s*always\s*$/i;
const ON_WORDS = ['on', 'closed', 'live'];
const OFF_WORDS = ['off', 'open', 'dead'];

export function readWhen(text: string, signals: readonly Signal[]): WhenRead {
  const names = signals.map((signal) => ({ signal, name: signal.name.trim().toLowerCase() })).sort((a, b) => b.name.length - a.name.length);
  const lower = text.toLowerCase();
  let at = 0;
  let depth = 0;

  const skip = () => {
    while (at < text.length && /[\s,]/.test(text[at]!)) at++;
  };
  const wordAt = (word: string) => {
    skip();
    return lower.startsWith(word, at) && !/[\p{L}\p{N}]/u.test(lower[at + word.length] ?? '');
  };
  const take = (word: string) => {
    if (!wordAt(word)) return false;
    at += word.length;
    return true;
  };
  const fail = (message: string): never => {
    throw new WhenError(at, message);
  };
  const list = (op: 'and' | 'or', item: () => When): When => {
    const parts = [item()];
    while (take(op)) parts.push(item());
    const [only] = parts;
    return parts.length === 1 && only ? only : { op, of: parts };
  };
  const clause = (): When => {
    return deeper(() => list('or', () => list('and', factor)));
  };
  const seconds = (): number => {
    skip();
    const number = /^\d+(?:[.,]\d+)?/.exec(text.slice(at))?.[0];
    if (number === undefined) return fail('A number of seconds is missing here.');
    at += number.length;
    if (!take('seconds')) take('s');
    return Number(number.replace(',', '.'));
  };
  const factor = (): When => {
    const of = primary();
    const onS = take('after a delay of') ? seconds() : null;
    const offS = take('staying on for') ? seconds() : null;
    return onS === null && offS === null ? of : { op: 'delay', of, onS: onS ?? 0, offS: offS ?? 0 };
  };
  const close = () => {
    skip();
    if (text[at] !== ')') fail('A bracket is not closed.');
    at++;
  };
  const deeper = <T>(inner: () => T): T => {
    if (++depth > 12) fail('Too many words inside one another.');
    const read = inner();
    depth--;
    return read;
  };
  const primary = (): When => {
    skip();
    if (text[at] === '(') {
      at++;
      const inner = clause();
      close();
      return inner;
    }
    const named = names.find(({ name }) => wordAt(name));
    if (named) {
      at += named.name.length;
      return stateOf(named.signal);
    }
    if (take('not')) return { op: 'not', of: deeper(primary) };
    if (take('toggled by')) return { op: 'toggle', of: deeper(primary) };
    if (take('held')) {
      const bracket = /^\s*\(/.exec(text.slice(at));
      if (bracket) at += bracket[0].length;
      if (!take('set by')) fail('After “held” comes (set by …, reset by …).');
      const set = clause();
      if (!take('reset by')) fail('What is held needs “, reset by …”.');
      const reset = clause();
      if (bracket) close();
      return { op: 'held', set, reset };
    }
    return fail(
      at >= text.length
        ? 'The name of a signal is missing here.'
        : `No signal is called “${text
            .slice(at)
            .split(/\s+(?:is|has|and|or)\b|[()]/)[0]!
            .trim()}”.`,
    );
  };
  const stateOf = (named: Signal): When => {
    const signal: When = { op: 'signal', signal: named.id };
    if (take(stateWord(named, false))) return { op: 'not', of: signal };
    if (take(stateWord(named, true)) || !take('is')) return signal;
    if (ON_WORDS.some(take)) return signal;
    if (OFF_WORDS.some(take)) return { op: 'not', of: signal };
    return fail('After “is” comes on, off, closed or open.');
  };

  try {
    if (ALWAYS.test(text)) return { ok: true, when: { op: 'always' } };
    const when = clause();
    skip();
    if (at < text.length) fail(text[at] === ')' ? 'A bracket closes that was not opened.' : 'Expected “and” or “or” here.');
    return { ok: true, when };
  } catch (error) {
    if (error instanceof WhenError) return { ok: false, at: error.at, message: error.message };
    throw error;
  }
}

class WhenError extends Error {
  constructor(
    readonly at: number,
    message: string,
  ) {
    super(message);
  }
}
