import type { Memory } from '../document/index.ts';
import { type Design, type Intent, type Job, type JobIntent, intentOf } from '../project/index.ts';
import type { Machine } from './explore.ts';

/** Jobs side by side as one machine; its meaning is each job's load lines. */
export function jointMachine(design: Design, jobs: readonly Job[], more: readonly string[] = []): Machine<readonly (readonly Intent[])[]> {
  const intents: JobIntent[] = jobs.map((job) => intentOf(design, job));
  return {
    signals: [...new Set([...intents.flatMap(({ signals }) => signals), ...more])],
    remembers: intents.some(({ remembers }) => remembers),
    step(on, memory: Memory) {
      let at = 0;
      const next: boolean[] = [];
      const meant = intents.map((intent) => {
        const bits = intent.step(() => false, null).memory.length;
        const step = intent.step(on, memory && memory.slice(at, at + bits));
        at += bits;
        next.push(...step.memory);
        return step.lines;
      });
      return { memory: next, meant };
    },
  };
}
