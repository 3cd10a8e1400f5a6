import { terminal } from '../../quantity/index.ts';
import type { BootState } from '../catalogue/controllers.ts';
import { LINK_OHM, type MaybeFed, drawnFed, fedPins, fedWords, modelFed } from '../fed.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import { AS_A_DEVICE, ON_HEADER, type PartKind, branchId } from './kind.ts';

export interface PinSpec extends MaybeFed {
  readonly signal: string;
  readonly limitA: number;
  readonly volt: number;
  /** What holds it while its program does not run yet, with the resistance of what pulls. */
  readonly boot: BootState;
  readonly pullOhm: number;
  /** Of a part by itself, and not a pin of a board: what is bought. */
  readonly sold?: string;
}

/** Output resistance of a controller's pin, Ω (from memory). */
export const PIN_OHM = 25;

/** A controller's output as an ideal source behind its own resistance; low is its ground. */
export const pin: PartKind<'pin', PinSpec, 'output'> = {
  kind: 'pin',
  plays: 'output',
  title: 'controller pin',
  terminalStyle: ({ sold }) => (sold === undefined ? ON_HEADER : 'screw clamp, ferrule'),
  pins: (spec) => ['rail', 'out', '-', ...fedPins(spec)],
  hidden: ({ alive }) => (alive === undefined ? [] : ['driver']),
  model({ id, spec }, into) {
    modelFed(id, spec, into);
    into.sensor({ kind: 'signal', id: branchId(id, 'program'), signal: spec.signal });
    into.branch({
      kind: 'source',
      id: branchId(id, 'rail'),
      a: terminal(id, 'rail'),
      b: terminal(id, '-'),
      volt: () => spec.volt,
      ohm: () => PIN_OHM,
    });
    const out = terminal(id, spec.alive === undefined ? 'out' : 'driver');
    const drive = (key: string, from: string, closedWhen: boolean) =>
      into.branch({
        kind: 'switch',
        id: branchId(id, key),
        a: terminal(id, from),
        b: out,
        ohm: () => (closedWhen ? 0.1 : PIN_OHM),
        follows: branchId(id, 'program'),
        closedWhen,
      });
    drive('high', 'rail', true);
    drive('low', '-', false);
    // A driven pin does not notice it; while it boots there is nothing else.
    if (spec.boot === 'pulled up' || spec.boot === 'pulled down')
      into.branch({
        kind: 'resistor',
        id: branchId(id, 'pull'),
        a: terminal(id, spec.boot === 'pulled up' ? 'rail' : '-'),
        b: out,
        ohm: () => spec.pullOhm,
      });
    if (spec.alive !== undefined)
      into.branch({
        kind: 'switch',
        id: branchId(id, 'alive link'),
        a: out,
        b: terminal(id, 'out'),
        ohm: () => LINK_OHM,
        follows: spec.alive,
        closedWhen: true,
      });
  },
  drawn: ({ id, tag, name, spec }) => drawnFed({ id, tag, name, spec }),
  endName: ({ tag, name, spec: { sold } }, pin) => (sold === undefined ? name : `${tag} ${pin}`),
  rail: ({ sold }) => ({ pin: 'out', side: 'feed', label: sold === undefined ? 'pin' : 'out' }),
  faults: () => [],
  // What it sinks counts as what it gives.
  signalBranches: () => [{ key: 'high', or: 'low' }],
  price: ({ spec: { sold } }) => (sold === undefined ? null : SMALL_PRICES['temperature controller']),
  asWires: ({ sold }) => (sold === undefined ? 0 : AS_A_DEVICE),
  listed: ({ spec }) => (spec.sold === undefined ? null : `${spec.sold}${fedWords(spec)}`),
};
