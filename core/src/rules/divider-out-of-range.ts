import { figures, formatQuantity } from '../quantity/index.ts';
import { commonPractice, computed, entered, fromMemory } from '../reference/index.ts';
import { type ControllerLink, dividerFor, dividerVolts, levelEnds, linkLevels } from '../project/index.ts';
import { type WiredJob, jobSubject } from './context.ts';
import { firstOnBoard } from './nudging.ts';
import { INPUT_MARGIN_V } from './pin-level-mismatch.ts';
import { type Finding, type Nudge, type Rule, judge } from './rule.ts';

const ID = 'divider-out-of-range';

/** From this share of its supply on an input is sure to be high (from memory): 0.6 at 5 V, 0.75 at 3.3 V. */
const highFrom = (toV: number): number => (toV === 5 ? 0.6 : 0.75) * toV;

/** Asked of a board's links: what their inputs get at most and at least, with level and resistors at the ends of their tolerance. */
export const dividerOutOfRange: Rule = {
  id: ID,
  group: 'works',
  asks: 'Do the inputs of a board’s links get what they bear and understand?',
  notAsked: 'no board in it has a link',
  check: (context) =>
    context.design.controllers.flatMap((board, at) => {
      const job = firstOnBoard(context, board.id);
      if (!job) return [];
      return board.links.flatMap((link, index) => {
        const { divider } = link;
        const { fromV, toV } = linkLevels(context.design, board, link);
        const low = understood(board.id, job, link, { least: divider ? dividerVolts(fromV, divider).least : levelEnds(fromV).least, toV });
        if (!divider) return [low];
        const { most, usual } = dividerVolts(fromV, divider);
        const limit = toV + INPUT_MARGIN_V;
        const path = `controllers[${at}].links[${index}].divider`;
        return [
          low,
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
                  source: link.wired
                    ? computed('the level of the pin that it comes from')
                    : entered(`controllers[${at}].links[${index}].fromV`),
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
      board.links.flatMap((link, index): Nudge[] => {
        if (`${board.id}/${link.name}` !== finding.subject.id) return [];
        const { fromV, toV } = linkLevels(design, board, link);
        const path = ['controllers', at, 'links', index, 'divider'];
        if (fromV <= toV) return link.divider ? [{ label: 'Nudge the divider out', patches: [{ path, value: null }] }] : [];
        const pair = dividerFor(fromV, toV);
        return [
          {
            label: `Nudge to ${formatQuantity(pair.upperOhm, 'Ω')} over ${formatQuantity(pair.lowerOhm, 'Ω')}: ${formatQuantity(dividerVolts(fromV, pair).usual, 'V')}`,
            patches: [{ path, value: pair }],
          },
        ];
      }),
    ),
};

function understood(
  board: string,
  { job }: WiredJob,
  link: ControllerLink,
  { least, toV }: { readonly least: number; readonly toV: number },
): Finding {
  const limit = highFrom(toV);
  return judge(ID, {
    code: 'understood',
    severity: 'caution',
    job: job.id,
    subject: { ...jobSubject(job), id: `${board}/${link.name}`, label: link.name },
    value: least,
    limit,
    unit: 'V',
    sense: 'at least',
    title:
      least < limit
        ? `${link.name}: high, its input may get ${formatQuantity(least, 'V')}, and is sure to be high from ${formatQuantity(limit, 'V')}`
        : `${link.name}: high, its input gets ${formatQuantity(least, 'V')} at least`,
    detail: least < limit ? 'what is sent is not understood, or at times' : `sure to be high from ${formatQuantity(limit, 'V')}`,
    working: {
      formula: 'V_least ≥ V_IH',
      given: [],
      result: {
        symbol: 'V_least',
        meaning: 'at the low end of level and resistors',
        value: least,
        unit: 'V',
        source: computed(link.divider ? 'the divider at its worst' : 'the level, less its tolerance'),
      },
      limit: {
        symbol: 'V_IH',
        meaning: `of an input of ${toV} V`,
        value: limit,
        unit: 'V',
        source: fromMemory('logic inputs: 0.6 of 5 V, 0.75 of 3.3 V'),
      },
    },
  });
}
