/**
 * Thermocouples by the reference functions of ITS-90, both ways.
 *
 * E(T) = Σ c_i T^i (+ a0·exp(a1·(T − a2)²) for type K above 0 °C), mV against a junction at 0 °C. The inverse is taken on the
 * same function by bisection, so that the two agree to rounding. A junction at T_c and one at T_h give E(T_h) − E(T_c).
 */
import { fromMemory, standard } from './source.ts';

export const THERMOCOUPLE_TYPES = ['K', 'J', 'T', 'N'] as const;
export type ThermocoupleType = (typeof THERMOCOUPLE_TYPES)[number];

export const THERMOCOUPLE_SOURCE = standard('IEC 60584-1 and NIST Monograph 175, reference functions of ITS-90', 'thermocouples');

/** Temperature to which each is made within a tolerance, and oxidises slowly enough, °C (IEC 60584-1, tolerance class 2). */
export const THERMOCOUPLE_MOST_C: Readonly<Record<ThermocoupleType, number>> = { K: 1200, J: 750, T: 350, N: 1200 };
export const THERMOCOUPLE_MOST_SOURCE = fromMemory('IEC 60584-1, tolerance class 2', 'thermocouples');

interface Range {
  readonly fromC: number;
  readonly toC: number;
  readonly coefficients: readonly number[];
  readonly exponential?: readonly [a0: number, a1: number, a2: number];
}

const RANGES: Readonly<Record<ThermocoupleType, readonly Range[]>> = {
  K: [
    {
      fromC: -270,
      toC: 0,
      coefficients: [
        0, 0.39450128025e-1, 0.23622373598e-4, -0.32858906784e-6, -0.49904828777e-8, -0.67509059173e-10, -0.57410327428e-12,
        -0.31088872894e-14, -0.10451609365e-16, -0.19889266878e-19, -0.16322697486e-22,
      ],
    },
    {
      fromC: 0,
      toC: 1372,
      coefficients: [
        -0.17600413686e-1, 0.38921204975e-1, 0.18558770032e-4, -0.99457592874e-7, 0.31840945719e-9, -0.56072844889e-12, 0.56075059059e-15,
        -0.32020720003e-18, 0.97151147152e-22, -0.12104721275e-25,
      ],
      exponential: [0.1185976, -0.1183432e-3, 0.1269686e3],
    },
  ],
  J: [
    {
      fromC: -210,
      toC: 760,
      coefficients: [
        0, 0.50381187815e-1, 0.3047583693e-4, -0.8568106572e-7, 0.13228195295e-9, -0.17052958337e-12, 0.20948090697e-15, -0.12538395336e-18,
        0.15631725697e-22,
      ],
    },
    {
      fromC: 760,
      toC: 1200,
      coefficients: [0.29645625681e3, -0.14976127786e1, 0.31787103924e-2, -0.31847686701e-5, 0.15720819004e-8, -0.30691369056e-12],
    },
  ],
  T: [
    {
      fromC: -270,
      toC: 0,
      coefficients: [
        0, 0.38748106364e-1, 0.44194434347e-4, 0.11844323105e-6, 0.20032973554e-7, 0.90138019559e-9, 0.22651156593e-10, 0.36071154205e-12,
        0.38493939883e-14, 0.28213521925e-16, 0.14251594779e-18, 0.48768662286e-21, 0.1079553927e-23, 0.13945027062e-26, 0.79795153927e-30,
      ],
    },
    {
      fromC: 0,
      toC: 400,
      coefficients: [
        0, 0.38748106364e-1, 0.3329222788e-4, 0.20618243404e-6, -0.21882256846e-8, 0.10996880928e-10, -0.30815758772e-13, 0.4547913529e-16,
        -0.27512901673e-19,
      ],
    },
  ],
  N: [
    {
      fromC: -270,
      toC: 0,
      coefficients: [
        0, 0.26159105962e-1, 0.10957484228e-4, -0.93841111554e-7, -0.46412039759e-10, -0.26303357716e-11, -0.22653438003e-13,
        -0.76089300791e-16, -0.93419667835e-19,
      ],
    },
    {
      fromC: 0,
      toC: 1300,
      coefficients: [
        0, 0.25929394601e-1, 0.1571014188e-4, 0.43825627237e-7, -0.25261169794e-9, 0.64311819339e-12, -0.10063471519e-14, 0.99745338992e-18,
        -0.60863245607e-21, 0.20849229339e-24, -0.30682196151e-28,
      ],
    },
  ],
};

/** Range of a type's reference function, °C. */
export function thermocoupleRange(type: ThermocoupleType): { fromC: number; toC: number } {
  const ranges = RANGES[type];
  return { fromC: ranges[0]!.fromC, toC: ranges[ranges.length - 1]!.toC };
}

/** EMF against a junction at 0 °C, mV; NaN outside the type's range. */
export function thermocoupleMv(type: ThermocoupleType, celsius: number): number {
  const range = RANGES[type].find(({ fromC, toC }) => celsius >= fromC && celsius <= toC);
  if (!range) return NaN;
  const { coefficients, exponential } = range;
  let sum = 0;
  for (let at = coefficients.length - 1; at >= 0; at--) sum = sum * celsius + coefficients[at]!;
  if (!exponential || celsius === 0) return celsius === 0 ? 0 : sum;
  const [a0, a1, a2] = exponential;
  return sum + a0 * Math.exp(a1 * (celsius - a2) ** 2);
}

/** Temperature of the hot junction for an EMF with the cold one at `coldC`, °C; NaN outside the type's range. */
export function thermocoupleC(type: ThermocoupleType, millivolt: number, coldC: number): number {
  const wanted = millivolt + thermocoupleMv(type, coldC);
  // Below about −250 °C the curves flatten to nothing; no thermometer of the trade works there.
  let [low, high] = [type === 'J' ? -210 : -250, thermocoupleRange(type).toC];
  if (!(wanted >= thermocoupleMv(type, low) && wanted <= thermocoupleMv(type, high))) return NaN;
  for (let step = 0; step < 60; step++) {
    const middle = (low + high) / 2;
    if (thermocoupleMv(type, middle) < wanted) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** What a controller reads with the two wires changed about: the difference from its own terminals, upside down. */
export function swappedReadingC(type: ThermocoupleType, hotC: number, coldC: number): number {
  return thermocoupleC(type, thermocoupleMv(type, coldC) - thermocoupleMv(type, hotC), coldC);
}

export const THERMOCOUPLE_COLOURS_SOURCE = standard('IEC 60584-3 and ANSI MC96.1, colours of leads', 'thermocouples');

/** Leads by standard: positive and negative. The magnetic leg of a type K is its negative one, of a type J its positive one. */
export const THERMOCOUPLE_LEADS: Readonly<
  Record<ThermocoupleType, { readonly iec: string; readonly ansi: string; readonly magnet: string }>
> = {
  K: { iec: 'green +, white −', ansi: 'yellow +, red −', magnet: 'the negative leg is drawn to a magnet' },
  J: { iec: 'black +, white −', ansi: 'white +, red −', magnet: 'the positive leg (iron) is drawn to a magnet' },
  T: { iec: 'brown +, white −', ansi: 'blue +, red −', magnet: 'neither leg is magnetic: the positive one is bare copper' },
  N: {
    iec: 'pink +, white −',
    ansi: 'orange +, red −',
    magnet: 'neither leg is magnetic: go by the colours, and by the reading when it is warmed',
  },
};
