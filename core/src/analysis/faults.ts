/** A job's states again with one thing broken: what a fallen wire or a lost ground would do. */
import { type BranchId, kindOf } from '../kinds/index.ts';
import { partOf } from '../quantity/index.ts';
import { toCircuit } from '../wiring/index.ts';
import type { Netlist, Wire } from '../graph/index.ts';
import { type Design, INLET_LEGS, type Intent, withConverters } from '../project/index.ts';
import { conditionsAt } from './conditions.ts';
import { type Evidence, type JobEvidence, machineOf, sensorsOf, voltSetter } from './evidence.ts';
import { type Explored, explore } from './explore.ts';

/** Jobs with more signals than this are not solved again for each wire. */
export const MOST_FAULT_SIGNALS = 6;

/** The part of a netlist that some jobs use; the others, at rest, hang on it by nothing that conducts. */
function partFor(netlist: Netlist, jobs: ReadonlySet<string>): Netlist {
  const uses = ({ jobs: users }: { jobs: readonly string[] }) => users.some((job) => jobs.has(job));
  const wires = withCordIn(netlist, netlist.wires.filter(uses));
  const touched = new Set(wires.flatMap(({ from, to }) => [partOf(from), partOf(to)]));
  const kept = new Set(netlist.parts.filter((part) => uses(part) || touched.has(part.id)).map(({ id }) => id));
  // A tap hangs on its battery, a body on its ground: what is joined to a kept part comes too.
  for (let before = -1; before !== kept.size;) {
    before = kept.size;
    for (const [a, b] of netlist.joints) {
      const [x, y] = [partOf(a), partOf(b)];
      if (kept.has(x) !== kept.has(y)) {
        const other = netlist.parts.find(({ id }) => id === (kept.has(x) ? y : x))!;
        if (other.job === null) kept.add(other.id);
      }
    }
  }
  // A converter that nothing of these jobs hangs on is there by its minus alone.
  for (const part of netlist.parts)
    if (
      kindOf(part)
        .looksAt?.(part.spec)
        .some((at) => !kept.has(partOf(at)))
    )
      kept.delete(part.id);
  return {
    ...netlist,
    wires,
    parts: netlist.parts.filter(({ id }) => kept.has(id)),
    joints: netlist.joints.filter(([a, b]) => kept.has(partOf(a)) && kept.has(partOf(b))),
  };
}

/** What an isolated supply in a box hangs on is another job's where that one's loads do: the cord into the box comes too. */
function withCordIn(netlist: Netlist, wires: readonly Wire[]): Wire[] {
  const gathering = new Set(netlist.parts.flatMap((part) => (kindOf(part).gathers ? [part.id] : [])));
  const reached = new Set(wires.flatMap(({ from, to }) => [partOf(from), partOf(to)]).filter((id) => gathering.has(id)));
  const ownWires = new Set(wires);
  const comesIn = ({ leg, from, to }: Wire) => INLET_LEGS.includes(leg) && [from, to].some((at) => reached.has(partOf(at)));
  return netlist.wires.filter((wire) => ownWires.has(wire) || comesIn(wire));
}

/** The same jobs by id, with those that feed the converters that they live by. */
export const aliveWith = (design: Design, jobs: ReadonlySet<string>): ReadonlySet<string> =>
  new Set(
    withConverters(
      design,
      design.jobs.filter(({ id }) => jobs.has(id)),
    ).map(({ id }) => id),
  );

/** The evidence's circuit cut down to some jobs, and to what feeds the converters that they live by. */
export function evidenceFor(evidence: Evidence, jobs: ReadonlySet<string>): Evidence {
  const netlist = partFor(evidence.netlist, aliveWith(evidence.design, jobs));
  return { ...evidence, netlist, circuit: toCircuit(netlist) };
}

/** Solves every state of a job on a fair day, the other signals off, once for each broken branch, or one that is stuck closed; null breaks none. */
export function withBroken(
  { circuit, design, netlist, hotWireC }: Evidence,
  { job, sequential }: JobEvidence,
  branches: readonly (BranchId | null)[],
  each: (branch: BranchId | null, state: Explored<readonly Intent[]>) => void,
  fault: 'open' | 'closed' = 'open',
): void {
  const machine = machineOf(design, job);
  const own = sensorsOf(design, netlist, circuit, [job]);
  circuit.setConditions(conditionsAt(design, netlist, 'usual', hotWireC));
  const around = {
    others: () => false,
    own,
    cams: own.filter((sensor) => circuit.sensors[sensor]!.kind === 'step'),
    setVolts: voltSetter(design, circuit, 'usual'),
  };
  for (const branch of branches) {
    if (branch !== null) circuit.setFault(branch, fault);
    const rest = new Uint8Array(circuit.sensors.length);
    explore(circuit, machine, { ...around, rest }, sequential, (state) => each(branch, state));
    if (branch !== null) circuit.setFault(branch, null);
  }
}
