import { currentOf, powerRelays, throwRating } from '../kinds/index.ts';
import { computed, ofPart } from '../reference/index.ts';
import { type WiredJob, partSubject } from './context.ts';
import { coilFits } from './nudging.ts';
import { type Finding, type Rule, judge } from './rule.ts';

const ID = 'dc-on-ac-contact';
const WORDS = { ac: 'alternating', dc: 'direct' } as const;

function check(job: WiredJob): Finding[] {
  const current = currentOf(job.supply);
  const seen = new Set<string>();
  return job.contacts.flatMap(({ relay, pin }) => {
    const { type } = relay.spec;
    // What has no metal contact has a rule of its own.
    if (type.solid || seen.has(relay.id)) return [];
    seen.add(relay.id);
    const rated = throwRating(type, pin, 'heater', current).ampere;
    const value = rated > 0 ? 0 : 1;
    const other = current === 'dc' ? 'ac' : 'dc';
    return [
      judge(ID, {
        severity: 'danger',
        job: job.job.id,
        subject: partSubject(relay),
        value,
        limit: 0,
        unit: '',
        title:
          value > 0
            ? `Contact ${relay.tag} ${pin} is rated for ${WORDS[other]} current alone`
            : `Contact ${relay.tag} ${pin} is rated for ${WORDS[current]} current`,
        detail:
          value > 0
            ? current === 'dc'
              ? `${type.name}: its gap does not put out the arc of a direct current`
              : `${type.name}: neither its insulation nor its gap is made for the mains`
            : type.name,
        working: {
          formula: 'I_r > 0 for the current that flows',
          given: [{ symbol: 'I_r', meaning: `rating for ${WORDS[current]} current`, value: rated, unit: 'A', source: ofPart(type.name) }],
          result: { symbol: 'n', meaning: 'ratings that are missing', value, unit: '', source: computed('the part’s ratings') },
          limit: { symbol: 'n', meaning: 'allowed', value: 0, unit: '', source: ofPart(type.name) },
        },
      }),
    ];
  });
}

export const dcOnAcContact: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Are its contacts rated for its kind of current?',
  notAsked: 'no contact in it switches the load',
  check: ({ jobs }) => jobs.flatMap(check),
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) =>
        powerRelays(design)
          .filter(
            (type) =>
              !type.solid &&
              coilFits(design, job)(type) &&
              throwRating(type, type.poles[0]!.closing, 'heater', currentOf(job.supply)).ampere > 0,
          )
          .map((type) => ({
            label: `Nudge to a ${type.name}`,
            patches: [{ path: ['jobs', job.at, 'device'], value: { ...job.job.device, part: type.id, socket: 'auto' } }],
          })),
      ),
};
