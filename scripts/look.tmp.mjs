import { mkdtempSync, rmSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT, atEnd, end, ensurePackages, freePort, run } from './lib/steps.mjs';
const shots = JSON.parse(process.argv[2]);
run(async () => {
  await ensurePackages();
  const { startPostgres } = await import('./lib/postgres.mjs');
  const { buildAll, startServer } = await import('./lib/app.mjs');
  const { chromium } = await import('@playwright/test');
  const scratch = mkdtempSync(join(tmpdir(), 'look-'));
  atEnd(() => rmSync(scratch, { recursive: true, force: true }));
  await buildAll();
  const postgres = await startPostgres(scratch);
  const server = await startServer({ databaseUrl: await postgres.url('shots'), port: await freePort(), postgresPid: postgres.pid });
  const base = `http://127.0.0.1:${server.port}`;
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  atEnd(() => browser.close());
  for (const { file, path, out, act = '', size } of shots) {
    const document = JSON.parse(readFileSync(join(ROOT, file), 'utf8'));
    const made = await (
      await fetch(`${base}/api/projects`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ document }),
      })
    ).json();
    if (!made.id) {
      console.log(file, made);
      continue;
    }
    const page = await browser.newPage({ viewport: size ?? { width: 1280, height: 800 }, reducedMotion: 'reduce' });
    page.on('pageerror', (e) => console.log(out, 'PAGE', e.message));
    page.on('console', (m) => m.type() === 'error' && console.log(out, m.text()));
    await page.goto(`${base}/projects/${made.id}/${path}`);
    await page.waitForTimeout(1500);
    try {
      await new Function('page', `return (async()=>{${act}})()`)(page);
    } catch (e) {
      console.log(out, e.message.slice(0, 300));
    }
    await page.waitForTimeout(600);
    await page.screenshot({ path: `/tmp/look/${out}.png` });
    await page.close();
  }
  await end(0);
});
