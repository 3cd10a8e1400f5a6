/**
 * What is usual for a class of switching part, from memory: it stands in the fields of an own part that nobody typed, follows
 * what was typed, and is told as assumed.
 */
import { FORM_FACTS, coilCurrent, isSolidForm, type OwnForm, type OwnRelay } from './own-relay.ts';
import { readRating, type RatingOf, type ReadRating } from './rating-label.ts';

/** Times that a plug-in time relay is usually set to, s (from memory). */
export const SOLD_TIMES_S = { least: 0.5, most: 3600 } as const;

interface UsualCoil {
  /** Taken by the coil at its own voltage, W. */
  readonly watt: number;
  /** Inductance over resistance, s. */
  readonly lagS: number;
  readonly riseK: number;
  /** Shares of its own voltage: at most to pull in, at least to let go, for good. */
  readonly pullIn: number;
  readonly release: number;
  readonly most: number;
  readonly contactOhm: number;
}
const PLUG_IN: UsualCoil = { watt: 1.6, lagS: 2.35e-3, riseK: 45, pullIn: 0.6, release: 0.1, most: 1.3, contactOhm: 0.004 };
const COILS: Readonly<Record<'plug-in' | 'two-pole' | 'stud' | 'module' | 'contactor' | 'contactor-mains', UsualCoil>> = {
  'plug-in': PLUG_IN,
  'two-pole': { ...PLUG_IN, watt: 0.9, lagS: 5.6e-3, riseK: 30, pullIn: 0.65, contactOhm: 0.008 },
  stud: { watt: 9, lagS: 7.5e-3, riseK: 50, pullIn: 0.6, release: 0.1, most: 1.3, contactOhm: 0.0005 },
  module: { watt: 0.36, lagS: 0.86e-3, riseK: 35, pullIn: 0.75, release: 0.1, most: 1.3, contactOhm: 0.01 },
  contactor: { watt: 3.2, lagS: 3.3e-3, riseK: 40, pullIn: 0.75, release: 0.15, most: 1.3, contactOhm: 0.003 },
  'contactor-mains': { watt: 6.9, lagS: 2.6e-3, riseK: 40, pullIn: 0.8, release: 0.2, most: 1.15, contactOhm: 0.003 },
};
/** An input of 3 to 32 V, or one for the voltage that it is driven with: some 10 mA of it. */
const LOW_INPUT = { coilOhm: 1500, pullInV: 3, releaseV: 1, coilMostV: 32 } as const;
const LOW_INPUT_TO_V = 24;
const INPUT_A = 0.01;
const solidInput = (volt: number) =>
  volt <= LOW_INPUT_TO_V
    ? LOW_INPUT
    : { coilOhm: rounded(volt / INPUT_A), pullInV: rounded(0.75 * volt), releaseV: rounded(0.1 * volt), coilMostV: rounded(1.2 * volt) };
/** Nothing of a coil is in it. */
const NO_COIL = { coilHenry: 1e-6, coilRiseK: 0 } as const;
/** A resting throw of a plug-in relay beside its closing one. */
const RESTING_SHARE = 2 / 3;

/** Three figures: what a data sheet gives. */
const rounded = (value: number): number => Number(value.toPrecision(3));

/** Whose coil that of a form is like. */
const COIL_LIKE: Readonly<Record<OwnForm, keyof typeof COILS>> = {
  four: 'plug-in',
  five: 'plug-in',
  twin: 'plug-in',
  'two-pole': 'two-pole',
  changeover: 'two-pole',
  stud: 'stud',
  sensing: 'stud',
  module: 'module',
  contactor: 'contactor',
  'contactor-one': 'contactor',
  'contactor-three': 'contactor',
  'solid-ac': 'module',
  'solid-dc': 'module',
  timer: 'plug-in',
  step: 'plug-in',
};
const coilOf = ({ form, coilV, coilFor }: Pick<OwnRelay, 'form' | 'coilV' | 'coilFor'>): UsualCoil => {
  const like = COIL_LIKE[form];
  return COILS[like === 'contactor' && coilCurrent({ coilV, coilFor }) === 'ac' ? 'contactor-mains' : like];
};

/** The fields that may stand assumed, with what is usual given what is known of the part. */
const USUAL: Readonly<Record<string, (part: OwnRelay) => Partial<OwnRelay>>> = {
  coilOhm: (part) => ({ coilOhm: isSolidForm(part.form) ? solidInput(part.coilV).coilOhm : rounded(part.coilV ** 2 / coilOf(part).watt) }),
  pullInV: (part) => ({ pullInV: isSolidForm(part.form) ? solidInput(part.coilV).pullInV : rounded(part.coilV * coilOf(part).pullIn) }),
  releaseV: (part) => ({ releaseV: isSolidForm(part.form) ? solidInput(part.coilV).releaseV : rounded(part.coilV * coilOf(part).release) }),
  coilMostV: (part) => ({ coilMostV: isSolidForm(part.form) ? solidInput(part.coilV).coilMostV : rounded(part.coilV * coilOf(part).most) }),
  coilHenry: (part) => ({ coilHenry: isSolidForm(part.form) ? NO_COIL.coilHenry : rounded(part.coilOhm * coilOf(part).lagS) }),
  coilRiseK: (part) => ({ coilRiseK: isSolidForm(part.form) ? NO_COIL.coilRiseK : coilOf(part).riseK }),
  resting: (part) => ({ resting: part.resting && restingOf(part) }),
  'module.terminalA': (part) => moduleField(part, { terminalA: ratedA(part) }),
  'module.trackMm': (part) => moduleField(part, { trackMm: 3 }),
  'module.copperUm': (part) => moduleField(part, { copperUm: 35 }),
  'module.inputOhm': (part) => moduleField(part, { inputOhm: 1000 }),
  'module.closesA': (part) => moduleField(part, { closesA: 0.001 }),
  'timer.waits': (part) => timerField(part, { waits: 'either' }),
  'timer.leastS': (part) => timerField(part, { leastS: SOLD_TIMES_S.least }),
  'timer.mostS': (part) => timerField(part, { mostS: SOLD_TIMES_S.most }),
  'solid.firing': (part) => solidField(part, { firing: part.form === 'solid-ac' ? 'zero crossing' : 'any time' }),
  'solid.onV': (part) => solidField(part, { onV: part.form === 'solid-ac' ? 1.2 : 0.8 }),
  'solid.leakA': (part) => solidField(part, { leakA: part.form === 'solid-ac' ? 0.005 : 0.001 }),
  'solid.ratedV': (part) =>
    solidField(part, { ratedV: part.form === 'solid-ac' ? (part.closing.ac?.mostV ?? 240) : (part.closing.mostV ?? 60) }),
  'solid.leastA': (part) => solidField(part, { leastA: part.form === 'solid-ac' ? 0.1 : 0.02 }),
  'solid.junctionC': (part) => solidField(part, { junctionC: part.form === 'solid-ac' ? 125 : 150 }),
  'solid.caseKPerW': (part) => solidField(part, { caseKPerW: rounded(Math.min(1.2, 24 / ratedA(part))) }),
  // Ten times its rating for half a cycle (from memory): half of the square of that, times 10 ms.
  'solid.i2t': (part) => solidField(part, { i2t: rounded(0.5 * ratedA(part) ** 2) }),
  'solid.pasteKPerW': (part) => solidField(part, { pasteKPerW: 0.1 }),
  contactOhm: (part) => ({
    contactOhm: part.solid ? rounded(part.solid.onV / ratedA(part)) : coilOf(part).contactOhm,
  }),
};
const moduleField = ({ module }: OwnRelay, fields: Partial<NonNullable<OwnRelay['module']>>): Partial<OwnRelay> =>
  module ? { module: { ...module, ...fields } } : {};
const solidField = ({ solid }: OwnRelay, fields: Partial<NonNullable<OwnRelay['solid']>>): Partial<OwnRelay> =>
  solid ? { solid: { ...solid, ...fields } } : {};
const timerField = ({ timer }: OwnRelay, fields: Partial<NonNullable<OwnRelay['timer']>>): Partial<OwnRelay> =>
  timer ? { timer: { ...timer, ...fields } } : {};
/** What its closing throw bears of what it is made for, A. */
const ratedA = ({ closing }: OwnRelay): number => Math.max(closing.resistiveA, closing.ac?.resistiveA ?? 0);

function restingOf({ form, closing }: OwnRelay): NonNullable<OwnRelay['resting']> {
  const share = form === 'module' ? 1 : RESTING_SHARE;
  const { ac, ...dc } = closing;
  return {
    ...dc,
    resistiveA: rounded(closing.resistiveA * share),
    own: {},
    ...(ac && { ac: { ...ac, resistiveA: rounded(ac.resistiveA * share), own: {} } }),
  };
}

/** Fields that an own part of this form may have assumed. */
export const assumable = (form: OwnForm): readonly string[] =>
  Object.keys(USUAL).filter(
    (field) =>
      (form === 'module' || !field.startsWith('module.')) &&
      (form === 'timer' || !field.startsWith('timer.')) &&
      (isSolidForm(form) || !field.startsWith('solid.')) &&
      (form === 'solid-ac' || field !== 'solid.i2t') &&
      (field !== 'resting' || FORM_FACTS[form].rests === true),
  );

/** The part with what is usual in every field that nobody typed: it follows what was typed. */
export const withUsual = (part: OwnRelay): OwnRelay =>
  Object.entries(USUAL).reduce((known, [field, usual]) => (part.assumed.includes(field) ? { ...known, ...usual(known) } : known), part);

const BEGUN_A: Readonly<Record<OwnForm, number>> = {
  four: 30,
  five: 30,
  twin: 40,
  'two-pole': 15,
  stud: 150,
  sensing: 140,
  module: 10,
  contactor: 25,
  'contactor-one': 20,
  'contactor-three': 25,
  changeover: 16,
  'solid-ac': 25,
  'solid-dc': 25,
  timer: 20,
  step: 20,
};
const BEGUN_COIL_V: Readonly<Record<OwnForm, number>> = {
  four: 12,
  five: 12,
  twin: 12,
  'two-pole': 12,
  stud: 12,
  sensing: 12,
  module: 5,
  contactor: 230,
  'contactor-one': 230,
  'contactor-three': 230,
  changeover: 12,
  'solid-ac': 12,
  'solid-dc': 12,
  timer: 12,
  step: 12,
};
/** The highest alternating voltage that a rating without one is taken to hold to: less than that would be a guess in nobody's favour. */
const USUAL_AC_V = 250;
/** Where that stands in a part whose label rates it for alternating current and names no voltage. */
export const AC_VOLT = 'closing.ac.mostV';

/** What is rated for alternating current where its label does not say. */
const switchesMains = (form: OwnForm): boolean => FORM_FACTS[form].mains === true;
type Kinds = OwnRelay['closing']['own'];

/** A part of its form before anybody typed what its label says. */
export function beginOwn(form: OwnForm, id: string, name: string): OwnRelay {
  const ampere = BEGUN_A[form];
  const closing: OwnRelay['closing'] = switchesMains(form)
    ? { resistiveA: 0, own: {}, ac: { resistiveA: ampere, own: {}, mostV: USUAL_AC_V } }
    : { resistiveA: ampere, own: {} };
  return withUsual({
    id,
    name,
    form,
    coilV: BEGUN_COIL_V[form],
    coilOhm: 1,
    pullInV: 2,
    releaseV: 1,
    coilMostV: 300,
    coilHenry: 1,
    coilRiseK: 0,
    contactOhm: 0.01,
    closing,
    resting: FORM_FACTS[form].rests ? closing : null,
    // A module is taken to share its ground until its label says that a light is between: the guess that wires it safely.
    ...(form === 'module' && { module: { opto: false, inputOhm: 1000, closesA: 0.001, trackMm: 3, copperUm: 35, terminalA: ampere } }),
    ...(form === 'timer' && { timer: { waits: 'either', leastS: SOLD_TIMES_S.least, mostS: SOLD_TIMES_S.most } }),
    ...(isSolidForm(form) && {
      solid: { firing: 'any time', onV: 1, leakA: 0.001, ratedV: 60, leastA: 0.1, junctionC: 125, caseKPerW: 1, pasteKPerW: 0.1 },
    }),
    label: '',
    assumed: ['closing', ...assumable(form)],
    price: 0,
  });
}

/** 12 V and 14 V, 24 V and 28 V on a label name the system whose contact it is, charging included (from memory: 16 V and 32 V). */
const SYSTEMS_V = [
  [10, 16, 16],
  [24, 32, 32],
] as const;
const systemV = (volt: number): number => SYSTEMS_V.find(([from, to]) => volt >= from && volt <= to)?.[2] ?? volt;

/**
 * The part with the rating that its label prints; `problem` where the label says nothing, or something that a part of its form
 * cannot bear. What the label leaves out (a current, the resting throw) has no rating, or what is usual.
 */
export function withLabel(part: OwnRelay, label: string): { part: OwnRelay; read: ReadRating; problem: string | null } {
  const unsaid = switchesMains(part.form) ? 'ac' : 'dc';
  const read = readRating(label, unsaid);
  const said = { ...part, label };
  const refuse = (problem: string) => ({ part: said, read, problem });
  const first = (of: RatingOf | undefined) => of?.closingA ?? Math.max(0, ...Object.values(of?.own ?? {}));
  const [dcA, acA] = [first(read.dc), first(read.ac)];
  if (dcA === 0 && acA === 0)
    return refuse(
      label.trim() === ''
        ? 'type what is printed, 10 A 250 V~ for one'
        : 'no current is read in it: write 10 A 250 V~, AC-3 9 A or 30/40 A 14 V DC',
    );
  if (part.form === 'solid-dc' && acA > 0) return refuse('that is a rating for alternating current: it is of another form');
  if (part.form === 'solid-ac' && dcA > 0) return refuse('that is a rating for direct current: it is of another form');
  // A voltage that was not understood may be one that it does not hold at.
  if (/\d\s*V/i.test(read.notUnderstood.filter((word) => !/HP/i.test(word)).join(' ')))
    return refuse('a voltage in it belongs to no current that is read: write 10 A 250 V~ / 10 A 30 V DC');
  const before = readRating(part.label, unsaid);
  const kept = (own: Kinds | undefined, said: RatingOf | undefined, now: RatingOf | undefined): Kinds => ({
    ...Object.fromEntries(Object.entries(own ?? {}).filter(([kind]) => !(kind in (said?.own ?? {})))),
    ...now?.own,
  });
  const closing: OwnRelay['closing'] = {
    resistiveA: dcA,
    own: kept(part.closing.own, before.dc, read.dc),
    ...(read.dc?.mostV !== undefined && { mostV: systemV(read.dc.mostV) }),
    ...(acA > 0 && { ac: { resistiveA: acA, own: kept(part.closing.ac?.own, before.ac, read.ac), mostV: read.ac?.mostV ?? USUAL_AC_V } }),
  };
  const restA = { dc: read.dc?.restingA, ac: read.ac?.restingA };
  const saysRest = part.resting !== null && (restA.dc !== undefined || restA.ac !== undefined);
  const saidRest = before.dc?.restingA !== undefined || before.ac?.restingA !== undefined;
  const resting = saysRest
    ? {
        ...closing,
        own: {},
        resistiveA: restA.dc ?? closing.resistiveA,
        ...(closing.ac && { ac: { ...closing.ac, own: {}, resistiveA: restA.ac ?? closing.ac.resistiveA } }),
      }
    : part.resting;
  // What an earlier label said of the throw at rest, and this one does not, is nobody's word any more.
  const untyped = part.assumed.filter((field) => field !== 'closing' && field !== 'resting');
  const restAssumed = part.resting !== null && !saysRest && (saidRest || part.assumed.includes('resting'));
  const voltless = acA > 0 && read.ac?.mostV === undefined;
  const assumed = [...untyped.filter((field) => field !== AC_VOLT), ...(restAssumed ? ['resting'] : []), ...(voltless ? [AC_VOLT] : [])];
  return { part: withUsual({ ...said, closing, resting, assumed }), read, problem: null };
}
