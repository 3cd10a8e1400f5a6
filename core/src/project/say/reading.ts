/** A sentence on its way through the grammar: what was taken of it, what is left, and what is still to ask. */
import type { Units } from '../../quantity/index.ts';
import type { Design } from '../schema.ts';
import { endOfClause, readClause } from './clause.ts';
import { type Answers, type Blank, type Clause, MOST_SAID, OFF_VERB, type SaidSignal, type Take, type Told } from './heard.ts';

/** A stretch of the text; what a pattern finds is one. */
interface Stretch {
  readonly at: number;
  readonly length: number;
}
/** A turn that brings a clause of its own, out of the way until the first one is read. */
export interface Aside extends Stretch {
  readonly found: RegExpExecArray;
  /** Where its clause begins and ends, and the text as it was. */
  readonly from: number;
  readonly end: number;
  readonly text: string;
}

/** The verb that reads as any other. */
const RUN = 'run';

/** A state, and with no comma behind it a verb that says more than that it runs: *when the switch is on flash a lamp*. */
const UNPARTED = new RegExp(
  String.raw`\b(on|off|open|closed|pressed|pushed|pulled|released|live|dead|high|low|hot|cold|dry|wet|full|empty|dark) (?=(?:toggle|flash|blink|latch|${OFF_VERB.source}) (?:the|an?|my|both|all|two|three|four|\d)\b)`,
  'g',
);

export class Reading {
  /** The same length as what was typed, so that places in it are places in that. */
  readonly lower: string;
  readonly told: Told[] = [];
  readonly blanks: Blank[] = [];
  readonly assumed: string[] = [];
  readonly signals: SaidSignal[] = [];
  /** What is left to read; what was taken is blank, of the same length. */
  rest: string;
  /** The first condition, from its word to its end; -1 where there is none. */
  private condition: readonly [at: number, end: number] = [-1, -1];

  constructor(
    readonly text: string,
    readonly design: Design | null,
    readonly units: Units,
    private readonly answers: Answers,
  ) {
    this.lower = text
      .slice(0, MOST_SAID)
      .replace(/[A-Z]/g, (letter) => letter.toLowerCase())
      .replace(/\s/g, ' ')
      .replace(/[’‘]/g, "'")
      .replace(UNPARTED, '$1,');
    this.rest = this.lower;
  }

  readonly take: Take = (at, length, as, means) => {
    this.told.push({ at, end: at + length, as, means });
    this.hide(at, length);
  };
  /** Takes what a pattern found. */
  takeFound(found: RegExpExecArray, as: Told['as'], means: string): void {
    this.take(found.index, found[0].length, as, means);
  }
  /** Out of the way of what is read next; what is not taken afterwards is put back. */
  hide(at: number, length: number): void {
    this.put(at, '\0'.repeat(length));
  }
  /** Takes a verb that adds something; what is left of it reads as *run*. */
  takeAsRun(at: number, length: number, as: Told['as'], means: string): void {
    this.take(at, length, as, means);
    this.put(at + length - RUN.length, RUN);
  }
  putBack(at: number, length: number): void {
    this.put(at, this.lower.slice(at, at + length));
  }
  put(at: number, words: string): void {
    this.rest = this.rest.slice(0, at) + words + this.rest.slice(at + words.length);
  }

  /** What a pattern finds, hidden. */
  hidden(pattern: RegExp): RegExpExecArray | null {
    const found = pattern.exec(this.rest);
    if (found) this.hide(found.index, found[0].length);
    return found;
  }
  putFoundBack(found: RegExpExecArray | null): void {
    if (found) this.putBack(found.index, found[0].length);
  }
  /** A turn with its clause, hidden together. */
  aside(found: RegExpExecArray | null): Aside | null {
    if (!found) return null;
    const { rest } = this;
    const from = found.index + found[0].length;
    const end = endOfClause(rest, found.index, from);
    this.hide(found.index, end - found.index);
    return { found, at: found.index, length: end - found.index, from, end, text: rest };
  }
  /** The clause of one, taken with its own words; put back where it is not understood. */
  clauseOf({ found, at, length, from, end, text }: Aside, means: (clause: Clause) => string): Clause | null {
    const { clause, end: read } = this.readClause(text.slice(from, end), from);
    if (!clause) this.putBack(at, length);
    else {
      this.takeFound(found, 'words', means(clause));
      this.putBack(from + read, end - from - read);
    }
    return clause;
  }

  readClause(text: string, offset: number): ReturnType<typeof readClause> {
    return readClause(text, offset, this.text, this.design, this.units, this.signals, this.take);
  }

  /** Where the first condition stands: what lies in it is no load, no supply and no device. */
  setCondition(at: number, end: number): void {
    this.condition = [at, end];
  }
  readonly outside = (at: number): boolean => at < this.condition[0] || at >= this.condition[1];
  /** What a reader finds outside of the condition. */
  found<T extends { readonly at: number }>(one: T | null): T | null {
    return one && this.outside(one.at) ? one : null;
  }
  /** What a pattern finds there. */
  match(pattern: RegExp): RegExpExecArray | null {
    const found = pattern.exec(this.rest);
    return found && this.outside(found.index) ? found : null;
  }

  /** The answer to a blank; null where there is none yet, and the blank is then to fill. */
  ask(blank: Blank): string | null {
    const answer = this.answers[blank.key];
    if (answer !== undefined && answer !== '' && (blank.choices === null || blank.choices.some(({ value }) => value === answer)))
      return answer;
    this.blanks.push(blank);
    return null;
  }
  isLeftOut(words: string): boolean {
    return this.answers[`leave ${words}`] === 'yes';
  }
}
