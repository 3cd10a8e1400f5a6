/** Two speeds: one relay feeds the load straight, a second one through a resistor. */
import { terminal } from '../../quantity/index.ts';
import { unitOhm } from '../../project/index.ts';
import { normalForm } from '../../document/index.ts';
import { isCharged } from '../../kinds/index.ts';
import { needsOff, typeOf, unfit } from './shared.ts';
import { type Way, relayId } from './way.ts';

export const twoSpeed: Way = {
  id: 'two-speed',
  title: 'a second relay feeds the load through a resistor',
  refuse(design, job) {
    const reasons = unfit(design, job, { otherwise: 'slower' });
    if (reasons.length > 0) return reasons;
    const path = `jobs[${design.jobs.indexOf(job)}].loads`;
    if (job.loads.length > 1) return [{ path, message: 'One resistor slows one load line.' }];
    if (isCharged(job.loads[0]!)) return [{ path, message: 'A battery that is charged has no second speed.' }];
    return needsOff(design, job);
  },
  relays(design, job) {
    const { closing } = typeOf(design, job).poles[0]!;
    if (job.otherwise.kind !== 'slower') throw new Error('relays() called on a job that was refused');
    return [
      { suffix: '', clause: normalForm(job.when), uses: [closing], holdsBy: null },
      { suffix: '-slow', clause: normalForm(job.otherwise.when), uses: [closing], holdsBy: null },
    ];
  },
  wire(side) {
    const { builder, design, job, number } = side;
    const { otherwise } = job;
    const [load] = job.loads;
    if (otherwise.kind !== 'slower' || !load) throw new Error('wire() called on a job that was refused');
    const type = typeOf(design, job);
    const { common, closing } = type.poles[0]!;
    const ampere = side.ampere(job.loads);
    const slowA = side.supply.highestV / (unitOhm(load) / load.count + otherwise.ohm);
    const fused = side.source([job.loads]);
    const fast = side.toRelay(fused, terminal(relayId(job), common), ampere, '', type);
    side.toRelay(fused, terminal(relayId(job, '-slow'), common), slowA, '-slow', type);
    const id = `${job.id}-resistor`;
    const spec = {
      ohm: otherwise.ohm,
      watt: slowA * slowA * otherwise.ohm,
      ...(otherwise.endsItself ? ({ endsItself: true } as const) : {}),
    };
    builder.add({ id, kind: 'resistor', tag: `R${number}`, name: 'series resistor', place: load.place, job: job.id, spec });
    side.lines(job.loads, side.beyond(fast, terminal(relayId(job), closing)));
    const { fuseA } = fused;
    const plus = load.count > 1 ? terminal(`${job.id}-${load.id}-splice-out`, '1') : terminal(`${job.id}-${load.id}-1`, '+');
    side.run({
      leg: 'to-resistor',
      role: 'load',
      from: terminal(relayId(job, '-slow'), closing),
      to: terminal(id, '1'),
      colour: 'RD/YE',
      ampere: slowA,
      fuseA,
    });
    side.run({ leg: 'from-resistor', role: 'load', from: terminal(id, '2'), to: plus, colour: 'RD/YE', ampere: slowA, fuseA });
  },
};
