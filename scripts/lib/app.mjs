/** The built application: bundle, page, and a running server. */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, Trouble, atEnd, child, fingerprint, portIsFree, readStamp, sh, step, writeStamp } from './steps.mjs';

const SERVER_BUNDLE = join(ROOT, 'server', 'dist', 'main.mjs');
const WEB_ROOT = join(ROOT, 'web', 'dist');
const DEFAULT_PORT = 5180;

const SERVER_BUILD = {
  entryPoints: {
    main: join(ROOT, 'server/src/main.ts'),
    book: join(ROOT, 'server/src/book/thread.ts'),
    cards: join(ROOT, 'server/src/cards/thread.ts'),
  },
  outdir: join(ROOT, 'server', 'dist'),
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  logLevel: 'warning',
  // Packages stay outside; our own workspaces come in.
  plugins: [
    {
      name: 'externals',
      setup: ({ onResolve }) =>
        onResolve({ filter: /^[^./]/ }, ({ path }) => (path.startsWith('@iron-nudge/') ? undefined : { path, external: true })),
    },
  ],
};

/** Builds the server, and again after each change of its files; `onBuilt` is called after every good build. */
export async function watchServer(onBuilt) {
  const { context } = await import('esbuild');
  const plugins = [
    ...SERVER_BUILD.plugins,
    { name: 'built', setup: ({ onEnd }) => onEnd(({ errors }) => (errors.length ? undefined : onBuilt())) },
  ];
  const watching = await context({ ...SERVER_BUILD, plugins });
  await watching.watch();
  atEnd(() => watching.dispose());
}

export async function buildAll() {
  const now = fingerprint([
    'core/src',
    'contract/src',
    'server/src',
    'web/src',
    'web/index.html',
    'web/vite.config.ts',
    'web/offline-plugin.ts',
    'web/trade-signs.ts',
    'examples/demo',
    'package-lock.json',
  ]);
  if (readStamp('build') === now && existsSync(SERVER_BUNDLE) && existsSync(join(WEB_ROOT, 'index.html'))) return;
  await step('building', async () => {
    const { build } = await import('esbuild');
    await build(SERVER_BUILD);
    await sh(process.execPath, [join(ROOT, 'node_modules/vite/bin/vite.js'), 'build', '--logLevel', 'warn'], {
      cwd: join(ROOT, 'web'),
      capture: true,
      trouble: 'The web application could not be built.',
    });
    writeStamp('build', now);
  });
}

/** The wanted port: the one asked for, which must be free, or the first free one from the usual. */
export async function choosePort(asked) {
  if (asked !== undefined && asked !== '') {
    const port = Number(asked);
    if (!Number.isInteger(port) || port < 1 || port > 65535) throw new Trouble(`PORT is "${asked}", which is not a port.`);
    if (!(await portIsFree(port)))
      throw new Trouble(`Port ${port} is taken: choose another with PORT=…, or stop the program that holds it.`);
    return port;
  }
  for (let port = DEFAULT_PORT; port < DEFAULT_PORT + 50; port++) if (await portIsFree(port)) return port;
  throw new Trouble(`Ports ${DEFAULT_PORT} to ${DEFAULT_PORT + 49} are all taken: choose one with PORT=….`);
}

/** How far it is served: read by the start alone, whatever else the shell happens to have set. */
const NO_REACH = { HOST: '', HOST_NAMES: '', TLS_KEY: '', TLS_CERT: '', PROXIES: '' };

/** Starts the server; resolves when it answers. Without `page` it serves the routes only; with `reach` as far as the environment says. */
export async function startServer({ databaseUrl, port, postgresPidFile, page = true, reach = false }) {
  const server = child(process.execPath, ['--enable-source-maps', SERVER_BUNDLE], {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: {
      ...process.env,
      ...(reach ? {} : NO_REACH),
      NODE_ENV: page ? 'production' : 'development',
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      SEED_DEMO: 'yes',
      POSTGRES_PID_FILE: postgresPidFile,
      ...(page ? { WEB_ROOT } : {}),
    },
  });
  const ready = await Promise.race([
    new Promise((resolve) => server.process.on('message', resolve)),
    server.gone.then(({ code }) => ({ ready: false, code: 'exited', message: `it ended with code ${code}` })),
  ]);
  if (!ready.ready) {
    if (ready.code === 'EADDRINUSE')
      throw new Trouble(`Port ${port} is taken: choose another with PORT=…, or stop the program that holds it.`);
    if (ready.code === 'EADDRNOTAVAIL' || ready.code === 'ENOTFOUND')
      throw new Trouble(`HOST is "${process.env.HOST}", which is no address of this machine: 0.0.0.0 is all of them.`);
    if (/^ERR_(OSSL|SSL)/.test(ready.code ?? '') || ready.code === 'ENOENT')
      throw new Trouble(`TLS_KEY and TLS_CERT cannot be used: ${ready.message}.`);
    throw new Trouble(`The server did not start: ${ready.message}.`);
  }
  return { ...server, port: ready.port, firstCode: ready.firstCode };
}
