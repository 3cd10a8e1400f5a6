/** Numbers from 0 to 1 from a seed: a linear congruential generator (Numerical Recipes). What fails fails again. */
export function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
}
