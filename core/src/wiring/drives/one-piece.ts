/** A relay that senses a voltage itself: its sensor sits between its own stud and its lead to ground, and pulls its coil in. */
import { terminal } from '../../quantity/index.ts';
import type { When } from '../../document/index.ts';
import { type Design, type Job, intentOf, loadSupplyOf } from '../../project/index.ts';
import { type RelayType, type Signal, formOfSignal, isVoltageSensor, levelsOf } from '../../kinds/index.ts';
import { returnTo, sensorWithin } from '../shared-parts.ts';
import { typeOf } from '../ways/shared.ts';
import { type Drive, cannot } from './drive.ts';

const isSensing = ({ build }: RelayType): boolean => build === 'sensing';

/** The sensor of a voltage that a clause is, and nothing beside it. */
function sensorOf(design: Design, clause: When): Signal | undefined {
  const signal = clause.op === 'signal' ? design.signals.find(({ id }) => id === clause.signal) : undefined;
  return signal && isVoltageSensor(signal) && formOfSignal(signal) === 'contact' ? signal : undefined;
}

export const onePiece: Drive = {
  id: 'one-piece',
  title: 'the relay senses the voltage at its own stud',
  madeFor: isSensing,
  alone: isSensing,
  rank: () => 0.3,
  refuse(design: Design, job: Job, clause) {
    if (job.device.kind !== 'relay' || !isSensing(typeOf(design, job)))
      return cannot(design, job, 'It is for a relay that senses a voltage itself.');
    const signal = sensorOf(design, clause);
    const own = loadSupplyOf(design, job);
    const levels = signal && levelsOf(signal);
    if (!signal || levels?.supply !== own.id || levels.closesAt <= levels.opensAt)
      return cannot(
        design,
        job,
        `A relay in one piece pulls in while the voltage of ${own.name} at its own stud is high, and by nothing else: for more take a sensor and a relay.`,
      );
    const other = design.jobs.find((one) => one.id !== job.id && intentOf(design, one).signals.includes(signal.id));
    return other ? cannot(design, job, `The sensor of a relay in one piece has no contact for ${other.name}: give that one its own.`) : [];
  },
  wire(side, { relay, type, suffix, clause }) {
    const { builder, design, job, number, supply } = side;
    const signal = sensorOf(design, clause);
    const levels = signal && levelsOf(signal);
    if (!levels) throw new Error('wire() called on a clause that was refused');
    const sensor = sensorWithin(builder, design, signal, supply, { job: job.id, place: job.device.place, inside: `K${number}${suffix}` });
    const [plus, minus] = [terminal(relay, type.coil[0]), terminal(relay, type.coil[1])];
    const stud = terminal(relay, type.poles[0]!.common);
    builder.change<'relay'>(relay, { senses: { closesAtV: levels.closesAt, opensAtV: levels.opensAt } });
    builder.join(terminal(sensor, '+'), stud);
    builder.join(terminal(sensor, '1'), stud);
    builder.join(terminal(sensor, '2'), plus);
    builder.join(terminal(sensor, '-'), minus);
    // Its lead to ground is its own, as long as it is sold.
    builder.join(minus, returnTo(builder, design, supply, job.device.place, job));
  },
};
