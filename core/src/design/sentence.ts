/** A job as one sentence: plain words and phrases that can be opened. */
import { unitRatedA } from './load.ts';
import type { Design, Job, Load, When } from './schema.ts';
import { stateWord } from './when.ts';
import { relayById } from '../parts/shelf.ts';
import { countWord, figures, formatQuantity } from '../quantity/format.ts';

export type Phrase =
  | { readonly kind: 'words'; readonly text: string }
  /** One signal of the clause; `path` leads to its term in the *when* tree. */
  | { readonly kind: 'signal'; readonly text: string; readonly signal: string; readonly path: readonly (string | number)[] }
  | { readonly kind: 'load'; readonly text: string; readonly load: string }
  | { readonly kind: 'supply' | 'device' | 'place' | 'lost'; readonly text: string };

export function sentenceOf(design: Design, job: Job): Phrase[] {
  const phrases: Phrase[] = [{ kind: 'words', text: 'When ' }];
  pushWhen(phrases, design, job.when, [], null);
  phrases.push({ kind: 'words', text: ', switch ' });
  job.loads.forEach((load, at) => {
    if (at > 0) phrases.push({ kind: 'words', text: at === job.loads.length - 1 ? ' and ' : ', ' });
    phrases.push({ kind: 'load', load: load.id, text: loadPhrase(load) });
  });
  phrases.push({ kind: 'words', text: ' from the ' });
  phrases.push({ kind: 'supply', text: nameOf(design.supplies, job.supply) });
  phrases.push({ kind: 'words', text: ' through a ' });
  phrases.push({ kind: 'device', text: relayById(job.device.part)!.name });
  phrases.push({ kind: 'words', text: ' at the ' });
  phrases.push({ kind: 'place', text: nameOf(design.places, job.device.place) });
  phrases.push({ kind: 'words', text: '. If the signal is lost: ' });
  phrases.push({ kind: 'lost', text: job.lost });
  phrases.push({ kind: 'words', text: '.' });
  return phrases;
}

export function sentenceText(phrases: readonly Phrase[]): string {
  return phrases.map(({ text }) => text).join('');
}

function nameOf(list: readonly { id: string; name: string }[], id: string): string {
  const name = list.find((item) => item.id === id)!.name;
  return name.replace(/^(the|a|an) /i, '');
}

/** `two dew strips, 2 × 4.2 A`; the plate's own unit, so that it can be checked against the plate. */
export function loadPhrase(load: Load): string {
  const { unit, value } = load.plate;
  const plate = formatQuantity(value, unit);
  const ampere = unit === 'A' ? '' : ` (${formatQuantity(load.count * unitRatedA(load), 'A')})`;
  return load.count === 1
    ? `${load.name}, ${plate}${ampere}`
    : `${countWord(load.count)} ${load.name}, ${figures(load.count)} × ${plate}${ampere}`;
}

function pushWhen(
  into: Phrase[],
  design: Design,
  when: When,
  path: readonly (string | number)[],
  inside: 'and' | 'or' | 'not' | null,
): void {
  const word = (id: string, on: boolean) => {
    const signal = design.signals.find((candidate) => candidate.id === id)!;
    into.push({ kind: 'signal', signal: id, path, text: `${signal.name} ${stateWord(signal, on)}` });
  };
  switch (when.op) {
    case 'signal':
      return word(when.signal, true);
    case 'not':
      if (when.of.op === 'signal') return word(when.of.signal, false);
      into.push({ kind: 'words', text: 'not (' });
      pushWhen(into, design, when.of, [...path, 'of'], 'not');
      into.push({ kind: 'words', text: ')' });
      return;
    case 'and':
    case 'or': {
      const brackets = inside === 'and' || inside === 'or';
      if (brackets) into.push({ kind: 'words', text: '(' });
      when.of.forEach((part, at) => {
        if (at > 0) into.push({ kind: 'words', text: ` ${when.op} ` });
        pushWhen(into, design, part, [...path, 'of', at], when.op);
      });
      if (brackets) into.push({ kind: 'words', text: ')' });
      return;
    }
    default:
      when satisfies never;
  }
}
