import { partOf } from '../quantity/index.ts';
import { EARTH_SIZE_SOURCE, computed, earthMm2, sizeName } from '../reference/index.ts';
import { wireSubject } from './context.ts';
import { chooseAgain, thickerLegs } from './nudging.ts';
import { sizeSource } from './shared-working.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'earth-thin';

/** Asked of each earth conductor: whether it outlasts what a fault drives through it until the line's overcurrent device opens. */
export const earthThin: Rule = {
  id: ID,
  group: 'shock',
  asks: 'Is every earth conductor as thick as its line?',
  notAsked: 'it has no earth conductor',
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest(
        job.wires
          .filter(({ role }) => role === 'earth')
          .flatMap((earth) => {
            // What lies side by side in one leg counts together.
            const beside = context.netlist.wires.filter(({ role, to }) => role === 'load' && partOf(to) === partOf(earth.from));
            // A box has no line of its own: the thickest that enters it counts.
            const thickest = job.wires.filter(({ role, mains }) => role === 'load' && mains).sort((a, b) => b.sizeMm2 - a.sizeMm2);
            const lines = beside.length > 0 ? beside : thickest.slice(0, 1);
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
                    source: sizeSource(context, earth),
                  },
                  limit: { symbol: 'S_PE', meaning: 'least', value: earthMm2(lineMm2), unit: 'mm²', source: EARTH_SIZE_SOURCE },
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
