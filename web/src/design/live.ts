/** How a thing on the drawing stands on the desk: pure functions of the reading. */
import type { DeskReading } from '@iron-nudge/core';

export type Liveness = 'flowing' | 'live' | 'dead' | 'floating';

/** Below these a meter in a garage reads nothing. */
const FLOW_A = 0.001;
/** What a solid-state relay leaks through a load is no running load. */
const LOAD_FLOW_A = 0.01;
const LIVE_V = 0.5;

export function liveness(
  reading: DeskReading | null,
  terminal: string,
  branch: string | null,
  role: 'load' | 'control' = 'control',
): Liveness {
  if (!reading) return 'dead';
  if (branch !== null && Math.abs(reading.amps[branch] ?? 0) > (role === 'load' ? LOAD_FLOW_A : FLOW_A)) return 'flowing';
  const volts = reading.volts[terminal];
  if (volts === null || volts === undefined) return 'floating';
  return Math.abs(volts) > LIVE_V ? 'live' : 'dead';
}

/** Volts from one terminal to another; null where either floats. */
export function across(reading: DeskReading | null, from: string, to: string): number | null {
  const a = reading?.volts[from];
  const b = reading?.volts[to];
  return a === null || a === undefined || b === null || b === undefined ? null : a - b;
}
