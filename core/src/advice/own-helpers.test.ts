/** Time and stepping relays of a person's own: what they are set to, what their coil bears, what is bought of them. */
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { analyse } from '../analyse.ts';
import { type Design, beginPart, broughtAlong, parseDesignText } from '../index.ts';
import { type OwnRelay } from '../kinds/index.ts';

const drawer = JSON.parse(readFileSync(new URL('../../../examples/mistakes/time-relay-range.json', import.meta.url), 'utf8')) as Design;
/** The lamp that comes on five seconds after its switch, by a time relay of the drawer. */
function waiting(
  timer: Partial<NonNullable<OwnRelay['timer']>>,
  relay: Partial<OwnRelay> = {},
  delay: { onS?: number; offS?: number } = {},
): Design {
  const [part] = drawer.parts as readonly OwnRelay[];
  const [job] = drawer.jobs;
  const of = job!.when as unknown as { of: readonly object[] };
  const when = { op: 'and', of: [{ ...of.of[0]!, ...delay }, of.of[1]!] };
  const changed = {
    ...drawer,
    parts: [{ ...part!, ...relay, timer: { ...part!.timer!, mostS: 60, ...timer } }],
    jobs: [{ ...job!, when }],
  };
  const parsed = parseDesignText(JSON.stringify(changed));
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems));
  return parsed.design;
}
const said = (design: Design) =>
  analyse(design)
    .analysis.findings.filter(({ severity }) => severity !== 'hold')
    .map(({ rule, code }) => (code ? `${rule} ${code}` : rule));

describe('what a time relay is set to', () => {
  test.each([
    [{ mostS: 5 }, []],
    [{ mostS: 4.9 }, ['time-relay-range']],
    [{ leastS: 5 }, []],
    [{ leastS: 5.1 }, ['time-relay-range']],
    [{ waits: 'on' }, []],
    [{ waits: 'off' }, ['time-relay-range way']],
  ] as const)('five seconds on with %j', (timer, expected) => {
    expect(said(waiting(timer))).toEqual(expected);
  });
  test('one that waits as it comes on holds nothing on', () => {
    expect(said(waiting({ waits: 'on' }, {}, { onS: 0, offS: 5 }))).toContain('time-relay-range way');
    expect(said(waiting({ waits: 'off' }, {}, { onS: 0, offS: 5 }))).toEqual([]);
  });
  test('the shelf’s own is asked too', () => {
    const { findings } = analyse({
      ...waiting({}),
      jobs: waiting({}, {}, { onS: 0.2 }).jobs.map((job) => ({ ...job, helpers: { logic: 'auto', timer: 'auto', step: 'auto' } })),
    }).analysis;
    expect(findings.find(({ rule }) => rule === 'time-relay-range')).toMatchObject({ severity: 'danger', value: 0.2, limit: 0.5 });
  });
});

test('its coil is asked for its voltage, and the nudge is the shelf’s', () => {
  const { analysis } = analyse(waiting({}, { coilV: 24, coilOhm: 360, pullInV: 14, releaseV: 2.4, coilMostV: 31 }));
  const wrong = analysis.findings.find(({ rule, severity }) => rule === 'coil-wrong-voltage' && severity === 'danger');
  expect(wrong?.title).toBe('K1.1 has a 24 V coil, but battery is 12 V');
});

test('it is in the list by its name, with what it is set to; brought along to 24 V the shelf’s takes its place', () => {
  const design = waiting({}, { price: 9 });
  expect(
    analyse(design)
      .analysis.parts.map(({ description }) => description)
      .join('\n'),
  ).toMatch(/Time relay from the drawer.*set to on 5 s/);
  const at24 = {
    ...design,
    supplies: design.supplies.map((supply) => ({ ...supply, nominalV: 24, restV: 25.2, highestV: 29, lowestV: 23 })),
  } as Design;
  expect(broughtAlong(at24, at24.supplies[0]!.id).jobs[0]!.helpers.timer).toBe('auto');
});

test('a stepping relay of one’s own toggles; a five-pin relay of one’s own helps; what is none of them is refused', () => {
  const latch = JSON.parse(readFileSync(new URL('../../../examples/circuits/08-latch.json', import.meta.url), 'utf8')) as Design;
  const used = (file: Design, duty: 'logic' | 'step', form: string) => {
    const jobs = file.jobs.map((job) => ({ ...job, helpers: { logic: 'auto', timer: 'auto', step: 'auto', [duty]: 'own-one' } }));
    return parseDesignText(JSON.stringify({ ...file, parts: [...(file.parts ?? []), beginPart(form, 'own-one', 'One of my own')], jobs }));
  };
  const step = used(latch, 'step', 'step');
  if (!step.ok) throw new Error(JSON.stringify(step.problems));
  const { analysis, evidence } = analyse(step.design);
  expect(evidence.unwired).toEqual([]);
  expect(analysis.findings.filter(({ severity }) => severity === 'danger')).toEqual([]);
  expect(analysis.parts.map(({ description }) => description).join()).toMatch(/One of my own/);
  const refused = used(latch, 'step', 'five');
  expect(refused.ok).toBe(false);
  expect(refused.ok ? '' : refused.problems[0]!.path).toBe('jobs[0].helpers.step');
});
