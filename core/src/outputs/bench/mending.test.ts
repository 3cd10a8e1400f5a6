/** How a fault is mended: each kind of fault that the bench can name has words, and what makes it safe stands first. */
import { expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { gatherEvidence } from '../../analysis/evidence.ts';
import { parseDesignText } from '../../project/parse.ts';
import { singleFaults } from './faults.ts';
import { mendingOf } from './mending.ts';

test('every fault of every example is mended with the supply off first, on the mains unplugged and proved dead', () => {
  const folder = new URL('../../../../examples/circuits/', import.meta.url);
  const kinds = new Set<Parameters<typeof mendingOf>[0]>();
  for (const file of readdirSync(folder)) {
    const parsed = parseDesignText(readFileSync(new URL(file, folder), 'utf8'));
    if (!parsed.ok) throw new Error(file);
    const evidence = gatherEvidence(parsed.design);
    for (const { id } of parsed.design.jobs) for (const { kind } of singleFaults(evidence, id)) kinds.add(kind);
  }
  expect(kinds.size).toBeGreaterThan(10);
  for (const kind of kinds) {
    expect(mendingOf(kind, false)).toMatch(/^Supply off, at the battery\. [A-Z]/);
    expect(mendingOf(kind, true)).toMatch(/^Unplug it or switch its breaker off, and prove it dead twice; .*call who may\. [A-Z]/);
  }
  expect(mendingOf('blown fuse', false)).toContain('never a larger one');
});
