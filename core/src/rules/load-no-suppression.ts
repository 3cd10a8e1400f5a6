import { LOADS, currentOf, isCharged } from '../kinds/index.ts';
import { linePath, linesOf } from '../project/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { jobSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { takeBackEdits } from './nudging.ts';
import { noneAllowed } from './shared-working.ts';
import { solidContacts } from './solid.ts';

const ID = 'load-no-suppression';

/** A valve, a magnet or a motor keeps its current flowing: a solid-state relay breaks down under it, a contact draws an arc. */
export const loadNoSuppression: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Has the current of a coil in its load a way to go when it is switched off?',
  notAsked: 'none of its loads keeps its current flowing',
  check: (context) =>
    context.jobs.flatMap((job) => {
      const solid = solidContacts(context, job).length > 0;
      const dc = currentOf(job.supply) === 'dc';
      // Contacts are rated for motors as motors are; those for direct current on silicon, and magnets, need a path.
      const asked = linesOf(job.job).filter((load) => !isCharged(load) && LOADS[load.kind].inductive && (solid || !LOADS[load.kind].turns));
      if (asked.length === 0) return [];
      // One that is to be put across it counts where it lies there.
      const lies = ({ id }: { readonly id: string }) =>
        ['diode', 'varistor'].some((kind) =>
          context.netlist.parts.some((part) => part.id === `${id}-${kind}` && !context.netlist.leftOut.has(part.id)),
        );
      const bare = asked.filter(
        (load) => !load.suppressed && !(load.suppressor && job.loads.filter(({ spec }) => spec.line === load.id).every(lies)),
      );
      const [first] = bare;
      return [
        judge(ID, {
          severity: solid && dc ? 'danger' : 'caution',
          job: job.job.id,
          subject: jobSubject(job.job),
          value: bare.length,
          limit: 0,
          unit: '',
          title: first
            ? `When ${first.name} is switched off its current has nowhere to go`
            : 'The current of each coil in its loads has a way to go',
          detail: first
            ? dc
              ? `${solid ? 'the solid-state relay breaks down and stays on' : 'an arc eats the contact at each turn-off'}: a diode across it, band to plus`
              : 'a snubber or a varistor across it'
            : asked.some(({ suppressor }) => suppressor)
              ? 'one is put across it, at its own leads; how often it works, and how warm it gets by that, is not asked'
              : 'as entered',
          working: noneAllowed(
            bare.length,
            'loads with a coil and nothing across them',
            computed('as entered for its loads'),
            commonPractice('a diode on direct current, a snubber or varistor on alternating'),
          ),
        }),
      ];
    }),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((wired) => {
        const { job, at } = wired;
        const patches = linesOf(job).flatMap((load) =>
          !isCharged(load) && LOADS[load.kind].inductive && !load.suppressed && !load.suppressor
            ? [{ path: ['jobs', at, ...linePath(job, load.id), 'suppressor'], value: true }]
            : [],
        );
        const bought = patches.length > 0 ? [{ label: 'Nudge a diode or a varistor across it', patches }] : [];
        // One that a hand left out is put back.
        return [...bought, ...takeBackEdits(wired)];
      }),
};
