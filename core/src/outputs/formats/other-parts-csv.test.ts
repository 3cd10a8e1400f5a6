import { describe, expect, test } from '@jest/globals';
import Papa from 'papaparse';
import { OWN_BEGINNINGS, type OwnPart, beginPart, isOwnRelay, ownPartSchema } from '../../kinds/index.ts';
import { asKeptKind, keptKinds, beginKept, KEPT_FORMS } from '../../kinds/own-kept.ts';
import { otherPartsCsv, otherPartsFromRows } from './other-parts-csv.ts';

const rows = (csv: string) => Papa.parse<Record<string, string>>(csv, { header: true, skipEmptyLines: true }).data;
const again = (parts: readonly OwnPart[]) => otherPartsFromRows(rows(otherPartsCsv(parts)));

/** Each form that is no relay, and of what is kept for other projects each kind. */
const ALL: readonly OwnPart[] = [
  ...OWN_BEGINNINGS.map(({ value, text }, at) => beginPart(value, `own-${at}`, text)).filter((part) => !isOwnRelay(part)),
  ...KEPT_FORMS.flatMap((form) =>
    keptKinds(beginKept(form, 'x', 'x')).map(({ value, text }, at) => asKeptKind(beginKept(form, `kept-${form}-${at}`, text), value)),
  ),
].map((part) => ownPartSchema.parse(part));

describe('own parts that are no relays, as CSV', () => {
  test('of every form come back whole, through an independent parser', () => {
    expect(ALL.length).toBeGreaterThan(40);
    expect(again(ALL)).toEqual({ ok: true, parts: ALL });
  });
  test.each(['=SUM(A1)', '-20', '7', '1,5', 'true', 'null', "'quoted", '"both"', 'a, "b"; c', '[1]'])(
    'a part that is called %s keeps its name',
    (name) => {
      const part = beginPart('holder', 'own-holder', name);
      expect(again([part])).toEqual({ ok: true, parts: [part] });
    },
  );
  test('a spreadsheet’s comma is a decimal point', () => {
    const [row] = rows(otherPartsCsv([beginPart('holder', 'own-holder', 'Holder')]));
    expect(otherPartsFromRows([{ ...row, leadMm2: '2,5' }])).toMatchObject({ ok: true, parts: [{ leadMm2: 2.5 }] });
  });
  test('what cannot be is told with its row and column, and then nothing is taken', () => {
    const good = rows(otherPartsCsv([beginPart('holder', 'own-holder', 'Holder'), beginPart('socket', 'own-socket', 'Socket')]));
    const bad = [good[0]!, { ...good[1]!, terminalA: 'many', fits: 'round' }, good[0]!];
    const read = otherPartsFromRows(bad);
    expect(read.ok).toBe(false);
    expect(read.ok ? [] : read.problems.map(({ row, column }) => `${row} ${column}`).sort()).toEqual(['3 fits', '3 terminalA', '4 id']);
    expect(otherPartsFromRows([{ colour: 'red' }])).toMatchObject({ ok: false, problems: [{ row: 2, column: 'form' }] });
  });
  test('no column reaches past the part', () => {
    const [row] = rows(otherPartsCsv([beginPart('holder', 'own-holder', 'Holder')]));
    expect(otherPartsFromRows([{ ...row, '__proto__.polluted': '1', 'constructor.prototype.polluted': '1' }]).ok).toBe(true);
    expect(({} as Record<string, unknown>).polluted).toBeUndefined();
  });
});
