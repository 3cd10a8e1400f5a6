import { branchId, plays } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { commonPractice, computed, fromMemory, ofPart } from '../reference/index.ts';
import { dividerFor, dividerVolts, linkLevels } from '../project/index.ts';
import { type RuleContext, type WiredJob, jobSubject, partSubject } from './context.ts';
import { firstOnBoard, modulePatch, withPinTurned } from './nudging.ts';
import { type Finding, type Rule, judge } from './rule.ts';

const ID = 'pin-level-mismatch';

/** Low trigger: a pin whose high level is below the module's supply leaves current in the input, and the relay in. */
function inputs(context: RuleContext, job: WiredJob): Finding[] {
  return context.netlist.parts.flatMap((part) => {
    if (part.job !== job.job.id || !plays(part, 'logic input')) return [];
    const { type, trigger } = part.spec;
    const off = (state: (typeof job.evidence.states)[number]) =>
      state.lines.every((line) => line !== (job.job.lost === 'on' ? 'off' : 'on'));
    const { value } = context.worstSettled(job, (state) => (off(state) ? context.amps(state.solution, branchId(part.id, 'input')) : 0));
    return [
      judge(ID, {
        severity: 'danger',
        job: job.job.id,
        subject: partSubject(part),
        value,
        limit: type.opensA,
        unit: 'A',
        title:
          value > type.opensA
            ? `The pin’s high level leaves ${formatQuantity(value, 'A')} in the module’s input: its relay does not let go`
            : `With the pin at rest the module’s input takes ${formatQuantity(value, 'A')}`,
        detail: value > type.opensA ? 'the input sees the difference between the module’s supply and the pin' : `${trigger} trigger`,
        working: {
          formula: 'I_in = (V_CC − V_pin − V_F)/R ≤ I_off',
          given: [
            { symbol: 'V_F', meaning: 'its diodes', value: type.inputV, unit: 'V', source: ofPart('the module') },
            { symbol: 'R', meaning: 'its input resistor', value: type.inputOhm, unit: 'Ω', source: ofPart('the module') },
          ],
          result: { symbol: 'I_in', meaning: 'with the relay meant off', value, unit: 'A', source: computed('solved') },
          limit: { symbol: 'I_off', meaning: 'at which it lets go', value: type.opensA, unit: 'A', source: ofPart('the module') },
        },
      }),
    ];
  });
}

/** An output tied straight to an input of a lower level. */
function links(context: RuleContext): Finding[] {
  return context.design.controllers.flatMap((board) => {
    const job = firstOnBoard(context, board.id);
    if (!job) return [];
    return board.links.flatMap((link) => {
      if (link.divider) return [];
      const { fromV, toV } = linkLevels(context.design, board, link);
      const limit = toV + INPUT_MARGIN_V;
      return [
        judge(ID, {
          severity: 'danger',
          job: job.job.id,
          subject: { ...jobSubject(job.job), id: `${board.id}/${link.name}`, label: link.name },
          value: fromV,
          limit,
          unit: 'V',
          title:
            fromV > limit
              ? `${link.name}: ${fromV} V goes straight into an input of ${toV} V`
              : `${link.name}: ${fromV} V suits an input of ${toV} V`,
          detail: fromV > limit ? 'its input diode carries the difference until it fails' : 'no divider needed',
          working: {
            formula: 'V_out ≤ V_DD + 0.3 V',
            given: [],
            result: {
              symbol: 'V_out',
              meaning: 'level of the output',
              value: fromV,
              unit: 'V',
              source: commonPractice('as its board has it'),
            },
            limit: { symbol: 'V', meaning: 'that the input bears', value: limit, unit: 'V', source: fromMemory('logic inputs') },
          },
        }),
      ];
    });
  });
}

/** What an input bears above its own supply, V (from memory). */
export const INPUT_MARGIN_V = 0.3;

export const pinLevelMismatch: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Do the levels of pin and input agree?',
  notAsked: 'no pin of a board drives it, and no link has two levels',
  check: (context) => [...context.jobs.flatMap((job) => inputs(context, job)), ...links(context)],
  nudges: ({ design, jobs }, finding) => {
    const linked = design.controllers.flatMap((board, at) =>
      board.links.flatMap((link, index) => {
        if (`${board.id}/${link.name}` !== finding.subject.id) return [];
        const { fromV, toV } = linkLevels(design, board, link);
        const pair = dividerFor(fromV, toV);
        const words = `${formatQuantity(pair.upperOhm, 'Ω')} over ${formatQuantity(pair.lowerOhm, 'Ω')}`;
        const volts = formatQuantity(dividerVolts(fromV, pair).usual, 'V');
        return [
          {
            label: `Nudge in a divider, ${words}: ${volts}`,
            patches: [{ path: ['controllers', at, 'links', index, 'divider'], value: pair }],
          },
        ];
      }),
    );
    if (linked.length > 0) return linked;
    return jobs
      .filter(({ job }) => job.id === finding.job)
      .map((job) => ({
        label: 'Nudge the trigger to high',
        patches: [modulePatch(job, { trigger: job.job.module.trigger === 'low' ? 'high' : 'low' }), ...withPinTurned(design, job)],
      }));
  },
};
