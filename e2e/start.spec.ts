/** The start command itself: a database and a data folder of its own, killed the hard way and started again. */
import { expect, test } from '@playwright/test';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join } from 'node:path';
import { dataFolder, group, leftoversOf, root, startIn } from './started.ts';
import { saved, wholePlan } from './support.ts';

const data = dataFolder();
test.afterAll(() => rmSync(data, { recursive: true, force: true }));
const start = (env: Record<string, string> = {}) => startIn(data, env);
const leftovers = () => leftoversOf(data);

test('an edit survives killing and restarting everything, and Ctrl-C leaves no process behind', async ({ page }) => {
  test.setTimeout(300_000);
  const first = start();
  const base = await first.address();
  const projects = (await (await page.request.get(`${base}/api/projects`)).json()) as { projects: { id: string; name: string }[] };
  expect(projects.projects.map(({ name }) => name)).toEqual([
    'Owl Box · travelling observatory',
    'Fern House · propagation glasshouse',
    'Tender 7 · retired fire tender',
  ]);
  const project = projects.projects[0]!.id;
  await page.goto(`${base}/projects/${project}/design/dew`);
  await page.getByRole('button', { name: 'two dew strips' }).click();
  await page.getByLabel('How many').fill('3');
  await saved(page, 2);
  group(first.child, 'SIGKILL');
  await first.gone;

  const second = start();
  const again = await second.address();
  await page.goto(`${again}/projects/${project}/design/dew`);
  await expect(page.getByLabel('Sentence', { exact: true })).toContainText('three dew strips');
  group(second.child, 'SIGINT');
  await second.gone;
  await expect.poll(leftovers, { timeout: 15_000 }).toEqual([]);
});

test('killing the server in the middle of logging loses no reading', async ({ page }) => {
  test.setTimeout(300_000);
  const first = start();
  const base = await first.address();
  const { port } = new URL(base);
  const { projects } = (await (await page.request.get(`${base}/api/projects`)).json()) as { projects: { id: string }[] };
  const project = projects[0]!.id;
  await page.goto(`${base}/projects/${project}/bench/dew`);
  await wholePlan(page);
  const fields = page.getByLabel(/^Reading .*, Ω$/);
  await expect(fields.first()).toBeVisible();
  const take = async (at: number) => {
    await fields.nth(at).fill(String(80 + at));
    await fields.nth(at).press('Enter');
  };
  await take(0);
  await take(1);
  await expect(page.getByText('2 readings on the server')).toBeVisible();
  group(first.child, 'SIGKILL');
  await first.gone;
  for (const at of [2, 3, 4]) await take(at);
  await expect(page.getByText('5 readings; the last kept here until the server answers')).toBeVisible();

  const second = start({ PORT: port });
  await second.address();
  await expect(page.getByText('5 readings on the server')).toBeVisible({ timeout: 60_000 });
  const kept = (await (await page.request.get(`${base}/api/projects/${project}/records`)).json()) as { records: { value: number }[] };
  expect(kept.records.map(({ value }) => value)).toEqual([80, 81, 82, 83, 84]);
  await page.reload();
  await expect(page.getByText('5 readings on the server')).toBeVisible();
  group(second.child, 'SIGINT');
  await second.gone;
});

test.describe('without its server', () => {
  test.use({ serviceWorkers: 'allow' });
  test('a page that was loaded once opens, solves and edits a project that was seen, and sends it when the server is back', async ({
    page,
    context,
  }) => {
    test.setTimeout(300_000);
    const first = start();
    const base = await first.address();
    const { port } = new URL(base);
    const { projects } = (await (await page.request.get(`${base}/api/projects`)).json()) as { projects: { id: string; name: string }[] };
    const { id, name } = projects.find((one) => one.name.startsWith('Owl Box'))!;
    await page.goto(`${base}/projects/${id}/design/dew`);
    await expect(page.getByText(/saved · revision/)).toBeVisible();
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    group(first.child, 'SIGKILL');
    await first.gone;
    await page.close();

    const away = await context.newPage();
    await away.goto(base);
    await away.getByRole('button', { name }).click();
    await expect(away.getByText('Shown is what this browser saw of it last.')).toBeVisible();
    await away.goto(`${base}/projects/${id}/design/dew`);
    await away.getByRole('button', { name: /dew strips, \d ×/ }).click();
    await away.getByLabel('How many').fill('5');
    await away.keyboard.press('Escape');
    await expect(away.getByText(/4 of 4 states match/)).toBeVisible();
    await expect(away.getByText('not saved yet: kept here')).toBeVisible();
    // What it never loaded while the server was there it has all the same.
    await away.getByRole('link', { name: 'Bench' }).click();
    await wholePlan(away);
    await expect(away.getByLabel(/^Reading .*, Ω$/).first()).toBeVisible();

    const second = start({ PORT: port });
    await second.address();
    await expect(away.getByText(/saved · revision/)).toBeVisible({ timeout: 60_000 });
    const kept = (await (await page.request.get(`${base}/api/projects/${id}`)).json()) as {
      document: { jobs: { id: string; loads: { count: number }[] }[] };
    };
    expect(kept.document.jobs.find((job) => job.id === 'dew')!.loads[0]!.count).toBe(5);
    group(second.child, 'SIGINT');
    await second.gone;
  });
});

test('a second start says where the first one runs and leaves it alone; the database that is killed comes back by itself', async ({
  page,
}) => {
  test.setTimeout(300_000);
  const first = start();
  const base = await first.address();
  expect(first.output()).toContain(`Projects are kept in ${data}/postgres`);
  const second = start();
  expect(await second.gone).toBe(0);
  expect(second.output()).toContain(`Iron Nudge runs already at ${base}`);
  const list = () => page.request.get(`${base}/api/projects`);
  expect((await list()).status()).toBe(200);

  const pid = Number(readFileSync(join(data, 'postgres', 'data', 'postmaster.pid'), 'utf8').split('\n')[0]);
  process.kill(pid, 'SIGKILL');
  await expect.poll(() => first.output(), { timeout: 30_000 }).toContain('The database runs again.');
  expect((await list()).status()).toBe(200);
  group(first.child, 'SIGINT');
  await first.gone;
  await expect.poll(leftovers, { timeout: 15_000 }).toEqual([]);
  expect(existsSync(join(data, 'running.json'))).toBe(false);
});

test('a backup is made while it runs and proved; restored, what was deleted is there again; what is no backup changes nothing', async ({
  page,
}) => {
  test.setTimeout(300_000);
  const command = (...args: string[]) => {
    const { status, stdout, stderr } = spawnSync('npm', ['run', '--silent', ...args], {
      cwd: root,
      env: { ...process.env, IRON_NUDGE_DATA: data },
      encoding: 'utf8',
    });
    return { status, said: stdout + stderr };
  };
  const names = async (base: string) =>
    ((await (await page.request.get(`${base}/api/projects`)).json()) as { projects: { id: string; name: string }[] }).projects;
  const first = start();
  const base = await first.address();
  const before = await names(base);
  const sql = (statement: string) =>
    spawnSync('psql', ['--no-psqlrc', '--tuples-only', '--no-align', '--command', statement], {
      encoding: 'utf8',
      env: {
        ...process.env,
        PGHOST: '127.0.0.1',
        PGPORT: readFileSync(join(data, 'postgres', 'data', 'postmaster.pid'), 'utf8').split('\n')[3],
        PGUSER: 'app',
        PGPASSWORD: readFileSync(join(data, 'postgres', 'secret'), 'utf8').trim(),
        PGDATABASE: 'iron_nudge',
      },
    }).stdout.trim();
  const inside = () => sql('SELECT (SELECT count(*) FROM session), (SELECT count(*) FROM link)');
  sql(`INSERT INTO link (id, project, made_by, expires_at) VALUES ('code', '${before[0]!.id}', 'Ann', now() + interval '1 day')`);
  sql(`INSERT INTO session (id, link, csrf, expires_at) VALUES ('inside', 'code', 'x', now() + interval '1 day')`);
  expect(inside()).toBe('1|1');
  const made = command('backup');
  expect(made).toMatchObject({ status: 0 });
  const file = /^(\/.*\.dump)$/m.exec(made.said)![1]!;
  expect(made.said).toContain(`Backed up: ${before.length} projects`);
  expect([statSync(file).mode & 0o777, statSync(dirname(file)).mode & 0o777]).toEqual([0o600, 0o700]);
  for (const { id } of before) await page.request.delete(`${base}/api/projects/${id}`);
  expect(await names(base)).toEqual([]);
  expect(command('restore', '--', file).said).toContain('stop it first');
  group(first.child, 'SIGINT');
  await first.gone;

  const cut = join(data, 'cut.dump');
  writeFileSync(cut, readFileSync(file).subarray(0, 6000));
  for (const [wrong, says] of [
    [cut, 'is no backup that can be read|is cut off or damaged'],
    [join(root, 'README.md'), 'is no backup that can be read'],
    [join(data, 'nothing'), 'There is no file'],
  ] as const) {
    const refused = command('restore', '--', wrong);
    expect(refused.status).toBe(1);
    expect(refused.said).toMatch(new RegExp(says));
  }
  const restored = command('restore', '--', file);
  expect(restored.said).toContain(`Restored: ${before.length} projects`);
  const second = start();
  const again = await second.address();
  // Who was signed in when it was made is not let in by it.
  expect(inside()).toBe('0|0');
  expect((await names(again)).map(({ name }) => name).sort()).toEqual(before.map(({ name }) => name).sort());
  group(second.child, 'SIGINT');
  await second.gone;
});

test('what is wrong with the data is one sentence with a way out: password missing, empty or wrong, another version, no database', async () => {
  test.setTimeout(300_000);
  const home = join(data, 'postgres');
  const refused = async () => {
    const child = start();
    expect(await child.gone).toBe(1);
    expect(child.output()).not.toMatch(/\bat .*\.mjs:\d+/);
    return child.output();
  };
  const secret = join(home, 'secret');
  const right = readFileSync(secret, 'utf8');
  rmSync(secret);
  expect(await refused()).toContain(`password is missing: ${secret} is not there. Put it back`);
  writeFileSync(secret, '');
  expect(await refused()).toContain(`password is empty: ${secret}`);
  writeFileSync(secret, 'another');
  expect(await refused()).toContain(`${secret} is not the one that it was made with`);
  writeFileSync(secret, right);

  const version = join(home, 'data', 'PG_VERSION');
  const made = readFileSync(version, 'utf8');
  writeFileSync(version, '9\n');
  expect(await refused()).toContain('was made by PostgreSQL 9; this machine has');
  rmSync(version);
  expect(await refused()).toContain('is no database of PostgreSQL: its PG_VERSION is missing');
  writeFileSync(version, made);

  // A start that was killed leaves its lock, or half of one: the next takes over.
  writeFileSync(join(data, 'running.json'), '{"pid": 4');
  const after = start();
  await after.address();
  group(after.child, 'SIGINT');
  await after.gone;
  renameSync(join(home, 'data'), join(home, 'aside'));
  mkdirSync(join(home, 'data'));
  expect(await refused()).toContain('is no database of PostgreSQL');
  rmSync(join(home, 'data'), { recursive: true });
  renameSync(join(home, 'aside'), join(home, 'data'));
  expect(leftovers()).toEqual([]);
});

test('a port that is taken is said in one sentence, and nothing is left running', async () => {
  const holder = createServer();
  await new Promise<void>((resolve) => holder.listen(0, '127.0.0.1', resolve));
  const { port } = holder.address() as { port: number };
  const refused = start({ PORT: String(port) });
  expect(await refused.gone).toBe(1);
  expect(refused.output()).toContain(`Port ${port} is taken`);
  expect(refused.output()).not.toMatch(/\bat .*\.mjs:\d+/);
  holder.close();
  expect(leftovers()).toEqual([]);
});

test('both commands are those of the README', () => {
  const readme = readFileSync(join(root, 'README.md'), 'utf8');
  expect(readme).toContain('npm start');
  expect(readme).toContain('npm test');
});
