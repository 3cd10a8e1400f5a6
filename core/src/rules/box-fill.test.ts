/** Room in a box against the table of NEC 314.16(B) and a worked example of it, and where the number is asked and said. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { analyse } from '../analyse.ts';
import { roomTaken, type Netlist, type Wire } from '../graph/index.ts';
import { boxRoomCm3 } from '../document/index.ts';
import { type Design, blankDesign, hear, parseDesignText, projectOf } from '../project/index.ts';
import { IN3_CM3, wireRoomCm3 } from '../reference/index.ts';
import { awgMm2 } from '../reference/wire-sizes.ts';
import { boxViews } from '../outputs/build/boxes.ts';

const exampleOf = (changes: Partial<Design['places'][number]> = {}): Design => {
  const parsed = parseDesignText(readFileSync(new URL('../../../examples/circuits/17-radio-outlet.json', import.meta.url), 'utf8'));
  if (!parsed.ok) throw new Error('no project');
  const { places, ...design } = parsed.design;
  return { ...design, places: places.map((place) => (place.id === 'wallbox' ? { ...place, ...changes } : place)) };
};
const { evidence } = analyse(exampleOf());
const fillOf = (design: Design) => analyse(design).analysis.findings.find(({ rule }) => rule === 'box-fill');

test.each([
  [0.5, 1.5],
  [awgMm2(18), 1.5],
  [1, 1.75],
  [1.5, 2],
  [2.5, 2.25],
  [awgMm2(12), 2.25],
  [4, 2.5],
  [awgMm2(10), 2.5],
  [6, 3],
  [10, 5],
])('a wire of %s mm² takes %s cubic inches: the gauge that is no thinner (NEC 314.16(B))', (sizeMm2, cubicInches) =>
  expect(wireRoomCm3(sizeMm2)).toBeCloseTo(cubicInches * IN3_CM3, 6),
);
test('beyond 6 AWG the table says nothing', () => expect(wireRoomCm3(16)).toBeNull());

describe('counted', () => {
  const [part] = evidence.netlist.parts.filter(({ tag }) => tag === 'K1');
  const [wire] = evidence.netlist.wires;
  const wires = (count: number, changes: Partial<Wire>): Wire[] =>
    Array.from(
      { length: count },
      (_, at) => ({ ...wire!, id: `w${at}${changes.role ?? ''}`, mains: true, sizeMm2: awgMm2(10), role: 'load', ...changes }) as Wire,
    );
  const here = { ...part!, id: 'here', place: 'box' };
  const away = { ...part!, id: 'away', place: 'panel' };
  const crossing = { from: 'here.30', to: 'away.30' } as unknown as Partial<Wire>;
  const room = (list: readonly Wire[]) => roomTaken({ parts: [here, away] as Netlist['parts'], wires: list }, 'box');
  const inches = (list: readonly Wire[]) => room(list)!.reduce((sum, { cm3 }) => sum + cm3, 0) / IN3_CM3;

  test('four 10 AWG, two earths, one device and a clamp: eight times 2.5, 20 cubic inches (worked example of NEC box fill)', () =>
    expect(inches([...wires(4, crossing), ...wires(2, { ...crossing, role: 'earth' })])).toBeCloseTo(20, 6));
  test('a fifth earth adds a quarter of one (NEC 2020, 314.16(B)(5))', () => {
    const earths = (count: number) => inches([...wires(4, crossing), ...wires(count, { ...crossing, role: 'earth' })]);
    expect(earths(4)).toBeCloseTo(20, 6);
    expect(earths(5)).toBeCloseTo(20.625, 6);
  });
  test('what stays inside takes no room of its own', () => {
    const inside = { from: 'here.86', to: 'here.30' } as unknown as Partial<Wire>;
    expect(inches([...wires(4, crossing), ...wires(3, inside)])).toBeCloseTo(inches(wires(4, crossing)), 6);
  });
  test('each by its own size', () => {
    const thin = wires(2, { ...crossing, sizeMm2: awgMm2(14), role: 'control', mains: false });
    expect(inches([...wires(4, crossing), ...thin]) - inches(wires(4, crossing))).toBeCloseTo(4, 6);
  });
  test('with none of the mains, or one thicker than the table, it is not asked', () => {
    expect(room(wires(4, { ...crossing, mains: false }))).toBeNull();
    expect(room(wires(4, { ...crossing, sizeMm2: 16 }))).toBeNull();
  });
});

describe('asked', () => {
  const asked = fillOf(exampleOf())!.value;
  test('on both sides of what is stamped in it', () => {
    expect(fillOf(exampleOf({ boxCm3: Math.ceil(asked) }))!.severity).toBe('hold');
    expect(fillOf(exampleOf({ boxCm3: Math.floor(asked) - 1 }))!.severity).toBe('caution');
  });
  test('where nobody read the stamp, four fifths of its outside: 200 × 150 × 75 mm have 2250 cm³', () => {
    const place = exampleOf().places.find(({ id }) => id === 'wallbox')!;
    const { boxCm3: _, ...unsaid } = place;
    expect(boxRoomCm3(unsaid, [200, 150, 75])).toBe(1800);
    expect(boxRoomCm3({ ...unsaid, boxM2: 0.1125 }, null)).toBe(1800);
    expect(boxRoomCm3(place, [200, 150, 75])).toBe(840);
  });
  test('of a vehicle, and of an open place, it is not', () => {
    expect(fillOf(exampleOf({ box: 'open' }))).toBeUndefined();
    expect(fillOf(projectOf(hear('when the key is on, run a 60 W fan from the battery', null))!)).toBeUndefined();
  });
});

describe('said and shown', () => {
  const SAID = 'when the radio receiver is on, run a 60 W fan from the mains in a wall box of';
  const placeOf = (said: string) => {
    const heard = hear(said, null);
    expect([heard.unclear, heard.blanks]).toEqual([[], []]);
    return { place: projectOf(heard)!.places.find(({ name }) => name === 'wall box')!, heard };
  };
  test.each([
    [`${SAID} 300 cm³`, 300],
    [`${SAID} 18 cubic inches`, 295],
    [`${SAID} 18 cu in with an extension ring of 21 cu in`, 639.1],
    [`${SAID} 0.5 l of room`, 500],
  ])('%s', (said, cm3) => {
    const { place } = placeOf(said);
    expect(place.boxCm3).toBeCloseTo(cm3, 0);
    expect(place.box).toBe('plastic');
  });
  test('on an empty page as with none; where there is work already, no place of it takes another name', () => {
    const text = `${SAID} 18 cu in with an extension ring of 21 cu in`;
    const page = blankDesign('Page', 'mains-230');
    const first = hear(text, page).add!(page);
    expect(first.places.map(({ name, boxCm3 }) => [name, boxCm3])).toContainEqual(['wall box', expect.closeTo(639.1, 0)]);
    const heard = hear('when the door switch is on, run a 40 W lamp from the mains in a cellar box', first);
    expect([heard.add, heard.unclear.map((one) => one.text).join()]).toEqual([null, expect.stringMatching(/in a cellar box/)]);
  });
  test('a ring of which nobody said how much counts for nothing, and that is said', () => {
    const { place, heard } = placeOf(`${SAID} 300 cm³ with an extension ring`);
    expect(place.boxCm3).toBe(300);
    expect(heard.assumed.join()).toContain('no room of the extension ring');
  });
  test('a ring alone, or the room of no box, is not guessed at', () => {
    expect(hear(`${SAID.replace(' of', '')} with an extension ring`, null).unclear).not.toEqual([]);
    for (const said of [
      'run a 60 W fan of 300 cm³ from the mains',
      'run a 60 W pump with 2 l/min from the mains in a wall box',
      'heat a 1 kW kettle of 1.5 l from the mains in the kitchen',
    ]) {
      const design = projectOf(hear(`when the radio receiver is on, ${said}`, null));
      expect((design?.places ?? []).filter(({ boxCm3 }) => boxCm3 !== undefined)).toEqual([]);
    }
  });
  test('on the list, and in the view of the box, in inches where the project is in feet', () => {
    const feet = exampleOf();
    const design: Design = { ...feet, settings: { ...feet.settings, lengthUnit: 'ft' } };
    const made = analyse(design);
    expect(made.analysis.parts.map(({ description }) => description).filter((words) => /of room/.test(words))).toEqual([
      expect.stringContaining('51.3 in³ of room or more'),
    ]);
    const view = boxViews(design, made.evidence.netlist).find(({ place }) => place === 'wallbox')!;
    expect(view.words).toContain(`ask for ${(fillOf(design)!.value / IN3_CM3).toFixed(1)} in³ of room`);
  });
});
