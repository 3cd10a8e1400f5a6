import { type Signal, currentOf, feedingOf, suits } from '../kinds/index.ts';
import { supplyById } from '../project/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { commonPractice, computed, entered, fromMemory } from '../reference/index.ts';
import { fedSpec, signalPartId } from '../wiring/index.ts';
import { type RuleContext, type WiredJob, partSubject } from './context.ts';
import { type Finding, type Rule, failingOrTightest, judge } from './rule.ts';
import { noneAllowed, voltsWithin } from './shared-working.ts';

const ID = 'fed-wrong-voltage';
const SOURCE = fromMemory('sensors and receivers: a fifth under what is printed to a third over it, on the mains -15 % to +10 %');

function check(context: RuleContext, { job }: WiredJob, signal: Signal): Finding[] {
  const { design, netlist } = context;
  const part = netlist.parts.find(({ id }) => id === signalPartId(signal.id));
  const feeding = feedingOf(signal);
  const fed = fedSpec(design, signal);
  if (!part || !feeding || !fed) return [];
  const supply = supplyById(design, fed.supply);
  const at = design.signals.indexOf(signal);
  const current = currentOf(supply);
  const { printed } = feeding;
  const common = { job: job.id, subject: partSubject(part), unit: 'V' } as const;
  const volt = (field: 'highestV' | 'lowestV') => ({
    symbol: 'V',
    meaning: `${supply.name}, ${field === 'highestV' ? 'highest' : 'lowest'}`,
    value: supply[field],
    unit: 'V' as const,
    source: entered(`supplies[${design.supplies.indexOf(supply)}].${field}`),
  });
  if (!printed)
    return [
      judge(ID, {
        ...common,
        code: 'asked',
        severity: 'danger',
        value: supply.highestV,
        limit: supply.highestV,
        title: `${part.name} is to be one for ${fed.madeFor}: the list asks for it`,
        detail: 'one that you have is to have that printed on it: choose it on its card',
        working: voltsWithin(volt('highestV'), {
          value: supply.highestV,
          meaning: 'that the list asks for',
          source: computed('the supply that feeds it'),
        }),
      }),
    ];
  if (printed.current !== current)
    return [
      judge(ID, {
        ...common,
        code: 'current',
        severity: 'danger',
        value: 1,
        limit: 0,
        unit: '',
        title: `${part.name} is made for ${printed.text}; ${supply.name} gives ${current === 'ac' ? 'alternating' : 'direct'} current`,
        detail: current === 'ac' ? 'its electronics burn' : 'it stays dead, or its transformer burns',
        working: noneAllowed(1, 'sensors of the wrong kind of current', entered(`signals[${at}].ownSupply`), commonPractice()),
      }),
    ];
  return [
    judge(ID, {
      ...common,
      code: 'high',
      severity: 'danger',
      value: supply.highestV,
      limit: printed.mostV,
      title:
        supply.highestV > printed.mostV
          ? `${part.name} is made for ${printed.text} and gets up to ${formatQuantity(supply.highestV, 'V')}`
          : `${part.name} gets at most ${formatQuantity(supply.highestV, 'V')}, as its ${printed.text} allow`,
      detail: supply.highestV > printed.mostV ? 'its electronics burn, and its contact stays as it likes' : `from ${supply.name}`,
      working: voltsWithin(volt('highestV'), { value: printed.mostV, meaning: `most that one for ${printed.text} bears`, source: SOURCE }),
    }),
    judge(ID, {
      ...common,
      code: 'low',
      severity: 'caution',
      value: supply.lowestV,
      limit: printed.leastV,
      sense: 'at least',
      title:
        supply.lowestV < printed.leastV
          ? `${part.name} is made for ${printed.text}; ${supply.name} has as little as ${formatQuantity(supply.lowestV, 'V')}`
          : `${supply.name} has at least ${formatQuantity(supply.lowestV, 'V')} for ${part.name}`,
      detail: supply.lowestV < printed.leastV ? 'it drops out, and its contact goes as it rests' : `printed on it: ${printed.text}`,
      working: voltsWithin(
        volt('lowestV'),
        { value: printed.leastV, meaning: `least that one for ${printed.text} works on`, source: SOURCE },
        'V ≥ V_r',
      ),
    }),
  ];
}

/** A sensor or a receiver of another supply than the one that feeds it: 12 V on a truck’s 24 V, an adapter’s on the mains. */
export const fedWrongVoltage: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Are its sensors and receivers made for what feeds them?',
  notAsked: 'none of its sensors has a supply of its own',
  check: (context) =>
    context.jobs.flatMap((job) =>
      context.design.signals
        .filter(({ id }) => job.evidence.signals.includes(id))
        .flatMap((signal) => failingOrTightest(check(context, job, signal))),
    ),
  nudges: ({ design }, finding) => {
    const at = design.signals.findIndex(({ id }) => signalPartId(id) === finding.subject.id);
    const signal = design.signals[at];
    const printed = signal && feedingOf(signal)?.printed;
    if (!printed) return [];
    return [
      ...design.supplies
        .filter((one) => suits(printed, currentOf(one), one))
        .map((one) => ({ label: `Feed it from ${one.name}`, patches: [{ path: ['signals', at, 'fedBy'], value: one.id }] })),
      { label: 'Take one that is made for its supply', patches: [{ path: ['signals', at, 'ownSupply'], value: 'asked' }] },
    ];
  },
};
