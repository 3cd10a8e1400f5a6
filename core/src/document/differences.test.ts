import { describe, expect, test } from '@jest/globals';
import { differencesOf } from './differences.ts';

const design = {
  name: 'Box',
  notes: '',
  jobs: [
    { id: 'dew', name: 'Dew heaters', fuse: 10, when: { all: ['a', 'b'] } },
    { id: 'fan', name: 'Fan', fuse: null },
  ],
};

describe('what two documents say differently', () => {
  test('nothing where they say the same, whatever the order of their keys', () => {
    expect(differencesOf(design, { jobs: design.jobs, notes: '', name: 'Box' })).toEqual([]);
  });
  test('a field, by the name of what it belongs to', () => {
    const after = { ...design, notes: 'typed', jobs: [{ ...design.jobs[0]!, fuse: 15 }, design.jobs[1]!] };
    expect(differencesOf(design, after)).toEqual([
      { where: 'notes', before: '', after: 'typed' },
      { where: 'jobs › Dew heaters › fuse', before: '10', after: '15' },
    ]);
  });
  test('an entry that came in front of the others is one difference, and so is one that went', () => {
    const after = { ...design, jobs: [{ id: 'lamp', name: 'Lamp' }, ...design.jobs] };
    expect(differencesOf(design, after)).toEqual([{ where: 'jobs › Lamp', before: '', after: 'Lamp' }]);
    expect(differencesOf(after, design)).toEqual([{ where: 'jobs › Lamp', before: 'Lamp', after: '' }]);
    expect(differencesOf({ ...design, jobs: [] }, design).map(({ where }) => where)).toEqual(['jobs › Dew heaters', 'jobs › Fan']);
  });
  test('a list without ids goes by its numbers, and what is long is cut between letters', () => {
    const after = { ...design, name: '😀'.repeat(100), jobs: [{ ...design.jobs[0]!, when: { all: ['a', 'c'] } }, design.jobs[1]!] };
    expect(differencesOf(design, after)).toEqual([
      { where: 'name', before: 'Box', after: `${'😀'.repeat(80)}…` },
      { where: 'jobs › Dew heaters › when › all › 2', before: 'b', after: 'c' },
    ]);
  });
});
