import { socketsOfProject } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { ofPart } from '../reference/index.ts';
import { type RuleContext, type WiredJob, partSubject } from './context.ts';
import { coilFits, otherRelays, otherLoadFuses } from './nudging.ts';
import { fuseRating, noneAllowed } from './shared-working.ts';
import { type Finding, type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'fuse-above-terminal';

/** A socket that a person named and the relay does not go into: what it bears is not what the fuse was held to. */
function misfits({ design }: RuleContext, { job, relays }: WiredJob): Finding[] {
  const { device } = job;
  if (device.kind !== 'relay' || device.socket === 'auto') return [];
  const relay = relays.find(({ spec }) => spec.type.id === device.part);
  const named = socketsOfProject(design).find(({ id }) => id === device.socket);
  if (!relay || !named || named.fits === relay.spec.type.socket) return [];
  const source = ofPart(named.name);
  return [
    judge(ID, {
      ...{ severity: 'danger', job: job.id, subject: partSubject(relay), value: 1, limit: 0, unit: '' },
      title: `${relay.tag} does not go into ${named.name}`,
      detail: `what is drawn and bought is ${relay.spec.socket.name}`,
      working: noneAllowed(1, `${relay.spec.type.name} does not go into it`, source),
    }),
  ];
}

export const fuseAboveTerminal: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Is every terminal stronger than the fuse before it?',
  notAsked: 'no socket in it has a fuse of its own before it',
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest([
        ...misfits(context, job),
        ...job.contacts.flatMap(({ relay, fuse }) => {
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
      ]),
    ),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const relay = job.relays.find(({ id }) => id === finding.subject.id);
        // Of one that does not fit there is no limit to be held to.
        const isMisfit = finding.limit === 0;
        const asked = isMisfit ? Math.max(0, ...job.contacts.map(({ fuse }) => fuse?.spec.ratingA ?? 0)) : finding.value;
        const better = socketsOfProject(context.design).filter(
          ({ fits, terminalA }) => fits === relay?.spec.socket.fits && terminalA >= asked,
        );
        return [
          ...better.map(({ id, name }) => ({
            label: `Nudge to: ${name}`,
            patches: [{ path: ['jobs', job.at, 'device', 'socket'], value: id }],
          })),
          ...(isMisfit ? [] : otherLoadFuses(context, job, (rating) => rating <= finding.limit)),
          ...otherRelays(context.design, job, coilFits(context.design, job)),
        ];
      }),
};
