/** How often a controller, a time relay or a board's program moves what follows it, whatever was typed. */
import { isPin, signalFacets } from '../kinds/index.ts';
import type { Design, ProgramStep } from '../project/index.ts';

const DAY_S = 86_400;

/** Times that a program moves a pin in one pass, and how long the pass takes at the least, s. */
function passOf(steps: readonly ProgramStep[], pin: string): { turns: number; seconds: number } {
  let [turns, seconds] = [0, 0];
  let high: boolean | null = null;
  for (const step of steps) {
    if (step.do === 'wait') seconds += step.seconds;
    else if (step.do === 'repeat') {
      const inner = passOf(step.steps, pin);
      const times = step.times === 0 ? 1 : step.times;
      turns += times * inner.turns;
      seconds += times * inner.seconds;
    } else if (step.do === 'set' && step.pin === pin) {
      if (step.high !== high) turns++;
      high = step.high;
    }
  }
  return { turns, seconds };
}

/** The most that signals of a job are cycled by themselves, times a day; 0 where only hands and things move them. */
export function cyclesPerDay(design: Design, signals: readonly string[]): number {
  return Math.max(
    0,
    ...design.signals.flatMap((signal) => {
      if (!signals.includes(signal.id)) return [];
      const roundS = signalFacets(signal).roundS(signal);
      if (roundS !== null) return [DAY_S / roundS];
      if (!isPin(signal)) return [];
      const board = design.controllers.find(({ id }) => id === signal.controller);
      const { turns, seconds } = passOf(board?.program ?? [], signal.id);
      // On and off again is one operation.
      return seconds > 0 ? [((turns / 2) * DAY_S) / seconds] : [];
    }),
  );
}
