/**
 * Take-over of an existing circuit: at rest its own feed passes through 87a to the load on 30; energised,
 * the load hangs on the battery at 87. Unplugged or with no signal the vehicle is as it was.
 */
import { terminal } from '../../quantity/index.ts';
import { normalForm } from '../../document/index.ts';
import { loadSupplyOf, supplyById } from '../../project/index.ts';
import { liveTap, returnsAlike } from '../shared-parts.ts';
import { needsOff, typeOf, unfit } from './shared.ts';
import { type Way, relayId } from './way.ts';
import { feedFuseA, isFeed } from '../../kinds/index.ts';

export const takeOver: Way = {
  id: 'take-over',
  title: 'original feed on 87a, battery on 87, load on 30',
  refuse(design, job) {
    const reasons = [...unfit(design, job, { otherwise: 'original-feed', resting: true })];
    if (reasons.length > 0 || job.otherwise.kind !== 'original-feed') return reasons;
    if (job.otherwise.signal === job.supply)
      return [
        {
          path: `jobs[${design.jobs.indexOf(job)}].supply`,
          message: 'It cannot be taken over by the feed that it is taken from.',
        },
      ];
    const { signal } = job.otherwise;
    const feed = design.signals.find(({ id }) => id === signal)!;
    const [own, other] = [loadSupplyOf(design, job), supplyById(design, isFeed(feed) ? feed.supply : job.supply)];
    if (!returnsAlike(design, own, other))
      return [
        {
          path: `jobs[${design.jobs.indexOf(job)}].supply`,
          message: `Taken over, its load would hang on ${own.name} and on ${other.name} in turn, and each has a return of its own.`,
        },
      ];
    return needsOff(design, job);
  },
  relays(design, job) {
    const { closing, resting } = typeOf(design, job).poles[0]!;
    return [{ suffix: '', clause: normalForm(job.when), uses: [closing, resting!], holdsBy: null }];
  },
  wire(side) {
    const { builder, design, job } = side;
    const { otherwise } = job;
    if (otherwise.kind !== 'original-feed') throw new Error('wire() called on a job that was refused');
    const type = typeOf(design, job);
    const { common, closing, resting } = type.poles[0]!;
    const ampere = side.ampere(job.loads);
    const source = side.toRelay(side.source([job.loads]), terminal(relayId(job), closing), ampere, '', type);
    const signal = design.signals.find(({ id }) => id === otherwise.signal)!;
    if (!isFeed(signal)) throw new Error('The original feed is no feed');
    const foreignA = feedFuseA(signal);
    // Behind the fuse that the vehicle gave it, and with a stuck relay behind ours.
    side.run({
      leg: 'original',
      role: 'load',
      from: liveTap(builder, design, signal),
      to: terminal(relayId(job), resting!),
      colour: 'RD/WH',
      ampere,
      fuseA: source.fuseA,
      foreignA,
    });
    side.lines(job.loads, { ...side.beyond(source, terminal(relayId(job), common)), foreignA });
  },
};
