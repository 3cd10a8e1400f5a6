/**
 * A board's program as text to begin with: portable C++ and Python for a microcontroller. Both do what the desk shows: levels
 * are worked out in variables, the last word in the list counts, and each pin is written once a turn. Neither starts before
 * its inputs are chosen.
 */
import { readable } from '../../document/index.ts';
import { type Controller, type Design, type ProgramStep, pinsOf, restLevels, stepWords } from '../../project/index.ts';
import { controllerType, formOfSignal, signalFacets } from '../../kinds/index.ts';

type Of = Pick<Design, 'signals' | 'jobs' | 'parts'>;

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

/** One line, whatever a name holds: no end of line, and no backslash that would join the next one to a comment. */
const plain = (words: string): string => readable(words.replace(/[\r\n\u2028\u2029\v\f]+/g, ' ').replaceAll('\\', '/'));

/** A pin's number where its name is one with a letter for digital; null where the board gives it another. */
const numberOf = (gpio: string): string | null => /^(?:D|G|GP|GPIO|IO)?(\d+)$/i.exec(gpio)?.[1] ?? null;

/** Whether an input reads high while its signal is on: a contact to ground pulls it low while it conducts. */
function highWhenOn(design: Pick<Design, 'signals'>, id: string): boolean {
  const signal = design.signals.find((one) => one.id === id);
  if (!signal) return false;
  const form = formOfSignal(signal);
  return form === 'contact' || form === 'ground' ? !signalFacets(signal).conductsWhen(signal) : true;
}
const inputWords = (design: Pick<Design, 'signals'>, id: string): string =>
  plain(
    `${design.signals.find((signal) => signal.id === id)?.name ?? id}: ${highWhenOn(design, id) ? 'on while it reads high' : 'on while it reads low, its contact to ground'}`,
  );

const WATCHDOG = [
  'If your board has a watchdog, start it where the pins are made outputs and feed it in each turn:',
  'a program that hangs then starts again, with every load off.',
];

export function portableCpp(design: Of, board: Controller): string {
  const names = namesOf(design, board);
  const pins = pinsOf(design, board);
  const rest = restLevels(design, board);
  const flag = (high: boolean) => (high ? 'true' : 'false');
  const level = (id: string) => names.pin(id).replace(/^pin/, 'level');
  const script = (steps: readonly ProgramStep[], indent: string): string[] =>
    steps.flatMap((step) => {
      const words = `${indent}// ${plain(stepWords(design, step))}`;
      if (step.do === 'set') return [words, `${indent}${level(step.pin)} = ${flag(step.high)};`];
      if (step.do === 'wait') return [`${indent}idle_ms(${Math.round(step.seconds * 1000)}UL);`];
      if (step.do !== 'repeat') return [];
      const head = step.times === 0 ? 'for (;;)' : `for (unsigned round = 0; round < ${step.times}U; ++round)`;
      // A round without a wait lets the rest go on all the same.
      const idle = step.steps.some(({ do: what }) => what === 'wait') ? [] : [`${indent}  turn();`];
      return [words, `${indent}${head} {`, ...script(step.steps, `${indent}  `), ...idle, `${indent}}`];
    });
  const rules = standing(board.program).flatMap((step, at) => {
    const words = `  // ${plain(stepWords(design, step))}`;
    switch (step.do) {
      case 'follow':
        return [words, `  ${level(step.pin)} = ${step.high ? '' : '!'}on_${names.signal(step.signal)}();`];
      case 'hold':
        return [
          words,
          `  if (on_${names.signal(step.signal)}()) { held_${at} = true; since_${at} = now_ms(); ${level(step.pin)} = ${flag(step.high)}; }`,
          `  else if (held_${at} && now_ms() - since_${at} < ${Math.round(step.seconds * 1000)}UL) ${level(step.pin)} = ${flag(step.high)};`,
          `  else if (held_${at}) { held_${at} = false; ${level(step.pin)} = ${flag(!step.high)}; }`,
        ];
      case 'character':
        return [
          words,
          `  if (letter == ${letterIn(step.high)}) ${level(step.pin)} = true;`,
          `  if (letter == ${letterIn(step.low)}) ${level(step.pin)} = false;`,
        ];
      default:
        return [];
    }
  });
  const kept = standing(board.program).flatMap((step, at) =>
    step.do === 'hold' ? [`static bool held_${at} = false;`, `static unsigned long since_${at} = 0;`] : [],
  );
  const listens = board.program.some(({ do: what }) => what === 'character');
  const chosen = [
    ...pins.map(({ id, gpio }) => ({ name: names.pin(id), number: numberOf(gpio), words: gpio })),
    ...names.inputs.map((id) => ({ name: names.signal(id), number: null, words: inputWords(design, id) })),
  ];
  return [
    `// Starter code for ${plain(board.name)}, a ${controllerType(design, board.type).name}. Fill in the functions below for your board.`,
    '// The level that leaves every load off is written before a pin is made an output.',
    ...WATCHDOG.map((line) => `// ${line}`),
    '',
    '// For your board: set a pin’s level, and read one; make a pin an output; read a clock of milliseconds.',
    'void write_pin(int pin, bool high);',
    'bool read_pin(int pin);',
    'void make_output(int pin);',
    'unsigned long now_ms();',
    ...(listens ? ['// The next character of the serial or phone link, 0 where there is none.', 'char next_character();'] : []),
    '',
    ...chosen.map(({ name, number, words }) => `const int ${name} = ${number ?? '-1'}; // ${plain(words)}`),
    // Nothing runs on a pin that nobody chose.
    ...chosen
      .filter(({ number }) => number === null)
      .map(({ name }) => `static_assert(${name} >= 0, "Choose the number of ${name} first.");`),
    '',
    ...names.inputs.map(
      (id) => `static bool on_${names.signal(id)}() { return ${highWhenOn(design, id) ? '' : '!'}read_pin(${names.signal(id)}); }`,
    ),
    ...pins.map(({ id }) => `static bool ${level(id)} = ${flag(rest[id]!)};`),
    ...kept,
    '',
    'void turn();',
    '',
    '// Each pin once a turn, when all has been said about it.',
    'static void put_pins() {',
    ...pins.map(({ id }) => `  write_pin(${names.pin(id)}, ${level(id)});`),
    '}',
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
    '  put_pins();',
    '}',
    '',
    'int main() {',
    '  begin();',
    '  for (;;) turn();',
    '}',
    '',
  ].join('\n');
}

export function microPython(design: Of, board: Controller): string {
  const names = namesOf(design, board);
  const pins = pinsOf(design, board);
  const rest = restLevels(design, board);
  const level = (id: string) => `level['${names.pin(id)}']`;
  const truth = (high: boolean) => (high ? 'True' : 'False');
  const script = (steps: readonly ProgramStep[], indent: string): string[] =>
    steps.flatMap((step) => {
      const words = `${indent}# ${plain(stepWords(design, step))}`;
      if (step.do === 'set') return [words, `${indent}${level(step.pin)} = ${truth(step.high)}`];
      if (step.do === 'wait') return [`${indent}idle_ms(${Math.round(step.seconds * 1000)})`];
      if (step.do !== 'repeat') return [];
      return [
        words,
        `${indent}${step.times === 0 ? 'while True:' : `for _ in range(${step.times}):`}`,
        ...script(step.steps, `${indent}    `),
        ...(step.steps.some(({ do: what }) => what === 'wait') ? [] : [`${indent}    turn()`]),
      ];
    });
  const rules = standing(board.program).flatMap((step, at) => {
    const words = `    # ${plain(stepWords(design, step))}`;
    switch (step.do) {
      case 'follow':
        return [words, `    ${level(step.pin)} = ${step.high ? '' : 'not '}input_on('${names.signal(step.signal)}')`];
      case 'hold':
        return [
          words,
          `    if input_on('${names.signal(step.signal)}'):`,
          `        held[${at}] = time.ticks_ms()`,
          `        ${level(step.pin)} = ${truth(step.high)}`,
          `    elif ${at} in held and time.ticks_diff(time.ticks_ms(), held[${at}]) < ${Math.round(step.seconds * 1000)}:`,
          `        ${level(step.pin)} = ${truth(step.high)}`,
          `    elif ${at} in held:`,
          `        del held[${at}]`,
          `        ${level(step.pin)} = ${truth(!step.high)}`,
        ];
      case 'character':
        return [
          words,
          `    if letter == ${JSON.stringify(step.high)}:`,
          `        ${level(step.pin)} = True`,
          `    if letter == ${JSON.stringify(step.low)}:`,
          `        ${level(step.pin)} = False`,
        ];
      default:
        return [];
    }
  });
  const listens = board.program.some(({ do: what }) => what === 'character');
  const where = (gpio: string) => numberOf(gpio) ?? 'None';
  return [
    `# Starter code for ${plain(board.name)}, a ${controllerType(design, board.type).name}.`,
    '# A pin gets the level that leaves every load off in the same call that makes it an output.',
    ...WATCHDOG.map((line) => `# ${line}`),
    'import sys',
    'import time',
    ...(listens ? ['import select'] : []),
    'from machine import Pin',
    '',
    '# The number that your board gives each; it does not start before all of them are chosen.',
    'numbers = {',
    ...pins.map(({ id, gpio }) => `    '${names.pin(id)}': ${where(gpio)},  # ${plain(gpio)}`),
    ...names.inputs.map((id) => `    '${names.signal(id)}': None,  # ${inputWords(design, id)}`),
    '}',
    'missing = [name for name, number in numbers.items() if number is None]',
    'if missing:',
    "    raise SystemExit('Choose a number first for: ' + ', '.join(missing))",
    '',
    'level = {',
    ...pins.map(({ id }) => `    '${names.pin(id)}': ${truth(rest[id]!)},`),
    '}',
    'outputs = {name: Pin(numbers[name], Pin.OUT, value=int(high)) for name, high in level.items()}',
    `inputs = {name: Pin(numbers[name], Pin.IN, Pin.PULL_UP) for name in [${names.inputs.map((id) => `'${names.signal(id)}'`).join(', ')}]}`,
    '# What each reads while its signal is on: a contact to ground pulls its pin down while it conducts.',
    `on_level = {${names.inputs.map((id) => `'${names.signal(id)}': ${Number(highWhenOn(design, id))}`).join(', ')}}`,
    'held = {}',
    '',
    '',
    'def input_on(name):',
    '    return inputs[name].value() == on_level[name]',
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
    'def put_pins():',
    '    # Each pin once a turn, when all has been said about it.',
    '    for name, high in level.items():',
    '        outputs[name].value(int(high))',
    '',
    '',
    'def turn():',
    ...(listens ? ['    letter = next_character()'] : []),
    ...rules,
    '    put_pins()',
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

/** A character as the code has it; one that does not come in one byte is never read. */
function letterIn(letter: string): string {
  const code = letter.codePointAt(0) ?? 0;
  if (code >= 32 && code <= 126) return letter === "'" || letter === '\\' ? `'\\${letter}'` : `'${letter}'`;
  return code <= 255 ? `static_cast<char>(${code})` : `-${code} /* does not come in one byte */`;
}
