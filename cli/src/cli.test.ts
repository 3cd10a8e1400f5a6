import { describe, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const owlBox = 'examples/demo/owl-box.json';

/** The command as a person types it. */
function nudge(...args: string[]) {
  const { status, stdout, stderr } = spawnSync('npm', ['run', '--silent', 'nudge', '--', ...args], { encoding: 'utf8' });
  return { status, stdout, stderr };
}
function temporary(change: (raw: any) => void): string {
  const raw = JSON.parse(readFileSync(owlBox, 'utf8')) as unknown;
  change(raw);
  const file = join(mkdtempSync(join(tmpdir(), 'nudge-')), 'project.json');
  writeFileSync(file, JSON.stringify(raw));
  return file;
}

describe('nudge check', () => {
  test('prints findings and nothing else, and exits with 1 for a danger', () => {
    const { status, stdout } = nudge('check', owlBox);
    const { findings } = JSON.parse(stdout) as { findings: Record<string, unknown>[] };
    expect(status).toBe(1);
    expect(Object.keys(findings[0]!)).toEqual(['rule', 'severity', 'job', 'subject', 'value', 'limit', 'unit', 'message', 'accepted']);
    expect(findings[0]).toMatchObject({ rule: 'fuse-above-wire', severity: 'danger', job: 'fans', subject: 'F3', value: 40, unit: 'A' });
  });
  test('exits with 0 when nothing is in danger', () => {
    const { status, stdout } = nudge(
      'check',
      temporary((raw) => (raw.jobs[2].fuse = 'auto')),
    );
    expect(status).toBe(0);
    expect(stdout).not.toContain('"danger"');
  });
  test('exits with 2 for a bad file, with the path of what is wrong and no output', () => {
    const bad = nudge(
      'check',
      temporary((raw) => (raw.jobs[1].loads[0].plate.value = 'five')),
    );
    expect(bad).toMatchObject({ status: 2, stdout: '' });
    expect(bad.stderr).toContain('jobs[1].loads[0].plate.value');
    expect(nudge('check', 'nowhere.json')).toMatchObject({ status: 2, stdout: '', stderr: expect.stringContaining('cannot be read') });
    expect(nudge('solder', owlBox)).toMatchObject({ status: 2, stderr: expect.stringContaining('Usage') });
  });
});

describe('nudge states', () => {
  type Printed = {
    jobs: { job: string; wired: boolean; states: { signals: Record<string, boolean>; meant: string; found: string; matches: boolean }[] }[];
  };

  test('prints every combination of each job, meant and found', () => {
    const { status, stdout } = nudge('states', owlBox);
    const { jobs } = JSON.parse(stdout) as Printed;
    expect(status).toBe(0);
    expect(jobs.map(({ job, states }) => [job, states.length])).toEqual([
      ['dew', 4],
      ['lamps', 2],
      ['fans', 4],
      ['roof-lamp', 4],
      ['stop-lamp', 2],
      ['finder', 4],
      ['heater', 4],
    ]);
    for (const { states } of jobs) for (const { meant, found } of states) expect(found).toBe(meant);
    expect(jobs[0]!.states.find(({ signals }) => signals.key && signals['dew-switch'])).toMatchObject({ meant: 'on', found: 'on' });
  });
  test('a job that remembers says what came before each of its states', () => {
    const { stdout, status } = nudge('states', 'examples/circuits/08-latch.json');
    const [pump] = (
      JSON.parse(stdout) as {
        jobs: { remembers: boolean; states: { after: string[][]; found: string; signals: Record<string, boolean> }[] }[];
      }
    ).jobs;
    expect(status).toBe(0);
    expect(pump!.remembers).toBe(true);
    const released = pump!.states.filter(({ signals }) => !signals.start && !signals.stop);
    expect(released.map(({ found, after }) => [found, after])).toEqual([
      ['off', [[]]],
      ['on', [[], ['start'], []]],
    ]);
  });
  test('size prints the choice, the runner-up and why the rest was not taken', () => {
    const { status, stdout } = nudge('size', owlBox);
    const { jobs } = JSON.parse(stdout) as {
      jobs: {
        job: string;
        chosen: { relay: string; fuseA: number; cost: number; legs: { leg: string; sizeMm2: number }[] };
        runnerUp: { cost: number; differs: string[] };
        rejected: { step: string; candidate: string; why: string }[];
        places: { place: string; here: boolean }[];
      }[];
    };
    expect(status).toBe(0);
    expect(jobs).toHaveLength(7);
    for (const { job, chosen, runnerUp, rejected, places } of jobs) {
      expect(runnerUp.cost).toBeGreaterThanOrEqual(chosen.cost);
      expect(runnerUp.differs.length).toBeGreaterThan(0);
      expect(rejected.every(({ why }) => why.length > 10)).toBe(true);
      // Beside the heater's mains relay stand those with its coil alone.
      if (job !== 'heater') expect(rejected.some(({ step, why }) => step === 'relay' && /24 V coil/.test(why))).toBe(true);
      expect(places.filter(({ here }) => here)).toHaveLength(1);
    }
    const dew = jobs.find(({ job }) => job === 'dew')!;
    expect(dew.chosen).toMatchObject({ relay: 'relay-12v-30a-4', fuseA: 15 });
    expect(dew.rejected).toContainEqual({ step: 'fuse', candidate: '10 A', why: 'below its load of 10.4 A' });
  });
  test('a load that nothing on the shelf bears exits with 1 and says so', () => {
    const { status, stdout } = nudge(
      'size',
      temporary((raw) => (raw.jobs[0].loads[0].plate.value = 600)),
    );
    const [dew] = (JSON.parse(stdout) as { jobs: { chosen: unknown; reasons: string[] }[] }).jobs;
    expect(status).toBe(1);
    expect(dew!.chosen).toBeNull();
    expect(dew!.reasons.length).toBeGreaterThan(0);
  });
  test('a relay that cannot pull in differs where the load is meant on, and exits with 1', () => {
    const { status, stdout } = nudge(
      'states',
      temporary((raw) => (raw.jobs[0].device.part = 'relay-24v-20a-4')),
    );
    const [dew] = (JSON.parse(stdout) as Printed).jobs;
    expect(status).toBe(1);
    expect(dew!.states.filter(({ matches }) => !matches)).toEqual([
      expect.objectContaining({ signals: { key: true, 'dew-switch': true }, meant: 'on', found: 'off' }),
    ]);
  });
});

test('what follows a change while a delay runs is printed, and exits with 1 where it is not what was said', () => {
  const of = (file: string) => {
    const { status, stdout } = nudge('states', `examples/mistakes/${file}.json`);
    const [{ changes }] = (
      JSON.parse(stdout) as { jobs: [{ changes: { does: string; stretches: { untilS: number | null; found: string }[] }[] }] }
    ).jobs;
    return {
      status,
      does: changes.map(({ does }) => does),
      spans: changes.map(({ stretches }) => stretches.map(({ untilS, found }) => [untilS, found])),
    };
  };
  const mended = of('time-mismatch.mended');
  expect([mended.status, mended.does.includes('otherwise')]).toEqual([0, false]);
  expect(mended.spans).toContainEqual([
    [5, 'off'],
    [null, 'on'],
  ]);
  expect(of('time-mismatch')).toMatchObject({ status: 1, does: expect.arrayContaining(['otherwise']) });
});

describe('nudge build', () => {
  test('prints every piece of wire, what to buy, what is cut from what, and the order of work', () => {
    const { status, stdout } = nudge('build', owlBox);
    type Built = {
      wires: { tag: string; lengthM: number }[];
      parts: unknown[];
      cuts: { lengthM: number }[];
      strips: { name: string }[];
      steps: unknown[];
    };
    const { wires, parts, cuts, strips, steps } = JSON.parse(stdout) as Built;
    expect(status).toBe(0);
    expect(strips.map(({ name }) => name)).toEqual(['X2']);
    expect(parts.length).toBeGreaterThan(20);
    expect(steps.length).toBeGreaterThan(20);
    const sum = (rows: { lengthM: number }[]) => rows.reduce((total, { lengthM }) => total + lengthM, 0);
    expect(sum(cuts)).toBeCloseTo(sum(wires), 6);
  });
});
