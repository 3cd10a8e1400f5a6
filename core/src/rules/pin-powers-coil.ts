import { signalPartId } from '../wiring/index.ts';
import { branchId, plays, isPin } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { computed, entered } from '../reference/index.ts';
import { coilBranch, partSubject } from './context.ts';
import { modulePatch, withPinTurned } from './nudging.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'pin-powers-coil';
/** A coil whose current comes mostly from a pin is fed by it; the input beside it takes less than this share. */
const MOSTLY = 0.5;

/** Asked of modules: with the jumper fitted, what feeds the logic supply feeds the relays. */
export const pinPowersCoil: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does a pin drive a coil that is too much for it?',
  notAsked: 'no pin of a board feeds a module’s supply',
  check: (context) =>
    context.jobs.flatMap((job) =>
      job.relays
        .filter(({ spec }) => spec.type.module)
        .flatMap((relay) => {
          const pin = context.design.signals.find((signal) => isPin(signal) && job.evidence.signals.includes(signal.id));
          const part = pin && context.netlist.parts.find(({ id }) => id === signalPartId(pin.id));
          if (!pin || !part || !plays(part, 'output')) return [];
          const { value } = context.worst(job, ({ solution }) => {
            const coil = context.amps(solution, coilBranch(relay));
            const out = context.amps(solution, branchId(part.id, 'high'));
            return coil > 1e-3 && out > MOSTLY * coil ? out : 0;
          });
          const limit = pin.limitA;
          return [
            judge(ID, {
              severity: 'danger',
              job: job.job.id,
              subject: partSubject(part),
              value,
              limit,
              unit: 'A',
              title:
                value > 0
                  ? `${pin.name} feeds coil ${relay.tag} with ${formatQuantity(value, 'A')}; it may give ${formatQuantity(limit, 'A')}`
                  : `${pin.name} gives ${relay.tag}’s input its current, and the coil has its own`,
              detail:
                value > 0
                  ? 'the jumper joins the logic supply to the relays’: the pin carries the coil until it burns out'
                  : 'coil current comes from a rail or a supply',
              working: {
                formula: 'I_pin ≤ I_limit while the coil is fed by the pin',
                given: [],
                result: {
                  symbol: 'I_pin',
                  meaning: 'out of the pin into the coil',
                  value,
                  unit: 'A',
                  source: computed('solved, coils cold'),
                },
                limit: {
                  symbol: 'I_limit',
                  meaning: `that ${pin.name} may give`,
                  value: limit,
                  unit: 'A',
                  source: entered(`signals[${context.design.signals.indexOf(pin)}].limitA`),
                },
              },
            }),
          ];
        }),
    ),
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        {
          label: 'Nudge the pin to the input, the rail to the supply pin',
          patches: [modulePatch(job, { feed: 'input', trigger: 'high' })],
        },
        {
          label: 'Nudge the pin to the input, triggered low',
          patches: [modulePatch(job, { feed: 'input', trigger: 'low' }), ...withPinTurned(design, job)],
        },
      ]),
};
