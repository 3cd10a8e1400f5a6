/** The condition of a sentence: *the key and the fan switch are on, or the door is open for 5 s*. */
import {
  SIGNALS,
  SUPPLY_VARIANTS,
  type Signal,
  WATCHED,
  type Watched,
  formOfSignal,
  hasSecondPole,
  isMains,
  isMomentary,
  jobOf,
  levelsOf,
  relayOf,
  restOf,
  stateWord,
} from '../../kinds/index.ts';
import { type Unit, type Units, celsius, formatQuantity } from '../../quantity/index.ts';
import { type When, remembers, signalsOf } from '../../document/index.ts';
import { auxiliaryName, withTwoPoles } from '../auxiliary.ts';
import { outputName, whyNoAuxiliary, whyNoOutput } from '../chains.ts';
import { feedOf, supplyById, supplyIdOf } from '../hangs-on.ts';
import type { Design, Job } from '../schema.ts';
import { writeWhen } from '../when-words.ts';
import { COUNT, type Clause, NUMBER, OFF_VERB, type SaidSignal, type Take, VERB, begunOf, toNumber, toSeconds } from './heard.ts';
import { BY_RADIO, CHARACTER, ofCharacter } from './phrases.ts';
import { COUNTS, MEASURED, SENSED, SIGNAL_WORDS, type SignalWord, TURNING, UNITS_WATCHED, isAside } from './words.ts';

/** Where a condition ends at the latest: where what is done begins, or where a supply, a device or a place is named. */
export function endOfClause(text: string, at: number, from: number): number {
  const after = text.slice(from);
  const before = text.slice(0, at);
  // *When the key is on, but not while the door is open, run …*: what is done still comes.
  const leads = /^[\s\0,.]*$/.test(before) || (LEADING.test(before) && !DONE.test(before));
  const found = (leads ? DOES : NAMES).exec(after);
  if (found) {
    // A state before the verb still belongs to the condition.
    const state = /^[,;.\0]|^\s*(?:then|from|through|via|at|in|inside|for)\b/.test(found[0]) ? 0 : found[0].indexOf(' ');
    return from + found.index + state;
  }
  return text.length;
}
const LEADING = /^[\s\0,.]*(?:whenever|when|while|as long as|as soon as|once|if|unless)\b/;
const DONE = new RegExp(String.raw`[,;]\s*(?:then )?(?:please )?(?:${VERB.source}|${OFF_VERB.source})\s`);
const DOES = new RegExp(
  String.raw`(?:[,;]\s*(?:then )?(?:please )?|\bthen |\b(?:on|off|open|closed|pressed|pushed|released|live|dead|high|low|hot|cold|heat) )(?:${VERB.source}|${OFF_VERB.source})\s(?!(?:is|are|or|and|gets|closes|opens)\b)|[;.](?=\s|$)`,
);
/** *The float switch in the bilge is closed*: where it is belongs to its name. */
const OF_NAME = String.raw`(?! (?:the|my|an?|its) [a-z]+(?: [a-z]+){0,2} (?:is|are|gets?|goes|closes|opens|grounds|rises|falls|drops|reaches|reads|calls|sees|senses|detects)\b)`;
/** *Plugged in*, and *is in* with nothing behind it, is a state and no place. */
const NAMES = new RegExp(
  String.raw`[;.](?=\s|$)|,?\s*\b(?:from|through|via|(?:at(?! (?:least|most)\b)|(?<!\bplugged |\b(?:is|are) (?=in\s*(?:[\0,;.]|$|and\b|or\b)))in(?! (?:switch|button|relay)\b)|inside)${OF_NAME})\b(?! a delay)`,
);

const ON = String.raw`(?:(?:closes|goes|switches|pulls) )?to ground|(?<=\b(?:is|are|gets?|goes|comes?|turns?|stays?|was|both|all|not|switched|turned) )on|on(?! (?:the|my|an?|its) )|closed|closes|live|pressed|pushed|held|pulled|high(?! beams?\b)|hot|warm|there|made|operated|charging|running|runs|up|plugged in|connected|engaged|sensed|detected|grounded|grounds|full|(?:wide|fully) open|floored|armed|(?:sees|senses|detects) (?:somebody|someone|something|anybody|movement|motion)|(?<=\b(?:is|are) )in`;
const OFF = String.raw`off|open|opens|opened|dead|released|low(?! beams?\b)|cold|gone|away|down|unplugged|disconnected|disengaged|disarmed`;
/** On which side of a level, in words. */
export const SIDE = String.raw`(above|over|below|under|[<>]|(?:faster|more|higher|hotter|warmer|colder|cooler|brighter|further|stronger|slower|less|lower|darker|nearer|closer) than)`;
/** Whether what is said is met on the fall. */
export const isBelow = (side: string): boolean => /below|under|<|slower|less|lower|colder|cooler|darker|nearer|closer/.test(side);
export const LEVEL_UNIT = String.raw`(°?[cf]|degrees?(?: [cf](?:elsius|ahrenheit)?)?|v|volts?|kpa|bars?|psi|km\/h|kph|mph|rpm|revs(?: a minute)?|%|percent|lux|lx|l\/min|lit(?:re|er)s? (?:per|a) minute|cm|m|metres?|meters?|amps?|amperes?|a(?=\s*(?:$|[,;.\0]|(?:and|or)\b)))`;
/** *The up switch is on*: behind its article a word that may be a state is a name. */
const STATE = new RegExp(
  String.raw`^((?:(?:the|an?|my|its) )*(?!(?:the|an?|my|its) )\S.*?)\s+(?:(?:is|are|gets?|goes|comes?|turns?|stays?|rises?|falls?|drops?|climbs?|reads?|has been|was) )?(not )?(?:(?:both|all) )?(?:(?:switched|turned) )?(?<!\b(?:the|an?|my|its)\s+)(?:(${ON})|(${OFF})|${SIDE} ?(-?${NUMBER}) ?${LEVEL_UNIT}?|(calls for heat|calls))(?![\w-])`,
);
const TWO_STATES = new RegExp(
  String.raw`^(?:either|both) (?!of\b)((?:(?!\b(?:and|or)\b)[^,;.\0])+?) (?:is|are|gets?|goes) [^,;.\0]+? (?:and|or) `,
);
/** Whether two clauses follow a word that may also stand before two names, or before several of a kind. */
function bindsStates(text: string): boolean {
  const found = TWO_STATES.exec(text);
  return found !== null && !MANY.test(found[1]!);
}
/** *Are both off*: of all that are named before it. */
const OF_EACH = /\b(?:is|are|gets?|goes|comes?|turns?|stays?) (?:not )?(both|all) (?=\S+(?: \S+)?$)/;
/** *The key and the fan switch disagree*, and what they are put as. */
const ALIKE =
  /^((?:the |my |an? )?[a-z][a-z -]*? and (?:the |my |an? )?[a-z][a-z -]*?) (?:(disagree|differ|are (?:different|unequal|not (?:the same|alike)))|agree|are (?:the same|alike|equal))(?![\w-])/;
const BETWEEN = new RegExp(
  String.raw`^((?:(?:the|an?|my|its) )*\S.*?) (?:is|are|stays?|lies|reads?) (not )?between (-?${NUMBER}) ?${LEVEL_UNIT}? (?:and|to) (-?${NUMBER}) ?${LEVEL_UNIT}?(?![\w-])`,
);
/** *And below 30 °C*, of what was measured before it. */
const ONLY_LEVEL = new RegExp(String.raw`^${SIDE} -?${NUMBER} ?${LEVEL_UNIT}?(?![\w-])`);
const BY_HAND =
  /^(?:i|we|you|one|somebody|someone|anybody) (press(?:es)?|push(?:es)?|holds?|releases?|flips?|turns? on|switch(?:es)? on|pulls?) (?:the |a |my )?((?:[a-z]+ ){0,3}(?:button|switch|lever|pedal))(?![\w-])/;
/** *The alarm contact of the controller closes above 230 °C*. */
const ALARM_AT = new RegExp(
  String.raw`^(?:the |an? |my |its )?((?:[a-z]+(?:'s|’s)? )?alarm (?:contact|output|relay)(?: of (?:the |my )?(?:[a-z]+ )?[a-z]+)?) (?:closes|is closed|pulls in|(?:comes|is|goes) on|is made|switches),? (?:at|above|over) (${NUMBER}) ?(${LEVEL_UNIT})(?![\w-])`,
);
/** *The machine gives 5 V*, and what such a lead is good for (from memory, to be read on it), A. */
const GIVES = /^(?:the |my |a )?([a-z][a-z ]*?) (?:gives|sends|puts out) (5|9|12|24|36|48) ?v(?:olts?)?(?![\w-])/;
const LEAD_A = 0.2;
/** *And the stop button is not*: the state that was said before. */
const IS_NOT = /^(.*?)\s+(?:is|are) not(?=\s*(?:$|[,;.\0)]|(?:and|or)\b))/;
/** As though it had been said in full. */
function stateIn(text: string): RegExpExecArray | null {
  const found = STATE.exec(text);
  const short = IS_NOT.exec(text);
  if (!short || (found && found[0].length <= short[0].length)) return found;
  const state = /\bbutton\b/.test(short[1]!) ? 'pressed' : 'on';
  return Object.assign([short[0], short[1]!, 'not ', state], { index: 0, input: text }) as unknown as RegExpExecArray;
}
/** At most one of them: of no two are both so. */
const noTwo = (of: readonly Clause[]): Clause[] =>
  of.flatMap((one, at) => of.slice(at + 1).map((other): Clause => ({ op: 'not', of: { op: 'and', of: [one, other] } })));
const exactlyOne = (of: readonly Clause[]): Clause => ({ op: 'and', of: [{ op: 'or', of }, ...noTwo(of)] });
/** So many of them or more. */
const atLeast = (count: number, of: readonly Clause[]): Clause => {
  const groups = (from: number, left: number): Clause[][] =>
    left === 0 ? [[]] : of.flatMap((one, at) => (at < from ? [] : groups(at + 1, left - 1).map((rest) => [one, ...rest])));
  const all = groups(0, count).map((group): Clause => ({ op: 'and', of: group }));
  return all.length === 1 ? all[0]! : { op: 'or', of: all };
};
/** Two of two are all of them, and not what is said so. */
const two = (of: readonly Clause[], exactly: boolean): Clause | null =>
  of.length < 3 ? null : exactly ? { op: 'and', of: [atLeast(2, of), { op: 'not', of: atLeast(3, of) }] } : atLeast(2, of);
const OF_THOSE: readonly (readonly [said: RegExp, means: string, (of: readonly Clause[]) => Clause | null])[] = [
  [/^(?:exactly|only|just|precisely) one of (?!them\b)/, 'one of them alone', exactlyOne],
  [/^at most one of (?!them\b)/, 'one of them or none', (of) => (of.length === 2 ? noTwo(of)[0]! : { op: 'and', of: noTwo(of) })],
  [/^(?:at least one|one or more) of (?!them\b)/, 'any of them', (of) => ({ op: 'or', of })],
  [/^(?:any|at least) two of (?!them\b)|^two or more of (?!them\b)/, 'two of them or more', (of) => two(of, false)],
  [/^(?:exactly|only|just|precisely) two of (?!them\b)/, 'two of them, no more', (of) => two(of, true)],
  [/^none of (?!them\b)/, 'none of them', (of) => ({ op: 'not', of: { op: 'or', of } })],
];
const NOT_BOTH = /^[,\s]*(?:but|and) not both(?: of them)?(?![\w-])/;
const AFTER = new RegExp(
  String.raw`^ ?(?:for(?: (?:longer|more) than| at least)?|after(?: a delay of)?) (${COUNT}) ?(seconds?|secs?|s|minutes?|mins?|min|hours?|h)\b`,
);
/** *And keep them on for 3 minutes*, with no word of what that is counted from. */
const KEPT = new RegExp(
  String.raw`^,? ?(?:and )?(?:then )?(?:keep|leave|hold)s? (?:it|them)(?: on| running| lit)? for (${COUNT}) ?(seconds?|secs?|s|minutes?|mins?|min|hours?|h)\b(?! (?:after|longer))`,
);
const STAYING = new RegExp(
  String.raw`^,? ?(?:(?:and|staying|stays|keeps?|then) )*(?:(?:it|on|stays?|staying|keeps?|and) )*(?:for|until) (?:another )?(${COUNT}) ?(seconds?|secs?|s|minutes?|mins?|min|hours?|h)\b ?(?:after(?:wards)?|longer)`,
);

/** What of the text is a clause, and where that ends; null where it begins with none. `typed` has names as they were typed. */
export function readClause(
  text: string,
  offset: number,
  typed: string,
  design: Design | null,
  units: Units,
  signals: SaidSignal[],
  take: Take,
): { readonly clause: Clause | null; readonly end: number } {
  let at = 0;
  const skip = () => {
    while (at < text.length && /[\s,\0]/.test(text[at]!)) at++;
  };
  const word = (wanted: string) => {
    skip();
    if (!text.startsWith(wanted, at) || /[\w-]/.test(text[at + wanted.length] ?? '')) return false;
    take(offset + at, wanted.length, 'words', '');
    at += wanted.length;
    return true;
  };
  /** Takes what a pattern finds here. */
  const said = (pattern: RegExp, means: string): boolean => {
    skip();
    const found = pattern.exec(text.slice(at));
    if (!found) return false;
    take(offset + at, found[0].length, 'words', means);
    at += found[0].length;
    return true;
  };
  const list = (op: 'and' | 'or', item: () => Clause | null): Clause | null => {
    const parts: Clause[] = [];
    do {
      const part = item();
      if (!part) return null;
      parts.push(part);
      // *The key is on but the door is closed*: both.
      // *Or when the manual switch is on*: its word once more.
    } while (
      op === 'or'
        ? word(op) && (word('when') || word('while') || word('if') || true)
        : !NOT_BOTH.test(text.slice(at)) && (word(op) || word('but'))
    );
    if (op === 'or' && parts.length === 2 && said(NOT_BOTH, 'one of them alone')) return exactlyOne(parts);
    return parts.length === 1 ? parts[0]! : { op, of: parts };
  };
  const typedAs = (name: string): string => {
    const found = text.indexOf(name, at);
    return found < 0 ? name : typed.slice(offset + found, offset + found + name.length);
  };
  let depth = 0;
  const clause = (): Clause | null => {
    if (++depth > 8) return null;
    const read = list('or', () => list('and', factor));
    depth--;
    return read;
  };
  /** *Neither the door nor the hatch is open*: read as *or*, and none of it is so. */
  const none = (): Clause | null => {
    const nors = [...text.matchAll(/\bnor\b/g)].map(({ index }) => index);
    if (!nors.some((index) => index > at)) return null;
    const joins = new Set(nors);
    text = text.replace(/\bnor\b/g, ' or');
    const parts: Clause[] = [];
    const joined = () => {
      if (!joins.has(at - 1)) return false;
      take(offset + at - 1, 1, 'words', '');
      return word('or');
    };
    do {
      const part = factor();
      if (!part) return null;
      parts.push(part);
      skip();
    } while (joined());
    const [only, ...more] = parts;
    if (only?.op === 'delay' && more.length === 0) return { ...only, of: { op: 'not', of: only.of } };
    // How long one of several is so, and none of them, is nothing that one would guess.
    return parts.some(({ op }) => op === 'delay') ? null : { op: 'not', of: more.length === 0 ? only! : { op: 'or', of: parts } };
  };
  /** *Exactly one of*, *none of*: what is said of all that is listed behind it. */
  const counted = () => {
    return OF_THOSE.find(([pattern, means]) => said(pattern, means))?.[2] ?? null;
  };
  const delayed = (of: Clause, passes = false): Clause => {
    let [onS, offS] = [0, 0];
    for (const [pattern, set] of [
      [STAYING, (seconds: number) => (offS = seconds)],
      [KEPT, (seconds: number) => (offS = seconds)],
      [AFTER, (seconds: number) => (onS = seconds)],
      [STAYING, (seconds: number) => (offS = seconds)],
    ] as const) {
      const found = pattern.exec(text.slice(at));
      if (!found || (pattern === STAYING && offS > 0)) continue;
      // *When somebody moves for 2 minutes*: nobody moves so long; it is how long what is done lasts.
      if (passes && pattern === AFTER && /^ ?for \S+ /.test(found[0]) && !/\b(?:longer|more|least)\b/.test(found[0])) continue;
      const seconds = toSeconds(found[1]!, found[2]!);
      set(seconds);
      take(offset + at, found[0].length, 'delay', pattern === AFTER ? `after ${seconds} s` : `stays on ${seconds} s`);
      at += found[0].length;
    }
    return onS > 0 || offS > 0 ? { op: 'delay', of, onS, offS } : of;
  };
  /** *Somebody moves*, *it is dark*, *the phone sends A*: a sensor that nobody named. */
  const sensor = (): Clause | null => {
    skip();
    const sent = CHARACTER.exec(text.slice(at));
    if (sent) {
      const end = at + sent[0].replace(/['"“”]$/, '').length;
      const letter = typed.slice(offset + end - 1, offset + end);
      const pin = { ...ofCharacter(letter, null), ...(BY_RADIO.test(sent[0]) ? { byRadio: true as const } : {}) };
      if (!signals.some(({ name }) => name === pin.name)) signals.push(pin);
      take(offset + at, sent[0].length, 'signal', `a pin of a board that the character ${letter} of the link sets`);
      at += sent[0].length;
      return { op: 'signal', name: pin.name };
    }
    const gives = GIVES.exec(text.slice(at));
    if (gives && SUPPLY_VARIANTS.some(({ key }) => key === `adapter-${gives[2]}`)) {
      const [whole, of, volt] = gives;
      const name = `${typedAs(of!)} lead`;
      const from = { variant: `adapter-${volt}`, name: `${typedAs(of!)}’s ${volt} V` };
      if (!signals.some((other) => other.name === name))
        signals.push({ name, id: null, nature: 'feed', begins: { keyOn: false, limitA: LEAD_A }, from });
      take(offset + at, whole.length, 'signal', `a lead of the ${of} that is live with ${volt} V`);
      at += whole.length;
      return delayed({ op: 'signal', name });
    }
    for (const { said, name, isOff, word: known } of SENSED) {
      const found = said.exec(text.slice(at));
      if (!found) continue;
      if (!signals.some((other) => other.name === name)) signals.push({ name, id: null, nature: known.nature, begins: known.begins ?? {} });
      take(offset + at, found[0].length, 'signal', isOff ? `${known.means}, open` : known.means);
      at += found[0].length;
      const plain: Clause = { op: 'signal', name };
      return delayed(isOff ? { op: 'not', of: plain } : plain, known.begins?.action === 'momentary');
    }
    return null;
  };
  /** *The alarm contact closes above 230 °C*: by its level, as any sensor. */
  const alarm = (): Clause | null => {
    skip();
    const found = ALARM_AT.exec(text.slice(at));
    if (!found) return null;
    const [whole, name, level, unit] = found;
    const rest = ` is above ${level} ${unit}`;
    return instead(whole.length, `${name}${rest}`, `${typedAs(name!)}${rest}`);
  };
  /** *I press the button*. */
  const byHand = (): Clause | null => {
    skip();
    const found = BY_HAND.exec(text.slice(at));
    if (!found) return null;
    const [whole, does, name] = found;
    const from = offset + at + whole.length - name!.length;
    const state = /^(?:press|push|hold)/.test(does!) ? 'is pressed' : /^release/.test(does!) ? 'is released' : 'is on';
    const means: string[] = [];
    const named = typed.slice(from, from + name!.length);
    const read = readClause(`${name} ${state}`, 0, `${named} ${state}`, design, units, signals, (_, __, ___, words) => means.push(words));
    if (!read.clause) return null;
    take(offset + at, whole.length, 'signal', means.filter(Boolean).join('; '));
    at += whole.length;
    return delayed(read.clause);
  };
  /** What is meant, said in full: taken as one stretch. */
  const instead = (length: number, full: string, named: string, how?: string): Clause | null => {
    const means: string[] = how === undefined ? [] : [how];
    const read = readClause(full, 0, named, design, units, signals, (_, __, as, words) => (as === 'words' ? 0 : means.push(words)));
    if (!read.clause || read.end !== full.length) return null;
    take(offset + at, length, 'signal', means.filter(Boolean).join('; '));
    at += length;
    return delayed(read.clause);
  };
  /** What a level was said of last. */
  let measured = '';
  /** A name that no sensor of another level has. */
  const nameOfLevel = (called: string, { begins }: Pick<SaidSignal, 'begins'>): string => {
    const same = (said: SaidSignal) => said.id === null && JSON.stringify(said.begins) === JSON.stringify(begins);
    for (let nth = 1; ; nth++) {
      const name = nth === 1 ? called : `${called} ${nth}`;
      const lower = name.toLowerCase();
      if (design?.signals.some((other) => other.name.toLowerCase() === lower)) continue;
      const said = signals.find((other) => other.name.toLowerCase() === lower);
      if (!said || same(said)) return name;
    }
  };
  /** *It is between 20 and 30 °C*: above one level and below another. */
  const within = (): Clause | null => {
    const found = BETWEEN.exec(text.slice(at));
    if (!found) return null;
    const [whole, name, not, low, lowUnit, high, highUnit] = found;
    const unit = highUnit ?? lowUnit ?? '';
    if (toNumber(low!) >= toNumber(high!) && (lowUnit ?? unit) === unit) return null;
    const rest = ` is above ${low} ${lowUnit ?? unit} and ${name} is below ${high} ${unit}`.trimEnd();
    const typedName = typed.slice(offset + at, offset + at + name!.length);
    measured = name!;
    const read = instead(whole.length, `${name}${rest}`, `${typedName}${rest.replace(`and ${name} is`, `and ${typedName} is`)}`);
    return read && not !== undefined ? { op: 'not', of: read } : read;
  };
  /** *Above 20 °C and below 30 °C*: of the same thing. */
  const andLevel = (): Clause | null => {
    const found = measured === '' ? null : ONLY_LEVEL.exec(text.slice(at));
    return found && instead(found[0].length, `${measured} is ${found[0]}`, `${measured} is ${found[0]}`);
  };
  /** *The key and the fan switch disagree*: one of them alone. */
  const alike = (): Clause | null => {
    const found = ALIKE.exec(text.slice(at));
    if (!found) return null;
    const [whole, names, differ] = found;
    const typedNames = typed.slice(offset + at, offset + at + names!.length);
    const how = differ === undefined ? 'all of them, or none' : 'one of them alone';
    const read = instead(whole.length, `exactly one of ${names} is on`, `exactly one of ${typedNames} is on`, how);
    return read && differ === undefined ? { op: 'not', of: read } : read;
  };
  /** *The pump runs*: what another job of the project says by now. */
  const ofJob = (): Clause | null => {
    const named = ownJob(text.slice(at), design);
    if (!named) return null;
    const contact = CONTACT_STATE.exec(text.slice(at + named.length));
    const found = contact ?? JOB_STATE.exec(text.slice(at + named.length));
    if (!found) return null;
    const stands = (found[2] !== undefined) !== (found[1] !== undefined) ? 'off' : 'on';
    /** Named by a signal that the job makes: what its contact switches, or a small one on its contactor. */
    const by = (nature: 'feed' | 'auxiliary', name: string, begins: SaidSignal['begins'], means: string): Clause => {
      const known = design!.signals.find((signal) => signal.nature === nature && jobOf(signal) === named.job.id);
      const called = known?.name ?? name;
      if (!signals.some((one) => one.name === called))
        signals.push({ name: called, id: known?.id ?? null, nature, begins: { ...begins, ofJob: named.job.id } });
      const length = named.length + found[0].length;
      take(offset + at, length, 'signal', means);
      at += length;
      const made: Clause = { op: 'signal', name: called };
      return delayed({ ...(stands === 'off' ? { op: 'not', of: made } : made), asJob: { job: named.job.id, on: stands === 'on' } });
    };
    // A contact on the side of its contactor: where that is said, or where its own is the mains’ and nothing else is.
    const small = AUXILIARY_STATE.test(text.slice(at + named.length));
    const apart = small || ((contact || isItsRelay(named.job)) && isMains(supplyById(design!, supplyIdOf(design!, named.job))));
    const second = small ? withTwoPoles(design!, named.job)?.relay : undefined;
    if (apart && (second || whyNoAuxiliary(design!, named.job) === null)) {
      const { device } = named.job;
      const isPole = second !== undefined || (device.kind === 'relay' && hasSecondPole(relayOf(design!, device.part)!));
      const of = isPole
        ? `the second pole of the relay of ${named.job.name}`
        : `an auxiliary contact on the contactor of ${named.job.name}`;
      const becomes = second ? `; that relay becomes one with two poles: ${second.name}` : '';
      const how = `closed while that is ${stands === 'on' ? 'in' : 'out'}: its main contacts stay that one’s${becomes}`;
      return by('auxiliary', auxiliaryName(named.job), {}, `${of}, ${how}`);
    }
    // Its contact is one that more can hang on; what remembers must not be remembered twice.
    const hangs = (contact || isItsRelay(named.job)) && stands === 'on';
    if ((hangs || remembers(named.job.when)) && whyNoOutput(design!, named.job) === null)
      return by(
        'feed',
        outputName(named.job),
        { keyOn: false },
        `what the contact of ${named.job.name} switches feeds it, behind a fuse of its own`,
      );
    // It runs on what feeds it, too.
    const feed = feedOf(design!, named.job)?.id;
    const runs: When =
      feed === undefined || signalsOf(named.job.when).includes(feed)
        ? named.job.when
        : { op: 'and', of: [{ op: 'signal', signal: feed }, ...(named.job.when.op === 'and' ? named.job.when.of : [named.job.when])] };
    const of = clauseOf(runs, design!);
    // What it remembers is its own: a second memory beside it could say otherwise.
    if (!of) return null;
    for (const id of signalsOf(runs)) {
      const { name } = design!.signals.find((signal) => signal.id === id)!;
      if (!signals.some((known) => known.id === id)) signals.push({ name, id, nature: null, begins: {} });
    }
    const isOff = stands === 'off';
    const length = named.length + found[0].length;
    const words = writeWhen(isOff ? { op: 'not', of: runs } : runs, design!.signals);
    take(
      offset + at,
      length,
      'signal',
      `as the sentence of ${named.job.name} says today, and asked from now on whether it stays so: ${words}`,
    );
    at += length;
    return delayed({ ...(isOff ? { op: 'not', of } : of), asJob: { job: named.job.id, on: !isOff } });
  };
  /** *One of the two doors*, *any of the three switches*. */
  const oneOf = (): boolean => said(ONE_OF, '');
  /** *Any door is open*: their switches side by side are one signal. */
  const anyDoor = (): boolean => said(ANY_DOOR, 'one switch, or those of several side by side:');
  const factor = (): Clause | null => {
    skip();
    if (text[at] === '(') {
      take(offset + at, 1, 'words', '');
      at++;
      const inner = clause();
      skip();
      if (!inner || text[at] !== ')') return null;
      take(offset + at, 1, 'words', '');
      at++;
      return delayed(inner);
    }
    if (word('not')) {
      const of = factor();
      return of && { op: 'not', of };
    }
    if (said(/^neither(?![\w-])/, 'none of them')) return none();
    const count = counted();
    if (count) {
      const of = factor();
      return of && (of.op === 'and' || of.op === 'or') ? count(of.of) : null;
    }
    const sensed = sensor() ?? alarm() ?? byHand() ?? within() ?? andLevel() ?? alike();
    if (sensed) return sensed;
    // *Either the key is on or the door is open*: each has a state of its own, and they belong together.
    if (bindsStates(text.slice(at))) return word('either') ? list('or', factor) : word('both') ? list('and', factor) : null;
    const any = anyDoor() ? false : oneOf() || (word('either') && (word('of'), true));
    const all = word('both');
    skip();
    const job = ofJob();
    if (job) return job;
    const named = ownSignal(text.slice(at), design);
    const alone = named && stateIn(`it${text.slice(at + named.length)}`);
    // A known name whose state follows at once is that signal; more of them, or one with another word behind it, are read as any.
    const own = alone?.[1] === 'it' && !all && !any ? named : null;
    const found = own ? alone! : stateIn(text.slice(at));
    if (!found) return null;
    const length = own ? found[0].length - 2 + own.length : found[0].length;
    const listed = own ? ['it'] : found[1]!.split(/\s*(?:,\s*)?\b(and|or)\b\s*|\s*,\s*/).filter((part) => part !== undefined);
    const each = OF_EACH.exec(found[0])?.[1];
    const names = listed.length === 1 && !own ? severalOf(listed[0]!, all || each === 'both', any) : listed;
    if (!names || (each !== undefined && (names.length < 2 || names.includes('or')))) return null;
    const [, , negated, saidOn, saidOff, side, level, unit, calls] = found;
    // *Opens* and *closes* say what it does: how it stands then is open, closed.
    const [on, off] = [saidOn, saidOff].map((state) => state?.replace(/^(?:opens|opened)$/, 'open').replace(/^closes$/, 'closed'));
    // *The key or the door is open*: of a door it means on, of a switch off. Said of both it is neither.
    if (
      /^(?:open|closed)$/.test(on ?? off ?? '') &&
      !own &&
      new Set(names.filter((one) => !/^(?:and|or)$/.test(one)).map(standsOpen)).size > 1
    )
      return null;
    const reads: Clause[] = [];
    let op: 'and' | 'or' = 'and';
    const means: string[] = [];
    for (const part of names) {
      if (part === 'and' || part === 'or') {
        op = part;
        continue;
      }
      // *It is below 5 °C*: of the air.
      const name =
        side !== undefined && !own
          ? measuredName(part.replace(ARTICLES, '').trim(), part === 'it', unit)
          : part.replace(ARTICLES, '').trim();
      const known = own ?? knownAs(name, design);
      if (side !== undefined && known && levelsOf(known.signal) === null) return null;
      // A sensor has one level: another that is said of the same thing is another sensor, and no other number of this one.
      const mine = side === undefined || !known || isItsLevel(known, side, level, unit, units) ? known : null;
      const plainName = known?.name ?? name;
      // A stop button is a thing, and no word that turns the meaning.
      if (!name || (!known && (isAside(name) || TURNING.test(name.replace(/\bstop (?=button|switch)/, ''))))) return null;
      const word = SIGNAL_WORDS.find(({ words }) => words.test(plainName));
      const typedName = known?.signal.name ?? typedAs(name);
      // What opens is no contact: its switch is the signal, and that closes.
      const called = word?.opens && !/switch/.test(plainName) ? `${typedName} switch` : typedName;
      const made = mine ? null : newSignal(plainName, word, side, level, unit, calls !== undefined, on ?? off ?? '', units);
      if (side !== undefined && !mine && !made) return null;
      const begins = { ...NOTHING, ...made };
      const signal: SaidSignal = mine
        ? { name: mine.name, id: mine.signal.id, nature: null, begins: {} }
        : { ...begins, name: side === undefined ? called : nameOfLevel(called, begins), id: null };
      if (side !== undefined) measured = plainName;
      if (!signals.some((other) => other.name === signal.name)) signals.push(signal);
      const plain: Clause = { op: 'signal', name: signal.name };
      // A door is on while it stands open; a contact is off.
      const turned = !mine && word?.opens === true && /^(?:open|closed)$/.test(on ?? off ?? '');
      // *Are not both on*: not all of them, of which each is said as it is.
      const isOff = ((off !== undefined) !== turned) !== (negated !== undefined && each === undefined);
      reads.push(isOff ? { op: 'not', of: plain } : plain);
      // Said back as the app will say it, so that an *open* that was meant otherwise is seen.
      const begun = mine?.signal ?? begunOf(signal);
      const kind = mine
        ? 'of this project'
        : begun === null
          ? 'a signal'
          : signal.nature === word?.nature
            ? word!.means
            : SIGNALS[begun.nature].title;
      // A number is said back too, so that one sees which unit it was taken for.
      const levels = begun && side !== undefined ? levelsOf(begun) : null;
      const said = levels
        ? `, closes at ${formatQuantity(levels.closesAt, levels.unit, units)} and opens at ${formatQuantity(levels.opensAt, levels.unit, units)}`
        : '';
      means.push(begun === null ? kind : `${kind}: ${begun.name} ${stateWord(begun, !isOff)}${said}`);
    }
    take(offset + at, length, 'signal', means.join('; '));
    at += length;
    const notBoth = op === 'or' && reads.length > 1 ? NOT_BOTH.exec(text.slice(at)) : null;
    if (notBoth) {
      take(offset + at, notBoth[0].length, 'words', 'one of them alone');
      at += notBoth[0].length;
      return delayed(exactlyOne(reads));
    }
    const together: Clause = reads.length === 1 ? reads[0]! : { op, of: reads };
    return delayed(negated !== undefined && each !== undefined ? { op: 'not', of: together } : together);
  };
  const read = clause();
  // A comma that nothing followed is not its own.
  return { clause: read, end: text.slice(0, at).trimEnd().replace(/,$/, '').length };
}

const ARTICLES = /^(?:(?:the|a|an|my|its|both|either) )+/;
/** Whether it is on while it stands open. */
const standsOpen = (name: string): boolean => SIGNAL_WORDS.find(({ words }) => words.test(name))?.opens === true;
/** A signal of the project that is called just so. */
function knownAs(name: string, design: Design | null): { readonly signal: Signal; readonly name: string } | null {
  const signal = design?.signals.find((one) => one.name.toLowerCase() === name);
  return signal ? { signal, name } : null;
}

/** *The pump’s relay is in*, *the pump output is live*: its contact itself. */
const CONTACT_STATE =
  /^(?:(?:['’]s)? (?:relay|contactor)(?:(?:['’]s)? (?:output|(?:(?:auxiliary|aux|helper|free|spare) )?contact))?|(?:['’]s)? (?:output|(?:(?:auxiliary|aux|helper|free|spare) )?contact)) (?:(?:is|are|has) )?(not )?(?:(?:switched|turned|pulled) )?(?:on|live|in|closed|energi[sz]ed|(off|dead|out|open|released))(?![\w-])/;
/** *The main contactor's auxiliary contact is closed*: a small one of its own beside what it switches. */
const AUXILIARY_STATE = /^(?:(?:['’]s)? (?:relay|contactor))?(?:['’]s)? (?:auxiliary|aux|helper|free|spare) contact(?![\w-])/;
const isItsRelay = ({ name }: Job): boolean => /\b(?:relay|contactor)$/i.test(name);
const JOB_STATE =
  /^ (?:(?:is|are) )?(not )?(?:(?:switched|turned) )?(?:on|running|runs?|works?|in|charging|(?:being )?charged|(off|out|at rest|released))(?![\w-])/;
/** A job of the project whose name the text begins with, with its article. */
function ownJob(text: string, design: Design | null) {
  const article = /^(?:(?:the|a|an|my) )?/.exec(text)![0].length;
  const named = (design?.jobs ?? [])
    .map((job) => ({ job, length: article + job.name.length }))
    .filter(
      ({ job }) =>
        text.startsWith(job.name.toLowerCase(), article) &&
        !design!.signals.some(({ name }) => name.toLowerCase() === job.name.toLowerCase()),
    )
    .sort((one, other) => other.length - one.length);
  return named[0] ?? null;
}
/** A clause of the project as what is said; null where it remembers. */
function clauseOf(when: When, design: Design): Clause | null {
  switch (when.op) {
    case 'signal':
      return { op: 'signal', name: design.signals.find(({ id }) => id === when.signal)!.name };
    case 'not':
    case 'delay': {
      const of = clauseOf(when.of, design);
      return of && { ...when, of };
    }
    case 'and':
    case 'or': {
      const of = when.of.map((part) => clauseOf(part, design));
      return of.every((part) => part !== null) ? { op: when.op, of } : null;
    }
    default:
      return null;
  }
}

/** A signal of the project whose name the text begins with, with its article. */
function ownSignal(text: string, design: Design | null): { signal: Signal; name: string; length: number } | null {
  const article = /^(?:(?:the|a|an|my) )?/.exec(text)![0].length;
  const named = (design?.signals ?? [])
    .map((signal) => ({ signal, name: signal.name.toLowerCase(), length: article + signal.name.length }))
    .filter(({ name }) => text.startsWith(name, article) && !/[\w-]/.test(text[article + name.length] ?? ''))
    .sort((one, other) => other.length - one.length);
  return named[0] ?? null;
}

/** Whether a number that is said of a sensor of the project is the one that it closes at, on that side. */
function isItsLevel(
  { signal, name }: { readonly signal: Signal; readonly name: string },
  side: string,
  level: string | undefined,
  unit: string | undefined,
  units: Units,
): boolean {
  const levels = levelsOf(signal);
  const made = newSignal(name, undefined, side, level, unit, false, '', units);
  const begun = made && begunOf({ name, id: null, ...made });
  const said = begun ? levelsOf(begun) : null;
  return (
    levels !== null &&
    said !== null &&
    said.unit === levels.unit &&
    said.closesAt === levels.closesAt &&
    said.closesAt > said.opensAt === levels.closesAt > levels.opensAt
  );
}

const COUNTED = /^(?:(?:the|my|all|of) )*(two|three|four|both)\b (?:of )?(?:the )?/;
const ANY_DOOR = /^(?:any|one) (?=(?:[a-z]+ )?(?:door|lid|hatch|tailgate|bonnet) )/;
const ONE_OF = /^(?:any|one|either) of (?=(?:the |my )?(?:two|three|four) )/;
/** Things that come several to a hand or a machine: more than one of them has to be said how many. */
const THING = '(?:button|switch|lever|pedal|sensor|thermostat|float|contact|door|lid)';
const MANY = new RegExp(String.raw`^(.*\b${THING}(?:e(?=s))?)(?:s|es)$`);
/** *Either ground switch*: two of them. */
const ONE_OF_TWO = new RegExp(String.raw`^.*\b${THING}$`);

/**
 * A name that stands for several of a kind, as those: *both buttons* are two signals, of which each must be on, or one where it says
 * *either*. Null where nobody said how many they are: one of them in place of two would run a machine by one hand.
 */
function severalOf(name: string, all: boolean, any: boolean): string[] | null {
  const counted = COUNTED.exec(name);
  const plain = (counted ? name.slice(counted[0].length) : name).replace(/^(?:(?:the|my|of) )+/, '');
  // *Two of the three* is neither all of them nor any.
  if (counted && /^(?:two|three|four|both)\b/.test(plain)) return null;
  const several = MANY.exec(plain)?.[1]!.replace(/(switch)e$/, '$1') ?? (any && !counted ? ONE_OF_TWO.exec(plain)?.[0] : undefined);
  const count = counted ? COUNTS[counted[1]!]! : all || any ? 2 : 0;
  // *Both* before one thing is a slip of some kind.
  if (several === undefined) return counted || all || any ? null : [name];
  if (count < 2) return null;
  return Array.from({ length: count }, (_, at) => [...(at > 0 ? [any ? 'or' : 'and'] : []), `${several} ${at + 1}`]).flat();
}

const NOTHING: Pick<SaidSignal, 'nature' | 'begins'> = { nature: null, begins: {} };
/** How far the other level of a sensor stands off, where only one is said: K, V, and a share. */
const HYSTERESIS = { temperature: 5, voltage: 0.5 };
const PRESSURE_SHARE = 0.2;
const WATCHED_SHARE = 0.1;
const isDegrees = (unit: string | undefined): boolean => /^(?:°?[cf]$|degrees?)/.test(unit ?? '');
/** What a unit, beside what it is said of, says that a sensor watches; null where it is of temperature, voltage or pressure. */
function watchedIn(unit: string | undefined, name: string) {
  const found = UNITS_WATCHED.find(([pattern, , , named]) => pattern.test(unit ?? '') && (!named || named.test(name)));
  return found ? { of: found[1], times: found[2] } : null;
}
/** What people call what is watched, where a thing's own name does not say so. */
const CALLED: Readonly<Record<Watched, string>> = {
  speed: 'speed',
  turns: 'speed',
  level: 'level',
  humidity: 'humidity',
  light: 'light',
  distance: 'distance',
  flow: 'flow',
  current: 'current',
};
/** What *it* is, by the unit that stands beside it. */
const UNSAID: readonly (readonly [unit: RegExp, name: string])[] = [
  [/^v/, 'battery voltage'],
  [/^(?:kpa|bar|psi)/, 'pressure'],
];
/** *It is brighter than 200 lx*, *the car is faster than 30 km/h*: of the light, of the car’s speed. */
function measuredName(name: string, isIt: boolean, unit: string | undefined): string {
  const watched = watchedIn(unit, name);
  if (!watched) return isIt ? (UNSAID.find(([pattern]) => pattern.test(unit ?? ''))?.[1] ?? 'air temperature') : name;
  return isIt
    ? CALLED[watched.of]
    : /\b(?:speed|level|humidity|light|distance|flow|current|turns|throttle)\b/.test(name)
      ? name
      : `${name} ${CALLED[watched.of]}`;
}
const PASCALS: readonly (readonly [unit: RegExp, pascal: number])[] = [
  [/^kpa/, 1e3],
  [/^bar/, 1e5],
  [/^psi/, 6894.76],
];

/** As it is written; where nothing is, as the project shows temperatures. */
const isFahrenheit = (unit: string, { temperatureUnit }: Units): boolean =>
  /f$|fahrenheit$/.test(unit) || (!/c$|celsius$/.test(unit) && temperatureUnit === 'F');

function newSignal(
  name: string,
  word: SignalWord | undefined,
  side: string | undefined,
  level: string | undefined,
  unit: string | undefined,
  calls: boolean,
  state: string,
  units: Units,
): Pick<SaidSignal, 'nature' | 'begins'> | null {
  if (calls) return { nature: 'regulator', begins: {} };
  if (side !== undefined && level !== undefined) {
    const pascal = PASCALS.find(([pattern]) => pattern.test(unit ?? ''))?.[1];
    // Fifty of what? A number that nobody said the unit of, or one in a unit of something else, is no level.
    const watched = watchedIn(unit, name);
    const plain = watched
      ? null
      : unit?.startsWith('v')
        ? 'voltage'
        : isDegrees(unit)
          ? 'temperature'
          : unit
            ? null
            : MEASURED.find(([words]) => words.test(name))?.[1];
    if (word?.measures && word.measures !== (pascal ? 'pressure' : (watched?.of ?? plain))) return null;
    const typed = toNumber(level);
    const below = isBelow(side);
    if (watched) {
      const closesAt = Number((typed * watched.times).toPrecision(4));
      const opensAt = Number((closesAt * (below ? 1 + WATCHED_SHARE : 1 - WATCHED_SHARE)).toPrecision(4));
      if (closesAt > WATCHED[watched.of].most || opensAt > WATCHED[watched.of].most || closesAt === opensAt) return null;
      return { nature: 'quantity', begins: { of: watched.of, closesAt, opensAt } };
    }
    if (pascal) {
      const closesAtPa = Math.round(typed * pascal);
      return {
        nature: 'pressure',
        begins: { closesAtPa, opensAtPa: Math.round(closesAtPa * (below ? 1 + PRESSURE_SHARE : 1 - PRESSURE_SHARE)) },
      };
    }
    if (!plain) return null;
    const quantity = plain;
    const closesAt = quantity === 'temperature' && isFahrenheit(unit ?? '', units) ? Math.round(10 * celsius(typed)) / 10 : typed;
    const opensAt = closesAt + HYSTERESIS[quantity] * (below ? 1 : -1);
    return {
      nature: 'threshold',
      begins: { ...(word?.begins?.alarmOf !== undefined && { alarmOf: word.begins.alarmOf }), closesAt, opensAt, watches: { quantity } },
    };
  }
  const called = word && begunOf({ name, id: null, nature: word.nature, begins: word.begins ?? {} });
  // What closes to ground and stays has one terminal, whatever it is called.
  if (/ground/.test(state) && (!called || (formOfSignal(called) === 'contact' && restOf(called) !== null && !isMomentary(called))))
    return { nature: 'ground-switch', begins: {} };
  if (word) return { nature: word.nature, begins: word.begins ?? {} };
  return /^(?:pressed|pushed|released)$/.test(state) ? { nature: 'switch', begins: { action: 'momentary' } } : { nature: null, begins: {} };
}

/** A sensor with the other level that a sentence says of it; null where it is no sensor, or both levels would be on one side. */
export function otherLevel(
  signal: SaidSignal,
  below: boolean,
  level: string,
  unit: string | undefined,
  units: Units,
): { readonly signal: SaidSignal; readonly at: number; readonly unit: Unit } | null {
  const begun = begunOf(signal);
  const levels = begun && levelsOf(begun);
  if (!begun || !levels) return null;
  const said = newSignal(signal.name, undefined, below ? 'below' : 'above', level, unit, false, '', units);
  const other = said && begunOf({ ...signal, ...said });
  const found = other ? levelsOf(other) : null;
  if (!found || found.unit !== levels.unit) return null;
  const at = found.closesAt;
  // What closes on a rise opens on a fall, lower down.
  if (below ? at >= levels.closesAt || levels.closesAt < levels.opensAt : at <= levels.closesAt || levels.closesAt > levels.opensAt)
    return null;
  const key = 'opensAtPa' in signal.begins ? 'opensAtPa' : 'opensAt';
  return { signal: { ...signal, begins: { ...signal.begins, [key]: at } }, at, unit: levels.unit };
}
