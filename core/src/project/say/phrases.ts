/** Turns of a sentence that bring a clause or a program of their own: two speeds, two directions, heat to a level, pulses, characters. */
import { type Units, celsius, formatQuantity, formatTime } from '../../quantity/index.ts';
import { clockTime } from '../../kinds/index.ts';
import { COUNT, NUMBER, type SaidSignal, toNumber, toSeconds } from './heard.ts';

const WHENEVER = String.raw`(?:whenever|when|while|if|as long as)`;
const ALSO = String.raw`(?:,? ?\b(?:and|or|but) |[,;] )`;
/** *And backwards when …*: its clause follows. */
export const SECOND = new RegExp(
  String.raw`${ALSO}(?:(?:it )?(?:runs?|turns?|goes) )?(?:it )?(?:(backwards?|in reverse|reversed|reverses?(?: it)?|(?:in )?the other (?:way(?: round)?|direction)|in|out|up|down|left|right)|(slowly|slower|at (?:half|low) speed)) ${WHENEVER}\b`,
);
/** *And at full speed when …*, of what was said to run slowly. */
export const FULL = new RegExp(
  String.raw`${ALSO}(?:(?:it )?(?:runs?|turns?|goes) )?(?:it )?(?:at full speed|fast(?:er)?|quickly) ${WHENEVER}\b`,
);
export const SLOWLY = /\b(?:slowly|at (?:half|low) speed)\b/;
export const FORWARDS = /\b(?:forwards?|in|out|up|down|left|right)\b(?=\s*(?:[\0,;.]|$|(?:from|through) ))/;

/** *But not while …*, after what is done. */
export const EXCEPT = new RegExp(
  String.raw`(?<=\w),? (?:(?:but |and )?(?:not|never) ${WHENEVER}|(?:except|but not) ${WHENEVER}|except|unless)\b(?=[^,]* (?:is|are|gets?|runs?|runs|stays?)\b| cranking\b)`,
);
const WAITING = String.raw`(seconds?|secs?|s|minutes?|mins?|min|hours?|h)\b`;
/** *Wait 5 seconds and then …*. */
export const WAIT = new RegExp(String.raw`\bwait (?:for )?(${COUNT}) ?${WAITING},? (?:and )?then\b`);
/** *Light a lamp after 5 s*, *… 5 s later*, of what follows a condition. */
export const LATER = new RegExp(
  String.raw`\b(?:after (?:a delay of )?(${COUNT}) ?${WAITING}|(${COUNT}) ?${WAITING} later)(?=\s*(?:[\0,;.]|$))`,
);

const HEAT_TO = new RegExp(
  String.raw`\b(?:to|up to|at) (${NUMBER}) ?(°?[cf]|degrees?(?: [cf](?:elsius|ahrenheit)?)?)(?![\w-])(?:,? (?:by|with|through|using) (?:a |an |the |its )?(?:temperature )?(?:controller|regulator))?`,
);
/** *Heat … to 250 °C*: a controller that is set so. */
export function readHeatTo(
  text: string,
  units: Units,
): { readonly at: number; readonly length: number; readonly setC: number; readonly means: string } | null {
  const found = HEAT_TO.exec(text);
  if (!found || !/\b(?:heat|warm|keep|hold|fire)\b/.test(text.slice(0, found.index))) return null;
  const typed = toNumber(found[1]!);
  const isF = /f$|fahrenheit$/.test(found[2]!) || (!/c$|celsius$/.test(found[2]!) && units.temperatureUnit === 'F');
  const setC = isF ? Math.round(10 * celsius(typed)) / 10 : typed;
  return {
    at: found.index,
    length: found[0].length,
    setC,
    means: `by a temperature controller that is set to ${formatQuantity(setC, '°C', units)}`,
  };
}

const TIME = String.raw`(seconds?|secs?|s|minutes?|mins?|min|hours?|h)\b`;
const ROUND = String.raw`(?:(${COUNT}) ?)?(seconds?|secs?|s|minutes?|mins?|min|hours?|h|days?)\b`;
/** *For 10 s every minute*, *every hour for 5 minutes*, *for 8 h a day*. */
const EVERY = new RegExp(String.raw`\b(?:on )?for (${COUNT}) ?${TIME}(?:(?: in)? every ${ROUND}| (?:an? |each )(hour|day)\b)`);
const EVERY_FIRST = new RegExp(String.raw`\bevery ${ROUND},? (?:on )?for (${COUNT}) ?${TIME}`);
/** *Every 10 minutes run a pump for 20 s*. */
const EVERY_BEFORE = new RegExp(String.raw`(?<=^[\s\0]*)every ${ROUND},?(?= .*? for (${COUNT}) ?${TIME})`);
export const isRoundFirst = (text: string): boolean => EVERY_BEFORE.test(text);
const FOR = new RegExp(String.raw`\bfor (${COUNT}) ?${TIME}`);
/** *On a timer*: how long is still to ask. */
export const ON_TIMER =
  /\b(?:on|by|with|using) (?:a |an |the |its )?(?:repeating |cyclic |interval )?(?:timer|time (?:relay|switch))(?![\w-])/;
/** Pulses, where they are said; `round` where how often stands apart, before all. */
export interface Every {
  readonly at: number;
  readonly length: number;
  readonly round?: { readonly at: number; readonly length: number };
  readonly signal: SaidSignal;
  readonly means: string;
}
/** *For 10 s every minute*: pulses that the board of a project makes, or a time relay where there is none; null where the pause would be none. */
export function readEvery(text: string, hasBoard: boolean): Every | null {
  const before = EVERY_BEFORE.exec(text);
  if (before) {
    const [onS, roundS] = [toSeconds(before[3]!, before[4]!), toSeconds(before[1] ?? '1', before[2]!)];
    const lasts = FOR.exec(text)!;
    if (onS <= 0 || onS >= roundS) return null;
    return {
      at: lasts.index,
      length: lasts[0].length,
      round: { at: before.index, length: before[0].length },
      ...inRounds(onS, roundS, hasBoard),
    };
  }
  const found = EVERY.exec(text);
  const first = found ? null : EVERY_FIRST.exec(text);
  const [at, onS, roundS] = found
    ? [found, toSeconds(found[1]!, found[2]!), toSeconds(found[3] ?? '1', (found[4] ?? found[5])!)]
    : first
      ? [first, toSeconds(first[3]!, first[4]!), toSeconds(first[1] ?? '1', first[2]!)]
      : [null, 0, 0];
  if (!at) return null;
  if (onS <= 0 || onS >= roundS) return null;
  return { at: at.index, length: at[0].length, ...inRounds(onS, roundS, hasBoard) };
}
/** *From 18:00 to 23:00*, *between 6 am and 8 am every day*, *at 18:00 and off at 23:00*. */
const CLOCK = String.raw`(?:(\d{1,2})[:.](\d\d)(?: ?h)?|(\d{1,2}) ?(am|pm)|(noon|midnight))`;
const DAILY = String.raw`(?:,? (?:every|each) day|,? daily)?`;
const BY_CLOCK = new RegExp(
  String.raw`\b(?:(?:on )?(?:from|between) ${CLOCK} (?:to|until|till|and) ${CLOCK}|(?:on )?at ${CLOCK}(?: and|,)(?: switch(?:ed)?| turn(?:ed)?)?(?: it)? off(?: again)? at ${CLOCK})${DAILY}(?![\w:])`,
);
const DAY_MIN = 1440;
/** Minute of the day that one of its times says; null where there is none such. */
function minuteOf([hour, minute, twelve, half, word]: readonly (string | undefined)[]): number | null {
  if (word) return word === 'noon' ? 720 : 0;
  if (twelve) return Number(twelve) < 1 || Number(twelve) > 12 ? null : (Number(twelve) % 12) * 60 + (half === 'pm' ? 720 : 0);
  const [hours, minutes] = [Number(hour), Number(minute)];
  return hours > 24 || minutes > 59 ? null : (hours * 60 + minutes) % DAY_MIN;
}
/** On for the same hours of every day: by a time switch, whose clock nobody's board has. */
export function readClock(text: string): Every | null {
  const found = BY_CLOCK.exec(text);
  if (!found) return null;
  const times = found.slice(1);
  const at = times.slice(0, 10).some((one) => one !== undefined) ? 0 : 10;
  const [from, to] = [minuteOf(times.slice(at, at + 5)), minuteOf(times.slice(at + 5, at + 10))];
  if (from === null || to === null || from === to) return null;
  const onMin = (to - from + DAY_MIN) % DAY_MIN;
  const said = `${clockTime(from)} to ${clockTime(to)}`;
  const { begins, ...signal } = repeating(`time switch, ${said}`, onMin * 60, (DAY_MIN - onMin) * 60);
  return {
    at: found.index,
    length: found[0].length,
    means: `a time switch that is on from ${said} every day`,
    signal: { ...signal, begins: { ...begins, onAtMin: from } },
  };
}
/** On for a part of each round: by the board of a project, or by a time relay. */
export function inRounds(onS: number, roundS: number, hasBoard: boolean): { readonly signal: SaidSignal; readonly means: string } {
  const said = `${formatTime(onS)} in every ${formatTime(roundS)}`;
  return {
    means: hasBoard ? `a pin of a board that is on ${said}` : `a time relay that is on ${said}`,
    signal: hasBoard ? pulsesOf(`pulse, ${said}`, onS, roundS - onS) : repeating(`timer, ${said}`, onS, roundS - onS),
  };
}
/** A time relay that repeats, fed by what the coil of its job hangs on. */
export const repeating = (name: string, onS: number, offS: number): SaidSignal => ({
  name,
  id: null,
  nature: 'timer',
  // After a power cut it waits first: what heats or turns does not start as soon as power is back.
  begins: { onS, offS, first: 'off' },
});
/** A pin that a board's program turns on and off for ever. */
const pulsesOf = (name: string, onS: number, offS: number): SaidSignal => ({
  name,
  id: null,
  nature: 'pin',
  begins: {},
  program: (pin) => [
    {
      do: 'repeat',
      times: 0,
      steps: [
        { do: 'set', pin, high: true },
        { do: 'wait', seconds: onS },
        { do: 'set', pin, high: false },
        { do: 'wait', seconds: offS },
      ],
    },
  ],
});

/** *Flash a lamp*: how often where nobody says it, s on and s off: 75 a minute, of the 60 to 120 that direction indicators may have (UN Regulation 6, from memory). */
export const FLASH_S = 0.4;
export const FLASH_AT = /((?:^|[\0,;.]|\b(?:then|please|to))[\s\0]*)(?:flash|blink)\b/;
/** *Once a second*, *twice a minute*, *every two seconds*, of what flashes. */
export const FLASH_RATE = new RegExp(
  String.raw`\b(?:(?:(once|twice)|(${NUMBER}) times) (?:an?|per|every|each) (second|minute)|every (?:(${COUNT}) )?(seconds?|minutes?))\b`,
);
/** Half of one round of it, s. */
export function halfRound([, often, times, per, every, unit]: RegExpExecArray): number {
  const roundS = per
    ? toSeconds('1', per) / (often === 'once' ? 1 : often === 'twice' ? 2 : toNumber(times!))
    : toSeconds(every ?? '1', unit!);
  return Number((roundS / 2).toPrecision(3));
}

const LINK = String.raw`(?:the |a |my )?(?:(?:phone|radio|serial|bluetooth|computer)(?: link)?|link|phone app|app)`;
const SENDS = String.raw`(?:sends?|says?|types?) (?:the (?:letter|character) |an? )?['"“”]?([a-z0-9])['"“”]?(?![\w-])`;
export const CHARACTER = new RegExp(`^${LINK} ${SENDS}`);
/** A link that needs a radio at the board; what comes by a cable, or nobody knows how, does not. */
export const BY_RADIO = /^(?:the |a |my )?(?:phone|radio|bluetooth|app)\b/;
/** What turns it off again. */
export const CHARACTER_OFF = new RegExp(
  String.raw`,? ?\b(?:until|and (?:it )?(?:(?:turns?|goes|switch(?:es)?) )?(?:it )?off (?:again )?(?:when|if|once)) (?:it|${LINK}) ${SENDS}`,
);
/** A pin that one character of a link sets and another clears: the other case of a letter, 0 for a digit, where none is said. */
export function ofCharacter(high: string, off: string | null): SaidSignal & { readonly low: string } {
  const other = high === high.toUpperCase() ? high.toLowerCase() : high.toUpperCase();
  const low = off ?? (other !== high ? other : high === '0' ? 'x' : '0');
  return {
    name: `character ${high}`,
    id: null,
    nature: 'pin',
    begins: {},
    low,
    program: (pin) => [{ do: 'character', pin, high, low }],
  };
}

/** *Never run the pump while …*: what another job of the project must not do. */
export const NEVER =
  /\b(?:never|do not|don't) (?:let |have )?(?:(?:run|drive|start|feed|light|heat|use|operate|turn on|switch on|pull in) )?(?:the |a |my )?/;
