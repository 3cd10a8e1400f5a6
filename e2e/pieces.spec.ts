/**
 * The 21 pieces of work that people do, each built from the first page as a new user would: sentences typed, what they leave open
 * answered, and nothing else. What it takes is counted, and told.
 */
import { expect, test, type Page } from '@playwright/test';
import pieces from '../examples/pieces/pieces.json' with { type: 'json' };
import { choose, watchErrors } from './support.ts';

interface Piece {
  readonly id: string;
  readonly page: string;
  readonly says: readonly { readonly text: string; readonly answers?: Readonly<Record<string, string>> }[];
  /** A sentence, an answer or a press each. */
  readonly interactions: number;
}
/** What the choices are called that stand behind an answer. */
const CALLED: Readonly<Record<string, string>> = {
  heater: 'heater',
  switch: 'a switch or button with two terminals',
  'battery-12': '12 V battery',
  'battery-48': '48 V battery',
  'mains-120': '120 V mains: line, neutral, earth',
  'mains-230': '230 V mains: line, neutral, earth',
  'mains-240': '240 V between two hot conductors',
};

/** Types a sentence, answers what it leaves open; what that took. */
async function say(page: Page, { text, answers = {} }: Piece['says'][number], supply: string | null): Promise<number> {
  await page.getByLabel('Say what shall happen').fill(text);
  let count = 1;
  await expect(page.getByText('understood:')).toBeVisible();
  await expect(page.getByText('not understood:')).toHaveCount(0);
  for (const answer of Object.values(answers)) {
    await choose(page.locator('.blank').getByRole('combobox').first(), CALLED[answer]!);
    count++;
  }
  // What charges a second battery is the first one.
  if (supply !== null && !/ from (?:the|a) |^charge /.test(text)) {
    await choose(page.getByLabel('from what?'), CALLED[supply]!);
    count++;
  }
  return count;
}

for (const piece of pieces as readonly Piece[])
  test(`${piece.id}: from the first page to a circuit that is proved`, async ({ page }) => {
    const errors = watchErrors(page);
    await page.goto('/');
    let count = 0;
    for (const [at, sentence] of piece.says.entries()) {
      if (at > 0) {
        await page.getByRole('button', { name: '+ job' }).click();
        count++;
      }
      count += await say(page, sentence, at === 0 ? piece.page : null);
      await page.getByRole('button', { name: at === 0 ? 'Wire it' : 'Add it' }).click();
      count++;
      await expect(page.locator('.symbol').first()).toBeVisible();
    }
    await expect(page.getByText(/^(\d+) of \1 states match the sentence$/)).toBeVisible();
    await expect(page.getByText(/\d dangers?\b/)).toHaveCount(0);
    console.log(`${piece.id}: ${piece.says.length} sentences, ${count} interactions`);
    expect(count).toBe(piece.interactions);
    expect(errors).toEqual([]);
  });
