/** The wirings that a job could have, side by side: what each takes, draws and does when something is lost. */
import { wiringsOf } from '../wiring/index.ts';
import type { Design } from '../project/index.ts';
import { COPPER_G_PER_MM2_M, branchId, plays } from '../kinds/index.ts';
import { checkEvidence } from '../rules/index.ts';
import { gatherEvidence, jobVerdicts, statesOf } from '../analysis/index.ts';

export interface WiringView {
  readonly id: string;
  readonly title: string;
  readonly chosen: boolean;
  readonly relays: number;
  readonly diodes: number;
  readonly fuses: number;
  readonly wireM: number;
  /** Copper of all its wires, g. */
  readonly copperG: number;
  /** Most that its coils draw while a load is meant on, and while all are meant off, A. */
  readonly coilOnA: number;
  readonly coilOffA: number;
  /** What a control wire that falls off does, in a sentence. */
  readonly lost: string;
  readonly dangers: number;
  readonly cautions: number;
  readonly matching: number;
  readonly states: number;
}

export function compareWirings(design: Design, jobId: string): WiringView[] {
  const job = design.jobs.find(({ id }) => id === jobId);
  if (!job) return [];
  const { wirings } = wiringsOf(design, job);
  return wirings.map(({ id, title }, at): WiringView => {
    // Alone, so that what it shares with others does not count for or against it.
    const evidence = gatherEvidence({ ...design, jobs: [{ ...job, way: id }], statements: [] });
    const findings = checkEvidence(evidence);
    const { circuit, netlist } = evidence;
    const own = evidence.jobs.get(jobId);
    const { matching, combinations } = statesOf(own ? jobVerdicts(evidence, own) : []);
    const coils = netlist.parts.flatMap((part) => (plays(part, 'relay') ? [circuit.branchIndex(branchId(part.id, 'coil'))] : []));
    const states = own?.states.filter(({ corner, othersOn }) => corner === 'usual' && !othersOn) ?? [];
    const most = (on: boolean) =>
      states.reduce((found, { lines, solution }) => {
        if (lines.some((line) => line !== 'off') !== on) return found;
        return Math.max(
          found,
          coils.reduce((sum, coil) => sum + Math.abs(solution.amps(coil)), 0),
        );
      }, 0);
    const count = (kind: 'relay' | 'diode' | 'fuse') => netlist.parts.filter((part) => part.kind === kind).length;
    return {
      id,
      title,
      chosen: wirings.some((wiring) => wiring.id === job.way) ? id === job.way : at === 0,
      relays: count('relay'),
      diodes: count('diode'),
      fuses: count('fuse'),
      wireM: netlist.wires.reduce((sum, { lengthM }) => sum + lengthM, 0),
      copperG: netlist.wires.reduce((sum, { lengthM, sizeMm2 }) => sum + lengthM * sizeMm2 * COPPER_G_PER_MM2_M, 0),
      coilOnA: most(true),
      coilOffA: most(false),
      lost: findings.find(({ rule }) => rule === 'signal-lost-wrong-state')?.title ?? 'not asked: too many signals',
      dangers: findings.filter(({ severity }) => severity === 'danger').length,
      cautions: findings.filter(({ severity }) => severity === 'caution').length,
      matching,
      states: combinations,
    };
  });
}
