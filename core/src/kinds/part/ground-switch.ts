import { terminal } from '../../quantity/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { type PartKind, branchId } from './kind.ts';

export interface GroundSwitchSpec {
  readonly signal: string;
  readonly limitA: number;
  /** What a list says of the voltage that it is to bear; left out where any switch of a vehicle does. */
  readonly bears?: string;
  readonly rest: 'open' | 'closed';
  /** Always one: its body is the other side. */
  readonly poles: number;
}

/** Closed-contact resistance with the body's own ground, Ω (from memory). */
const CONTACT_OHM = 0.05;

/** A thermostat, pressure or door switch with one terminal; its other side is its body, on ground. */
export const groundSwitch: PartKind<'ground-switch', GroundSwitchSpec> = {
  kind: 'ground-switch',
  plays: null,
  title: 'switch to ground',
  terminalStyle: '6.3 mm blade receptacle',
  takesMm2: () => TERMINAL_MOST_MM2.blade,
  pins: () => ['1', 'body'],
  model({ id, spec }, into) {
    into.sensor({ kind: 'signal', id: branchId(id, 'sense'), signal: spec.signal });
    into.branch({
      kind: 'switch',
      id: branchId(id, 'contact'),
      a: terminal(id, '1'),
      b: terminal(id, 'body'),
      ohm: () => CONTACT_OHM,
      follows: branchId(id, 'sense'),
      closedWhen: spec.rest === 'open',
    });
  },
  drawn: ({ id, tag, name }) => [
    { key: 'contact', from: '1', to: 'body', symbol: 'ground-switch', branch: branchId(id, 'contact'), labels: [tag, name] },
  ],
  faults: () => [],
  signalBranches: () => [{ key: 'contact' }],
  listed: ({ name, spec }) =>
    `Switch to ground, ${spec.rest === 'open' ? 'closes' : 'opens'} when operated, body grounded, at least ${spec.limitA} A${spec.bears ? ` at ${spec.bears}` : ''} (${name})`,
};
