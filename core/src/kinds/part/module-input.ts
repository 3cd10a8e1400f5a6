/** One channel of a relay module without its relay: an input through a resistor and diodes, and the driver of the coil. */
import { terminal } from '../../quantity/index.ts';
import { TERMINAL_MOST_MM2 } from '../../reference/index.ts';
import { ON_HEADER, type PartKind, branchId } from './kind.ts';
import type { ModuleType } from '../catalogue/shelf.ts';

export interface ModuleInputSpec {
  readonly type: ModuleType;
  readonly trigger: 'low' | 'high';
  readonly jumper: boolean;
}

/** Collector–emitter drop of its driver at a coil's current, as a resistance, Ω (from memory). */
const DRIVER_OHM = 3;

export const moduleInput: PartKind<'module-input', ModuleInputSpec, 'logic input'> = {
  kind: 'module-input',
  plays: 'logic input',
  title: 'input of a relay module',
  terminalStyle: ON_HEADER,
  takesMm2: () => TERMINAL_MOST_MM2.clamp,
  // VCC and IN are its logic side; JD and GND feed its relays; K is the driven end of the coil.
  pins: () => ['VCC', 'IN', 'JD', 'GND', 'K', 'led'],
  model({ id, spec: { type, trigger } }, into) {
    const at = (pin: string) => terminal(id, pin);
    const [from, to] = trigger === 'low' ? ['VCC', 'IN'] : ['IN', 'GND'];
    into.branch({ kind: 'resistor', id: branchId(id, 'input'), a: at(from!), b: at('led'), ohm: () => type.inputOhm });
    into.branch({ kind: 'diode', id: branchId(id, 'led'), a: at('led'), b: at(to!), forwardV: type.inputV, ohm: () => 10 });
    into.sensor({
      kind: 'current',
      id: branchId(id, 'sense'),
      branch: branchId(id, 'input'),
      closesAtA: type.closesA,
      opensAtA: type.opensA,
    });
    into.branch({
      kind: 'switch',
      id: branchId(id, 'driver'),
      a: at('K'),
      b: at('GND'),
      ohm: () => DRIVER_OHM,
      follows: branchId(id, 'sense'),
      closedWhen: true,
    });
  },
  drawn: ({ id, tag, spec: { trigger } }) => [
    {
      key: 'input',
      from: trigger === 'low' ? 'VCC' : 'IN',
      to: trigger === 'low' ? 'IN' : 'GND',
      symbol: 'module-input',
      branch: branchId(id, 'input'),
      labels: [tag, `${trigger} trigger`],
    },
    { key: 'driver', from: 'K', to: 'GND', symbol: 'transistor', branch: branchId(id, 'driver'), labels: [tag, 'driver'] },
  ],
  faults: ({ tag }) => [
    { key: 'driver', kind: 'driver dead', words: `the driver of ${tag} does not conduct`, fault: 'open', weight: 1 },
    { key: 'driver', kind: 'short', words: `the driver of ${tag} is shorted`, fault: 'closed', weight: 0.7 },
    { key: 'input', kind: 'driver dead', words: `the input of ${tag} is broken`, fault: 'open', weight: 1 },
  ],
  crossing: ({ spec: { type } }) => ({
    branch: 'input',
    words: 'The module’s input',
    farPin: 'GND',
    inputV: type.inputV,
    inputOhm: type.inputOhm,
    closesA: type.closesA,
  }),
  onceABoard: ['VCC', 'JD', 'GND'],
  sinksThrough: ({ trigger }) => (trigger === 'low' ? 'IN' : null),
  listed: () => null,
};
