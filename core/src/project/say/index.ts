/**
 * A whole circuit in one sentence of plain English, read by a small grammar of ours:
 *
 *   sentence := when-part ',' do-part | do-part when-part        with, anywhere, *off if a wire breaks*
 *   when-part := ('when' | 'while' | 'if' | 'unless' …) clause
 *   clause := term ('or' term)*     term := factor ('and' factor)*
 *   factor := 'not' factor | '(' clause ')' | 'either' … | names state [delay]
 *   state  := 'is' ('on' | 'off' | 'pressed' …) | ('above' | 'below') number
 *   do-part := verb loads ['from' supply] ['through' device] ['at' place]
 *
 * Nothing is guessed in silence. Every stretch of the text is either told back with what it was taken for, or stands
 * under `unclear`; what a circuit needs and the sentence does not say is a blank to fill, or an assumption in words.
 */
import {
  type LoadKind,
  LOADS,
  SIGNALS,
  SIGNAL_NATURES,
  SUPPLY_VARIANTS,
  type SignalNature,
  UNIT_KINDS,
  asVariant,
  isMains,
  isOutput,
  isRegulator,
  isStored,
  supplyFacets,
} from '../../kinds/index.ts';
import { FOOT_M, METRIC, type Units, formatQuantity } from '../../quantity/index.ts';
import type { Design } from '../schema.ts';
import { blankDesign } from '../starters.ts';
import { build, fittedTo, inhibited, joinsInABox, rated, throughOf } from './build.ts';
import { endOfClause, otherLevel, readClause } from './clause.ts';
import { isDescribed, partsNamed, protectionSaid, readDevice, readGuard, readMeters } from './device.ts';
import {
  type Answers,
  type Blank,
  COUNT,
  type Clause,
  type Heard,
  MOST_SAID,
  NUMBER,
  OFF_VERB,
  type SaidSignal,
  type Told,
  type Whole,
  type WholeLoad,
  begunOf,
  toNumber,
  toSeconds,
} from './heard.ts';
import { heatEnd, heatEndWords } from './heat-end.ts';
import { CHARACTER_OFF, EXCEPT, FORWARDS, FULL, NEVER, SECOND, SLOWLY, WAIT, ofCharacter, readEvery, readHeatTo } from './phrases.ts';
import { readCharged, readLoads, readPlace, readSupply } from './things.ts';
import { GLUE } from './words.ts';

export { type Answers, type Blank, type Heard, MOST_SAID, type Told } from './heard.ts';

const WHEN = /\b(?:whenever|when|while|as long as|as soon as|once|only if|if|unless)\b/;
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

/** *10 seconds after the key is on*. */
const SINCE = new RegExp(String.raw`\b(${COUNT}) ?(seconds?|secs?|s|minutes?|mins?|min|hours?|h) after (?!wards)`);
/** *And off when it falls below 30 °C*: the level at which a sensor lets go. */
const BACK = new RegExp(
  String.raw`,? (?:and|but) (?:(?:turns?|switch(?:es)?|goes) )?(?:it )?off (?:again )?(?:when|once|if|as soon as) (?:it|that|the (?:[a-z]+ )?temperature|the voltage|the pressure) (?:(?:is|gets|goes|falls?|drops?|rises?|climbs?) )?(?:back |again )?(below|under|above|over) (-?${NUMBER}) ?(°?[cf]|degrees?(?: [cf](?:elsius|ahrenheit)?)?|v|volts?|kpa|bars?|psi)?(?![\w-])`,
);
/** *For 30 s*, of what a press begins; of what stays by itself nobody says how it would end. */
const AWHILE = new RegExp(
  String.raw`\bfor (${COUNT}) ?(seconds?|secs?|s|minutes?|mins?|min|hours?|h)\b(?! (?:or more|at a time|every|each|after|longer))`,
);

const BY = /\b(?:with|by|using) (?:a |an |the |my )?((?:[a-z]+ ){0,3}(?:switch|button|lever|key|ignition))(?![\w-])/;
/** What ends a thing is not what works it. */
const ENDING = /\b(?:stop|emergency|kill|off|limit|cut|cut-out|safety|thermal|overload|isolator)\b/;
/** How long what was begun by a press stays. */
const UNTIL = /,? ?\b(?:(?:and )?(?:(?:it )?(?:stays?|keeps?(?: it)?)|keep it|hold it|latch it|latched) ?(?:on )?)?until\b/;
const OTHERWISE = /[,;.]? ?\b(?:otherwise|or else)\b,?/;
/** Whether all that begins it lets go by itself: what stays on by itself is bounded by itself. */
const isMomentary = (clause: Clause, signals: readonly SaidSignal[]): boolean =>
  clause.op === 'signal'
    ? signals.some((signal) => signal.name === clause.name && signal.begins.action === 'momentary')
    : (clause.op === 'and' || clause.op === 'or') && clause.of.every((part) => isMomentary(part, signals));
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

const TOGGLE_AT = /((?:^|[\0,;.]|\b(?:then|please|to))[\s\0]*)toggle\b/;
const negated = (clause: Clause): Clause => (clause.op === 'not' ? clause.of : { op: 'not', of: clause });
/** What holds itself lets go then, and waits for a new start: by itself it does not begin again. */
const notWhile = (clause: Clause, ends: Clause): Clause =>
  clause.op === 'held' ? { ...clause, reset: { op: 'or', of: [clause.reset, ends] } } : both(clause, negated(ends));
/** Both of them, in one list. */
function both(one: Clause | null, other: Clause): Clause {
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
/** Sets the other level of the one sensor of a condition; null where that is none of its, or on the wrong side. */
function withBack(clause: Clause, signals: SaidSignal[], [, side, level, unit]: RegExpExecArray, units: Units): string | null {
  if (clause.op !== 'signal') return null;
  const at = signals.findIndex(({ name, id }) => name === clause.name && id === null);
  const signal = signals[at];
  const set = signal && otherLevel(signal, /below|under/.test(side!), level!, unit, units);
  if (!set) return null;
  signals[at] = set.signal;
  return `and opens at ${formatQuantity(set.at, set.unit, units)}`;
}

/** Reads a sentence against a project, or against none: an empty page then comes with it. */
export function hear(text: string, design: Design | null, answers: Answers = {}, units: Units = design?.settings ?? METRIC): Heard {
  // The same length as what was typed, so that places in it are places in that.
  const lower = text
    .slice(0, MOST_SAID)
    .replace(/[A-Z]/g, (letter) => letter.toLowerCase())
    .replace(/\s/g, ' ')
    .replace(/[’‘]/g, "'");
  const told: Told[] = [];
  const blanks: Blank[] = [];
  const assumed: string[] = [];
  /** What is left to read; what was taken is blank, of the same length. */
  let rest = lower;
  const take = (at: number, length: number, as: Told['as'], means: string) => {
    told.push({ at, end: at + length, as, means });
    rest = rest.slice(0, at) + '\0'.repeat(length) + rest.slice(at + length);
  };
  const ask = (blank: Blank): string | null => {
    const answer = answers[blank.key];
    if (answer !== undefined && answer !== '' && (blank.choices === null || blank.choices.some(({ value }) => value === answer)))
      return answer;
    blanks.push(blank);
    return null;
  };

  // What may stand anywhere, first: the rest is simpler without it.
  let lost: 'on' | 'off' | null = null;
  for (const pattern of LOST) {
    const found = pattern.exec(rest);
    if (!found) continue;
    lost = found[1] as 'on' | 'off';
    take(found.index, found[0].length, 'lost', `${lost} if the signal is lost`);
    break;
  }
  const long = LONG.exec(rest);
  if (long) take(long.index, long[0].length, 'time', 'three hours or more at a time');
  const far = DISTANCE.exec(rest);
  const distanceM = far ? toNumber(far[1]!) * (far[2]!.startsWith('f') ? FOOT_M : 1) : null;
  if (far) take(far.index, far[0].length, 'distance', `${formatQuantity(distanceM!, 'm', units)} of wire each way`);

  /** Out of the way of what is read next; what is not taken afterwards is put back. */
  const hide = (at: number, length: number) => (rest = rest.slice(0, at) + '\0'.repeat(length) + rest.slice(at + length));
  const putBack = (at: number, length: number) => (rest = rest.slice(0, at) + lower.slice(at, at + length) + rest.slice(at + length));

  // Where the condition stands, and where what is done.
  const back = BACK.exec(rest);
  if (back) hide(back.index, back[0].length);
  const characterOff = CHARACTER_OFF.exec(rest);
  if (characterOff) hide(characterOff.index, characterOff[0].length);
  const never = neverOf(rest, design);
  if (never) take(never.at, never.length, 'load', `${never.job.name} of this project does not, while that is so`);
  const beforeExcept = rest;
  const exceptSaid = EXCEPT.exec(rest);
  const exceptEnd = exceptSaid ? endOfClause(rest, exceptSaid.index, exceptSaid.index + exceptSaid[0].length) : 0;
  if (exceptSaid) hide(exceptSaid.index, exceptEnd - exceptSaid.index);
  // *Keep a lamp on unless …*: where nothing else says when, it is what does.
  const exceptAt = WHEN.test(rest) ? exceptSaid : null;
  if (exceptSaid && !exceptAt) putBack(exceptSaid.index, exceptEnd - exceptSaid.index);
  const waits = WAIT.exec(rest);
  if (waits) hide(waits.index, waits[0].length);
  const secondAt = SECOND.exec(rest) ?? (SLOWLY.test(rest) ? FULL.exec(rest) : null);
  const unsplit = rest;
  const secondEnd = secondAt ? endOfClause(rest, secondAt.index, secondAt.index + secondAt[0].length) : 0;
  if (secondAt) hide(secondAt.index, secondEnd - secondAt.index);
  const since = SINCE.exec(rest);
  const whenAt = WHEN.exec(rest) ?? since;
  const signals: SaidSignal[] = [];
  let clause: Clause | null = null;
  let wrongClause: { at: number; end: number } | null = null;
  let clauseEnd = -1;
  if (whenAt) {
    const from = whenAt.index + whenAt[0].length;
    const to = endOfClause(rest, whenAt.index, from);
    const reading = readClause(rest.slice(from, to), from, text, design, units, signals, take);
    clause = reading.clause && whenAt[0] === 'unless' ? negated(reading.clause) : reading.clause;
    if (clause && whenAt === since) {
      const onS = toSeconds(since[1]!, since[2]!);
      told.push({ at: since.index, end: since.index + since[0].length, as: 'delay', means: `after ${formatQuantity(onS, 's')}` });
      clause = { op: 'delay', of: clause, onS, offS: 0 };
    }
    clauseEnd = clause ? from + reading.end : to;
    if (!clause) wrongClause = { at: from, end: to };
    hide(whenAt.index, whenAt[0].length);
  }
  // *With a dash switch*: what it is worked by, and no condition beside it.
  const by = whenAt ? null : BY.exec(rest);
  if (by && !ENDING.test(by[1]!)) {
    const name = text.slice(by.index + by[0].length - by[1]!.length, by.index + by[0].length);
    const state = /button$/.test(by[1]!) ? 'is pressed' : 'is on';
    const heardAs: Told[] = [];
    const reading = readClause(`${by[1]!} ${state}`, 0, `${name} ${state}`, design, units, signals, (at, length, as, means) =>
      heardAs.push({ at, end: at + length, as, means }),
    );
    clause = reading.clause;
    if (clause) take(by.index, by[0].length, 'signal', heardAs.map(({ means }) => means).join('; '));
  }
  const outside = (at: number) => !whenAt || at < whenAt.index || at >= clauseEnd;
  const later = STAYING_ANYWHERE.exec(rest);
  if (clause && later && outside(later.index)) {
    const offS = toSeconds(later[1]!, later[2]!);
    take(later.index, later[0].length, 'delay', `stays on ${formatQuantity(offS, 's')}`);
    clause = clause.op === 'delay' ? { ...clause, offS } : { op: 'delay', of: clause, onS: 0, offS };
  }

  const awhile = clause && !later && isMomentary(clause, signals) ? AWHILE.exec(rest) : null;
  if (clause && awhile && outside(awhile.index)) {
    const offS = toSeconds(awhile[1]!, awhile[2]!);
    take(awhile.index, awhile[0].length, 'delay', `stays on ${formatQuantity(offS, 's')} after it is let go`);
    clause = { op: 'delay', of: clause, onS: 0, offS };
  }
  const held = clause && isMomentary(clause, signals) ? UNTIL.exec(rest) : null;
  if (clause && held && outside(held.index)) {
    const from = held.index + held[0].length;
    const before = signals.length;
    const kept = told.length;
    const left = rest;
    const reading = readClause(rest.slice(from, endOfClause(rest, held.index, from)), from, text, design, units, signals, take);
    if (reading.clause) {
      take(held.index, held[0].length, 'words', 'it stays on by itself, and ends when:');
      clause = { op: 'held', set: clause, reset: reading.clause };
      // A stop whose wire breaks stops.
      for (let at = before; at < signals.length; at++) signals[at] = stopping(signals[at]!, assumed);
    } else {
      told.length = kept;
      signals.length = before;
      rest = left;
    }
  }

  // A stop button that must not be pressed is closed at rest: so a broken wire is a press.
  const stops = clause ? negatedIn(clause).filter((name) => STOPPING.test(name)) : [];
  stops.forEach((name) => {
    const at = signals.findIndex((signal) => signal.name === name);
    if (at !== -1) signals[at] = stopping(signals[at]!, assumed);
  });
  if (back) {
    const means = clause && withBack(clause, signals, back, units);
    if (means) take(back.index, back[0].length, 'signal', means);
    else putBack(back.index, back[0].length);
  }
  // What a board does with a pin by a character that it reads.
  const sent = signals.findIndex(({ name }) => name.startsWith('character '));
  if (sent !== -1) {
    const high = signals[sent]!.name.slice(-1);
    const off = characterOff && text.slice(characterOff.index, characterOff.index + characterOff[0].length).replace(/['"“”]$/, '');
    const { low, ...pin } = ofCharacter(high, off ? off.slice(-1) : null);
    signals[sent] = pin;
    if (characterOff) take(characterOff.index, characterOff[0].length, 'signal', `${low} turns it off`);
    else assumed.push(`the character ${low} turns it off again`);
  } else if (characterOff) putBack(characterOff.index, characterOff[0].length);

  // What a press begins ends by itself before the next round.
  const every = clause && isMomentary(clause, signals) ? null : readEvery(rest);
  if (every && outside(every.at)) {
    take(every.at, every.length, 'time', every.means);
    signals.push(every.signal);
    clause = both(clause, { op: 'signal', name: every.signal.name });
  }
  // *But not while …*: beside what begins it.
  if (exceptAt) {
    const from = exceptAt.index + exceptAt[0].length;
    const reading = clause && readClause(beforeExcept.slice(from, exceptEnd), from, text, design, units, signals, take);
    if (clause && reading?.clause) {
      take(exceptAt.index, exceptAt[0].length, 'words', 'and not while:');
      clause = notWhile(clause, reading.clause);
      putBack(from + reading.end, exceptEnd - from - reading.end);
    } else putBack(exceptAt.index, exceptEnd - exceptAt.index);
  }
  if (waits && clause && clause.op !== 'delay') {
    const onS = toSeconds(waits[1]!, waits[2]!);
    take(waits.index, waits[0].length, 'delay', `after ${formatQuantity(onS, 's')}`);
    clause = { op: 'delay', of: clause, onS, offS: 0 };
  } else if (waits) putBack(waits.index, waits[0].length);
  const heat = readHeatTo(rest, units);
  if (heat && outside(heat.at)) {
    const at = signals.findIndex((signal) => isRegulator(begunOf(signal) ?? undefined));
    take(heat.at, heat.length, 'signal', heat.means);
    if (at !== -1) signals[at] = { ...signals[at]!, begins: { ...signals[at]!.begins, setC: heat.setC } };
    else if (!wrongClause) {
      const name = freeName('temperature controller', design, signals);
      signals.push({ name, id: null, nature: 'regulator', begins: { setC: heat.setC } });
      clause = both(clause, { op: 'signal', name });
    }
  }

  let second: Whole['second'] = null;
  if (secondAt && clause) {
    const from = secondAt.index + secondAt[0].length;
    const reading = readClause(unsplit.slice(from, secondEnd), from, text, design, units, signals, take);
    const isReverse = secondAt[1] !== undefined;
    if (reading.clause) {
      const isFull = !isReverse && secondAt[2] === undefined;
      take(
        secondAt.index,
        secondAt[0].length,
        'words',
        isReverse ? 'backwards when:' : isFull ? 'at full speed when also:' : 'slowly when:',
      );
      second = { kind: isReverse ? 'reverse' : 'slower', when: isFull ? clause : reading.clause };
      if (isFull) clause = both(clause, reading.clause);
      const word = (isReverse ? FORWARDS : isFull ? SLOWLY : /(?!)/).exec(rest);
      if (word) take(word.index, word[0].length, 'words', '');
      if (second.kind === 'slower') assumed.push('a resistor that leaves the motor about half of its voltage');
      putBack(from + reading.end, secondEnd - from - reading.end);
    } else putBack(secondAt.index, secondEnd - secondAt.index);
  } else if (secondAt) putBack(secondAt.index, secondEnd - secondAt.index);

  const toggles = TOGGLE_AT.exec(rest);
  let togglesWhat: { readonly at: number; readonly length: number } | null = null;
  if (toggles && outside(toggles.index)) {
    const at = toggles.index + toggles[1]!.length;
    // One press on, the next one off: of what stays on by itself nobody says what that would be.
    if (clause && isMomentary(clause, signals)) {
      take(at, 'tog'.length, 'words', 'on by one press, off by the next');
      rest = `${rest.slice(0, at)}\0\0\0run${rest.slice(at + 'toggle'.length)}`;
      clause = { op: 'toggle', of: clause };
    } else togglesWhat = { at, length: 'toggle'.length };
  }
  const offVerb = clause && OFF_VERB_AT.exec(rest);
  if (clause && offVerb && outside(offVerb.index)) {
    // What is left of it reads as *run*.
    const [end, run] = [offVerb.index + offVerb[0].length, 'run'];
    const from = offVerb.index + offVerb[1]!.length;
    take(from, end - run.length - from, 'words', 'off then');
    rest = rest.slice(0, end - run.length) + run + rest.slice(end);
    // Nobody said what begins it: a heater that is on by day and night would be a guess.
    ask({ key: 'other times', asks: 'and at all other times?', choices: [{ value: 'on', text: 'it is on' }] });
    clause = negated(clause);
  }

  const charged = readCharged(rest, text, outside);
  if (charged)
    take(charged.at, charged.length, 'load', `${charged.name}, charged by the supply at up to ${formatQuantity(charged.ampere, 'A')}`);
  const supplyFound = readSupply(rest, design, outside);
  if (supplyFound) take(supplyFound.at, supplyFound.length, 'supply', supplyFound.means);
  const deviceSaid = readDevice(rest);
  const deviceFound = deviceSaid && outside(deviceSaid.at) ? deviceSaid : null;
  if (deviceFound) take(deviceFound.at, deviceFound.length, 'device', deviceFound.means);
  const device = deviceFound?.kind ?? null;
  const guardSaid = readGuard(rest);
  const guard = guardSaid && outside(guardSaid.at) ? guardSaid : null;
  if (guard) take(guard.at, guard.length, 'device', guard.means);
  const metersSaid = readMeters(rest);
  const meters = metersSaid && outside(metersSaid.at) && device !== 'direct' ? metersSaid : null;
  if (meters) take(meters.at, meters.length, 'device', meters.means);
  const placeFound = readPlace(rest, text, design, outside);
  if (placeFound) take(placeFound.at, placeFound.length, 'place', `the relay sits at the ${placeFound.name}`);

  const other = OTHERWISE.exec(rest);
  const otherAt = other && outside(other.index) ? other.index : rest.length;
  const loads =
    charged || never
      ? []
      : readLoads(
          masked(rest, (at) => outside(at) && at < otherAt),
          text,
          take,
        );
  const others =
    other && loads.length > 0
      ? readLoads(
          masked(rest, (at) => outside(at) && at >= otherAt + other[0].length),
          text,
          take,
        )
      : [];
  if (other && others.length > 0) take(other.index, other[0].length, 'words', 'while that is not so, in their place:');
  const unclear = [...unclearOf(text, rest, wrongClause, answers)];
  if (togglesWhat) unclear.push({ at: togglesWhat.at, end: togglesWhat.at + togglesWhat.length, text: 'toggle' });

  // What a circuit needs and the sentence did not say.
  if (!clause && !wrongClause) blanks.push({ key: 'when', asks: 'when? type “when … is on”', choices: [] });
  if (loads.length === 0 && !charged && !never)
    blanks.push({ key: 'load', asks: 'what shall be switched? type “run a 60 W fan”', choices: [] });
  const natured = signals.map((signal) => {
    if (signal.id !== null || signal.nature !== null) return signal;
    const nature = ask({
      key: `signal ${signal.name}`,
      asks: `what is “${signal.name}”?`,
      choices: SIGNAL_NATURES.map((value) => ({ value, text: SIGNALS[value].title })),
    });
    return { ...signal, nature: nature as SignalNature | null };
  });
  const wholeLoads = [...loads, ...others].map((load) => {
    const kind =
      load.kind ??
      // What is heated is a heater.
      (heat && outside(heat.at) ? 'heater' : null) ??
      (ask({
        key: `kind ${load.name}`,
        asks: `what kind of load is “${load.name}”?`,
        choices: UNIT_KINDS.map((value) => ({ value, text: LOADS[value].title })),
      }) as LoadKind | null);
    const answer =
      load.value ??
      Number(ask({ key: `watt ${load.name}`, asks: `${load.name}: how much does one take?`, choices: null, unit: 'W' }) ?? NaN);
    return { ...load, kind, value: answer > 0 ? answer : null };
  });
  const known = design?.supplies ?? [];
  let supply: string | null = never ? `known ${never.job.supply}` : (supplyFound?.supply ?? null);
  // What feeds coils and nothing else is no supply of loads.
  const feeds = known.filter(
    ({ id }) => design!.jobs.length === 0 || design!.jobs.every((job) => job.controlSupply !== id || job.supply === id),
  );
  if (!supply && feeds.length === 1) {
    supply = `known ${feeds[0]!.id}`;
    assumed.push(`from the ${feeds[0]!.name}, the only supply`);
  }
  supply ??= ask({
    key: 'supply',
    asks: 'from what?',
    choices: [
      ...known.map(({ id, name }) => ({ value: `known ${id}`, text: name })),
      ...SUPPLY_VARIANTS.map(({ key, text: words }) => ({ value: `new ${key}`, text: words })),
    ],
  });
  const variant = supply?.startsWith('new ') ? supply.slice(4) : null;
  const feeding =
    supply === null
      ? null
      : (known.find(({ id }) => `known ${id}` === supply) ??
        rated(asVariant({ id: '', name: '', place: '' }, variant!), supplyFound?.ratedA ?? null));
  const notOf = ({ at, length }: { readonly at: number; readonly length: number }) =>
    unclear.push({ at, end: at + length, text: text.slice(at, at + length) });
  // What the shelf has none of; a regulator cuts into half waves, and direct current has none.
  if (feeding && deviceFound && (device === 'phase' || isDescribed(deviceFound)) && partsNamed(deviceFound, feeding).length === 0)
    notOf(deviceFound);
  if (feeding && guard && protectionSaid(guard, feeding) === null) notOf(guard);
  const fitting = feeding ? natured.map((signal) => fittedTo(signal, feeding, design, assumed, units)) : natured;
  const byHand = fitting.some((signal) => {
    const begun = begunOf(signal);
    return begun !== null && !isOutput(begun);
  });
  if (feeding && isMains(feeding) && device !== 'direct' && byHand)
    assumed.push('an isolated 12 V supply for the coil, so that no switch carries mains');
  if (feeding && isMains(feeding)) {
    // Lives hang on these three: said, so that whoever has it otherwise says so.
    assumed.push(`an earth conductor to the metal of ${loads.map(({ name }) => name).join(' and ') || 'the load'}`);
    if (joinsInABox(design, feeding, loads)) assumed.push('a plastic box at the loads, in which they are joined');
    if (supplyFacets(feeding).residualProtection(feeding))
      assumed.push(`residual-current protection before the ${feeding.name || 'outlet'}`);
    if (wholeLoads.some(({ kind }) => kind !== null && LOADS[kind].heats) && device !== 'direct') {
      const known = wholeLoads.filter((load): load is WholeLoad => load.value !== null && load.kind !== null).slice(0, loads.length);
      const asked = fitting.flatMap((signal) => begunOf(signal) ?? design?.signals.find(({ id }) => id === signal.id) ?? []);
      assumed.push(heatEndWords(heatEnd(asked, throughOf(known, guard?.ratingA ?? null, feeding), feeding), units));
    }
  }
  if (never) assumed.push(`everything else of ${never.job.name} stays as it is`);
  else if (lost === null) assumed.push('off if the signal is lost');
  if (distanceM === null && !never) assumed.push('lengths of wire, until they are measured');

  const whole =
    clause !== null &&
    blanks.length === 0 &&
    unclear.length === 0 &&
    (wholeLoads.length > 0 || never !== null || (charged !== null && feeding !== null && isStored(feeding))) &&
    wholeLoads.every(({ value, kind }) => value !== null && kind !== null) &&
    supply !== null;
  const name = wholeLoads[0]?.name ?? charged?.name ?? never?.job.name ?? '';
  return {
    told: told.sort((one, other) => one.at - other.at),
    unclear,
    blanks,
    assumed,
    variant,
    namesRelay: deviceFound !== null && isDescribed(deviceFound),
    name: name.charAt(0).toUpperCase() + name.slice(1),
    add: !whole
      ? null
      : never
        ? (onto) => inhibited(onto, never.job.id, clause!, fitting)
        : (onto) =>
            build(onto, {
              clause: clause!,
              signals: fitting,
              loads: wholeLoads.slice(0, loads.length) as WholeLoad[],
              others: wholeLoads.slice(loads.length) as WholeLoad[],
              charged,
              supply: supply!,
              suppliedA: supplyFound?.ratedA ?? null,
              lost: lost ?? 'off',
              continuous: long !== null,
              distanceM,
              device: deviceFound,
              guard,
              meters: meters?.meters ?? [],
              second,
              place: placeFound,
            }),
  };
}

/** What a condition that was not understood holds is no load. */
const masked = (text: string, outside: (at: number) => boolean): string =>
  [...text].map((sign, at) => (outside(at) ? sign : '\0')).join('');

function unclearOf(typed: string, rest: string, clause: { at: number; end: number } | null, answers: Answers): Heard['unclear'] {
  const stretches: { at: number; end: number; text: string }[] = [];
  for (const found of rest.matchAll(/[^\0]+/g)) {
    const words = [...found[0].matchAll(/[^\s,.;:]+/g)].filter(([word]) => !GLUE.has(word));
    if (words.length === 0) continue;
    const [first, last] = [words[0]!, words[words.length - 1]!];
    const [at, end] = [found.index + first.index, found.index + last.index + last[0].length];
    stretches.push({ at, end, text: typed.slice(at, end) });
  }
  if (clause && !stretches.some(({ at }) => at >= clause.at && at < clause.end))
    stretches.push({ at: clause.at, end: clause.end, text: typed.slice(clause.at, clause.end).trim() });
  return stretches.filter(({ text }) => answers[`leave ${text}`] !== 'yes');
}

/** A page with only what a sentence needs, and its job on it. */
export function projectOf(heard: Heard): Design | null {
  return heard.add?.(blankDesign(heard.name || 'New project', heard.variant ?? 'battery-12')) ?? null;
}
