/**
 * Sneak paths: a coil or a load that stands between nothing and enough, because its current comes through
 * something that was not meant to feed it.
 */
import type { Solution } from '../solve/index.ts';
import { type Terminal, terminal } from '../quantity/index.ts';
import { type BranchId, type PartPlaying, armatureOf, branchId, plays, kindOf, pullInA } from '../kinds/index.ts';
import { type Evidence, voltsBetween } from './evidence.ts';
import { primitivesOf } from '../graph/index.ts';
import { wireBranch } from '../wiring/index.ts';

export interface Sneak {
  /** The coil or load that gets it. */
  readonly part: string;
  readonly volts: number;
  readonly ampere: number;
  /** Wires along which that current comes, from the victim back to where it enters. */
  readonly wires: readonly string[];
  /** Other coils and loads that it passes. */
  readonly through: readonly string[];
}

/** Share of what it needs below which nothing is felt, and above which it simply works. */
const FELT = 0.05;
const WORKS = 0.8;

/** How much of what it needs a coil or load gets in a state, and the volts; null for anything else. */
function share(
  evidence: Evidence,
  solution: Solution,
  part: PartPlaying<'relay'> | PartPlaying<'load'>,
): { share: number; volts: number; ampere: number } {
  const { circuit } = evidence;
  if (plays(part, 'relay')) {
    const [plus, minus] = part.spec.type.coil;
    const ampere = Math.abs(solution.amps(circuit.branchIndex(branchId(part.id, 'coil'))));
    const volts = Math.abs(voltsBetween(circuit, solution, terminal(part.id, plus), terminal(part.id, minus)) || 0);
    return { share: ampere / pullInA(part.spec.type), volts, ampere };
  }
  const volts = Math.abs(voltsBetween(circuit, solution, terminal(part.id, '+'), terminal(part.id, '-')) || 0);
  return { share: volts / part.spec.ratedV, volts, ampere: Math.abs(solution.amps(circuit.branchIndex(branchId(part.id, 'load')))) };
}

/** Whether a job has a slower way, behind a resistor. */
const isSlowed = ({ jobs }: Evidence, job: string | null): boolean => job !== null && jobs.get(job)?.job.otherwise.kind === 'slower';

export function sneakPaths(evidence: Evidence, solution: Solution): Sneak[] {
  if (solution.outcome !== 'settled') return [];
  return evidence.netlist.parts.flatMap((part) => {
    if (!plays(part, 'relay') && !plays(part, 'load')) return [];
    // A coil that has pulled in holds below its pull-in current; a load that runs slower is meant to get less.
    if (plays(part, 'relay') && solution.sensed[evidence.circuit.sensorIndex(armatureOf(part.id))] === 1) return [];
    if (plays(part, 'load') && isSlowed(evidence, part.job)) return [];
    const gets = share(evidence, solution, part);
    if (gets.share <= FELT || gets.share >= WORKS) return [];
    return [{ part: part.id, volts: gets.volts, ampere: gets.ampere, ...wayOf(evidence, solution, part, gets.ampere) }];
  });
}

/** Follows at least half of the victim's current through wires, contacts and other parts. */
function wayOf(evidence: Evidence, solution: Solution, victim: PartPlaying<'relay'> | PartPlaying<'load'>, ampere: number) {
  const { circuit, netlist } = evidence;
  const least = ampere / 2;
  const carries = (branch: BranchId) => Math.abs(solution.amps(circuit.branchIndex(branch))) >= least;
  const near = new Map<number, { branch: BranchId; to: number; part: string | null; wire: string | null }[]>();
  const link = (branch: BranchId, a: Terminal, b: Terminal, part: string | null, wire: string | null) => {
    const [x, y] = [circuit.nodeOf(a), circuit.nodeOf(b)];
    near.set(x, [...(near.get(x) ?? []), { branch, to: y, part, wire }]);
    near.set(y, [...(near.get(y) ?? []), { branch, to: x, part, wire }]);
  };
  const wireOf = new Map(netlist.wires.map((wire) => [wireBranch(wire.id), wire.id]));
  const partOfBranch = new Map(netlist.parts.flatMap((part) => primitivesOf(part).branches.map(({ id }) => [id, part.id] as const)));
  for (const branch of circuit.branches) {
    if (branch.kind === 'source' || !carries(branch.id)) continue;
    link(branch.id, branch.a, branch.b, partOfBranch.get(branch.id) ?? null, wireOf.get(branch.id) ?? null);
  }
  const wires = new Set<string>();
  const through = new Set<string>();
  const own = plays(victim, 'relay') ? victim.spec.type.coil : (['+', '-'] as const);
  const open = own.map((pin) => circuit.nodeOf(terminal(victim.id, pin)));
  const seen = new Set(open);
  const stops = new Set(
    netlist.parts.flatMap((part) => {
      const rail = kindOf(part).rail?.(part.spec);
      return rail && rail.side !== 'feed' ? [circuit.nodeOf(terminal(part.id, rail.pin))] : [];
    }),
  );
  for (let node = open.pop(); node !== undefined; node = open.pop()) {
    if (stops.has(node)) continue;
    for (const { to, part, wire } of near.get(node) ?? []) {
      if (wire) wires.add(wire);
      const other = part === null ? undefined : netlist.parts.find(({ id }) => id === part);
      if (other && other.id !== victim.id && (plays(other, 'relay') || plays(other, 'load'))) through.add(other.id);
      if (seen.has(to)) continue;
      seen.add(to);
      open.push(to);
    }
  }
  return { wires: [...wires], through: [...through] };
}
