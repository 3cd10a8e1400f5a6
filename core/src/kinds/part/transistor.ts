/**
 * A switch for a coil on its ground side, driven by a controller's pin: a bipolar NPN, or a MOSFET whose resistance is
 * given at the pin's own voltage.
 */
import { type Terminal, terminal } from '../../quantity/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { type PartKind, branchId } from './kind.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import type { TransistorType } from '../catalogue/transistor-types.ts';

export interface TransistorSpec {
  readonly type: TransistorType;
  /** Most current of what it switches, A: its saturation voltage and its gain hold for that. */
  readonly switchedA: number;
}

/** Share of the voltage that a gate is driven with below which its channel certainly carries nothing (from memory: the least threshold). */
const QUIET_SHARE = 0.4;
/** How far the gain of a strong one stands above the least that its sheet promises (from memory: three to five times). */
const GAIN_SPREAD = 5;
/** A gate takes no steady current; this keeps its node from hanging in the air in the sums, Ω. */
const GATE_OHM = 1e9;
/** A saturated output that drops more has two junctions in it, V. */
const ONE_JUNCTION_V = 0.5;
/** Slope of a base–emitter junction, Ω (from memory). */
const BASE_OHM = 5;

export const transistor: PartKind<'transistor', TransistorSpec, 'transistor'> = {
  kind: 'transistor',
  plays: 'transistor',
  title: 'transistor',
  terminalStyle: 'soldered to a board',
  takesMm2: () => TERMINAL_MOST_MM2.clamp,
  // A base has a node of its own behind its slope, and a darlington's output one before its drop; nothing is wired to them.
  pins: ({ type }) => [
    ...type.pins,
    ...(type.kind === 'opto' ? [type.cathode] : []),
    ...(type.kind === 'mosfet' ? [] : ['junction', ...(type.saturationV > ONE_JUNCTION_V ? ['drop'] : [])]),
  ],
  model({ id, spec: { type, switchedA } }, into) {
    const [control, out, ground] = type.pins.map((pin) => terminal(id, pin)) as [Terminal, Terminal, Terminal];
    const sense = branchId(id, 'sense');
    if (type.kind === 'bipolar') {
      const inner = terminal(id, 'junction');
      into.branch({ kind: 'resistor', id: branchId(id, 'base'), a: control, b: inner, ohm: () => BASE_OHM });
      into.branch({ kind: 'diode', id: branchId(id, 'junction'), a: inner, b: ground, forwardV: type.baseV, ohm: () => 0.1 });
      // It begins to carry the coil where its gain does; whether it saturates there is a rule's business.
      const beginsA = switchedA / type.gain;
      into.sensor({ kind: 'current', id: sense, branch: branchId(id, 'base'), closesAtA: beginsA, opensAtA: 0.9 * beginsA });
    } else if (type.kind === 'opto') {
      // Light alone crosses from its diode to its output.
      const inner = terminal(id, 'junction');
      into.branch({ kind: 'resistor', id: branchId(id, 'base'), a: control, b: inner, ohm: () => BASE_OHM });
      into.branch({
        kind: 'diode',
        id: branchId(id, 'junction'),
        a: inner,
        b: terminal(id, type.cathode),
        forwardV: type.ledV,
        ohm: () => 0.1,
      });
      const beginsA = switchedA / type.transferRatio;
      into.sensor({ kind: 'current', id: sense, branch: branchId(id, 'base'), closesAtA: beginsA, opensAtA: 0.9 * beginsA });
    } else {
      into.branch({ kind: 'resistor', id: branchId(id, 'base'), a: control, b: ground, ohm: () => GATE_OHM });
      into.sensor({ kind: 'voltage', id: sense, a: control, b: ground, closesAtV: type.gateV, opensAtV: QUIET_SHARE * type.gateV });
    }
    // One junction loses in proportion to its current; two of them, as in a darlington, hardly any less at a smaller one.
    const held = type.kind !== 'mosfet' && type.saturationV > ONE_JUNCTION_V;
    if (held)
      into.branch({
        kind: 'diode',
        id: branchId(id, 'drop'),
        a: terminal(id, 'drop'),
        b: ground,
        forwardV: 0.8 * type.saturationV,
        ohm: () => (0.2 * type.saturationV) / switchedA,
      });
    into.branch({
      kind: 'switch',
      id: branchId(id, 'channel'),
      a: out,
      b: held ? terminal(id, 'drop') : ground,
      ohm: () => (type.kind === 'mosfet' ? type.onOhm : held ? 0.01 : type.saturationV / switchedA),
      follows: sense,
      closedWhen: true,
    });
  },
  drawn: ({ id, tag, spec: { type } }) => [
    {
      key: 'channel',
      from: type.pins[1],
      to: type.pins[2],
      symbol: 'transistor',
      branch: branchId(id, 'channel'),
      labels: [tag, type.kind === 'mosfet' ? 'MOSFET' : type.kind === 'opto' ? 'opto' : type.gain > 500 ? 'darlington' : 'NPN'],
    },
    {
      key: 'base',
      from: type.pins[0],
      to: type.kind === 'opto' ? type.cathode : type.pins[2],
      symbol: type.kind === 'opto' ? 'module-input' : 'transistor-input',
      branch: branchId(id, 'base'),
      labels: [tag, type.pins[0]],
    },
  ],
  price: ({ spec: { type } }) => type.price,
  boughtWith: () => [{ description: 'Piece of perforated board, for what is soldered', price: SMALL_PRICES['perforated board'] }],
  faults: ({ tag }) => [
    { key: 'channel', kind: 'driver dead', words: `${tag} does not conduct`, fault: 'open', weight: 1 },
    { key: 'channel', kind: 'short', words: `${tag} is shorted`, fault: 'closed', weight: 1 },
  ],
  gate: ({ type }) =>
    type.kind === 'mosfet' ? { pin: type.pins[0], key: 'base', ground: type.pins[2], quietV: QUIET_SHARE * type.gateV } : null,
  mayCarry: ({ type, switchedA }) =>
    type.kind === 'mosfet'
      ? null
      : { key: 'base', ampere: switchedA / ((type.kind === 'bipolar' ? type.gain : type.transferRatio) * GAIN_SPREAD) },
  crossing: ({ tag, spec: { type, switchedA } }) =>
    type.kind !== 'opto'
      ? null
      : {
          branch: 'base',
          words: `The diode of ${tag}`,
          farPin: type.pins[2],
          inputV: type.ledV,
          inputOhm: 0,
          closesA: switchedA / type.transferRatio,
        },
  listed: ({ spec: { type } }) => type.name,
};
