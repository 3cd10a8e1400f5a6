/** A job as one sentence: plain words and phrases that can be opened. */
import { unitRatedA } from './load.ts';
import type { Design, Job } from './schema.ts';
import { type Load, isCharged, relayOf, stateWord } from '../kinds/index.ts';
import type { When } from '../document/index.ts';
import { delayWords } from './when-words.ts';
import { countWord, figures, formatQuantity } from '../quantity/index.ts';

export type Phrase =
  | { readonly kind: 'words'; readonly text: string }
  /** One signal of a clause; `path` leads from the job to its term in the tree. */
  | { readonly kind: 'signal'; readonly text: string; readonly signal: string; readonly path: readonly (string | number)[] }
  /** The seconds of a delay. */
  | { readonly kind: 'delay'; readonly text: string; readonly path: readonly (string | number)[] }
  | { readonly kind: 'load'; readonly text: string; readonly load: string }
  | { readonly kind: 'supply' | 'device' | 'place' | 'lost' | 'otherwise' | 'always'; readonly text: string };

export function sentenceOf(design: Design, job: Job): Phrase[] {
  const phrases: Phrase[] = [];
  const words = (text: string) => phrases.push({ kind: 'words', text });
  const loads = (list: readonly Load[]) =>
    list.forEach((load, at) => {
      if (at > 0) words(at === list.length - 1 ? ' and ' : ', ');
      phrases.push({ kind: 'load', load: load.id, text: loadPhrase(load) });
    });
  const clause = (when: When, path: readonly (string | number)[]) => pushWhen(phrases, design, when, path, null);
  if (job.when.op === 'always') {
    phrases.push({ kind: 'always', text: 'Always' });
    words(' feed ');
  } else {
    words('When ');
    clause(job.when, ['when']);
    words(job.loads.every(isCharged) ? ', charge ' : ', switch ');
  }
  loads(job.loads);
  const { otherwise } = job;
  switch (otherwise.kind) {
    case 'off':
      break;
    case 'original-feed':
      words(', ');
      phrases.push({ kind: 'otherwise', text: `otherwise left on ${nameOf(design.signals, otherwise.signal)}` });
      words(',');
      break;
    case 'loads':
      words(', ');
      phrases.push({ kind: 'otherwise', text: 'otherwise' });
      words(' ');
      loads(otherwise.loads);
      words(',');
      break;
    case 'slower':
    case 'reverse':
      words(', ');
      phrases.push({
        kind: 'otherwise',
        text: otherwise.kind === 'slower' ? `through ${formatQuantity(otherwise.ohm, 'Ω')}` : 'backwards',
      });
      words(' when ');
      clause(otherwise.when, ['otherwise', 'when']);
      words(',');
      break;
    default:
      otherwise satisfies never;
  }
  words(' from the ');
  phrases.push({ kind: 'supply', text: nameOf([...design.supplies, ...design.signals], job.supply) });
  if (job.device.kind === 'direct') {
    words(' ');
    phrases.push({ kind: 'device', text: 'directly, with no relay' });
    words(', joined at the ');
  } else {
    words(' through a ');
    phrases.push({ kind: 'device', text: relayOf(design, job.device.part)!.name });
    words(' at the ');
  }
  phrases.push({ kind: 'place', text: nameOf(design.places, job.device.place) });
  words('.');
  if (job.when.op === 'always') return phrases;
  words(' If the signal is lost: ');
  phrases.push({ kind: 'lost', text: job.lost });
  words('.');
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
  if (isCharged(load)) return `${load.name}, at most ${formatQuantity(value, unit)}`;
  const plate = formatQuantity(value, unit);
  const ampere = unit === 'A' ? '' : ` (${formatQuantity(load.count * unitRatedA(load), 'A')})`;
  const each = load.series > 1 ? `${figures(load.series)} in series` : '';
  if (load.series > 1)
    return `${countWord(load.count * load.series)} ${load.name}, ${load.count > 1 ? `${figures(load.count)} strings of ${each}` : each}, ${plate} each${ampere}`;
  return load.count === 1
    ? `${load.name}, ${plate}${ampere}`
    : `${countWord(load.count)} ${load.name}, ${figures(load.count)} × ${plate}${ampere}`;
}

function pushWhen(into: Phrase[], design: Design, when: When, path: readonly (string | number)[], inside: 'and' | 'or' | null): void {
  const word = (id: string, on: boolean) => {
    const signal = design.signals.find((candidate) => candidate.id === id)!;
    into.push({ kind: 'signal', signal: id, path, text: `${signal.name} ${stateWord(signal, on)}` });
  };
  const within = (part: When, key: readonly (string | number)[]) => pushWhen(into, design, part, [...path, ...key], null);
  const say = (text: string) => into.push({ kind: 'words', text });
  const bracketed = (part: When, key: readonly (string | number)[]) => {
    const plain = part.op === 'signal';
    if (!plain) say('(');
    within(part, key);
    if (!plain) say(')');
  };
  switch (when.op) {
    case 'always':
      say('always');
      return;
    case 'signal':
      return word(when.signal, true);
    case 'not':
      if (when.of.op === 'signal') return word(when.of.signal, false);
      say('not (');
      within(when.of, ['of']);
      say(')');
      return;
    case 'held':
      say('held (set by ');
      within(when.set, ['set']);
      say(', reset by ');
      within(when.reset, ['reset']);
      say(')');
      return;
    case 'toggle':
      say('toggled by ');
      bracketed(when.of, ['of']);
      return;
    case 'delay':
      bracketed(when.of, ['of']);
      say(' ');
      into.push({ kind: 'delay', path, text: delayWords(when).trim() });
      return;
    case 'and':
    case 'or': {
      const brackets = inside === 'and' || inside === 'or';
      if (brackets) say('(');
      when.of.forEach((part, at) => {
        if (at > 0) say(` ${when.op} `);
        pushWhen(into, design, part, [...path, 'of', at], when.op);
      });
      if (brackets) say(')');
      return;
    }
    default:
      when satisfies never;
  }
}
