/** What ends the heat of a sentence's mains load when its relay sticks: a thermal fuse, or a contactor where none is made for it. */
import { type When, mintId } from '../../document/index.ts';
import { POWER_RELAYS, type Signal, type Supply, asNature, heatsTo } from '../../kinds/index.ts';
import { type Units, formatQuantity } from '../../quantity/index.ts';
import { THERMAL_FUSE } from '../../reference/index.ts';
import type { Design, Job } from '../schema.ts';

/** Where it opens at the least, °C; how far above what a sensor or a controller heats to (common practice: clear of ordinary use), K, in steps of ten degrees. */
const OPENS_AT_C = 150;
const ABOVE_SET_K = 30;
const STEP_K = 10;
/** How far a cut-out falls before it closes again, K (from memory: 10 to 30). */
const FALLS_K = 20;

/** What flows, and the fuse or breaker before it, A. */
interface Through {
  readonly ampere: number;
  readonly guardA: number;
}
interface HeatEnd {
  readonly by: 'fuse' | 'contactor' | 'nothing';
  readonly opensAtC: number;
}

/** Clear of what is heated to; a contactor where a thermal fuse bears neither that heat nor the current, nothing where none is made for that. */
export function heatEnd(signals: readonly Signal[], through: Through, feeding: Supply): HeatEnd {
  const least = Math.max(-Infinity, ...signals.map((signal) => heatsTo(signal)?.setC ?? -Infinity)) + ABOVE_SET_K;
  const opensAtC = Math.max(OPENS_AT_C, STEP_K * Math.ceil(least / STEP_K));
  if (opensAtC <= THERMAL_FUSE.mostC && through.ampere <= THERMAL_FUSE.ratedA) return { by: 'fuse', opensAtC };
  return { by: contactorFor(through, feeding) ? 'contactor' : 'nothing', opensAtC };
}

const contactorFor = ({ ampere, guardA }: Through, feeding: Supply) =>
  POWER_RELAYS.filter(
    ({ build, coilV, closing }) =>
      build === 'contactor' && coilV === feeding.nominalV && closing.ac !== undefined && closing.ac.resistiveA >= Math.max(ampere, guardA),
  ).toSorted((one, other) => one.price - other.price)[0];

export function heatEndWords({ by, opensAtC }: HeatEnd, units: Units): string {
  const at = formatQuantity(opensAtC, '°C', units);
  switch (by) {
    case 'fuse':
      return `a thermal fuse at the heat that opens at ${at}, and wires of glass fibre`;
    case 'contactor':
      return `a contactor before it that a cut-out at the heat holds in and lets go at ${at}, and wires of glass fibre`;
    case 'nothing':
      return 'nothing yet that ends the heat if the relay sticks, for no thermal fuse and no contactor is made for it; wires of glass fibre';
  }
}

/** A project and what a job of it takes for that end, beside what its clause says. */
export function withHeatEnd(
  design: Design,
  end: HeatEnd,
  job: Pick<Job, 'when' | 'loads'>,
  through: Through,
  feeding: Supply,
): { readonly design: Design; readonly changes: Partial<Job> } {
  const glass = { insulation: 'glass' } as const;
  if (end.by === 'fuse') return { design, changes: { ...glass, cutOut: { kind: 'thermal-fuse', opensAtC: end.opensAtC } } };
  const contactor = end.by === 'contactor' ? contactorFor(through, feeding) : undefined;
  if (!contactor) return { design, changes: glass };
  const id = mintId('signal', design.signals);
  const base = { id, name: 'cut-out temperature', place: job.loads[0]!.place, usual: true };
  const signal = {
    ...asNature(base, 'threshold', feeding.id),
    limitA: 5,
    closesAt: end.opensAtC - FALLS_K,
    opensAt: end.opensAtC,
  } as Signal;
  const held: When = { op: 'signal', signal: id };
  return {
    design: { ...design, signals: [...design.signals, signal] },
    changes: {
      ...glass,
      when: { op: 'and', of: [...(job.when.op === 'and' ? job.when.of : [job.when]), held] },
      cutOut: { kind: 'contactor', part: contactor.id, signal: id },
    },
  };
}
