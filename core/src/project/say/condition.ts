/** When it runs: the first condition of a sentence, and every turn that adds to it. */
import { TIMER_PART_S, isRegulator, levelsOf } from '../../kinds/index.ts';
import { FOOT_M, type Units, formatQuantity, formatTime } from '../../quantity/index.ts';
import type { Design, Job } from '../schema.ts';
import { LEVEL_UNIT, SIDE, endOfClause, isBelow, otherLevel, readClause } from './clause.ts';
import { COUNT, type Clause, NUMBER, OFF_VERB, type SaidSignal, type Whole, begunOf, toNumber, toSeconds } from './heard.ts';
import {
  CHARACTER_OFF,
  EXCEPT,
  FLASH_AT,
  FLASH_RATE,
  FLASH_S,
  FORWARDS,
  FULL,
  LATER,
  NEVER,
  type Every,
  ON_TIMER,
  SECOND,
  SLOWLY,
  WAIT,
  halfRound,
  isRoundFirst,
  inRounds,
  ofCharacter,
  readClock,
  readEvery,
  readHeatTo,
  repeating,
} from './phrases.ts';
import type { Aside, Reading } from './reading.ts';

const WHEN = /\b(?:whenever|(?:but )?only (?:if|when|while)|when|while|as long as|as soon as|once(?! (?:an?|per|every|each) )|if|unless)\b/;
const LOST = [
  /\b(?:(?:it )?(?:stays?|goes|turns?|falls?|must be|is) )?(off|on) (?:if|when|should) (?:a |the |its |any |it )?(?:(?:signal|control|sensor) )?(?:wires?|signals?|cables?|leads?|controls?) (?:(?:is|are|gets?) )?(?:breaks?|broken|lost|cut|fails?|comes? off|goes)(?: off)?\b/,
  /\b(?:if|when|should) (?:a |the |its |any )?(?:(?:signal|control|sensor) )?(?:wires?|signals?|cables?|leads?) (?:(?:is|are|gets?) )?(?:breaks?|broken|lost|cut|fails?|comes? off)(?: off)?,? (?:then )?(?:(?:it )?(?:stays?|goes|turns?|falls?|must be|is) )?(off|on)\b/,
];
const LONG = /\b(?:for (?:three|3|several|many) hours(?: or more)?|for hours|all (?:day|night)|day and night|continuously)\b/;
const DISTANCE = new RegExp(
  String.raw`\b(?:(?:through|over|along|with) )?(${NUMBER}) ?(m|metres?|meters?|ft|feet) (?:away|of (?:wire|cable)|from (?:it|the battery|the supply))\b`,
);
const STAYING_ANYWHERE = new RegExp(
  String.raw`\b(?:and )?(?:(?:it )?(?:stays?|staying|keeps?) (?:it )?on )?for (?:another )?(${COUNT}) ?(seconds?|secs?|s|minutes?|mins?|min|hours?|h)\b ?(?:after(?:wards)?|longer)\b`,
);
/** *Off 30 s later*. */
const OFF_LATER = new RegExp(
  String.raw`\b(?:and |but )?(?:then )?(?:(?:turns?|switch(?:es)?|shuts?|goes) )?(?:it |them )?off (?:again )?(${COUNT}) ?(seconds?|secs?|s|minutes?|mins?|min|hours?|h) (?:later|after(?:wards)?)(?![\w-])(?! (?:the|a|an|it|that) )`,
);
/** *But only with the key on*: that too. */
const ONLY_WITH = /,? (?:but |and )?only with (?:the |a |my )?((?:[a-z]+ ){0,2}?[a-z]+) (on|off|open|closed|pressed|running)(?![\w-])/;
/** *And stop it 2 minutes after the key is off*, *and for 2 minutes after that*: how long it stays, once what began it is over. */
const ENDS_AFTER = new RegExp(
  String.raw`,? ?\b(?:and|but|then)(?: then)? (?:stops?(?: it| them)? |(?:(?:it |they )?(?:turns?|switch(?:es)?|shuts?|goes)(?: it| them)? )?off (?:again )?|(?:(?:keeps?|leaves?|lets?)(?: it| them)? (?:on |running |going |run )?|(?:it |they )?(?:stays?|runs?|goes|keeps (?:running|going)) (?:on )?)?for (?:another )?)(${COUNT}) ?(seconds?|secs?|s|minutes?|mins?|min|hours?|h) after (?!wards)`,
);
/** *After it is off*, *after that*: after what began it. */
const THAT_IS_OVER =
  /^(?:that(?: is over| ends)?|it (?:(?:is|has been|goes|gets|was|turns) )?(?:(?:switched|turned) )?off|it (?:stops|ends|is over|has ended))(?![\w-])/;
/** *For 10 s after the key is on*: no longer than that. */
const FOR_AFTER = new RegExp(String.raw`\bfor (${COUNT}) ?(seconds?|secs?|s|minutes?|mins?|min|hours?|h) after (?!wards)`);
/** *Until 8 bar*, of what a pump fills. */
const UNTIL_PRESSURE = new RegExp(
  String.raw`\buntil (?:it is (?:at )?|it reaches |there (?:are|is) )?(${NUMBER}) ?(kpa|bars?|psi)(?![\w-])`,
);
/** How far below that it begins again (common practice). */
const AGAIN_SHARE = 0.8;
/** *Run a fan above 30 °C*, with no condition before it: of the air. */
const BARE_LEVEL = new RegExp(
  String.raw`(?<!\b(?:stops?|ends?|off|it|cut|until|than) )\b(?:above|below|over|under) -?${NUMBER} ?(?:°[cf]?|[cf]|degrees?(?: [cf](?:elsius|ahrenheit)?)?)(?![\w-])`,
);
/** *Follows the door*: on whenever that is. */
const FOLLOWS = /\bfollows? (?:the |a |my )?((?:[a-z]+ ){0,2}?[a-z]+)(?=\s*(?:[\0,;.]|$|(?:from|through|via|at|in|off|on)\b))/;

/** *Press the button to turn …*: what works it. */
const PRESS_TO =
  /^(?:press|push)(?:ing)? (?:the |a |my )?((?:[a-z]+ ){0,2}?button) to (?=(?:turn|switch|light|run|start|sound|feed|power|open)\b)/;
/** *And pressed again, turn it off*: the next press ends what one has begun. */
const PRESSED_AGAIN =
  /[,;]? ?\b(?:and |then |and then )?(?:when |once |if )?(?:it is |it's |the button is )?(?:press|push)(?:ed|ing)?(?: it| the button)? (?:again|once more|a second time),? ?(?:to )?(?:(?:turns?|switch(?:es)?|shuts?) (?:it |them )?off|(?:and )?(?:it is |it goes )?off)(?: again)?(?![\w-])/;

/** *10 seconds after the key is on*. */
const SINCE = new RegExp(String.raw`\b(${COUNT}) ?(seconds?|secs?|s|minutes?|mins?|min|hours?|h) after (?!wards)`);
/** *And off when it falls below 30 °C*, *until it is above 80 %*: the level at which a sensor lets go. */
const BACK = new RegExp(
  String.raw`,? (?:(?:and|but) (?:(?:turns?|switch(?:es)?|goes) )?(?:it )?off (?:again )?(?:when|once|if|as soon as)|until) (?:it|that|the (?:[a-z]+ )?(?:temperature|voltage|pressure|speed|level|humidity|light|distance|flow|current)) (?:(?:is|gets|goes|falls?|drops?|rises?|climbs?) )?(?:back |again )?${SIDE} ?(-?${NUMBER}) ?${LEVEL_UNIT}?(?![\w-])`,
);
const OFFS = String.raw`,? (?:(?:and|but|then) )*(?:(?:(?:turns?|goes|cut it|it) )?off|stops?(?: it)?) (?:again )?`;
/** *Off below 30 °C*: the same, in short. */
const BACK_SHORT = new RegExp(String.raw`${OFFS}${SIDE} ?(-?${NUMBER}) ?${LEVEL_UNIT}?(?![\w-])`);
/** *Off at 8 bar*: that side of it where it is not on. */
const OFF_AT = new RegExp(String.raw`${OFFS}(at) (-?${NUMBER}) ?${LEVEL_UNIT}(?![\w-])`);
/** *On at 5 °C*, of what goes off at another level. */
const ON_AT = new RegExp(String.raw`\bon at (?=(-?${NUMBER}) ?${LEVEL_UNIT}(?![\w-]))`);
/** *At most 20 minutes*: no longer, though it is still so. */
const AT_MOST = new RegExp(
  String.raw`,? (?:(?:and|but) )?(?:for )?(?:at (?:the )?most|no longer than|not longer than|a maximum of) (${COUNT}) ?(seconds?|secs?|s|minutes?|mins?|min|hours?|h)\b(?! (?:every|each|in every|a(?:n)? (?:hour|day)))`,
);
/** *For 30 s*, of what a press begins; of what stays by itself nobody says how it would end. */
const AWHILE = new RegExp(
  String.raw`(?:,? ?\b(?:and )?(?:then )?(?:keep|leave|hold)s? (?:it|them)(?: on| running| lit)? )?\bfor (${COUNT}) ?(seconds?|secs?|s|minutes?|mins?|min|hours?|h)\b(?! (?:or more|at a time|every|each|after|longer|in every|an? (?:hour|day)))`,
);
/** *At night*, *from dusk to dawn*, *by day*: with no condition before it. */
const BARE_DARK =
  /\b(?:at night|during the night|after dark|in the dark|from (?:dusk|sunset|nightfall) (?:to|till|until) (?:dawn|sunrise|morning)|(by day|in daylight|during the day|from (?:dawn|sunrise) (?:to|till|until) (?:dusk|sunset)))(?![\w-])/;

const BY =
  /\b(?:(?:with|by|using|use) (?:a |an |the |my )?((?!(?:[a-z]+ )?(?:lamp|light|led) in )(?:\d+(?:[.,]\d+)? ?(?:amps?|a) )?(?:(?!to )[a-z]+ ){0,3}(?:switch|button|lever|pedal|key|ignition|thermostat|remote|receiver|beams?|headlights|headlamps|door|tailgate|bonnet|hatch|lid))|(?:through|via|over) (?:a |an |the |my )?((?:[a-z]+ ){0,2}(?:receiver|remote))|(?:from|by|with|using|use|via|off|through|on) (?:a |an |the |my )?((?:(?:5|3\.3) ?v(?:olts?)? )?(?:(?:controller |radio |micro-?controller )?board(?:'s|’s| with| on)? )?(?:the |a |an )?(?:output )?pin [a-z]{0,4}\d{1,2}(?: (?:of|on) (?:a |an |the |my )?(?:(?:5|3\.3) ?v(?:olts?)? )?(?:controller |radio )?(?:board|controller))?))(?: control| on(?=\s*(?:[,;.\0]|$)))?(?![\w-])/;
/** Works a thing whatever else is so. */
const OVERRIDING = /\b(?:override|overriding|bypass|manual)\b/;
/** What ends a thing is not what works it. */
const ENDING = /\b(?:stop|emergency|kill|off|limit|cut|cut-out|safety|thermal|overload|isolator)\b/;
/** How long what was begun by a press stays. */
const UNTIL = /,? ?\b(?:(?:and )?(?:(?:it )?(?:stays?|keeps?(?: it)?)|keep it|hold it|latch it|latched) ?(?:on )?)?until\b/;
/** Whether all that begins it lets go by itself: what stays on by itself is bounded by itself. */
const isMomentary = (clause: Clause, signals: readonly SaidSignal[]): boolean =>
  clause.op === 'signal'
    ? signals.some((signal) => signal.name === clause.name && signal.begins.action === 'momentary')
    : (clause.op === 'and' || clause.op === 'or') && clause.of.every((part) => isMomentary(part, signals));
/** Whether it passes by itself, for one of what must all hold lets go: *somebody moves and it is dark*. */
const passes = (clause: Clause, signals: readonly SaidSignal[]): boolean =>
  isMomentary(clause, signals) || (clause.op === 'and' && clause.of.some((part) => passes(part, signals)));
const STOPPING = /\b(?:stop|emergency|kill)\b/i;
const negatedIn = (clause: Clause): string[] =>
  clause.op === 'not' && clause.of.op === 'signal'
    ? [clause.of.name]
    : clause.op === 'and' || clause.op === 'or'
      ? clause.of.flatMap(negatedIn)
      : [];
/** A button that ends something is closed at rest, so that a broken wire ends it too. */
function stopping(signal: SaidSignal, assumed: string[]): SaidSignal {
  if (signal.id !== null || signal.begins.action !== 'momentary') return signal;
  assumed.push(`${signal.name}: a contact that is closed at rest, so that a broken wire stops it too`);
  return { ...signal, begins: { ...signal.begins, rest: 'closed' } };
}

const LATCH_AT = /((?:^|[\0,;.]|\b(?:then|please|to))[\s\0]*)latch\b/;
const TOGGLE_AT = /((?:^|[\0,;.]|\b(?:then|please|to))[\s\0]*)toggle\b/;
const negated = (clause: Clause): Clause => (clause.op === 'not' ? clause.of : { op: 'not', of: clause });
/** What holds itself lets go then, and waits for a new start: by itself it does not begin again. */
const notWhile = (clause: Clause, ends: Clause): Clause =>
  clause.op === 'held' ? { ...clause, reset: { op: 'or', of: [clause.reset, ends] } } : both(clause, negated(ends));
/** Both of them, in one list. */
export function both(one: Clause | null, other: Clause): Clause {
  if (!one) return other;
  return { op: 'and', of: [...(one.op === 'and' ? one.of : [one]), other] };
}
/** A name that no signal has yet. */
function freeName(name: string, design: Design | null, signals: readonly SaidSignal[]): string {
  const taken = new Set([...(design?.signals ?? []), ...signals].map((one) => one.name.toLowerCase()));
  for (let at = 1; ; at++) {
    const next = at === 1 ? name : `${name} ${at}`;
    if (!taken.has(next)) return next;
  }
}
/** A sensor of the voltage of what charges, of its own: one that a project has may watch for a flat battery. */
export function chargingSensor({ signals, design }: Reading, closesAt?: number): Clause {
  const name = freeName('charging voltage', design, signals);
  signals.push({
    name,
    id: null,
    nature: 'threshold',
    begins: { watches: { quantity: 'voltage' }, ...(closesAt !== undefined && { closesAt }) },
    charging: true,
  });
  return { op: 'signal', name };
}
/** A job of the project that a sentence says never runs. */
function neverOf(text: string, design: Design | null) {
  for (const job of [...(design?.jobs ?? [])].sort((one, other) => other.name.length - one.name.length)) {
    const name = job.name.toLowerCase().replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
    const found =
      new RegExp(`${NEVER.source}${name}(?![\\w-])(?: (?:run|start|come on|work|drive))?`).exec(text) ??
      new RegExp(
        String.raw`\b(?:the |my )?${name} (?:must|may|can|should|shall|does|is) (?:not|never)(?: to)? (?:run|start|come on|work|drive|be on)\b`,
      ).exec(text);
    if (found) return { job, at: found.index, length: found[0].length };
  }
  return null;
}

/** Where what is done begins. */
const OFF_VERB_AT = new RegExp(String.raw`((?:^|[\0,;.]|\b(?:then|please|to))[\s\0]*)${OFF_VERB.source}`);
/** *Turn a fridge off*: what is turned off stands between. */
const SPLIT_OFF =
  /((?:^|[\0,;.]|\b(?:then|please|to))[\s\0]*)(turn|switch|cut|shut|power) (?!on\b|off\b)(?:[^\s\0,;]+ ){1,9}?(off)(?=[\s\0]*(?:$|[\0,;.]|\b(?:from|on the|through|via)\b))/;
/** *The fan must not run while …*: off then. */
const NOT_RUN = /\b(?:must|may|shall|should|can|does|is) (?:not|never)(?: to)? (?:run|start|come on|work|turn on|light up|be on)\b/;
/** Sets the other level of the one sensor of a condition; null where that is none of its, or on the wrong side. */
function withBack(clause: Clause, signals: SaidSignal[], [, side, level, unit]: RegExpExecArray, units: Units): string | null {
  if (clause.op !== 'signal') return null;
  const at = signals.findIndex(({ name, id }) => name === clause.name && id === null);
  const signal = signals[at];
  const begun = signal && begunOf(signal);
  const levels = begun && levelsOf(begun);
  const below = side === 'at' ? levels != null && levels.closesAt > levels.opensAt : isBelow(side!);
  const set = signal && otherLevel(signal, below, level!, unit, units);
  if (!set) return null;
  signals[at] = set.signal;
  return `and opens at ${formatQuantity(set.at, set.unit, units)}`;
}

export interface Condition {
  readonly clause: Clause | null;
  /** Where words stand that were to be one, and were not understood. */
  readonly wrong: { readonly at: number; readonly end: number } | null;
  readonly second: Whole['second'];
  /** A job of the project that does not run while it holds. */
  readonly never: Job | null;
  readonly lost: 'on' | 'off' | null;
  readonly continuous: boolean;
  readonly distanceM: number | null;
  /** Whether what is named is heated to a level. */
  readonly heats: boolean;
  /** Stretches that were looked at and make no sense here. */
  readonly senseless: readonly { readonly at: number; readonly end: number; readonly text: string }[];
}

/** What may stand anywhere, first: the rest is simpler without it. */
function anywhere(reading: Reading): Pick<Condition, 'lost' | 'continuous' | 'distanceM'> {
  let lost: 'on' | 'off' | null = null;
  for (const pattern of LOST) {
    const found = pattern.exec(reading.rest);
    if (!found) continue;
    lost = found[1] as 'on' | 'off';
    reading.takeFound(found, 'lost', `${lost} if the signal is lost`);
    break;
  }
  const long = LONG.exec(reading.rest);
  if (long) reading.takeFound(long, 'time', 'three hours or more at a time');
  const far = DISTANCE.exec(reading.rest);
  const distanceM = far ? toNumber(far[1]!) * (far[2]!.startsWith('f') ? FOOT_M : 1) : null;
  if (far) reading.takeFound(far, 'distance', `${formatQuantity(distanceM!, 'm', reading.units)} of wire each way`);
  return { lost, continuous: long !== null, distanceM };
}

/** The clause that a sentence begins or ends with, and what it is worked by; and where words stand that are none. */
function firstClause(reading: Reading): { clause: Clause | null; wrong: Condition['wrong'] } {
  const awhile = FOR_AFTER.exec(reading.rest);
  const since = awhile ? null : SINCE.exec(reading.rest);
  const whenAt = WHEN.exec(reading.rest) ?? awhile ?? since;
  if (!whenAt)
    return { clause: pressing(reading) ?? workedBy(reading) ?? following(reading) ?? filledTo(reading) ?? ofAir(reading), wrong: null };
  const from = whenAt.index + whenAt[0].length;
  const to = endOfClause(reading.rest, whenAt.index, from);
  const read = reading.readClause(reading.rest.slice(from, to), from);
  let clause = read.clause && whenAt[0] === 'unless' ? negated(read.clause) : read.clause;
  if (clause && (whenAt === awhile || whenAt === since)) {
    const [, count, unit] = whenAt;
    const told = (means: string) => reading.told.push({ at: whenAt.index, end: whenAt.index + whenAt[0].length, as: 'delay', means });
    const seconds = toSeconds(count!, unit!);
    if (whenAt === since) {
      told(`after ${formatTime(seconds)}`);
      clause = { op: 'delay', of: clause, onS: seconds, offS: 0 };
    } else {
      told(`for ${formatTime(seconds)} from then on`);
      clause = forAWhile(reading, clause, seconds);
    }
  }
  reading.setCondition(whenAt.index, clause ? from + read.end : to);
  reading.hide(whenAt.index, whenAt[0].length);
  return { clause: clause && besides(reading, clause), wrong: clause ? null : { at: from, end: to } };
}

/** On for so long after it has become so, and no longer. */
const firstWhile = (clause: Clause, seconds: number): Clause =>
  both(clause, { op: 'not', of: { op: 'delay', of: clause, onS: seconds, offS: 0 } });
/** Of what a press begins: a while longer. Of what stays by itself: its first while. After something is off nobody says what was before. */
function forAWhile(reading: Reading, clause: Clause, seconds: number): Clause {
  if (isMomentary(clause, reading.signals)) return { op: 'delay', of: clause, onS: 0, offS: seconds };
  if (clause.op !== 'not') return firstWhile(clause, seconds);
  const stays: Clause = { op: 'delay', of: clause.of, onS: 0, offS: seconds };
  const before = reading.ask({
    key: 'before',
    asks: 'and before that?',
    choices: [
      { value: 'on', text: 'it is on' },
      { value: 'off', text: 'it is off' },
    ],
  });
  return before === 'off' ? both(clause, stays) : stays;
}

/** Whether two clauses are one and the same. */
const isSame = (one: Clause, other: Clause): boolean => JSON.stringify(one) === JSON.stringify(other);
/** On for so long after it is over; null where what is said to begin that while is no end of it. */
function untilAfter(reading: Reading, clause: Clause, { found, from, end, text }: Aside): Clause | null {
  const offS = toSeconds(found[1]!, found[2]!);
  const stays: Clause = clause.op === 'delay' ? { ...clause, offS } : { op: 'delay', of: clause, onS: 0, offS };
  const over = THAT_IS_OVER.exec(text.slice(from, end));
  const means = `stays on ${formatTime(offS)} after that`;
  if (over) {
    reading.take(found.index, found[0].length + over[0].length, 'delay', means);
    reading.putBack(from + over[0].length, end - from - over[0].length);
    return stays;
  }
  const known = [reading.told.length, reading.signals.length, reading.blanks.length] as const;
  const { clause: ends, end: read } = reading.readClause(text.slice(from, end), from);
  if (!ends || !isSame(ends, negated(clause.op === 'delay' ? clause.of : clause))) {
    [reading.told.length, reading.signals.length, reading.blanks.length] = known;
    return null;
  }
  reading.takeFound(found, 'delay', means);
  reading.putBack(from + read, end - from - read);
  return stays;
}

/** *Off 30 s later*: than it began, or than what began it is over. Of a press both are one. */
function laterThan(reading: Reading, clause: Clause, seconds: number): Clause {
  const stays: Clause = { op: 'delay', of: clause, onS: 0, offS: seconds };
  if (isMomentary(clause, reading.signals)) return stays;
  const than = reading.ask({
    key: 'later',
    asks: 'later than what?',
    choices: [
      { value: 'over', text: 'than that is over' },
      { value: 'begun', text: 'than it came on' },
    ],
  });
  return than === 'begun' ? firstWhile(clause, seconds) : stays;
}

/** *For 30 s when …*: after a press, or of what stays on by itself its first while or a while more. */
function awhileOf(reading: Reading, clause: Clause, found: RegExpExecArray): Clause {
  const seconds = toSeconds(found[1]!, found[2]!);
  const said = formatTime(seconds);
  const stays: Clause = { op: 'delay', of: clause, onS: 0, offS: seconds };
  if (passes(clause, reading.signals)) {
    reading.takeFound(found, 'delay', `stays on ${said} after it is let go`);
    return stays;
  }
  reading.takeFound(found, 'delay', `for ${said}`);
  const which = reading.ask({
    key: 'awhile',
    asks: `which ${said}?`,
    choices: [
      { value: 'first', text: `its first ${said}, and no longer` },
      { value: 'more', text: `${said} more, once that is over` },
    ],
  });
  return which === 'more' ? stays : firstWhile(clause, seconds);
}

/** A signal by its name alone, taken for what `means` makes of its words. */
function namedAlone(reading: Reading, found: RegExpExecArray, name: string, means = (words: string) => words): Clause | null {
  const { text, design, units, signals } = reading;
  const at = found.index + found[0].lastIndexOf(name);
  const typed = text.slice(at, at + name.length);
  const state = name.endsWith('button') ? 'is pressed' : 'is on';
  const told: string[] = [];
  const { clause } = readClause(`${name} ${state}`, 0, `${typed} ${state}`, design, units, signals, (_, __, ___, words) =>
    told.push(words),
  );
  if (clause) reading.takeFound(found, 'signal', means(told.join('; ')));
  return clause;
}

/** What it is worked by; null where none is named, or what is named ends it. */
function byWhat(found: RegExpExecArray | null): { readonly found: RegExpExecArray; readonly name: string } | null {
  const name = found?.[1] ?? found?.[2] ?? found?.[3];
  // *Use a relay to switch …*: what it does, and no name.
  return found && name && !ENDING.test(name) && !/\bto\b/.test(name) ? { found, name } : null;
}
/** *With a dash switch*: what it is worked by, and no condition beside it. */
function workedBy(reading: Reading): Clause | null {
  const by = byWhat(BY.exec(reading.rest));
  return by && namedAlone(reading, by.found, by.name);
}
/** *With a switch, only when the low beam is on*: both; one that overrides works it whatever else is so. */
function besides(reading: Reading, clause: Clause): Clause {
  const level = ofAir(reading);
  if (level) return besides(reading, both(clause, level));
  const by = byWhat(reading.match(BY));
  if (!by) return clause;
  const or = OVERRIDING.test(by.name);
  const own = namedAlone(reading, by.found, by.name, (words) => `${or ? 'or when' : 'and when'} ${words}`);
  if (!own) return clause;
  return or ? { op: 'or', of: [clause, own] } : both(own, clause);
}

/** *Only with the key on*: beside what was said; its words back where they are no state of a thing. */
function withThat(reading: Reading, clause: Clause | null, found: RegExpExecArray): Clause | null {
  const { text, design, units, signals } = reading;
  const [, name, state] = found as unknown as [string, string, string];
  const at = found.index + found[0].lastIndexOf(`${name} ${state}`);
  const told: string[] = [];
  const typed = `${text.slice(at, at + name.length)} is ${state}`;
  const own = clause && readClause(`${name} is ${state}`, 0, typed, design, units, signals, (_, __, ___, words) => told.push(words)).clause;
  if (!own || !clause) {
    reading.putFoundBack(found);
    return clause;
  }
  reading.takeFound(found, 'signal', `and only while ${told.filter(Boolean).join('; ')}`);
  return both(clause, own);
}

/** *Press the button to …*. */
function pressing(reading: Reading): Clause | null {
  const found = PRESS_TO.exec(reading.rest);
  return found && namedAlone(reading, found, found[1]!);
}

/** *The light follows the door*: on while that is on, or stands open. */
function following(reading: Reading): Clause | null {
  const found = FOLLOWS.exec(reading.rest);
  return found && namedAlone(reading, found, found[1]!);
}

/** *Above 30 °C*, *at night*, of nothing that is named: of the air, of its light. */
function ofAir(reading: Reading): Clause | null {
  const dark = reading.match(BARE_DARK);
  const found = dark ?? reading.match(BARE_LEVEL);
  if (!found) return null;
  const { design, units, signals } = reading;
  const said = `it is ${dark ? (dark[1] ? 'light' : 'dark') : found[0]}`;
  const told: string[] = [];
  const { clause } = readClause(said, 0, said, design, units, signals, (_, __, ___, words) => told.push(words));
  if (clause) reading.takeFound(found, 'signal', told.join('; '));
  return clause;
}

/** *Run a compressor until 8 bar*: a pressure switch that opens there. */
function filledTo(reading: Reading): Clause | null {
  const found = UNTIL_PRESSURE.exec(reading.rest);
  if (!found) return null;
  const { design, units, signals } = reading;
  const name = freeName('pressure', design, signals);
  const said = `${name} is below ${toNumber(found[1]!)} ${found[2]!}`;
  const { clause } = readClause(said, 0, said, design, units, signals, () => {});
  const at = signals.findIndex((signal) => signal.name === name);
  if (!clause || at === -1) return null;
  const opensAtPa = signals[at]!.begins.closesAtPa as number;
  const closesAtPa = Math.round(opensAtPa * AGAIN_SHARE);
  signals[at] = { ...signals[at]!, begins: { ...signals[at]!.begins, closesAtPa, opensAtPa } };
  const [opens, closes] = [opensAtPa, closesAtPa].map((pascal) => formatQuantity(pascal, 'Pa', units));
  reading.takeFound(found, 'signal', `a pressure switch that opens at ${opens} and closes again at ${closes}`);
  return clause;
}

/** *And stop it with a red button*: a press. */
const STOPPED_BY =
  /,? ?\b(?:and |but )?(?:then )?stop(?:s|ped)? (?:it |them )?(?:with|by) (?:a |an |the |my |another )?((?:[a-z]+ ){0,3}button)(?![\w-])/;
/** Held on until `reset`, whose signals are new from `before` on: a stop whose wire breaks stops. */
function heldUntil({ signals, assumed }: Reading, set: Clause, reset: Clause, before: number): Clause {
  for (let at = before; at < signals.length; at++) signals[at] = stopping(signals[at]!, assumed);
  return { op: 'held', set, reset };
}
/** How long what is on stays on: for a while after, or until something else. */
function staying(reading: Reading, clause: Clause, offLater: RegExpExecArray | null, stopped: RegExpExecArray | null): Clause {
  const { signals } = reading;
  const later = reading.match(STAYING_ANYWHERE);
  let now = clause;
  if (later) {
    const offS = toSeconds(later[1]!, later[2]!);
    reading.takeFound(later, 'delay', `stays on ${formatTime(offS)}`);
    now = now.op === 'delay' ? { ...now, offS } : { op: 'delay', of: now, onS: 0, offS };
  }
  if (later) reading.putFoundBack(offLater);
  else if (offLater) {
    const seconds = toSeconds(offLater[1]!, offLater[2]!);
    reading.takeFound(offLater, 'delay', `off ${formatTime(seconds)} later`);
    now = laterThan(reading, now, seconds);
  }
  const awhile = !later && !offLater && !isRoundFirst(reading.rest) ? reading.match(AWHILE) : null;
  if (awhile) now = awhileOf(reading, now, awhile);
  const most = reading.match(AT_MOST);
  if (most) {
    const seconds = toSeconds(most[1]!, most[2]!);
    reading.takeFound(most, 'delay', `no longer than ${formatTime(seconds)} at a time`);
    now = firstWhile(now, seconds);
  }
  const before = signals.length;
  const ends = stopped && namedAlone(reading, stopped, stopped[1]!, (words) => `it stays on by itself, and ends when: ${words}`);
  if (ends) return heldUntil(reading, now, ends, before);
  const held = reading.match(UNTIL);
  if (!held) return now;
  const kept = reading.told.length;
  const left = reading.rest;
  const from = held.index + held[0].length;
  const { clause: reset } = reading.readClause(left.slice(from, endOfClause(left, held.index, from)), from);
  // What stays on by itself is ended for good by a press alone: of anything else nobody says whether it begins again.
  if (reset && (isMomentary(now, signals) || isMomentary(reset, signals))) {
    reading.takeFound(held, 'words', 'it stays on by itself, and ends when:');
    return heldUntil(reading, now, reset, before);
  }
  reading.told.length = kept;
  signals.length = before;
  reading.rest = left;
  return now;
}

/** What a board does with a pin by a character that it reads. */
function characters(reading: Reading, off: RegExpExecArray | null): void {
  const { signals, text, assumed } = reading;
  const sent = signals.findIndex(({ name }) => name.startsWith('character '));
  if (sent === -1) return reading.putFoundBack(off);
  const said = off && text.slice(off.index, off.index + off[0].length).replace(/['"“”]$/, '');
  const { low, ...pin } = ofCharacter(signals[sent]!.name.slice(-1), said ? said.slice(-1) : null);
  signals[sent] = { ...signals[sent]!, ...pin };
  if (off) reading.takeFound(off, 'signal', `${low} turns it off`);
  else assumed.push(`the character ${low} turns it off again`);
}

/** *Heat … to 250 °C*: a controller beside what else must hold, or the one that is named, set so. */
function heatedTo(reading: Reading, clause: Clause | null, isWrong: boolean): { clause: Clause | null; heats: boolean } {
  const heat = reading.found(readHeatTo(reading.rest, reading.units));
  if (!heat) return { clause, heats: false };
  const { signals, design } = reading;
  const at = signals.findIndex((signal) => isRegulator(begunOf(signal) ?? undefined));
  reading.take(heat.at, heat.length, 'signal', heat.means);
  if (at !== -1) {
    signals[at] = { ...signals[at]!, begins: { ...signals[at]!.begins, setC: heat.setC } };
    return { clause, heats: true };
  }
  if (isWrong) return { clause, heats: true };
  const name = freeName('temperature controller', design, signals);
  signals.push({ name, id: null, nature: 'regulator', begins: { setC: heat.setC } });
  return { clause: both(clause, { op: 'signal', name }), heats: true };
}

/** Two directions or two speeds; of *at full speed when …* the first clause is the slow one's. */
function secondOf(reading: Reading, aside: Aside, clause: Clause): { clause: Clause; second: Whole['second'] } {
  const isReverse = aside.found[1] !== undefined;
  const isFull = !isReverse && aside.found[2] === undefined;
  const other = reading.clauseOf(aside, () => (isReverse ? 'backwards when:' : isFull ? 'at full speed when also:' : 'slowly when:'));
  if (!other) return { clause, second: null };
  const word = isReverse ? FORWARDS.exec(reading.rest) : isFull ? SLOWLY.exec(reading.rest) : null;
  if (word) reading.takeFound(word, 'words', '');
  if (!isReverse) reading.assumed.push('a resistor that leaves the motor about half of its voltage');
  return {
    clause: isFull ? both(clause, other) : clause,
    second: { kind: isReverse ? 'reverse' : 'slower', when: isFull ? clause : other },
  };
}

const stretchOf = ({ text }: Reading, { index: at, 0: found }: RegExpExecArray) => ({
  at,
  end: at + found.length,
  text: text.slice(at, at + found.length),
});

/** What its verb adds: one press on and the next off, or off while it holds. */
function byVerb(
  reading: Reading,
  clause: Clause | null,
  again: RegExpExecArray | null,
): { clause: Clause | null; senseless: Condition['senseless'] } {
  let now = clause;
  // One press on, the next one off: of what stays on by itself nobody says what that would be.
  if (again && now && isMomentary(now, reading.signals)) {
    reading.takeFound(again, 'words', 'on by one press, off by the next');
    now = { op: 'toggle', of: now };
  } else reading.putFoundBack(again);
  const toggles = now?.op === 'toggle' ? null : reading.match(TOGGLE_AT);
  if (toggles) {
    const at = toggles.index + toggles[1]!.length;
    const text = 'toggle';
    if (!now || !isMomentary(now, reading.signals)) return { clause: now, senseless: [{ at, end: at + text.length, text }] };
    reading.takeAsRun(at, text.length, 'words', 'on by one press, off by the next');
    now = { op: 'toggle', of: now };
  }
  // Pressed and let go, what shall stay on: nobody says until when.
  const latches = now && isMomentary(now, reading.signals) ? reading.match(LATCH_AT) : null;
  if (latches) {
    const at = latches.index + latches[1]!.length;
    return { clause: now, senseless: [{ at, end: at + 'latch'.length, text: 'latch' }] };
  }
  const flashes = reading.match(FLASH_AT);
  if (flashes) {
    const at = flashes.index + flashes[1]!.length;
    const length = flashes[0].length - flashes[1]!.length;
    const rate = reading.match(FLASH_RATE);
    const halfS = rate ? halfRound(rate) : FLASH_S;
    // No time relay goes as fast as that.
    if (halfS < TIMER_PART_S.least) return { clause: now, senseless: [stretchOf(reading, rate!)] };
    if (rate) reading.takeFound(rate, 'time', '');
    const [name, round] = [freeName('flasher', reading.design, reading.signals), formatQuantity(halfS, 's')];
    reading.takeAsRun(at, length, 'time', `a time relay: ${round} on, ${round} off`);
    if (!now) reading.assumed.push('it flashes for as long as it is fed: say “when the key is on” for less');
    reading.signals.push(repeating(name, halfS, halfS));
    now = both(now, { op: 'signal', name });
  }
  const off = now && (reading.match(SPLIT_OFF) ?? reading.match(OFF_VERB_AT) ?? reading.match(NOT_RUN));
  if (now && off) {
    const led = off[1]?.length ?? 0;
    if (off[3]) {
      reading.take(off.index + off[0].length - off[3].length, off[3].length, 'words', 'off then');
      reading.takeAsRun(off.index + led, off[2]!.length, 'words', '');
    } else reading.takeAsRun(off.index + led, off[0].length - led, 'words', 'off then');
    // Nobody said what begins it: a heater that is on by day and night would be a guess.
    reading.ask({ key: 'other times', asks: 'and at all other times?', choices: [{ value: 'on', text: 'it is on' }] });
    now = negated(now);
  }
  return { clause: now, senseless: [] };
}

/** *On a timer*: for how long, and how long not, is asked for. */
function onTimer(reading: Reading): Every | null {
  const found = reading.match(ON_TIMER);
  if (!found) return null;
  const [onS, offS] = (['on', 'off'] as const).map((state) => {
    const blank = { key: `timer ${state}`, asks: `timer: ${state} for how long?`, choices: null, unit: 's' };
    const answer = Number(reading.ask(blank) ?? NaN);
    if (answer >= TIMER_PART_S.least && answer <= TIMER_PART_S.most) return answer;
    if (!Number.isNaN(answer)) reading.blanks.push(blank);
    return null;
  });
  const stretch = { at: found.index, length: found[0].length };
  const hasBoard = (reading.design?.controllers.length ?? 0) > 0;
  if (onS != null && offS != null) return { ...stretch, ...inRounds(onS, onS + offS, hasBoard) };
  // Read as one while it is asked how long, so that it is no name of what runs.
  return { ...stretch, signal: repeating('timer', 60, 60), means: 'a time relay that repeats' };
}

/** Reads all that says when. */
export function readCondition(reading: Reading): Condition {
  const { signals, assumed, units, design } = reading;
  const said = anywhere(reading);

  // Before *off at* a level is looked for.
  const clock = readClock(reading.rest);
  if (clock) reading.take(clock.at, clock.length, 'time', clock.means);
  // Turns with a clause of their own, out of the way of the first one.
  const back = reading.hidden(BACK) ?? reading.hidden(BACK_SHORT) ?? reading.hidden(OFF_AT);
  const onAt = back && reading.match(ON_AT);
  // Which side of it is meant, the other level says; both words are as long as *on at*.
  if (onAt) reading.put(onAt.index, toNumber(onAt[1]!) < toNumber(back[2]!) ? 'below' : 'above');
  const characterOff = reading.hidden(CHARACTER_OFF);
  const never = neverOf(reading.rest, design);
  if (never) reading.take(never.at, never.length, 'load', `${never.job.name} of this project does not, while that is so`);
  let except = reading.aside(EXCEPT.exec(reading.rest));
  // *Keep a lamp on unless …*: where nothing else says when, it is what does.
  if (except && !WHEN.test(reading.rest)) {
    reading.putBack(except.at, except.length);
    except = null;
  }
  const waits = reading.hidden(WAIT);
  const aside = reading.aside(SECOND.exec(reading.rest) ?? (SLOWLY.test(reading.rest) ? FULL.exec(reading.rest) : null));

  const onlyWith = WHEN.test(reading.rest) ? reading.hidden(ONLY_WITH) : null;
  const offLater = reading.hidden(OFF_LATER);
  const stopped = reading.hidden(STOPPED_BY);
  const again = reading.hidden(PRESSED_AGAIN);
  const ending = WHEN.test(reading.rest) ? reading.aside(ENDS_AFTER.exec(reading.rest)) : null;

  const first = firstClause(reading);
  // *Until it is above 80 %* is a sensor’s other level, or what ends a thing that holds itself.
  const otherWay = back && first.clause && withBack(first.clause, signals, back, units);
  if (back && otherWay) reading.takeFound(back, 'signal', otherWay);
  else reading.putFoundBack(back);
  const until = ending && first.clause ? untilAfter(reading, first.clause, ending) : null;
  if (ending && !until) reading.putBack(ending.at, ending.length);
  let clause = until ?? (first.clause && staying(reading, first.clause, offLater, stopped));
  if (until || !first.clause) {
    reading.putFoundBack(offLater);
    reading.putFoundBack(stopped);
  }
  if (onlyWith) clause = withThat(reading, clause, onlyWith);
  if (except) {
    const ends = clause ? reading.clauseOf(except, () => 'and not while:') : null;
    if (clause && ends) clause = notWhile(clause, ends);
    else reading.putBack(except.at, except.length);
  }
  // A stop button that must not be pressed is closed at rest: so a broken wire is a press.
  for (const name of clause ? negatedIn(clause).filter((one) => STOPPING.test(one)) : []) {
    const at = signals.findIndex((signal) => signal.name === name);
    if (at !== -1) signals[at] = stopping(signals[at]!, assumed);
  }
  characters(reading, characterOff);
  // What a press begins ends by itself before the next round.
  const every =
    clause && isMomentary(clause, signals) ? null : reading.found(readEvery(reading.rest, (design?.controllers.length ?? 0) > 0));
  const repeated = clock ?? every ?? onTimer(reading);
  if (repeated) {
    if (repeated !== clock) reading.take(repeated.at, repeated.length, 'time', repeated.means);
    if (repeated.round) reading.take(repeated.round.at, repeated.round.length, 'time', repeated.means);
    signals.push(repeated.signal);
    clause = both(clause, { op: 'signal', name: repeated.signal.name });
  }
  const later = waits ?? reading.match(LATER);
  if (later && clause && (clause.op !== 'delay' || clause.onS === 0)) {
    const onS = toSeconds((later[1] ?? later[3])!, (later[2] ?? later[4])!);
    reading.takeFound(later, 'delay', `${isMomentary(clause, signals) ? 'once it has been held for' : 'after'} ${formatTime(onS)}`);
    clause = clause.op === 'delay' ? { ...clause, onS } : { op: 'delay', of: clause, onS, offS: 0 };
  } else reading.putFoundBack(waits);
  const heated = heatedTo(reading, clause, first.wrong !== null);
  clause = heated.clause;
  let second: Whole['second'] = null;
  if (aside && clause) ({ clause, second } = secondOf(reading, aside, clause));
  else if (aside) reading.putBack(aside.at, aside.length);
  const verb = byVerb(reading, clause, again);
  return {
    ...said,
    clause: verb.clause,
    wrong: first.wrong,
    second,
    never: never?.job ?? null,
    heats: heated.heats,
    senseless: verb.senseless,
  };
}
