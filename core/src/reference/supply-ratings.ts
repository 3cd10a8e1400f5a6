/** Ratings in which plug-top supplies and small transformers are sold, and those of outlets and branches (common practice), A. */
export const SUPPLY_RATINGS_A = [0.5, 1, 2, 3, 5, 8, 10, 13, 15, 16, 20, 30, 32, 40, 50, 63] as const;
