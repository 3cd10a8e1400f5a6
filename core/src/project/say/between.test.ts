/** Levels on two sides of a thing, and how long it stays once what began it is over. */
import { describe, expect, test } from '@jest/globals';
import { levelsOf } from '../../kinds/index.ts';
import { proved, readSaid as read } from '../../testing/said.ts';
import { hear } from '../index.ts';

const levels = (said: string) => {
  const { design, when, heard } = read(said);
  return {
    unclear: heard.unclear.length,
    when,
    levels: (design?.signals ?? []).flatMap((signal) => {
      const of = levelsOf(signal);
      return of ? [[signal.name, of.closesAt, of.opensAt]] : [];
    }),
  };
};

describe('between', () => {
  const WARM = [
    ['temperature', 20, 15],
    ['temperature 2', 30, 35],
  ];
  test.each([
    ['the temperature is between 20 and 30 °C', 'temperature is high and temperature 2 is low', WARM],
    ['the temperature is between 68 F and 86 F', 'temperature is high and temperature 2 is low', WARM],
    ['the temperature is not between 20 and 30 °C', 'not (temperature is high and temperature 2 is low)', WARM],
    ['the temperature is above 20 °C and below 30 °C', 'temperature is high and temperature 2 is low', WARM],
    // Once it had been two words for one sensor: on above 20 °C, for good.
    ['the temperature is above 20 °C and the temperature is below 30 °C', 'temperature is high and temperature 2 is low', WARM],
    [
      'the temperature is above 20 °C but not above 30 °C',
      'temperature is high and temperature 2 is low',
      [
        ['temperature', 20, 15],
        ['temperature 2', 30, 25],
      ],
    ],
    [
      'the pressure is below 6 bar or above 9 bar',
      'pressure is low or pressure 2 is high',
      [
        ['pressure', 600_000, 720_000],
        ['pressure 2', 900_000, 720_000],
      ],
    ],
    // One level said twice is one sensor.
    ['(the temperature is above 20 °C and the key is on) or the temperature is above 20 °C', null, [['temperature', 20, 15]]],
  ])('when %s', (said, when, of) => {
    const found = levels(`run a 10 A fan from the battery when ${said}`);
    expect(found).toMatchObject({ unclear: 0, levels: of });
    if (when !== null) expect(found.when).toBe(when);
  });
  test.each([
    'the temperature is between 30 and 20 °C',
    'the level is between 20 and 30',
    'the key is between 20 and 30 °C and',
    'the key is on and below 30 °C',
  ])('%s: not read as though a word were not there', (said) =>
    expect(read(`run a 10 A fan from the battery when ${said}`).design).toBeNull(),
  );
  test('the levels are told beside the words', () => {
    const { heard } = read('run a 10 A fan from the battery when the air is between 20 and 30 °C');
    expect(heard.told.map(({ means }) => means).join('\n')).toMatch(
      /closes at 20 °C and opens at 15 °C; .*closes at 30 °C and opens at 35 °C/,
    );
  });
  test('another level of a thing that a project has a sensor of is another sensor', () => {
    const first = read('when the temperature is above 92 °C, run an 8 A fan from the battery').design!;
    const again = (said: string) => {
      const { add } = hear(`when the temperature is ${said}, light a 10 W lamp from the battery`, first);
      return add!(first).signals.map((signal) => [signal.name, levelsOf(signal)!.closesAt, levelsOf(signal)!.opensAt]);
    };
    const FIRST = ['temperature', 92, 87];
    expect(again('above 92 °C')).toEqual([FIRST]);
    expect(again('above 197.6 F')).toEqual([FIRST]);
    expect(again('above 80 °C')).toEqual([FIRST, ['temperature 2', 80, 75]]);
    expect(again('below 92 °C')).toEqual([FIRST, ['temperature 2', 92, 97]]);
    expect(again('above 14 V')).toEqual([FIRST, ['temperature 2', 14, 13.5]]);
    const key = read('when the key is on, run an 8 A fan from the battery').design!;
    expect(hear('when the key is above 92 °C, light a 10 W lamp from the battery', key).add).toBeNull();
  });
});

describe('how long it stays', () => {
  const AFTER = 'key is on staying on for 120 s';
  test.each([
    'the key is on, and stop it 2 minutes after the key goes off',
    'the key is on and keep it running for 2 minutes after it is off',
    'the key is on and for 2 minutes after it is switched off',
    'the key is on, and for two minutes after that',
    'the key is on, then turn it off 2 minutes after the key is turned off',
  ])('when %s', (said) => proved(said, AFTER, /^stays on .* after that$/, 2));
  test('what is done may stand between', () => {
    expect(read('when the key is on start the fan, 10 A, from the battery, and stop it 2 minutes after the key is off').when).toBe(AFTER);
  });
  test.each([
    // What ends it is not the end of what began it.
    'the key is on, and stop it 2 minutes after the door is open',
    'the key and the dash switch are on, and stop it 2 minutes after the key is off',
  ])('when %s: not read', (said) => expect(read(`run a 10 A fan from the battery when ${said}`).design).toBeNull());
  test('off a while later: than what is asked', () => {
    const { heard, design } = read('run a 10 A fan from the battery when the key is on and turn it off 2 minutes later');
    expect([design, heard.blanks.map(({ key }) => key)]).toEqual([null, ['later']]);
    expect(read('when the button is pressed light a 5 W lamp from the battery, then turn it off 30 s later').when).toBe(
      'button is pressed staying on for 30 s',
    );
  });
});

describe('said as people say it', () => {
  test.each([
    ['run a 12 A fan from the battery when the fan thermostat grounds, but only with the key on', 'fan thermostat is closed and key is on'],
    ['run a 12 A fan from the battery only with the key off when the door is open', 'door switch is closed and key is off'],
    ['run a 12 A fan from the battery when the temp switch closes to ground or the key is on', 'temp switch is closed or key is on'],
    ['fill the tank with a 3 A pump from the battery when the key is on', 'key is on'],
    ['ventilate the cabin with a 3 A fan from the battery when the key is on', 'key is on'],
  ])('%s', (said, when) => {
    const made = read(said);
    expect({ when: made.when, unclear: made.heard.unclear }).toEqual({ when, unclear: [] });
    expect(made.design!.jobs[0]!.loads).toHaveLength(1);
  });
  test.each([
    'run a 12 A fan from the battery when the door is open, but only with the lid',
    'run a 12 A fan from the battery only with permission on when the door is open',
  ])('%s: what is no state of a thing is no word less', (said) => {
    const { heard, design } = read(said);
    expect(design === null ? heard.unclear.length + heard.blanks.length : 0).toBeGreaterThan(0);
  });
  test('a switch that closes to ground has one terminal', () => {
    const natures = (said: string) => read(`run a 12 A fan from the battery when ${said}`).design!.signals.map(({ nature }) => nature);
    expect(natures('the temp switch goes to ground')).toEqual(['ground-switch']);
    expect(natures('the temp switch is on')).toEqual(['switch']);
  });
  test('of bound acid nobody knows what it takes: it is not read as though the word were not there', () => {
    expect(read('charge the agm house battery from the battery when the engine runs').design).toBeNull();
  });
  test.each([
    ['lithium house battery', 'lithium', 11.2],
    ['house lithium battery', 'lithium', 11.2],
    ['house battery', 'flooded', 10.5],
  ])('charge the %s: its cells are %s', (name, chemistry, lowestV) => {
    const { design, heard } = read(`charge the ${name} from the battery when the engine runs`);
    expect(heard.unclear).toEqual([]);
    expect(design!.supplies[1]).toMatchObject({ name, chemistry, lowestV });
  });
});
