/** What a list says of a project, and the ready circuits that one begins from. */
import { applyPatches } from './document/index.ts';
import { expect, test } from '@jest/globals';
import { cardOf, sketchJob } from './card.ts';
import { withSafeRelay } from './advice/index.ts';
import { analyse } from './analyse.ts';
import { STROKES } from './outputs/index.ts';
import { GALLERY, READY_SENTENCES, assumptionsOf, blankDesign, hear, parseDesign, projectFrom, projectOf } from './project/index.ts';
import fans from '../../examples/demo/owl-box.json' with { type: 'json' };

test.each(GALLERY.map((ready) => [ready.title, ready] as const))(
  '“%s” begins a project without danger, of only what it needs',
  (_, ready) => {
    const design = projectFrom(ready);
    expect(design.jobs).toHaveLength(1);
    const names = design.places.map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
    const card = cardOf(design);
    expect(card.dangers).toBe(0);
    expect(card.sketch).toEqual(sketchJob(design, design.jobs[0]!.id));
    // Added to a page that has jobs already it takes no place's name a second time.
    const twice = ready.add(ready.add(blankDesign('Twice', ready.page)));
    expect(new Set(twice.places.map(({ name }) => name)).size).toBe(twice.places.length);
  },
);

test('what a ready circuit fills in is assumed: the second battery of a split charge, the air indoors', () => {
  const labels = (id: string) => assumptionsOf(projectFrom(READY_SENTENCES.find((ready) => ready.id === id)!)).map(({ label }) => label);
  expect(labels('split-charge')).toContain('second battery: internal resistance');
  expect(labels('mains-by-pin')).toContain('relay case: hottest air');
});

test('a card counts what the rules find, without what was accepted', () => {
  const parsed = parseDesign(fans);
  if (!parsed.ok) throw new Error('the demo is not read');
  const { findings } = analyse(parsed.design).analysis;
  const card = cardOf(parsed.design);
  expect(card.dangers).toBe(findings.filter(({ severity }) => severity === 'danger').length);
  expect(card.dangers).toBeGreaterThan(0);
  const caution = findings.find(({ severity, accepted }) => severity === 'caution' && accepted === null)!;
  const { key, value, limit } = caution;
  const lived = { ...parsed.design, accepted: [{ key, reason: 'seen', value, limit }] };
  expect(cardOf(lived).cautions).toBe(card.cautions - 1);
});

test('a sketch stays on its sheet, and holds no broken number', () => {
  const { sketch } = cardOf(projectFrom(GALLERY[0]!));
  for (const stroke of STROKES) {
    expect(sketch!.strokes[stroke]).not.toMatch(/NaN|undefined|Infinity/);
    for (const [, x, y] of sketch!.strokes[stroke].matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)) {
      expect(Number(x)).toBeGreaterThanOrEqual(-1);
      expect(Number(x)).toBeLessThanOrEqual(sketch!.width + 1);
      expect(Number(y)).toBeGreaterThanOrEqual(-1);
      expect(Number(y)).toBeLessThanOrEqual(sketch!.height + 1);
    }
  }
  expect(sketch!.strokes.load).not.toBe('');
});

test('a job that was only said gets the first relay that is in no danger; one that none saves stays as it was', () => {
  const said = (text: string) => projectOf(hear(text, null))!;
  const fan = applyPatches(said('when the key is on, run a 160 W fan from the battery'), [
    { path: ['jobs', 0, 'device', 'part'], value: 'relay-12v-30a-4' },
  ]);
  // A motor's fuse of 35 A stands above a contact of 30 A.
  expect(withSafeRelay(fan, fan.jobs[0]!.id).jobs[0]!.device).toMatchObject({ part: 'relay-12v-40a-4' });
  const winch = said('when the key is on, run a 200 A winch from the battery');
  expect(withSafeRelay(winch, winch.jobs[0]!.id)).toBe(winch);
  expect(cardOf(winch).dangers).toBeGreaterThan(0);
});
