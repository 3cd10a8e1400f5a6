/** The numbers of an own part beside its contact's rating: what they are called, and what one changes. In the order of a card. */
import type { Unit } from '../../quantity/index.ts';
import { isSolidForm, type OwnForm } from './own-relay.ts';

export interface OwnField {
  /** Where it stands in the part, `module.trackMm`. */
  readonly path: string;
  readonly label: string;
  readonly unit: Unit;
  readonly most: number;
  /** What is judged by it. */
  readonly decides: string;
  readonly of: (form: OwnForm) => boolean;
}

const hasCoil = (form: OwnForm) => !isSolidForm(form);
const isSolidAc = (form: OwnForm) => form === 'solid-ac';
const isModule = (form: OwnForm) => form === 'module';
const isSensing = (form: OwnForm) => form === 'sensing';
const isTimer = (form: OwnForm) => form === 'timer';
const isPlain = (form: OwnForm) => !isSensing(form);
const every = () => true;

export const OWN_FIELDS: readonly OwnField[] = [
  { path: 'coilOhm', label: 'Coil at 20 °C', unit: 'Ω', most: 2e5, decides: 'what its pin, switch or transistor carries', of: hasCoil },
  { path: 'coilOhm', label: 'Input, as a resistance', unit: 'Ω', most: 2e5, decides: 'what its pin or switch carries', of: isSolidForm },
  {
    path: 'pullInV',
    label: 'Switches at, at most',
    unit: 'V',
    most: 260,
    decides: 'whether it comes in on a flat battery, hot',
    of: isPlain,
  },
  { path: 'releaseV', label: 'Lets go at, at least', unit: 'V', most: 260, decides: 'whether a leak holds it in', of: isPlain },
  // Whoever reads 13.3 V on it reads what it senses.
  {
    path: 'pullInV',
    label: 'Its coil comes in at, at most',
    unit: 'V',
    most: 260,
    decides: 'no more than its coil: what it senses, 13.3 V for one, is entered at its signal',
    of: isSensing,
  },
  { path: 'releaseV', label: 'Its coil lets go at, at least', unit: 'V', most: 260, decides: 'whether a leak holds it in', of: isSensing },
  { path: 'coilMostV', label: 'Bears for good', unit: 'V', most: 400, decides: 'whether it burns while charging', of: every },
  { path: 'coilHenry', label: 'Inductance, H', unit: '', most: 1000, decides: 'the kick as it opens, and how late', of: hasCoil },
  { path: 'coilRiseK', label: 'Warms by', unit: 'K', most: 150, decides: 'the pull-in of a soaked coil', of: hasCoil },
  { path: 'contactOhm', label: 'Closed contact', unit: 'Ω', most: 1, decides: 'drop and heat of the load side', of: hasCoil },
  { path: 'timer.leastS', label: 'Shortest time', unit: 's', most: 360_000, decides: 'whether it can be set to what is said', of: isTimer },
  { path: 'timer.mostS', label: 'Longest time', unit: 's', most: 360_000, decides: 'whether it can be set to what is said', of: isTimer },
  { path: 'module.terminalA', label: 'Its terminals bear', unit: 'A', most: 500, decides: 'the fuse', of: isModule },
  { path: 'module.trackMm', label: 'Narrowest track, mm', unit: '', most: 50, decides: 'what its board bears', of: isModule },
  { path: 'module.copperUm', label: 'Copper of its board, µm', unit: '', most: 500, decides: 'what its board bears', of: isModule },
  { path: 'module.inputOhm', label: 'Series resistor of an input', unit: 'Ω', most: 1e5, decides: 'what a pin carries', of: isModule },
  {
    path: 'module.closesA',
    label: 'An input switches from',
    unit: 'A',
    most: 0.1,
    decides: 'whether 3.3 V switch it, and let go',
    of: isModule,
  },
  { path: 'solid.onV', label: 'Lost across it while on', unit: 'V', most: 10, decides: 'its heat and heatsink', of: isSolidForm },
  { path: 'solid.leakA', label: 'Leaks while off', unit: 'A', most: 1, decides: 'touch, and lamps that glow', of: isSolidForm },
  { path: 'solid.ratedV', label: 'Holds off', unit: 'V', most: 1500, decides: 'the supply that it is for', of: isSolidForm },
  { path: 'solid.leastA', label: 'Least load', unit: 'A', most: 50, decides: 'whether a small load stays on', of: isSolidForm },
  { path: 'solid.junctionC', label: 'Junction, at most', unit: '°C', most: 250, decides: 'its heatsink', of: isSolidForm },
  { path: 'solid.caseKPerW', label: 'Junction to case, K/W', unit: '', most: 20, decides: 'its heatsink', of: isSolidForm },
  {
    path: 'solid.i2t',
    label: 'Bears of a short (I²t), A²s',
    unit: '',
    most: 1e7,
    decides: 'whether a short ends it, closed',
    of: isSolidAc,
  },
  { path: 'solid.pasteKPerW', label: 'Case to heatsink, K/W', unit: '', most: 5, decides: 'its heatsink', of: isSolidForm },
];
export const ownFields = (form: OwnForm): readonly OwnField[] => OWN_FIELDS.filter(({ of }) => of(form));

/** The forms as a person would say them. */
export const OWN_FORM_NAMES: Readonly<Record<OwnForm, string>> = {
  four: 'plug-in relay, four-pin: 30, 87',
  five: 'plug-in relay, five-pin: 30, 87, 87a',
  twin: 'plug-in relay, two 87 pins joined inside',
  'two-pole': 'relay, eight-pin, two poles',
  stud: 'power relay on studs, for direct current',
  sensing: 'voltage-sensing relay in one piece, on studs',
  module: 'relay module on a board',
  contactor: 'contactor, two poles',
  'contactor-one': 'contactor, one pole',
  'contactor-three': 'contactor, three poles',
  changeover: 'changeover relay for the mains, two poles',
  'solid-ac': 'solid-state relay, alternating current',
  'solid-dc': 'solid-state relay, direct current',
  timer: 'time relay, five-pin: 30, 87, 87a',
  step: 'stepping (bistable) relay, five-pin',
};
