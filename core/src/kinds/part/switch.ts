import { terminal } from '../../quantity/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import { type MaybeFed, drawnFed, fedPins, fedWords, hiddenOf, modelFed, modelPole } from '../fed.ts';
import { AS_A_DEVICE, type PartKind, branchId, poleFaults } from './kind.ts';

export interface SwitchSpec extends MaybeFed {
  readonly signal: string;
  readonly limitA: number;
  /** What a list says of the voltage that it is to bear; left out where any switch of a vehicle does. */
  readonly bears?: string;
  /** What is bought, where it is no switch of a hand: its words, and its price in the shelf's invented money. */
  readonly sold?: { readonly words: string; readonly price: number };
  readonly action: 'maintained' | 'momentary';
  readonly rest: 'open' | 'closed';
  /** One pole for each circuit that uses it. */
  readonly poles: number;
}

/** Closed-contact resistance of a small dash switch, Ω (from memory). */
const CONTACT_OHM = 0.02;
const POLE_NAMES = ['', 'single-pole', 'double-pole', 'three-pole', 'four-pole'];

export const dashSwitch: PartKind<'switch', SwitchSpec> = {
  kind: 'switch',
  plays: null,
  title: 'switch',
  terminalStyle: '6.3 mm blade receptacle',
  takesMm2: () => TERMINAL_MOST_MM2.blade,
  pins: (spec) => [...Array.from({ length: 2 * spec.poles }, (_, at) => String(at + 1)), ...fedPins(spec)],
  // Marked T85 as most are (IEC 61058-1); what has electronics in it bears less.
  bearsAirC: ({ sold }) => (sold ? 60 : 85),
  hidden: hiddenOf,
  model({ id, spec }, into) {
    into.sensor({ kind: 'signal', id: branchId(id, 'hand'), signal: spec.signal });
    modelFed(id, spec, into);
    for (let pole = 1; pole <= spec.poles; pole++)
      modelPole(
        id,
        spec,
        {
          kind: 'switch',
          id: branchId(id, `pole${pole}`),
          a: terminal(id, String(2 * pole - 1)),
          b: terminal(id, String(2 * pole)),
          ohm: () => CONTACT_OHM,
          follows: branchId(id, 'hand'),
          closedWhen: spec.rest === 'open',
        },
        spec.rest,
        into,
      );
  },
  drawn: ({ id, tag, name, spec }) => [
    ...Array.from({ length: spec.poles }, (_, at) => ({
      key: `pole${at + 1}`,
      from: String(2 * at + 1),
      to: String(2 * at + 2),
      symbol: spec.action === 'momentary' ? ('button' as const) : ('switch' as const),
      branch: branchId(id, `pole${at + 1}`),
      labels: [tag, name],
    })),
    ...drawnFed({ id, tag, name, spec }),
  ],
  price: ({ spec }) => soldOf(spec)?.price ?? SMALL_PRICES.switch,
  faults: ({ name, spec }) => poleFaults(name, spec.poles),
  signalBranches: ({ poles }) => Array.from({ length: poles }, (_, at) => ({ key: `pole${at + 1}` })),
  asWires: () => AS_A_DEVICE,
  listed: ({ name, spec }) =>
    `${soldOf(spec)?.words ?? (spec.action === 'momentary' ? 'Push button' : 'Switch')}, ${POLE_NAMES[spec.poles] ?? `${spec.poles}-pole`}, ${spec.rest === 'open' ? 'closes' : 'opens'} when ${soldOf(spec) ? 'on' : 'operated'}, at least ${spec.limitA} A${spec.bears ? ` at ${spec.bears}` : ''}${fedWords(spec)} (${name})`,
};
/** What has electronics and no other word is a sensor. */
const soldOf = ({ sold, fed }: SwitchSpec) =>
  sold ?? (fed ? { words: 'Sensor with a contact of its own', price: SMALL_PRICES.sensor } : undefined);
