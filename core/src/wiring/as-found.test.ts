/** What is there already, as it was measured: a ground stud, and the wire of a feed that is tapped. */
import { describe, expect, test } from '@jest/globals';
import { branch as named, pin } from '../testing/terminals.ts';
import { analyse } from '../analyse.ts';
import { voltsBetween } from '../analysis/index.ts';
import { assumptionsOf } from '../project/assumed.ts';
import type { Design, Job } from '../project/schema.ts';
import { design, job, on } from '../testing/designs.ts';
import { watts } from '../testing/mains.ts';

const heater = (changes: Partial<Job> = {}) => job({ when: on('dash'), loads: [watts('heater', 96, 12)], ...changes });
const grounded = (groundOhm?: number): Design => {
  const made = design([heater()]);
  return {
    ...made,
    places: made.places.map((place) => (place.id === 'rear' && groundOhm !== undefined ? { ...place, groundOhm } : place)),
  };
};
const tapped = (ownOhm?: number): Design => {
  const made = design([heater({ supply: 'key' })]);
  return {
    ...made,
    signals: made.signals.map((signal) =>
      signal.nature === 'feed' ? { ...signal, limitA: 20, ...(ownOhm !== undefined && { ownOhm }) } : signal,
    ),
  };
};
function solved(made: Design, from: string, to: string): { volts: number; ampere: number; drop: string } {
  const { evidence, analysis } = analyse(made);
  const state = evidence.jobs.get('job-1')!.states.find(({ lines, corner }) => corner === 'usual' && lines[0] === 'on')!;
  const { circuit } = evidence;
  return {
    volts: voltsBetween(circuit, state.solution, pin(from), pin(to)),
    ampere: Math.abs(state.solution.amps(circuit.branchIndex(named('job-1-load-1-1/load')))),
    drop: analysis.findings.find(({ rule }) => rule === 'wire-drop')!.severity,
  };
}

describe('a ground stud', () => {
  test.each([0.002, 0.05, 0.3])('of %s Ω loses what Ohm’s law says of what comes back by it', (ohm) => {
    const { volts, ampere } = solved(grounded(ohm), 'gnd-rear.G', 'return.31');
    expect(volts).toBeCloseTo(ohm * ampere, 4);
  });
  test('that nobody measured is a clean one; a bad one is said where its loss breaks the budget', () => {
    expect(solved(grounded(), 'gnd-rear.G', 'return.31')).toEqual(solved(grounded(0.002), 'gnd-rear.G', 'return.31'));
    // A tenth of the supply may be lost: 1.27 V, which 8 A lose in 0.16 Ω alone.
    expect([solved(grounded(), 'gnd-rear.G', 'return.31').drop, solved(grounded(0.3), 'gnd-rear.G', 'return.31').drop]).toEqual([
      'hold',
      'caution',
    ]);
  });
  test('that loses more leaves less for the wires: they are laid thicker', () => {
    const copper = (made: Design) => analyse(made).analysis.netlist.wires.reduce((sum, { sizeMm2 }) => sum + sizeMm2, 0);
    expect(copper(grounded(0.08))).toBeGreaterThan(copper(grounded(0.002)));
  });
});

describe('a feed', () => {
  test('with a resistor wire in it loses 1.8 Ω times what is taken, and the load is said to get too little', () => {
    const { volts, ampere, drop } = solved(tapped(1.8), 'bat-main.+', 'sig-key.15');
    // The feed's own others take a little as well.
    expect(volts / (1.8 * ampere)).toBeCloseTo(1, 1);
    expect([drop, solved(tapped(), 'bat-main.+', 'sig-key.15').drop]).toEqual(['caution', 'hold']);
  });
});

describe('the fuse of an old circuit that a load is taken over from', () => {
  const takenOver = (fuseA?: number): Design => {
    const made = design([
      job({
        when: on('dash'),
        otherwise: { kind: 'original-feed', signal: 'lamp-feed' },
        loads: [watts('filament', 21, 12)],
        device: { kind: 'relay', part: 'relay-12v-30a-5', socket: 'auto', place: 'box' },
      }),
    ]);
    return {
      ...made,
      signals: made.signals.map((signal) =>
        signal.id === 'lamp-feed' && signal.nature === 'feed' ? { ...signal, limitA: 5, ...(fuseA !== undefined && { fuseA }) } : signal,
      ),
    };
  };
  const sizes = (made: Design) => {
    const { evidence } = analyse(made);
    return Object.fromEntries(evidence.netlist.wires.map(({ leg, sizeMm2 }) => [leg, sizeMm2]));
  };
  test('sizes what hangs on it while the relay rests, and not what lies before the relay', () => {
    const [small, large] = [sizes(takenOver(3)), sizes(takenOver(40))];
    for (const leg of ['original', 'load-load-1', 'return-load-1']) expect([leg, large[leg]! > small[leg]!]).toEqual([leg, true]);
    for (const leg of ['feed', 'to-relay']) expect([leg, large[leg]]).toEqual([leg, small[leg]]);
  });
  test('is 15 A where nobody read it off, and marked as assumed', () => {
    const said = (made: Design) => analyse(made).analysis.findings.find(({ rule }) => rule === 'tap-above-wire')!;
    expect([said(takenOver()).value, said(takenOver(20)).value]).toEqual([15, 20]);
    const keys = (made: Design) => assumptionsOf(made).map(({ key, value }) => [key, value]);
    expect(keys(takenOver())).toContainEqual(['signals.lamp-feed.fuseA', 15]);
    expect(keys(takenOver(20)).map(([key]) => key)).not.toContain('signals.lamp-feed.fuseA');
    expect(said(takenOver()).assumed.length).toBe(said(takenOver(20)).assumed.length + 1);
  });
  test('is asked of the return as well: a load that fails as a short sends it all back', () => {
    const made = takenOver(20);
    const thin = { ...made, jobs: made.jobs.map((one) => ({ ...one, fuse: 5 as const, wires: { 'return-load-1': { sizeMm2: 0.75 } } })) };
    const severities = (one: Design) =>
      analyse(one).analysis.findings.flatMap(({ rule, severity }) => (rule === 'tap-above-wire' ? [severity] : []));
    expect([severities(made), severities(thin)]).toEqual([['hold'], ['danger']]);
  });
});
