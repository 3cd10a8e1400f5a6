import { currentOf, powerRelays } from '../kinds/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'device-wrong-current-kind';

/** A solid-state relay for one kind of current on the other: one never lets go, the other conducts backwards. */
export const deviceWrongCurrentKind: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does a solid-state device switch its kind of current?',
  notAsked: 'nothing switches in it without contacts',
  check: ({ jobs }) =>
    jobs.flatMap((job) =>
      job.relays.flatMap((relay) => {
        const { solid, name } = relay.spec.type;
        if (!solid || relay.spec.carries !== 'load') return [];
        const current = currentOf(job.supply);
        const value = solid.switches === current ? 0 : 1;
        return [
          judge(ID, {
            severity: 'danger',
            job: job.job.id,
            subject: partSubject(relay),
            value,
            limit: 0,
            unit: '',
            title:
              value === 0
                ? `${relay.tag} switches the kind of current that it is made for`
                : current === 'dc'
                  ? `${relay.tag} is made for alternating current: on direct current it never turns off`
                  : `${relay.tag} is made for direct current: half of each cycle goes through it whatever its input says`,
            detail: name,
            working: noneAllowed(
              value,
              'devices of the wrong kind',
              computed('the supply’s current and the part’s'),
              commonPractice('a thyristor lets go at the zero of its current, and direct current has none'),
            ),
          }),
        ];
      }),
    ),
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) =>
        powerRelays(design)
          .filter(({ solid }) => solid?.switches === currentOf(job.supply) && solid.firing !== 'phase angle')
          .map((type) => ({
            label: `Nudge to a ${type.name}`,
            patches: [{ path: ['jobs', job.at, 'device'], value: { ...job.job.device, part: type.id, socket: 'auto' } }],
          })),
      ),
};
