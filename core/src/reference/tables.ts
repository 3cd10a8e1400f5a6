/** The reference tables that know no kind of thing, as one can read them. Adding one is its file and an entry here. */
import { E12, E24, figures } from '../quantity/index.ts';
import { PREFERRED_SOURCE } from './preferred.ts';
import { awgAreaMm2, awgDiameterMm, awgName } from './awg.ts';
import { SOLD_AWG, awgMm2, wireOhmPerM } from './wire-sizes.ts';
import { BLADE_BANDS, BLADE_BAND_SOURCE } from './blade-fuse-bands.ts';
import { BLADE_FUSES, BLADE_FUSE_SOURCE } from './blade-fuses.ts';
import { BOLT_FUSE_RATINGS, BOLT_FUSE_SOURCE } from './bolt-fuses.ts';
import { BOX_FILL_IN3, BOX_FILL_SOURCE, IN3_CM3 } from './box-fill.ts';
import { BREAKER_CARRIES, BREAKER_CURVES, BREAKER_OPENS, BREAKER_SOURCE } from './breakers.ts';
import { BUNDLE_FACTORS, BUNDLE_SOURCE, NEC_BUNDLE_FACTORS, NEC_BUNDLE_SOURCE } from './bundle-factors.ts';
import { CLASS5_OHM_PER_KM, CLASS5_SOURCE } from './class5-conductors.ts';
import { CONTACT_CATEGORIES, CONTACT_CATEGORY_SOURCE } from './contact-categories.ts';
import { CORD_AMPACITY, CORD_AMPACITY_SOURCE, GAUGE_CORD_AMPACITY, GAUGE_CORD_SOURCE } from './flexible-cords.ts';
import { HORSEPOWER_A, HORSEPOWER_SOURCE } from './horsepower.ts';
import { GLOSSARY, GLOSSARY_SOURCE } from './glossary.ts';
import { NEC_AMPACITY, NEC_AMPACITY_SOURCE, NEC_SMALL_CONDUCTOR_A } from './nec-ampacity.ts';
import { PROTECTION_LIMITS } from './protection-limits.ts';
import { PLUG_FUSES, PLUG_FUSE_SOURCE } from './plug-fuses.ts';
import { type Source, sourceText, standard } from './source.ts';
import { STRIP_TERMINAL_RATINGS, STRIP_TERMINAL_SOURCE } from './strip-terminals.ts';
import { THERMOCOUPLE_LEADS, THERMOCOUPLE_SOURCE, THERMOCOUPLE_TYPES, thermocoupleMv } from './thermocouples.ts';
import { TRACK_RISE_K, TRACK_SOURCE, trackAmpere } from './tracks.ts';
import { OUTSIDE_SOURCE, VEHICLE_OUTSIDE_MM } from './vehicle-wire-outside.ts';
import { CONNECTORS, CONNECTOR_SOURCE, TERMINAL_RISE_K } from './connectors.ts';
import { TERMINAL_MOST_MM2, TERMINAL_SOURCE } from './terminals.ts';
import { AMPACITY_BY_AWG, AMPACITY_SOURCE, THIN_AMPACITY } from './vehicle-ampacity.ts';
import { WIRE_COLOURS } from './wire-colours.ts';

export interface ReferenceTable {
  readonly id: string;
  readonly title: string;
  readonly source: Source;
  readonly note: string;
  readonly columns: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

export const text = (value: number): string => figures(value, 4);

export const PUBLISHED_TABLES: readonly ReferenceTable[] = [
  {
    id: 'words',
    title: 'Words of the trade',
    source: GLOSSARY_SOURCE,
    note: 'As they are used on these pages.',
    columns: ['word', 'what it is'],
    rows: GLOSSARY,
  },
  {
    id: 'class5',
    title: 'Flexible copper conductors',
    source: CLASS5_SOURCE,
    note: 'Largest resistance at 20 °C; at another temperature times 1 + 0.00393 · (T − 20), IEC 60028.',
    columns: ['mm²', 'Ω/km'],
    rows: CLASS5_OHM_PER_KM.map((row) => row.map(text)),
  },
  {
    id: 'awg',
    title: 'American wire gauge',
    source: standard('ASTM B258'),
    note: 'd = 0.127 mm · 92^((36 − n)/39), of a solid conductor. Resistance at 20 °C, 1/58 Ω·mm²/m and 5 % for the lay of the strands (from memory, ASTM B172). Odd gauges are seldom in stock.',
    columns: ['gauge', 'diameter, mm', 'mm²', 'Ω/km, fine strands'],
    rows: SOLD_AWG.map((awg) => [awgName(awg), text(awgDiameterMm(awg)), text(awgAreaMm2(awg)), text(1000 * wireOhmPerM(awgMm2(awg))!)]),
  },
  {
    id: 'protection-limits',
    title: 'What fuses and breakers can break',
    source: standard('IEC 60898-1, IEC 60127, BS 1362; those of vehicles from memory (ISO 8820)'),
    note: 'Of the kinds for direct current about as much more as the voltage is less (from memory).',
    columns: ['device', 'V ⎓', 'V ~', 'breaks, A'],
    rows: Object.entries(PROTECTION_LIMITS).map(([style, { dcV, acV, breaksA }]) => [
      style,
      dcV === null ? 'not' : text(dcV),
      acV === null ? 'not' : text(acV),
      text(breaksA),
    ]),
  },
  {
    id: 'vehicle-ampacity',
    title: 'Ampacity, vehicle and boat',
    source: AMPACITY_SOURCE,
    note: 'At 30 °C. In other air times √((105 − T)/(105 − 30)); between gauges on log axes, rounded down. What is thinner than 18 AWG as thin-wall vehicle wire (common practice).',
    columns: ['gauge', 'A'],
    rows: [
      ...THIN_AMPACITY.map(([size, ampere]) => [`${text(size)} mm²`, text(ampere)]),
      ...AMPACITY_BY_AWG.map(([awg, ampere]) => [awgName(awg), text(ampere)]),
    ],
  },
  {
    id: 'nec-ampacity',
    title: 'Ampacity, fixed wiring',
    source: NEC_AMPACITY_SOURCE,
    note: 'At 30 °C, by insulation. The last column is the largest fuse or breaker of the small gauges (240.4(D), from memory).',
    columns: ['gauge', '60 °C', '75 °C', '90 °C', 'fuse, most'],
    rows: NEC_AMPACITY.map(([awg, ...amperes]) => [
      awgName(awg),
      ...amperes.map(text),
      NEC_SMALL_CONDUCTOR_A.has(awg) ? text(NEC_SMALL_CONDUCTOR_A.get(awg)!) : '',
    ]),
  },
  {
    id: 'flexible-cords',
    title: 'Ampacity, flexible cords',
    source: CORD_AMPACITY_SOURCE,
    note: `At 30 °C, insulation to 60 °C. Cords sold by gauge: ${sourceText(GAUGE_CORD_SOURCE)}.`,
    columns: ['size', 'A'],
    rows: [
      ...CORD_AMPACITY.map(([size, ampere]) => [`${text(size)} mm²`, text(ampere)]),
      ...GAUGE_CORD_AMPACITY.map(([awg, ampere]) => [awgName(awg), text(ampere)]),
    ],
  },
  {
    id: 'bundle-factors',
    title: 'Wires in a bundle',
    source: BUNDLE_SOURCE,
    note: 'Between two numbers the larger one counts.',
    columns: ['loaded circuits', 'times its ampacity'],
    rows: BUNDLE_FACTORS.map((row) => row.map(text)),
  },
  {
    id: 'nec-bundle-factors',
    title: 'Conductors in one raceway, North America',
    source: NEC_BUNDLE_SOURCE,
    note: 'Up to so many conductors that carry current; a circuit has two.',
    columns: ['conductors', 'times their ampacity'],
    rows: NEC_BUNDLE_FACTORS.map((row) => row.map(text)),
  },
  {
    id: 'blade-fuses',
    title: 'Blade fuses',
    source: BLADE_FUSE_SOURCE,
    note: 'The colour is that of the body.',
    columns: ['A', 'colour'],
    rows: BLADE_FUSES.map(([rating, colour]) => [text(rating), colour]),
  },
  {
    id: 'blade-bands',
    title: 'When a blade fuse opens',
    source: BLADE_BAND_SOURCE,
    note: 'It carries 110 % for a hundred hours.',
    columns: ['of its rating', 'soonest, s', 'latest, s'],
    rows: BLADE_BANDS.map(([share, least, most]) => [`${text(100 * share)} %`, text(least), text(most)]),
  },
  {
    id: 'bolt-fuses',
    title: 'Bolt-down strip fuses',
    source: BOLT_FUSE_SOURCE,
    note: 'Above the blade series: main fuses at a battery.',
    columns: ['A'],
    rows: BOLT_FUSE_RATINGS.map((rating) => [text(rating)]),
  },
  {
    id: 'breakers',
    title: 'Miniature circuit breakers',
    source: BREAKER_SOURCE,
    note: `Every curve carries ${BREAKER_CARRIES} times its rating for an hour and opens within one at ${BREAKER_OPENS} times.`,
    columns: ['curve', 'at once from', 'at once above', 'for'],
    rows: BREAKER_CURVES.map(([curve, least, most, use]) => [curve, `${least} × I_n`, `${most} × I_n`, use]),
  },
  {
    id: 'plug-fuses',
    title: 'Fuses of plugs',
    source: PLUG_FUSE_SOURCE,
    note: 'A plug’s fuse guards its cord, and must not stand above what the cord feeds.',
    columns: ['A', 'for'],
    rows: PLUG_FUSES.map(([rating, use]) => [text(rating), use]),
  },
  {
    id: 'contact-categories',
    title: 'What a contact’s rating is for',
    source: CONTACT_CATEGORY_SOURCE,
    note: 'A rating without a category is for resistive loads. One for alternating current says nothing about direct current.',
    columns: ['category', 'current', 'load'],
    rows: CONTACT_CATEGORIES,
  },
  {
    id: 'terminals',
    title: 'Wire that a terminal takes',
    source: TERMINAL_SOURCE,
    note: 'A 6.3 mm blade bears about 30 A.',
    columns: ['terminal', 'mm², most'],
    rows: [
      ['receptacle of a 6.3 mm blade', text(TERMINAL_MOST_MM2.blade)],
      ['heavy receptacle, lead of a blade fuse’s holder', text(TERMINAL_MOST_MM2.heavy)],
      ['receptacle of a 9.5 mm blade', text(TERMINAL_MOST_MM2.wide)],
      ['screw clamp of an eight-pin socket', text(TERMINAL_MOST_MM2.clamp)],
      ['ring on a stud', text(TERMINAL_MOST_MM2.ring)],
    ],
  },
  {
    id: 'vehicle-wire-outside',
    title: 'Vehicle wire over its insulation',
    source: OUTSIDE_SOURCE,
    note: 'The greatest diameter of each: a wire that is thicker has more copper, or another wall.',
    columns: ['mm²', 'thin wall, mm', 'thick wall, mm'],
    rows: VEHICLE_OUTSIDE_MM.map(([mm2, thin, thick]) => [text(mm2), thin === null ? '' : text(thin), thick === null ? '' : text(thick)]),
  },
  {
    id: 'connectors',
    title: 'What a pole of a connector or a terminal block bears',
    source: CONNECTOR_SOURCE,
    note: `A terminal block at its rated current is ${TERMINAL_RISE_K} K warmer than the air: in hot air it bears less.`,
    columns: ['connector', 'A', 'V, most', 'mm², most', '°C, most', 'mΩ', 'in the wet'],
    rows: Object.values(CONNECTORS).map(({ name, ratedA, mostV, mostMm2, mostC, ohm, sealed }) => [
      name,
      text(ratedA),
      text(mostV),
      text(mostMm2),
      text(mostC),
      text(1000 * ohm),
      sealed ? 'yes' : 'no',
    ]),
  },
  {
    id: 'horsepower',
    title: 'What a single-phase motor takes at full load',
    source: HORSEPOWER_SOURCE,
    note: 'For a motor whose plate says its horsepower and nothing else: what its own plate says goes before this. It starts at several times as much.',
    columns: ['hp', 'A at 115 V', 'A at 230 V'],
    rows: HORSEPOWER_A.map((row) => row.map(text)),
  },
  {
    id: 'strip-terminals',
    title: 'What a terminal of a strip carries',
    source: STRIP_TERMINAL_SOURCE,
    note: 'A wire thicker than 4 mm² passes beside the strip.',
    columns: ['wire to, mm²', 'A'],
    rows: STRIP_TERMINAL_RATINGS.map(([mm2, ampere]) => [text(mm2), text(ampere)]),
  },
  {
    id: 'preferred-values',
    title: 'Preferred values of resistors',
    source: PREFERRED_SOURCE,
    note: 'Times any power of ten.',
    columns: ['E24', 'also in E12'],
    rows: E24.map((step) => [text(step), E12.includes(step) ? '●' : '']),
  },
  {
    id: 'wire-colours',
    title: 'Colours of wires',
    source: standard('IEC 60757'),
    note: 'Two of them, parted by a stroke: the second is the stripe.',
    columns: ['code', 'colour'],
    rows: Object.entries(WIRE_COLOURS).map(([code, { name }]) => [code, name]),
  },
  {
    id: 'thermocouples',
    title: 'Thermocouples',
    source: THERMOCOUPLE_SOURCE,
    note: 'EMF in mV against a junction at 0 °C; a controller adds that of its own terminals. Leads after IEC 60584-3 and ANSI MC96.1.',
    columns: ['°C', ...THERMOCOUPLE_TYPES.map((type) => `type ${type}`)],
    rows: [
      ...[0, 20, 100, 200, 300, 400, 600, 800, 1000, 1200].map((celsius) => [
        text(celsius),
        ...THERMOCOUPLE_TYPES.map((type) => {
          const millivolt = thermocoupleMv(type, celsius);
          return Number.isNaN(millivolt) ? 'beyond it' : millivolt.toFixed(3);
        }),
      ]),
      ['leads, IEC', ...THERMOCOUPLE_TYPES.map((type) => THERMOCOUPLE_LEADS[type].iec)],
      ['leads, ANSI', ...THERMOCOUPLE_TYPES.map((type) => THERMOCOUPLE_LEADS[type].ansi)],
    ],
  },
  {
    id: 'tracks',
    title: 'Copper tracks of a board',
    source: TRACK_SOURCE,
    note: `I = 0.048 · ΔT^0.44 · A^0.725 with A in square mil; for a rise of ${TRACK_RISE_K} K.`,
    columns: ['width, mm', '35 µm, A', '70 µm, A'],
    rows: [1, 1.5, 2, 3, 5, 8].map((width) => [text(width), text(trackAmpere(width, 35)), text(trackAmpere(width, 70))]),
  },
  {
    id: 'box-fill',
    title: 'Room in a box',
    source: BOX_FILL_SOURCE,
    note: 'For each conductor that enters or passes; all earths together one, each device two, clamps one.',
    columns: ['AWG', 'in³', 'cm³'],
    rows: BOX_FILL_IN3.map(([awg, cubicInches]) => [String(awg), text(cubicInches), text(cubicInches * IN3_CM3)]),
  },
];
