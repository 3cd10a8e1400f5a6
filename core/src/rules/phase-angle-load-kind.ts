import { LOADS, powerRelays } from '../kinds/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';
import { solidContacts } from './solid.ts';

const ID = 'phase-angle-load-kind';

export const phaseAngleLoadKind: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Suits phase angle its loads?',
  notAsked: 'nothing in it cuts into the half cycle',
  check: (context) =>
    context.jobs.flatMap((job) =>
      solidContacts(context, job)
        .filter(({ solid }) => solid.switches === 'ac')
        .map(({ relay, solid }) => {
          const cuts = solid.firing === 'phase angle';
          const wrong = cuts ? job.carried.filter(({ spec }) => !LOADS[spec.loadKind].phaseAngle) : [];
          const [first] = wrong;
          return judge(ID, {
            severity: 'danger',
            job: job.job.id,
            subject: partSubject(relay),
            value: wrong.length,
            limit: 0,
            unit: '',
            title: first
              ? `${relay.tag} cuts into each half cycle, and ${first.name} is a ${LOADS[first.spec.loadKind].title}`
              : cuts
                ? `${relay.tag} cuts into each half cycle of a resistive load`
                : `${relay.tag} lets whole half cycles through`,
            detail: first
              ? 'motors, transformers and drivers overheat on what it leaves of the wave'
              : 'half the voltage is a quarter of the power',
            working: noneAllowed(
              wrong.length,
              'loads that are not resistive',
              computed('the loads of the job'),
              commonPractice('phase angle is for resistive loads'),
            ),
          });
        }),
    ),
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) =>
        powerRelays(design)
          .filter(({ solid }) => solid?.switches === 'ac' && solid.firing !== 'phase angle')
          .sort((a, b) => b.closing.ac!.resistiveA - a.closing.ac!.resistiveA)
          .map((type) => ({ label: `Nudge to a ${type.name}`, patches: [{ path: ['jobs', job.at, 'device', 'part'], value: type.id }] })),
      ),
};
