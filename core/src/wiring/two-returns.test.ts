/** A return of wire: each battery has a minus of its own, and what one charges is linked to it by a wire that is sized, solved and bought. */
import { readFileSync } from 'node:fs';
import { wireBranch } from './index.ts';
import { pin } from '../testing/terminals.ts';
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../analyse.ts';
import { voltsBetween } from '../analysis/index.ts';
import { asVariant } from '../kinds/supply/registry.ts';
import { wireList } from '../outputs/index.ts';
import { parseDesign } from '../project/parse.ts';
import type { Design, Edit, Job } from '../project/schema.ts';
import { wireOhmPerM } from '../reference/index.ts';
import { design, job, on } from '../testing/designs.ts';
import { watts } from '../testing/mains.ts';

const parsed = parseDesign(JSON.parse(readFileSync('examples/circuits/11-split-charge.json', 'utf8')));
const charging = (returnPath: 'chassis' | 'wire', edits: readonly Edit[] = []): Design => {
  if (!parsed.ok) throw new Error('the example does not open');
  const { settings, jobs } = parsed.design;
  return { ...parsed.design, settings: { ...settings, returnPath }, jobs: jobs.map((one) => ({ ...one, edits: [...edits] })) };
};
const LINK = pin('return-aux.31');
const linkOf = (made: Design) => analyse(made).analysis.netlist.wires.filter(({ from }) => from === LINK);

describe('what one battery charges', () => {
  test('is linked by a wire from its minus to the other one’s, and by the vehicle’s metal where that is the return', () => {
    expect(linkOf(charging('wire'))).toMatchObject([{ to: 'return.31', role: 'return', job: 'charge' }]);
    expect(linkOf(charging('chassis'))).toEqual([]);
  });
  test('what flows there loses what Ohm’s law says of its copper', () => {
    const { analysis, evidence } = analyse(charging('wire'));
    const [link] = analysis.netlist.wires.filter(({ from }) => from === LINK);
    const { circuit } = evidence;
    const joined = evidence.jobs.get('charge')!.states.find(({ lines, corner, solution }) => {
      const ampere = solution.amps(circuit.branchIndex(wireBranch(link!.id)));
      return corner === 'usual' && lines[0] === 'on' && Math.abs(ampere) > 0.1;
    })!;
    const ampere = joined.solution.amps(circuit.branchIndex(wireBranch(link!.id)));
    // At 20 °C, of copper that may be up to a third warmer in ohms.
    const cold = Math.abs(ampere) * wireOhmPerM(link!.sizeMm2)! * link!.lengthM;
    const volts = Math.abs(voltsBetween(circuit, joined.solution, LINK, pin('return.31')));
    expect(volts).toBeGreaterThanOrEqual(cold * 0.999);
    expect(volts).toBeLessThan(cold * 1.34);
  });
  test('the link stands in the list of wires, from minus to minus', () => {
    const made = charging('wire');
    const [link] = linkOf(made);
    const { netlist } = analyse(made).analysis;
    const row = wireList(made, netlist, []).find(({ tag }) => tag === link!.tag);
    expect(row).toMatchObject({ from: expect.stringContaining('leisure battery −'), to: expect.stringContaining('start battery −') });
  });
  test('with the link left out nothing is charged, and that is said', () => {
    const [link] = linkOf(charging('wire'));
    const { findings } = analyse(charging('wire', [{ kind: 'no-wire', wire: link!.id }])).analysis;
    expect(findings.filter(({ severity }) => severity === 'danger').map(({ rule }) => rule)).toContain('state-mismatch');
    expect(analyse(charging('wire')).analysis.findings.filter(({ severity }) => severity !== 'hold')).toEqual([]);
  });
});

describe('what hangs on a second battery', () => {
  const onSecond = (changes: Partial<Job>): Design => {
    const house = asVariant({ id: 'house', name: 'house', place: 'box' }, 'battery-12');
    const { supplies, settings } = design();
    return design([job({ when: on('dash'), loads: [watts('heater', 96, 12)], ...changes })], {
      supplies: [...supplies, house],
      settings: { ...settings, returnPath: 'wire' },
    });
  };
  const endsOf = (made: Design) =>
    analyse(made)
      .analysis.netlist.wires.filter(({ role }) => role === 'return')
      .map(({ to }) => to);
  test('comes back to its minus, and its coil to the minus of what feeds that', () => {
    expect(endsOf(onSecond({ supply: 'house', controlSupply: 'main' }))).toEqual(['return.31', 'return-house.31']);
    expect(endsOf(onSecond({ supply: 'house' }))).toEqual(['return-house.31', 'return-house.31']);
    expect(endsOf(onSecond({}))).toEqual(['return.31', 'return.31']);
  });
  test.each([{ supply: 'house', controlSupply: 'main' }, { supply: 'house' }])(
    '%o: does as its sentence says, and no state is other',
    (of) => {
      const { findings } = analyse(onSecond(of)).analysis;
      expect(findings.filter(({ rule, severity }) => rule === 'state-mismatch' && severity !== 'hold')).toEqual([]);
    },
  );
  test('a sensor of its volts comes back to its minus, and sees them with no link there', () => {
    const made = onSecond({ supply: 'house', when: on('charging') });
    const signals = made.signals.map((signal) =>
      signal.id === 'charging' ? ({ ...signal, watches: { quantity: 'voltage', supply: 'house' } } as typeof signal) : signal,
    );
    const { findings, netlist } = analyse({ ...made, signals }).analysis;
    expect(netlist.wires.find(({ from }) => from === 'sig-charging.-')!.to).toBe('return-house.31');
    const wrong = findings.filter(({ rule, severity }) => /^(?:state-mismatch|floating-input)$/.test(rule) && severity !== 'hold');
    expect(wrong).toEqual([]);
  });
});
