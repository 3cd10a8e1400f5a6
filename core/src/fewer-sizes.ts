/** Fewer sizes of wire in a project: what each set of them takes to buy, from as many as sizing chose down to one. */
import { analyse } from './analyse.ts';
import { cutList, wireBought, wireList } from './outputs/index.ts';
import { stripsOf } from './graph/index.ts';
import type { Design } from './project/index.ts';
import type { Severity } from './rules/index.ts';
import { compile } from './wiring/index.ts';

/** One set of sizes, and what the wire of the whole project takes with it. */
export interface SizeSet {
  /** What sizing may take; empty: whatever is sold. */
  readonly only: readonly number[];
  /** All that are laid then, mm²: what was chosen by hand stays, and what needs more than all of them takes more. */
  readonly sizes: readonly number[];
  readonly rolls: number;
  /** Of all its wire, in the shelf's invented money. */
  readonly price: number;
  /** Titles of what it makes worse than every size does: a thicker lead lets more flow in a short, a terminal takes less. */
  readonly worse: readonly string[];
}

type Bought = Omit<SizeSet, 'worse'>;
const keeping = (design: Design, only: readonly number[]): Design => ({ ...design, settings: { ...design.settings, sizes: [...only] } });
function bought(design: Design, only: readonly number[]): Bought {
  const kept = keeping(design, only);
  const { netlist } = compile(kept);
  return { only, ...wireBought(cutList(kept, wireList(kept, netlist, stripsOf(kept, netlist)))) };
}

/**
 * From every size that is sold on, each time without the one whose loss costs least; a set that ends with as many sizes as
 * the one before it is none. Yields after each that it tried.
 */
export function* fewerSizes(design: Design): Generator<void, readonly SizeSet[]> {
  const found = [bought(design, [])];
  let only = found[0]!.sizes;
  while (only.length > 1) {
    let best: Bought | null = null;
    for (const left of only) {
      const tried = bought(
        design,
        only.filter((size) => size !== left),
      );
      if (!best || tried.sizes.length < best.sizes.length || (tried.sizes.length === best.sizes.length && tried.price < best.price))
        best = tried;
      yield;
    }
    only = best!.only;
    if (best!.sizes.length < found.at(-1)!.sizes.length) found.push(best!);
  }
  const before = new Map<string, Severity>();
  const sets: SizeSet[] = [];
  for (const set of found) {
    const { findings } = analyse(keeping(design, set.only)).analysis;
    const worse = findings.flatMap(({ key, code, severity, title }) => {
      const known = before.get(`${key} ${code}`) ?? 'hold';
      if (set === found[0]) before.set(`${key} ${code}`, severity);
      return set !== found[0] && HARDNESS.indexOf(severity) > HARDNESS.indexOf(known) ? [title] : [];
    });
    sets.push({ ...set, worse });
    yield;
  }
  return sets;
}
const HARDNESS: readonly Severity[] = ['hold', 'caution', 'danger'];
