/** What something thrown says. */
export const wordsOf = (thrown: unknown): string => (thrown instanceof Error ? thrown.message : String(thrown));
