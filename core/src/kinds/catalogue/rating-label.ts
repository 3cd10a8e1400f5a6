/**
 * A contact's rating as labels print it: `10 A 250 V~ / 10 A 30 V⎓`, `10A/250VAC`, `250 V~ 10 A`, `30/40 A 14 V⎓`, `AC-1 25 A,
 * AC-3 9 A`. Categories after IEC 60947-4-1 and IEC 60947-5-1; which of two figures belongs to the throw closed at rest is common
 * practice: the smaller. Where it rates a contact at several voltages the highest one's figure is taken for all of them: a contact
 * that breaks 10 A of 250 V breaks them of 125 V too, and one of 16 A at 125 V does not break those of 250 V.
 */
import type { ContactKind } from '../load/kind.ts';

type Current = 'ac' | 'dc';
type Figures = Partial<Record<ContactKind, number>>;
export interface ReadRating {
  /** What it says for direct and for alternating current; nothing where it says nothing. */
  readonly dc?: RatingOf;
  readonly ac?: RatingOf;
  /** Pieces of the text that say nothing that is understood. */
  readonly notUnderstood: readonly string[];
}
export interface RatingOf {
  /** Resistive, A: of the throw that closes, and of the one closed at rest where two figures stand. */
  readonly closingA?: number;
  readonly restingA?: number;
  /** For kinds of load of their own, A. */
  readonly own: Figures;
  /** Voltage to which it holds, V. */
  readonly mostV?: number;
}

/** What a category rates: a kind of load, or any resistive one. Discharge lamps (AC-5a) are no load of ours. */
const CATEGORIES: Readonly<Record<string, ContactKind | 'resistive'>> = {
  'AC-1': 'resistive',
  'AC-7A': 'resistive',
  'AC-3': 'motor',
  'AC-7B': 'motor',
  'AC-5B': 'filament',
  'AC-15': 'solenoid',
  'DC-1': 'resistive',
  'DC-3': 'motor',
  'DC-5': 'motor',
  'DC-6': 'filament',
  'DC-13': 'solenoid',
};
const NUMBER = String.raw`(\d+(?:[.,]\d+)?)`;
const SIGN = String.raw`(AC\b|DC\b|~|⎓|=)?`;
const CATEGORY = String.raw`(?:(?<category>(?:AC|DC)\s*-\s*\d+[ab]?)\s*:?\s*)?`;
const AMPS = String.raw`${NUMBER.replace('(', '(?<one>')}(?:\s*\/\s*${NUMBER.replace('(', '(?<two>')})?\s*A\b\s*${SIGN.replace('(', '(?<aSign>')}`;
const VOLTS = String.raw`${NUMBER.replace('(', '(?<volts>')}\s*V\s*${SIGN.replace('(', '(?<vSign>')}`;
/** Amperes first, as most print it, and volts first. */
const PIECES = {
  amps: new RegExp(String.raw`${CATEGORY}${AMPS}(?:\s*(?:at|@|,|\/)?\s*${VOLTS})?`, 'giu'),
  volts: new RegExp(String.raw`${CATEGORY}${VOLTS}\s*(?:at|@|,|:|\/)?\s*${AMPS}`, 'giu'),
};
const BEGINS_WITH_VOLTS = new RegExp(String.raw`^\s*${CATEGORY}${NUMBER}\s*V`, 'iu');
/** A motor's rating in horse power, of which no current is read. */
const HORSE_POWER = /\d+(?:\/\d+)?\s*HP\b(?:\s*\d+\s*V\s*(?:AC|DC|~|⎓|=)?)?/giu;
/** From here on a voltage without a sign is taken for a mains one. */
const MAINS_FROM_V = 100;

interface Piece {
  readonly current: Current;
  readonly kind: ContactKind | 'resistive';
  readonly figures: readonly number[];
  readonly volt: number | null;
}
const valueOf = (text: string): number => Number(text.replace(',', '.'));
const currentOfSign = (sign: string | undefined): Current | null => (sign === undefined ? null : /^(ac|~)$/i.test(sign) ? 'ac' : 'dc');

/** `unsaid`: the current that a rating without voltage and sign is for. */
export function readRating(text: string, unsaid: Current): ReadRating {
  const pieces: Piece[] = [];
  const strange: string[] = [];
  const strangely = (piece: string): string => {
    strange.push(piece.trim());
    return ' ';
  };
  const take = (piece: string, ...rest: unknown[]): string => {
    const { category, one, two, aSign, volts, vSign } = rest[rest.length - 1] as Record<string, string | undefined>;
    const named = category?.replace(/\s/g, '').toUpperCase();
    const kind = named === undefined ? 'resistive' : CATEGORIES[named];
    if (kind === undefined) return strangely(piece);
    const volt = volts === undefined ? null : valueOf(volts);
    const current =
      (named?.slice(0, 2).toLowerCase() as Current | undefined) ??
      currentOfSign(vSign) ??
      currentOfSign(aSign) ??
      (volt === null ? unsaid : volt >= MAINS_FROM_V ? 'ac' : 'dc');
    pieces.push({ current, kind, figures: [one, two].flatMap((figure) => (figure === undefined ? [] : [valueOf(figure)])), volt });
    return ' ';
  };
  const rest = text.replace(HORSE_POWER, strangely).replace(PIECES[BEGINS_WITH_VOLTS.test(text) ? 'volts' : 'amps'], take);
  strange.push(...rest.split(/[\s/,;·]+/).filter((word) => word !== ''));
  const [dc, ac] = (['dc', 'ac'] as const).map((current) => together(pieces.filter((piece) => piece.current === current)));
  return { ...(dc && { dc }), ...(ac && { ac }), notUnderstood: strange };
}

/** What several ratings for one current say together: of each kind the one at the highest voltage, and all to the lowest of those. */
function together(pieces: readonly Piece[]): RatingOf | null {
  if (pieces.length === 0) return null;
  const kept = [...new Set(pieces.map(({ kind }) => kind))].map((kind) => {
    const own = pieces.filter((piece) => piece.kind === kind);
    const highest = Math.max(...own.map(({ volt }) => volt ?? 0));
    // One that names no voltage holds at every one.
    const holding = own.filter(({ volt }) => volt === null || volt === highest);
    return holding.reduce((least, piece) => (Math.max(...piece.figures) < Math.max(...least.figures) ? piece : least));
  });
  const resistive = kept.find(({ kind }) => kind === 'resistive');
  const volts = kept.flatMap(({ volt }) => (volt === null ? [] : [volt]));
  return {
    ...(resistive && { closingA: Math.max(...resistive.figures) }),
    ...(resistive && resistive.figures.length === 2 && { restingA: Math.min(...resistive.figures) }),
    own: Object.fromEntries(kept.flatMap(({ kind, figures }) => (kind === 'resistive' ? [] : [[kind, Math.max(...figures)]]))),
    ...(volts.length > 0 && { mostV: Math.min(...volts) }),
  };
}
