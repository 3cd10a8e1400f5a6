/** Changes by hand: made where they fit, dropped and said where they do not, and drawn whole. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { analyse, drawJobs } from '../../analyse.ts';
import { parseDesignText } from '../../project/parse.ts';
import type { Design, Edit } from '../../project/schema.ts';
import { kindOf } from '../../kinds/part/registry.ts';
import { design, job } from '../../testing/designs.ts';

const folder = new URL('../../../../examples/circuits/', import.meta.url);
function read(file: string): Design {
  const parsed = parseDesignText(readFileSync(new URL(file, folder), 'utf8'));
  if (!parsed.ok) throw new Error(file);
  return parsed.design;
}
const withEdits = (made: Design, id: string, edits: Edit[]): Design => ({
  ...made,
  jobs: made.jobs.map((own) => (own.id === id ? { ...own, edits } : own)),
});

/** Every number of a drawing, by where it stands. */
function numbers(value: unknown, path = ''): [string, number][] {
  if (typeof value === 'number') return [[path, value]];
  if (typeof value !== 'object' || value === null) return value === undefined ? [[path, NaN]] : [];
  return Object.entries(value).flatMap(([key, inner]) => numbers(inner, `${path}.${key}`));
}

describe.each(readdirSync(folder).sort())('%s', (file) => {
  const made = read(file);
  const { netlist } = analyse(made).analysis;
  const swaps = netlist.parts.flatMap((part): [string, Edit][] => {
    if (part.job === null) return [];
    const pins = kindOf(part).pins(part.spec);
    return pins.flatMap((a, at) => pins.slice(at + 1).map((b): [string, Edit] => [part.job!, { kind: 'swap', part: part.id, a, b }]));
  });

  test('whatever two pins of a part are changed about, every line of the drawing has its place', () => {
    for (const [id, edit] of swaps) {
      const after = analyse(withEdits(made, id, [edit])).analysis;
      const drawing = drawJobs(after.netlist, [id]);
      const astray = numbers(drawing).filter(([, value]) => !Number.isFinite(value));
      expect({ edit, astray }).toEqual({ edit, astray: [] });
    }
  });
});

describe('an edit that does not fit', () => {
  const relay = (part: string, edits: Edit[]) => design([job({ device: { kind: 'relay', part, socket: 'auto', place: 'box' }, edits })]);
  const said = (made: Design) => analyse(made).analysis.findings.find(({ rule }) => rule === 'edit-not-made');
  const swapped: Edit = { kind: 'swap', part: 'job-1-relay', a: '87', b: '87a' };

  test('a throw that the relay has is swapped; one that it has not is said by name', () => {
    expect(said(relay('relay-12v-30a-5', [swapped]))).toMatchObject({ severity: 'hold', value: 0 });
    const four = relay('relay-12v-30a-4', [swapped]);
    expect(said(four)).toMatchObject({ severity: 'caution', value: 1, title: expect.stringContaining('no pin 87a on K1') });
    const plain = analyse(relay('relay-12v-30a-4', [])).analysis.netlist;
    expect(analyse(four).analysis.netlist.wires).toEqual(plain.wires);
  });

  test.each<[string, Edit]>([
    ['a part that is gone', { kind: 'leave-out', part: 'job-1-nowhere' }],
    ['a bridge over nothing', { kind: 'bridge', part: 'job-1-nowhere' }],
    ['a wire that is gone', { kind: 'no-wire', wire: 'job-1/here>there' }],
  ])('%s', (_, edit) => {
    expect(said(relay('relay-12v-30a-4', [edit]))).toMatchObject({ severity: 'caution', value: 1 });
  });

  test('those that fit are made beside it', () => {
    const made = relay('relay-12v-30a-4', [swapped, { kind: 'swap', part: 'job-1-relay', a: '85', b: '86' }]);
    const { netlist } = analyse(made).analysis;
    expect(netlist.dropped.map(({ at }) => at)).toEqual([0]);
    expect(netlist.wires.find(({ leg }) => leg === 'control-return')!.from).toBe('job-1-relay.86');
  });
});
