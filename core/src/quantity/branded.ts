declare const of: unique symbol;

/** A name of one kind of thing: a string that no name of another kind is taken for. Made where such a name is made, nowhere else. */
export type Branded<Kind extends string> = string & { readonly [of]: Kind };
