/**
 * The code that goes out does what the desk shows: random programs, run on the desk, as compiled C++ and as Python, with the
 * same inputs at the same times; their pins stand alike at every sample.
 */
import { describe, expect, test } from '@jest/globals';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Controller, Design, ProgramStep } from '../../project/schema.ts';
import { type ProgramState, powerUp, runProgram } from '../../project/program.ts';
import { controllerType } from '../../kinds/index.ts';
import { design, on } from '../../testing/designs.ts';
import { microPython, portableCpp } from './export-code.ts';
import { seeded } from '../../testing/seeded.ts';

const pinOf = (id: string, gpio: string) =>
  ({
    id,
    name: `pin “${id}” \\ of\nthe "shed"`,
    place: 'box',
    usual: false,
    nature: 'pin',
    volt: 5,
    limitA: 0.02,
    controller: 'a',
    gpio,
  }) as const;
const base = design(undefined, {
  jobs: [],
  signals: [...design().signals.filter(({ nature }) => nature !== 'pin'), pinOf('one', 'D5'), pinOf('two', 'D6')],
  controllers: [{ id: 'a', name: 'shed board', type: 'board-5v', place: 'box', supply: 'usb', links: [], program: [] }],
});
/** A switch that closes when operated, and one that opens. */
const INPUTS = ['dash', 'stop'] as const;
const LASTS_MS = 4000;
const SAMPLE_MS = 100;

/** A program of steps in tenths of a second, and inputs that change on other tenths. */
function madeBy(random: () => number): { program: ProgramStep[]; changes: { ms: number; signal: string; on: boolean }[] } {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const pin = () => pick(['one', 'two']);
  const seconds = () => (2 + Math.floor(random() * 8)) / 10;
  const plain = (): ProgramStep => (random() < 0.5 ? { do: 'set', pin: pin(), high: random() < 0.5 } : { do: 'wait', seconds: seconds() });
  const step = (): ProgramStep => {
    const kind = random();
    if (kind < 0.4) return plain();
    if (kind < 0.55)
      return { do: 'repeat', times: 1 + Math.floor(random() * 3), steps: [plain(), { do: 'wait', seconds: seconds() }, plain()] };
    if (kind < 0.8) return { do: 'hold', pin: pin(), high: random() < 0.7, signal: pick(INPUTS), seconds: seconds() };
    return { do: 'follow', pin: pin(), high: random() < 0.5, signal: pick(INPUTS) };
  };
  return {
    program: Array.from({ length: 2 + Math.floor(random() * 5) }, step),
    changes: Array.from({ length: 6 }, (_, at) => ({
      ms: 300 + at * 500 + 100 * Math.floor(random() * 3),
      signal: pick(INPUTS),
      on: random() < 0.5,
    })),
  };
}
type Made = ReturnType<typeof madeBy>;
const RUNS: readonly Made[] = (() => {
  const random = seeded(20261126);
  return Array.from({ length: 40 }, () => madeBy(random));
})();
const board = (program: readonly ProgramStep[]): Controller => ({ ...base.controllers[0]!, program: [...program] });
const isOn = ({ changes }: Made, signal: string, ms: number): boolean =>
  changes.filter((change) => change.signal === signal && change.ms <= ms).at(-1)?.on ?? false;

/** Levels of both pins at each sample, in the middle between two tenths. */
function onDesk(run: Made): string[] {
  const samples: string[] = [];
  const bootS = controllerType(base, base.controllers[0]!.type).bootS;
  let state: ProgramState = powerUp(0);
  for (let ms = 0; ms < LASTS_MS; ms += 5) {
    const done = runProgram(base, board(run.program), state, bootS + ms / 1000, { on: (signal) => isOn(run, signal, ms), typed: '' });
    state = done.state;
    if (ms % SAMPLE_MS === SAMPLE_MS / 2) samples.push(`${Number(state.levels.one)}${Number(state.levels.two)}`);
  }
  return samples;
}

/** For the stubs: an input's pin reads high while its contact to ground is open. */
const table = (run: Made) =>
  INPUTS.flatMap((signal, at) => {
    const closes = at === 0;
    const high = (on: boolean) => Number(closes ? !on : on);
    return [
      { ms: 0, pin: 20 + at, high: high(false) },
      ...run.changes.filter((change) => change.signal === signal).map(({ ms, on: isNow }) => ({ ms, pin: 20 + at, high: high(isNow) })),
    ];
  });
/** Numbers for the inputs, in the order in which the text names them. */
const filled = (text: string, none: RegExp): string =>
  text.replace(none, (line, name: string) => line.replace(/-1|None/, name.includes('stop') ? '21' : '20'));

function compiled(): string[][] {
  const folder = mkdtempSync(join(tmpdir(), 'program-'));
  try {
    const programs = RUNS.map((run, at) => {
      const code = filled(portableCpp(base, board(run.program)), /const int (input_\w+) = -1;/g).replace('int main()', 'int whole()');
      const rows = table(run)
        .map(({ ms, pin, high }) => `{${ms}, ${pin}, ${high}}`)
        .join(', ');
      return `namespace p${at} {
${code}
static const long inputs[][3] = {${rows}};
static void pass() { ++now; sample(${at}); }
void write_pin(int pin, bool high) { if (pin == 5) level[0] = high; if (pin == 6) level[1] = high; pass(); }
bool read_pin(int pin) { bool high = false; for (const auto &row : inputs) if (row[1] == pin && row[0] <= now / 20) high = row[2]; return high; }
void make_output(int) {}
unsigned long now_ms() { pass(); return now / 20; }
}`;
    });
    // Time goes by a twentieth of a millisecond with each call, so that a turn takes next to none.
    writeFileSync(
      join(folder, 'all.cpp'),
      `#include <cstdio>
struct Over {};
static long now; static bool level[2]; static long next_sample;
static void sample(int) {
  while (next_sample * 20 <= now) {
    if (next_sample >= ${LASTS_MS}) throw Over();
    std::printf("%d%d ", level[0], level[1]);
    next_sample += ${SAMPLE_MS};
  }
}
${programs.join('\n')}
int main() {
${RUNS.map((_, at) => `  now = 0; next_sample = ${SAMPLE_MS / 2}; level[0] = level[1] = false; try { p${at}::whole(); } catch (Over &) {} std::printf("\\n");`).join('\n')}
}
`,
    );
    execFileSync('g++', ['-std=c++17', '-O0', '-Wall', '-Wextra', '-Wno-unused-function', '-Werror', '-o', 'all', 'all.cpp'], {
      cwd: folder,
      stdio: 'pipe',
    });
    const out = execFileSync(join(folder, 'all'), { encoding: 'utf8' });
    return out
      .trim()
      .split('\n')
      .map((line) => line.trim().split(' '));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const STUB = `
import sys, types, json
class Over(Exception): pass
def run(code, inputs):
    state = {'now': 0.0, 'next': ${SAMPLE_MS / 2}, 'levels': {5: 0, 6: 0}, 'samples': []}
    def step(ms):
        state['now'] += ms
        while state['next'] <= state['now']:
            if state['next'] >= ${LASTS_MS}: raise Over()
            state['samples'].append('%d%d' % (state['levels'][5], state['levels'][6]))
            state['next'] += ${SAMPLE_MS}
    class Pin:
        OUT, IN, PULL_UP = 1, 0, 2
        def __init__(self, number, mode, pull=None, value=None):
            self.number = number
            if value is not None: state['levels'][number] = value
        def value(self, level=None):
            if level is not None:
                state['levels'][self.number] = level
                return None
            high = 0
            for ms, pin, now in inputs:
                if pin == self.number and ms <= state['now']: high = now
            return high
    machine = types.ModuleType('machine'); machine.Pin = Pin
    clock = types.ModuleType('time')
    clock.ticks_ms = lambda: int(state['now'])
    clock.ticks_diff = lambda a, b: a - b
    clock.sleep_ms = step
    sys.modules['machine'], sys.modules['time'] = machine, clock
    try: exec(compile(code, 'board', 'exec'), {'__name__': '__main__'})
    except Over: pass
    return state['samples']
print(json.dumps([run(code, inputs) for code, inputs in json.load(sys.stdin)]))
`;
function interpreted(): string[][] {
  const runs = RUNS.map((run) => [
    filled(microPython(base, board(run.program)), /'(input_\w+)': None,/g),
    table(run).map(({ ms, pin, high }) => [ms, pin, high]),
  ]);
  return JSON.parse(execFileSync('python3', ['-c', STUB], { input: JSON.stringify(runs), encoding: 'utf8', maxBuffer: 1e8 })) as string[][];
}

describe('forty seeded programs with two pins and two inputs', () => {
  const desk = RUNS.map(onDesk);
  test('are not all the same, and move their pins', () => {
    expect(new Set(desk.map((samples) => samples.join())).size).toBeGreaterThan(25);
    expect(desk.every((samples) => samples.length === LASTS_MS / SAMPLE_MS)).toBe(true);
  });
  test('the C++ compiles without a warning and does what the desk shows', () => expect(compiled()).toEqual(desk));
  test('the Python text does what the desk shows', () => expect(interpreted()).toEqual(desk));
});

describe('what nobody chose does not run', () => {
  const program: ProgramStep[] = [{ do: 'follow', pin: 'one', high: true, signal: 'dash' }];
  test('an input without a number stops the compiler, and the interpreter before any pin is an output', () => {
    expect(portableCpp(base, board(program))).toMatch(
      /static_assert\(input_dash_switch >= 0, "Choose the number of input_dash_switch first\."\)/,
    );
    const text = microPython(base, board(program));
    expect(text.indexOf('raise SystemExit')).toBeGreaterThan(0);
    expect(text.indexOf('raise SystemExit')).toBeLessThan(text.indexOf('Pin.OUT'));
  });
  test('A3 is not 3: a pin with another letter asks for the number that the board gives it', () => {
    const analog: Pick<Design, 'signals' | 'jobs' | 'parts'> = {
      jobs: [],
      parts: [],
      signals: base.signals.map((signal) => (signal.id === 'one' ? ({ ...signal, gpio: 'A3' } as typeof signal) : signal)),
    };
    expect(portableCpp(analog, board([]))).toMatch(/const int pin_pin_one_of_the_shed = -1; \/\/ A3/);
    expect(microPython(analog, board([]))).toMatch(/'pin_pin_one_of_the_shed': None, {2}# A3/);
  });
});

describe('the level that is written first', () => {
  const first = (job: Design['jobs'][0]) =>
    portableCpp({ ...base, jobs: [job] }, board([])).match(/write_pin\(pin_pin_one_of_the_shed, (true|false)\);/)![1];
  const own = design().jobs[0]!;
  test('turns the load off: low where high means on, high where low does', () => {
    expect(first({ ...own, when: on('one') })).toBe('false');
    expect(first({ ...own, when: { op: 'not', of: on('one') } })).toBe('true');
    expect(first({ ...own, when: { op: 'and', of: [on('key'), { op: 'not', of: on('one') }] } })).toBe('true');
  });
});
