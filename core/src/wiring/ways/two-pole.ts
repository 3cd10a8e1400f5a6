/** Two poles of one relay: its load lines shared out between them, each half behind a fuse of its own. */
import { terminal } from '../../quantity/index.ts';
import { type Design, type Job, auxiliariesOf } from '../../project/index.ts';
import { energisedWhen, typeOf, unfit } from './shared.ts';
import { type Way, relayId } from './way.ts';

function pins(design: Design, job: Job): [string, string][] {
  return typeOf(design, job).poles.map(({ common, closing, resting }) => [common, job.lost === 'on' ? resting! : closing]);
}

export const twoPole: Way = {
  id: 'two-pole',
  title: 'load lines shared between the two poles of one relay',
  refuse(design, job) {
    const reasons = unfit(design, job, { otherwise: 'off' });
    if (reasons.length > 0) return reasons;
    const path = `jobs[${design.jobs.indexOf(job)}]`;
    if (typeOf(design, job).poles.length < 2)
      return [{ path: `${path}.device.part`, message: 'This relay has one pole.', about: 'another relay' }];
    const [works] = design.jobs.filter((other) => auxiliariesOf(design, other).some(({ ofJob }) => ofJob === job.id));
    if (works) return [{ path: `${path}.way`, message: `Its second pole works ${works.name}.`, about: 'another relay' }];
    return job.loads.length < 2 ? [{ path: `${path}.loads`, message: 'One load line needs one pole.', about: 'another relay' }] : [];
  },
  relays: (design, job) => [{ suffix: '', clause: energisedWhen(job), uses: pins(design, job).map(([, out]) => out), holdsBy: null }],
  wire(side) {
    const { design, job } = side;
    const type = typeOf(design, job);
    const half = Math.ceil(job.loads.length / 2);
    [job.loads.slice(0, half), job.loads.slice(half)].forEach((lines, at) => {
      const suffix = at === 0 ? '' : '-2';
      const [common, out] = pins(design, job)[at]!;
      const ampere = side.ampere(lines);
      const source = side.toRelay(side.source([lines], suffix), terminal(relayId(job), common), ampere, suffix, type);
      side.lines(lines, side.beyond(source, terminal(relayId(job), out)));
    });
  },
};
