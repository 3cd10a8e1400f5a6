import { describe, expect, test } from '@jest/globals';
import type { Controller, ProgramStep } from '../../project/schema.ts';
import { design } from '../../testing/designs.ts';
import { microPython, portableCpp } from './export-code.ts';
import { type ProgramState, powerUp, runProgram } from '../../project/program.ts';

const pin = {
  id: 'pin',
  name: 'controller pin',
  place: 'box',
  usual: false,
  nature: 'pin',
  volt: 5,
  limitA: 0.02,
  controller: 'a',
  gpio: 'D5',
} as const;
const made = design(undefined, {
  signals: design().signals.map((signal) => (signal.id === 'pin' ? pin : signal)),
  controllers: [{ id: 'a', name: 'shed board', type: 'board-5v', place: 'box', supply: 'usb', links: [], program: [] }],
});
const board = (program: ProgramStep[]): Controller => ({ ...made.controllers[0]!, program });

/** Levels of the pin at moments after power-up (the board boots for 2 s); a signal is on between the given times. */
function levels(
  program: ProgramStep[],
  moments: readonly number[],
  { onFrom = Infinity, onTo = Infinity, typed = '' } = {},
): (boolean | null)[] {
  let state: ProgramState = powerUp(100);
  return moments.map((moment) => {
    const nowS = 100 + moment;
    const run = runProgram(made, board(program), state, nowS, { on: () => moment >= onFrom && moment < onTo, typed });
    state = run.state;
    return run.booting ? null : run.state.levels['pin']!;
  });
}

describe('a program on the clock', () => {
  test('while the board boots no pin is driven, and then each is at its inactive level', () => {
    expect(levels([], [0, 1.9, 2, 5])).toEqual([null, null, false, false]);
  });
  test('on, wait, off, in order from the end of booting', () => {
    const program: ProgramStep[] = [
      { do: 'set', pin: 'pin', high: true },
      { do: 'wait', seconds: 3 },
      { do: 'set', pin: 'pin', high: false },
    ];
    expect(levels(program, [2, 4.9, 5.1, 60])).toEqual([true, true, false, false]);
  });
  test('three flashes of a second each, then rest; for ever goes on', () => {
    const flash: ProgramStep[] = [
      { do: 'set', pin: 'pin', high: true },
      { do: 'wait', seconds: 1 },
      { do: 'set', pin: 'pin', high: false },
      { do: 'wait', seconds: 1 },
    ];
    const at = [2.5, 3.5, 4.5, 5.5, 6.5, 7.5, 8.5, 9.5];
    expect(levels([{ do: 'repeat', times: 3, steps: flash }], at)).toEqual([true, false, true, false, true, false, false, false]);
    expect(levels([{ do: 'repeat', times: 0, steps: flash }], [1000.5, 1001.5])).toEqual([true, false]);
  });
  test('held for a minute after movement, and again with each movement', () => {
    const program: ProgramStep[] = [{ do: 'hold', pin: 'pin', high: true, signal: 'dash', seconds: 60 }];
    expect(levels(program, [3, 10, 12, 71, 73], { onFrom: 10, onTo: 12 })).toEqual([false, true, true, true, false]);
  });
  test('follows a sensor upside down, and goes by characters', () => {
    expect(levels([{ do: 'follow', pin: 'pin', high: false, signal: 'dash' }], [3, 5, 7], { onFrom: 4, onTo: 6 })).toEqual([
      true,
      false,
      true,
    ]);
    const letters: ProgramStep[] = [{ do: 'character', pin: 'pin', high: 'A', low: 'a' }];
    expect(levels(letters, [3], { typed: 'xA' })).toEqual([true]);
    expect(levels(letters, [3], { typed: 'Aa' })).toEqual([false]);
  });
  test('says when it does something by itself', () => {
    const program: ProgramStep[] = [
      { do: 'wait', seconds: 5 },
      { do: 'set', pin: 'pin', high: true },
    ];
    const quiet = { on: () => false, typed: '' };
    expect(runProgram(made, board(program), powerUp(0), 1, quiet).nextS).toBe(2);
    expect(runProgram(made, board(program), powerUp(0), 3, quiet).nextS).toBe(7);
    expect(runProgram(made, board([]), powerUp(0), 3, quiet).nextS).toBeNull();
  });
});

describe('starter code', () => {
  const program: ProgramStep[] = [
    { do: 'hold', pin: 'pin', high: true, signal: 'dash', seconds: 60 },
    {
      do: 'repeat',
      times: 2,
      steps: [
        { do: 'set', pin: 'pin', high: true },
        { do: 'wait', seconds: 0.5 },
      ],
    },
    { do: 'character', pin: 'pin', high: "'", low: '\\' },
  ];
  test('writes the inactive level before the pin is an output, in both languages', () => {
    const cpp = portableCpp(made, board(program));
    expect(cpp.indexOf('write_pin(pin_controller_pin, false);')).toBeGreaterThan(0);
    expect(cpp.indexOf('write_pin(pin_controller_pin, false);')).toBeLessThan(cpp.indexOf('make_output(pin_controller_pin);'));
    const text = microPython(made, board(program));
    expect(text).toContain("'pin_controller_pin': False,");
    expect(text).toContain('Pin(numbers[name], Pin.OUT, value=int(high))');
  });
  test('a name cannot end its comment or spoil the file: no line of its own, no control character', () => {
    const name = 'a\nint x;\u2028y\u2029z\u0000\u001b\\';
    const odd = { ...made, signals: made.signals.map((signal) => ({ ...signal, name })) };
    for (const text of [portableCpp(odd, { ...board(program), name }), microPython(odd, { ...board(program), name })]) {
      expect(text).not.toMatch(/^\s*int x;/m);
      // eslint-disable-next-line no-control-regex -- it is they that must not be there
      expect(text).not.toMatch(/[\u0000-\u0008\u000b-\u001f\u2028\u2029]/);
      expect(text).not.toMatch(/\\$/m);
    }
  });
  test('brackets close, quotes are escaped, and each step stands there in words', () => {
    const cpp = portableCpp(made, board(program));
    expect(cpp.split('{').length).toBe(cpp.split('}').length);
    expect(cpp).toContain("letter == '\\''");
    expect(cpp).toContain('60000UL');
    expect(cpp).toContain('hold controller pin high while dash switch is on and for 60 s after');
    expect(microPython(made, board(program))).toContain('for _ in range(2):');
  });
});
