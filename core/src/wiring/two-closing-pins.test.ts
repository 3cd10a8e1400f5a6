/** A relay with two 87 pins that are one inside: what hangs on either goes through the one contact, and neither rests closed. */
import { expect, test } from '@jest/globals';
import { analyse, drawJobs } from '../analyse.ts';
import { parseDesign } from '../project/index.ts';
import type { Design } from '../project/index.ts';
import { socketsOf } from '../outputs/index.ts';
import { readSaid } from '../testing/said.ts';

const said = (what: string) => readSaid(`when the key is on, ${what} from the battery through a relay with two 87 pins`).design!;
const LAMPS = 'light two 55 W fog lamps';
const outOf = (design: Design) =>
  analyse(design)
    .analysis.netlist.wires.filter(({ from }) => from.startsWith('job-1-relay.87'))
    .map(({ from, to }) => `${from.slice(-3)} ${to.slice(6)}`);
const contact = (design: Design) => analyse(design).analysis.findings.find(({ rule }) => rule === 'load-over-contact')!;

test('two lamps are fed by a pin each, and there is no splice to crimp on the way out', () => {
  expect(outOf(said(LAMPS))).toEqual(['.87 load-1-1.+', '87b load-1-2.+']);
  const { analysis } = analyse(said(LAMPS));
  expect(analysis.netlist.parts.filter(({ id }) => id.endsWith('splice-out'))).toEqual([]);
  expect(analysis.jobs[0]).toMatchObject({ combinations: 2, matching: 2 });
  expect(analysis.findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
  const { symbols } = drawJobs(analysis.netlist, ['job-1']);
  expect(symbols.filter(({ symbol }) => symbol === 'joined-pins').map(({ labels }) => labels)).toEqual([['87b']]);
});

test('of several loads every other one; of three or one line of four it makes no splice less', () => {
  expect(outOf(said('run a 5 A fan and a 3 A pump and light a 10 W lamp'))).toEqual(['.87 load-1-1.+', '87b load-2-1.+', '.87 load-3-1.+']);
  expect(outOf(said('light four 10 W lamps'))).toEqual(['.87 load-1-splice-out.1']);
});

test('its contact is asked for both, and where one pin alone is wired for that one', () => {
  // 2 × 55 W of 12 V at 14.8 V: 11.3 A by Ohm, less what the wires drop.
  expect(contact(said(LAMPS)).value).toBeGreaterThan(10.3);
  expect(contact(said(LAMPS)).value).toBeLessThan(11.31);
  const design = said(LAMPS);
  const first = analyse(design).analysis.netlist.wires.find(({ from }) => from === 'job-1-relay.87')!;
  const parsed = parseDesign({ ...design, jobs: design.jobs.map((job) => ({ ...job, edits: [{ kind: 'no-wire', wire: first.id }] })) });
  if (!parsed.ok) throw new Error('no such edit');
  const alone = contact(parsed.design).value;
  expect(alone).toBeGreaterThan(5);
  expect(alone).toBeLessThan(5.66);
});

test('its socket says what lands on each', () => {
  const [view] = socketsOf(analyse(said(LAMPS)).analysis.netlist);
  expect(view!.pins.map(({ pin, what }) => `${pin} ${what}`)).toEqual(['86 coil', '85 coil', '30 common', '87 closes', '87b closes']);
  expect(view!.pins.find(({ pin }) => pin === '87b')!.wires).toHaveLength(1);
});

test('where a throw must rest closed it is refused in words; nobody is given one unasked', () => {
  const changeover = readSaid(
    'when the high beam is on, light two 60 W high beams; otherwise light two 55 W low beams from the battery through a relay with two 87 pins',
  ).design!;
  expect(
    analyse(changeover)
      .evidence.unwired.flatMap(({ reasons }) => reasons.map(({ message }) => message))
      .join(),
  ).toMatch(/87a|rests closed|five-pin/);
  const usual = readSaid(`when the key is on, ${LAMPS} from the battery`).design!.jobs[0]!.device;
  expect(usual.kind === 'relay' && usual.part).toBe('relay-12v-30a-4');
});
