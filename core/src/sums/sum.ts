import type { Unit } from '../quantity/index.ts';
import { WIRE_SIZES_MM2, sizeName } from '../reference/index.ts';
import type { Given } from '../rules/index.ts';
import type { SumJob } from './send.ts';

/** Where an input is asked for only with certain values of another. */
interface Only {
  readonly key: string;
  readonly values: readonly string[];
}

export type SumInput = { readonly only?: Only } & (
  | {
      readonly kind: 'number';
      readonly key: string;
      readonly label: string;
      readonly unit: Unit;
      readonly start: number;
      readonly least: number;
      readonly most: number;
    }
  | {
      readonly kind: 'choice';
      readonly key: string;
      readonly label: string;
      readonly start: string;
      readonly options: readonly { value: string; text: string }[];
    }
);

export type SumValues = Readonly<Record<string, number | string>>;

export interface SumResult {
  readonly formula: string;
  readonly given: readonly Given[];
  /** What was asked for, the first of them the answer. */
  readonly results: readonly Given[];
  /** What to mind about it, in a sentence each. */
  readonly notes: readonly string[];
}

/** One sum of the trade, offered with no project. Adding one is a file with this and a line in the registry. */
export interface Sum {
  readonly id: string;
  readonly title: string;
  readonly about: string;
  readonly inputs: readonly SumInput[];
  /** Expects every input within its bounds; answers a sentence where the sum has no answer. */
  work(values: SumValues): SumResult | string;
  /** What a project's job takes from it, where it is about a load; asked only when `work` has an answer. */
  job?(values: SumValues): SumJob;
}

/** The same input, asked for only where another has one of some values. */
export const onlyWhen = (key: string, values: readonly string[], input: SumInput): SumInput => ({ ...input, only: { key, values } });
export const isAsked = ({ only }: SumInput, values: SumValues): boolean => !only || only.values.includes(String(values[only.key]));

export const numberOf = (values: SumValues, key: string): number => Number(values[key]);

function isWithin(input: SumInput, value: unknown): value is number | string {
  if (input.kind === 'choice') return input.options.some((option) => option.value === value);
  return typeof value === 'number' && value >= input.least && value <= input.most;
}
/** What was kept from another day, where it is still a value of its input; the start value where it is not. */
export const keptValues = (sum: Sum, kept: Readonly<Record<string, unknown>> = {}): SumValues =>
  Object.fromEntries(
    sum.inputs.map((input) => {
      const value = kept[input.key];
      return [input.key, isWithin(input, value) ? value : input.start];
    }),
  );
export const given = (
  symbol: string,
  meaning: string,
  value: number,
  unit: Unit,
  source: Given['source'] = { kind: 'entered', path: symbol },
): Given => ({
  symbol,
  meaning,
  value,
  unit,
  source,
});
/** A number to enter: zero only where `least` says so. */
export const numeric = (key: string, label: string, unit: Unit, start: number, least = 1e-6, most = 1e6): SumInput => ({
  kind: 'number',
  key,
  label,
  unit,
  start,
  least,
  most,
});
/** Every wire that is sold, for a sum that asks for one. */
export const WIRE_CHOICES: readonly (readonly [string, string])[] = WIRE_SIZES_MM2.map((size) => [String(size), sizeName(size)]);

export const choice = (
  key: string,
  label: string,
  options: readonly (readonly [value: string, text: string])[],
  start = options[0]![0],
): SumInput => ({
  kind: 'choice',
  key,
  label,
  start,
  options: options.map(([value, text]) => ({ value, text })),
});
