/** Keys of the legs to a line of loads and back from it, by the line's id. */
export const outLeg = (line: string): string => `load-${line}`;
export const backLeg = (line: string): string => `return-${line}`;
