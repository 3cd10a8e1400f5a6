/** Parts of the vehicle that jobs share: batteries, the return, ground points and signals. */
import { terminal, type Terminal } from '../circuit/terminal.ts';
import type { Design, Signal, SignalOf } from '../design/schema.ts';
import { isKind } from '../parts/registry.ts';
import type { NetlistBuilder } from './builder.ts';

const RETURN = 'return';
export const RETURN_TERMINAL: Terminal = terminal(RETURN, '31');

export function addReturn(builder: NetlistBuilder, design: Design): void {
  const place = design.supplies[0]!.place;
  builder.add({ id: RETURN, kind: 'return-bus', tag: '31', name: 'return', place, job: null, spec: {} });
}

export const batteryId = (supply: string): string => `bat-${supply}`;

export function batteryPlus(builder: NetlistBuilder, design: Design, supplyId: string): Terminal {
  const at = design.supplies.findIndex((supply) => supply.id === supplyId);
  const supply = design.supplies[at]!;
  const id = batteryId(supply.id);
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

export const signalPartId = (signal: string): string => `sig-${signal}`;

function header(design: Design, signal: Signal) {
  return { id: signalPartId(signal.id), tag: `S${design.signals.indexOf(signal) + 1}`, name: signal.name, place: signal.place, job: null };
}

/** The tap of a feed, or the output of a controller's pin. */
export function liveTap(builder: NetlistBuilder, design: Design, signal: SignalOf<'feed' | 'pin'>): Terminal {
  const own = header(design, signal);
  if (signal.nature === 'pin') {
    if (!builder.find(own.id)) {
      builder.add({ ...own, kind: 'pin', spec: { signal: signal.id, limitA: signal.limitA, volt: signal.volt } });
      builder.join(terminal(own.id, '-'), RETURN_TERMINAL);
    }
    return terminal(own.id, 'out');
  }
  if (!builder.find(own.id)) {
    const plus = batteryPlus(builder, design, signal.supply);
    builder.add({ ...own, kind: 'feed', spec: { signal: signal.id, limitA: signal.limitA, keyOn: signal.keyOn } });
    builder.join(terminal(own.id, 'B'), plus);
    builder.join(terminal(own.id, '31'), RETURN_TERMINAL);
  }
  return terminal(own.id, '15');
}

function addThreshold(builder: NetlistBuilder, design: Design, signal: SignalOf<'threshold'>): string {
  const own = header(design, signal);
  if (builder.find(own.id)) return own.id;
  const { limitA, output, closesAt, opensAt, delayS, watches } = signal;
  const spec = { signal: signal.id, limitA, output, quantity: watches.quantity, closesAt, opensAt, delayS, poles: 1 };
  builder.add({ ...own, kind: 'threshold', spec });
  if (output === 'ground') builder.join(terminal(own.id, 'body'), bodyGround(builder, design, signal.place));
  return own.id;
}

/** Grounded by its own body; in a vehicle with a return wire the body's wire is part of the sensor. */
function bodyGround(builder: NetlistBuilder, design: Design, place: string): Terminal {
  return design.settings.returnPath === 'wire' ? RETURN_TERMINAL : groundAt(builder, design, place);
}

export type Dry = SignalOf<'switch' | 'threshold'>;

/** The next free contact of a switch: each circuit of its own has one. */
export function dryContact(builder: NetlistBuilder, design: Design, signal: Dry): [Terminal, Terminal] {
  const own = header(design, signal);
  const known = builder.find(own.id);
  const poles = (isKind(known, 'switch') || isKind(known, 'threshold') ? known.spec.poles : 0) + 1;
  if (known) builder.change<'switch'>(own.id, { poles });
  else if (signal.nature === 'threshold') addThreshold(builder, design, signal);
  else {
    const { limitA, action, rest } = signal;
    builder.add({ ...own, kind: 'switch', spec: { signal: signal.id, limitA, action, rest, poles } });
  }
  return [terminal(own.id, String(2 * poles - 1)), terminal(own.id, String(2 * poles))];
}

export type Grounding = SignalOf<'ground-switch' | 'threshold'>;

export function groundingTerminal(builder: NetlistBuilder, design: Design, signal: Grounding): Terminal {
  if (signal.nature === 'threshold') return terminal(addThreshold(builder, design, signal), '1');
  const own = header(design, signal);
  if (!builder.find(own.id)) {
    builder.add({ ...own, kind: 'ground-switch', spec: { signal: signal.id, limitA: signal.limitA, rest: signal.rest } });
    builder.join(terminal(own.id, 'body'), bodyGround(builder, design, signal.place));
  }
  return terminal(own.id, '1');
}
