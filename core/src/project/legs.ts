/** Keys of the legs to a line of loads and back from it, by the line's id. */
export const outLeg = (line: string): string => `load-${line}`;
/** Of a motor that turns both ways, to its other lead. */
export const outBackwardsLeg = (line: string): string => `load-back-${line}`;
export const backLeg = (line: string): string => `return-${line}`;
