/** Hours of a day, by a time switch with a clock; and a MOSFET that is to switch a load itself. */
import { describe, expect, test } from '@jest/globals';
import { analyse } from '../../analyse.ts';
import { hear, projectOf } from './index.ts';

const read = (sentence: string) => {
  const heard = hear(sentence, null);
  return { heard, design: projectOf(heard) };
};
const timerOf = (sentence: string) =>
  read(sentence).design?.signals.find(({ nature }) => nature === 'timer') as
    { name: string; onS: number; offS: number; onAtMin?: number } | undefined;
const H = 3600;

describe('by the clock', () => {
  test.each([
    ['switch a 230 V 60 W lamp on from 18:00 to 23:00', 18 * 60, 5 * H],
    ['run a 3 A pump from the battery from 6 am to 8 am every day', 6 * 60, 2 * H],
    ['turn on a 5 A LED strip on 12 V at 18:00 and off at 23:30', 18 * 60, 5.5 * H],
    ['light a 230 V 60 W lamp between 22:00 and 06:00 daily', 22 * 60, 8 * H],
    ['run a 60 W fan from the battery from noon until midnight', 12 * 60, 12 * H],
    ['run a 60 W fan from the battery from 12 am to 12 pm', 0, 12 * H],
  ])('%s', (sentence, onAtMin, onS) => {
    expect(timerOf(sentence)).toMatchObject({ onAtMin, onS, offS: 24 * H - onS });
    expect(read(sentence).heard.unclear).toEqual([]);
  });
  test('with what else is said: in the dark, and in those hours', () => {
    const { design } = read('when it is dark light a 60 W lamp at 230 V from 18:00 to 23:00');
    expect(design!.jobs[0]!.when).toMatchObject({ op: 'and' });
  });
  test('it is bought as a time switch, and stands as its clock says after a power cut', () => {
    const { analysis } = analyse(read('switch a 230 V 60 W lamp on from 18:00 to 23:00').design!);
    expect(analysis.parts.map(({ description }) => description).join('\n')).toMatch(
      /Time switch for every day, its clock with a reserve, set to on at 18:00 and off at 23:00/,
    );
    expect(analysis.findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
    expect(analysis.findings.find(({ rule }) => rule === 'unknown-after-power-cut')).toMatchObject({
      severity: 'hold',
      title: 'After a power cut it stands as its clock says',
    });
  });
  test.each([
    'run a 60 W fan from the battery from 25:00 to 26:00 when the key is on',
    'run a 60 W fan from the battery from 18:75 to 20:00 when the key is on',
    'run a 60 W fan from the battery from 13 pm to 2 pm when the key is on',
    'run a 60 W fan from the battery from 8:00 to 8:00 when the key is on',
  ])('no hours of a day are no time switch: %s', (sentence) => expect(timerOf(sentence)).toBeUndefined());
  test('levels are none: between 20 and 30 °C, off at 23', () => {
    expect(timerOf('run a 60 W fan from the battery between 20 and 30 °C')).toBeUndefined();
    expect(timerOf('run a 60 W fan from the battery on at 30 °C and off at 23 °C')).toBeUndefined();
  });
});

describe('a MOSFET', () => {
  test.each(['through a mosfet', 'with a logic-level mosfet', 'by a MOSFET module', 'using a power MOSFET'])(
    '%s is a solid-state relay for direct current',
    (words) => {
      const { heard, design } = read(`light a 5 A LED strip on the battery ${words} when the key is on`);
      expect(heard.unclear).toEqual([]);
      expect(design!.jobs[0]!.device).toMatchObject({ part: 'ssr-dc-40a' });
    },
  );
  test('there is none for the mains: it is not another one in silence', () => {
    const { heard, design } = read('light a 60 W lamp at 230 V through a mosfet when switch 1 is on');
    expect(heard.unclear.map(({ text }) => text)).toEqual(['through a mosfet']);
    expect(design).toBeNull();
  });
  test('one that drives a relay is none that switches the load', () => {
    expect(read('run a 2 A pump from the battery through a relay driven by a mosfet when the key is on').design).toBeNull();
  });
});
