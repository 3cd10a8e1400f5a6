/** A job's states again with one thing broken: what a fallen wire or a lost ground would do. */
import type { Intent } from '../design/intent.ts';
import { conditionsAt } from './conditions.ts';
import { machineOf, sensorsOf, voltSetter, type Evidence, type JobEvidence } from './evidence.ts';
import { explore, type Explored } from './explore.ts';

/** Jobs with more signals than this are not solved again for each wire. */
export const MOST_FAULT_SIGNALS = 6;

/** Solves every state of a job on a fair day, the other signals off, once for each broken branch. */
export function withBroken(
  evidence: Evidence,
  { job, sequential }: JobEvidence,
  branches: readonly string[],
  each: (branch: string, state: Explored<readonly Intent[]>) => void,
): void {
  const { circuit, design, netlist, hotWireC } = evidence;
  const machine = machineOf(design, job);
  const own = sensorsOf(netlist, circuit, new Set([job.id]));
  circuit.setConditions(conditionsAt(design, netlist, 'usual', hotWireC));
  const around = {
    others: () => false,
    own,
    cams: own.filter((sensor) => circuit.sensors[sensor]!.kind === 'step'),
    setVolts: voltSetter(design, circuit, 'usual'),
  };
  for (const branch of branches) {
    circuit.setFault(branch, 'open');
    const rest = new Uint8Array(circuit.sensors.length);
    explore(circuit, machine, { ...around, rest }, sequential, (state) => each(branch, state));
    circuit.setFault(branch, null);
  }
}
