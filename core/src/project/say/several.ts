/** Several sentences at once, each of which is a job of its own. */
import type { Design } from '../schema.ts';
import { type Answers, type Heard, VERB } from './heard.ts';

/** A sentence of a text: where it begins there, and what stood for a word of it that the one before explains. */
export interface Part {
  readonly at: number;
  readonly text: string;
}

const WHENEVER = String.raw`(?:whenever|when|while|if|as long as|unless)`;
/** *If the wire breaks* is a turn of the sentence before. */
const NO_LOSS = String.raw`(?!(?:a |the |its |any |it )*(?:(?:signal|control|sensor) )?(?:signal|control|sensor|wire|cable|lead)s? (?:is |are |gets? )?(?:breaks?|broken|lost|cut|fails?|comes? off|goes))`;
/** What begins a sentence of its own: a condition, or a verb with a thing behind it. */
const BEGINS = String.raw`(?:and |then )*(?:${WHENEVER} ${NO_LOSS}|(?:never|do not|don't) |(?:please )?(?:charge|${VERB.source}) (?!it\b|on\b))`;
const ENDS = new RegExp(String.raw`[.;]\s+(?=${BEGINS})`, 'gi');
/** *… and ring a bell when it is above 260 °C*: a second thing with a condition of its own, behind one that has its own. */
const AND = new RegExp(
  String.raw`,? and (?=(?:${VERB.source}) (?:a|an|the|my|two|three|four|\d)(?:[^,;.]|\.\d)*? ${WHENEVER} ${NO_LOSS})`,
  'gi',
);
/** What says by itself when a thing runs. */
const SAYS_WHEN = new RegExp(
  String.raw`\b${WHENEVER}\b|\bfor [^,;.]+ every\b|\b(?:heat|warm|keep|hold)\b.* (?:to|at) [\d.,]+ ?(?:°|degrees|c\b|f\b)|\b(?:never|flash|blink)\b|\b(?:voltage[- ]sens(?:ing|itive)|split[- ]charge) relay\b|\bwith (?:a|an|the|my) [a-z ]*(?:switch|button|key|ignition|lever)\b`,
  'i',
);
const LEADS = new RegExp(String.raw`^\s*(?:and |then )*${WHENEVER}\b`, 'i');

function cut(text: string, from: number, marks: RegExp, isCut: (before: string, after: string) => boolean): Part[] {
  const parts: Part[] = [];
  let begun = 0;
  for (const mark of text.matchAll(marks)) {
    const next = mark.index + mark[0].length;
    if (!isCut(text.slice(begun, mark.index), text.slice(next))) continue;
    parts.push({ at: from + begun, text: text.slice(begun, mark.index) });
    begun = next;
  }
  return [...parts, { at: from + begun, text: text.slice(begun) }];
}

/**
 * The sentences of a text. Behind *when …, run a fan* another thing *when …* is no sentence of its own: nobody knows whether the first
 * condition stands for it too.
 */
export function sentencesOf(text: string): Part[] {
  const whole = cut(text, 0, ENDS, (before, after) => SAYS_WHEN.test(before) && SAYS_WHEN.test(after));
  return whole.flatMap(({ at, text: one }) => cut(one, at, AND, (before) => SAYS_WHEN.test(before) && !LEADS.test(before)));
}

/** *It is above 260 °C*, of what is heated, where a sentence before says what that is. */
const IT = new RegExp(
  String.raw`\b(${WHENEVER} )it(?= (?:is |gets |goes |rises |falls )*(?:above|over|below|under) -?[\d.,]+ ?(?:°|degrees|c\b|f\b))`,
  'i',
);

/** What was answered to a sentence's own blanks, and what of the whole text is left out. */
const answersOf = (answers: Answers, of: string): Answers =>
  Object.fromEntries(
    Object.entries(answers).flatMap(([key, value]) =>
      key.startsWith(of) ? [[key.slice(of.length), value]] : key.startsWith('leave ') ? [[key, value]] : [],
    ),
  );

/** Reads each of several sentences, the later ones on the page that the first ones make. */
export function hearSeveral(
  parts: readonly Part[],
  design: Design | null,
  answers: Answers,
  hearOne: (text: string, design: Design | null, answers: Answers) => Heard,
  pageOf: (heard: Heard) => Design | null,
): Heard {
  const heard: Heard[] = [];
  let page = design;
  let isWhole = true;
  for (const [index, { at, text }] of parts.entries()) {
    const of = `${index + 1}: `;
    const own = index === 0 ? answers : answersOf(answers, of);
    const it = index > 0 && heard[0]!.name !== '' ? IT.exec(text) : null;
    const subject = `the ${heard.at(-1)?.name.toLowerCase() ?? ''} temperature`;
    const from = it ? it.index + it[1]!.length : text.length;
    const read = hearOne(it ? `${text.slice(0, from)}${subject}${text.slice(from + 'it'.length)}` : text, page, own);
    const longer = it ? subject.length - 'it'.length : 0;
    // Back to where it stands in the text that was typed.
    const inText = (place: number) => at + (place <= from ? place : Math.max(from, place - longer));
    const stood = <T extends { readonly at: number; readonly end: number }>(stretch: T): T => ({
      ...stretch,
      at: inText(stretch.at),
      end: inText(stretch.end),
    });
    heard.push({
      ...read,
      told: read.told.map(stood),
      unclear: read.unclear.map(stood),
      // What a page leaves to say that is not made yet nobody can ask.
      blanks: isWhole ? (index === 0 ? read.blanks : read.blanks.map((blank) => ({ ...blank, key: `${of}${blank.key}` }))) : [],
    });
    isWhole &&= read.add !== null;
    if (read.add) page = page ? read.add(page) : pageOf(read);
  }
  const [first] = heard;
  return {
    told: heard.flatMap(({ told }) => told),
    unclear: heard.flatMap(({ unclear }) => unclear),
    blanks: heard.flatMap(({ blanks }) => blanks),
    assumed: [...new Set(heard.flatMap(({ assumed }) => assumed))],
    add: isWhole ? (onto) => heard.reduce((made, { add }) => add!(made), onto) : null,
    namesRelay: heard.flatMap(({ namesRelay }) => namesRelay),
    variant: first!.variant,
    name: first!.name,
  };
}
