/**
 * The *when* clause as words, both ways. `writeWhen` gives text that `readWhen` turns back into the same
 * tree; the grammar is
 *
 *   clause := term ('or' term)*        term := factor ('and' factor)*
 *   factor := 'not' factor | '(' clause ')' | signal-name [state]
 *   state  := 'is' ('on' | 'off' | 'closed' | 'open' | 'live' | 'dead')
 *
 * Names are matched longest first and without regard to case, so a name may hold several words, even
 * *and* or *or*.
 */
import type { Signal, When } from './schema.ts';
import { stateWord } from './when.ts';

export type WhenRead = { ok: true; when: When } | { ok: false; at: number; message: string };

export function writeWhen(when: When, signals: readonly Signal[]): string {
  const write = (part: When, inside: 'and' | 'or' | null): string => {
    if (part.op === 'signal') return phrase(part.signal, true);
    if (part.op === 'not') return part.of.op === 'signal' ? phrase(part.of.signal, false) : `not (${write(part.of, null)})`;
    const text = part.of.map((child) => write(child, part.op)).join(` ${part.op} `);
    return inside ? `(${text})` : text;
  };
  const phrase = (id: string, on: boolean): string => {
    const signal = signals.find((candidate) => candidate.id === id);
    return signal ? `${signal.name} ${stateWord(signal, on)}` : id;
  };
  return write(when, null);
}

const ON_WORDS = ['on', 'closed', 'live'];
const OFF_WORDS = ['off', 'open', 'dead'];

export function readWhen(text: string, signals: readonly Signal[]): WhenRead {
  const names = signals
    .map((signal) => ({ id: signal.id, name: signal.name.trim().toLowerCase() }))
    .sort((a, b) => b.name.length - a.name.length);
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
    if (++depth > 12) fail('Too many brackets inside one another.');
    const read = list('or', () => list('and', factor));
    depth--;
    return read;
  };
  const factor = (): When => {
    skip();
    if (text[at] === '(') {
      at++;
      const inner = clause();
      skip();
      if (text[at] !== ')') fail('A bracket is not closed.');
      at++;
      return inner;
    }
    const named = names.find(({ name }) => wordAt(name));
    if (!named) {
      if (take('not')) {
        if (++depth > 12) fail('Too many *not* in a row.');
        const inner = factor();
        depth--;
        return { op: 'not', of: inner };
      }
      return fail(
        at >= text.length
          ? 'The name of a signal is missing here.'
          : `No signal is called “${text
              .slice(at)
              .split(/\s+(?:is|and|or)\b|[()]/)[0]!
              .trim()}”.`,
      );
    }
    at += named.name.length;
    const signal: When = { op: 'signal', signal: named.id };
    if (!take('is')) return signal;
    if (ON_WORDS.some(take)) return signal;
    if (OFF_WORDS.some(take)) return { op: 'not', of: signal };
    return fail('After “is” comes on, off, closed or open.');
  };

  try {
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
