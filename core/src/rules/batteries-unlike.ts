import { type Supply, isCharged, supplyFacets } from '../kinds/index.ts';
import { supplyById } from '../project/index.ts';
import { commonPractice, entered } from '../reference/index.ts';
import { type RuleContext, type WiredJob, jobSubject } from './context.ts';
import { type Finding, type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'batteries-unlike';

const cellsOf = (supply: Supply) => supplyFacets(supply).cells(supply);

function check(context: RuleContext, { job, supply: source }: WiredJob): Finding[] {
  const { design } = context;
  return job.loads.filter(isCharged).flatMap((load) => {
    const second = supplyById(design, load.supply);
    const [first, other] = [cellsOf(source), cellsOf(second)];
    const subject = jobSubject(job);
    const mixed = first !== other;
    const place = design.places.find(({ id }) => id === second.place)!;
    const path = `supplies[${design.supplies.indexOf(second)}]`;
    return [
      // What holds no charge, an alternator by itself, is no second battery.
      ...(first !== null && other !== null
        ? [
            judge(ID, {
              code: 'mixed',
              severity: 'danger',
              job: job.id,
              subject: { ...subject, id: `${subject.id}/${second.id}/mixed` },
              value: Number(mixed),
              limit: 0,
              unit: '',
              title: mixed
                ? `${source.name} and ${second.name} are joined, and one of them is lithium`
                : `${source.name} and ${second.name} are charged alike`,
              detail: mixed
                ? 'the one is charged wrongly, and as its protection opens the charge jumps: a charger made for it between the two'
                : 'as entered',
              working: noneAllowed(
                Number(mixed),
                'batteries charged in a way that is for another kind',
                entered(path),
                commonPractice('lithium and lead want charges of their own'),
              ),
            }),
          ]
        : []),
      ...(other === 'lithium'
        ? [
            judge(ID, {
              code: 'frost',
              severity: 'danger' as const,
              job: job.id,
              subject: { ...subject, id: `${subject.id}/${second.id}/frost` },
              value: place.coldestC,
              limit: 0,
              unit: '°C' as const,
              sense: 'at least' as const,
              title:
                place.coldestC < 0
                  ? `${second.name} is charged in frost: ${place.name} is as cold as ${context.says(place.coldestC, '°C')}`
                  : `${second.name} is charged in no frost`,
              detail:
                place.coldestC < 0
                  ? 'lithium that is charged below freezing plates metal and fails as a short, days or months later: a warm place, or one that heats itself first'
                  : `${place.name}: ${context.says(place.coldestC, '°C')} at the coldest`,
              working: {
                formula: 'T_coldest ≥ 0 °C',
                given: [],
                result: {
                  symbol: 'T_coldest',
                  meaning: `air at ${place.name}`,
                  value: place.coldestC,
                  unit: '°C' as const,
                  source: entered(`places[${design.places.indexOf(place)}].coldestC`),
                },
                limit: {
                  symbol: 'T',
                  meaning: 'least for charging',
                  value: 0,
                  unit: '°C' as const,
                  source: commonPractice('lithium iron phosphate'),
                },
              },
            }),
          ]
        : []),
    ];
  });
}

/** Two batteries behind one contact are charged as one: of two kinds, or in frost, one of them is harmed. */
export const batteriesUnlike: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Are the batteries that it joins charged as each of them wants?',
  notAsked: 'it joins no two batteries',
  check: (context) => context.jobs.flatMap((job) => check(context, job)),
  nudges({ design, jobs }, finding) {
    const job = jobs.find((one) => one.job.id === finding.job)!;
    return job.job.loads.filter(isCharged).flatMap((load) => {
      const second = supplyById(design, load.supply);
      const at = design.supplies.indexOf(second);
      if (finding.code === 'frost')
        return design.places
          .filter(({ coldestC }) => coldestC >= 0)
          .map(({ id, name }) => ({ label: `Nudge ${second.name} to ${name}`, patches: [{ path: ['supplies', at, 'place'], value: id }] }));
      return 'chemistry' in job.supply
        ? [
            {
              label: `Nudge ${second.name} to one of the same kind`,
              patches: [{ path: ['supplies', at, 'chemistry'], value: job.supply.chemistry }],
            },
          ]
        : [];
    });
  },
};
