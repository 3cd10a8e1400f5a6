import { describe, expect, test } from '@jest/globals';
import { blankDesign, type Design } from '@iron-nudge/core';
import { emptyHistory, recorded } from './history.ts';
import type { Steps } from './seen.ts';
import { undoKeep } from './undo-keep.ts';

function stored() {
  const kept = new Map<string, Steps>();
  return {
    kept,
    keepSteps: (project: string, steps: Steps) => Promise.resolve(void kept.set(project, structuredClone(steps))),
    steps: (project: string) => Promise.resolve(kept.get(project)),
  };
}
const before = blankDesign('Shed', 'battery-12');
const after: Design = { ...before, name: 'Garage' };
const history = recorded(emptyHistory<Design>(), 'name', before, 'name', '/projects/p/design');

describe('what can be undone, over a reload', () => {
  test('comes back beside the document that it leads back from, whatever the order of its fields', async () => {
    const store = stored();
    const keep = undoKeep(store);
    keep.note('p', history, after);
    keep.flush();
    const turned = Object.fromEntries(Object.entries(after).reverse()) as unknown as Design;
    const back = await undoKeep(store).of('p', turned);
    expect(back?.past).toEqual([{ label: 'name', document: before, at: '/projects/p/design' }]);
    // More typing after the reload is a step of its own.
    expect(back?.field).toBeNull();
  });
  test('does not come back over what somebody else saved, nor of another project, nor of an older format', async () => {
    const store = stored();
    const keep = undoKeep(store);
    keep.note('p', history, after);
    keep.flush();
    expect(await keep.of('p', { ...after, name: 'Barn' })).toBeNull();
    expect(await keep.of('q', after)).toBeNull();
    store.kept.set('p', { ...store.kept.get('p')!, format: 1 });
    expect(await keep.of('p', after)).toBeNull();
  });
  test('is written once after a pause, and at once when the page goes', async () => {
    const store = stored();
    const keep = undoKeep(store);
    keep.note('p', emptyHistory<Design>(), before);
    keep.note('p', history, after);
    expect(store.kept.size).toBe(0);
    await new Promise((done) => setTimeout(done, 400));
    expect(store.kept.get('p')?.now.name).toBe('Garage');
    keep.note('q', history, after);
    keep.flush();
    expect(store.kept.has('q')).toBe(true);
  });
  test('of two projects in one page each keeps its own', async () => {
    const store = stored();
    const keep = undoKeep(store);
    keep.note('p', history, after);
    keep.note('q', emptyHistory<Design>(), before);
    keep.flush();
    expect(store.kept.get('p')?.now.name).toBe('Garage');
    expect(store.kept.get('q')?.now.name).toBe('Shed');
  });
});
