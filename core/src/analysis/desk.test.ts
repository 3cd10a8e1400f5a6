/** A board on the desk: boot, program and load seen together. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { parseDesignText } from '../project/parse.ts';
import type { Design } from '../project/schema.ts';
import { checkEvidence } from '../rules/check.ts';
import { design, job, on } from '../testing/designs.ts';
import { type DeskMemory, readDesk } from './desk.ts';
import { gatherEvidence } from './evidence.ts';

function read(file: string): Design {
  const parsed = parseDesignText(readFileSync(new URL(`../../../examples/${file}.json`, import.meta.url), 'utf8'));
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.design;
}

/** Whether the porch lamp is lit at moments after its board was powered; movement between the given times. */
function porch(made: Design, moments: readonly number[], from = Infinity, to = Infinity) {
  const evidence = gatherEvidence(made);
  let memory: DeskMemory | null = null;
  return moments.map((atS) => {
    const moving = atS >= from && atS < to;
    const { reading, memory: next } = readDesk(
      evidence,
      { on: moving ? ['motion'] : [], volts: {}, boards: { board: { startedS: 0, typed: '' } } },
      memory,
      atS,
    );
    memory = next;
    return { lit: reading.loads['lamp/lamp'] ?? reading.loads['lamp/load-1'], board: reading.boards['board']! };
  });
}

describe('the porch lamp', () => {
  test('by a module that is triggered low and held by nothing: on while the board boots, then off until movement', () => {
    const seen = porch(read('mistakes/boot-energises'), [0.5, 1.5, 2.5, 10, 11, 70, 72], 10, 11);
    expect(seen.map(({ lit }) => lit)).toEqual(['on', 'on', 'off', 'on', 'on', 'on', 'off']);
    expect(seen[0]!.board).toMatchObject({ booting: true, adrift: ['d5'], nextS: 2 });
    expect(seen[2]!.board.booting).toBe(false);
  });
  test('its mended twin is dark while the board boots', () => {
    const seen = porch(read('mistakes/boot-energises.mended'), [0.5, 1.5, 2.5, 10, 12], 10, 11);
    expect(seen.map(({ lit }) => lit)).toEqual(['off', 'off', 'off', 'on', 'on']);
    expect(seen[0]!.board.adrift).toEqual([]);
  });
  test('without a board that runs, the hand on the desk is what drives the pin', () => {
    const evidence = gatherEvidence(read('circuits/13-mains-lamp-by-module'));
    const lit = (signals: string[]) => Object.values(readDesk(evidence, { on: signals, volts: {} }, null, 0).reading.loads);
    expect(lit(['d5'])).toEqual(['on']);
    expect(lit([])).toEqual(['off']);
  });
});

describe('a gate with nothing to hold it', () => {
  const made = (pullDown: boolean) =>
    design([job({ when: on('pin'), driver: 'mosfet-logic-10a', pullDown, way: 'single-contact/mosfet' })], {
      signals: design().signals.map((signal) => (signal.nature === 'pin' ? { ...signal, controller: 'a', gpio: 'D7' } : signal)),
      controllers: [{ id: 'a', name: 'board', type: 'board-5v', place: 'box', supply: 'main', links: [], program: [] }],
    });
  test.each([
    [false, 'danger', 'on'],
    [true, 'hold', 'off'],
  ] as const)('with its pull-down %s the rule says %s and the desk shows the load %s while booting', (pullDown, severity, state) => {
    const evidence = gatherEvidence(made(pullDown));
    expect(checkEvidence(evidence).find(({ rule }) => rule === 'boot-energises')!.severity).toBe(severity);
    const { reading } = readDesk(evidence, { on: [], volts: {}, boards: { a: { startedS: 0, typed: '' } } }, null, 1);
    expect(reading.loads['job-1/load-1']).toBe(state);
    // The faults of the boot are taken back: a second look without it is at rest.
    expect(readDesk(evidence, { on: [], volts: {} }, null, 5).reading.loads['job-1/load-1']).toBe('off');
  });
});

test.each([
  // 3.3 V through 45 kΩ and 100 kΩ: 2.3 V on a gate that is on at 2.5 V and surely off below 1 V.
  ['board-3v3-radio', 'G5', 3.3, 'danger'],
  ['board-3v3-radio', 'G2', 3.3, 'hold'],
  ['board-3v3-radio', 'G16', 3.3, 'hold'],
  ['board-5v', 'D0', 5, 'danger'],
] as const)(
  'the pull inside pin %s %s stands a held gate where nobody can say that it is off, or does not',
  (type, gpio, volt, severity) => {
    const made = design([job({ when: on('pin'), driver: 'mosfet-logic-10a', pullDown: true, way: 'single-contact/mosfet' })], {
      signals: design().signals.map((signal) => (signal.nature === 'pin' ? { ...signal, controller: 'a', gpio, volt } : signal)),
      controllers: [{ id: 'a', name: 'board', type, place: 'box', supply: 'main', links: [], program: [] }],
    });
    expect(checkEvidence(gatherEvidence(made)).find(({ rule }) => rule === 'boot-energises')!.severity).toBe(severity);
  },
);

test.each([
  // 5 V through 35 kΩ into a darlington: 0.1 mA, less than the least gain asks for its coil, and more than a strong one needs.
  ['darlington-0a5', 'D0', false, 'danger'],
  // 10 kΩ to ground leave its two junctions 1.1 V of 1.4 V.
  ['darlington-0a5', 'D0', true, 'hold'],
  ['darlington-0a5', 'D7', true, 'hold'],
  // One junction of a gain of 500 carries some 60 mA of the 230 mA.
  ['npn-1a', 'D0', true, 'hold'],
] as const)(
  'the pull inside a pin drives %s at %s, pulled down %s, as a strong one takes it, or does not',
  (driver, gpio, pullDown, severity) => {
    const made = design([job({ when: on('pin'), driver, pullDown, way: 'single-contact/bipolar' })], {
      signals: design().signals.map((signal) => (signal.nature === 'pin' ? { ...signal, controller: 'a', gpio } : signal)),
      controllers: [{ id: 'a', name: 'board', type: 'board-5v', place: 'box', supply: 'main', links: [], program: [] }],
    });
    const evidence = gatherEvidence(made);
    expect(evidence.unwired).toEqual([]);
    expect(evidence.netlist.parts.some((part) => part.kind === 'transistor')).toBe(true);
    expect(checkEvidence(evidence).find(({ rule }) => rule === 'boot-energises')!.severity).toBe(severity);
  },
);

test('a pin that pulses while its board starts is no pin for a module, whatever holds it', () => {
  const lamp = read('circuits/13-mains-lamp-by-module');
  const on13 = { ...lamp, signals: lamp.signals.map((signal) => (signal.nature === 'pin' ? { ...signal, gpio: 'D13' } : signal)) };
  const found = checkEvidence(gatherEvidence(on13)).find(({ rule }) => rule === 'boot-energises')!;
  expect(found.severity).toBe('danger');
});

describe('off and still live', () => {
  const seen = (file: string, on_: readonly string[] = []) =>
    readDesk(gatherEvidence(read(file)), { on: on_, volts: {} }, null, 0).reading.live.map(({ volts }) => Math.round(volts));
  test.each([
    ['mistakes/neutral-switched', [230]],
    ['mistakes/neutral-switched.mended', []],
    ['mistakes/one-pole-of-two', [120]],
    ['mistakes/one-pole-of-two.mended', []],
    ['circuits/19-oven', []],
  ])('%s: %j V', (file, volts) => expect(seen(file)).toEqual(volts));
  test('a load that is on is live because it is on', () => {
    expect(seen('mistakes/neutral-switched', ['d5'])).toEqual([]);
  });
});
