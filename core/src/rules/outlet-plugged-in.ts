import { type Supply, LOADS, currentOf, heatsinksOf, isMains, powerRelays, throwRating, withRelay } from '../kinds/index.ts';
import type { Design } from '../project/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { commonPractice, computed, standard } from '../reference/index.ts';
import { type WiredJob, jobSubject, partSubject } from './context.ts';
import { coilFits, earthsIn, otherRelays } from './nudging.ts';
import { type Finding, type Nudge, type Rule, failingOrTightest, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'outlet-plugged-in';

const outletsOf = ({ loads }: WiredJob) => loads.filter(({ spec }) => LOADS[spec.loadKind].anythingPlugsIn);

/** Of each contact before an outlet: whether it bears a motor of the outlet's current, for nobody asks what is plugged in. */
function starts(job: WiredJob, ampere: number, names: string): Finding[] {
  const current = currentOf(job.supply);
  return failingOrTightest(
    job.contacts.flatMap(({ relay, pin }) => {
      const { type } = relay.spec;
      const { ampere: limit, source } = throwRating(type, pin, 'motor', current);
      // Where it has no rating for that current another rule speaks.
      if (throwRating(type, pin, 'heater', current).ampere === 0) return [];
      return [
        judge(ID, {
          code: 'start',
          severity: 'caution',
          job: job.job.id,
          subject: partSubject(relay),
          value: ampere,
          limit,
          unit: 'A',
          title:
            ampere > limit
              ? `Of a motor contact ${relay.tag} ${pin} bears ${formatQuantity(limit, 'A')}, and ${formatQuantity(ampere, 'A')} of anything may hang on ${names}`
              : `Contact ${relay.tag} ${pin} bears a motor of the ${formatQuantity(ampere, 'A')} of ${names}`,
          detail:
            ampere > limit
              ? 'it welds on a start, and the outlet stays live: a stronger one, or a label on the outlet that says what may be plugged in (What may I plug in?)'
              : 'whatever is plugged in',
          working: {
            formula: 'I ≤ I_motor',
            given: [],
            result: { symbol: 'I', meaning: `what ${names} is to give`, value: ampere, unit: 'A', source: computed('from its plate') },
            limit: { symbol: 'I_motor', meaning: `contact ${pin} with a motor`, value: limit, unit: 'A', source },
          },
        }),
      ];
    }),
  );
}

/** Of an outlet of the mains: whether it has the contact for earth that what is plugged in relies on. */
function earths(job: WiredJob, supply: Supply): Finding[] {
  if (!isMains(supply)) return [];
  const outlets = outletsOf(job);
  const bare = outlets.filter(({ spec }) => !spec.metal);
  const named = (list: typeof outlets) => list.map(({ tag }) => tag).join(', ');
  return [
    judge(ID, {
      code: 'earth',
      severity: 'danger',
      job: job.job.id,
      subject: jobSubject(job.job),
      value: bare.length,
      limit: 0,
      unit: '',
      title: bare.length > 0 ? `${named(bare)} has no contact for earth` : `${named(outlets)} has a contact for earth`,
      detail: bare.length > 0 ? 'what is plugged in with metal on it relies on that' : 'what is plugged in finds its earth',
      working: noneAllowed(
        bare.length,
        'outlets with no contact for earth',
        computed('counted in the job'),
        bare.length > 0 ? standard('IEC 60364-4-41, 411.3.1.1; NEC 406.4') : commonPractice(),
      ),
    }),
  ];
}

/** Solid-state relays in its place, each on the smallest heatsink first: a module’s contact is seldom made for a motor. */
function solidOnes(design: Design, { job, at, supply }: WiredJob): Nudge[] {
  const { device } = job;
  if (device.kind !== 'relay') return [];
  return powerRelays(design)
    .filter(({ solid }) => solid?.switches === currentOf(supply) && solid.firing !== 'phase angle')
    .flatMap((type) =>
      heatsinksOf(design).map(({ id, name }) => ({
        label: `Nudge to a ${type.name}, ${name}`,
        patches: [
          { path: ['jobs', at, 'device'], value: withRelay(design, device, type.id) },
          { path: ['jobs', at, 'cooling'], value: id },
        ],
      })),
    );
}

/** Asked of outlets: anything may be plugged into them, by anyone, later. */
export const outletPluggedIn: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Bears an outlet whatever is plugged in?',
  notAsked: 'it feeds no outlet',
  check: ({ jobs }) =>
    jobs.flatMap((job) => {
      const outlets = outletsOf(job);
      if (outlets.length === 0) return [];
      const ampere = outlets.reduce((sum, { spec }) => sum + spec.ratedV / spec.ohm, 0);
      return [...starts(job, ampere, outlets.map(({ tag }) => tag).join(', ')), ...earths(job, job.supply)];
    }),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) =>
        finding.code === 'earth'
          ? [earthsIn(job, ({ earth }) => earth !== 'wired')]
          : [...otherRelays(context.design, job, coilFits(context.design, job)), ...solidOnes(context.design, job)],
      ),
};
