/**
 * Down to the plate: what a solved current or voltage of a finding comes from, as numbers that one can look up in the
 * project, on the part or in a table, and put together by hand. Worked out only when somebody asks.
 */
import { type Terminal, formatQuantity, terminal } from '../quantity/index.ts';
import { batteryId, wireBranch } from '../wiring/index.ts';
import {
  type BranchId,
  COIL_TOLERANCE,
  COIL_TOLERANCE_SOURCE,
  type Load,
  branchId,
  coilTemperature,
  commonOf,
  plays,
} from '../kinds/index.ts';
import { linePath, linesOf, pathText } from '../project/index.ts';
import { CORNER_NAMES, type Corner, type SolvedState, cornerVolt, voltsBetween } from '../analysis/index.ts';
import {
  BLADE_FUSE_OHM_SOURCE,
  COPPER_SOURCE,
  computed,
  copperAtTemperature,
  entered,
  ofPart,
  sizeName,
  wireOhmSource,
} from '../reference/index.ts';
import { assumedIn, markGiven } from './assumed.ts';
import { type RuleContext, type WiredJob, coilBranch } from './context.ts';
import { RULES } from './registry.ts';
import type { Finding, Given } from './rule.ts';

const supplyPath = ({ design }: RuleContext, { supply }: WiredJob, corner: SolvedState['corner']): string =>
  `supplies[${design.supplies.indexOf(supply)}].${corner === 'usual' ? 'restV' : corner === 'low-hot' ? 'lowestV' : 'highestV'}`;

function supplyGiven(context: RuleContext, job: WiredJob, state: SolvedState): Given {
  return {
    symbol: 'V',
    meaning: `${job.supply.name}, ${CORNER_NAMES[state.corner]}`,
    value: state.supplyV,
    unit: 'V',
    // A sensor that watches it has its say in where it stands.
    source:
      Math.abs(state.supplyV - cornerVolt(job.supply, state.corner)) < 1e-9
        ? entered(supplyPath(context, job, state.corner))
        : computed('past the level of the sensor that watches it'),
  };
}

/** Parts of the way between battery and load that carry at least half of its current. */
function wayGivens(context: RuleContext, job: WiredJob, state: SolvedState, ampere: number): Given[] {
  const { circuit, hotWireC } = context.evidence;
  const { solution } = state;
  const carries = (branch: BranchId) => context.amps(solution, branch) > ampere / 2;
  const volts = (from: Terminal, to: Terminal) => Math.abs(voltsBetween(circuit, solution, from, to)) || 0;
  const out: Given[] = [];
  const hot = state.corner === 'low-hot' || state.corner === 'high-hot';
  for (const wire of context.netlist.wires) {
    const branch = wireBranch(wire.id);
    if (!wire.jobs.includes(job.job.id) || !carries(branch)) continue;
    const warm = hot ? `, at ${context.says(hotWireC.get(wire.id)!, '°C')}` : '';
    out.push({
      symbol: `R(${wire.tag})`,
      meaning: `${context.says(wire.lengthM, 'm')} of ${sizeName(wire.sizeMm2)}${warm}`,
      value: volts(wire.from, wire.to) / context.amps(solution, branch),
      unit: 'Ω',
      source: wireOhmSource(wire.sizeMm2),
    });
  }
  for (const part of context.netlist.parts) {
    if (!part.jobs.includes(job.job.id)) continue;
    if (plays(part, 'overcurrent device') && carries(branchId(part.id, 'link')))
      out.push({
        symbol: `R(${part.tag})`,
        meaning: `${formatQuantity(part.spec.ratingA, 'A')} fuse`,
        value: volts(terminal(part.id, '1'), terminal(part.id, '2')) / context.amps(solution, branchId(part.id, 'link')),
        unit: 'Ω',
        source: BLADE_FUSE_OHM_SOURCE,
      });
  }
  for (const { relay, pin, branch } of job.contacts)
    if (carries(branch))
      out.push({
        symbol: `R(${relay.tag} ${pin})`,
        meaning: `contact, ${volts(terminal(relay.id, commonOf(relay.spec.type, pin)), terminal(relay.id, pin)).toFixed(3)} V across it`,
        value: relay.spec.type.contactOhm,
        unit: 'Ω',
        source: ofPart(relay.spec.type.name),
      });
  const { supply } = job;
  out.push({
    symbol: `R(${supply.name})`,
    meaning: 'inside the battery',
    value: supply.internalOhm,
    unit: 'Ω',
    source: entered(`supplies[${context.design.supplies.indexOf(supply)}].internalOhm`),
  });
  return out;
}

const platePath = ({ at, job }: WiredJob, load: Load): string => pathText(['jobs', at, ...linePath(job, load.id), 'plate']);

/** The state of a job in which its loads take most. */
function fullest(context: RuleContext, job: WiredJob, corner: Corner | undefined): SolvedState {
  const taken = ({ solution }: SolvedState) => job.loads.reduce((sum, { id }) => sum + context.amps(solution, branchId(id, 'load')), 0);
  return context.worst(job, taken, corner).state;
}

function loadTrail(context: RuleContext, job: WiredJob, corner: Corner | undefined): Given[] {
  const state = fullest(context, job, corner);
  const { circuit } = context.evidence;
  const out: Given[] = [supplyGiven(context, job, state)];
  for (const load of linesOf(job.job)) {
    const units = job.loads.filter(({ spec }) => spec.line === load.id);
    const ampere = units.reduce((sum, { id }) => sum + context.amps(state.solution, branchId(id, 'load')), 0);
    const [unit] = units;
    if (!unit || ampere < 1e-6) continue;
    const path = platePath(job, load);
    const acrossV = Math.abs(voltsBetween(circuit, state.solution, terminal(unit.id, '+'), terminal(unit.id, '-'))) || 0;
    out.push(
      {
        symbol: load.plate.unit === 'W' ? 'P' : load.plate.unit === 'A' ? 'I_plate' : 'R',
        meaning: `plate of ${load.name}`,
        value: load.plate.value,
        unit: load.plate.unit,
        source: entered(`${path}.value`),
      },
      { symbol: 'V_plate', meaning: `at which that holds`, value: load.plate.ratedV, unit: 'V', source: entered(`${path}.ratedV`) },
      {
        symbol: 'R',
        meaning: `of one of ${load.name}`,
        value: unit.spec.ohm,
        unit: 'Ω',
        source: computed(load.plate.unit === 'W' ? 'V_plate²/P' : load.plate.unit === 'A' ? 'V_plate/I_plate' : 'plate'),
      },
      ...(load.series > 1
        ? [
            {
              symbol: 'n_s',
              meaning: 'of them in series: R counts for all',
              value: load.series,
              unit: '' as const,
              source: entered(`${path.replace('.plate', '')}.series`),
            },
          ]
        : []),
      ...(load.count > 1
        ? [{ symbol: 'n', meaning: 'of them side by side', value: load.count, unit: '' as const, source: entered(`jobs[${job.at}].loads`) }]
        : []),
      { symbol: 'V_load', meaning: `left for ${load.name}`, value: acrossV, unit: 'V', source: computed('V less what the way takes') },
      { symbol: 'I', meaning: `through ${load.name}`, value: ampere, unit: 'A', source: computed('n · V_load/R') },
    );
  }
  const total = job.loads.reduce((sum, { id }) => sum + context.amps(state.solution, branchId(id, 'load')), 0);
  return total > 1e-6 ? [...out, ...wayGivens(context, job, state, total)] : out;
}

function coilTrail(context: RuleContext, job: WiredJob, corner: Corner | undefined): Given[] {
  return job.relays.slice(0, 2).flatMap((relay): Given[] => {
    const { type } = relay.spec;
    const { state, value } = context.worst(job, ({ solution }) => context.amps(solution, coilBranch(relay)), corner);
    const place = context.design.places.findIndex(({ id }) => id === relay.place);
    const { coldestC, hottestC } = context.design.places[place]!;
    const cold = state.corner === 'high-cold';
    const airC = state.corner === 'usual' ? 20 : cold ? coldestC : hottestC;
    const spread = cold ? COIL_TOLERANCE : 0;
    const coilC = coilTemperature(type, airC, state.corner === 'low-hot' || state.corner === 'high-hot' ? 1 : 0);
    return [
      supplyGiven(context, job, state),
      { symbol: `R_20(${relay.tag})`, meaning: 'coil at 20 °C', value: type.coilOhm, unit: 'Ω', source: ofPart(type.name) },
      {
        symbol: 'T_a',
        meaning: `air at ${context.placeName(relay.place)}`,
        value: airC,
        unit: '°C',
        source: state.corner === 'usual' ? computed('20 °C') : entered(`places[${place}].${cold ? 'coldestC' : 'hottestC'}`),
      },
      { symbol: 'T', meaning: 'coil: air, and its own warmth where it has been on', value: coilC, unit: '°C', source: ofPart(type.name) },
      ...(spread > 0
        ? [{ symbol: 'k_tol', meaning: 'low end of its tolerance', value: 1 - spread, unit: '' as const, source: COIL_TOLERANCE_SOURCE }]
        : []),
      {
        symbol: `R(${relay.tag})`,
        meaning: spread > 0 ? 'coil then, R_20 · k_tol · (1 + α · (T − 20))' : 'coil then, R_20 · (1 + α · (T − 20))',
        value: copperAtTemperature(type.coilOhm * (1 - spread), coilC),
        unit: 'Ω',
        source: COPPER_SOURCE,
      },
      {
        symbol: `I(${relay.tag})`,
        meaning: 'largest, V/R less what contacts and wires take',
        value,
        unit: 'A',
        source: computed('solved'),
      },
    ];
  });
}

/** Empty for a finding that counts something, which has no plate below it. */
export function trailOf(context: RuleContext, finding: Finding): Given[] {
  const job = context.jobs.find((candidate) => candidate.job.id === finding.job);
  const { trail: about, trailCorner } = RULES.find(({ id }) => id === finding.rule)!;
  if (!job || !about || !context.netlist.parts.some(({ id }) => id === batteryId(job.supply.id))) return [];
  const assumed = assumedIn(context);
  const lines = about === 'load' ? loadTrail(context, job, trailCorner) : coilTrail(context, job, trailCorner);
  return lines.map((line) => markGiven(line, assumed));
}
