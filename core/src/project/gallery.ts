/** Ready circuits in families, for a page that begins with one. */
import { hear } from './say/index.ts';
import type { Design } from './schema.ts';
import { type Family, READY_SENTENCES, type ReadySentence, blankDesign } from './starters.ts';

/** One that is read as anybody's sentence is. */
const said = (id: string, family: Family, page: string, title: string, words: string): ReadySentence => ({
  id,
  family,
  page,
  title,
  words,
  add: (design) => hear(words, design).add?.(design) ?? design,
});

/** All of them, also those that were made of a sentence alone. */
export const GALLERY: readonly ReadySentence[] = [
  ...READY_SENTENCES,
  said(
    'lamp-by-pin',
    'board',
    'battery-12',
    'Lamp by a controller’s pin',
    'When pin D5 is high, light a 10 W lamp from the battery, off if a wire breaks.',
  ),
  said(
    'fan-by-pin',
    'board',
    'battery-12',
    'Fan by a controller’s pin',
    'When the key is on and pin D6 is high, run an 8 A fan from the battery, off if a wire breaks.',
  ),
  said(
    'mains-by-hand',
    'mains',
    'mains-230',
    'Mains lamp by a low-voltage switch',
    'When the hand switch is on, light a 60 W lamp from the mains, off if a wire breaks.',
  ),
  said(
    'heater-by-hand',
    'mains',
    'mains-230',
    'Mains heater by a low-voltage switch',
    'When the hand switch is on, run an 800 W heater from the mains, off if a wire breaks.',
  ),
  said(
    'frost',
    'heat',
    'battery-12',
    'Heater against frost',
    'When the temperature is below 4 °C, run a 40 W heater from the battery, off if a wire breaks.',
  ),
  said(
    'fan-when-hot',
    'heat',
    'battery-12',
    'Fan above a temperature',
    'When the key is on and the temperature is above 92 °C, run an 8 A fan from the battery, off if a wire breaks.',
  ),
];

/** A project of its own of a ready circuit, on a page that holds only what it needs. */
export const projectFrom = (ready: ReadySentence): Design => ready.add(blankDesign(ready.title, ready.page));
