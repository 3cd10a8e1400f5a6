/** Silicon rectifier at a few hundred mA: knee, V, and slope, Ω, of its straight-line model (from memory). */
export const SILICON_V = 0.75;
export const SILICON_OHM = 0.2;
