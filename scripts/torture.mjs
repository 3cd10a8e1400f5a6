/**
 * `npm run torture`: the server and its database under all that the world does to them, on loopback, in at most ten
 * minutes. Each line says what was done and what was lost; anything lost ends it with 1.
 */
import { spawnSync } from 'node:child_process';
import { chmodSync, existsSync, readFileSync, rmSync, statfsSync, openSync, writeSync, closeSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { ROOT, atEnd, end, ensureDebian, ensurePackages, freePort, run, say, scratchFolder, sh, step } from './lib/steps.mjs';

const KILLS = 100;
const CONFLICTS = 1000;
const MALFORMED = 20_000;
const SLOW = 60;
const MOST_WAIT_MS = 60_000;

const line = (what, figure) => say(`${what.padEnd(48)} ${figure}`);
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
const percentile = (list, share) => [...list].sort((a, b) => a - b)[Math.floor(list.length * share)] ?? 0;
let lost = 0;

async function until(what, ok) {
  for (const begun = Date.now(); Date.now() - begun < MOST_WAIT_MS; await pause(100)) if (await ok()) return;
  throw new Error(`Not within a minute: ${what}`);
}

/** The routes of one server; an answer that never comes has status 0. */
function client(base) {
  const ask = async (method, path, body) => {
    try {
      const answer = await fetch(base + path, {
        method,
        ...(body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
        signal: AbortSignal.timeout(30_000),
      });
      const text = await answer.text();
      return { status: answer.status, body: text.startsWith('{') ? JSON.parse(text) : text };
    } catch {
      return { status: 0, body: {} };
    }
  };
  const create = async (document) => (await ask('POST', '/api/projects', { document })).body.id;
  return { ask, create, list: () => ask('GET', '/api/projects') };
}

/** How long the list takes while something else goes on, ms. */
async function latencies({ list }, isOver) {
  const taken = [];
  while (!isOver()) {
    const begun = performance.now();
    await list();
    taken.push(performance.now() - begun);
    await pause(25);
  }
  return taken;
}

/** Saves one after another while server and database are killed in turn; what was answered with a revision must be there. */
async function kills({ ask, create }, document, kill) {
  const id = await create(document);
  let acknowledged = 1;
  let stop = false;
  const writing = (async () => {
    for (let at = 0; !stop; at++) {
      const { status, body } = await ask('GET', `/api/projects/${id}`);
      if (status !== 200) {
        await pause(30);
        continue;
      }
      if (body.revision < acknowledged) lost++;
      const saved = await ask('PUT', `/api/projects/${id}`, { revision: body.revision, document: { ...document, notes: `save ${at}` } });
      if (saved.status === 200) acknowledged = saved.body.revision;
    }
  })();
  for (let at = 0; at < KILLS; at++) {
    await pause(60 + (at % 7) * 40);
    await kill(at);
    await until('an answer after a kill', async () => (await ask('GET', `/api/projects/${id}`)).status === 200);
  }
  stop = true;
  await writing;
  const { body } = await ask('GET', `/api/projects/${id}`);
  if (body.revision < acknowledged) lost++;
  line(`${KILLS} kills in mid-save`, `revision ${acknowledged} acknowledged, ${body.revision} kept; lost: ${lost}`);
}

async function conflicts({ ask, create }, document) {
  const id = await create(document);
  let overwritten = 0;
  for (let revision = 1; revision <= CONFLICTS / 50; revision++) {
    const names = Array.from({ length: 50 }, (_, at) => `writer ${at} of ${revision}`);
    const answers = await Promise.all(
      names.map((name) => ask('PUT', `/api/projects/${id}`, { revision, document: { ...document, name } })),
    );
    const won = answers.flatMap(({ status }, at) => (status === 200 ? [names[at]] : []));
    const { body } = await ask('GET', `/api/projects/${id}`);
    if (won.length !== 1 || body.document.name !== won[0] || answers.some(({ status }) => status !== 200 && status !== 409)) overwritten++;
  }
  lost += overwritten;
  line(`${CONFLICTS} conflicting saves`, `one won each time; overwritten silently, lost: ${overwritten}`);
}

/** Clients that send a byte a second are cut off, and nobody waits for them. */
async function slowClients(port, api) {
  let cut = 0;
  const sockets = Array.from({ length: SLOW }, () => {
    const socket = connect(port, '127.0.0.1');
    const drip = setInterval(() => socket.write('x'), 1000);
    socket.write('POST /api/projects HTTP/1.1\r\nHost: 127.0.0.1\r\nX-Slow: ');
    socket.on('error', () => undefined);
    socket.on('close', () => {
      clearInterval(drip);
      cut++;
    });
    return socket;
  });
  let over = false;
  const measuring = latencies(api, () => over);
  await until('slow clients are cut off', () => cut === SLOW);
  over = true;
  for (const socket of sockets) socket.destroy();
  line(`${SLOW} slow clients`, `${cut} cut off; the list meanwhile in ${percentile(await measuring, 0.95).toFixed(0)} ms (p95)`);
}

async function book(api, document) {
  const jobs = Array.from({ length: 60 }, (_, at) => ({ ...document.jobs[at % 6], id: `job-${at}`, name: `Job ${at}` }));
  const large = { ...document, jobs, statements: [], accepted: [] };
  let over = false;
  const making = api.ask('POST', '/api/book', { document: large, ticks: [], asBuilt: [], paper: 'A4', at: 0 }).finally(() => (over = true));
  const taken = await latencies(api, () => over);
  await making;
  line('the book of 60 jobs in the making', `the list meanwhile in ${percentile(taken, 0.95).toFixed(0)} ms (p95; aim 50)`);
}

/** What a page goes through, each a test in a real browser: `[what is printed, its tests]`. */
const PAGES = [
  ['tabs closed, doubled and left in mid-save', 'closed in the middle|while the server is away|duplicated tab|right after the last key'],
  ['old page and new server', 'older build|new build'],
  ['a browser without room', 'without room'],
  ['worker death', 'the part that checks circuits'],
];

function pages(port, scratch) {
  const report = join(scratch, 'pages.json');
  for (const [what, tests] of PAGES) {
    spawnSync(
      process.execPath,
      [join(ROOT, 'node_modules/@playwright/test/cli.js'), 'test', '--config', 'e2e/playwright.config.ts', '--reporter=json', '-g', tests],
      { cwd: ROOT, env: { ...process.env, BASE_URL: `http://127.0.0.1:${port}`, PLAYWRIGHT_JSON_OUTPUT_NAME: report }, stdio: 'ignore' },
    );
    const { stats } = JSON.parse(readFileSync(report, 'utf8'));
    const done = stats.expected + stats.flaky;
    lost += stats.unexpected + (done === 0 ? 1 : 0);
    line(what, `${done} tests in a browser; lost: ${stats.unexpected}`);
  }
}

const freeOn = (folder) => {
  const { bavail, bsize } = statfsSync(folder);
  return bavail * bsize;
};

/** A disk of its own that is filled to the last byte: only root may make one. */
async function fullDisk(document, startPostgres, startServer) {
  const disk = scratchFolder('disk');
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=110m', 'tmpfs', disk]).status !== 0)
    return line('full disk', 'not tried: no disk may be mounted here');
  atEnd(() => void spawnSync('umount', ['-l', disk]));
  chmodSync(disk, 0o755);
  const postgres = await startPostgres(disk);
  const server = await startServer({ databaseUrl: await postgres.url('full'), port: await freePort(), postgresPidFile: postgres.pidFile });
  void postgres.keep();
  const api = client(`http://127.0.0.1:${server.port}`);
  const fill = (leave) => {
    const file = openSync(join(disk, 'filler'), 'a');
    try {
      for (let room = freeOn(disk); room > leave; room = freeOn(disk)) writeSync(file, Buffer.alloc(Math.min(65_536, room - leave), 1));
    } catch (error) {
      if (error.code !== 'ENOSPC') throw error;
    }
    closeSync(file);
  };
  // Notes that do not compress.
  let seed = 1;
  const noise = () => Array.from({ length: 3900 }, () => String.fromCharCode(33 + ((seed = (seed * 48271) % 2147483647) % 90))).join('');
  const kept = [];
  const said = new Map();
  fill(12e6);
  for (let at = 0; at < 3000 && (said.get(507) ?? 0) < 20; at++) {
    const { status, body } = await api.ask('POST', '/api/projects', { document: { ...document, notes: noise() } });
    if (status === 201) kept.push(body.id);
    else said.set(status, (said.get(status) ?? 0) + 1);
    if (status !== 201) fill(0);
  }
  rmSync(join(disk, 'filler'));
  const begun = Date.now();
  await until('a save after there is room', async () => (await api.ask('POST', '/api/projects', { document })).status === 201);
  let gone = 0;
  for (const id of kept) if ((await api.ask('GET', `/api/projects/${id}`)).status !== 200) gone++;
  lost += gone;
  const answers = [...said].map(([status, count]) => `${count} × ${status}`).join(', ');
  line(
    'full disk',
    `${kept.length} kept before it, then ${answers}; saved again ${((Date.now() - begun) / 1000).toFixed(1)} s after there was room; lost: ${gone}`,
  );
}

run(async () => {
  await ensurePackages();
  await ensureDebian('chromium', () => existsSync('/usr/bin/chromium'));
  const { startPostgres } = await import('./lib/postgres.mjs');
  const { buildAll, startServer } = await import('./lib/app.mjs');
  await buildAll();
  const scratch = scratchFolder('torture');
  const document = JSON.parse(readFileSync(join(ROOT, 'examples/demo/owl-box.json'), 'utf8'));
  const postgres = await startPostgres(scratch);
  void postgres.keep();
  const databaseUrl = await postgres.url('torture');
  const port = await freePort();
  let server = await startServer({ databaseUrl, port, postgresPidFile: postgres.pidFile });
  const api = client(`http://127.0.0.1:${port}`);

  await step(`${MALFORMED} malformed requests`, () =>
    sh(
      process.execPath,
      [join(ROOT, 'node_modules/tsx/dist/cli.mjs'), join(ROOT, 'scripts/torture-requests.ts'), String(port), String(MALFORMED)],
      {
        trouble: 'The server did not say what was wrong with every request.',
      },
    ),
  );
  await step('conflicts', () => conflicts(api, document));
  await step('slow clients', () => slowClients(port, api));
  await step('the build book', () => book(api, document));
  await step('kills', () =>
    kills(api, document, async (at) => {
      if (at % 2 === 0) {
        server.process.kill('SIGKILL');
        await server.gone;
        server = await startServer({ databaseUrl, port, postgresPidFile: postgres.pidFile });
      } else process.kill(Number(readFileSync(postgres.pidFile, 'utf8').split('\n')[0]), 'SIGKILL');
    }),
  );
  await step('pages', () => pages(port, scratch));
  await step('a full disk', () => fullDisk(document, startPostgres, startServer));
  say(`\nlost: ${lost}`);
  await end(lost === 0 ? 0 : 1);
});
