/** Parts of the vehicle that jobs share: batteries, the return, ground points and signals. */
import { terminal, type Terminal } from '../circuit/terminal.ts';
import type { Design, Signal } from '../design/schema.ts';
import { isKind } from '../parts/registry.ts';
import type { NetlistBuilder } from './builder.ts';

const RETURN = 'return';
export const RETURN_TERMINAL: Terminal = terminal(RETURN, '31');

export function addReturn(builder: NetlistBuilder, design: Design): void {
  const place = design.supplies[0]!.place;
  builder.add({ id: RETURN, kind: 'return-bus', tag: '31', name: 'return', place, job: null, spec: {} });
}

export function batteryPlus(builder: NetlistBuilder, design: Design, supplyId: string): Terminal {
  const at = design.supplies.findIndex((supply) => supply.id === supplyId);
  const supply = design.supplies[at]!;
  const id = `bat-${supply.id}`;
  if (!builder.find(id)) {
    const spec = { supply: supply.id, nominalV: supply.nominalV, internalOhm: supply.internalOhm };
    builder.add({ id, kind: 'battery', tag: `B${at + 1}`, name: supply.name, place: supply.place, job: null, spec });
    builder.join(terminal(id, '-'), RETURN_TERMINAL);
  }
  return terminal(id, '+');
}

/** Where a return at `place` goes: a ground stud there, or the battery's negative post. */
export function groundAt(builder: NetlistBuilder, design: Design, place: string): Terminal {
  if (design.settings.returnPath === 'wire') return RETURN_TERMINAL;
  const at = design.places.findIndex((candidate) => candidate.id === place);
  const id = `gnd-${place}`;
  if (!builder.find(id)) {
    builder.add({ id, kind: 'ground-point', tag: `G${at + 1}`, name: `ground at ${design.places[at]!.name}`, place, job: null, spec: {} });
    builder.join(terminal(id, '31'), RETURN_TERMINAL);
  }
  return terminal(id, 'G');
}

function tagOf(design: Design, signal: Signal): string {
  return `S${design.signals.indexOf(signal) + 1}`;
}
const partId = (signal: Signal) => `sig-${signal.id}`;

export function feedTap(builder: NetlistBuilder, design: Design, signal: Extract<Signal, { nature: 'feed' }>): Terminal {
  const id = partId(signal);
  if (!builder.find(id)) {
    const plus = batteryPlus(builder, design, signal.supply);
    const spec = { signal: signal.id, limitA: signal.limitA, keyOn: signal.keyOn };
    builder.add({ id, kind: 'feed', tag: tagOf(design, signal), name: signal.name, place: signal.place, job: null, spec });
    builder.join(terminal(id, 'B'), plus);
  }
  return terminal(id, '15');
}

/** The next free pole of a switch: each circuit that uses it has one of its own. */
export function switchPole(builder: NetlistBuilder, design: Design, signal: Extract<Signal, { nature: 'switch' }>): [Terminal, Terminal] {
  const id = partId(signal);
  const known = builder.find(id);
  const poles = (isKind(known, 'switch') ? known.spec.poles : 0) + 1;
  builder.replace({
    id,
    kind: 'switch',
    tag: tagOf(design, signal),
    name: signal.name,
    place: signal.place,
    job: null,
    spec: { signal: signal.id, limitA: signal.limitA, poles },
  });
  return [terminal(id, String(2 * poles - 1)), terminal(id, String(2 * poles))];
}

export function groundSwitchTerminal(
  builder: NetlistBuilder,
  design: Design,
  signal: Extract<Signal, { nature: 'ground-switch' }>,
): Terminal {
  const id = partId(signal);
  if (!builder.find(id)) {
    const spec = { signal: signal.id, limitA: signal.limitA };
    builder.add({ id, kind: 'ground-switch', tag: tagOf(design, signal), name: signal.name, place: signal.place, job: null, spec });
    // Grounded by its own body; in a vehicle with a return wire the body's wire is part of the sensor.
    const body = design.settings.returnPath === 'wire' ? RETURN_TERMINAL : groundAt(builder, design, signal.place);
    builder.join(terminal(id, 'body'), body);
  }
  return terminal(id, '1');
}
