import { figures, formatQuantity } from '../quantity/index.ts';
import { commonPractice, computed, entered, fromMemory } from '../reference/index.ts';
import { dividerFor, dividerVolts, levelEnds } from '../solve/index.ts';
import { jobSubject } from './context.ts';
import { firstOnBoard } from './nudging.ts';
import { INPUT_MARGIN_V } from './pin-level-mismatch.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'divider-out-of-range';

/** Asked of each divider of a board's links: its highest output, with level and resistors at the ends of their tolerance. */
export const dividerOutOfRange: Rule = {
  id: ID,
  group: 'works',
  asks: 'Do dividers give their inputs what they bear and understand?',
  notAsked: 'no board in it has a divider',
  check: (context) =>
    context.design.controllers.flatMap((board, at) => {
      const job = firstOnBoard(context, board.id);
      if (!job) return [];
      return board.links.flatMap((link, index) => {
        const { divider, fromV, toV } = link;
        if (!divider) return [];
        const { most, usual } = dividerVolts(fromV, divider);
        const limit = toV + INPUT_MARGIN_V;
        const path = `controllers[${at}].links[${index}].divider`;
        return [
          judge(ID, {
            severity: 'caution',
            job: job.job.id,
            subject: { ...jobSubject(job.job), id: `${board.id}/${link.name}`, label: link.name },
            value: most,
            limit,
            unit: 'V',
            title: `${link.name}: the divider gives ${formatQuantity(usual, 'V')}, at worst ${formatQuantity(most, 'V')}; the input bears ${formatQuantity(limit, 'V')}`,
            detail: `${formatQuantity(divider.upperOhm, 'Ω')} over ${formatQuantity(divider.lowerOhm, 'Ω')} from ${figures(fromV)} V`,
            working: {
              formula: 'V_out = V_most · R₂(1 + t)/(R₁(1 − t) + R₂(1 + t)), t = 5 %',
              given: [
                {
                  symbol: 'V',
                  meaning: 'level of the output',
                  value: fromV,
                  unit: 'V',
                  source: entered(`controllers[${at}].links[${index}].fromV`),
                },
                {
                  symbol: 'V_most',
                  meaning: fromV === 12 ? '12 V of a vehicle that charges' : 'that, and 5 %',
                  value: levelEnds(fromV).most,
                  unit: 'V',
                  source: commonPractice(),
                },
                { symbol: 'R₁', meaning: 'upper', value: divider.upperOhm, unit: 'Ω', source: entered(path) },
                { symbol: 'R₂', meaning: 'lower', value: divider.lowerOhm, unit: 'Ω', source: entered(path) },
              ],
              result: { symbol: 'V_out', meaning: 'at worst', value: most, unit: 'V', source: computed('from the above') },
              limit: { symbol: 'V', meaning: 'V_DD + 0.3 V', value: limit, unit: 'V', source: fromMemory('logic inputs') },
            },
          }),
        ];
      });
    }),
  nudges: ({ design }, finding) =>
    design.controllers.flatMap((board, at) =>
      board.links.flatMap((link, index) => {
        if (`${board.id}/${link.name}` !== finding.subject.id) return [];
        const pair = dividerFor(link.fromV, link.toV);
        return [
          {
            label: `Nudge to ${formatQuantity(pair.upperOhm, 'Ω')} over ${formatQuantity(pair.lowerOhm, 'Ω')}: ${formatQuantity(dividerVolts(link.fromV, pair).usual, 'V')}`,
            patches: [{ path: ['controllers', at, 'links', index, 'divider'], value: pair }],
          },
        ];
      }),
    ),
};
