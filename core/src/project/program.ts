/**
 * A controller's program as it runs: steps in order, and rules that stand from the start.
 *
 * *Set*, *wait* and *repeat* are a script, one after another from the end of booting. *Hold*, *follow* and *character*
 * stand beside it for ever. After booting every pin is written to how it usually stands before anything else; of two steps
 * that drive one pin the later in the list has the last word each time that it speaks.
 *
 * The clock and what comes in are arguments; a state is plain data.
 */
import type { Controller, Design, ProgramStep } from './schema.ts';
import { meaning, signalsOf } from '../document/index.ts';
import { controllerType, isPin } from '../kinds/index.ts';

export interface ProgramState {
  /** Power-up, s on the caller's clock. */
  readonly startedS: number;
  /** Whether the script has begun, where it is, how often each repeat has gone round, and when it goes on. */
  readonly running: boolean;
  readonly at: number;
  readonly inner: number;
  readonly rounds: number;
  readonly dueS: number;
  readonly levels: Readonly<Record<string, boolean>>;
  /** When each hold lets go, by its place in the list; never while its signal is on. */
  readonly holds: Readonly<Record<number, number>>;
  /** Characters that were read. */
  readonly read: number;
}

export interface ProgramInput {
  /** Whether a signal is on now. */
  on(signal: string): boolean;
  /** All that came over the link since power-up. */
  readonly typed: string;
}

/** More turns in one moment than any program means. */
const MOST_TURNS = 10_000;

export function powerUp(nowS: number): ProgramState {
  return { startedS: nowS, running: false, at: 0, inner: 0, rounds: 0, dueS: nowS, levels: {}, holds: {}, read: 0 };
}

export const pinsOf = (design: Pick<Design, 'signals'>, board: Controller) =>
  design.signals.flatMap((signal) => (isPin(signal) && signal.controller === board.id ? [signal] : []));

/** A level of a pin at which no job that follows it is meant on, whatever its other signals are; null where none is sure. */
function offLevel(jobs: Design['jobs'], pin: string): boolean | null {
  const users = jobs.filter(({ when }) => signalsOf(when).includes(pin));
  if (users.length === 0) return null;
  const anyOn = (level: boolean) =>
    users.some(({ when }) => [true, false].some((others) => meaning(when, (signal) => (signal === pin ? level : others), null).value));
  return [false, true].find((level) => !anyOn(level)) ?? null;
}

/** The level of each pin that is written before the pin is made an output: the one that turns every load off, and where none does how it usually stands. */
export function restLevels({ signals, jobs }: Pick<Design, 'signals' | 'jobs'>, board: Controller): Record<string, boolean> {
  return Object.fromEntries(pinsOf({ signals }, board).map(({ id, usual }) => [id, offLevel(jobs, id) ?? usual]));
}

/** The program at a moment; `nextS` is when it does something by itself, null where it only waits for what comes in. */
export function runProgram(
  design: Pick<Design, 'signals' | 'jobs' | 'parts'>,
  board: Controller,
  before: ProgramState,
  nowS: number,
  input: ProgramInput,
): { state: ProgramState; booting: boolean; nextS: number | null } {
  const bootedS = before.startedS + controllerType(design, board.type).bootS;
  if (nowS < bootedS) return { state: before, booting: true, nextS: bootedS };
  const levels: Record<string, boolean> = before.running ? { ...before.levels } : restLevels(design, board);
  let { at, inner, rounds, dueS } = before.running ? before : { ...before, dueS: bootedS };
  const script = board.program;

  const setOrWait = (step: ProgramStep): void => {
    if (step.do === 'set') levels[step.pin] = step.high;
    if (step.do === 'wait') dueS += step.seconds;
  };
  for (let turn = 0; at < script.length && dueS <= nowS && turn < MOST_TURNS; turn++) {
    const step = script[at]!;
    if (step.do !== 'repeat') {
      setOrWait(step);
      at++;
      continue;
    }
    setOrWait(step.steps[inner]!);
    inner++;
    if (inner < step.steps.length) continue;
    inner = 0;
    rounds++;
    if (step.times > 0 && rounds >= step.times) {
      rounds = 0;
      at++;
    }
  }

  const holds: Record<number, number> = {};
  let { read } = before;
  const fresh = input.typed.slice(read);
  read = input.typed.length;
  // Holds and followers speak whenever they stand, so that what is written last in the list has the last word.
  script.forEach((step, index) => {
    switch (step.do) {
      case 'hold': {
        const known = before.holds[index];
        // While the signal is on there is no end yet; its time begins when the signal goes.
        const until = input.on(step.signal) ? Infinity : known === Infinity ? nowS + step.seconds : known;
        if (until !== undefined && until > nowS) {
          holds[index] = until;
          levels[step.pin] = step.high;
        } else if (known !== undefined) levels[step.pin] = !step.high;
        return;
      }
      case 'follow':
        levels[step.pin] = input.on(step.signal) === step.high;
        return;
      case 'character':
        for (const letter of fresh) {
          if (letter === step.high) levels[step.pin] = true;
          if (letter === step.low) levels[step.pin] = false;
        }
        return;
      case 'set':
      case 'wait':
      case 'repeat':
        return;
      default:
        step satisfies never;
    }
  });
  const ends = script.flatMap((step, index) =>
    step.do === 'hold' && holds[index] !== undefined && !input.on(step.signal) ? [holds[index]] : [],
  );
  const next = [...ends, ...(at < script.length ? [dueS] : [])].filter((due) => due > nowS);
  return {
    state: { startedS: before.startedS, running: true, at, inner, rounds, dueS, levels, holds, read },
    booting: false,
    nextS: next.length > 0 ? Math.min(...next) : null,
  };
}

/** A step in words, for the list and the comments of exported code. */
export function stepWords(design: Pick<Design, 'signals'>, step: ProgramStep): string {
  const name = (id: string) => design.signals.find((signal) => signal.id === id)?.name ?? id;
  const level = (high: boolean) => (high ? 'high' : 'low');
  switch (step.do) {
    case 'set':
      return `${name(step.pin)} ${level(step.high)}`;
    case 'wait':
      return `wait ${step.seconds} s`;
    case 'hold':
      return `hold ${name(step.pin)} ${level(step.high)} while ${name(step.signal)} is on and for ${step.seconds} s after`;
    case 'follow':
      return `${name(step.pin)} ${level(step.high)} while ${name(step.signal)} is on`;
    case 'character':
      return `${name(step.pin)} high on “${step.high}”, low on “${step.low}”`;
    case 'repeat':
      return `${step.times === 0 ? 'for ever' : `${step.times} times`}: ${step.steps.map((inner) => stepWords(design, inner)).join(', ')}`;
    default:
      return step satisfies never;
  }
}
