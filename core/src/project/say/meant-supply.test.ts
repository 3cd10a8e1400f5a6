/** What is said without a comma, and a supply whose voltage only its loads tell. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import { hear, projectOf } from './index.ts';

const read = (sentence: string) => {
  const heard = hear(sentence, null);
  return { heard, design: projectOf(heard) };
};

describe('from the battery, from the mains: of the volts that its loads are made for', () => {
  test.each([
    ['run a 24 V 5 A pump from the battery when the key is on', 24],
    ['run a 48 V 20 A motor from the battery when the key is on', 48],
    ['run a 6 V 5 A horn from the battery when the button is pressed', 6],
    ['run a 120 V 500 W pump from the mains when the shelf switch is on', 120],
    ['run a 110 V 500 W pump from the wall outlet when the shelf switch is on', 120],
    // Another name of the same one, or as it was said.
    ['run a 240 V 800 W heater from the mains when the shelf switch is on', 230],
    ['run a 13.5 V 5 A pump from the battery when the key is on', 12],
    ['run a 5 A pump from the battery when the key is on', 12],
    ['run a 24 V 5 A pump from a 12 V battery when the key is on', 12],
    // None is made for that.
    ['run a 9 V 5 A pump from the battery when the key is on', 12],
  ])('%s: %d V', (sentence, volt) => {
    const { heard, design } = read(sentence);
    expect([heard.unclear, heard.blanks]).toEqual([[], []]);
    const supply = design!.supplies.find(({ id }) => id === design!.jobs[0]!.supply)!;
    expect(supply.nominalV).toBe(volt);
  });
  test('says so, and what is told back of the words is the same', () => {
    const { heard } = read('run a 24 V 5 A pump from the battery when the key is on');
    expect(heard.assumed.join()).toMatch(/24 V.*for that is what pump is made for/);
    expect(heard.told.find(({ as }) => as === 'supply')!.means).toMatch(/24 V/);
  });
  test('of a project the battery is the one that it has, and what does not fit is found', () => {
    const begun = read('run a 5 A fan from the battery when the key is on').design!;
    const design = hear('run a 24 V 5 A pump from the battery when the key is on', begun).add!(begun);
    expect(design!.supplies.map(({ nominalV }) => nominalV)).toEqual([12]);
    expect(analyse(design!).analysis.findings.some(({ rule, severity }) => rule === 'load-wrong-voltage' && severity !== 'hold')).toBe(
      true,
    );
  });
});

describe('the mains said in the project of a vehicle', () => {
  const begun = read('run a 60 W fan from the battery when the key is on').design!;
  const say = (onto: typeof begun, sentence: string) => hear(sentence, onto).add!(onto);
  const wrong = (design: typeof begun) =>
    analyse(design).analysis.findings.flatMap(({ rule, severity }) => (severity === 'danger' ? [rule] : []));
  test.each([
    'when the key is on light a 230 V 60 W lamp from the mains',
    'when the shed switch is on run a 230 V 500 W heater from the mains',
    'when pin D4 is high light a 230 V 60 W lamp from the mains',
    'run a 120 V 500 W pump from the 120 V mains when the pump switch is on',
  ])('%s: what switches it is closed in, beside what is there', (sentence) => {
    const design = say(begun, sentence);
    const job = design.jobs.at(-1)!;
    expect(design.places.find(({ id }) => id === job.device.place)).toMatchObject({ name: 'relay case', box: 'plastic', divided: true });
    expect(wrong(design)).toEqual([]);
    // A coil on the vehicle's key comes back by a wire: a box of plastic indoors has no metal to screw it to.
    const { netlist } = analyse(design).evidence;
    expect(netlist.parts.filter(({ place, kind }) => place === job.device.place && /ground|stud/.test(kind))).toEqual([]);
    // What nobody measured is said to be assumed.
    expect(design.distances.slice(begun.distances.length).every(({ assumed }) => assumed)).toBe(true);
  });
  test('a second job of theirs goes into the same box, and one of the battery stays where it was', () => {
    const one = say(begun, 'when the shed switch is on run a 230 V 500 W heater from the mains');
    const two = say(one, 'when the bench switch is on light a 230 V 60 W lamp from the mains');
    expect(two.places).toEqual(one.places);
    expect(two.jobs[2]!.device.place).toBe(one.jobs[1]!.device.place);
    const three = say(two, 'when the key is on run a 5 A pump from the battery');
    expect(three.jobs[3]!.device.place).toBe(begun.jobs[0]!.device.place);
    expect(wrong(three)).toEqual([]);
  });
  test('its own volts say that it hangs on them, where the project has none yet', () => {
    const sentence = 'when the key is on light a 230 V 60 W lamp';
    expect(hear(sentence, begun).assumed.join()).toMatch(/from .*230 V/);
    expect(wrong(say(begun, sentence))).toEqual([]);
    // Of two voltages on a label nobody knows which; of a low one neither.
    const asked = (said: string) => hear(said, begun).blanks.map(({ asks }) => asks);
    expect(asked('when the key is on run a 110/220 V 500 W pump')).toContain('from what?');
    // The project's own mains are 120 V: what is made for others is asked.
    const american = say(begun, 'when the pump switch is on run a 120 V 500 W pump from the 120 V mains');
    expect(hear(sentence, american).blanks.map(({ asks }) => asks)).toContain('from what?');
  });
  test('where a place is said it is that one', () => {
    const design = say(begun, 'when the key is on light a 230 V 60 W lamp from the mains at the dash');
    expect(design.jobs[1]!.device.place).toBe(begun.jobs[0]!.device.place);
    expect(wrong(design)).toContain('mains-no-enclosure');
  });
});

test('what flashes has a solid-state relay where the shelf has one whose input bears its supply', () => {
  const part = (volt: number) => {
    const { device } = projectOf(hear(`when the switch is on, flash a 10 W ${volt} V lamp from the battery`, null))!.jobs[0]!;
    return device.kind === 'relay' ? device.part : null;
  };
  expect(part(12)).toMatch(/^ssr-/);
  expect(part(48)).not.toMatch(/^ssr-/);
});

describe('either of two of a kind', () => {
  test.each([
    ['either ground switch is closed', ['ground switch 1', 'ground switch 2']],
    ['either door is open', ['door 1 switch', 'door 2 switch']],
    ['either of the buttons is pressed', ['button 1', 'button 2']],
  ])('when %s: two, of which one will do', (said, names) => {
    const { heard, design } = read(`when ${said} sound a 5 A horn from the battery`);
    expect(heard.unclear).toEqual([]);
    expect(design!.jobs[0]!.when.op).toBe('or');
    expect(design!.signals.map(({ name }) => name)).toEqual(names);
    expect(analyse(design!).evidence.unwired).toEqual([]);
  });
  test('of what no hand works there may be any number', () => {
    expect(read('when either key is on sound a 5 A horn from the battery').design).toBeNull();
  });
});

describe('a lamp in the switch', () => {
  test.each(['with a lamp in the switch', 'with a small light in the dash switch', 'and a led in it'])(
    '%s: a pilot lamp, and no signal',
    (words) => {
      const { heard, design } = read(`when the fog switch is on light two 55 W fog lamps from the battery ${words}`);
      expect(heard.unclear).toEqual([]);
      expect(design!.signals.map(({ name }) => name)).toEqual(['fog switch']);
      expect(design!.jobs[0]!.loads.map(({ name }) => name)).toEqual(['fog lamps', 'pilot lamp']);
    },
  );
  test('of a switch that is sold with one it is said that it is not wired', () => {
    const said = (sentence: string) => read(sentence).heard.assumed.join();
    expect(said('when the illuminated rocker switch is on run a 60 W light bar from the battery')).toMatch(
      /lamp in the switch is not wired/,
    );
    expect(said('when the rocker switch is on run a 60 W light bar from the battery')).not.toMatch(/lamp in the switch/);
  });
});

describe('with no comma before the verb', () => {
  test.each([
    ['when the hazard switch is on flash two 21 W lamps from the battery', /flasher/],
    ['when the button is pressed toggle a 5 W lamp from the battery', /"op":"toggle"/],
    [
      'when the start button is pressed latch a 5 W lamp from the battery until the stop button is pressed',
      /"op":"hold"|"op":"held"|reset/,
    ],
  ])('%s', (sentence, means) => {
    const { heard, design } = read(sentence);
    expect([heard.unclear, heard.blanks]).toEqual([[], []]);
    expect(JSON.stringify([design!.jobs[0]!.when, design!.signals])).toMatch(means);
    expect(JSON.stringify(design!.jobs[0]!.when)).toBe(
      JSON.stringify(read(sentence.replace(/ (?=flash|toggle|latch)/, ', ')).design!.jobs[0]!.when),
    );
  });
  test.each(['turn off', 'cut', 'stop', 'shut off'])('what a full tank shall %s', (verb) => {
    const { heard } = read(`when the tank is full ${verb} the 5 A pump from the battery`);
    expect(heard.blanks.map(({ asks }) => asks)).toEqual(['and at all other times?']);
  });
  test('a latch that nobody ends is not taken for a press that lasts', () => {
    const sentence = 'when the button is pressed latch a 5 W lamp from the battery';
    expect(read(sentence).heard.unclear.map(({ text }) => text)).toEqual(['latch']);
    // A switch stays by itself.
    expect(read(sentence.replace('button is pressed', 'switch is on')).heard.unclear).toEqual([]);
  });
});
