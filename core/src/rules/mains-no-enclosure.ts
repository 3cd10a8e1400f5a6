import { commonPractice, computed, standard } from '../reference/index.ts';
import { type RuleContext, type WiredJob, jobSubject } from './context.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';
import { partOf } from '../quantity/index.ts';
import { type AnyPart, isMains, kindOf, plays } from '../kinds/index.ts';

const ID = 'mains-no-enclosure';

/** Switches, splices and connectors of a job that the mains flow in; loads are closed in by their makers, and a panel by its own. */
const carriers = (context: RuleContext, { wires }: WiredJob): AnyPart[] =>
  [...new Set(wires.filter(({ mains }) => mains).flatMap(({ from, to }) => [partOf(from), partOf(to)]))]
    .map((id) => context.part(id))
    .filter((part) => kindOf(part).signalBranches !== undefined || kindOf(part).madeWithWires === true || plays(part, 'connector'));

/** What switches the mains is closed in. */
export const mainsNoEnclosure: Rule = {
  id: ID,
  group: 'shock',
  asks: 'Does what carries mains stand in a closed box?',
  notAsked: 'it is not on the mains',
  check: (context) =>
    context.jobs.flatMap((job) => {
      const { design } = context;
      if (!isMains(job.supply)) return [];
      const boxOf = (id: string) => design.places.find((place) => place.id === id)!;
      const place = boxOf(job.job.device.place);
      const bare = carriers(context, job).filter((part) => boxOf(part.place).box === 'open' && part.place !== place.id);
      const [first] = bare;
      const value = (place.box === 'open' ? 1 : 0) + bare.length;
      return [
        judge(ID, {
          severity: 'danger',
          job: job.job.id,
          subject: jobSubject(job.job),
          value,
          limit: 0,
          unit: '',
          title:
            place.box === 'open'
              ? `What switches the mains stands open at ${place.name}`
              : first
                ? `${first.tag} ${first.name} carries the mains and stands open at ${boxOf(first.place).name}`
                : `What switches the mains is closed in at ${place.name}`,
          detail:
            value > 0
              ? 'a box with strain relief at both cords, closed before it is plugged in'
              : place.box === 'metal'
                ? 'of metal: whether it is led to earth is asked as well'
                : 'with strain relief at both cords',
          working: noneAllowed(
            value,
            'places where mains lies open',
            computed('the places of this job'),
            value > 0 ? standard('IEC 60364-4-41, annex A: barriers or enclosures') : commonPractice(),
          ),
        }),
      ];
    }),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .map((job) => {
        const around = new Set([job.job.device.place, ...carriers(context, job).map(({ place }) => place)]);
        return {
          label: 'Nudge it into a closed box',
          patches: context.design.places.flatMap(({ id, box }, at) =>
            box === 'open' && around.has(id) ? [{ path: ['places', at, 'box'], value: 'plastic' }] : [],
          ),
        };
      }),
};
