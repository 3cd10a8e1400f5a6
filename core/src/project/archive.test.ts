import { describe, expect, test } from '@jest/globals';
import { OWN_RELAY } from '../testing/own-relay.ts';
import owlBox from '../../../examples/demo/owl-box.json' with { type: 'json' };
import { archiveText, parseArchiveText } from './archive.ts';
import { parseDesign } from './parse.ts';
import type { ProjectRecord } from './record.ts';

const parsed = parseDesign(owlBox);
if (!parsed.ok) throw new Error('The demo is broken');
const document = parsed.design;
const tick: ProjectRecord = {
  id: '00000000-0000-4000-8000-000000000001',
  at: 1000,
  kind: 'tick',
  step: 'a',
  words: 'cut a wire',
  done: true,
  initials: 'ab',
};
const archive = { projects: [{ document, records: [tick] }], parts: [OWN_RELAY] };
const wrong = (change: (raw: Record<string, unknown>) => unknown) =>
  parseArchiveText(JSON.stringify(change(JSON.parse(archiveText(archive)) as Record<string, unknown>)));

describe('an archive', () => {
  test('goes out and comes in again as it was', () => {
    expect(parseArchiveText(archiveText(archive))).toEqual({ ok: true, archive });
  });
  test('a project’s own file is one of one project', () => {
    expect(parseArchiveText(JSON.stringify(owlBox))).toEqual({ ok: true, archive: { projects: [{ document, records: [] }], parts: [] } });
  });
  test.each<[string, (raw: Record<string, unknown>) => unknown, string]>([
    ['a newer one', (raw) => ({ ...raw, formatVersion: 2 }), 'formatVersion'],
    ['some other file', () => ({ format: 'x' }), 'format'],
    ['nothing', () => null, ''],
    [
      'a record with a date after the last one',
      (raw) => ({ ...raw, projects: [{ document, records: [{ ...tick, at: 9e15 }] }] }),
      'projects[0].records[0].at',
    ],
    [
      'a broken project',
      (raw) => ({
        ...raw,
        projects: [
          { document, records: [] },
          { document: { ...document, name: '' }, records: [] },
        ],
      }),
      'projects[1].document.name',
    ],
    ['a part without a name', (raw) => ({ ...raw, parts: [{ ...OWN_RELAY, name: '' }] }), 'parts[0].name'],
  ])('%s is refused as a whole, at its field', (_, change, path) => {
    expect(wrong(change)).toMatchObject({ ok: false, problems: [{ path }] });
  });
  test('what is no JSON is said', () => {
    expect(parseArchiveText('{')).toMatchObject({ ok: false, problems: [{ message: expect.stringContaining('not JSON') }] });
  });
});
