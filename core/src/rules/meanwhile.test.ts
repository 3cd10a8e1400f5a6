/** What flows between states that last, and when they end: while delays run, and in a coil that has just been switched off. */
import { describe, expect, test } from '@jest/globals';
import { findNudge } from '../advice/nudge.ts';
import { gatherEvidence } from '../analysis/evidence.ts';
import { applyPatches } from '../document/patch.ts';
import type { Load } from '../kinds/load/registry.ts';
import type { Design, Job } from '../project/schema.ts';
import { and, delay, design, job, not, on } from '../testing/designs.ts';
import { mains, watts } from '../testing/mains.ts';
import { checkEvidence } from './check.ts';

const findings = (made: Design, rule: string) => checkEvidence(gatherEvidence(made)).filter((finding) => finding.rule === rule);
const failing = (made: Design, rule: string) => findings(made, rule).filter(({ severity }) => severity !== 'hold');

describe('a load that is on for as long as a delay runs, and in no state that lasts', () => {
  // 240 W at 12 V are 20 A and more.
  const pulse = (changes: Partial<Job> = {}): Design =>
    design([job({ when: and(on('key'), not(delay(on('key'), 10, 0))), loads: [watts('heater', 240, 12)], ...changes })]);
  test('its heat has an end, or it is told', () => {
    const lines = (ownCutOut: boolean) => [{ ...watts('heater', 240, 12), ownCutOut } as Load];
    expect(failing(pulse({ loads: lines(false) }), 'fails-closed-no-cutout').map(({ severity }) => severity)).toEqual(['caution']);
    expect(failing(pulse({ loads: lines(true) }), 'fails-closed-no-cutout')).toEqual([]);
  });
  test('its fuse carries what flows then', () => {
    expect(failing(pulse({ fuse: 10 }), 'fuse-below-load')).toHaveLength(1);
    expect(failing(pulse({ fuse: 30 }), 'fuse-below-load')).toEqual([]);
  });
  test('its contact and its wires too', () => {
    const thin = { 'load-load-1': { sizeMm2: 0.5 } };
    expect(failing(pulse({ wires: thin }), 'wire-ampacity').length).toBeGreaterThan(0);
    expect(failing(pulse({ loads: [watts('motor', 480, 12)], fuse: 40 }), 'load-over-contact').length).toBeGreaterThan(0);
  });
  test('its coil pulls in, and its drop is within bounds; its time relay is not asked while its coil is dead', () => {
    const coils = findings(pulse(), 'coil-pull-in-low-battery-hot');
    expect(coils.map(({ severity }) => severity)).toEqual(['hold', 'hold']);
    expect(findings(pulse(), 'wire-drop').map(({ severity }) => severity)).toEqual(['hold']);
    expect(failing(pulse({ wires: { 'load-load-1': { sizeMm2: 0.5 } } }), 'wire-drop')).toHaveLength(1);
  });
  test('from one delay to the next, and after a second signal has changed meanwhile', () => {
    // On from 5 s to 10 s after the key; nothing else is ever on.
    const between = pulse({ when: and(delay(on('key'), 5, 0), not(delay(on('key'), 10, 0))), fuse: 10 });
    expect(failing(between, 'fuse-below-load')).toHaveLength(1);
    // The dash within three seconds after the key is off.
    const when = and(not(on('key')), delay(on('key'), 0, 3), on('dash'), not(delay(on('dash'), 5, 0)));
    const second = pulse({ when, fuse: 10 });
    expect(failing(second, 'fuse-below-load')).toHaveLength(1);
  });
  test('and it is not said to be never on; one that never is, is', () => {
    expect(failing(pulse(), 'clause-no-effect')).toEqual([]);
    const never = pulse({ when: and(on('key'), not(on('key')), delay(on('dash'), 5, 0)) });
    expect(failing(never, 'clause-no-effect')).toHaveLength(1);
  });
});

describe('what takes the current of a coil in a load', () => {
  const magnet = (more: object, changes: Partial<Job> = {}): Design =>
    design([job({ loads: [{ ...watts('heater', 30, 12), kind: 'solenoid', name: 'valve', ...more } as Load], ...changes })]);
  const partsOf = (made: Design) => gatherEvidence(made).netlist.parts.filter(({ id }) => /^job-1-load-1-\d-(?:diode|varistor)$/.test(id));

  test('one that is put across it is in the circuit, blocks, and is asked for its way round', () => {
    expect(failing(magnet({}), 'load-no-suppression')).toHaveLength(1);
    const made = magnet({ suppressor: true });
    expect(failing(made, 'load-no-suppression')).toEqual([]);
    // 2.5 A at 12 V, 3.1 A at the highest: the next of the series.
    expect(partsOf(made)).toMatchObject([{ kind: 'diode', tag: 'D1.1S', spec: { forwardA: 6, reverseV: 400 } }]);
    expect(findings(made, 'coil-diode-reversed').map(({ severity }) => severity)).toEqual(['hold', 'hold']);
  });
  test('one that no diode of the series bears has none, and is told', () => {
    const of = (watt: number) => magnet({ plate: { unit: 'W', value: watt, ratedV: 12 }, suppressor: true });
    // At 14.8 V 2.9 kW at 12 V take 298 A, 3 kW 308 A; the largest diode is one of 300 A.
    expect(partsOf(of(2900))).toMatchObject([{ spec: { forwardA: 300 } }]);
    expect(partsOf(of(3000))).toEqual([]);
    expect(failing(of(3000), 'load-no-suppression')).toHaveLength(1);
  });
  test('left out or turned round by a hand, it is told', () => {
    const id = 'job-1-load-1-1-diode';
    const by = (edit: object) => magnet({ suppressor: true }, { edits: [edit] as Job['edits'] });
    expect(failing(by({ kind: 'leave-out', part: id }), 'load-no-suppression')).toHaveLength(1);
    const evidence = gatherEvidence(by({ kind: 'leave-out', part: id }));
    const all = checkEvidence(evidence);
    const nudge = findNudge(
      evidence,
      all,
      all.find(({ rule }) => rule === 'load-no-suppression')!,
    );
    expect(failing(applyPatches<Design>(evidence.design, nudge!.patches), 'load-no-suppression')).toEqual([]);
    const turned = failing(by({ kind: 'swap', part: id, a: 'A', b: 'K' }), 'coil-diode-reversed');
    expect(turned.map(({ severity, title }) => [severity, /past E1\.1 valve$/.test(title)])).toEqual([['danger', true]]);
  });
  test('what may flow either way gets a varistor for the highest voltage', () => {
    const reversing = magnet(
      { kind: 'motor', suppressor: true },
      {
        when: on('key'),
        otherwise: { kind: 'reverse', when: on('dash') },
        device: { kind: 'relay', part: 'relay-12v-40a-5', socket: 'auto', place: 'box' },
      },
    );
    // 14.8 V of direct current: 1.3 times 11 V~ is too little, 1.3 times 14 V~ is enough.
    expect(partsOf(reversing)).toMatchObject([{ kind: 'varistor', spec: { acV: 14 } }]);
    const line = { ...watts('heater', 30, 230), kind: 'solenoid', suppressor: true } as Load;
    // 253 V~ at the highest.
    expect(partsOf(mains({ loads: [line] }))).toMatchObject([{ kind: 'varistor', spec: { acV: 275 } }]);
  });
});
