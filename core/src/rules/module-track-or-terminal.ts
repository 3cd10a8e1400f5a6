import { formatQuantity } from '../quantity/index.ts';
import { TRACK_RISE_K, TRACK_SOURCE, computed, ofPart, trackAmpere } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { coilFits, otherRelays, relaysInstead } from './nudging.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'module-track-or-terminal';

/** The weakest of a module is seldom its relay: a track of its board, or a screw terminal. */
export const moduleTrackOrTerminal: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Do track and terminals of the module bear the load?',
  notAsked: 'no relay module switches it',
  trail: 'load',
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest(
        job.contacts.flatMap(({ relay, branch, pin }) => {
          const { type } = relay.spec;
          if (!type.module) return [];
          const { trackMm, copperUm, terminalA } = type.module;
          const track = trackAmpere(trackMm, copperUm);
          const limit = Math.min(track, terminalA);
          const { value } = context.worstAmps(job, branch);
          return [
            judge(ID, {
              severity: 'danger',
              job: job.job.id,
              subject: partSubject(relay),
              value,
              limit,
              unit: 'A',
              title: `${formatQuantity(value, 'A')} through the module’s ${track < terminalA ? 'tracks' : 'terminals'}, which bear ${formatQuantity(limit, 'A')}`,
              detail: `contact ${pin} of ${type.name}: the weakest of relay, terminal and track is the module’s rating`,
              working: {
                formula: 'I = k · ΔT^0.44 · A^0.725, k = 0.048, A in square mil',
                given: [
                  { symbol: 'w', meaning: 'width of the track', value: trackMm / 1000, unit: 'm', source: ofPart(type.name) },
                  { symbol: 'd', meaning: 'its copper, in µm', value: copperUm, unit: '', source: ofPart(type.name) },
                  { symbol: 'ΔT', meaning: 'rise that is let', value: TRACK_RISE_K, unit: 'K', source: TRACK_SOURCE },
                  { symbol: 'I_track', meaning: 'outer track', value: track, unit: 'A', source: TRACK_SOURCE },
                  { symbol: 'I_terminal', meaning: 'screw terminal', value: terminalA, unit: 'A', source: ofPart(type.name) },
                ],
                result: {
                  symbol: 'I',
                  meaning: `through contact ${pin}`,
                  value,
                  unit: 'A',
                  source: computed('solved at the highest supply'),
                },
                limit: { symbol: 'I', meaning: 'the smaller of the two', value: limit, unit: 'A', source: TRACK_SOURCE },
              },
            }),
          ];
        }),
      ),
    ),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [...otherRelays(context.design, job, coilFits(context.design, job)), ...relaysInstead(context.design, job)]),
};
