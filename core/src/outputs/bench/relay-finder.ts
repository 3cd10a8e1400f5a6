/**
 * What is this relay? From resistances between its pins: which pair is the coil, which pins rest closed, which throw is
 * the common, whether a diode sits across the coil and which way round.
 *
 * At rest a pair reads as the coil, as closed or as open. Every way in which the pins could be a coil and poles is a
 * hypothesis; a reading strikes out those that it contradicts, and the next pair to measure is the one whose expected
 * outcome says most: the largest entropy over coil, closed and open. When one way is left the coil is powered, and the
 * same is done for which pin of each closed pair is the common.
 */
import { commonPractice, fromMemory } from '../../reference/index.ts';
import { LEADS_OHM } from './meter.ts';

export const PIN_COUNTS = [4, 5, 8, 11] as const;
export type PinCount = (typeof PIN_COUNTS)[number];

export interface PinReading {
  /** Pins as they were numbered on the bench, from 1. */
  readonly red: number;
  readonly black: number;
  /** Whether its coil had power. */
  readonly energised: boolean;
  /** What the ohmmeter showed, Ω. */
  readonly ohm: number;
}

/** Closed contacts and leads stay below; coils of plug-in relays lie between; open is above, Ω. */
export const CLOSED_BELOW_OHM = 5;
export const COIL_OHM = [20, 20e3] as const;
export const OPEN_ABOVE_OHM = 1e5;
/** Usual coils of plug-in relays by their voltage, Ω. */
export const USUAL_COILS = [
  { volt: 12, least: 60, most: 120, what: 'a 12 V plug-in relay' },
  { volt: 12, least: 300, most: 600, what: 'a miniature 12 V relay' },
  { volt: 24, least: 240, most: 480, what: 'a 24 V plug-in relay' },
] as const;
export const USUAL_COILS_SOURCE = commonPractice(
  'coils of plug-in relays, 60–120 Ω at 12 V and four times that at 24 V; miniature ones 20–40 mA',
);
export const PIN_NAMES_SOURCE = fromMemory('DIN 72552 for four and five pins, EN 50005 for eight and eleven');
/** Past this share the two ways round of a coil differ: a diode. */
const DIODE_SHARE = 0.15;

export type PairState = 'coil' | 'closed' | 'open';
/** Null where it is none of the three: a dirty contact, a finger on the probe. */
export function pairState(ohm: number): PairState | null {
  if (ohm < CLOSED_BELOW_OHM) return 'closed';
  if (ohm > OPEN_ABOVE_OHM) return 'open';
  return ohm >= COIL_OHM[0] && ohm <= COIL_OHM[1] ? 'coil' : null;
}

type Pair = readonly [number, number];
/** At rest: the coil's pair and the pairs that are closed. */
interface Resting {
  readonly coil: number;
  readonly closed: readonly number[];
}
export interface Pole {
  readonly common: number;
  readonly resting: number | null;
  readonly closing: readonly number[];
}

/** A pin by its number on the bench, and what stands at it on a drawing. */
export interface PinName {
  readonly pin: number;
  readonly name: string;
}

/**
 * What the pins are called, those that are known: of relays with four and five pins as in vehicles (30, 85, 86, 87, 87a), of
 * those with more as on panels (A1, A2, and 11, 12, 14 of the first contact). Where a reading cannot tell, both names.
 */
export function pinNames(pins: PinCount, { coil, diode, poles }: Pick<Found, 'coil' | 'diode' | 'poles'>): readonly PinName[] {
  const isVehicle = pins <= 5;
  const [plus, minus] = isVehicle ? ['86', '85'] : ['A1', 'A2'];
  const knowsPlus = diode !== null && diode !== 'none';
  const ends = (coil?.pins ?? []).map((pin): PinName => ({
    pin,
    name: !knowsPlus ? `${plus} or ${minus}` : pin === diode.plus ? plus : minus,
  }));
  const contacts = (poles ?? []).flatMap(({ common, resting, closing }, at): PinName[] => {
    const [own, rest, made] = isVehicle ? ['30', '87a', '87'] : [`${at + 1}1`, `${at + 1}2`, `${at + 1}4`];
    // A contact with no third pin has no end that is the common.
    const either = resting === null && closing.length === 1 ? `${own} or ${made}` : null;
    const eitherAtRest = resting !== null && closing.length === 0 ? `${own} or ${rest}` : null;
    return [
      { pin: common, name: either ?? eitherAtRest ?? own },
      ...(resting === null ? [] : [{ pin: resting, name: eitherAtRest ?? rest }]),
      ...closing.map((pin) => ({ pin, name: either ?? made })),
    ];
  });
  return [...ends, ...contacts].sort((a, b) => a.pin - b.pin);
}

export type Asked = { readonly red: number; readonly black: number; readonly energised: boolean };
export interface Found {
  /** Ways that are left in which the pins could be connected. */
  readonly left: number;
  readonly coil: { readonly pins: Pair; readonly ohm: number; readonly what: string | null } | null;
  /** The pin on the diode's band, to which plus goes; `none` once both ways round have been read alike. */
  readonly diode: { readonly plus: number } | 'none' | null;
  /** All poles, once each pin of them is known. */
  readonly poles: readonly Pole[] | null;
  readonly next: Asked | null;
  /** Index of the reading that contradicts the rest; null where more than one would have to be wrong. */
  readonly contradiction: { readonly reading: number | null } | null;
  /** Readings that are neither coil, closed nor open. */
  readonly unclear: readonly number[];
}

const pairsOf = (pins: number): Pair[] => {
  const pairs: Pair[] = [];
  for (let a = 1; a <= pins; a++) for (let b = a + 1; b <= pins; b++) pairs.push([a, b]);
  return pairs;
};

interface Space {
  readonly pairs: readonly Pair[];
  readonly index: (a: number, b: number) => number;
  readonly resting: readonly Resting[];
}
const spaces = new Map<PinCount, Space>();

/** All ways at rest: 12 for 4 pins, 30 for 5, 1260 for 8, 69 300 for 11. */
export function spaceOf(pins: PinCount): Space {
  const known = spaces.get(pins);
  if (known) return known;
  const pairs = pairsOf(pins);
  const at = new Map(pairs.map(([a, b], index) => [a * 16 + b, index]));
  const index = (a: number, b: number) => at.get(Math.min(a, b) * 16 + Math.max(a, b))!;
  const closedCounts = pins === 4 ? [0, 1] : [Math.floor((pins - 2) / 3)];
  const resting: Resting[] = [];
  for (const [a, b] of pairs) {
    const others = Array.from({ length: pins }, (_, pin) => pin + 1).filter((pin) => pin !== a && pin !== b);
    for (const count of closedCounts)
      for (const closed of disjointPairs(others, count)) resting.push({ coil: index(a, b), closed: closed.map(([x, y]) => index(x, y)) });
  }
  const made = { pairs, index, resting };
  spaces.set(pins, made);
  return made;
}

/** Every set of so many pairs that share no pin. */
function disjointPairs(pins: readonly number[], count: number): Pair[][] {
  if (count === 0) return [[]];
  const found: Pair[][] = [];
  pins.forEach((a, at) => {
    pins.slice(at + 1).forEach((b) => {
      // Later pairs begin later: each set is found once.
      const rest = pins.slice(at + 1).filter((pin) => pin !== b);
      for (const more of disjointPairs(rest, count - 1)) found.push([[a, b], ...more]);
    });
  });
  return found;
}

const stateAt = ({ coil, closed }: Resting, pair: number): PairState =>
  pair === coil ? 'coil' : closed.includes(pair) ? 'closed' : 'open';
/** With power on it: whether two pins are joined. */
const joined = (poles: readonly Pole[], a: number, b: number): boolean =>
  poles.some(({ common, closing }) => {
    const metal = [common, ...closing];
    return metal.includes(a) && metal.includes(b);
  });

/** All ways with power, of one way at rest. */
export function powered(pins: PinCount, { coil, closed }: Resting): Pole[][] {
  const { pairs } = spaceOf(pins);
  const used = new Set([...pairs[coil]!, ...closed.flatMap((pair) => [...pairs[pair]!])]);
  const free = Array.from({ length: pins }, (_, pin) => pin + 1).filter((pin) => !used.has(pin));
  if (pins === 4) {
    const [a, b] = closed.length === 0 ? free : pairs[closed[0]!]!;
    // One contact has no end that is the common: the lower number is called so.
    return [[closed.length === 0 ? { common: a!, resting: null, closing: [b!] } : { common: a!, resting: b!, closing: [] }]];
  }
  const ways: Pole[][] = permutations(free).flatMap((throws) =>
    closed.reduce<Pole[][]>(
      (made, pair, at) => {
        const [a, b] = pairs[pair]!;
        const closing = [throws[at]!];
        return made.flatMap((poles) => [
          [...poles, { common: a, resting: b, closing }],
          [...poles, { common: b, resting: a, closing }],
        ]);
      },
      [[]],
    ),
  );
  // A second kind with five pins: both throws close, and are joined inside.
  if (pins === 5) ways.push([{ common: free[0]!, resting: null, closing: [...pairs[closed[0]!]!] }]);
  return ways;
}

function permutations<T>(items: readonly T[]): T[][] {
  if (items.length <= 1) return [[...items]];
  return items.flatMap((item, at) => permutations([...items.slice(0, at), ...items.slice(at + 1)]).map((rest) => [item, ...rest]));
}

const entropy = (counts: readonly number[]): number => {
  const total = counts.reduce((sum, count) => sum + count, 0);
  return counts.reduce((sum, count) => (count > 0 ? sum - (count / total) * Math.log(count / total) : sum), 0);
};

/** Pairs read at rest, by pair: what they said. */
function restLeft(pins: PinCount, readings: readonly PinReading[]): readonly Resting[] {
  const { index, resting } = spaceOf(pins);
  const said = readings.flatMap(({ red, black, energised, ohm }) => {
    const state = pairState(ohm);
    return energised || state === null ? [] : [{ pair: index(red, black), state, ohm }];
  });
  // With a diode across it a coil may read next to nothing one way round: what was a coil once is one.
  const coils = new Set(said.filter(({ state }) => state === 'coil').map(({ pair }) => pair));
  return resting.filter((way) => said.every(({ pair, state }) => stateAt(way, pair) === (coils.has(pair) ? 'coil' : state)));
}

function poweredLeft(readings: readonly PinReading[], ways: readonly Pole[][]): readonly Pole[][] {
  const said = readings.filter(({ energised, ohm }) => energised && pairState(ohm) !== null);
  return ways.filter((poles) => said.every(({ red, black, ohm }) => joined(poles, red, black) === (pairState(ohm) === 'closed')));
}

const consistent = (pins: PinCount, readings: readonly PinReading[]): boolean => {
  const rest = restLeft(pins, readings);
  if (rest.length === 0) return false;
  return rest.length > 1 || poweredLeft(readings, powered(pins, rest[0]!)).length > 0;
};

/** What the readings so far say, and which to take next. */
export function identifyRelay(pins: PinCount, readings: readonly PinReading[]): Found {
  const { pairs } = spaceOf(pins);
  const unclear = readings.flatMap(({ ohm }, at) => (pairState(ohm) === null ? [at] : []));
  const nothing = { coil: null, diode: null, poles: null, next: null, unclear };
  if (!consistent(pins, readings)) {
    const without = (at: number) => consistent(pins, [...readings.slice(0, at), ...readings.slice(at + 1)]);
    const culprits = readings.flatMap((_, at) => (without(at) ? [at] : []));
    // Where several would do, the newest: what it contradicts was there first.
    return { ...nothing, left: 0, contradiction: { reading: culprits[culprits.length - 1] ?? null } };
  }
  const rest = restLeft(pins, readings);
  const coilPair = rest.every(({ coil }) => coil === rest[0]!.coil) ? pairs[rest[0]!.coil]! : null;
  const coil = coilPair && coilOf(coilPair, readings);
  const diode = coilPair && diodeOf(coilPair, readings);
  if (rest.length > 1) return { ...nothing, left: rest.length, coil, diode, next: nextAtRest(pins, rest, readings), contradiction: null };
  if (!coil) return { ...nothing, left: 1, next: { red: coilPair![0], black: coilPair![1], energised: false }, contradiction: null };
  const ways = poweredLeft(readings, powered(pins, rest[0]!));
  const found = { left: ways.length, coil, diode, unclear, contradiction: null };
  // Both ways round before power: a diode the wrong way is a short.
  if (diode === null) return { ...found, poles: ways.length === 1 ? ways[0]! : null, next: otherWay(coilPair!, readings) };
  if (ways.length > 1) return { ...found, poles: null, next: nextPowered(pins, ways, readings) };
  // One way is left: one reading with power says that it moves at all.
  const moved = readings.some(({ energised }) => energised);
  const [first] = ways[0]!;
  return {
    ...found,
    poles: ways[0]!,
    next: moved ? null : { red: first!.common, black: first!.closing[0] ?? first!.resting!, energised: true },
  };
}

function coilOf(pins: Pair, readings: readonly PinReading[]): Found['coil'] {
  const ohms = readings
    .filter(({ red, black, energised, ohm }) => !energised && pairState(ohm) === 'coil' && pins.includes(red) && pins.includes(black))
    .map(({ ohm }) => ohm);
  if (ohms.length === 0) return null;
  // Through the diode less is read than the copper has.
  const ohm = Math.max(...ohms) - LEADS_OHM;
  return { pins, ohm, what: USUAL_COILS.find(({ least, most }) => ohm >= 0.9 * least && ohm <= 1.1 * most)?.what ?? null };
}

function diodeOf([a, b]: Pair, readings: readonly PinReading[]): Found['diode'] {
  const last = (red: number, black: number) => readings.findLast((one) => !one.energised && one.red === red && one.black === black)?.ohm;
  const [forth, back] = [last(a, b), last(b, a)];
  if (forth === undefined || back === undefined) return null;
  if (Math.abs(forth - back) <= DIODE_SHARE * Math.max(forth, back)) return 'none';
  // Red on the anode reads less: the band is on the other pin.
  return { plus: forth < back ? b : a };
}

function otherWay([a, b]: Pair, readings: readonly PinReading[]): Asked {
  const read = readings.some((one) => !one.energised && one.red === a && one.black === b);
  return read ? { red: b, black: a, energised: false } : { red: a, black: b, energised: false };
}

function nextAtRest(pins: PinCount, ways: readonly Resting[], readings: readonly PinReading[]): Asked | null {
  const { pairs } = spaceOf(pins);
  const counts = pairs.map((): [coil: number, closed: number] => [0, 0]);
  for (const { coil, closed } of ways) {
    counts[coil]![0]++;
    for (const pair of closed) counts[pair]![1]++;
  }
  const worth = counts.map(([coil, closed]) => entropy([coil, closed, ways.length - coil - closed]));
  return best(pairs, worth, readings, false);
}

function nextPowered(pins: PinCount, ways: readonly Pole[][], readings: readonly PinReading[]): Asked | null {
  const { pairs } = spaceOf(pins);
  const worth = pairs.map(([a, b]) => {
    const closed = ways.filter((poles) => joined(poles, a, b)).length;
    return entropy([closed, ways.length - closed]);
  });
  return best(pairs, worth, readings, true);
}

/** A pair that tells nothing is not asked, and none is asked again. */
function best(pairs: readonly Pair[], worth: readonly number[], readings: readonly PinReading[], energised: boolean): Asked | null {
  let found: Asked | null = null;
  let most = 1e-9;
  pairs.forEach(([red, black], at) => {
    const known = readings.some(
      (one) =>
        one.energised === energised &&
        [one.red, one.black].includes(red) &&
        [one.red, one.black].includes(black) &&
        pairState(one.ohm) !== null,
    );
    if (known || worth[at]! <= most) return;
    most = worth[at]!;
    found = { red, black, energised };
  });
  return found;
}

/** A relay in a bag: what a simulated meter reads between its pins. */
export interface HiddenRelay {
  readonly pins: PinCount;
  readonly coil: Pair;
  readonly coilOhm: number;
  /** The pin on the band's side of its diode; null where it has none. */
  readonly plus: number | null;
  readonly poles: readonly Pole[];
}

/** `random` gives numbers from 0 to 1. */
export function hideRelay(pins: PinCount, random: () => number): HiddenRelay {
  const order = Array.from({ length: pins }, (_, pin) => pin + 1);
  for (let at = order.length - 1; at > 0; at--) {
    const other = Math.floor(random() * (at + 1));
    [order[at], order[other]] = [order[other]!, order[at]!];
  }
  const [a, b, ...rest] = order as [number, number, ...number[]];
  const poles: Pole[] = [];
  if (pins === 4)
    poles.push(
      random() < 0.8 ? { common: rest[0]!, resting: null, closing: [rest[1]!] } : { common: rest[0]!, resting: rest[1]!, closing: [] },
    );
  else if (pins === 5 && random() < 0.25) poles.push({ common: rest[0]!, resting: null, closing: [rest[1]!, rest[2]!] });
  else for (let at = 0; at + 2 < rest.length; at += 3) poles.push({ common: rest[at]!, resting: rest[at + 1]!, closing: [rest[at + 2]!] });
  const { least, most } = USUAL_COILS[Math.floor(random() * USUAL_COILS.length)]!;
  return { pins, coil: [a, b], coilOhm: least + (most - least) * random(), plus: random() < 0.4 ? (random() < 0.5 ? a : b) : null, poles };
}

/** What a silicon diode leaves of an ohmmeter's reading the way that it conducts, as a share of the coil (from memory). */
const THROUGH_DIODE = 0.4;
/** What is between two pins, without the meter's error, Ω; `openOhm` where nothing is. */
export function hiddenOhm({ coil, coilOhm, plus, poles }: HiddenRelay, { red, black, energised }: Asked, openOhm: number): number {
  const isCoil = coil.includes(red) && coil.includes(black);
  if (isCoil) return LEADS_OHM + coilOhm * (plus !== null && red !== plus ? THROUGH_DIODE : 1);
  const closed = energised
    ? joined(poles, red, black)
    : poles.some(
        ({ common, resting, closing }) =>
          (resting !== null && [common, resting].includes(red) && [common, resting].includes(black)) ||
          (closing.includes(red) && closing.includes(black)),
      );
  return closed ? LEADS_OHM + 0.03 : openOhm;
}
