import { WIRE_COLOURS } from '@iron-nudge/core';

/** The colour of a wire as the screen shows it: of two colours the first. */
export const swatch = (colour: string): string => WIRE_COLOURS[colour.slice(0, 2) as keyof typeof WIRE_COLOURS].css;
