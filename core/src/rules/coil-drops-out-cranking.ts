import { armatureOf, crankedV, hotPullIn, isCopperCoil, supplyFacets } from '../kinds/index.ts';
import { formatQuantity } from '../quantity/index.ts';
import { COPPER_SOURCE, computed, entered, ofPart } from '../reference/index.ts';
import { coilTerminals, statesOfCoil, partSubject, supplyOf } from './context.ts';
import { type Rule, failingOrTightest, judge } from './rule.ts';

const ID = 'coil-drops-out-cranking';

/** While an engine is turned over the battery sags: a coil that then lets go drops a pump, a lamp or a latch. */
export const coilDropsOutCranking: Rule = {
  id: ID,
  group: 'works',
  asks: 'Do its relays hold while the engine is cranked?',
  notAsked: 'no starter hangs on the battery of its coils',
  trail: 'coil',
  check: (context) =>
    context.jobs.flatMap((job) =>
      failingOrTightest(
        job.relays.flatMap((relay) => {
          const supply = supplyOf(context, relay);
          const { type } = relay.spec;
          const crankA = supply ? supplyFacets(supply).crankA(supply) : 0;
          if (!supply || crankA === 0 || !isCopperCoil(type)) return [];
          const at = context.design.supplies.indexOf(supply);
          const armature = context.evidence.circuit.sensorIndex(armatureOf(relay.id));
          const [plus, minus] = coilTerminals(relay);
          // What its wires and contacts leave of the supply, as a share, while it is held.
          const shares = statesOfCoil(job, relay).flatMap(({ corner, solution }) => {
            if (corner !== 'usual' || solution.sensed[armature] !== 1) return [];
            return [Math.abs(context.volts(solution, plus, minus) || 0) / supply.restV];
          });
          if (shares.length === 0) return [];
          const share = Math.min(...shares);
          const crankV = crankedV(supply, crankA);
          const value = share * crankV;
          // Somewhere between its lowest release and its highest pull-in it lets go: sure is only what pulls it in.
          const { volt: limit } = hotPullIn(type, context.hottestC(relay.place), supply.restV);
          return [
            judge(ID, {
              severity: 'caution',
              job: job.job.id,
              subject: partSubject(relay),
              value,
              limit,
              unit: 'V',
              sense: 'at least',
              title:
                value < limit
                  ? `While the engine is cranked ${relay.tag} gets ${formatQuantity(value, 'V')}, and may let go below ${formatQuantity(limit, 'V')}`
                  : `While the engine is cranked ${relay.tag} still gets ${formatQuantity(value, 'V')}`,
              detail:
                value < limit
                  ? 'what it switches drops out for as long, and a latch forgets: feed its coil from a battery without a starter'
                  : `${formatQuantity(limit, 'V')} hold it for sure`,
              working: {
                formula: 'V = k · (E − I_crank · R_i) ≥ V_pull,hot',
                given: [
                  { symbol: 'E', meaning: supply.name, value: supply.restV, unit: 'V', source: entered(`supplies[${at}].restV`) },
                  { symbol: 'I_crank', meaning: 'its starter', value: crankA, unit: 'A', source: entered(`supplies[${at}].crankA`) },
                  {
                    symbol: 'R_i',
                    meaning: 'inside the battery',
                    value: supply.internalOhm,
                    unit: 'Ω',
                    source: entered(`supplies[${at}].internalOhm`),
                  },
                  { symbol: 'k', meaning: 'share that reaches the coil', value: share, unit: '', source: computed('solved') },
                  { symbol: 'V_pull', meaning: 'pull-in at 20 °C', value: type.pullInV, unit: 'V', source: ofPart(type.name) },
                ],
                result: { symbol: 'V', meaning: `across ${relay.tag}`, value, unit: 'V', source: computed('product') },
                limit: { symbol: 'V_pull,hot', meaning: 'that surely holds it', value: limit, unit: 'V', source: COPPER_SOURCE },
              },
            }),
          ];
        }),
      ),
    ),
};
