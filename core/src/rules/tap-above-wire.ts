import { feedFuseA } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { sizeName, sizesFrom, seriesOf, standard } from '../reference/index.ts';
import { wireSubject } from './context.ts';
import { sizePatch } from './nudging.ts';
import { type Finding, type Rule, failingOrTightest, judge } from './rule.ts';
import { ampacityGiven } from './shared-working.ts';
import { feedRating, tapped } from './tapped.ts';

const ID = 'tap-above-wire';

/** Its own fuse was chosen for the vehicle's wire: what is put to it must bear that fuse, or have one of its own at once. */
export const tapAboveWire: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does every wire at an existing feed bear the fuse that the feed has?',
  notAsked: 'none of its wires hangs on an existing feed past a fuse of its own',
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest(
        tapped(context, job).map(({ signal, at, wire }): Finding => {
          const value = feedFuseA(signal);
          const limit = context.behindFuse(wire);
          const rating = formatQuantity(value, 'A');
          return judge(ID, {
            severity: 'danger',
            job: job.job.id,
            subject: wireSubject(wire),
            value,
            limit,
            unit: 'A',
            title: `${wire.tag} hangs on ${signal.name}, whose own fuse is ${rating}; it bears ${formatQuantity(limit, 'A')}`,
            detail:
              value > limit
                ? `${sizeName(wire.sizeMm2)}: chafed or overloaded it burns before that fuse opens`
                : signal.fuseA === undefined
                  ? 'nobody looked at that fuse: it is read off, and entered with the signal'
                  : 'as read off',
            working: {
              formula: 'I_feed ≤ I_z',
              given: ampacityGiven(context, wire),
              result: feedRating({ signal, at }),
              limit: {
                symbol: 'I_z',
                meaning: `ampacity of ${wire.tag}`,
                value: limit,
                unit: 'A',
                source: standard('IEC 60364-4-43: I_b ≤ I_n ≤ I_z'),
              },
            },
          });
        }),
      ),
    ),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const wire = job.wires.find(({ id }) => id === finding.subject.id);
        if (!wire) return [];
        const thick = sizesFrom(seriesOf(wire.sizeMm2), 'usual').filter((size) => size > wire.sizeMm2);
        return thick.map((size) => ({ label: `Nudge ${wire.tag} to ${sizeName(size)}`, patches: [sizePatch(job, wire.leg, size)] }));
      }),
};
