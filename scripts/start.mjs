/** `npm start`: everything from a clean clone to a served page. `npm run dev`: the same with hot reload. */
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { DATA, ROOT, Trouble, child, end, ensurePackages, freePort, isEnding, makeFolder, run, say, sh, step } from './lib/steps.mjs';
import { buildAll, choosePort, startServer, watchServer } from './lib/app.mjs';
import { takeFolder, tellAddress } from './lib/lock.mjs';
import { startPostgres } from './lib/postgres.mjs';

const dev = process.argv.includes('--dev');

/** The built application on one port; what may stop by itself, and the code that makes the first account. */
async function serveBuilt(postgres, databaseUrl, port) {
  const server = await step('starting the server', () =>
    startServer({ databaseUrl, port, postgresPidFile: postgres.pidFile, reach: true }),
  );
  return { watched: [server.gone.then(() => 'The server')], firstCode: server.firstCode };
}

/** Vite in front, and behind it a server that starts again after each change of its files. */
async function serveHot(postgres, databaseUrl, port) {
  const serverPort = await freePort();
  let server = null;
  let turn = Promise.resolve();
  const restart = async () => {
    if (server) {
      server.process.kill('SIGTERM');
      await server.gone;
      say('· the server starts again');
    }
    server = await startServer({ databaseUrl, port: serverPort, postgresPidFile: postgres.pidFile, page: false });
  };
  await step('starting the server', async () => {
    await watchServer(() => {
      turn = turn.then(restart).catch((error) => say(error.message));
      return turn;
    });
    await turn;
  });
  const vite = child(
    process.execPath,
    [join(ROOT, 'node_modules/vite/bin/vite.js'), '--host', '127.0.0.1', '--port', String(port), '--strictPort'],
    {
      cwd: join(ROOT, 'web'),
      env: { ...process.env, API_PORT: String(serverPort) },
    },
  );
  return { watched: [vite.gone.then(() => 'The page server')], firstCode: null };
}

/** Where it is reached: here, or at each address of this machine when it is served beyond it. */
function addresses(port) {
  const { HOST, TLS_KEY } = process.env;
  const scheme = TLS_KEY ? 'https' : 'http';
  if (dev || !HOST) return [`${scheme}://127.0.0.1:${port}`];
  const hosts = ['0.0.0.0', '::'].includes(HOST)
    ? [
        '127.0.0.1',
        ...Object.values(networkInterfaces())
          .flat()
          .flatMap(({ address, family, internal }) => (internal || family !== 'IPv4' ? [] : [address])),
      ]
    : [HOST.includes(':') ? `[${HOST}]` : HOST];
  return hosts.map((host) => `${scheme}://${host}:${port}`);
}

const DAY_MS = 24 * 3600 * 1000;
/** While it runs for days, a backup each day; seven are kept. One that fails says so and is tried the next day. */
function backUpNightly() {
  const work = () => sh(process.execPath, [join(ROOT, 'scripts', 'backup.mjs'), 'nightly']).catch((error) => say(error.message));
  setInterval(() => void work(), DAY_MS).unref();
}

run(async () => {
  const begun = Date.now();
  makeFolder(DATA);
  // Found before a port is chosen: the other one holds it.
  const running = takeFolder(DATA);
  if (running !== null) {
    say(
      running === ''
        ? 'Another command of Iron Nudge is at work on this folder (a start, a backup): wait until it is done.'
        : `Iron Nudge runs already at ${running}: open it there.`,
    );
    return end(0);
  }
  const port = await choosePort(process.env.PORT);
  await ensurePackages();
  const [postgres] = await Promise.all([step('starting the database', () => startPostgres(DATA)), dev ? undefined : buildAll()]);
  const databaseUrl = await postgres.url('iron_nudge');
  const { watched, firstCode } = await (dev ? serveHot : serveBuilt)(postgres, databaseUrl, port);
  const [address, ...others] = addresses(port);
  tellAddress(DATA, address);
  say(`\nProjects are kept in ${postgres.home}`);
  say(`Iron Nudge is served at ${address}  (${((Date.now() - begun) / 1000).toFixed(1)} s; Ctrl-C stops it)`);
  for (const other of others) say(`                      and at ${other}`);
  if (firstCode) say(`\nNobody has an account yet. The first visitor makes one with this code: ${firstCode}`);
  void postgres.keep();
  if (!dev) backUpNightly();
  const what = await Promise.race(watched);
  if (!isEnding()) throw new Trouble(`${what} has stopped by itself.`);
});
