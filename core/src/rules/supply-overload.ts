import { batteryId, postsOf } from '../wiring/index.ts';
import { SELF, type Supply, branchId, controllerType, isCharged, supplyFacets, fedOf } from '../kinds/index.ts';
import { type Design, convertedBy, givenOn, stringRatedV, takesToGive, unitOhm } from '../project/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { SUPPLY_RATINGS_A, computed, entered } from '../reference/index.ts';
import { type RuleContext, coilBranch, partSubject } from './context.ts';
import { onRailA } from './rail-current-over.ts';
import { type Finding, type Given, type Nudge, type Rule, judge } from './rule.ts';

const ID = 'supply-overload';

/** One of a rating that will do, the least that is sold; of a converter that a job feeds, with what it takes to give that. */
export const largerSupply = (design: Design, finding: Finding): Nudge[] =>
  design.supplies.flatMap((supply, at) => {
    if (batteryId(supply.id) !== finding.subject.id) return [];
    const rating = SUPPLY_RATINGS_A.find((rating) => rating >= finding.value);
    if (rating === undefined) return [];
    const rated = { path: ['supplies', at, 'ratedA'], value: rating };
    const job = convertedBy(design, supply.id);
    const takesW = takesToGive(rating, supply.nominalV);
    if (!job || givenOn(job, supply.nominalV) >= rating)
      return [{ label: `Nudge to a supply of ${formatQuantity(rating, 'A')}`, patches: [rated] }];
    const { plate, series, name } = job.loads[0]!;
    return [
      {
        label: `Nudge to a ${name} that gives ${formatQuantity(rating, 'A')} and takes ${formatQuantity(takesW, 'W')}`,
        patches: [
          rated,
          { path: ['jobs', design.jobs.indexOf(job), 'loads', 0, 'plate'], value: { ...plate, unit: 'W', value: takesW / series } },
        ],
      },
    ];
  });

/** What a supply gives for good: what is entered, and of a converter that a job feeds no more than what comes in there; null where its fuses alone bound it. */
export function givesFor({ design }: RuleContext, supply: Supply): Given | null {
  const ratedA = supplyFacets(supply).ratedA(supply);
  if (ratedA === null) return null;
  const load = convertedBy(design, supply.id)?.loads[0];
  const inA = load ? stringRatedV(load) ** 2 / unitOhm(load) / supply.nominalV : Infinity;
  if (inA < ratedA)
    return {
      symbol: 'I_in',
      meaning: `what ${load!.name} takes by its plate, at ${formatQuantity(supply.nominalV, 'V')}`,
      value: inA,
      unit: 'A',
      source: computed('its watts over that voltage, with nothing lost'),
    };
  const source = entered(`supplies[${design.supplies.indexOf(supply)}].ratedA`);
  return { symbol: 'I_rated', meaning: supply.name, value: ratedA, unit: 'A', source };
}

/** All that hangs on an isolated supply, an outlet or a branch, on together, against what it gives. */
export const supplyOverload: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does a rated supply bear all that hangs on it?',
  notAsked: 'its supply is bounded by its fuses alone, or another job says it',
  acrossJobs: true,
  check: (context) =>
    context.design.supplies.flatMap((supply) => {
      const most = givesFor(context, supply);
      if (most === null) return [];
      const part = context.netlist.parts.find(({ id }) => id === batteryId(supply.id));
      if (!part) return [];
      // Each job's own loads and coils at their largest: jobs on one switch are not counted in each other's states,
      // and jobs that exclude each other are summed all the same.
      const counted = new Set<string>();
      const users = context.jobs.flatMap((job) => {
        const own = [
          ...(job.supply.id === supply.id ? job.loads.map(({ id }) => branchId(id, 'load')) : []),
          ...job.relays.filter(({ job: of, spec }) => of === job.job.id && spec.supply === supply.id).map(coilBranch),
        ];
        const fed = context.netlist.parts.filter(
          (part) =>
            'signal' in part.spec &&
            fedOf(part)?.supply === supply.id &&
            job.evidence.signals.includes(part.spec.signal) &&
            !counted.has(part.id),
        );
        fed.forEach(({ id }) => counted.add(id));
        own.push(...fed.map(({ id }) => branchId(id, SELF)));
        // What charges a battery is no load of its own: then all that the supply gives with the others off.
        const charges = job.supply.id === supply.id && job.job.loads.some(isCharged);
        const ampere = charges
          ? context.worst(job, ({ solution, othersOn }) => (othersOn ? 0 : context.givenAmps(solution, postsOf(supply)[0]))).value
          : own.length === 0
            ? 0
            : context.worst(job, ({ solution }) => own.reduce((sum, id) => sum + context.amps(solution, id), 0)).value;
        return ampere > 1e-6 ? [{ job, ampere }] : [];
      });
      const [first] = users;
      if (!first) return [];
      // Boards take their own current from it, and through their regulator that of what hangs on their rail.
      const boards = context.design.controllers.flatMap((board) => {
        if (board.supply !== supply.id) return [];
        const hanging = onRailA(context, board);
        return [{ name: board.name, ampere: controllerType(context.design, board.type).ownA + hanging }];
      });
      const value = [...users, ...boards].reduce((sum, { ampere }) => sum + ampere, 0);
      return [
        judge(ID, {
          severity: 'danger',
          job: first.job.job.id,
          subject: partSubject(part),
          value,
          limit: most.value,
          unit: 'A',
          title: `${supply.name} gives ${formatQuantity(most.value, 'A')}; all on, it is asked for ${formatQuantity(value, 'A')}`,
          detail: value > most.value ? 'it sags, shuts off or overheats' : users.map(({ job }) => job.job.name).join(', '),
          working: {
            formula: 'Σ I ≤ I_rated',
            given: [
              ...users.map(({ job, ampere }) => ({
                symbol: 'I',
                meaning: job.job.name,
                value: ampere,
                unit: 'A' as const,
                source: computed('solved at the highest supply'),
              })),
              ...boards.map(({ name, ampere }) => ({
                symbol: 'I',
                meaning: `${name} and what hangs on its rail`,
                value: ampere,
                unit: 'A' as const,
                source: computed('its own, and solved'),
              })),
            ],
            result: { symbol: 'Σ I', meaning: 'all on together', value, unit: 'A', source: computed('sum') },
            limit: most,
          },
        }),
      ];
    }),
  nudges: ({ design }, finding) => largerSupply(design, finding),
};
