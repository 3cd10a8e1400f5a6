import { controllerId } from '../wiring/index.ts';
import { RAIL_V, controllerType } from '../kinds/index.ts';
import { mintId } from '../document/index.ts';
import { supplyById } from '../project/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { commonPractice, computed, entered, fromMemory, ofPart } from '../reference/index.ts';
import { partSubject } from './context.ts';
import { firstOnBoard, fiveVoltSupply } from './nudging.ts';
import { onRailA } from './rail-current-over.ts';
import { type Rule, judge } from './rule.ts';

const ID = 'board-regulator';
/** Junction of a linear regulator: what it bears, °C, and how much warmer it is for each watt on a small board, K/W. */
const JUNCTION_C = 125;
const K_PER_W = 50;

/** What a board's own regulator turns into heat on so many volts, with so much on its rail beside the board itself, W. */
export const regulatorWatt = (ownA: number, railA: number, volt: number): number => Math.max(0, volt - RAIL_V) * (ownA + railA);

/** A board on more than 5 V burns the difference in its own little regulator. */
export const boardRegulator: Rule = {
  id: ID,
  group: 'fire',
  asks: 'Does the board’s own regulator bear its supply, and the heat of it?',
  notAsked: 'no board is in it, or another job says it',
  acrossJobs: true,
  check: (context) =>
    context.design.controllers.flatMap((board) => {
      const job = firstOnBoard(context, board.id);
      const part = context.netlist.parts.find(({ id }) => id === controllerId(board.id));
      if (!job || !part) return [];
      const supply = board.supply === 'usb' ? null : supplyById(context.design, board.supply);
      const most = supply?.highestV ?? RAIL_V;
      const type = controllerType(context.design, board.type);
      const common = { job: job.job.id, severity: 'danger', subject: partSubject(part) } as const;
      const volt = {
        symbol: 'V',
        meaning: supply ? `${supply.name}, highest` : 'a computer’s port',
        value: most,
        unit: 'V' as const,
        source: supply ? entered(`supplies[${context.design.supplies.indexOf(supply)}].highestV`) : commonPractice('5 V'),
      };
      const railA = onRailA(context, board);
      const airC = context.hottestC(part.place);
      const watt = regulatorWatt(type.ownA, railA, most);
      const value = airC + watt * K_PER_W;
      const placeAt = context.design.places.findIndex(({ id }) => id === part.place);
      return [
        judge(ID, {
          ...common,
          code: 'voltage',
          value: most,
          limit: type.inMostV,
          unit: 'V',
          title: `${board.name} hangs on ${formatQuantity(most, 'V')}; its regulator bears ${formatQuantity(type.inMostV, 'V')}`,
          detail: most > type.inMostV ? 'it breaks through, and the whole board with it' : `from ${supply?.name ?? 'a computer’s port'}`,
          working: {
            formula: 'V ≤ V_in',
            given: [],
            result: volt,
            limit: { symbol: 'V_in', meaning: 'most that it bears', value: type.inMostV, unit: 'V', source: ofPart(type.name) },
          },
        }),
        judge(ID, {
          ...common,
          code: 'heat',
          subject: { ...common.subject, id: `${part.id}/heat` },
          value,
          limit: JUNCTION_C,
          unit: '°C',
          title: `${board.name}’s regulator burns ${formatQuantity(watt, 'W')} and reaches ${context.says(value, '°C')} of ${context.says(JUNCTION_C, '°C')}`,
          detail:
            value > JUNCTION_C
              ? 'it shuts off, or burns the finger that finds it: 5 V from a converter, and relays on a supply of their own'
              : 'with all on its rail on',
          working: {
            formula: 'T_j = T_a + (V − 5 V) · (I_board + Σ I_rail) · R_th',
            given: [
              volt,
              { symbol: 'I_board', meaning: 'the board itself', value: type.ownA, unit: 'A', source: ofPart(type.name) },
              { symbol: 'Σ I_rail', meaning: 'relays and modules on its rail', value: railA, unit: 'A', source: computed('solved') },
              {
                symbol: 'T_a',
                meaning: `hottest air at ${context.placeName(part.place)}`,
                value: airC,
                unit: '°C',
                source: entered(`places[${placeAt}].hottestC`),
              },
              {
                symbol: 'R_th',
                meaning: 'regulator on a small board, K/W',
                value: K_PER_W,
                unit: '',
                source: fromMemory('small surface-mounted regulators'),
              },
            ],
            result: { symbol: 'T_j', meaning: 'inside the regulator', value, unit: '°C', source: computed('from the above') },
            limit: { symbol: 'T_j', meaning: 'shuts off at', value: JUNCTION_C, unit: '°C', source: fromMemory('silicon regulators') },
          },
        }),
      ];
    }),
  nudges: ({ design, netlist }, finding) =>
    design.controllers.flatMap((board, at) => {
      const own = netlist.parts.find(({ id }) => id === controllerId(board.id));
      if (!own || (finding.subject.id !== own.id && finding.subject.id !== `${own.id}/heat`)) return [];
      const five = fiveVoltSupply(design, mintId('supply', design.supplies), '5 V converter', board.place);
      return [
        {
          label: `Nudge ${board.name} to a 5 V supply`,
          patches: [...five.patches, { path: ['controllers', at, 'supply'], value: five.id }],
        },
      ];
    }),
};
