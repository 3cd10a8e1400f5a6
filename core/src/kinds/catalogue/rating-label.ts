/**
 * A contact's rating as labels print it: `10 A 250 V~ / 10 A 30 V⎓`, `30/40 A 14 V⎓`, `AC-1 25 A, AC-3 9 A`. Categories after
 * IEC 60947-4-1 and IEC 60947-5-1; which of two figures belongs to the throw closed at rest is common practice: the smaller.
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
/** From here on a voltage without a sign is taken for a mains one. */
const MAINS_FROM_V = 100;
const PIECE = new RegExp(
  String.raw`(?:(AC|DC)\s*-\s*(\d+[ab]?)\s*:?\s*)?${NUMBER}(?:\s*\/\s*${NUMBER})?\s*A\b\s*(AC\b|DC\b|~|⎓|=)?(?:\s*(?:at|@|,)?\s*${NUMBER}\s*V\s*(AC\b|DC\b|~|⎓|=)?)?`,
  'giu',
);
const valueOf = (text: string): number => Number(text.replace(',', '.'));
const currentOfSign = (sign: string | undefined): Current | null => (sign === undefined ? null : /^(ac|~)$/i.test(sign) ? 'ac' : 'dc');

/** `unsaid`: the current that a rating without voltage and sign is for. */
export function readRating(text: string, unsaid: Current): ReadRating {
  const found: Record<Current, { closingA?: number; restingA?: number; own: Figures; mostV?: number } | undefined> = {
    ac: undefined,
    dc: undefined,
  };
  const strange: string[] = [];
  const rest = text.replace(
    PIECE,
    (piece, prefix: string | undefined, number, one: string, two: string | undefined, after, volts, sign) => {
      const category = prefix ? `${prefix}-${String(number)}`.toUpperCase() : null;
      const kind = category === null ? 'resistive' : CATEGORIES[category];
      if (kind === undefined) {
        strange.push(piece.trim());
        return ' ';
      }
      const volt = volts === undefined ? null : valueOf(volts as string);
      const current =
        (prefix?.toLowerCase() as Current | undefined) ??
        currentOfSign(sign as string | undefined) ??
        currentOfSign(after as string | undefined) ??
        (volt === null ? unsaid : volt >= MAINS_FROM_V ? 'ac' : 'dc');
      const entry = (found[current] ??= { own: {} });
      const figures = [valueOf(one), ...(two === undefined ? [] : [valueOf(two)])];
      if (kind === 'resistive') {
        entry.closingA = Math.max(entry.closingA ?? 0, ...figures);
        if (figures.length === 2) entry.restingA = Math.min(...figures);
      } else entry.own[kind] = Math.max(...figures);
      if (volt !== null) entry.mostV = Math.max(entry.mostV ?? 0, volt);
      return ' ';
    },
  );
  strange.push(...rest.split(/[\s/,;·]+/).filter((word) => word !== ''));
  return { ...(found.dc && { dc: found.dc }), ...(found.ac && { ac: found.ac }), notUnderstood: strange };
}
