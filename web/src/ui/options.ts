/** What one chooses from, for a box of several. */
export interface Option<T extends string | number> {
  readonly value: T;
  readonly text: string;
  readonly disabled?: boolean;
}

/** Things of the project or the catalogue, by the names that they have. */
export const named = <T extends string>(list: readonly { readonly id: T; readonly name: string }[]): Option<T>[] =>
  list.map(({ id, name }) => ({ value: id, text: name }));

/** Values that are their own words, or are said by `words`. */
export const each = <T extends string | number>(values: readonly T[], words: (value: T) => string = String): Option<T>[] =>
  values.map((value) => ({ value, text: words(value) }));
