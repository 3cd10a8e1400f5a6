import { partOf } from '../quantity/index.ts';
import { RESERVED_COLOURS, colourName, computed, standard } from '../reference/index.ts';
import { type Supply, isMains, kindOf, supplyFacets } from '../kinds/index.ts';
import { controlSupplyOf, loadSupplyOf } from '../project/index.ts';
import type { Wire } from '../graph/index.ts';
import { type RuleContext, type WiredJob, wireSubject } from './context.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'colour-reserved';
const SOURCE = standard('IEC 60445: blue for neutral, green-yellow for earth; white and grey in North America');
const EARTHS: readonly string[] = ['GN/YE', 'GN'];

/** The supply that a way back leads to: of one that ends in a box, that of the cord into it. */
function mainsOf({ design, netlist }: RuleContext, job: WiredJob, { to }: Wire): Supply {
  const end = netlist.parts.find(({ id }) => id === partOf(to));
  const owner = end && kindOf(end).gathers ? design.jobs.find(({ id }) => id === end.job) : undefined;
  if (owner) return loadSupplyOf(design, owner);
  return isMains(job.supply) ? job.supply : controlSupplyOf(design, job.job);
}

/** Why a colour of a wire on the mains is one that somebody will take for something else; null where it is not. */
function wrong(context: RuleContext, job: WiredJob, wire: Wire): string | null {
  const [base] = wire.colour.split('/');
  if (wire.role === 'earth') return EARTHS.includes(wire.colour) ? null : 'an earth conductor is green-yellow, or green';
  if (wire.role === 'return') {
    const supply = mainsOf(context, job, wire);
    const { back } = supplyFacets(supply).colours(supply);
    return base === back.split('/')[0] && !EARTHS.includes(wire.colour) ? null : `the way back is ${colourName(back)} here`;
  }
  return RESERVED_COLOURS.includes(base!) ? 'whoever opens the box takes it for the neutral or for earth' : null;
}

/** Colours that save whoever opens the box next. */
export const colourReserved: Rule = {
  id: ID,
  group: 'shock',
  asks: 'Does no live wire of the mains look like neutral or earth?',
  notAsked: 'no wire of it is on the mains',
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest(
        job.wires
          .filter(({ mains }) => mains)
          .map((wire) => {
            const why = wrong(context, job, wire);
            const value = why === null ? 0 : 1;
            return judge(ID, {
              severity: 'danger',
              job: job.job.id,
              subject: wireSubject(wire),
              value,
              limit: 0,
              unit: '',
              title:
                why === null
                  ? 'Its colours say what is live'
                  : `${wire.tag} is ${colourName(wire.colour)}, and ${wire.role === 'earth' ? 'earth' : wire.role === 'return' ? 'the way back' : 'live'}`,
              detail: why ?? `${wire.tag}: ${colourName(wire.colour)}`,
              working: noneAllowed(value, 'wires in a colour that is not theirs', computed('as it is wired'), SOURCE),
            });
          }),
      ),
    ),
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const wire = job.wires.find(({ id }) => id === finding.subject.id);
        if (!wire) return [];
        const { colour: _, ...rest } = job.job.wires[wire.leg] ?? {};
        const { colour: __, ...said } = design.build.wires[wire.id] ?? {};
        return [
          {
            label: `Nudge ${wire.tag} to its own colour`,
            patches: [
              { path: ['jobs', job.at, 'wires', wire.leg], value: Object.keys(rest).length > 0 ? rest : undefined },
              { path: ['build', 'wires', wire.id], value: Object.keys(said).length > 0 ? said : undefined },
            ],
          },
        ];
      }),
};
