import { CUT_OUT, relayId } from '../wiring/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { solidContacts } from './solid.ts';
import { LOADS } from '../kinds/index.ts';

const ID = 'fails-closed-no-cutout';
/** How far above the hottest that is usual where it sits a cut-out opens, K (common practice), and the hottest thermal fuse, °C (from memory). */
const ABOVE_K = 50;
const MOST_FUSE_C = 300;

/** Asked of heaters behind a solid-state relay, which fails closed: whether anything else can end the heat. */
export const failsClosedNoCutout: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Can the heat end if the relay sticks?',
  notAsked: 'nothing in it heats',
  check: (context) =>
    context.jobs.flatMap((job) => {
      const [contact] = solidContacts(context, job);
      if (!contact || !job.loads.some(({ spec }) => LOADS[spec.loadKind].heats)) return [];
      // What the job asks for counts only where it is wired: a contactor is one on the mains alone.
      const own = context.netlist.parts.filter((part) => part.job === job.job.id && !context.netlist.leftOut.has(part.id));
      const fuse = own.some(({ kind }) => kind === 'thermal-fuse');
      const value = Number(fuse) + Number(own.some(({ id }) => id === relayId(job.job, CUT_OUT)));
      return [
        judge(ID, {
          severity: 'danger',
          job: job.job.id,
          subject: partSubject(contact.relay),
          value,
          limit: 1,
          unit: '',
          sense: 'at least',
          title:
            value === 0
              ? `When ${contact.relay.tag} fails it stays closed, and nothing else ends the heat`
              : 'The heat has an end of its own, whatever the relay does',
          detail:
            value === 0
              ? 'a contactor on a thermostat of its own, or a thermal fuse'
              : fuse
                ? 'a thermal fuse in the line'
                : 'a contactor that an independent cut-out holds in',
          working: {
            formula: 'n ≥ 1',
            given: [],
            result: {
              symbol: 'n',
              meaning: 'independent cut-outs in the way of the current',
              value,
              unit: '',
              source: computed('counted in the circuit'),
            },
            limit: { symbol: 'n', meaning: 'needed', value: 1, unit: '', source: commonPractice('solid-state relays fail closed') },
          },
        }),
      ];
    }),
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .map((job) => {
        const air = design.places.find(({ id }) => id === job.job.loads[0]!.place)!.hottestC;
        const opensAtC = Math.min(MOST_FUSE_C, Math.round(air + ABOVE_K));
        return {
          label: `Nudge in a thermal fuse of ${opensAtC} °C`,
          patches: [{ path: ['jobs', job.at, 'cutOut'], value: { kind: 'thermal-fuse', opensAtC } }],
        };
      }),
};
