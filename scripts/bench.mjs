/** `npm run bench`: one line a figure. Ratios hold on any machine; times are this machine's. */
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { ROOT, Trouble, child, end, ensurePackages, run, say, scratchFolder, sh } from './lib/steps.mjs';

const line = (what, figure) => say(`${what.padEnd(64)} ${figure}`);

/** The page's script, the chunk of its first view, and all that they load before they run. */
function firstPage() {
  const dist = join(ROOT, 'web', 'dist');
  const manifest = JSON.parse(readFileSync(join(dist, '.vite', 'manifest.json'), 'utf8'));
  const files = new Set();
  const take = (key) => {
    const entry = manifest[key];
    if (files.has(entry.file)) return;
    files.add(entry.file);
    for (const next of entry.imports ?? []) take(next);
  };
  take('index.html');
  take('src/projects/ProjectList.vue');
  const texts = [...files].map((file) => readFileSync(join(dist, file)));
  const raw = texts.reduce((sum, text) => sum + text.length, 0);
  const zipped = texts.reduce((sum, text) => sum + gzipSync(text, { level: 9 }).length, 0);
  line('JavaScript of the first page', `${(raw / 1000).toFixed(0)} kB, ${(zipped / 1000).toFixed(0)} kB gzip`);
}

/** From the command to the printed address, in `folder`. */
async function startTime(folder, data) {
  const begun = Date.now();
  const { process: started, gone } = child('npm', ['start'], {
    cwd: folder,
    env: { ...process.env, IRON_NUDGE_DATA: data },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let output = '';
  const served = new Promise((resolve) => {
    for (const stream of [started.stdout, started.stderr])
      stream.on('data', (text) => {
        output += text;
        if (/served at/.test(output)) resolve(true);
      });
  });
  const ok = await Promise.race([served, gone.then(() => false)]);
  if (!ok) throw new Trouble(`npm start failed:\n${output}`);
  const seconds = (Date.now() - begun) / 1000;
  process.kill(-started.pid, 'SIGINT');
  await gone;
  return `${seconds.toFixed(1)} s`;
}

run(async () => {
  await ensurePackages();
  const { buildAll } = await import('./lib/app.mjs');
  await buildAll();
  await sh(process.execPath, [join(ROOT, 'node_modules/tsx/dist/cli.mjs'), join(ROOT, 'scripts/bench-core.ts')], {
    trouble: 'The figures of the core could not be taken.',
  });
  firstPage();
  const scratch = scratchFolder('bench');
  const clone = join(scratch, 'clone');
  if (existsSync(join(ROOT, '.git'))) {
    await sh('git', ['clone', '--quiet', ROOT, clone], { trouble: 'The project could not be cloned.' });
    line('npm start to served, clean clone', await startTime(clone, join(scratch, 'data')));
    line('npm start to served, again', await startTime(clone, join(scratch, 'data')));
  }
  await end(0);
});
