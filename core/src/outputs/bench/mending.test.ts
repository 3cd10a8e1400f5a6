/** How a fault is mended: each kind of fault that the bench can name has words, and what makes it safe stands first. */
import { expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import type { Wire } from '../../graph/index.ts';
import { gatherEvidence } from '../../analysis/evidence.ts';
import { parseDesignText } from '../../project/parse.ts';
import { singleFaults } from './faults.ts';
import { mendingOf } from './mending.ts';

test('every fault of every example is mended with the supply off first, on the mains unplugged and proved dead', () => {
  const folder = new URL('../../../../examples/circuits/', import.meta.url);
  const kinds = new Set<string>();
  const first = { mains: 0, low: 0 };
  for (const file of readdirSync(folder)) {
    const parsed = parseDesignText(readFileSync(new URL(file, folder), 'utf8'));
    if (!parsed.ok) throw new Error(file);
    const evidence = gatherEvidence(parsed.design);
    for (const { id } of parsed.design.jobs) {
      const mains = evidence.netlist.wires.some((wire) => wire.mains && wire.jobs.includes(id));
      first[mains ? 'mains' : 'low']++;
      for (const { kind } of singleFaults(evidence, id)) {
        kinds.add(kind);
        expect(mendingOf(kind, evidence.netlist, id)).toMatch(
          mains
            ? /^Unplug it or switch its breaker off, and prove it dead twice; .*call who may\. [A-Z]/
            : /^Every supply off first\. [A-Z]/,
        );
      }
    }
  }
  expect(kinds.size).toBeGreaterThan(10);
  expect(first.mains).toBeGreaterThan(2);
  expect(first.low).toBeGreaterThan(10);
});

test('a low-voltage load whose coil hangs on the mains is mended unplugged too, and a fuse is never made larger', () => {
  const wire = (mains: boolean, job: string) => ({ mains, jobs: [job] }) as unknown as Wire;
  const netlist = { wires: [wire(false, 'lamp'), wire(true, 'lamp'), wire(false, 'fan')] };
  expect(mendingOf('blown fuse', netlist, 'lamp')).toMatch(/^Unplug it.*never a larger one\.$/);
  expect(mendingOf('blown fuse', netlist, 'fan')).toMatch(/^Every supply off.*never a larger one\.$/);
});
