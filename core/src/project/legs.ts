/** Keys of the legs to a line of loads and back from it, by the line's id. */
export const outLeg = (line: string): string => `load-${line}`;
/** Of a motor that turns both ways, to its other lead. */
export const outBackwardsLeg = (line: string): string => `load-back-${line}`;
export const backLeg = (line: string): string => `return-${line}`;
/** Of the mains, to the metal of a line's units. */
export const earthLeg = (line: string): string => `earth-${line}`;
/** All legs between a line and where it is switched. */
export const legsOfLine = (line: string): readonly string[] => [outLeg, outBackwardsLeg, backLeg, earthLeg].map((leg) => leg(line));
/** Of a cord into a box of the mains. */
export const INLET_LINE = 'inlet-line';
export const INLET_BACK = 'inlet-back';
export const INLET_EARTH = 'inlet-earth';
/** From a fuse in the box on to the terminal where all takes its line. */
export const INLET_FUSED = 'inlet-fused';
export const INLET_LEGS: readonly string[] = [INLET_LINE, INLET_BACK, INLET_EARTH, INLET_FUSED];
/** From what feeds a job to its fuse, and from there to its relay. */
export const FEED_LEG = 'feed';
export const TO_RELAY_LEG = 'to-relay';

/** Of the metal of a box to earth. */
export const boxEarthLeg = (place: string): string => `earth-box-${place}`;
export const isBoxEarth = (leg: string): boolean => leg.startsWith(boxEarthLeg(''));
