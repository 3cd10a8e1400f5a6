/** What a sentence names beside its condition: loads, a supply, a place. */
import {
  type LoadKind,
  LOADS,
  SUPPLY_VARIANTS,
  asVariant,
  goesInSeries,
  isMains,
  isStored,
  supplyFacets,
  variantOf,
} from '../../kinds/index.ts';
import { formatQuantity } from '../../quantity/index.ts';
import { IN3_CM3 } from '../../reference/index.ts';
import { whyNoOutput } from '../chains.ts';
import { supplyIdOf } from '../hangs-on.ts';
import { feedingConverter, outputWords } from './converter.ts';
import type { Design } from '../schema.ts';
import { CHARGING_A } from '../starters.ts';
import { NUMBER, type SaidBattery, type SaidLoad, type SaidPlace, type Take, VERB, toNumber } from './heard.ts';
import { COUNTS, LOAD_WORDS, NO_LOAD, NO_PLACE, TURNING, isAside } from './words.ts';

/** A battery by its cells and its voltage; by its voltage; and one that says neither. */
const BATTERY_WORDS: readonly (readonly [words: RegExp, variant: string])[] = [
  ...SUPPLY_VARIANTS.flatMap(({ key }): [RegExp, string][] => {
    const [, volt, cells] = /^battery-(\d+)-(agm|lithium)$/.exec(key) ?? [];
    if (!volt) return [];
    const voltage = String.raw`${volt} ?v(?:olts?)? `;
    return [[new RegExp(`${volt === '12' ? `(?:${voltage})?` : voltage}(?:\\w+ )?${cells}(?: \\w+)? battery`), key]];
  }),
  ...SUPPLY_VARIANTS.flatMap(({ key }): [RegExp, string][] => {
    const [, volt] = /^battery-(\d+)$/.exec(key) ?? [];
    return volt && volt !== '12' ? [[new RegExp(String.raw`(?<![\d.,])${volt} ?v(?:olts?)? (?:(?!agm|lithium)\w+ )?battery`), key]] : [];
  }),
  [/(?:12 ?v(?:olts?)? )?(?:(?!\d|v\b)\w+ )?battery/, 'battery-12'],
  // What charges the battery hangs on its post.
  [/(?:12 ?v(?:olts?)? )?alternator/, 'battery-12'],
];
/** Supplies that are made of electronics, by their voltage; 12 V where they name none. */
const ELECTRONIC_WORDS: readonly (readonly [words: RegExp, variant: string])[] = SUPPLY_VARIANTS.flatMap(({ key }): [RegExp, string][] => {
  const [, made, volt] = /^(converter|solar|adapter)-(\d+)$/.exec(key) ?? [];
  if (!made) return [];
  const words = {
    converter: String.raw`(?:dc[-–/ ]?(?:to[- ])?dc )?converter`,
    solar: String.raw`solar (?:charge )?(?:controller|regulator)`,
    adapter: String.raw`(?:(?:isolated|bench|plug-top|wall|power|lab) )?(?:power )?(?:supply|adapter|power pack)`,
  }[made as 'converter' | 'solar' | 'adapter'];
  const voltage = String.raw`${volt} ?v(?:olts?)? `;
  // *A 48 V to 12 V converter*: what it is fed with is said first.
  const from = made === 'converter' ? String.raw`(?:\d+ ?(?:v(?:olts?)?)?(?:[- ]to[- ]|/))?` : '';
  return [[new RegExp(`${from}${volt === '12' ? `(?:${voltage})?` : voltage}(?:${words})`), key]];
});
/** Words for a supply that is not in the project, and which one they mean. */
const SUPPLY_WORDS: readonly (readonly [words: RegExp, variant: string])[] = [
  [/24 ?v(?:olts?)?(?: ?~| ac)? (?:isolating )?transformer/, 'adapter-24-ac'],
  ...BATTERY_WORDS,
  ...ELECTRONIC_WORDS,
  [/240 ?v(?:olts?)?(?: (?:mains|outlet|branch|circuit))?/, 'mains-240'],
  [/1(?:10|15|20|27) ?v(?:olts?)?(?: (?:mains|outlet|branch|circuit))?/, 'mains-120'],
  [/2[23]0 ?v(?:olts?)?(?: ?(?:mains|wall outlet|wall socket|outlet|wall|branch|circuit))?/, 'mains-230'],
  [/mains|wall outlet|wall socket|outlet|wall|branch|circuit/, 'mains-230'],
];
/** What no voltage is said of is what the project has of it: on a page of 120 V its mains are 120 V. */
function ofProject(key: string, said: string, design: Design | null): string {
  const isAlike = key === 'mains-230' ? isMains : key === 'battery-12' ? isStored : null;
  if (isAlike === null || /\d ?v/.test(said) || !design) return key;
  const variants = new Set(design.supplies.filter(isAlike).map(variantOf));
  return variants.size === 1 ? [...variants][0]! : key;
}
/** Whether what a supply gives is said beside it: of an outlet, a branch, an adapter. */
const takesRating = (key: string): boolean => 'ratedA' in asVariant({ id: '', name: '', place: '' }, key);

/** *On 12 V*: what gives that much, where one thing does; on an empty page a battery of it, or the mains. */
const BARE_VOLTS =
  /^(\d+) ?v(?:olts?)?(?:(?: dc| ⎓|⎓)(?![\w-]))?(?=\s*(?:[,;.\0]|$|(?:by|with|when|whenever|while|if|unless|through|via|at|in)\b))/;
/** What a branch is called by now, of the voltages that stand on plates (from memory): 110 to 127 V, 220 and 230 V. */
export const branchV = (volt: number): number => (volt >= 110 && volt <= 127 ? 120 : volt === 220 ? 230 : volt);
export function ofVoltage(volt: number, design: Design | null): { readonly supply: string; readonly means: string } | null {
  const giving = (design?.supplies ?? []).filter(({ nominalV }) => nominalV === volt || nominalV === branchV(volt));
  const [only] = giving;
  if (only && giving.length === 1) return { supply: `known ${only.id}`, means: `${only.name}, of this project` };
  // A project of batteries has no other mains than those in the wall.
  const isFree = (key: string) => !design || (key.startsWith('mains-') && !design.supplies.some((supply) => isMains(supply)));
  const begun = SUPPLY_VARIANTS.find(({ key }) => (key === `battery-${volt}` || key === `mains-${branchV(volt)}`) && isFree(key));
  return begun ? { supply: `new ${begun.key}`, means: begun.text } : null;
}

/** A fifth more or less is the same voltage by another name: 240 V of mains that are 230 V. */
const SAME_SHARE = 0.2;
/** The battery, or the mains, that a load of so many volts is made for, where nobody said of how many they are; null where the usual one will do. */
export function ofKind(usual: string, volt: number): (typeof SUPPLY_VARIANTS)[number] | null {
  const [, kind, usualV] = /^new (battery|mains)-(\d+)$/.exec(usual) ?? [];
  if (!kind || Math.abs(volt / Number(usualV) - 1) <= SAME_SHARE) return null;
  return SUPPLY_VARIANTS.find(({ key }) => key === `${kind}-${volt}` || key === `${kind}-${branchV(volt)}`) ?? null;
}

/** Of a converter that another job feeds by now. */
function convertedWords(design: Design | null, key: string): string | null {
  const [, volt] = /^converter-(\d+)$/.exec(key) ?? [];
  const job = design && volt !== undefined ? feedingConverter(design) : undefined;
  return job ? outputWords(job, Number(volt)) : null;
}

const CAPACITY = new RegExp(String.raw`^((?:[\w.,]+ ){0,3}?)(${NUMBER}) ?ah (?=(?:\w+ ){0,3}battery\b)`);
interface SaidSupply {
  readonly at: number;
  readonly length: number;
  readonly supply: string;
  readonly means: string;
  /** What an outlet, a branch or an adapter gives, A, and what a battery stores, Ah, where they are said. */
  readonly ratedA: number | null;
  readonly capacityAh?: number;
  /** The job whose contact it is that gives it. */
  readonly ofJob?: string;
  /** That job has no output that anything could hang on. */
  readonly hasNone?: true;
}

/** *Behind the main relay*, *from the pump’s output*, *through the master contactor*: of a job that the project has by now. */
function behindJob(text: string, design: Design | null, outside: (at: number) => boolean): SaidSupply | null {
  const jobs = (design?.jobs ?? []).toSorted((one, other) => other.name.length - one.name.length);
  for (const job of jobs) {
    const { id, name } = job;
    const said = name.toLowerCase().replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
    const suffix = String.raw`(?:['’]s)? (?:(?:relay|contactor)(?:(?:['’]s)? (?:output|contact))?|output|contact)`;
    const own = /\b(?:relay|contactor|master)$/i.test(name) ? String.raw`(?:(?:['’]s)? (?:output|contact))?` : suffix;
    const article = '(?:the |a |an |my )?';
    const pattern = `\\b(?:(?:from|off|through|via|(?:fed|powered|supplied) (?:by|from)) ${article}${said}${own}|(?:behind|after) ${article}${said}(?:${suffix})?)(?![\\w-])`;
    const found = [...text.matchAll(new RegExp(pattern, 'g'))].find(({ index }) => outside(index));
    if (found)
      return {
        at: found.index,
        length: found[0].length,
        supply: `known ${supplyIdOf(design!, job)}`,
        ratedA: null,
        ofJob: id,
        ...(whyNoOutput(design!, job) !== null && { hasNone: true as const }),
        means: `what the contact of ${name} switches, behind a fuse of its own there`,
      };
  }
  return null;
}
export function readSupply(text: string, design: Design | null, outside: (at: number) => boolean): SaidSupply | null {
  const behind = behindJob(text, design, outside);
  if (behind) return behind;
  // A power supply that is turned on is a load.
  const from =
    /(?<!\b(?:turn|switch|power)(?:s|ed)? )\b(?:from|off|on|plugged in(?:to)?|into|(?:fed|powered|supplied) (?:by|from)|connected to|(?<=\0 ?)to(?= (?:the |my )?(?:(?:starter|starting|main|first|engine|vehicle|car|truck|van|12 ?v) )?battery)) (?:the |a |an |my )?|, (?=(?:(?:\d+ ?v )?battery|mains|wall outlet)\s*(?:[,;.\0]|$))/g;
  for (let found = from.exec(text); found; found = from.exec(text)) {
    if (!outside(found.index)) continue;
    const whole = text.slice(found.index + found[0].length);
    // *A 12 V 100 Ah battery*: its capacity out of the way of its name.
    const sized = CAPACITY.exec(whole);
    const after = sized ? sized[1]! + whole.slice(sized[0].length) : whole;
    const capacity = sized && { length: whole.length - after.length, ampereHours: toNumber(sized[2]!) };
    const known = [...(design?.supplies ?? [])]
      .sort((one, other) => other.name.length - one.name.length)
      .find(({ name }) => after.startsWith(name.toLowerCase()));
    // The project’s by its name is that one, unless it is said to be of another size.
    if (known && capacity && supplyFacets(known).storedAh(known) !== capacity.ampereHours) continue;
    if (known)
      return {
        at: found.index,
        length: found[0].length + (capacity?.length ?? 0) + known.name.length,
        supply: `known ${known.id}`,
        ratedA: null,
        means: `${known.name}, of this project`,
      };
    const bare = BARE_VOLTS.exec(after);
    const alone = bare && ofVoltage(Number(bare[1]), design);
    if (alone) return { at: found.index, length: found[0].length + bare[0].length, ratedA: null, ...alone };
    for (const [words, usual] of SUPPLY_WORDS) {
      const said = new RegExp(`^(?:(?:${NUMBER}) ?(?:amps?|amperes?|a) )?(?:${words.source})\\b`).exec(after);
      if (!said) continue;
      const key = ofProject(usual, said[0], design);
      const variant = SUPPLY_VARIANTS.find((candidate) => candidate.key === key);
      if (!variant) continue;
      const rated = new RegExp(`^(${NUMBER}) ?(?:amps?|amperes?|a) (?:${words.source})\\b`).exec(after);
      if (rated && takesRating(key)) {
        const ratedA = toNumber(rated[1]!);
        const length = found[0].length + rated[0].length;
        const means = `${variant.text}, that gives ${formatQuantity(ratedA, 'A')}`;
        return { at: found.index, length, supply: `new ${key}`, ratedA, means };
      }
      const match = new RegExp(`^(?:${words.source})\\b`).exec(after);
      if (!match) continue;
      // The only battery of a project is the battery.
      const alike = (design?.supplies ?? []).filter((supply) => variantOf(supply) === key);
      if (capacity)
        return {
          at: found.index,
          length: found[0].length + capacity.length + match[0].length,
          supply: `new ${key}`,
          ratedA: null,
          capacityAh: capacity.ampereHours,
          means: `${variant.text} of ${formatQuantity(capacity.ampereHours, 'Ah')}`,
        };
      return alike.length === 1
        ? {
            at: found.index,
            length: found[0].length + match[0].length,
            supply: `known ${alike[0]!.id}`,
            ratedA: null,
            means: `${alike[0]!.name}, of this project`,
          }
        : {
            at: found.index,
            length: found[0].length + match[0].length,
            supply: `new ${key}`,
            ratedA: null,
            means: convertedWords(design, key) ?? variant.text,
          };
    }
  }
  return null;
}

const CHARGED = new RegExp(
  String.raw`\b(?:charge|connect|join) (?:the |a |my )?((?:lithium )?(?:second|house|leisure|auxiliary|aux|other|camper|caravan|trailer|service|spare|boat|van) (?:lithium )?battery)(?: (?:at|with)(?: up to)? (${NUMBER}) ?(?:amps?|amperes?|a)\b)?`,
);
const CHARGED_AT = new RegExp(
  String.raw`(?:,? )\b(?:at|with)(?: up to)? (${NUMBER}) ?(?:amps?|amperes?|a)\b(?! (?:(?:blade |circuit )?(?:fuse|breaker)|relay|contactor))`,
);
/** A second battery that is joined to the supply, and what flows at most. */
export function readCharged(
  text: string,
  typed: string,
  outside: (at: number) => boolean,
): (SaidBattery & { readonly at: number; readonly length: number; readonly rate: RegExpExecArray | null }) | null {
  const found = CHARGED.exec(text);
  if (!found || !outside(found.index)) return null;
  const at = found.index + found[0].indexOf(found[1]!);
  const name = typed.slice(at, at + found[1]!.length);
  const cells = found[1]!.includes('lithium') ? ('lithium' as const) : undefined;
  // *… from the alternator at 40 A*: behind what it is charged from.
  const behind = found[2] === undefined ? CHARGED_AT.exec(text) : null;
  const rate = behind && outside(behind.index) ? behind : null;
  const said = found[2] ?? rate?.[1];
  const ampere = said === undefined ? CHARGING_A : toNumber(said);
  return { at: found.index, length: found[0].length, name, ampere, rate, ...(cells && { cells }) };
}

const ROOM_UNIT = String.raw`(cm³|cm3|cc|ml|litres?|liters?|l|in³|in3|cu\.? ?in(?:ch(?:es)?)?\.?|cubic inch(?:es)?)(?![\w³/-])`;
const ROOM = String.raw` (?:of|with) (${NUMBER}) ?${ROOM_UNIT}(?: (?:of room|inside))?`;
const RING = String.raw`,? (?:and|with) an? extension ring(?: of (${NUMBER}) ?${ROOM_UNIT})?`;
/** Behind the name of a place: of a thing elsewhere it would be its own. */
const ROOM_BEHIND = new RegExp(`^${ROOM}(${RING})?`);
/** Of a unit of volume, cm³. */
const roomCm3 = (count: string, unit: string): number => toNumber(count) * (/^l/.test(unit) ? 1000 : /in/.test(unit) ? IN3_CM3 : 1);

const NEW_PLACE = new RegExp(String.raw`\b(?:at|in|inside) ((?:the |a |my )?([a-z][a-z]*(?: [a-z]+)?))(?=\s*(?:[,.;\0]|$)|${ROOM})`);

/** A place of the project; with nothing in it yet, one that the page then names so. */
export function readPlace(text: string, typed: string, design: Design | null, outside: (at: number) => boolean): SaidPlace | null {
  const plain = (name: string) => name.toLowerCase().replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
  const names = [...(design?.places ?? [])].sort((one, other) => other.name.length - one.name.length);
  for (const { id, name } of names) {
    const found = new RegExp(`\\b(?:at|in|inside|on) (?:the |a |my )?${plain(name)}(?![\\w-])`).exec(text);
    if (found && outside(found.index)) return { at: found.index, length: found[0].length, id, name };
  }
  if (design && design.jobs.length > 0) return null;
  const found = NEW_PLACE.exec(text);
  if (!found || !outside(found.index) || NO_PLACE.test(found[1]!) || NO_PLACE.test(found[2]!)) return null;
  const end = found.index + found[0].length;
  return { at: found.index, length: found[0].length, id: null, name: typed.slice(end - found[2]!.length, end) };
}

/** *In a wall box of 18 cubic inches with an extension ring of 21 cu in*: what is stamped in both, cm³; a ring that says nothing counts for nothing. */
export function readRoom(text: string, { at, length }: Pick<SaidPlace, 'at' | 'length'>) {
  const found = ROOM_BEHIND.exec(text.slice(at + length));
  if (!found) return null;
  const [words, box, boxUnit, ring, ringVolume, ringUnit] = found;
  const cm3 = roomCm3(box!, boxUnit!) + (ringVolume === undefined ? 0 : roomCm3(ringVolume, ringUnit!));
  return {
    at: at + length,
    length: words.length,
    cm3: Number(cm3.toPrecision(4)),
    unsaidRing: ring !== undefined && ringVolume === undefined,
  };
}

const UNITS = 'kw|watts?|w|milliamps?|ma|amps?|amperes?|a|ohms?|Ω|ω';
const PLATE = new RegExp(String.raw`(?:${NUMBER} ?(?:to|-|–) ?)?(${NUMBER}) ?(${UNITS})(?![\w-])(?: each)?`);
/** *Glow plugs, 4 × 15 A*: how many, behind their name. */
const COUNT_BEHIND = /[a-z],? (\d{1,2}) ?[x×] ?(?=\d)/;
/** *1/2 hp*, *1 1/2 hp*, *0.75 horsepower*. */
const HORSEPOWER = new RegExp(String.raw`(?:(${NUMBER}) )?(\d)\/(\d) ?(?:hp|horse ?power)\b|(${NUMBER}) ?(?:hp|horse ?power)\b`);
const VOLTS = new RegExp(String.raw`(${NUMBER}) ?(?:v|volts?)(?: (?:ac|dc)\b|~|⎓)?(?![\w-])`);
/** *110/220 V*, *12 or 24 V*; *100–240 V* is all between. */
const TWO_VOLTS = new RegExp(
  String.raw`(${NUMBER}) ?(?:v|volts?)? ?(\/|or|-|–|to) ?(${NUMBER}) ?(?:v|volts?)(?: (?:ac|dc)\b|~|⎓)?(?![\w-])`,
);
const TIMES: Readonly<Record<string, readonly ['W' | 'A' | 'Ω', number]>> = {
  k: ['W', 1000],
  w: ['W', 1],
  m: ['A', 0.001],
  a: ['A', 1],
  o: ['Ω', 1],
  Ω: ['Ω', 1],
  ω: ['Ω', 1],
};
/** What a thing begins with that a verb of its own stands before. */
const ARTICLE = String.raw`(?:a|an|the|my|its|two|both|three|four|\d+)`;
const DOES = String.raw`(?:should |must |shall |will |to )?(?:runs?|comes? on|(?:lights|(?<=s )light)(?: up)?|works?|rings?|starts?|sounds|turns? on|go(?:es)? on|is on|are on|be on)`;
const SUBJECT = new RegExp(String.raw`\s+${DOES}\s*$`);
/** Behind the supply: *a pump from the mains runs when …*. */
const LATE_VERB = new RegExp(String.raw`^[\0\s]*[^\0;]+\0[\0\s]*(${DOES})(?=\s*(?:[\0,;.?]|$))`);
/** Between things that are named; but *fan, 10 A* is one, with its rating behind the comma. */
const LISTED = new RegExp(
  String.raw`(,? and |, (?!(?:${NUMBER} ?v(?:olts?)?,? )?(?:\d{1,2} ?[x×] ?)?${NUMBER} ?(?:${UNITS})(?: (?:at )?${NUMBER} ?v(?:olts?)?)?\s*(?:,|and\b|$)))`,
);

/** The loads of what is done: between the verb and the first thing that was taken for something else. */
export function readLoads(text: string, typed: string, take: Take): SaidLoad[] {
  const loads: SaidLoad[] = [];
  const listed = (from: number, stretch: string, verb = '') => {
    let at = from;
    for (const piece of stretch.split(LISTED)) {
      const lead = new RegExp(String.raw`^[\s,]*(?:then )?(?:(?:${VERB.source}) (?=${ARTICLE}\b))?`).exec(piece)![0].length;
      const words = piece.slice(lead).trim().replace(/,$/, '');
      const found = /^,?\s*(?:and)?\s*$/.test(piece) ? null : oneLoad(words, typed.slice(at + lead, at + lead + words.length));
      const load = found && (HEATING.test(verb) ? { ...found, kind: toHeat(found) } : found);
      if (load) {
        loads.push(load);
        if (lead > 1) take(at, lead, 'words', '');
        take(at + lead, words.length, 'load', loadMeans(load));
      }
      at += piece.length;
    }
  };
  const late = LATE_VERB.exec(text);
  const lateAt = late ? late.index + late[0].length - late[1]!.length : -1;
  const verbs = new RegExp(VERB.source, 'g');
  let read = 0;
  for (let verb = verbs.exec(text); verb; verb = verbs.exec(text)) {
    const [before, from] = [text.slice(0, verb.index), verb.index + verb[0].length];
    // At the beginning, or after what was read or a comma: *switch* within a name is none. A second one begins a thing of its own.
    // *Light on when …*: here it is the lamp.
    if (verb[0] === 'light' && /^ on\s*(?:[\0,;.]|$)/.test(text.slice(from))) continue;
    if (verb.index < read || verb.index === lateAt || !/(?:^|[\0,;.]|\b(?:then|please|to|and|only))[\s\0]*$/.test(before)) continue;
    if (loads.length > 0 && !new RegExp(`^ ${ARTICLE}\\b`).test(text.slice(from))) continue;
    const after = /^[^\0;.]*(?:\.\d[^\0;.]*)*/.exec(text.slice(from))![0];
    take(verb.index, verb[0].length, 'words', '');
    listed(from, after, verb[0]);
    read = from + after.length;
    verbs.lastIndex = Math.max(verbs.lastIndex, read);
  }
  if (read > 0) return loads;
  // *A 160 W fan runs when …*: the load stands before its own verb.
  const begun = /^[\0\s]*/.exec(text)![0].length;
  const before = /^[^\0;]*/.exec(text.slice(begun))![0];
  const subject = SUBJECT.exec(before);
  if (late && !subject) {
    take(lateAt, late[1]!.length, 'words', '');
    listed(begun, before);
    return loads;
  }
  if (!subject) {
    // *Fan 12 A when …*, *fog lamps with a switch*: as one writes it on a slip of paper.
    const pieces = before
      .trim()
      .split(LISTED)
      .filter((_, at) => at % 2 === 0);
    if (pieces.every((piece) => PLATE.test(piece) || kindOfName(piece.replace(/ on$/, '')) !== null)) listed(begun, before);
    return loads;
  }
  take(begun + subject.index, subject[0].length, 'words', '');
  listed(begun, before.slice(0, subject.index));
  return loads;
}

/** What is heated is a heater where its name says nothing else, and a lamp to heat with is a heat lamp. */
export const toHeat = ({ name, kind }: SaidLoad): LoadKind => (/\b(?:lamp|light|bulb)s?$/i.test(name) ? 'heat-lamp' : (kind ?? 'heater'));
const HEATING = /^(?:heat|warm)/;

/** *… with a 6 kW element*: what a thing is heated by; null where nothing of the kind is said. */
export function readHeatedBy(text: string, typed: string): { readonly at: number; readonly length: number; readonly by: SaidLoad } | null {
  const found = new RegExp(String.raw`\bwith (${ARTICLE} [^\0,;.]*(?:\.\d[^\0,;.]*)*)`).exec(text);
  if (!found) return null;
  const at = found.index + found[0].length - found[1]!.length;
  const words = found[1]!.trim();
  // *With 300 W*: of what it is called so.
  const bare = PLATE.exec(words)?.[0] === words ? ' heater' : '';
  const by = oneLoad(`${words}${bare}`, `${typed.slice(at, at + found[1]!.length).trimEnd()}${bare}`);
  return by?.value == null ? null : { at: found.index, length: found[0].trimEnd().length, by };
}

/** What a pilot lamp takes (from memory: 0.3 to 2 W), W. */
const TELLTALE_W = 1;
/** *Two 6 V lamps in series*: one string of them all. */
const IN_SERIES = /,? (?:(?:all )?(?:wired|connected|joined|put) )?in series(?: with each other)?(?= |,|$)/;
const MOST_IN_SERIES = 12;
function oneLoad(words: string, typed: string): SaidLoad | null {
  const strung = IN_SERIES.exec(words);
  if (strung) {
    const one = oneLoad(words.replace(strung[0], ''), typed);
    const isString = one !== null && one.count > 1 && one.count <= MOST_IN_SERIES && (one.kind === null || goesInSeries(one.kind));
    return isString ? { ...one, count: 1, series: one.count } : null;
  }
  // What it hangs on and was not understood is no part of its name.
  if (TURNING.test(words) || isAside(words) || NO_LOAD.test(words) || /\b(?:from|off) (?:a|an|the|my) /.test(words)) return null;
  let rest = ` ${words} `;
  const behind = COUNT_BEHIND.exec(rest);
  if (behind) rest = rest.replace(`${behind[1]}`, ' ').replace(/ [x×] ?(?=\d)/, ' ');
  const plate = PLATE.exec(rest);
  if (plate) rest = rest.replace(plate[0], ' ');
  const powered = plate ? null : HORSEPOWER.exec(rest);
  if (powered) rest = rest.replace(powered[0], ' ');
  const both = TWO_VOLTS.exec(rest);
  if (both) rest = rest.replace(both[0], ' ');
  const volts = both ?? VOLTS.exec(rest);
  if (volts && !both) rest = rest.replace(volts[0], ' ');
  let count = 1;
  const counted = /^\s*(?:(\d{1,2}) ?[x×]?\s|([a-z]+)\s)/.exec(rest);
  if (counted?.[1]) {
    count = Number(counted[1]);
    rest = rest.slice(counted[0].length);
  } else if (counted?.[2] && counted[2] in COUNTS) {
    count = COUNTS[counted[2]]!;
    rest = rest.slice(counted[0].length);
  }
  // *Two glow plugs 4 × 15 A* are two or four.
  if (behind && count > 1) return null;
  if (behind) count = Number(behind[1]);
  const name = rest
    // Side by side is how they are wired anyhow.
    .replace(/\bin parallel\b|\bside by side\b/g, ' ')
    .replace(/\b(?:of|rated|at|each|x)\b|[×(),]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    // *Latch a pump on*, *let a horn sound*, *have a fan come on*.
    .replace(/ (?:to )?(?:comes?|runs?|running|goes|go|going|works?|working|sound)(?: on)?$| on$/, '');
  // *Alternate two pumps*: a word before how many is a verb that is not known.
  if (name.split(' ').some((word) => (COUNTS[word] ?? 1) > 1)) return null;
  if (!/[a-z]/.test(name) || /\b(?:fast|slow|hard|loud|bright)$/.test(name) || count < 1 || count > 24) return null;
  // So small that nobody reads its plate; one that is to light a room is no telltale.
  const telltale = !plate && /\b(?:pilot|telltale|status|indicator) (?:lamp|light)s?$/.test(name);
  const horsepower = powered ? horsepowerOf(powered) : null;
  const ratedV = volts ? toNumber(volts[1]!) : null;
  const [unit, times] = plate ? TIMES[plate[2]![0]!]! : ([horsepower === null ? 'W' : 'A', 1] as const);
  return {
    name: asTyped(name, typed).slice(0, 60),
    count,
    series: 1,
    kind: telltale ? 'led' : horsepower === null ? kindOfName(name) : 'motor',
    value: plate ? toNumber(plate[1]!) * times : telltale ? TELLTALE_W : null,
    unit,
    ratedV,
    ...(both && { otherV: toNumber(both[3]!), ranges: /^(?:-|–|to)$/.test(both[2]!) }),
    ...(horsepower !== null && { horsepower }),
  };
}
const horsepowerOf = ([, whole, over, under, decimal]: RegExpExecArray): number =>
  decimal !== undefined ? toNumber(decimal) : (whole === undefined ? 0 : toNumber(whole)) + Number(over) / Number(under);
/** What a name ends with says what it is: a heater fan is a fan, a fan heater a heater. A lamp of LEDs is no filament. */
function kindOfName(name: string): LoadKind | null {
  let found: { kind: LoadKind; end: number } | null = null;
  for (const [pattern, kind] of LOAD_WORDS)
    for (const match of name.matchAll(new RegExp(pattern.source, 'g'))) {
      const end = match.index + match[0].length;
      if (!found || end > found.end) found = { kind, end };
    }
  return found && LOADS[found.kind].contact === 'filament' && LED_WORDS.test(name) ? 'led' : (found?.kind ?? null);
}
const LED_WORDS = /\bleds?\b/;
export function loadMeans({ count, series, kind, value, unit }: SaidLoad): string {
  const many = series > 1 ? `${series} in series, each ` : count > 1 ? `${count} × ` : '';
  return `${many}${value === null ? '' : `${formatQuantity(value, unit)} `}${kind ? LOADS[kind].title : 'load'}`;
}

/** The name with its capitals, where it stands in one piece. */
function asTyped(name: string, typed: string): string {
  const at = typed.toLowerCase().indexOf(name);
  return at < 0 ? name : typed.slice(at, at + name.length);
}
