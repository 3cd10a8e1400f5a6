import type { Solution } from '../solve/index.ts';
import { figures, formatQuantity, terminal } from '../quantity/index.ts';
import { postsOf, wireBranch } from '../wiring/index.ts';
import { dropBudgetV, linesOf } from '../project/index.ts';
import { type BranchId, branchId, commonOf, plays } from '../kinds/index.ts';
import { BLADE_FUSE_OHM_SOURCE, commonPractice, computed, entered, ofPart, soldName, wireOhmSource } from '../reference/index.ts';
import { CORNER_NAMES, type SolvedState } from '../analysis/index.ts';
import { type RuleContext, type WiredJob, everyState } from './context.ts';
import { chooseAgain, thickerLegs } from './nudging.ts';
import { type Finding, type Given, type Rule, judge } from './rule.ts';

const ID = 'wire-drop';
/** Share of its supply that a load does without where a contact on its way is open. */
const LEADS_NOWHERE = 0.99;

function check(context: RuleContext, job: WiredJob, line: string): Finding[] {
  const lines = linesOf(job.job);
  const lineAt = lines.findIndex(({ id }) => id === line);
  const load = lines[lineAt]!;
  const units = job.loads.filter(({ spec }) => spec.line === line);
  const [plus, minus] = postsOf(job.supply);
  const across = (solution: Solution, unit: string) => Math.abs(context.volts(solution, terminal(unit, '+'), terminal(unit, '-')) || 0);
  const lost = (solution: Solution, unit: string) => context.volts(solution, plus, minus) - across(solution, unit);
  // Worst share of the supply lost on the way, over the states in which the load is meant to run at full and gets anything: where
  // nothing leads to it there is no way on which it could be lost, and that is what is found of it.
  let worst: { unit: string; share: number; state: SolvedState } | null = null;
  for (const state of everyState(job)) {
    const meant = state.lines[lineAt];
    if (meant !== 'on' && meant !== 'reverse') continue;
    for (const { id } of units) {
      const share = lost(state.solution, id) / context.volts(state.solution, plus, minus);
      if (share > LEADS_NOWHERE) continue;
      // A resistive load loses the same share at any voltage: the first of equals, not the luck of rounding.
      if (!worst || share > worst.share * (1 + 1e-4)) worst = { unit: id, share, state };
    }
  }
  if (!worst) return [];
  const { state, unit } = worst;
  const supplyV = context.volts(state.solution, plus, minus);
  const value = lost(state.solution, unit);
  const { settings } = context.design;
  const limit = dropBudgetV(settings, load, supplyV);
  const budget = limit / supplyV;
  const flat = settings.dropBudget === 'half-volt';
  // Everything of the job that carries at least half of what the load takes is on its way.
  const loadA = units.reduce((sum, { id }) => sum + context.amps(state.solution, branchId(id, 'load')), 0);
  const carries = (branch: BranchId) => context.amps(state.solution, branch) > 0.5 * loadA;
  const onWay = context.netlist.wires.filter(
    (wire) => wire.jobs.includes(job.job.id) && wire.section.stretch !== 'tail' && carries(wireBranch(wire.id)),
  );
  const given: Given[] = onWay.map((wire) => ({
    symbol: `ΔV(${wire.tag})`,
    meaning: `${soldName(wire.sizeMm2)}, ${context.says(wire.lengthM, 'm')}, ${formatQuantity(context.amps(state.solution, wireBranch(wire.id)), 'A')}`,
    value: Math.abs(context.volts(state.solution, wire.from, wire.to)),
    unit: 'V',
    source: wireOhmSource(wire.sizeMm2),
  }));
  for (const { relay, pin, branch } of job.contacts)
    if (carries(branch))
      given.push({
        symbol: `ΔV(${relay.tag} ${pin})`,
        meaning: 'contact',
        value: Math.abs(context.volts(state.solution, terminal(relay.id, commonOf(relay.spec.type, pin)), terminal(relay.id, pin))),
        unit: 'V',
        source: ofPart(relay.spec.type.name),
      });
  for (const part of context.netlist.parts)
    if (plays(part, 'overcurrent device') && part.jobs.includes(job.job.id) && carries(branchId(part.id, 'link')))
      given.push({
        symbol: `ΔV(${part.tag})`,
        meaning: 'fuse',
        value: Math.abs(context.volts(state.solution, terminal(part.id, '1'), terminal(part.id, '2'))),
        unit: 'V',
        source: BLADE_FUSE_OHM_SOURCE,
      });
  const listed = given.reduce((sum, { value: volts }) => sum + volts, 0);
  given.push({
    symbol: 'ΔV(rest)',
    meaning: 'tails, diodes, taps and ground metal',
    value: value - listed,
    unit: 'V',
    source: computed('solved'),
  });
  return [
    judge(ID, {
      severity: 'caution',
      job: job.job.id,
      subject: { kind: 'part', id: unit, label: load.name },
      value,
      limit,
      unit: 'V',
      title: `${formatQuantity(value, 'V')} lost on the way to ${load.name}, of a ${formatQuantity(limit, 'V')} budget`,
      detail: `${figures(100 * budget)} % of ${formatQuantity(supplyV, 'V')} at ${formatQuantity(context.amps(state.solution, branchId(unit, 'load')), 'A')} each, ${CORNER_NAMES[state.corner]}`,
      working: {
        formula: 'ΔV = Σ I · R, out and back',
        given,
        result: {
          symbol: 'ΔV',
          meaning: `between battery and ${load.name}`,
          value,
          unit: 'V',
          source: computed('solved, wires at working temperature'),
        },
        limit: {
          symbol: flat ? 'ΔV_most' : 'b · V',
          meaning: flat ? 'half a volt for all' : `${figures(100 * budget)} % of the supply`,
          value: limit,
          unit: 'V',
          source: flat
            ? entered('settings.dropBudget')
            : load.important
              ? commonPractice('3 % for what must work well')
              : entered('settings.dropOther'),
        },
      },
    }),
  ];
}

export const wireDrop: Rule = {
  id: ID,
  group: 'works',
  asks: 'Do enough volts arrive?',
  notAsked: 'it has no load of its own to lose volts',
  trail: 'load',
  trailCorner: 'low-hot',
  check: (context) => context.jobs.flatMap((job) => linesOf(job.job).flatMap(({ id }) => check(context, job, id))),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const line = job.loads.find(({ id }) => id === finding.subject.id)?.spec.line;
        return line
          ? [
              ...thickerLegs(
                job,
                job.wires.filter(({ role, section }) => role !== 'control' || section.side === 'load').map(({ leg }) => leg),
              ),
              chooseAgain(job),
            ]
          : [];
      }),
};
