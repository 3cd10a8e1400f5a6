/** What a box of the mains feeds beside its loads: the isolated supply of its coils, and a temperature controller. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { kindOf, plays, supplyFacets } from '../kinds/index.ts';
import { workOf } from '../outputs/index.ts';
import type { Design } from '../project/schema.ts';
import { checkEvidence } from '../rules/index.ts';
import { typed } from '../testing/pieces.ts';
import { compile } from './compile.ts';

const LAMP = 'when the switch is on, light a 60 W lamp';
const OVEN = 'heat a 1.2 kW element to 220 °C';
const lamp = typed([LAMP]);
const oven = typed([OVEN]);
const open = (design: Design) =>
  checkEvidence(analyse(design).evidence)
    .filter(({ severity }) => severity !== 'hold')
    .map(({ rule, severity }) => `${rule} ${severity}`);
/** Wires that end on a pin of a part, by the part at their other end. */
const fedFrom = (design: Design, tag: string, pin: string): string[] => {
  const { parts, wires } = compile(design).netlist;
  const part = parts.find((one) => one.tag === tag)!;
  const tagOf = (at: string) => parts.find(({ id }) => at.startsWith(`${id}.`))!.tag;
  return wires.flatMap(({ from, to }) => (from === `${part.id}.${pin}` ? [tagOf(to)] : to === `${part.id}.${pin}` ? [tagOf(from)] : []));
};
const without = (design: Design, leg: string): Design => {
  const wire = compile(design).netlist.wires.find((one) => one.leg === leg)!;
  return {
    ...design,
    jobs: design.jobs.map((job) => (job.id === wire.job ? { ...job, edits: [{ kind: 'no-wire', wire: wire.id }] } : job)),
  };
};
const apart = (design: Design): Design => ({ ...design, places: design.places.map(({ oneCord: _, ...place }) => place) });
const listed = (design: Design) =>
  analyse(design)
    .analysis.parts.map(({ description, tags }) => `${description} ${tags}`)
    .join('\n');

describe('an isolated supply in a box with one cord in', () => {
  test('is fed at the terminals there, by a fuse of its own', () => {
    expect(fedFrom(lamp, 'T2', 'L')).toEqual(['F1C.L1']);
    expect(fedFrom(lamp, 'F1C.L1', '1')).toEqual(['X1L']);
    expect(fedFrom(lamp, 'T2', 'N')).toEqual(['X1N']);
    expect(open(lamp)).toEqual([]);
  });

  test.each(['control-feed-supply-1', 'control-supply-supply-2', 'control-supply-supply-2-return', 'inlet-line', 'inlet-back'])(
    'gives nothing where %s is not there',
    (leg) => {
      expect(open(without(lamp, leg))).toContain('state-mismatch danger');
    },
  );

  test('is guarded: its wires bear the fuse that is before them', () => {
    const thin = {
      ...lamp,
      jobs: lamp.jobs.map((job) => ({ ...job, wires: { 'control-feed-supply-1': { sizeMm2: 0.5 } }, fuse: 13 })),
    } as Design;
    expect(open(thin)).toContain('fuse-above-wire danger');
  });

  test('has a fuse that is asked what it breaks of the mains, and not of the low voltage beside it', () => {
    const told = (internalOhm: number) => {
      const supplies = lamp.supplies.map((supply, at) => (at === 0 ? { ...supply, internalOhm } : supply));
      return checkEvidence(analyse({ ...lamp, supplies }).evidence)
        .filter(({ rule, severity }) => rule === 'protection-unsuited' && severity !== 'hold')
        .map(({ title }) => title);
    };
    // 230 V behind the loop and what 2.6 kA of 0.02 Ω shows of the way to it, 0.07 Ω: 0.5 kA of 0.4 Ω, 1.9 kA of 0.05 Ω. It breaks
    // 1.5 kA at 250 V (IEC 60127), the plug's own fuse 6 kA.
    expect(told(0.4)).toEqual([]);
    expect(told(0.05)).toEqual([expect.stringMatching(/^A short behind F1C\.L1 draws 1\.9/)]);
  });

  test('counts with what the fuse of the box is made for', () => {
    const fuseA = (ratedA: number) => {
      const supplies = lamp.supplies.map((supply) => ('ratedA' in supply && supplyFacets(supply).takesOf ? { ...supply, ratedA } : supply));
      const { parts } = compile({ ...lamp, supplies }).netlist;
      return parts.flatMap((part) => (plays(part, 'overcurrent device') && part.spec.guards === 'load' ? [part.spec.ratingA] : []));
    };
    // 12 V · 30 A of 0.8 · 0.6 (from memory) at 230 V are 3.3 A, with the lamp's 0.26 A and a quarter more 4.4 A (BS 1362: 3, 5, 13).
    expect(fuseA(2)).toEqual([3]);
    expect(fuseA(30)).toEqual([5]);
  });

  test('is a plug-top one, with a mains side of its own, where the box has no cord', () => {
    expect(fedFrom(apart(lamp), 'T2', 'L')).toEqual([]);
    expect(listed(apart(lamp))).not.toMatch(/to build in/);
    expect(listed(lamp)).toMatch(/Isolated supply 12 V ⎓, 2 A, to build in, double insulated, for 230 V~ T2/);
  });

  test('warms its box by a quarter of what it gives (0.8 of efficiency, from memory)', () => {
    const { evidence } = analyse(lamp);
    const heat = checkEvidence(evidence).find(({ rule }) => rule === 'box-heat')!;
    const relay = evidence.netlist.parts.find((part) => plays(part, 'relay'))!;
    const ohm = plays(relay, 'relay') ? relay.spec.type.coilOhm : 0;
    const own = heat.working.given.find(({ meaning }) => meaning === 'electronics of T2 isolated supply')!.value;
    // 12.6 V at the most through a coil that is a tenth too low and cold, or as printed.
    expect(own).toBeGreaterThan(0.25 * 12 * (12.6 / ohm) * 0.95);
    expect(own).toBeLessThan(0.25 * 12 * (12.6 / ohm) * 1.35);
  });

  test('is stood in for while the low voltage is tried, and put back before the plug', () => {
    const steps = (design: Design) => {
      const { evidence, analysis } = analyse(design);
      return workOf(evidence, analysis.wires).steps.map(({ id, text }) => `${id}: ${text}`);
    };
    const at = (list: readonly string[], words: RegExp) => list.findIndex((text) => words.test(text));
    const fed = steps(lamp);
    const tried = at(
      fed,
      /^check\/job-1: .*T2 gets no mains yet: its two output wires are on a bench supply, or a battery behind a fuse, of 12 V/,
    );
    const back = at(fed, /Its two output wires back on T2/);
    expect([tried >= 0, tried < back, back < at(fed, /^supply\/supply-1: /)]).toEqual([true, true, true]);
    expect(at(steps(apart(lamp)), /gets no mains yet/)).toBe(-1);
    expect(at(steps(apart(lamp)), /Its own mains side is no part of this project/)).toBeGreaterThan(0);
  });
});

test('a job of low voltage alone feeds its supply in the box of another: its way back has the colour of those mains', () => {
  const bell = typed([LAMP, 'when the second switch is on, ring a 3 W bell from the isolated supply']);
  expect(bell.jobs.map(({ supply }) => supply)).toEqual(['supply-1', 'supply-2']);
  // On the list of what that job uses are the mains leads of its supply too (IEC 60445: blue back).
  const { wires } = compile(bell).netlist;
  expect(wires.filter(({ mains, jobs, role }) => mains && role === 'return' && jobs.includes('job-2')).map(({ colour }) => colour)).toEqual(
    ['BU'],
  );
  expect(open(bell).filter((text) => / danger$/.test(text))).toEqual([]);
  const leg = 'control-supply-supply-2-return';
  const odd = { ...bell, jobs: bell.jobs.map((job) => ({ ...job, wires: { [leg]: { colour: 'BK' } } })) } as Design;
  expect(open(odd)).toContain('colour-reserved danger');
});

describe('a temperature controller', () => {
  test('is fed in the box, and is dead with it', () => {
    const { parts } = compile(oven).netlist;
    const controller = parts.find((part) => plays(part, 'output') && part.spec.sold !== undefined)!;
    expect(fedFrom(oven, controller.tag, 'L')).toHaveLength(1);
    expect(fedFrom(oven, controller.tag, 'N')).toEqual(['X1N']);
    expect(open(oven)).toEqual([]);
    expect(open(without(oven, `control-sense-${oven.signals[0]!.id}`))).toContain('state-mismatch danger');
  });

  test('that stands elsewhere is fed from the box of its job, by both of its leads, and warms the box only in it', () => {
    const [, , load] = oven.places;
    const away = { ...oven, signals: oven.signals.map((signal) => ({ ...signal, place: load!.id })) } as Design;
    const controller = compile(away).netlist.parts.find((part) => plays(part, 'output'))!;
    expect([fedFrom(away, controller.tag, 'L')[0]!.slice(0, 3), fedFrom(away, controller.tag, 'N')]).toEqual(['F1C', ['X1N']]);
    const heated = (design: Design) =>
      checkEvidence(analyse(design).evidence)
        .find(({ rule }) => rule === 'box-heat')!
        .working.given.some(({ meaning }) => /^electronics of S1/.test(meaning));
    expect([heated(oven), heated(away)]).toEqual([true, false]);
  });

  test('is bought with its thermocouple, for what it is set to and as long as the way is', () => {
    expect(listed(oven)).toMatch(
      /Temperature controller for thermocouples of type K, with a logic output for solid-state relays, 12\.00 V to 30 mA, fed by L and N with 230 V~ S1/,
    );
    // 3 m and a tenth more.
    expect(listed(oven)).toMatch(
      /Thermocouple type K, for more than 220 °C, with a lead or an extension lead of type K, at least 3\.3 m long \(IEC: green \+, white −/,
    );
    const inFeet = { ...oven, settings: { ...oven.settings, lengthUnit: 'ft', temperatureUnit: 'F' } } as Design;
    expect(listed(inFeet)).toMatch(/for more than 428 °F \(220 °C\), .* at least 10\.8 ft long/);
  });

  test('has a step of the work for its lead: of its own metals, and which is plus', () => {
    const { evidence, analysis } = analyse(oven);
    const step = workOf(evidence, analysis.wires).steps.find(({ id }) => /^led\//.test(id))!;
    expect(step.title).toBe('Element: lead B1, sensor of temperature controller, to where it is read');
    // IEC 60584-3: a type K has green for plus and white for minus.
    expect(step.text).toMatch(/extension lead of type K all the way, with no copper between.*green \+, white − \(IEC\)/);
  });

  test('of two elements is one, with one thermocouple', () => {
    const both = typed([OVEN, 'when the temperature controller calls for heat, run a 1.2 kW grill element']);
    const { parts } = compile(both).netlist;
    expect(parts.filter((part) => plays(part, 'output') && part.spec.sold !== undefined)).toHaveLength(1);
    expect(parts.filter((part) => kindOf(part).title === 'thermocouple').map(({ jobs }) => jobs)).toEqual([['job-1', 'job-2']]);
  });

  test('of an older project says that nobody said what feeds it', () => {
    const older = { ...oven, signals: oven.signals.map(({ fedBy: _, ...signal }: Record<string, unknown>) => signal) } as unknown as Design;
    expect(listed(older)).toMatch(/Temperature controller .*, what feeds it is not said S1/);
    expect(open(older)).toEqual([]);
  });
});

test('what a machine gives is in the machine: it stands beside the box, is not fed in it and is not bought', () => {
  const machine = typed(['when the machine gives 5 V, run a 500 W vacuum from the mains with a 5 A fuse']);
  const supply = machine.supplies.find(({ name }) => name === 'machine’s 5 V')!;
  expect(machine.places.find(({ id }) => id === supply.place)).toMatchObject({ name: 'machine', box: 'open' });
  expect(fedFrom(machine, 'T2', 'L')).toEqual([]);
  expect(listed(machine)).not.toMatch(/Isolated supply/);
  // Both of its leads are as long as the way is: 2 m and a tenth more.
  const { wires } = compile(machine).netlist;
  expect(wires.filter(({ lengthM, mains }) => !mains && lengthM > 2.1 && lengthM < 2.3)).toHaveLength(2);
});
