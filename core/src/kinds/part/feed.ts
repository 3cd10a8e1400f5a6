import { terminal } from '../../quantity/index.ts';
import { type PartKind, branchId } from './kind.ts';

export interface FeedSpec {
  readonly signal: string;
  readonly limitA: number;
  readonly keyOn: boolean;
  /** Existing wiring, its fuse and the key switch between the battery and the tap, Ω. */
  readonly ohm: number;
}

/**
 * What hangs on an existing circuit already, Ω: its lamps, or on a key-on feed the least that it has (both from
 * memory). A dead feed is not cut off: through these it takes current from whatever feeds it backwards.
 */
const OTHERS_OHM = { lamps: 10, key: 1000 } as const;

/** An existing powered circuit of the vehicle. Pin B is where it hangs on the battery, 15 is the tap. */
export const feed: PartKind<'feed', FeedSpec, 'tap'> = {
  kind: 'feed',
  plays: 'tap',
  title: 'existing feed',
  terminalStyle: 'its own lead',
  hasLeads: () => true,
  pins: () => ['B', '15', '31'],
  unread: () => [{ key: 'others', as: 'others' }],
  model({ id, spec }, into) {
    into.sensor({ kind: 'signal', id: branchId(id, 'key'), signal: spec.signal });
    into.branch({
      kind: 'switch',
      id: branchId(id, 'feed'),
      a: terminal(id, 'B'),
      b: terminal(id, '15'),
      ohm: () => spec.ohm,
      follows: branchId(id, 'key'),
      closedWhen: true,
    });
    const ohm = spec.keyOn ? OTHERS_OHM.key : OTHERS_OHM.lamps;
    into.branch({ kind: 'resistor', id: branchId(id, 'others'), a: terminal(id, '15'), b: terminal(id, '31'), ohm: () => ohm });
  },
  drawn: () => [],
  rail: () => ({ pin: '15', side: 'feed', label: '15' }),
  faults: () => [],
  innerPin: 'B',
  signalBranches: () => [{ key: 'feed', less: 'others' }],
  endName: ({ tag, name }) => `${tag} ${name}`,
  listed: () => null,
};
