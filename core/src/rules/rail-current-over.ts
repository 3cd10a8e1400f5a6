import { controllerId } from '../wiring/index.ts';
import { controllerType, plays, isPin } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { commonPractice, computed, entered, ofPart } from '../reference/index.ts';
import type { Controller } from '../project/index.ts';
import { type RuleContext, coilBranch, partSubject } from './context.ts';
import { fiveVoltSupply } from './nudging.ts';
import { type Rule, judge } from './rule.ts';
import { mintId } from '../document/index.ts';

const ID = 'rail-current-over';

/** Relays of modules that follow a board, with what each takes from its rail, A; those on a supply of their own take nothing. */
export function onRail(context: RuleContext, board: Controller) {
  return context.jobs.flatMap((job) => {
    const follows = context.design.signals.some(
      (signal) => isPin(signal) && signal.controller === board.id && job.evidence.signals.includes(signal.id),
    );
    const relays = follows ? job.relays.filter(({ spec }) => spec.type.module) : [];
    return relays.map((relay) => ({
      job,
      relay,
      ampere: relay.spec.supply === null ? context.worstAmps(job, coilBranch(relay)).value : 0,
    }));
  });
}

/** Relays on a board's 5 V rail, all on together, against what its port or regulator leaves for them. */
export const railCurrentOver: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does the board’s rail bear all that hangs on it?',
  notAsked: 'nothing of it hangs on a board’s rail, or another job says it',
  acrossJobs: true,
  check: (context) =>
    context.design.controllers.flatMap((board) => {
      const part = context.netlist.parts.find(({ id }) => id === controllerId(board.id));
      if (!part || !plays(part, 'board')) return [];
      const users = onRail(context, board);
      const [first] = users;
      if (!first) return [];
      const value = users.reduce((sum, { ampere }) => sum + ampere, 0);
      // A house that keeps relays off the rail lets them take nothing of it.
      const apart = context.design.settings.moduleSupply === 'separate';
      const limit = apart ? 0 : part.spec.railA;
      const type = controllerType(context.design, board.type);
      const from = board.supply === 'usb' ? 'a computer’s port' : 'its own regulator';
      return [
        judge(ID, {
          severity: value > part.spec.railA ? 'danger' : 'caution',
          job: first.job.job.id,
          subject: partSubject(part),
          value,
          limit,
          unit: 'A',
          title:
            apart && value > 0 && value <= part.spec.railA
              ? `${users.length === 1 ? 'A relay hangs' : `${users.length} relays hang`} on ${board.name}’s rail, and this project gives relays a supply of their own`
              : value > limit
                ? `${users.length} relays ask ${board.name} for ${formatQuantity(value, 'A')}; its 5 V rail has ${formatQuantity(limit, 'A')} to give`
                : value === 0
                  ? `The relays ask nothing of ${board.name}: they have a supply of their own`
                  : `${users.length === 1 ? 'One relay asks' : `${users.length} relays ask`} ${board.name} for ${formatQuantity(value, 'A')} of ${formatQuantity(limit, 'A')}`,
          detail: value > limit ? 'the rail sags, the board starts again, and the relays rattle' : `fed by ${from}`,
          working: {
            formula: 'Σ I_coil ≤ I_rail − I_board',
            given: [
              ...users.map(({ relay, ampere }) => ({
                symbol: `I(${relay.tag})`,
                meaning: 'coil, cold',
                value: ampere,
                unit: 'A' as const,
                source: computed('solved'),
              })),
              {
                symbol: 'I_rail',
                meaning: from,
                value: board.supply === 'usb' ? type.portA : type.regulatorA,
                unit: 'A',
                source: board.supply === 'usb' ? commonPractice('a port gives half an ampere for everything') : ofPart(type.name),
              },
              { symbol: 'I_board', meaning: 'the board itself', value: type.ownA, unit: 'A', source: ofPart(type.name) },
            ],
            result: { symbol: 'Σ I', meaning: 'all its relays on', value, unit: 'A', source: computed('sum') },
            limit: {
              symbol: 'I',
              meaning: 'left for relays',
              value: limit,
              unit: 'A',
              source: apart ? entered('settings.moduleSupply') : computed('difference'),
            },
          },
        }),
      ];
    }),
  // A supply of their own for all relays of that rail at once.
  nudges: ({ design, jobs, netlist }, finding) => {
    const part = netlist.parts.find(({ id }) => id === finding.subject.id);
    const board = design.controllers.find(({ id }) => part?.id === controllerId(id));
    if (!board) return [];
    const own = jobs.filter((job) =>
      design.signals.some((signal) => isPin(signal) && signal.controller === board.id && job.evidence.signals.includes(signal.id)),
    );
    const five = fiveVoltSupply(
      design,
      mintId('supply', design.supplies),
      '5 V supply for the relays',
      own[0]?.job.device.place ?? board.place,
    );
    return [
      {
        label: 'Nudge the relays to a 5 V supply of their own, jumper off',
        patches: [
          ...five.patches,
          ...own.flatMap(({ at }) => [
            { path: ['jobs', at, 'controlSupply'], value: five.id },
            { path: ['jobs', at, 'module', 'jumper'], value: false },
          ]),
        ],
      },
    ];
  },
};
