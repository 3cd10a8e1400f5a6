/**
 * Which piece is cut from what: one-dimensional cutting stock. Pieces go longest first; each into the spool or begun roll
 * that it leaves least of (best fit decreasing), and into a new roll where none has room.
 *
 * The bound is Martello and Toth's L2: for every length k up to half a roll, pieces longer than L − k need a roll each,
 * those longer than L/2 too, and what is over k must fit beside them. Best fit decreasing needs at most 11/9 of the best
 * and one roll (D. S. Johnson, 1973).
 */

export interface Piece {
  readonly id: string;
  readonly lengthM: number;
}
export interface Stock {
  readonly name: string;
  readonly lengthM: number;
  readonly pieces: readonly Piece[];
  readonly leftM: number;
}
export interface Cut {
  readonly spools: readonly Stock[];
  readonly rolls: readonly Stock[];
  /** Longer than a roll: bought by the metre. */
  readonly tooLong: readonly Piece[];
  /** Fewest rolls that any way of cutting needs. */
  readonly leastRolls: number;
  /** What is over in the new rolls, m. */
  readonly wasteM: number;
}

/** Counted in whole centimetres, so that sums are exact. */
/** Tenths of a millimetre: whole numbers of them are whole centimetres and whole inches alike. */
const tenths = (metre: number) => Math.round(metre * 10_000);

export function cutPieces(pieces: readonly Piece[], rollM: number, spoolsM: readonly number[] = []): Cut {
  const roll = tenths(rollM);
  const order = [...pieces].sort((a, b) => b.lengthM - a.lengthM || (a.id < b.id ? -1 : 1));
  const spools = spoolsM.map((lengthM, at) => ({ name: `spool ${at + 1}`, lengthM, left: tenths(lengthM), pieces: [] as Piece[] }));
  const rolls: { name: string; lengthM: number; left: number; pieces: Piece[] }[] = [];
  const tooLong: Piece[] = [];
  /** Those that no spool takes: what the bound of new rolls counts. */
  const unspooled: number[] = [];
  for (const piece of order) {
    const need = tenths(piece.lengthM);
    const tightest = (stock: typeof rolls) => stock.filter(({ left }) => left >= need).sort((a, b) => a.left - b.left)[0];
    let into = tightest(spools);
    if (!into) {
      if (need > roll) {
        tooLong.push(piece);
        continue;
      }
      unspooled.push(need);
      into = tightest(rolls);
      if (!into) rolls.push((into = { name: `roll ${rolls.length + 1}`, lengthM: rollM, left: roll, pieces: [] }));
    }
    into.pieces.push(piece);
    into.left -= need;
  }
  const done = (stock: typeof rolls): Stock[] =>
    stock.map(({ name, lengthM, left, pieces: own }) => ({ name, lengthM, pieces: own, leftM: left / 10_000 }));
  return {
    spools: done(spools).filter(({ pieces: own }) => own.length > 0),
    rolls: done(rolls),
    tooLong,
    leastRolls: leastRolls(unspooled, roll),
    wasteM: rolls.reduce((sum, { left }) => sum + left, 0) / 10_000,
  };
}

/** Martello and Toth's L2 for lengths and a roll in the same unit. */
export function leastRolls(lengths: readonly number[], roll: number): number {
  const candidates = [0, ...new Set(lengths.filter((length) => length <= roll / 2))];
  return candidates.reduce((most, k) => {
    const large = lengths.filter((length) => length > roll - k);
    const middle = lengths.filter((length) => length <= roll - k && length > roll / 2);
    const small = lengths.filter((length) => length >= k && length <= roll / 2);
    const sum = (list: readonly number[]) => list.reduce((total, length) => total + length, 0);
    const room = middle.length * roll - sum(middle);
    return Math.max(most, large.length + middle.length + Math.max(0, Math.ceil((sum(small) - room) / roll)));
  }, 0);
}
