import {
  OUTSIDE_SOURCE,
  type Source,
  WALLS,
  type Wall,
  computed,
  copperAtTemperature,
  fromMemory,
  leastInside,
  sizeName,
  sizesFrom,
  wireOhmPerM,
  wireOhmSource,
} from '../reference/index.ts';
import { type Sum, choice, given, numberOf, numeric, onlyWhen } from './sum.ts';

/** Of a small voltage or current on a hand meter (from memory): a reading may be so far off. */
const METER_SHARE = 0.03;
/** What a wire that has carried a current for a while may have warmed to, °C. */
const WARM_C = 60;
/** Strands together may be so much short of what they are sold as: the standard asks for a resistance, not for a section. */
const STRANDS_SHORT = 0.05;

const all = (): number[] => [...new Set([...sizesFrom('metric', 'signal'), ...sizesFrom('awg', 'signal')])].sort((a, b) => a - b);

interface Read {
  readonly formula: string;
  readonly measured: ReturnType<typeof given>;
  /** What it can be, the thinnest first. */
  readonly sizes: readonly number[];
  readonly source: Source;
  readonly note: string;
}

/** All whose resistance comes near the measured one, cold or warm; the thicker of the rest is what it is thinner than. */
function byDrop(volt: number, ampere: number, lengthM: number): Read {
  const ohm = volt / (ampere * lengthM);
  const warmth = copperAtTemperature(1, WARM_C);
  const near = all().filter((size) => {
    const perM = wireOhmPerM(size)!;
    return perM * warmth * (1 + METER_SHARE) >= ohm && perM * (1 - METER_SHARE) <= ohm;
  });
  const thinner = all()
    .filter((size) => wireOhmPerM(size)! * (1 - METER_SHARE) > ohm)
    .at(-1);
  const sizes = near.length > 0 ? near : thinner === undefined ? [] : [thinner];
  return {
    formula: 'R′ = ΔV / (I · L)',
    measured: given('R′', 'of one metre, as it is now', ohm, 'Ω', computed('quotient')),
    sizes,
    source: wireOhmSource(sizes[0] ?? 1),
    note: `Between 20 and ${WARM_C} °C, with a meter that is ${100 * METER_SHARE} % off, each size that is named reads so. Measure along the wire alone, not over its terminals.`,
  };
}

function byStrands(strands: number, strandMm: number): Read {
  const area = (strands * Math.PI * strandMm ** 2) / 4;
  const size = all()
    .filter((one) => one * (1 - STRANDS_SHORT) <= area)
    .at(-1);
  return {
    formula: 'A = n · π/4 · d²',
    measured: given('A', 'copper of its strands', area, 'mm²', computed('sum of the strands')),
    sizes: size === undefined ? [] : [size],
    source: fromMemory(`strands may be ${100 * STRANDS_SHORT} % short of the size that they are sold as`),
    note: 'Count the strands of a cut end, and measure one of them with a caliper or a micrometer.',
  };
}

function byOutside(outsideMm: number, walls: readonly Wall[]): Read {
  const found = walls.flatMap((wall) => leastInside(outsideMm, wall) ?? []);
  return {
    formula: 'd_most(S) ≥ d',
    measured: given('d', 'over its insulation', outsideMm / 1000, 'm'),
    sizes: walls.length === found.length ? [...new Set(found)].sort((a, b) => a - b) : [],
    source: OUTSIDE_SOURCE,
    note: 'Vehicle wire alone: house wire, silicone and welding cable have other walls, and two walls look alike until one is cut.',
  };
}

/** A wire that is there, and of which nobody knows the size. */
export const foundWire: Sum = {
  id: 'found-wire',
  title: 'A wire that is there',
  about: 'What size an existing wire can be, by what it loses, by its strands or by its outside.',
  inputs: [
    choice('by', 'Measured', [
      ['drop', 'the volts along it'],
      ['strands', 'its strands'],
      ['outside', 'over its insulation'],
    ]),
    onlyWhen('by', ['drop'], numeric('volt', 'Volts along it', 'V', 0.26, 0.001, 100)),
    onlyWhen('by', ['drop'], numeric('ampere', 'Current in it', 'A', 8, 0.01, 1000)),
    onlyWhen('by', ['drop'], numeric('length', 'Between the probes', 'm', 4, 0.05, 500)),
    onlyWhen('by', ['strands'], numeric('strands', 'Strands', '', 30, 1, 5000)),
    onlyWhen('by', ['strands'], numeric('strand', 'One strand, mm', '', 0.25, 0.02, 20)),
    onlyWhen('by', ['outside'], numeric('outside', 'Outside, mm', '', 2.4, 0.5, 50)),
    onlyWhen(
      'by',
      ['outside'],
      choice('wall', 'Its wall', [
        ['unknown', 'nobody knows'],
        ['thin', 'thin'],
        ['thick', 'thick'],
      ]),
    ),
  ],
  work(values) {
    const [volt, ampere, length, strands, strand, outside] = ['volt', 'ampere', 'length', 'strands', 'strand', 'outside'].map((key) =>
      numberOf(values, key),
    ) as [number, number, number, number, number, number];
    const walls = WALLS.filter((wall) => values.wall === wall || values.wall === 'unknown');
    const read =
      values.by === 'drop'
        ? byDrop(volt, ampere, length)
        : values.by === 'strands'
          ? byStrands(strands, strand)
          : byOutside(outside, walls);
    const [least] = read.sizes;
    if (least === undefined) return 'That is no wire of any size that is sold: measure again.';
    return {
      formula: read.formula,
      given:
        values.by === 'drop'
          ? [given('ΔV', 'along it', volt, 'V'), given('I', 'in it', ampere, 'A'), given('L', 'between the probes', length, 'm')]
          : values.by === 'strands'
            ? [given('n', 'strands', strands, ''), given('d', 'of one strand', strand / 1000, 'm')]
            : [given('d', 'over its insulation', outside / 1000, 'm')],
      results: [
        given('S', `count on ${sizeName(least)}`, least, 'mm²', read.source),
        read.measured,
        ...read.sizes.slice(1).map((size, at) => given(`S${at + 2}`, `it may be ${sizeName(size)}`, size, 'mm²', read.source)),
      ],
      notes: [
        read.note,
        'Scratch a strand: aluminium under a skin of copper looks alike and bears about two thirds (from memory).',
        'In a project: choose that size for the wire, and tick under Build that it is there already; it is then neither cut nor bought.',
      ],
    };
  },
};
