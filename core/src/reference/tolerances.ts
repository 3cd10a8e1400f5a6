/** How far a pin's high level and a common resistor may be from what is said of them, as shares (both from memory). */
export const PIN_TOLERANCE = 0.05;
export const RESISTOR_TOLERANCE = 0.05;
