/**
 * A controller's program as starter code: portable C++ over four functions that any board offers under some name, and
 * MicroPython. Both write the inactive level first and make the pin an output after that, so that nothing comes on while
 * the board starts.
 */
import { type Controller, type Design, type ProgramStep, pinsOf, restLevels, stepWords } from '../../project/index.ts';
import { controllerType } from '../../kinds/index.ts';

interface Names {
  pin(id: string): string;
  signal(id: string): string;
}

/** Identifiers out of names: letters, digits and underscores, none twice. */
function namesOf(design: Pick<Design, 'signals'>, board: Controller): Names & { inputs: readonly string[] } {
  const taken = new Set<string>();
  const made = new Map<string, string>();
  const mint = (id: string, letter: string): string => {
    const known = made.get(`${letter}${id}`);
    if (known !== undefined) return known;
    const name = design.signals.find((signal) => signal.id === id)?.name ?? id;
    const plain = `${letter}_${name}`
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '_')
      .replace(/_+$/, '');
    let own = plain;
    for (let twin = 2; taken.has(own); twin++) own = `${plain}_${twin}`;
    taken.add(own);
    made.set(`${letter}${id}`, own);
    return own;
  };
  const inputs = new Set<string>();
  const visit = (steps: readonly ProgramStep[]): void =>
    steps.forEach((step) => {
      if ('signal' in step) inputs.add(step.signal);
      if (step.do === 'repeat') visit(step.steps);
    });
  visit(board.program);
  return { pin: (id) => mint(id, 'pin'), signal: (id) => mint(id, 'input'), inputs: [...inputs] };
}

const scripted = (program: readonly ProgramStep[]) =>
  program.filter(({ do: what }) => what === 'set' || what === 'wait' || what === 'repeat');
const standing = (program: readonly ProgramStep[]) =>
  program.filter(({ do: what }) => what === 'hold' || what === 'follow' || what === 'character');

export function portableCpp(design: Pick<Design, 'signals'>, board: Controller): string {
  const names = namesOf(design, board);
  const pins = pinsOf(design, board);
  const rest = restLevels(design, board);
  const flag = (high: boolean) => (high ? 'true' : 'false');
  const script = (steps: readonly ProgramStep[], indent: string): string[] =>
    steps.flatMap((step) => {
      const words = `${indent}// ${stepWords(design, step)}`;
      if (step.do === 'set') return [words, `${indent}write_pin(${names.pin(step.pin)}, ${flag(step.high)});`];
      if (step.do === 'wait') return [`${indent}idle_ms(${Math.round(step.seconds * 1000)}UL);`];
      if (step.do !== 'repeat') return [];
      const head = step.times === 0 ? 'for (;;)' : `for (unsigned round = 0; round < ${step.times}U; ++round)`;
      return [words, `${indent}${head} {`, ...script(step.steps, `${indent}  `), `${indent}}`];
    });
  const rules = standing(board.program).flatMap((step, at) => {
    const words = `  // ${stepWords(design, step)}`;
    switch (step.do) {
      case 'follow':
        return [words, `  write_pin(${names.pin(step.pin)}, ${step.high ? '' : '!'}input_on(${names.signal(step.signal)}));`];
      case 'hold':
        return [
          words,
          `  if (input_on(${names.signal(step.signal)})) { held_${at} = true; since_${at} = now_ms(); }`,
          `  if (held_${at} && now_ms() - since_${at} >= ${Math.round(step.seconds * 1000)}UL && !input_on(${names.signal(step.signal)})) held_${at} = false;`,
          `  write_pin(${names.pin(step.pin)}, ${step.high ? '' : '!'}held_${at});`,
        ];
      case 'character':
        return [
          words,
          `  if (letter == '${quoted(step.high)}') write_pin(${names.pin(step.pin)}, true);`,
          `  if (letter == '${quoted(step.low)}') write_pin(${names.pin(step.pin)}, false);`,
        ];
      default:
        return [];
    }
  });
  const kept = standing(board.program).flatMap((step, at) =>
    step.do === 'hold' ? [`static bool held_${at} = false;`, `static unsigned long since_${at} = 0;`] : [],
  );
  const listens = board.program.some(({ do: what }) => what === 'character');
  return [
    `// Starter code for ${board.name}, a ${controllerType(board.type).name}. Fill in the functions below for your board.`,
    '// The level that leaves every load off is written before a pin is made an output.',
    '',
    '// For your board: set a pin’s level; make a pin an output; read a clock of milliseconds.',
    'void write_pin(int pin, bool high);',
    'void make_output(int pin);',
    'unsigned long now_ms();',
    ...(names.inputs.length > 0 ? ['// Whether an input is on, by your own wiring of it.', 'bool input_on(int pin);'] : []),
    ...(listens ? ['// The next character of the serial or phone link, 0 where there is none.', 'char next_character();'] : []),
    '',
    ...pins.map(({ id, gpio }) => `const int ${names.pin(id)} = ${numberIn(gpio)}; // ${gpio}`),
    ...names.inputs.map(
      (id, at) =>
        `const int ${names.signal(id)} = ${at}; // choose a pin for ${design.signals.find((signal) => signal.id === id)?.name ?? id}`,
    ),
    '',
    ...kept,
    ...(kept.length > 0 ? [''] : []),
    'void turn();',
    '',
    '// Lets time pass while what stands beside the script goes on.',
    'void idle_ms(unsigned long ms) {',
    '  for (const unsigned long from = now_ms(); now_ms() - from < ms;) turn();',
    '}',
    '',
    'void begin() {',
    ...pins.flatMap(({ id }) => [`  write_pin(${names.pin(id)}, ${flag(rest[id]!)});`, `  make_output(${names.pin(id)});`]),
    ...script(scripted(board.program), '  '),
    '}',
    '',
    'void turn() {',
    ...(listens ? ['  const char letter = next_character();'] : []),
    ...rules,
    '}',
    '',
    'int main() {',
    '  begin();',
    '  for (;;) turn();',
    '}',
    '',
  ].join('\n');
}

export function microPython(design: Pick<Design, 'signals'>, board: Controller): string {
  const names = namesOf(design, board);
  const pins = pinsOf(design, board);
  const rest = restLevels(design, board);
  const script = (steps: readonly ProgramStep[], indent: string): string[] =>
    steps.flatMap((step) => {
      const words = `${indent}# ${stepWords(design, step)}`;
      if (step.do === 'set') return [words, `${indent}${names.pin(step.pin)}.value(${Number(step.high)})`];
      if (step.do === 'wait') return [`${indent}idle_ms(${Math.round(step.seconds * 1000)})`];
      if (step.do !== 'repeat') return [];
      return [
        words,
        `${indent}${step.times === 0 ? 'while True:' : `for _ in range(${step.times}):`}`,
        ...script(step.steps, `${indent}    `),
      ];
    });
  const rules = standing(board.program).flatMap((step, at) => {
    const words = `    # ${stepWords(design, step)}`;
    switch (step.do) {
      case 'follow':
        return [words, `    ${names.pin(step.pin)}.value(${step.high ? '' : 'not '}input_on(${names.signal(step.signal)}))`];
      case 'hold':
        return [
          words,
          `    if input_on(${names.signal(step.signal)}):`,
          `        held[${at}] = time.ticks_ms()`,
          `    elif ${at} in held and time.ticks_diff(time.ticks_ms(), held[${at}]) >= ${Math.round(step.seconds * 1000)}:`,
          `        del held[${at}]`,
          `    ${names.pin(step.pin)}.value(${at} ${step.high ? 'in' : 'not in'} held)`,
        ];
      case 'character':
        return [
          words,
          `    if letter == '${quoted(step.high)}':`,
          `        ${names.pin(step.pin)}.value(1)`,
          `    if letter == '${quoted(step.low)}':`,
          `        ${names.pin(step.pin)}.value(0)`,
        ];
      default:
        return [];
    }
  });
  const listens = board.program.some(({ do: what }) => what === 'character');
  return [
    `# Starter code for ${board.name}, a ${controllerType(board.type).name}.`,
    '# A pin gets the level that leaves its load off in the same call that makes it an output.',
    'import sys',
    'import time',
    ...(listens ? ['import select'] : []),
    'from machine import Pin',
    '',
    ...pins.map(({ id, gpio }) => `${names.pin(id)} = Pin(${numberIn(gpio)}, Pin.OUT, value=${Number(rest[id])})  # ${gpio}`),
    ...names.inputs.map(
      (id, at) => `${names.signal(id)} = Pin(${at}, Pin.IN, Pin.PULL_UP)  # choose a pin; a contact to ground pulls it down`,
    ),
    ...(names.inputs.length > 0 ? ['', '', 'def input_on(pin):', '    return pin.value() == 0'] : []),
    ...(listens
      ? [
          '',
          '',
          'link = select.poll()',
          'link.register(sys.stdin, select.POLLIN)',
          '',
          '',
          'def next_character():',
          "    return sys.stdin.read(1) if link.poll(0) else ''",
        ]
      : []),
    '',
    '',
    'held = {}',
    '',
    '',
    'def turn():',
    ...(listens ? ['    letter = next_character()'] : []),
    ...rules,
    '    time.sleep_ms(10)',
    '',
    '',
    'def idle_ms(ms):',
    '    # Lets time pass while what stands beside the script goes on.',
    '    start = time.ticks_ms()',
    '    while time.ticks_diff(time.ticks_ms(), start) < ms:',
    '        turn()',
    '',
    '',
    ...script(scripted(board.program), ''),
    'while True:',
    '    turn()',
    '',
  ].join('\n');
}

const quoted = (letter: string): string => (letter === "'" || letter === '\\' ? `\\${letter}` : letter);
const numberIn = (gpio: string): string => /\d+$/.exec(gpio)?.[0] ?? '0';
