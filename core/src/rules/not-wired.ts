import { hasResting, powerRelays, relayOf, withRelay } from '../kinds/index.ts';
import { computed } from '../reference/index.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

/** A job that could not be wired has not been checked at all; that must not pass for safe. */
export const notWired: Rule = {
  id: 'not-wired',
  group: 'works',
  asks: 'Can it be wired as the sentence says?',
  notAsked: 'it always is',
  check: ({ design, evidence }) =>
    design.jobs.map(({ id, name }) => {
      const reasons = evidence.unwired.find(({ job }) => job === id)?.reasons ?? [];
      return judge('not-wired', {
        severity: 'danger',
        job: id,
        subject: { kind: 'job', id, label: name },
        value: reasons.length,
        limit: 0,
        unit: '',
        title: reasons.length > 0 ? 'Cannot be wired as it is said, so nothing of it is checked' : 'Wired as it is said',
        detail: reasons.length > 0 ? reasons.map(({ message }) => message).join(' ') : 'nothing of the sentence is left out',
        working: noneAllowed(reasons.length, 'things in the way', computed('the job’s sentence')),
      });
    }),
  // On when the signal is lost, on four pins: the five-pin twin of the same relay.
  nudges: ({ design }, finding) => {
    const at = design.jobs.findIndex(({ id }) => id === finding.job);
    const { device } = design.jobs[at]!;
    if (device.kind !== 'relay') return [];
    const present = relayOf(design, device.part)!;
    if (hasResting(present)) return [];
    return powerRelays(design)
      .filter(
        (type) =>
          hasResting(type) &&
          type.poles.length === 1 &&
          type.coilV === present.coilV &&
          type.closing.resistiveA === present.closing.resistiveA,
      )
      .map(({ id, name }) => ({
        label: `Nudge to a ${name}`,
        patches: [{ path: ['jobs', at, 'device'], value: withRelay(design, device, id) }],
      }));
  },
};
