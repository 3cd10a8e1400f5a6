/** Sensors that wait before they move: what a circuit does from one moment to the next. */
import type { Circuit, Solution } from '../solve/index.ts';

/** How long each sensor waits before it moves; undefined for one that moves at once. */
const delaysOf = ({ sensors }: Circuit) =>
  sensors.map((sensor) => (sensor.kind === 'current' || sensor.kind === 'voltage' ? sensor.delays : undefined));
/** Which of them stay as they are until their time is over. */
export const heldBack = (circuit: Circuit): Uint8Array => Uint8Array.from(delaysOf(circuit), (delay) => Number(delay !== undefined));

/** A circuit at a moment: its sensors, and when each that waits will move, s on the caller's clock. */
export interface Moment {
  readonly sensed: Uint8Array;
  readonly due: ReadonlyMap<number, number>;
}

/** Its sensors with those moved whose time has come. */
export function movedBy({ sensed, due }: Moment, nowS: number): Uint8Array {
  const from = sensed.slice();
  for (const [sensor, at] of due) if (at <= nowS) from[sensor] = 1 - from[sensor]!;
  return from;
}

/** Settles it at a moment from its sensors as they are, and says what waits on. Without `from` everything has long come to rest. */
export function passTime(
  circuit: Circuit,
  isOn: (signal: string) => boolean,
  from: Uint8Array | undefined,
  before: ReadonlyMap<number, number>,
  nowS: number,
): { readonly solution: Solution; readonly due: ReadonlyMap<number, number> } {
  const delays = delaysOf(circuit);
  const held = from ? heldBack(circuit) : undefined;
  const due = new Map(before);
  let solution = circuit.settle(isOn, { from, held });
  for (const sensor of [...due.keys()]) if (due.get(sensor)! <= nowS || !solution.waiting.includes(sensor)) due.delete(sensor);
  // A delay of nothing is over at once; each pass lets those move, and there are only so many.
  for (let pass = 0; pass <= circuit.sensors.length; pass++) {
    const at = (sensor: number) => nowS + (solution.sensed[sensor] ? delays[sensor]!.openS : delays[sensor]!.closeS);
    const now = solution.waiting.filter((sensor) => at(sensor) <= nowS);
    for (const sensor of solution.waiting) if (!now.includes(sensor) && !due.has(sensor)) due.set(sensor, at(sensor));
    if (now.length === 0) break;
    const moved = solution.sensed.slice();
    for (const sensor of now) moved[sensor] = 1 - moved[sensor]!;
    solution = circuit.settle(isOn, { from: moved, held });
    for (const sensor of [...due.keys()]) if (!solution.waiting.includes(sensor)) due.delete(sensor);
  }
  return { solution, due };
}
