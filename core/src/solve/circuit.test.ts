import { describe, expect, test } from '@jest/globals';
import { prepareCircuit } from './circuit.ts';
import { branch as named, pin } from '../testing/terminals.ts';
import type { Branch, Conditions, Sensor } from '../kinds/primitives.ts';

const at20: Conditions = { volt: () => 12, airC: () => 20, wireC: () => 20, coilWarmth: 0, coilSpread: 0 };

const resistor = (id: string, a: string, b: string, ohm: number): Branch => ({
  kind: 'resistor',
  id: named(id),
  a: pin(a),
  b: pin(b),
  ohm: () => ohm,
});
const battery = (id: string, a: string, b: string, volt = 12, ohm = 0.01): Branch => ({
  kind: 'source',
  id: named(id),
  a: pin(a),
  b: pin(b),
  volt: () => volt,
  ohm: () => ohm,
});
const contact = (id: string, a: string, b: string, follows: string, closedWhen = true): Branch => ({
  kind: 'switch',
  id: named(id),
  a: pin(a),
  b: pin(b),
  ohm: () => 0.005,
  follows,
  closedWhen,
});
const diode = (id: string, a: string, b: string): Branch => ({
  kind: 'diode',
  id: named(id),
  a: pin(a),
  b: pin(b),
  forwardV: 0.7,
  ohm: () => 0.1,
});
const armature = (id: string, branch: string): Sensor => ({ kind: 'current', id, branch: named(branch), closesAtA: 0.08, opensAtA: 0.02 });
const finger = (signal: string): Sensor => ({ kind: 'signal', id: signal, signal });

function circuit(branches: Branch[], sensors: Sensor[], joined: readonly (readonly [string, string])[] = []) {
  const joints = joined.map(([a, b]) => [pin(a), pin(b)] as const);
  const terminals = [...new Set([...branches.flatMap(({ a, b }) => [a, b]), ...joints.flat()])];
  const made = prepareCircuit({ terminals, branches, sensors, joints, references: [pin('gnd')] });
  made.setConditions(at20);
  return made;
}
const settle = (made: ReturnType<typeof circuit>, ...on: string[]) => made.settle((signal) => on.includes(signal));
const volts = (made: ReturnType<typeof circuit>, solution: ReturnType<typeof settle>, at: string) => solution.volts[made.nodeOf(pin(at))]!;
const amps = (made: ReturnType<typeof circuit>, solution: ReturnType<typeof settle>, id: string) =>
  solution.amps(made.branchIndex(named(id)));

describe('sources and joints', () => {
  test('Ohm: 12 V behind 0.01 Ω into 3.99 Ω is 3 A, and the source gives what the load takes', () => {
    const made = circuit([battery('B', 'plus', 'gnd'), resistor('R', 'plus', 'gnd', 3.99)], []);
    const solution = settle(made);
    expect(amps(made, solution, 'R')).toBeCloseTo(3, 9);
    expect(amps(made, solution, 'B')).toBeCloseTo(-3, 9);
    expect(volts(made, solution, 'plus')).toBeCloseTo(11.97, 9);
  });
  test('joined terminals are one node; an island with no ground gets a reference of its own', () => {
    const made = circuit(
      [battery('B', 'plus', 'gnd'), resistor('R', 'x', 'gnd', 12), battery('C', 'c+', 'c-'), resistor('S', 'c+', 'c-', 12)],
      [],
      [['plus', 'x']],
    );
    expect(made.nodeOf(pin('plus'))).toBe(made.nodeOf(pin('x')));
    expect(made.islandCount).toBe(2);
    expect(amps(made, settle(made), 'S')).toBeCloseTo(12 / 12.01, 9);
  });
  test('a resistance of nothing is a bug of the caller', () => {
    const made = prepareCircuit({
      terminals: [pin('a'), pin('gnd')],
      branches: [resistor('R', 'a', 'gnd', 0)],
      sensors: [],
      joints: [],
      references: [pin('gnd')],
    });
    expect(() => made.setConditions(at20)).toThrow(/R has a resistance of 0/);
    expect(() => made.settle(() => false)).toThrow(/setConditions/);
  });
});

describe('diodes', () => {
  test('forward: (12 − 0.7)/(0.01 + 0.1 + 10) A; reverse: nothing', () => {
    const forward = circuit([battery('B', 'plus', 'gnd'), diode('D', 'plus', 'x'), resistor('R', 'x', 'gnd', 10)], []);
    expect(amps(forward, settle(forward), 'D')).toBeCloseTo(11.3 / 10.11, 9);
    const reverse = circuit([battery('B', 'plus', 'gnd'), diode('D', 'x', 'plus'), resistor('R', 'x', 'gnd', 10)], []);
    expect(amps(reverse, settle(reverse), 'D')).toBe(0);
  });
  test('two feeds through diodes: only the higher one feeds', () => {
    const made = circuit(
      [
        battery('A', 'a', 'gnd', 12),
        battery('B', 'b', 'gnd', 13),
        diode('DA', 'a', 'x'),
        diode('DB', 'b', 'x'),
        resistor('R', 'x', 'gnd', 100),
      ],
      [],
    );
    const solution = settle(made);
    expect(amps(made, solution, 'DA')).toBe(0);
    expect(amps(made, solution, 'DB')).toBeCloseTo(12.3 / 100.11, 9);
  });
  test('a full bridge gives the same polarity for both polarities of its input', () => {
    for (const sign of [1, -1]) {
      const made = circuit(
        [
          battery('B', 'p', 'q', 12 * sign),
          diode('D1', 'p', 'dc+'),
          diode('D2', 'q', 'dc+'),
          diode('D3', 'gnd', 'p'),
          diode('D4', 'gnd', 'q'),
          resistor('R', 'dc+', 'gnd', 100),
        ],
        [],
      );
      expect(amps(made, settle(made), 'R')).toBeCloseTo(10.6 / 100.21, 9);
    }
  });
});

describe('relays', () => {
  test('a coil pulls its contact in, and a contact at rest opens', () => {
    const made = circuit(
      [
        battery('B', 'plus', 'gnd'),
        contact('S', 'plus', 'c', 'hand'),
        resistor('coil', 'c', 'gnd', 85),
        contact('NO', 'plus', 'x', 'K'),
        contact('NC', 'plus', 'y', 'K', false),
        resistor('RX', 'x', 'gnd', 6),
        resistor('RY', 'y', 'gnd', 6),
      ],
      [finger('hand'), armature('K', 'coil')],
    );
    const off = settle(made);
    const on = settle(made, 'hand');
    expect([amps(made, off, 'RX') > 1, amps(made, off, 'RY') > 1]).toEqual([false, true]);
    expect([amps(made, on, 'RX') > 1, amps(made, on, 'RY') > 1]).toEqual([true, false]);
    expect(on.outcome).toBe('settled');
    expect(on.residualA).toBeLessThan(1e-9);
  });

  test('a start button latches; the latch stays when it is released and falls with the stop button', () => {
    const made = circuit(
      [
        battery('B', 'plus', 'gnd'),
        contact('stop', 'plus', 's', 'stop', false),
        contact('start', 's', 'c', 'start'),
        contact('hold', 's', 'c', 'K'),
        resistor('coil', 'c', 'gnd', 85),
      ],
      [finger('start'), finger('stop'), armature('K', 'coil')],
    );
    const held = (solution: ReturnType<typeof settle>) => solution.sensed[made.sensorIndex('K')] === 1;
    expect(held(settle(made))).toBe(false);
    const started = settle(made, 'start');
    expect(held(started)).toBe(true);
    const released = made.settle(() => false, { from: started.sensed });
    expect(held(released)).toBe(true);
    expect(held(made.settle((signal) => signal === 'stop', { from: released.sensed }))).toBe(false);
  });

  test('between pull-in and release a relay stays as it was', () => {
    const made = circuit(
      [battery('B', 'plus', 'gnd', 12), resistor('R', 'plus', 'c', 155), resistor('coil', 'c', 'gnd', 85)],
      [armature('K', 'coil')],
    );
    expect(settle(made).sensed[0]).toBe(0);
    expect(made.settle(() => false, { from: Uint8Array.of(1) }).sensed[0]).toBe(1);
  });

  test('a coil fed through its own resting contact is a buzzer: said, not hung', () => {
    const made = circuit(
      [battery('B', 'plus', 'gnd'), contact('NC', 'plus', 'c', 'K', false), resistor('coil', 'c', 'gnd', 85)],
      [armature('K', 'coil')],
    );
    expect(settle(made).outcome).toBe('chatters');
  });

  test('an open contact leaves what is behind it floating', () => {
    const made = circuit([battery('B', 'plus', 'gnd'), contact('S', 'plus', 'x', 'hand'), resistor('R', 'x', 'y', 10)], [finger('hand')]);
    const solution = settle(made);
    expect(solution.floating[made.nodeOf(pin('y'))]).toBe(1);
    expect(settle(made, 'hand').floating[made.nodeOf(pin('y'))]).toBe(0);
  });

  test('a stepping relay changes over at each pull of its coil, and keeps its place without power', () => {
    const made = circuit(
      [
        battery('B', 'plus', 'gnd'),
        contact('button', 'plus', 'c', 'hand'),
        resistor('coil', 'c', 'gnd', 85),
        contact('cam', 'plus', 'x', 'S'),
        resistor('RX', 'x', 'gnd', 6),
      ],
      [finger('hand'), armature('K', 'coil'), { kind: 'step', id: 'S', follows: 'K' }],
    );
    const presses = [false, true, false, true, false, true];
    let from: Uint8Array | undefined;
    const lit = presses.map((pressed) => {
      const solution = made.settle(() => pressed, { from });
      from = solution.sensed;
      return amps(made, solution, 'RX') > 1;
    });
    expect(lit).toEqual([false, true, true, false, false, true]);
  });

  test.each([
    ['rising', 13.3, 12.8, [12.5, 13.0, 13.4, 13.0, 12.7], [0, 0, 1, 1, 0]],
    ['falling', 11.0, 12.2, [12.5, 11.5, 10.9, 11.5, 12.4], [0, 0, 1, 1, 0]],
  ] as const)('a threshold on %s voltage has two levels', (_, closesAtV, opensAtV, volts_, states) => {
    const made = circuit(
      [
        { kind: 'source', id: named('B'), a: pin('plus'), b: pin('gnd'), volt: ({ volt }) => volt('main'), ohm: () => 0.01 },
        resistor('R', 'plus', 'gnd', 1e6),
      ],
      [{ kind: 'voltage', id: 'V', a: pin('plus'), b: pin('gnd'), closesAtV, opensAtV }],
    );
    let from: Uint8Array | undefined;
    const seen = volts_.map((volt) => {
      made.setVolts(() => volt);
      const solution = made.settle(() => false, { from });
      from = solution.sensed;
      return solution.sensed[0];
    });
    expect(seen).toEqual(states);
  });

  test('a held sensor waits, and says that it wants to move', () => {
    const made = circuit(
      [battery('B', 'plus', 'gnd'), contact('S', 'plus', 'c', 'hand'), resistor('coil', 'c', 'gnd', 85)],
      [finger('hand'), armature('K', 'coil')],
    );
    const waiting = made.settle(() => true, { held: Uint8Array.of(0, 1) });
    expect([waiting.sensed[1], waiting.waiting]).toEqual([0, [1]]);
  });

  test('a broken and a shorted branch, and both mended again', () => {
    const made = circuit([battery('B', 'plus', 'gnd'), resistor('R1', 'plus', 'x', 6), resistor('R2', 'x', 'gnd', 6)], []);
    made.setFault(named('R1'), 'open');
    expect(amps(made, settle(made), 'R2')).toBe(0);
    made.setFault(named('R1'), 'closed');
    expect(amps(made, settle(made), 'R2')).toBeCloseTo(12 / (0.01 + 0.001 + 6), 9);
    made.setFault(named('R1'), null);
    expect(amps(made, settle(made), 'R2')).toBeCloseTo(12 / 12.01, 9);
  });

  test('names that are not in the circuit are bugs', () => {
    const made = circuit([battery('B', 'plus', 'gnd')], []);
    expect(() => made.nodeOf(pin('nowhere'))).toThrow(/nowhere/);
    expect(() => made.branchIndex(named('nothing'))).toThrow(/nothing/);
  });
});

describe('a constant power', () => {
  /** 12 V behind R, with P across it that drops out below 6 V. */
  const solved = (ohm: number, watt: number, dropsOutV = 6) => {
    const circuit = prepareCircuit({
      terminals: [pin('s.+'), pin('s.-'), pin('p.1'), pin('p.2')],
      branches: [
        { kind: 'source', id: named('s/e'), a: pin('s.+'), b: pin('s.-'), volt: (conditions) => conditions.volt('s'), ohm: () => ohm },
        { kind: 'power', id: named('p/p'), a: pin('p.1'), b: pin('p.2'), watt, dropsOutV, ohm: () => 144 / watt },
      ],
      sensors: [],
      joints: [
        [pin('s.+'), pin('p.1')],
        [pin('s.-'), pin('p.2')],
      ],
      references: [pin('s.-')],
    });
    circuit.setConditions({ volt: () => 12, airC: () => 20, wireC: () => 20, coilWarmth: 0, coilSpread: 0 });
    const solution = circuit.settle(() => false);
    return { solution, volt: solution.volts[circuit.nodeOf(pin('p.1'))]!, ampere: solution.amps(circuit.branchIndex(named('p/p'))) };
  };

  test.each([
    [0.1, 60],
    [0.5, 48],
    [0.7, 50],
  ])('behind %f Ω takes its %f W: v = (E + √(E² − 4·R·P))/2', (ohm, watt) => {
    const { solution, volt, ampere } = solved(ohm, watt);
    expect(solution.outcome).toBe('settled');
    expect(volt).toBeCloseTo((12 + Math.sqrt(144 - 4 * ohm * watt)) / 2, 6);
    expect(volt * ampere).toBeCloseTo(watt, 5);
  });
  test('takes more current when its supply is weaker, where a resistor takes less', () => {
    expect(solved(0.7, 50).ampere).toBeGreaterThan(solved(0.1, 50).ampere);
  });
  test('below where it drops out it is a resistance, and there is an answer behind any supply', () => {
    // 4·R·P is more than E²: no voltage gives it its power.
    const { solution, volt } = solved(2, 60);
    expect(solution.outcome).toBe('settled');
    const ohm = 36 / 60;
    expect(volt).toBeCloseTo((12 * ohm) / (2 + ohm), 6);
  });
});
