import { controllerId } from '../wiring/index.ts';
import { controllerType, plays, isPin } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { commonPractice, computed, entered, ofPart } from '../reference/index.ts';
import { type Controller, devicesOf } from '../project/index.ts';
import { type RuleContext, coilBranch, partSubject } from './context.ts';
import { firstOnBoard, fiveVoltSupply } from './nudging.ts';
import { type Rule, judge } from './rule.ts';
import { mintId } from '../document/index.ts';

const ID = 'rail-current-over';

/** Relays of modules that follow a board, with what each takes from its rail, A; those on a supply of their own take nothing. */
function relaysOnRail(context: RuleContext, board: Controller) {
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

/** All that hangs on a board's rail at once, A: its relays, and its modules. */
export const onRailA = (context: RuleContext, board: Controller): number =>
  relaysOnRail(context, board).reduce((sum, { ampere }) => sum + ampere, modulesA(board));
const modulesA = (board: Controller): number => devicesOf(board).reduce((sum, { takesA }) => sum + takesA, 0);

/** Who asks a rail for current, and the verb. */
function askers(relays: number, devices: number): string {
  const counted = (many: number, one: string) => (many === 0 ? [] : [many === 1 ? `one ${one}` : `${many} ${one}s`]);
  const words = [...counted(relays, 'relay'), ...counted(devices, 'module')].join(' and ');
  return `${words[0]!.toUpperCase()}${words.slice(1)} ${relays + devices === 1 ? 'asks' : 'ask'}`;
}

/** Relays and modules on a board's 5 V rail, all on together, against what its port or regulator leaves for them. */
export const railCurrentOver: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does the board’s rail bear all that hangs on it?',
  notAsked: 'nothing of it hangs on a board’s rail, or another job says it',
  acrossJobs: true,
  check: (context) =>
    context.design.controllers.flatMap((board, at) => {
      const part = context.netlist.parts.find(({ id }) => id === controllerId(board.id));
      if (!part || !plays(part, 'board')) return [];
      const users = relaysOnRail(context, board);
      const devices = devicesOf(board);
      // What a board's modules take is asked even where nothing else hangs on its rail.
      const first = users[0]?.job ?? (devices.length > 0 ? firstOnBoard(context, board.id) : undefined);
      if (!first) return [];
      const takenA = modulesA(board);
      const value = onRailA(context, board);
      const who = () => askers(users.filter(({ ampere }) => ampere > 0).length, devices.length);
      // A house that keeps relays off the rail lets them take nothing of it.
      const apart = context.design.settings.moduleSupply === 'separate';
      const limit = apart ? Math.min(takenA, part.spec.railA) : part.spec.railA;
      const type = controllerType(context.design, board.type);
      const from = board.supply === 'usb' ? 'a computer’s port' : 'its own regulator';
      return [
        judge(ID, {
          severity: value > part.spec.railA ? 'danger' : 'caution',
          job: first.job.id,
          subject: partSubject(part),
          value,
          limit,
          unit: 'A',
          title:
            apart && value > takenA && value <= part.spec.railA
              ? `${users.length === 1 ? 'A relay hangs' : `${users.length} relays hang`} on ${board.name}’s rail, and this project gives relays a supply of their own`
              : value > limit
                ? `${who()} ${board.name} for ${formatQuantity(value, 'A')}; its 5 V rail has ${formatQuantity(limit, 'A')} to give`
                : value === 0
                  ? `The relays ask nothing of ${board.name}: they have a supply of their own`
                  : `${who()} ${board.name} for ${formatQuantity(value, 'A')} of ${formatQuantity(limit, 'A')}`,
          detail: value > limit ? 'the rail sags, and the board starts again' : `fed by ${from}`,
          working: {
            formula: devices.length > 0 ? 'Σ I_coil + Σ I_module ≤ I_rail − I_board' : 'Σ I_coil ≤ I_rail − I_board',
            given: [
              ...users.map(({ relay, ampere }) => ({
                symbol: `I(${relay.tag})`,
                meaning: 'coil, cold',
                value: ampere,
                unit: 'A' as const,
                source: computed('solved'),
              })),
              ...devices.map(({ name, takesA }, index) => ({
                symbol: `I(${name})`,
                meaning: 'module on the rail, at most',
                value: takesA,
                unit: 'A' as const,
                source: entered(`controllers[${at}].devices[${index}].takesA`),
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
            result: { symbol: 'Σ I', meaning: 'all of it on', value, unit: 'A', source: computed('sum') },
            limit: {
              symbol: 'I',
              meaning: 'left for them',
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
