import { terminal } from '../circuit/terminal.ts';
import { figures, formatQuantity } from '../quantity/format.ts';
import { BLADE_FUSE_OHM_SOURCE } from '../reference/blade-fuses.ts';
import { CLASS5_SOURCE } from '../reference/class5-conductors.ts';
import { commonPractice, computed, entered } from '../reference/source.ts';
import { CORNER_NAMES } from '../prove/evidence.ts';
import type { RuleContext, WiredJob } from './context.ts';
import { chooseAgain, thickerLegs } from './nudging.ts';
import { judge, type Finding, type Given, type Rule } from './rule.ts';
import { branchId } from '../parts/kind.ts';
import { wireBranch } from './context.ts';

const ID = 'wire-drop';

const supplyTerminals = (job: WiredJob) => {
  const battery = `bat-${job.supply.id}`;
  return [terminal(battery, '+'), terminal(battery, '-')] as const;
};

function check(context: RuleContext, job: WiredJob, line: string): Finding[] {
  const lineAt = job.job.loads.findIndex(({ id }) => id === line);
  const load = job.job.loads[lineAt]!;
  const units = job.loads.filter(({ spec }) => spec.line === line);
  const [plus, minus] = supplyTerminals(job);
  const lost = (solution: Parameters<RuleContext['volts']>[0], unit: string) =>
    context.volts(solution, plus, minus) - context.volts(solution, terminal(unit, '+'), terminal(unit, '-'));
  // Worst share of the supply lost on the way, over the states in which the load is meant to run.
  let worst: { unit: string; share: number; state: (typeof job.evidence.states)[number] } | null = null;
  for (const state of job.evidence.states) {
    if (!state.meant) continue;
    for (const { id } of units) {
      const share = lost(state.solution, id) / context.volts(state.solution, plus, minus);
      // A resistive load loses the same share at any voltage: the first of equals, not the luck of rounding.
      if (!worst || share > worst.share * (1 + 1e-4)) worst = { unit: id, share, state };
    }
  }
  if (!worst) return [];
  const { state, unit } = worst;
  const budget = load.important ? context.design.settings.dropImportant : context.design.settings.dropOther;
  const supplyV = context.volts(state.solution, plus, minus);
  const value = lost(state.solution, unit);
  const limit = budget * supplyV;
  const onWay = job.wires.filter(({ leg }) => ['feed', 'to-relay', `load-${line}`, `return-${line}`].includes(leg));
  const given: Given[] = onWay.map((wire) => ({
    symbol: `ΔV(${wire.tag})`,
    meaning: `${wire.sizeMm2} mm², ${figures(wire.lengthM)} m, ${formatQuantity(context.amps(state.solution, wireBranch(wire.id)), 'A')}`,
    value: Math.abs(context.volts(state.solution, wire.from, wire.to)),
    unit: 'V',
    source: CLASS5_SOURCE,
  }));
  const contact = terminal(job.relay.id, '30');
  const thrown = terminal(job.relay.id, job.relay.spec.throw);
  given.push({
    symbol: `ΔV(${job.relay.tag})`,
    meaning: 'contact',
    value: Math.abs(context.volts(state.solution, contact, thrown)),
    unit: 'V',
    source: computed('solved'),
  });
  if (job.loadFuse)
    given.push({
      symbol: `ΔV(${job.loadFuse.tag})`,
      meaning: 'fuse',
      value: Math.abs(context.volts(state.solution, terminal(job.loadFuse.id, '1'), terminal(job.loadFuse.id, '2'))),
      unit: 'V',
      source: BLADE_FUSE_OHM_SOURCE,
    });
  const listed = given.reduce((sum, { value: volts }) => sum + volts, 0);
  given.push({ symbol: 'ΔV(rest)', meaning: 'tails and ground metal', value: value - listed, unit: 'V', source: computed('solved') });
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
          symbol: 'b · V',
          meaning: `${figures(100 * budget)} % of the supply`,
          value: limit,
          unit: 'V',
          source: load.important ? commonPractice('3 % for what must work well') : entered('settings.dropOther'),
        },
      },
    }),
  ];
}

export const wireDrop: Rule = {
  id: ID,
  check: (context) => context.jobs.flatMap((job) => job.job.loads.flatMap(({ id }) => check(context, job, id))),
  nudges: ({ jobs }, finding) =>
    jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => {
        const line = job.loads.find(({ id }) => id === finding.subject.id)?.spec.line;
        return line ? [...thickerLegs(job, [`load-${line}`, `return-${line}`, 'to-relay', `tail-${line}`]), chooseAgain(job)] : [];
      }),
};
