import { METRIC } from './quantity/index.ts';
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import { analyse, drawJobs } from './analyse.ts';
import { parseDesignText } from './project/parse.ts';
import { partsListCsv, wireListCsv } from './outputs/formats/build-csv.ts';
import { toCsv } from './outputs/formats/csv.ts';
import { readDesk } from './analysis/desk.ts';
import { HEATER, and, design, job, on } from './testing/designs.ts';

const owlBox = (() => {
  const parsed = parseDesignText(readFileSync(new URL('../../examples/demo/owl-box.json', import.meta.url), 'utf8'));
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.design;
})();

describe('the demo', () => {
  const { analysis } = analyse(owlBox);
  test('has jobs that hold, one in danger and some that want care, as a newcomer should find it', () => {
    expect(analysis.jobs.map(({ severity }) => severity)).toEqual(['caution', 'caution', 'danger', 'caution', 'hold', 'hold', 'hold']);
    expect(analysis.findings.filter(({ severity }) => severity === 'danger').map(({ rule }) => rule)).toEqual(['fuse-above-wire']);
  });
  test('every job is wired, drawn and does what its sentence says', () => {
    for (const view of analysis.jobs) {
      expect(view.unwired).toEqual([]);
      expect(drawJobs(analysis.netlist, [view.id]).symbols.length).toBeGreaterThan(4);
      expect(view.matching).toBe(view.combinations);
    }
  });
});

describe('the desk', () => {
  const { evidence } = analyse(design());
  const volts = { main: 12 };
  test('off: the lamp is dead, what is behind the contact floats with it on ground', () => {
    const reading = readDesk(evidence, { on: [], volts }, null, 0).reading;
    expect(reading.loads['job-1/load-1']).toBe('off');
    expect(reading.volts['job-1-relay.30']).toBeCloseTo(12, 6);
    expect(reading.volts['job-1-relay.87']).toBeCloseTo(0, 6);
  });
  test('on: control current and load current make the supply current (Kirchhoff)', () => {
    const reading = readDesk(evidence, { on: ['key', 'dash'], volts }, null, 0).reading;
    const load = reading.amps['job-1-load-1-1/load']!;
    const coil = reading.amps['job-1-relay/coil']!;
    expect(reading.loads['job-1/load-1']).toBe('on');
    expect(coil).toBeCloseTo(12 / 85.2, 2);
    // What else hangs on the key's feed takes its own share.
    expect(-reading.amps['bat-main/cell']!).toBeCloseTo(load + coil + reading.amps['sig-key/others']!, 6);
    expect(reading.closed['job-1-relay/contact87']).toBe(true);
  });
  test('a flat battery does not pull the relay in', () => {
    expect(readDesk(evidence, { on: ['key', 'dash'], volts: { main: 7 } }, null, 0).reading.loads['job-1/load-1']).toBe('off');
    expect(readDesk(evidence, { on: ['key', 'dash'], volts: { main: 7.6 } }, null, 0).reading.loads['job-1/load-1']).toBe('on');
  });
});

describe('lists', () => {
  const { analysis } = analyse(
    design([
      job({ loads: [{ ...HEATER, name: 'lamp, "left"', count: 2 }] }),
      job({ id: 'job-2', name: 'Second', when: and(on('key'), on('dash')) }),
    ]),
  );
  const read = (text: string) => Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true });

  test('the wire list in CSV is read back by another parser, name for name', () => {
    const { data, errors } = read(wireListCsv(analysis.wires, METRIC));
    expect(errors).toEqual([]);
    expect(data).toHaveLength(analysis.wires.length);
    expect(data[0]).toMatchObject({
      Wire: 'W1.1',
      Job: 'Test lamp',
      From: 'battery +',
      Colour: 'RD',
      'Colour name': 'red',
      'Size mm²': '10',
      'Nearest AWG': '7 AWG',
      'Length m': '0.15',
    });
    expect(data.some((row) => row.To === 'E1.1 lamp, "left" +')).toBe(true);
  });
  test('the parts list counts what is equal, a shared switch once, and sums the wire', () => {
    const { data } = read(partsListCsv(analysis.parts));
    const row = (part: RegExp) => data.find((entry) => part.test(entry.Part!))!;
    expect(row(/plug-in relay/)).toMatchObject({ Count: '2', Tags: 'K1 K2' });
    expect(row(/^Switch/)).toMatchObject({ Count: '1', Part: expect.stringContaining('single-pole') });
    const metres = analysis.cuts.reduce((sum, { lengthM }) => sum + lengthM, 0);
    expect(metres).toBeCloseTo(
      analysis.wires.reduce((sum, { lengthM }) => sum + lengthM, 0),
      9,
    );
  });
  test('a text that a spreadsheet would run is set off', () => {
    expect(toCsv([{ title: 'x', value: (row: string) => row }], ['=1+1', 'plain', '-x', 'a\nb'])).toBe(
      'x\r\n\'=1+1\r\nplain\r\n\'-x\r\n"a\nb"\r\n',
    );
  });
});
