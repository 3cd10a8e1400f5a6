/** What a sentence says of the relay and of the fuse: how they are built, and how large. */
import {
  POWER_RELAYS,
  RAIL_V,
  type RelayType,
  type Supply,
  borneV,
  coilCurrent,
  currentOf,
  isMains,
  isTwoHot,
  takesAuxiliary,
} from '../../kinds/index.ts';
import { formatQuantity } from '../../quantity/index.ts';
import {
  CONNECTORS,
  CONNECTOR_IDS,
  type Connector,
  type ConnectorId,
  PROTECTION_NAMES,
  type Protection,
  ratingsOf,
} from '../../reference/index.ts';
import { usualProtection } from '../supply.ts';
import { NUMBER, type SaidConnector, type SaidDevice, type SaidGuard, type SaidLoad, toNumber } from './heard.ts';

const AMPS = String.raw`(${NUMBER}) ?(?:amps?|amperes?|a)\b`;
/** Words before a relay’s name; any other is not understood. */
const TRAITS = String.raw`(?:(?:${AMPS}|(?:5|12|24) ?v(?:olts?)?\b|(?:four|five|4|5)[- ]pins?\b|(?:low|high)(?:[- ]level)?[- ]trigger(?:ed)?\b|opto-?(?:coupled|isolated)\b|changeover\b|automotive\b|voltage[- ]sens(?:ing|itive)\b|split[- ]charge\b|one-piece\b|(?:two|dual|double)[- ]87(?:[- ]pins?)?\b|(?:single|one|two|double|[12])[- ]poles?\b)[ ,]+)*`;
const DEVICE = new RegExp(
  String.raw`(?<!driven )(?<!driver )\b(?:through|via|using|use|with|by) (?:a |an |the )?(${TRAITS})(?:(phase[- ]angle (?:regulator|controller))|(solid[- ]state relay|ssr|(?:power |logic[- ]level |n-channel )*mosfet(?: module| switch)?)|((?:relay )?module)|(contactor)|((?:plug-in |power )?relay(?! module)))(?![\w-])(?: with (?:a |an )?(5|12|24) ?v(?:olts?)? coil\b)?(?: with (two 87s?(?: pins| terminals)?)\b)?|\b(?:directly|with no relay|without a relay)\b`,
);
const KINDS = ['phase', 'solid', 'module', 'contactor', 'relay'] as const;
const WORDS = {
  phase: 'a phase-angle regulator, set by its knob',
  solid: 'a solid-state relay',
  module: 'a relay module',
  contactor: 'a contactor',
  relay: 'a relay',
  direct: 'with no relay',
} as const;

interface Stretch {
  readonly at: number;
  readonly length: number;
  readonly means: string;
}

export function readDevice(text: string): (SaidDevice & Stretch) | null {
  const found = DEVICE.exec(text);
  if (!found) return null;
  const kind = KINDS.find((_, at) => found[at + 3] !== undefined) ?? 'direct';
  const traits = found[1] ?? '';
  const ampere = new RegExp(AMPS).exec(traits);
  const volt = /(5|12|24) ?v/.exec(traits);
  const pins = /(four|five|4|5)[- ]pin/.exec(traits);
  const poles = /(single|one|two|double|[12])[- ]pole/.exec(traits);
  const trigger = /(low|high)(?:[- ]level)?[- ]trigger/.exec(traits);
  const device: SaidDevice = {
    kind,
    ratedA: ampere ? toNumber(ampere[1]!) : null,
    coilV: (found[8] ?? volt?.[1]) === undefined ? null : Number(found[8] ?? volt![1]),
    changeover: /changeover/.test(traits) || /five|5/.test(pins?.[1] ?? '') ? true : pins ? false : null,
    trigger: trigger ? (trigger[1] as 'low' | 'high') : null,
    opto: /opto/.test(traits),
    senses: /sens|split/.test(traits),
    onePiece: /one-piece/.test(traits),
    twin: /87/.test(traits) || found[9] !== undefined,
    ...(/mosfet/.test(found[4] ?? '') && { fet: true as const }),
    ...(poles && { poles: /single|one|1/.test(poles[1]!) ? 1 : 2 }),
  };
  const said = [
    ...(device.ratedA === null ? [] : [`for at least ${formatQuantity(device.ratedA, 'A')}`]),
    ...(device.coilV === null ? [] : [`for ${device.coilV} V`]),
    ...(device.changeover === null ? [] : [device.changeover ? 'with a throw that rests closed' : 'with one throw']),
    ...(device.poles === undefined ? [] : [device.poles === 2 ? 'with two poles' : 'with one pole']),
    ...(device.twin ? ['with two 87 pins that are one inside'] : []),
    ...(device.trigger === null ? [] : [`triggered ${device.trigger}`]),
    ...(device.opto ? ['with an optocoupler'] : []),
    ...(device.senses ? [device.onePiece ? 'that senses the voltage itself, in one piece' : 'behind a sensor of the voltage'] : []),
  ];
  const what = device.fet ? 'a MOSFET: as a solid-state relay for direct current it is sold with its input' : WORDS[kind];
  return { ...device, at: found.index, length: found[0].length, means: [what, ...said].join(' ') };
}

/** Parts of the shelf that are as a sentence says, for what they would hang on; the smallest first. */
export function partsNamed(device: SaidDevice, feeding: Supply): RelayType[] {
  const alternating = currentOf(feeding) === 'ac';
  const rating = ({ closing }: RelayType) => (alternating ? closing.ac?.resistiveA : closing.resistiveA) ?? 0;
  const isKind = {
    solid: ({ solid }: RelayType) => solid?.switches === currentOf(feeding) && solid.firing !== 'phase angle',
    phase: ({ solid }: RelayType) => alternating && solid?.firing === 'phase angle',
    module: ({ build, coilV }: RelayType) => build === 'module' && coilV === (device.coilV ?? RAIL_V),
    // Those of the mains break no direct current: of that it is one on studs.
    contactor: (type: RelayType) =>
      alternating
        ? type.build === 'contactor' && (device.coilV === null || type.coilV === device.coilV)
        : isOnStuds(type) && type.coilV === (device.coilV ?? feeding.nominalV),
    // On the mains its coil hangs on an isolated supply.
    relay: ({ build, coilV }: RelayType) =>
      (build === (device.onePiece ? 'sensing' : undefined) || (device.poles === 2 && build === 'contactor')) &&
      coilV === (device.coilV ?? (alternating ? ISOLATED_V : feeding.nominalV)),
    direct: () => false,
  }[device.kind];
  return POWER_RELAYS.filter(
    (type) =>
      isKind(type) &&
      rating(type) > 0 &&
      rating(type) >= (device.ratedA ?? 0) &&
      (device.changeover === null || device.kind === 'module' || (type.resting !== null) === device.changeover) &&
      (device.poles === undefined || type.poles.length === device.poles) &&
      (!device.opto || type.module?.opto === true) &&
      (!device.fet || !alternating) &&
      (type.poles[0]!.twin !== undefined) === (device.twin ?? false),
  ).toSorted((one, other) => rating(one) - rating(other) || one.price - other.price);
}
/** What is called a contactor where direct current is switched. */
export const isOnStuds = (type: RelayType): boolean => type.build === undefined && takesAuxiliary(type);

/** Of the supply that keeps hands on low voltage, V. */
const ISOLATED_V = 12;
/** Those whose coil an isolated supply of direct current feeds, so that no switch carries mains. */
export const underHand = (list: readonly RelayType[]): readonly RelayType[] =>
  list.filter((type) => (type.coilV === ISOLATED_V || type.coilV === 24) && coilCurrent(type) === 'dc');

/** A solid-state relay that nobody described. */
export const PLAIN_SOLID: SaidDevice = { kind: 'solid', ratedA: null, coilV: null, changeover: null, trigger: null, opto: false };
/** A contactor that nobody described. */
export const PLAIN_CONTACTOR: SaidDevice = { ...PLAIN_SOLID, kind: 'contactor' };
/** Whether more is said of it than what it is. */
export const isDescribed = ({ ratedA, coilV, changeover, trigger, opto, onePiece, twin, poles, fet }: SaidDevice): boolean =>
  fet === true ||
  onePiece === true ||
  twin === true ||
  poles !== undefined ||
  ratedA !== null ||
  coilV !== null ||
  changeover !== null ||
  trigger !== null ||
  opto;

const GUARD = new RegExp(
  String.raw`,? ?\b(?:with|through|via|behind|and) (?:a |an |its own )?((?:circuit |thermal |(?:self|auto)[- ]?reset(?:ting)? )*)(?:${AMPS} )?((?:circuit |thermal |(?:self|auto)[- ]?reset(?:ting)? )*breaker|(?:blade |plug |battery )?fuse)(?![\w-])(?: (?:of|at) ${AMPS})?`,
);
/** A fuse or a breaker, and its rating where one is said. */
export function readGuard(text: string): (SaidGuard & Stretch) | null {
  const found = GUARD.exec(text);
  if (!found) return null;
  const said = found[2] ?? found[4];
  const ratingA = said === undefined ? null : toNumber(said);
  const breaker = found[3]!.endsWith('breaker');
  const resetsItself = /(?:self|auto)[- ]?reset/.test(found[0]);
  if (resetsItself && !breaker) return null;
  const size = ratingA === null ? '' : ` of ${formatQuantity(ratingA, 'A')}`;
  return {
    breaker,
    resetsItself,
    ratingA,
    at: found.index,
    length: found[0].length,
    means: `a ${breaker ? 'breaker' : 'fuse'}${size}${resetsItself ? ' that resets itself' : ''}`,
  };
}
const METER = String.raw`(?:an? )?(ammeter|voltmeter)\b`;
const METERS = new RegExp(`(?:,? ?\\b(?:with|and|through|behind)|,) ${METER}(?:(?:,|,? and) ${METER})?`);
/** What shows how much flows, where nobody says by what. */
const DISPLAY = /,? ?\bwith (?:a |an |its )?(?:(?:digital|panel|current|built-in) )*(?:display|read-?out)\b(?: of (?:its|the) current)?/;
/** Meters that are to be looked at. */
export function readMeters(text: string): (Stretch & { readonly meters: readonly ('ammeter' | 'voltmeter')[] }) | null {
  const display = DISPLAY.exec(text);
  if (display) return { at: display.index, length: display[0].length, meters: ['ammeter'], means: 'a panel ammeter behind its fuse' };
  const found = METERS.exec(text);
  if (!found) return null;
  const meters = [found[1], found[2]].filter((one) => one !== undefined) as ('ammeter' | 'voltmeter')[];
  return { at: found.index, length: found[0].length, meters, means: `${meters.join(' and ')} behind its fuse` };
}

const CONNECTOR = new RegExp(
  String.raw`,? ?\b(?:with|through|via|behind|and|over) (?:an? |its own |two )?(?:${AMPS} )?(quick[- ]?(?:disconnect|connector|coupling)s?|trailer (?:plug|socket|connector)s?|sealed (?:plug|connector)s?|(?:in-?line )?blade connectors?|(?:(?:ceramic|porcelain) )?(?:terminal|connector|screw) blocks?|(?:ceramic|porcelain) terminals?)(?![\w-])(?: (?:of|at) ${AMPS})?(?: (?:at|by) (?:it|the load))?`,
);
export function readConnector(text: string): (SaidConnector & Stretch) | null {
  const found = CONNECTOR.exec(text);
  if (!found) return null;
  const amps = found[1] ?? found[3];
  const word = builtSaid(found[2]!);
  const ratedA = amps === undefined ? null : toNumber(amps);
  return {
    built: word,
    ratedA,
    at: found.index,
    length: found[0].length,
    means: `${CONNECTOR_WORDS[word]}${ratedA === null ? '' : ` of ${formatQuantity(ratedA, 'A')}`} in its wires at the load`,
  };
}
const builtSaid = (words: string): Connector['built'] => {
  if (/^(?:ceramic|porcelain)/.test(words)) return 'ceramic';
  return /blocks?$/.test(words) ? 'block' : (words.replace(/^in-?line /, '').match(/^[a-z]+/)![0] as Connector['built']);
};
const CONNECTOR_WORDS = {
  quick: 'quick disconnects',
  trailer: 'pins of a trailer plug',
  sealed: 'a sealed plug',
  blade: 'blade connectors',
  block: 'a terminal block',
  ceramic: 'a ceramic terminal block',
} as const;
/** The smallest that is said and bears what guards it; null where none does, or none is made for such a supply. */
export function connectorSaid({ built, ratedA }: SaidConnector, feeding: Supply, guardA: number): ConnectorId | null {
  const alike = CONNECTOR_IDS.filter((id) => CONNECTORS[id].built === built && CONNECTORS[id].mostV >= borneV(feeding)).sort(
    (a, b) => CONNECTORS[a].ratedA - CONNECTORS[b].ratedA,
  );
  return alike.find((id) => (ratedA === null ? CONNECTORS[id].ratedA >= guardA : CONNECTORS[id].ratedA === ratedA)) ?? null;
}

const PILOT =
  /(?:,? ?\b(?:with|and)|,) (?:an? |its own )?(?:((?:pilot|indicator|warning|status|telltale|tell-tale) (?:lamp|light|led))(?! (?:of |at )?\d)|(?:small |little )?(lamp|light|led) in (?:(?:the|its|my) (?:[a-z]+ ){0,2}(?:switch|button|rocker)|it))(?![\w-])/;
/** A small lamp beside the load that shows that it has power: light-emitting, as most are (common practice). */
const PILOT_W = 1;
export function readPilot(text: string, typed: string): (Stretch & { readonly lamp: SaidLoad }) | null {
  const found = PILOT.exec(text);
  if (!found) return null;
  const end = found.index + found[0].length;
  const name = found[1] === undefined ? 'pilot lamp' : typed.slice(end - found[1].length, end);
  return {
    at: found.index,
    length: found[0].length,
    means: `a ${name.toLowerCase()} beside it, light-emitting, ${formatQuantity(PILOT_W, 'W')}${found[1] === undefined ? ', for one in a switch is not wired' : ''}`,
    lamp: { name, count: 1, series: 1, kind: 'led', value: PILOT_W, unit: 'W', ratedV: null },
  };
}

/** A switch that is sold with a lamp in it: which has a terminal of its own. */
export const LIT_SWITCH = /\b(?:illuminated|lit|lighted|backlit|light-up) (?:[a-z]+ ){0,2}(?:switch|button|rocker)\b/;

/** How it is built on a supply; null where none of that rating is sold. */
export function protectionSaid({ breaker, resetsItself, ratingA }: SaidGuard, feeding: Supply): Protection | null {
  // None is made for the mains.
  if (resetsItself && isMains(feeding)) return null;
  const usual = usualProtection(feeding);
  const isBreaker = PROTECTION_NAMES[usual].includes('breaker');
  const built: Protection = resetsItself
    ? 'self-resetting'
    : breaker === isBreaker
      ? usual
      : isMains(feeding)
        ? breaker
          ? 'breaker-c'
          : isTwoHot(feeding)
            ? 'plug'
            : 'cartridge'
        : breaker
          ? 'breaker'
          : 'blade';
  return ratingA === null || ratingsOf(built).includes(ratingA) ? built : null;
}
