import { computed } from '../reference/index.ts';
import { editWords } from './nudging.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

/** A change by hand that no longer fits the circuit (its relay was exchanged, its wire is gone) is left out, and said. */
export const editNotMade: Rule = {
  id: 'edit-not-made',
  group: 'works',
  asks: 'Does every change by hand still fit the circuit?',
  notAsked: 'nothing of it was wired by hand',
  check: ({ design, netlist }) =>
    design.jobs.flatMap(({ id, name, edits }) => {
      if (edits.length === 0) return [];
      const own = netlist.dropped.filter(({ job }) => job === id);
      return [
        judge('edit-not-made', {
          severity: 'caution',
          job: id,
          subject: { kind: 'job', id, label: name },
          value: own.length,
          limit: 0,
          unit: '',
          title:
            own.length > 0
              ? `Not made: ${own.map(({ edit, missing }) => `${editWords(edit)} (there is no ${missing})`).join('; ')}`
              : 'Every change by hand fits the circuit',
          detail: own.length > 0 ? 'the circuit below is without it' : 'none of them is left out',
          working: noneAllowed(own.length, 'changes by hand that were not made', computed('pins and wires of the circuit')),
        }),
      ];
    }),
  nudges({ design, netlist }, finding) {
    const at = design.jobs.findIndex(({ id }) => id === finding.job);
    const dropped = new Set(netlist.dropped.filter(({ job }) => job === finding.job).map((entry) => entry.at));
    const edits = design.jobs[at]!.edits.filter((_, index) => !dropped.has(index));
    return [{ label: 'Nudge out what no longer fits', patches: [{ path: ['jobs', at, 'edits'], value: edits }] }];
  },
};
