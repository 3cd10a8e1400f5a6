import type { SolvedState } from '../analysis/index.ts';
import { type PartPlaying, armatureOf, hotPullIn, isCopperCoil } from '../kinds/index.ts';
import { controlSupplyOf } from '../project/index.ts';
import { figures, formatQuantity } from '../quantity/index.ts';
import { COPPER_SOURCE, bladeFuseOhm, commonPractice, computed, entered, ofPart, wireOhmPerM } from '../reference/index.ts';
import { type RuleContext, type WiredJob, coilTerminals, statesOfCoil, partSubject, supplyOf } from './context.ts';
import { chooseAgain, coilFits, otherRelays, railModules, relaysInstead, thickerLegs } from './nudging.ts';
import { type Finding, type Rule, judge } from './rule.ts';

const ID = 'coil-pull-in-low-battery-hot';
/** Times what it takes when it has pulled in, that a coil for alternating current takes while its iron still stands open: 5 to 10 (common practice). */
const WHILE_OPEN = 10;

function check(context: RuleContext, job: WiredJob, relay: PartPlaying<'relay'>): Finding[] {
  const { type } = relay.spec;
  const supply = supplyOf(context, relay);
  // A pin's coil does not hang on a battery.
  if (!supply) return [];
  const airC = context.hottestC(relay.place);
  // What it was soaked at is the supply at rest: one that charges is not flat a minute later.
  const { coilC, ohm: hotOhm, volt: limit } = hotPullIn(type, airC, supply.restV);
  const across = (state: SolvedState) => Math.abs(context.volts(state.solution, ...coilTerminals(relay)) || 0);
  // It is meant to hold wherever it holds on a fair day.
  const armature = context.evidence.circuit.sensorIndex(armatureOf(relay.id));
  const states = statesOfCoil(job, relay);
  const pulled = new Set(
    states.filter(({ corner, solution }) => corner === 'usual' && solution.sensed[armature] === 1).map(({ key }) => key),
  );
  const held = states.filter(({ corner, key }) => corner === 'low-hot' && pulled.has(key));
  // A coil that nothing ever energises leaves nothing to check.
  if (held.length === 0) return [];
  const closed = Math.min(...held.map(across));
  // Its load does not flow yet: what the source and the way to the coil lose is its own current's.
  const wayOhm =
    supply.internalOhm +
    job.wires.reduce((sum, { section, sizeMm2, lengthM }) => sum + (section.side === 'control' ? wireOhmPerM(sizeMm2)! * lengthM : 0), 0) +
    job.controlFuses.reduce((sum, { spec }) => sum + bladeFuseOhm(spec.ratingA), 0);
  const openOhm = type.coilOhm / WHILE_OPEN;
  const opening = isCopperCoil(type) ? Infinity : (supply.lowestV * openOhm) / (wayOhm + openOhm);
  const value = Math.min(closed, opening);
  const pulling = opening < closed;
  return [
    judge(ID, {
      severity: 'caution',
      job: job.job.id,
      subject: partSubject(relay),
      value,
      limit,
      unit: 'V',
      sense: 'at least',
      title: `Coil ${relay.tag} gets ${formatQuantity(value, 'V')} ${pulling ? 'as it pulls in' : 'hot'} at ${formatQuantity(supply.lowestV, 'V')}; ${formatQuantity(limit, 'V')} needed`,
      detail: pulling
        ? `until its iron has closed it takes up to ${WHILE_OPEN} times its current${value < limit ? ': a larger transformer, or thicker wires to it' : ''}`
        : `${figures(type.coilOhm)} Ω at ${context.says(20, '°C')} is ${figures(hotOhm)} Ω at ${context.says(coilC, '°C')}`,
      working: {
        formula: pulling ? 'V = V_low · (Z/k) / (R + Z/k)' : 'V_pull,hot = V_pull · R_hot / R_20, R_hot = R_20 · (1 + α · (T − 20))',
        given: !pulling
          ? [
              { symbol: 'V_pull', meaning: 'pull-in at 20 °C', value: type.pullInV, unit: 'V', source: ofPart(type.name) },
              { symbol: 'R_20', meaning: 'coil at 20 °C', value: type.coilOhm, unit: 'Ω', source: ofPart(type.name) },
              {
                symbol: 'T_a',
                meaning: `hottest air at ${context.placeName(relay.place)}`,
                value: airC,
                unit: '°C',
                source: entered(`places[${context.design.places.findIndex(({ id }) => id === relay.place)}].hottestC`),
              },
              { symbol: 'ΔT', meaning: 'its own warmth at nominal voltage', value: type.coilRiseK, unit: 'K', source: ofPart(type.name) },
              {
                symbol: 'V_rest',
                meaning: `${supply.name} at rest: it was on at that for long`,
                value: supply.restV,
                unit: 'V',
                source: entered(`supplies[${context.design.supplies.indexOf(supply)}].restV`),
              },
              { symbol: 'T', meaning: 'coil, T_a + ΔT · (V_rest / V_coil)²', value: coilC, unit: '°C', source: computed('sum') },
              { symbol: 'R_hot', meaning: 'coil, hot', value: hotOhm, unit: 'Ω', source: COPPER_SOURCE },
            ]
          : [
              {
                symbol: 'V_low',
                meaning: `${supply.name} at its lowest`,
                value: supply.lowestV,
                unit: 'V',
                source: entered(`supplies[${context.design.supplies.indexOf(supply)}].lowestV`),
              },
              { symbol: 'R', meaning: 'source, fuse and wires to the coil', value: wayOhm, unit: 'Ω', source: computed('sum, at 20 °C') },
              { symbol: 'Z', meaning: 'coil when it has pulled in', value: type.coilOhm, unit: 'Ω', source: ofPart(type.name) },
              {
                symbol: 'k',
                meaning: 'times its current until then',
                value: WHILE_OPEN,
                unit: '',
                source: commonPractice('coils for alternating current: 5 to 10'),
              },
            ],
        result: {
          symbol: 'V',
          meaning: 'across the coil at the lowest supply',
          value,
          unit: 'V',
          source: computed(pulling ? 'as above' : 'solved, after wires and contacts'),
        },
        limit: {
          symbol: pulling ? 'V_pull' : 'V_pull,hot',
          meaning: 'needed to pull in',
          value: limit,
          unit: 'V',
          source: pulling ? ofPart(type.name) : COPPER_SOURCE,
        },
      },
    }),
  ];
}

export const coilPullIn: Rule = {
  id: ID,
  group: 'works',
  asks: 'Does every coil pull in when the supply is low and it is hot, or takes several times its current?',
  notAsked: 'it has no coil on a supply that anything pulls in',
  trail: 'coil',
  trailCorner: 'low-hot',
  check: (context) => context.jobs.flatMap((job) => job.relays.flatMap((relay) => check(context, job, relay))),
  nudges: (context, finding) =>
    context.jobs
      .filter(({ job }) => job.id === finding.job)
      .flatMap((job) => [
        // No wire gives it more than its supply has.
        ...(finding.limit < controlSupplyOf(context.design, job.job).lowestV
          ? thickerLegs(job, [...new Set(job.wires.filter(({ section }) => section.side === 'control').map(({ leg }) => leg))])
          : []),
        ...otherRelays(context.design, job, coilFits(context.design, job)),
        ...railModules(context.design, job),
        ...relaysInstead(context.design, job),
        chooseAgain(job),
      ]),
};
