/** A step of a plan in words: where the leads go, on which range, and how the desk stands. */
import { formatQuantity, rangeFor, stateWord, type BenchStep, type Stage } from '@iron-nudge/core';
import { useProject } from '../stores/project.ts';

export const STAGE_WORDS: Readonly<Record<Stage, string>> = {
  'no power': 'No power: every supply off',
  'control side alone': 'Control side alone: load fuses out',
  'all of it': 'All of it',
};
export const MARK = { pass: '●', odd: '▲', fail: '■', open: '○' } as const;
export const EXAMPLES = { V: '12.6, 196 mV', A: '1.4, 149 mA', Ω: '85, 1.2k, OL for open' } as const;
/** Past this an ordinary meter's own jack is fused, A: a clamp goes round the wire. */
const JACK_A = 10;

export function useStepWords() {
  const project = useProject();
  function deskWords(step: BenchStep): string {
    const on = new Set(step.path[step.path.length - 1]);
    const signals = project.jobView?.signals ?? [];
    return signals
      .flatMap((id) => {
        const signal = project.design!.signals.find((candidate) => candidate.id === id);
        return signal ? [`${signal.name} ${stateWord(signal, on.has(id))}`] : [];
      })
      .join(', ');
  }
  const pinWords = (at: string) => {
    const dot = at.lastIndexOf('.');
    const part = project.analysis?.netlist.parts.find(({ id }) => id === at.slice(0, dot));
    return `${part?.tag ?? at.slice(0, dot)} ${at.slice(dot + 1)}`;
  };
  function leads(step: BenchStep, value: number): string {
    const range = formatQuantity(rangeFor(step.quantity, value), step.quantity);
    if (step.branch === null) return `red on ${pinWords(step.red)}, black on ${pinWords(step.black)}, ${range} range`;
    return value > JACK_A ? `clamp meter round the wire at ${pinWords(step.red)}` : `in series at ${pinWords(step.red)}, ${range} range`;
  }
  return { deskWords, leads };
}
