import { socketsOfProject } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { ofPart } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { coilFits, otherFuses, otherRelays } from './nudging.ts';
import { fuseRating } from './shared-working.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'fuse-above-terminal';

export const fuseAboveTerminal: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Is every terminal stronger than the fuse before it?',
  notAsked: 'no socket in it has a fuse of its own before it',
  check: ({ jobs }) =>
    jobs.flatMap((job) =>
      failingOrTightest(
        job.contacts.flatMap(({ relay, fuse }) => {
          if (!fuse) return [];
          const { socket } = relay.spec;
          return [
            judge(ID, {
              severity: 'danger',
              job: job.job.id,
              subject: partSubject(relay),
              value: fuse.spec.ratingA,
              limit: socket.terminalA,
              unit: 'A',
              title: `${fuse.tag} passes ${formatQuantity(fuse.spec.ratingA, 'A')}; the receptacles of ${relay.tag} bear ${formatQuantity(socket.terminalA, 'A')}`,
              detail: `${socket.name}: a receptacle that is overloaded loses its spring, then melts the socket`,
              working: {
                formula: 'I_n ≤ I_terminal',
                given: [],
                result: fuseRating(job, fuse),
                limit: { symbol: 'I_terminal', meaning: socket.name, value: socket.terminalA, unit: 'A', source: ofPart(socket.name) },
              },
            }),
          ];
        }),
      ),
    ),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const relay = job.relays.find(({ id }) => id === finding.subject.id);
        const better = socketsOfProject(context.design).filter(
          ({ fits, terminalA }) => fits === relay?.spec.socket.fits && terminalA >= finding.value,
        );
        return [
          ...better.map(({ id, name }) => ({
            label: `Nudge to: ${name}`,
            patches: [{ path: ['jobs', job.at, 'device', 'socket'], value: id }],
          })),
          ...job.loadFuses.slice(0, 1).flatMap((fuse) => otherFuses(context, job, fuse, 'fuse', (rating) => rating <= finding.limit)),
          ...otherRelays(context.design, job, coilFits(context.design, job)),
        ];
      }),
};
