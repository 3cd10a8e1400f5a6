/** Kinds of load that are a line of like units with a plate, and what all of those share. */
import { z } from 'zod';
import type { Field } from '../../document/index.ts';
import { type LoadFacets, loadBase, unitCount } from './kind.ts';

/** Schema of a line of like units. */
export const unitSchema = <K extends string>(kind: K) => z.strictObject({ ...loadBase, kind: z.literal(kind), count: unitCount });

const PLATE_UNITS = [
  { value: 'W', text: 'W' },
  { value: 'A', text: 'A' },
  { value: 'Ω', text: 'Ω' },
];

const BETWEEN_VOLTS = [
  { value: 'hand', text: 'set on it' },
  { value: 'itself', text: 'by itself, and all between' },
];

/** The fields of a line of like units; `plate` names what its plate says. */
export function unitFields(plate = 'One takes', units = PLATE_UNITS): readonly Field<never>[] {
  return [
    { type: 'number', path: ['count'], label: 'How many', least: 1, most: 24, whole: true },
    { type: 'text', path: ['name'], label: 'What' },
    { type: 'number', path: ['plate', 'value'], label: plate, least: 1e-6, most: 1e6 },
    { type: 'choice', path: ['plate', 'unit'], label: 'Unit', choices: units },
    { type: 'number', path: ['plate', 'ratedV'], label: 'Rated', unit: 'V', least: 1e-6, most: 500 },
    { type: 'number', path: ['otherV'], label: 'Or, by its label (0: no other)', unit: 'V', least: 0, most: 500, unset: 0 },
    {
      type: 'choice',
      path: ['otherVBy'],
      label: 'From one to the other',
      choices: BETWEEN_VOLTS,
      unset: 'hand',
      asked: ({ otherV = 0 }: { otherV?: number }) => otherV > 0,
    },
    {
      type: 'number',
      path: ['mostFuseA'],
      label: 'Fuse before it, by its label, at most (0: not said)',
      unit: 'A',
      least: 0,
      most: 1000,
      unset: 0,
    },
  ];
}

/** What takes what its resistance lets through may share a voltage with others like it. */
export const IN_SERIES = {
  type: 'number',
  path: ['series'],
  label: 'In series, in each string',
  least: 1,
  most: 12,
  whole: true,
} as const satisfies Field<never>;

/** What heats or turns is asked for an end of its own. */
export const OWN_CUT_OUT = {
  type: 'tick',
  path: ['ownCutOut'],
  label: 'has a thermal cut-out of its own inside',
} as const satisfies Field<never>;

/** What keeps its current flowing is asked for a path for it. */
export const SUPPRESSED = {
  type: 'tick',
  path: ['suppressed'],
  label: 'has a diode, varistor or snubber across it already',
} as const satisfies Field<never>;

/** Of what has none of its own. */
export const SUPPRESSOR = {
  type: 'tick',
  path: ['suppressor'],
  label: 'gets a diode across it, or a varistor where a diode will not do',
} as const satisfies Field<never>;

/** A load of two like leads that takes what its resistance lets through, on either current. */
export const resistive = {
  begin: {},
  takes: { as: 'resistance' },
  contact: null,
  derating: 1,
  currents: ['ac', 'dc'],
  otherCurrent: '',
  heats: false,
  inductive: false,
  anythingPlugsIn: false,
  turns: false,
  startsHard: false,
  phaseAngle: true,
  leadsAlike: true,
  secondary: 'none',
  ohms: { least: 1, most: 1 },
} as const satisfies Partial<LoadFacets<string>>;
