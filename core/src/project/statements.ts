/** What a person says must hold in every state, in words. */
import type { Design, Statement, StatementTerm } from './schema.ts';
import { stateWord } from '../kinds/index.ts';

export function signalsOfStatement({ a, b }: Statement): string[] {
  return [a, b].flatMap(({ what, id }) => (what === 'signal' ? [id] : []));
}

function termWords(design: Design, { what, id, on }: StatementTerm): string {
  if (what === 'job') return `${design.jobs.find((job) => job.id === id)!.name} ${on ? 'on' : 'off'}`;
  const signal = design.signals.find((candidate) => candidate.id === id)!;
  return `${signal.name} ${stateWord(signal, on)}`;
}

/** `Roof up on and Roof down on: never both`; `charger has tripped means Drive off`. */
export function statementWords(design: Design, { kind, a, b }: Statement): string {
  const [first, second] = [termWords(design, a), termWords(design, b)];
  return kind === 'never-both' ? `${first} and ${second}: never both` : `${first} means ${second}`;
}
