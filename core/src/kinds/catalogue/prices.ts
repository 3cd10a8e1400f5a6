import type { ConnectorId } from '../../reference/index.ts';
import type { Held } from './own-holder.ts';

/** Invented prices, in the shelf's own money: they weigh one choice against another and are nobody's offer. */

/** Of a metre of wire. */
export const wirePrice = (sizeMm2: number): number => 0.22 + 0.31 * sizeMm2;

/** Of what guards a circuit, with its holder. */
export const GUARD_PRICES = {
  blade: 2.8,
  bolt: 9.5,
  'high-breaking': 34,
  cartridge: 2.1,
  breaker: 11.5,
  'self-resetting': 4.2,
  plug: 3.2,
  'breaker-b': 6.4,
  'breaker-c': 6.4,
  'breaker-d': 7.1,
} as const;

/** Of what stands in a holder that is bought by itself. */
export const HELD_PRICES = { blade: 0.4, bolt: 4.2, 'high-breaking': 21, cartridge: 0.5 } as const satisfies Record<Held, number>;

/** Of what parts a wire, a pole: of what is pulled apart both halves with their contacts. */
export const CONNECTOR_PRICES = {
  trailer: 0.9,
  sealed: 3.4,
  blade: 0.5,
  'quick-30': 2.2,
  'quick-50': 4.1,
  'quick-120': 11,
  'quick-175': 16.5,
  'block-32': 0.4,
  'block-57': 0.9,
  'ceramic-32': 1.1,
  'ceramic-57': 1.9,
} as const satisfies Record<ConnectorId, number>;

/** Of small things, a piece. */
export const SMALL_PRICES = {
  'small diode': 0.12,
  'power diode': 4.6,
  clamp: 0.9,
  'thermal fuse': 1.4,
  thermocouple: 7.5,
  'temperature controller': 29,
  'tap filter': 2.4,
  meter: 9.5,
  switch: 3.1,
  sensor: 8.5,
  receiver: 12,
  'board module': 4.6,
  'repeating relay': 14,
  'two-hand station': 86,
  'auxiliary contacts': 9.2,
  splice: 0.3,
  'box terminal': 1.6,
  'ground stud': 1.1,
  'distribution stud': 6.8,
  'distribution bar': 18,
  'bus bar': 4.5,
  resistor: 0.06,
  'wire-wound resistor': 5.4,
  varistor: 0.6,
  'blade receptacle': 0.15,
  'wide receptacle': 0.4,
  ring: 0.35,
  ferrule: 0.04,
  'strip terminal': 0.9,
  'strip rail': 4.2,
  'jumper lead': 0.15,
  'port supply': 9,
  'perforated board': 0.8,
} as const;

/** Density of copper, g/cm³ (from memory): one mm² of a metre weighs that many grams. */
export const COPPER_G_PER_MM2_M = 8.96;
