import { terminal } from '../circuit/terminal.ts';
import { copperAtTemperature } from '../reference/copper.ts';
import { branchId, type PartKind } from './kind.ts';
import type { When } from '../design/schema.ts';
import type { RelayType } from './shelf.ts';

export interface RelaySpec {
  readonly type: RelayType;
  /** Throw in use. */
  readonly throw: '87' | '87a';
  /** Supply behind the coil. */
  readonly supply: string;
  /** When the coil is meant to hold, for the checks of the coil. */
  readonly energised: When;
}

/** Current at which the armature pulls in, A: the coil's pull is set by its current, hot or cold. */
export function pullInA(type: RelayType): number {
  return type.pullInV / type.coilOhm;
}

/** Coil temperature, °C, in given air with a share of its full rise. */
export function coilTemperature(type: RelayType, airC: number, warmth: number): number {
  return airC + warmth * type.coilRiseK;
}

export const relay: PartKind<'relay', RelaySpec> = {
  kind: 'relay',
  title: 'plug-in relay',
  terminalStyle: 'socket receptacle',
  pins: ({ type }) => (type.pins === 5 ? ['86', '85', '30', '87', '87a'] : ['86', '85', '30', '87']),
  model({ id, place, spec: { type } }, into) {
    const coil = branchId(id, 'coil');
    const armature = branchId(id, 'armature');
    into.branch({
      kind: 'resistor',
      id: coil,
      a: terminal(id, '86'),
      b: terminal(id, '85'),
      ohm: (conditions) => copperAtTemperature(type.coilOhm, coilTemperature(type, conditions.airC(place), conditions.coilWarmth)),
    });
    into.sensor({ kind: 'current', id: armature, branch: coil, closesAtA: pullInA(type), opensAtA: type.releaseV / type.coilOhm });
    const contact = (pin: '87' | '87a', closedWhen: boolean) =>
      into.branch({
        kind: 'switch',
        id: branchId(id, `contact${pin}`),
        a: terminal(id, '30'),
        b: terminal(id, pin),
        ohm: () => type.contactOhm,
        follows: armature,
        closedWhen,
      });
    contact('87', true);
    if (type.pins === 5) contact('87a', false);
  },
  drawn: ({ id, tag, spec: { type, throw: used } }) => [
    { key: 'coil', from: '86', to: '85', symbol: 'coil', branch: branchId(id, 'coil'), labels: [tag, `${type.coilOhm} Ω`] },
    {
      key: 'contact',
      from: '30',
      to: used,
      symbol: type.pins === 5 ? 'contact-changeover' : 'contact-closing',
      branch: branchId(id, `contact${used}`),
      labels: [tag],
    },
  ],
  listed: ({ spec }) => `${spec.type.name}, ${spec.type.coilV} V coil, with socket`,
};
