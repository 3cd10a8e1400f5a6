/** Invented prices, in the shelf's own money: they weigh one choice against another and are nobody's offer. */

/** Of a metre of wire. */
export const wirePrice = (sizeMm2: number): number => 0.22 + 0.31 * sizeMm2;

/** Of what guards a circuit, with its holder. */
export const GUARD_PRICES = { blade: 2.8, breaker: 11.5, plug: 3.2, 'breaker-b': 6.4, 'breaker-c': 6.4, 'breaker-d': 7.1 } as const;

/** Density of copper, g/cm³ (from memory): one mm² of a metre weighs that many grams. */
export const COPPER_G_PER_MM2_M = 8.96;
