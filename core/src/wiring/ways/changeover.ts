/** Changeover: one set of loads on 87, another on 87a, the supply on 30. */
import { terminal } from '../../quantity/index.ts';
import { normalForm } from '../../document/index.ts';
import { needsOff, typeOf, unfit } from './shared.ts';
import { type Way, relayId } from './way.ts';

export const changeover: Way = {
  id: 'changeover',
  title: 'one load on 87, the other on 87a',
  refuse(design, job) {
    const reasons = unfit(design, job, { otherwise: 'loads', resting: true });
    return reasons.length > 0 ? reasons : needsOff(design, job);
  },
  relays(design, job) {
    const { closing, resting } = typeOf(design, job).poles[0]!;
    return [{ suffix: '', clause: normalForm(job.when), uses: [closing, resting!], holdsBy: null }];
  },
  wire(side) {
    const { design, job } = side;
    if (job.otherwise.kind !== 'loads') throw new Error('wire() called on a job that was refused');
    const type = typeOf(design, job);
    const { common, closing, resting } = type.poles[0]!;
    const ampere = Math.max(side.ampere(job.loads), side.ampere(job.otherwise.loads));
    const source = side.toRelay(side.source([job.loads, job.otherwise.loads]), terminal(relayId(job), common), ampere, '', type);
    side.lines(job.loads, side.beyond(source, terminal(relayId(job), closing)));
    side.lines(job.otherwise.loads, side.beyond(source, terminal(relayId(job), resting!)));
  },
};
