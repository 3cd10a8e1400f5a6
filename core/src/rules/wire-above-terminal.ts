import { figures, partOf } from '../quantity/index.ts';
import { kindOf } from '../kinds/index.ts';
import { TERMINAL_SOURCE, computed, noThicker, sizeName } from '../reference/index.ts';
import { wireSubject } from './context.ts';
import { chooseAgain, thinnerLegs } from './nudging.ts';
import { sizeSource } from './shared-working.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'wire-above-terminal';

export const wireAboveTerminal: Rule = {
  id: ID,
  group: 'wears',
  asks: 'Does every terminal take its wire?',
  notAsked: 'it is not wired',
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest(
        job.wires.flatMap((wire) => {
          const ends = [wire.from, wire.to].map((at) => {
            const part = context.part(partOf(at));
            return { part, most: kindOf(part).takesMm2?.(part.spec) ?? Infinity };
          });
          const tight = ends.reduce((least, end) => (end.most < least.most ? end : least));
          if (!Number.isFinite(tight.most)) return [];
          // All that lies under the terminal has to fit into it.
          const together = context.besides(wire);
          const size = together.reduce((sum, { sizeMm2 }) => sum + sizeMm2, 0);
          return [
            judge(ID, {
              severity: 'caution',
              job: job.job.id,
              subject: wireSubject(wire),
              value: size,
              limit: tight.most,
              unit: 'mm²',
              title: `${together.map(({ tag }) => tag).join(' and ')} ${together.length > 1 ? `are ${figures(size)} mm² together` : `is ${sizeName(size)}`}; ${tight.part.tag} takes ${sizeName(noThicker(context.design.settings.wireSeries, tight.most))}`,
              detail:
                size > tight.most
                  ? 'strands cut off to make it fit are strands that carry nothing: a short thinner piece with its own splice'
                  : 'its terminal fits the wire',
              working: {
                formula: 'S ≤ S_terminal',
                given: [],
                result: {
                  symbol: 'S',
                  meaning: together.map(({ tag }) => tag).join(' and '),
                  value: size,
                  unit: 'mm²',
                  source: together.length > 1 ? computed('all that lies under one terminal') : sizeSource(context, wire),
                },
                limit: {
                  symbol: 'S_terminal',
                  meaning: `terminals of ${tight.part.tag}`,
                  value: tight.most,
                  unit: 'mm²',
                  source: TERMINAL_SOURCE,
                },
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
        return wire ? [...thinnerLegs(job, [wire.leg]), chooseAgain(job)] : [];
      }),
};
