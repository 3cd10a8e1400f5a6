import { describe, expect, test } from '@jest/globals';
import Papa from 'papaparse';
import { type OwnRelay, ownRelaySchema } from '../../kinds/catalogue/own-relay.ts';
import { assumptionsOf } from '../../project/assumed.ts';
import { parseDesign } from '../../project/parse.ts';
import type { Design } from '../../project/schema.ts';
import { compile } from '../../wiring/compile.ts';
import { OWN_FORMS } from '../../kinds/catalogue/own-relay.ts';
import { beginOwn, withLabel } from '../../kinds/catalogue/own-usual.ts';
import { relayOf, throwRating } from '../../kinds/catalogue/shelf.ts';
import { design, job } from '../../testing/designs.ts';
import { ownRelaysCsv, ownRelaysFromRows } from './parts-csv.ts';

const pump: OwnRelay = {
  id: 'own-pump-relay',
  name: '=Pump relay, "blue", five-pin',
  form: 'five',
  coilV: 12,
  coilOhm: 92.5,
  pullInV: 7.6,
  releaseV: 1,
  coilMostV: 16,
  coilHenry: 0.25,
  coilRiseK: 40,
  contactOhm: 0.003,
  closing: { resistiveA: 35, own: { motor: 22 } },
  resting: { resistiveA: 20, own: {} },
  label: '35/20 A 14 V⎓',
  assumed: ['coilHenry'],
  price: 7.4,
};
const four: OwnRelay = { ...pump, id: 'own-plain', name: 'Plain', form: 'four', resting: null, closing: { resistiveA: 20, own: {} } };
const rows = (csv: string) => Papa.parse<Record<string, string>>(csv, { header: true, skipEmptyLines: true }).data;

describe('own relays as CSV', () => {
  test('come back as they went out, through an independent parser', () => {
    // A name that a spreadsheet would take for a formula is set off by an apostrophe, which does not come back.
    expect(ownRelaysCsv([pump])).toContain("'=Pump");
    expect(ownRelaysFromRows(rows(ownRelaysCsv([pump, four])))).toEqual({ ok: true, parts: [pump, four] });
  });

  test('of every form come back whole', () => {
    const parts = OWN_FORMS.map((form, at) => withLabel(beginOwn(form, `own-${at}`, `Own ${form}`), 'AC-1 25 A 400 V, AC-3 9 A').part).map(
      (part) => (part.form === 'solid-dc' ? withLabel(part, '40 A 60 V⎓').part : part),
    );
    expect(ownRelaysFromRows(rows(ownRelaysCsv(parts)))).toEqual({ ok: true, parts });
  });
  test('a file from before there were other forms is taken as it was', () => {
    const old = rows(ownRelaysCsv([four])).map(({ label: _, assumed: __, ...row }) =>
      Object.fromEntries(Object.entries(row).filter(([column]) => !/^(module|solid)|Ac|MostV$/.test(column) || column === 'coilMostV')),
    );
    expect(ownRelaysFromRows(old)).toMatchObject({ ok: true, parts: [{ ...four, label: '', assumed: [] }] });
  });

  test.each([
    ['coilOhm', 'ninety', 'coilOhm'],
    ['closingAcResistiveA', 'ten', 'closingAcResistiveA'],
    ['closingMostV', 'low', 'closingMostV'],
    ['closingMotorA', '-3', 'closingMotorA'],
    ['form', 'seven', 'form'],
    ['pullInV', '13', 'pullInV'],
    ['restingResistiveA', '', 'resting'],
  ])('a bad %s is said with its row and column', (column, value, said) => {
    const [first] = rows(ownRelaysCsv([pump]));
    const read = ownRelaysFromRows([first!, { ...first!, id: 'own-other', [column]: value }]);
    if (read.ok) throw new Error('taken');
    expect(read.problems[0]!.row).toBe(3);
    expect(read.problems.map((problem) => problem.column).join(' ')).toContain(said);
  });

  test('the same part twice is said', () => {
    const read = ownRelaysFromRows([...rows(ownRelaysCsv([four])), ...rows(ownRelaysCsv([four]))]);
    expect(read).toMatchObject({ ok: false, problems: [{ row: 3, column: 'id' }] });
  });
});

describe('a project with a part of its own', () => {
  const made = design([job({ device: { kind: 'relay', part: pump.id, socket: 'auto', place: 'box' } })], { parts: [pump] });
  test('wires it, and rates its throws by its own data sheet where that says something', () => {
    expect(compile(made).unwired).toEqual([]);
    const type = relayOf(made, pump.id)!;
    expect(throwRating(type, '87', 'motor').ampere).toBe(22);
    expect(throwRating(type, '87', 'filament').ampere).toBeCloseTo(3.5, 9);
  });
  test('says of it what nobody typed, its contact’s rating first, and nothing of a part that no job uses', () => {
    const begun = { ...beginOwn('five', pump.id, 'Pump relay'), assumed: ['closing', 'pullInV'] };
    const words = (of: Design) => assumptionsOf(of).flatMap(({ label, value }) => (label.startsWith('Pump relay') ? [[label, value]] : []));
    expect(words({ ...made, parts: [begun] })).toEqual([
      ['Pump relay: rating of its contact', 30],
      ['Pump relay: switches at, at most', 7.2],
    ]);
    expect(words({ ...made, parts: [begun], jobs: [] })).toEqual([]);
    expect(words({ ...made, parts: [{ ...begun, assumed: [] }] })).toEqual([]);
  });
  test('a part that its jobs use cannot vanish from it', () => {
    const without = parseDesign({ ...made, parts: [] });
    expect(without).toMatchObject({ ok: false, problems: [{ path: 'jobs[0].device.part' }] });
  });
  test('a part that could not be is refused at its field', () => {
    expect(ownRelaySchema.safeParse({ ...pump, releaseV: 9 }).error!.issues[0]!.path).toEqual(['releaseV']);
    expect(ownRelaySchema.safeParse({ ...pump, coilMostV: 9 }).error!.issues[0]!.path).toEqual(['coilMostV']);
  });
});
