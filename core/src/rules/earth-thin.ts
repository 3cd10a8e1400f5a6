import { partOf } from '../quantity/index.ts';
import { computed, entered, sizeName, standard } from '../reference/index.ts';
import { wireSubject } from './context.ts';
import { chooseAgain, thickerLegs } from './nudging.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'earth-thin';
const SOURCE = standard('IEC 60364-5-54, table 54.2');

/** Least section of an earth conductor beside a line of the same metal, mm² (IEC 60364-5-54, table 54.2). */
export const earthMm2 = (lineMm2: number): number => (lineMm2 <= 16 ? lineMm2 : lineMm2 <= 35 ? 16 : lineMm2 / 2);

/** Asked of each earth conductor: whether it outlasts what a fault drives through it until the line's overcurrent device opens. */
export const earthThin: Rule = {
  id: ID,
  group: 'shock',
  asks: 'Is every earth conductor as thick as its line?',
  notAsked: 'it has no earth conductor',
  check: ({ jobs, netlist }) =>
    jobs.flatMap((job) =>
      failingOrTightest(
        job.wires
          .filter(({ role }) => role === 'earth')
          .flatMap((earth) => {
            // What lies side by side in one leg counts together.
            const lines = netlist.wires.filter(({ role, to }) => role === 'load' && partOf(to) === partOf(earth.from));
            const [line] = lines;
            if (!line) return [];
            const lineMm2 = lines.reduce((sum, { sizeMm2 }) => sum + sizeMm2, 0);
            return [
              judge(ID, {
                severity: 'danger',
                job: job.job.id,
                subject: wireSubject(earth),
                value: earth.sizeMm2,
                limit: earthMm2(lineMm2),
                unit: 'mm²',
                sense: 'at least',
                title: `Earth ${earth.tag} is ${sizeName(earth.sizeMm2)} beside a line of ${sizeName(lineMm2)}`,
                detail: 'a fault to metal must open the fuse or the breaker before it melts the earth',
                working: {
                  formula: 'S_PE ≥ S up to 16 mm², 16 mm² up to 35 mm², S / 2 above',
                  given: [
                    { symbol: 'S', meaning: `section of ${line.tag}`, value: lineMm2, unit: 'mm²', source: computed('as it is wired') },
                  ],
                  result: {
                    symbol: 'S_PE',
                    meaning: `section of ${earth.tag}`,
                    value: earth.sizeMm2,
                    unit: 'mm²',
                    source: earth.sizeChosen ? entered(`jobs[${job.at}].wires.${earth.leg}`) : computed('chosen by the app'),
                  },
                  limit: { symbol: 'S_PE', meaning: 'least', value: earthMm2(lineMm2), unit: 'mm²', source: SOURCE },
                },
              }),
            ];
          }),
      ),
    ),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const wire = job.wires.find(({ id }) => id === finding.subject.id);
        return wire ? [...thickerLegs(job, [wire.leg]), chooseAgain(job)] : [];
      }),
};
