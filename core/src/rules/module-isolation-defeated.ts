import { controllerId, postsOf } from '../wiring/index.ts';
import { supplyById } from '../project/index.ts';
import { type Terminal, terminal } from '../quantity/index.ts';
import { type AnyPart, currentOf, isOnVehicle, isPin, kindOf } from '../kinds/index.ts';
import { commonPractice, computed } from '../reference/index.ts';
import { type RuleContext, type WiredJob, partSubject } from './context.ts';
import { modulePatch, withPinTurned } from './nudging.ts';
import { type Rule, judge } from './rule.ts';
import { noneAllowed } from './shared-working.ts';

const ID = 'module-isolation-defeated';

/** Whether any metal leads from one terminal to another, whatever switches do. */
function joined({ evidence: { circuit } }: RuleContext, a: Terminal, b: Terminal): boolean {
  const [from, to] = [circuit.nodeOf(a), circuit.nodeOf(b)];
  const near = new Map<number, number[]>();
  for (const branch of circuit.branches) {
    const [x, y] = [circuit.nodeOf(branch.a), circuit.nodeOf(branch.b)];
    near.set(x, [...(near.get(x) ?? []), y]);
    near.set(y, [...(near.get(y) ?? []), x]);
  }
  const seen = new Set([from]);
  const open = [from];
  for (let node = open.pop(); node !== undefined; node = open.pop())
    for (const next of near.get(node) ?? [])
      if (!seen.has(next)) {
        seen.add(next);
        open.push(next);
      }
  return seen.has(to);
}

const crossingOf = (part: AnyPart) => kindOf(part).crossing?.(part) ?? null;

/** Where light crosses, if it does: the input of a module, or an optocoupler. */
const crossing = ({ netlist }: RuleContext, { job }: WiredJob) =>
  netlist.parts.find((part) => part.job === job.id && crossingOf(part) !== null);

/** The controller's ground and what feeds the relays, as a fact of the graph: a claim of isolation is not enough. */
function metal(context: RuleContext, job: WiredJob): boolean {
  const board = context.design.controllers.find(({ id }) =>
    context.design.signals.some((pin) => isPin(pin) && pin.controller === id && job.evidence.signals.includes(pin.id)),
  );
  const input = crossing(context, job);
  if (!board || !input) return false;
  const ground = terminal(controllerId(board.id), 'GND');
  if (joined(context, ground, terminal(input.id, crossingOf(input)!.farPin))) return true;
  const { controlSupply } = job.job;
  const plus = controlSupply === 'same' ? null : postsOf(supplyById(context.design, controlSupply))[0];
  return plus !== null && joined(context, ground, plus);
}

export const moduleIsolationDefeated: Rule = {
  id: ID,
  group: 'works',
  asks: 'Is the isolation there that was asked for?',
  notAsked: 'no isolation was asked for',
  acrossJobs: true,
  check: (context) =>
    context.jobs.flatMap((job) => {
      const input = crossing(context, job);
      if (!input || !job.job.module.isolated) return [];
      const value = Number(metal(context, job));
      return [
        judge(ID, {
          severity: 'danger',
          job: job.job.id,
          subject: partSubject(input),
          value,
          limit: 0,
          unit: '',
          title:
            value > 0
              ? 'The module is to isolate, and metal joins its relays to the controller'
              : 'Only light crosses from the controller to the relays',
          detail:
            value > 0
              ? [
                  job.job.module.jumper ? 'the jumper joins the two supplies' : '',
                  job.job.module.sharedGround ? 'the two grounds are wired together' : '',
                ]
                  .filter(Boolean)
                  .join(' and ') || 'a common supply joins them'
              : 'no jumper, no common ground, a supply of its own',
          working: noneAllowed(
            value,
            'ways of metal from the controller’s ground to the relays’ supply',
            computed('searched in the graph of the circuit'),
            commonPractice('isolation holds with the jumper off and no common ground'),
          ),
        }),
      ];
    }),
  nudges: ({ jobs, design }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const apart = { jumper: false, sharedGround: false };
        const own = design.supplies.filter((supply) => !isOnVehicle(supply) && currentOf(supply) === 'dc');
        const patches = [
          { label: 'Nudge the jumper and the common ground off', patches: [modulePatch(job, apart)] },
          {
            label: 'Nudge jumper and common ground off, triggered low',
            patches: [modulePatch(job, { ...apart, trigger: 'low' }), ...withPinTurned(design, job)],
          },
        ];
        if (job.job.controlSupply !== 'same') return patches;
        return own.flatMap(({ id, name }) =>
          patches.map((nudge) => ({
            label: `${nudge.label}, relays on ${name}`,
            patches: [...nudge.patches, { path: ['jobs', job.at, 'controlSupply'], value: id }],
          })),
        );
      }),
};
