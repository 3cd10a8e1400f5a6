import { type Unit, figures, formatQuantity, terminal } from '../../quantity/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import type { Sensor } from '../primitives.ts';
import { type MaybeFed, drawnFed, fedPins, fedWords, hiddenOf, modelFed, modelPole } from '../fed.ts';
import { AS_A_DEVICE, type DrawnElement, type PartKind, branchId, poleFaults } from './kind.ts';

export interface ThresholdSpec extends MaybeFed {
  readonly signal: string;
  readonly limitA: number;
  /** What a list says of the voltage that it is to bear; left out where any switch of a vehicle does. */
  readonly bears?: string;
  readonly output: 'contact' | 'ground';
  /** What it watches, as a list names it, and its unit. */
  readonly watches: string;
  readonly unit: Unit;
  /** Whether that is a voltage that is solved in the circuit; all else is told from outside. */
  readonly inCircuit: boolean;
  readonly closesAt: number;
  readonly opensAt: number;
  readonly delayS: number;
  /** The relay whose housing it is in, or the controller whose contact it is; left out where it is a part of its own. */
  readonly inside?: string;
  /** Contacts, one for each circuit that uses it; one when it switches to ground. */
  readonly poles: number;
}

/** Closed-contact resistance, Ω, and what a voltage sensor draws for itself: about 3 mA at 12 V (both from memory). */
const CONTACT_OHM = 0.05;
const SENSE_OHM = 4000;

/** A level as it is set: to a tenth of a degree, for it may have been typed in °F. */
const levelText = (level: number, unit: Unit): string => (unit === '°C' ? `${figures(level, 4)} °C` : formatQuantity(level, unit));

/** Key of what moves its contacts. */
export const SENSE = 'sense';

/**
 * A switch with two levels. One that watches a voltage sits between `+` and `-`, and what it does is solved
 * in the circuit, sag and all; one that watches a temperature is told from outside.
 */
export const threshold: PartKind<'threshold', ThresholdSpec, 'sensor'> = {
  kind: 'threshold',
  plays: 'sensor',
  title: 'threshold switch',
  terminalStyle: '6.3 mm blade receptacle',
  takesMm2: () => TERMINAL_MOST_MM2.blade,
  pins: ({ inCircuit, output, poles, fed }) => [
    ...(output === 'ground' ? ['1', 'body'] : Array.from({ length: 2 * poles }, (_, at) => String(at + 1))),
    ...(inCircuit ? ['+', '-'] : fedPins({ ...(fed && { fed }) })),
  ],
  hidden: hiddenOf,
  unread: ({ inCircuit }) => (inCircuit ? [{ key: 'self', as: 'electronics' }] : []),
  model({ id, spec }, into) {
    const sense = branchId(id, SENSE);
    if (spec.inCircuit) {
      into.branch({ kind: 'resistor', id: branchId(id, 'self'), a: terminal(id, '+'), b: terminal(id, '-'), ohm: () => SENSE_OHM });
      const eye: Sensor = {
        kind: 'voltage',
        id: sense,
        a: terminal(id, '+'),
        b: terminal(id, '-'),
        closesAtV: spec.closesAt,
        opensAtV: spec.opensAt,
        ...(spec.delayS > 0 ? { delays: { closeS: spec.delayS, openS: spec.delayS } } : {}),
      };
      into.sensor(eye);
    } else {
      into.sensor({ kind: 'signal', id: sense, signal: spec.signal });
      modelFed(id, spec, into);
    }
    for (let pole = 1; pole <= spec.poles; pole++)
      modelPole(
        id,
        spec.inCircuit ? {} : spec,
        {
          kind: 'switch',
          id: branchId(id, `pole${pole}`),
          a: terminal(id, String(2 * pole - 1)),
          b: terminal(id, spec.output === 'ground' ? 'body' : String(2 * pole)),
          ohm: () => CONTACT_OHM,
          follows: sense,
          closedWhen: true,
        },
        'open',
        into,
      );
  },
  drawn: ({ id, tag, name, spec }) => {
    const elements = Array.from({ length: spec.poles }, (_, at): DrawnElement => ({
      key: `pole${at + 1}`,
      from: String(2 * at + 1),
      to: spec.output === 'ground' ? 'body' : String(2 * at + 2),
      symbol: spec.output === 'ground' ? 'ground-switch' : 'threshold',
      branch: branchId(id, `pole${at + 1}`),
      labels: [tag, name],
    }));
    if (spec.inCircuit)
      elements.push({
        key: 'self',
        from: '+',
        to: '-',
        symbol: 'voltage-sensor',
        branch: branchId(id, 'self'),
        labels: [tag, `${formatQuantity(spec.opensAt, 'V')} to ${formatQuantity(spec.closesAt, 'V')}`],
      });
    return spec.inCircuit ? elements : [...elements, ...drawnFed({ id, tag, name, spec })];
  },
  faults: ({ name, spec }) => poleFaults(name, spec.poles),
  signalBranches: ({ poles }) => Array.from({ length: poles }, (_, at) => ({ key: `pole${at + 1}` })),
  asWires: ({ inside }) => (inside === undefined ? AS_A_DEVICE : 0),
  listed: ({ name, spec }) =>
    // Bought with the relay, or the controller.
    spec.inside !== undefined
      ? null
      : `${spec.watches} switch, closes at ${levelText(spec.closesAt, spec.unit)}, opens at ${levelText(spec.opensAt, spec.unit)}, at least ${spec.limitA} A${spec.bears ? ` at ${spec.bears}` : ''}${fedWords(spec)} (${name})`,
};
