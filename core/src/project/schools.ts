/**
 * Where practitioners disagree: what a project may say, with the reason beside each choice. Adding a school is an
 * entry here and its field in the settings.
 */
import { WIRE_FAMILIES } from '../reference/index.ts';
import type { Settings } from './schema.ts';

export interface SchoolChoice {
  readonly value: string;
  readonly text: string;
  readonly why: string;
}

export interface School {
  readonly field: keyof Settings;
  readonly title: string;
  readonly choices: readonly SchoolChoice[];
}

/** Ties a list of choices to the values that its field takes. */
function school<Field extends keyof Settings>(
  field: Field,
  title: string,
  choices: readonly { value: Settings[Field] & string; text: string; why: string }[],
): School {
  return { field, title, choices };
}

/** What stands against the families of wire, apart from their tables. */
const FAMILY_WHY: Partial<Record<Settings['wireFamily'], string>> = {
  vehicle: 'Single wires in air, as a loom in a vehicle or boat; buy wire for 105 °C.',
  'vehicle-85': 'Ordinary vehicle wire, for whoever has that on the spool.',
  cord: 'For what hangs on a cord with its plug.',
};
const families = (of: typeof WIRE_FAMILIES) =>
  of.map(({ id, title, insulationC }) => ({
    value: id,
    text: title,
    why: FAMILY_WHY[id] ?? `For fixed wiring in a raceway; insulation to ${insulationC} °C.`,
  }));

export const SCHOOLS: readonly School[] = [
  school('fuseFor', 'A fuse is there for', [
    { value: 'wire', text: 'the wire', why: 'What burns in a short is the wire; the load’s own maker protects the load.' },
    { value: 'load', text: 'the load, matched to it', why: 'A stalled motor is saved sooner; a start may open the fuse now and then.' },
  ]),
  school('headroom', 'A fuse stands above its load by', [
    { value: 'plus-25', text: 'a quarter', why: 'NEC 210.20(A) asks for it where a load runs three hours; it is left for short runs too.' },
    { value: 'plus-20', text: 'a fifth', why: 'Closer to the load; what runs for three hours still gets a quarter.' },
    { value: 'double', text: 'double for lamps and motors', why: 'No start opens it; the wire must bear the larger fuse.' },
    { value: 'match', text: 'nothing', why: 'The nearest rating that carries it; what runs for three hours still gets a quarter.' },
  ]),
  school('dropBudget', 'Lost on the way may be', [
    {
      value: 'importance',
      text: '3 % for what must work well, 10 % for the rest',
      why: 'Lamps dim with the square of what they lose, a heater hardly shows it.',
    },
    { value: 'half-volt', text: 'half a volt for all', why: 'One number to remember; strict at 24 V, generous to lamps at 12 V.' },
  ]),
  school('coilSide', 'Switches of a coil go', [
    { value: 'positive', text: 'on its positive side', why: 'A chafed wire blows the fuse and the load stays off.' },
    { value: 'ground', text: 'on its ground side', why: 'Less live wire at the dash; a chafed wire turns the load on.' },
    { value: 'either', text: 'on either, as it comes', why: 'Whichever needs fewer parts.' },
  ]),
  school('feedsApart', 'Feeds of one coil are kept apart by', [
    { value: 'diodes', text: 'blocking diodes', why: 'Fewer parts; each costs the coil three quarters of a volt.' },
    { value: 'relays', text: 'a helper relay each', why: 'No volts lost, and the feeds never share metal.' },
  ]),
  school('feedTaps', 'An existing circuit’s fuse', [
    { value: 'coil', text: 'may give a coil its current', why: 'A coil takes a fifth of an ampere, which no circuit notices.' },
    { value: 'never', text: 'is left alone', why: 'A fault of yours never darkens what the vehicle came with.' },
  ]),
  school('sharing', 'Jobs with a feed or a place in common', [
    { value: 'shared', text: 'share its fuse and wire up to the branch', why: 'Less wire through the bulkhead.' },
    { value: 'apart', text: 'have a fuse and a wire each', why: 'One fault takes out one job.' },
  ]),
  school('splitCharge', 'A split-charge relay closes by', [
    {
      value: 'voltage',
      text: 'the voltage of the charged battery',
      why: 'No key wire, and no cranking current through the second battery’s cable.',
    },
    { value: 'key', text: 'the key', why: 'One plain relay; the second battery helps the starter, so its cable and fuses must bear that.' },
  ]),
  school('strandEnds', 'Strands under a screw get', [
    { value: 'ferrule', text: 'a ferrule', why: 'No strand strays, and the clamp holds for years.' },
    {
      value: 'twisted',
      text: 'a twist',
      why: 'Allowed by most clamps for fine strands; look at it again after a while. Tinned ends creep loose and are never right.',
    },
  ]),
  school('wireFamily', 'Ampacities are taken from', families(WIRE_FAMILIES)),
  school(
    'mainsFamily',
    'Ampacities of mains wires are taken from',
    families(WIRE_FAMILIES.filter(({ id, mostV }) => mostV === undefined && id !== 'glass')),
  ),
  school('wireSeries', 'Wire is bought', [
    { value: 'metric', text: 'by section, in mm²', why: 'As it is sold where wire follows IEC 60228.' },
    {
      value: 'awg',
      text: 'by gauge, AWG',
      why: 'As it is sold in North America. Vehicle wire marked SAE is up to a tenth thinner than its number (from memory): buy what is marked AWG.',
    },
  ]),
  school('lengthUnit', 'Lengths are shown in', [
    { value: 'm', text: 'metres', why: 'Cut to the whole centimetre.' },
    {
      value: 'ft',
      text: 'feet and inches',
      why: 'Cut to the whole inch. Typed with its unit, either is taken anywhere: 3 ft 6 in, 1.1 m.',
    },
  ]),
  school('temperatureUnit', 'Temperatures are shown in', [
    { value: 'C', text: '°C', why: 'As parts are marked.' },
    { value: 'F', text: '°F', why: 'Typed with its unit, either is taken anywhere: 350 F, 176 C.' },
  ]),
  school('mainsHz', 'The mains alternate', [
    {
      value: 'auto',
      text: 'as is usual where they are',
      why: '60 times a second at 120 V and 240 V on two hot conductors, 50 times at 230 V.',
    },
    {
      value: '50',
      text: '50 times a second',
      why: 'A coil for 60 Hz alone hums and runs hot on it; a breaker lets a short through for longer.',
    },
    { value: '60', text: '60 times a second', why: 'A coil for 50 Hz alone pulls less on it.' },
  ]),
  school('thinnest', 'Sizing takes no wire thinner than', [
    { value: 'usual', text: '1 mm², 18 AWG', why: 'What a hand tool crimps well, and what outlives a tug at it.' },
    { value: 'harness', text: '0.5 mm², 20 AWG', why: 'As in a maker’s harness, held over its length.' },
    { value: 'signal', text: '0.35 mm², 22 AWG', why: 'For signals and coils in a cable; never where it can be pulled.' },
  ]),
  school('mainsBreak', 'A mains job breaks', [
    {
      value: 'line',
      text: 'the line',
      why: 'The load is dead when it is off; one contact. A plug that can be turned about still gets two.',
    },
    {
      value: 'both',
      text: 'both conductors, always',
      why: 'Right for hazardous bench supplies and wherever line and neutral may have been swapped.',
    },
  ]),
  school('moduleSupply', 'Relays of a module hang on', [
    {
      value: 'shared',
      text: 'the board’s 5 V rail, if it bears them',
      why: 'One supply and no second pair of wires; a relay fault reaches the rail.',
    },
    {
      value: 'separate',
      text: 'a supply of their own',
      why: 'The board does not start again when relays pull in; needed wherever isolation is claimed.',
    },
  ]),
  school('sizeFor', 'Once it is safe, sizing saves', [
    { value: 'cost', text: 'money', why: 'The cheapest parts and wire that hold every rule.' },
    { value: 'copper', text: 'copper', why: 'The least weight, for a boat or a trailer.' },
    { value: 'drop', text: 'volts', why: 'The least lost on the way, whatever it weighs.' },
  ]),
  school('returnPath', 'Current comes back', [
    { value: 'chassis', text: 'through the vehicle’s metal', why: 'Half the wire; each ground stud must stay clean.' },
    {
      value: 'wire',
      text: 'by a wire of its own to the battery',
      why: 'For boats, wooden and plastic bodies: no current through hull or hinges.',
    },
  ]),
];

export function schoolChoice(settings: Settings, field: keyof Settings): SchoolChoice {
  const found = SCHOOLS.find((entry) => entry.field === field)!;
  return found.choices.find(({ value }) => value === settings[field])!;
}
