/** What a short right behind a fuse draws: two rules ask it. */
import { type Conditions, type PartPlaying, type Supply, borneV, currentOf, kindOf } from '../kinds/index.ts';
import { conditionsAt } from '../analysis/index.ts';
import { controlSupplyOf } from '../project/index.ts';
import type { Link } from '../graph/index.ts';
import { type Terminal, terminal } from '../quantity/index.ts';
import { postsOf } from '../wiring/index.ts';
import { wireOhmPerM } from '../reference/index.ts';
import type { RuleContext, WiredJob } from './context.ts';

type Fuse = PartPlaying<'overcurrent device'>;

/** The supply that a fuse stands behind: of one of the control side the one that leads to it, which may be that of a sensor or of an isolated supply. */
export function supplyOf(context: RuleContext, { job, supply }: WiredJob, { id, spec }: Fuse): Supply {
  if (spec.guards !== 'control') return supply;
  const usual = controlSupplyOf(context.design, job);
  const leads = (one: Supply) => ohmUpTo(context, postsOf(one)[0], terminal(id, '1')) !== null;
  return [usual, supply, ...context.design.supplies].find(leads) ?? usual;
}

/** Least resistance from a post to a terminal, through wires and other fuses, Ω; null where none leads there. */
function ohmUpTo({ graph, design, netlist }: RuleContext, from: Terminal, to: Terminal): number | null {
  const conditions = conditionsAt(design, netlist, 'usual', new Map());
  const reached = new Map<Terminal, number>([[from, 0]]);
  const open = new Set([from]);
  while (open.size > 0) {
    const here = [...open].reduce((a, b) => (reached.get(b)! < reached.get(a)! ? b : a));
    open.delete(here);
    if (here === to) return reached.get(here)!;
    for (const link of graph.linksAt(here)) {
      const ohm = linkOhm(link, conditions);
      const next = link.a === here ? link.b : link.a;
      if (ohm === null || reached.get(here)! + ohm >= (reached.get(next) ?? Infinity)) continue;
      reached.set(next, reached.get(here)! + ohm);
      open.add(next);
    }
  }
  return null;
}

function linkOhm(link: Link, conditions: Conditions): number | null {
  if (link.by === 'joint') return 0;
  if (link.by === 'wire') return link.wire.lengthM * (wireOhmPerM(link.wire.sizeMm2) ?? 0);
  // What carries current takes no part in a short before it; contacts count as closed.
  return kindOf(link.part).inLine || link.branch.kind === 'switch' ? link.branch.ohm(conditions) : kindOf(link.part).atTap ? 0 : null;
}

export interface Short {
  /** What drives it, V. */
  readonly driving: number;
  /** Between the source and the fuse, Ω. */
  readonly leadOhm: number;
  readonly ampere: number;
}

/** Null where nothing leads from the supply to the fuse. */
export function shortAt(context: RuleContext, job: WiredJob, fuse: Fuse): Short | null {
  const supply = supplyOf(context, job, fuse);
  const leadOhm = ohmUpTo(context, postsOf(supply)[0], terminal(fuse.id, '1'));
  if (leadOhm === null) return null;
  // An alternator adds little to a short: it is the battery at rest that feeds it.
  const driving = currentOf(supply) === 'ac' ? borneV(supply) : supply.restV;
  return { driving, leadOhm, ampere: driving / (supply.internalOhm + leadOhm) };
}
