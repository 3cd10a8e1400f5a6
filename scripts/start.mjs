/** `npm start`: everything from a clean clone to a served page. `--dev`: with hot reload. */
import { join } from 'node:path';
import { DATA, ROOT, Trouble, child, ensurePackages, freePort, isEnding, makeFolder, run, say, step } from './lib/steps.mjs';
import { buildAll, choosePort, startServer } from './lib/app.mjs';
import { startPostgres } from './lib/postgres.mjs';

const dev = process.argv.includes('--dev');

run(async () => {
  const begun = Date.now();
  const port = await choosePort(process.env.PORT);
  makeFolder(DATA);
  await ensurePackages();
  const [postgres] = await Promise.all([step('starting the database', () => startPostgres(DATA)), dev ? undefined : buildAll()]);
  const databaseUrl = await postgres.url('iron_nudge');
  const serverPort = dev ? await freePort() : port;
  const server = await step('starting the server', () => startServer({ databaseUrl, port: serverPort, postgresPid: postgres.pid, dev }));
  const watched = [postgres.gone.then(() => 'The database'), server.gone.then(() => 'The server')];
  if (dev) {
    const vite = child(
      process.execPath,
      [join(ROOT, 'node_modules/vite/bin/vite.js'), '--host', '127.0.0.1', '--port', String(port), '--strictPort'],
      {
        cwd: join(ROOT, 'web'),
        env: { ...process.env, API_PORT: String(serverPort) },
      },
    );
    watched.push(vite.gone.then(() => 'The page server'));
  }
  say(`\nIron Nudge is served at http://127.0.0.1:${port}  (${((Date.now() - begun) / 1000).toFixed(1)} s; Ctrl-C stops it)`);
  const what = await Promise.race(watched);
  if (!isEnding()) throw new Trouble(`${what} has stopped by itself.`);
});
