/** Shared by the start and the test command: steps on the screen, children that never outlive us. */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(dirname(fileURLToPath(import.meta.url))));
/** Everything that the project keeps on this machine: database, stamps. */
// An empty name is no name: a folder called nothing cannot be made.
export const DATA = process.env.IRON_NUDGE_DATA || join(ROOT, '.data');

/** A failure that a person can act on: one sentence, no stack. */
export class Trouble extends Error {}

export function say(line) {
  process.stdout.write(`${line}\n`);
}

export async function step(title, work) {
  const begun = Date.now();
  say(`· ${title}`);
  const result = await work();
  const seconds = (Date.now() - begun) / 1000;
  if (seconds > 1) say(`  done in ${seconds.toFixed(1)} s`);
  return result;
}

const cleanups = [];
/** Runs at the end, however it comes, the latest first. */
export function atEnd(work) {
  cleanups.push(work);
}
let ending = null;
export const isEnding = () => ending !== null;
export function end(code) {
  ending ??= (async () => {
    for (const work of cleanups.reverse()) {
      try {
        await work();
      } catch (error) {
        process.stderr.write(`${error.message ?? error}\n`);
      }
    }
    process.exit(code);
  })();
  return ending;
}

/** Runs `main` with every way of ending covered: Ctrl-C, a kill, a failure, and a parent that is gone. */
export function run(main) {
  for (const [signal, code] of [
    ['SIGINT', 130],
    ['SIGTERM', 143],
    ['SIGHUP', 129],
  ])
    process.on(signal, () => void end(code));
  const parent = process.ppid;
  // npm does not pass SIGTERM on; when it is gone we are somebody else's child.
  setInterval(() => {
    if (process.ppid !== parent) void end(143);
  }, 500).unref();
  main().catch((error) => {
    process.stderr.write(error instanceof Trouble ? `\n${error.message}\n` : `\n${error.stack ?? error}\n`);
    void end(1);
  });
}

/** Starts a child in a group of its own, so that a terminal's Ctrl-C reaches only us; ends it with us. */
export function child(command, args, options = {}) {
  const started = spawn(command, args, { cwd: ROOT, stdio: 'inherit', detached: true, ...options });
  const gone = new Promise((resolve) => {
    started.once('exit', (code, signal) => resolve({ code, signal }));
    started.once('error', (error) => resolve({ code: 127, signal: null, error }));
  });
  const isOver = () => started.exitCode !== null || started.signalCode !== null || started.pid === undefined;
  atEnd(async () => {
    if (isOver()) return;
    killGroup(started.pid, options.stopSignal ?? 'SIGTERM');
    const late = setTimeout(() => killGroup(started.pid, 'SIGKILL'), 8000);
    await gone;
    clearTimeout(late);
  });
  return { process: started, gone, isOver };
}

function killGroup(pid, signal) {
  try {
    process.kill(-pid, signal);
  } catch {
    // The group is gone.
  }
}

/** Runs a command to its end; its output goes to ours, or is returned with `capture`. */
export async function sh(command, args, { capture = false, env, trouble, cwd } = {}) {
  const { process: started, gone } = child(command, args, {
    stdio: capture ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ...env },
    ...(cwd ? { cwd } : {}),
  });
  let output = '';
  if (capture) for (const stream of [started.stdout, started.stderr]) stream.on('data', (data) => (output += data));
  const { code, error } = await gone;
  if (code !== 0 && trouble) throw new Trouble(`${trouble}${explain(output, error)}`);
  return { code, output };
}

function explain(output, error) {
  if (error) return ` (${error.message})`;
  if (/ENOSPC|No space left/i.test(output)) return ' The disk is full.';
  if (/EACCES|Permission denied|are you root/i.test(output)) return ' There are no rights to write there.';
  const last = output.trim().split('\n').slice(-3).join('\n');
  return last ? `\n${last}` : '';
}

/** Whether a port of 127.0.0.1 can be had. */
export function portIsFree(port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });
}

export function freePort() {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}

export function makeFolder(path) {
  try {
    mkdirSync(path, { recursive: true });
  } catch (error) {
    if (error.code === 'ENOSPC') throw new Trouble(`The disk is full: ${path} cannot be made.`);
    throw new Trouble(`There are no rights to make the folder ${path} (${error.code}).`);
  }
}

/** A folder that is gone at the end; the database's user may enter it. */
export function scratchFolder(what) {
  const folder = mkdtempSync(join(tmpdir(), `iron-nudge-${what}-`));
  chmodSync(folder, 0o755);
  atEnd(() => rmSync(folder, { recursive: true, force: true }));
  return folder;
}

export function readStamp(name) {
  const file = join(ROOT, 'node_modules', `.iron-nudge-${name}`);
  return existsSync(file) ? readFileSync(file, 'utf8') : '';
}
export function writeStamp(name, value) {
  writeFileSync(join(ROOT, 'node_modules', `.iron-nudge-${name}`), value);
}

/** npm packages, when they are missing or the lock has changed since they were installed. */
export async function ensurePackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  if (existsSync(join(ROOT, 'node_modules', 'typescript')) && readStamp('packages') === lock) return;
  await step('installing npm packages', async () => {
    await sh('npm', ['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error'], {
      capture: true,
      trouble: 'The npm packages could not be installed.',
    });
    writeStamp('packages', lock);
  });
}

let aptUpdated = false;
/** A package of Debian's, for a program that is not there. */
export async function ensureDebian(packageName, present, before = () => undefined) {
  if (present()) return;
  if (spawnSync('sh', ['-c', 'command -v apt-get']).status !== 0)
    throw new Trouble(`${packageName} is not installed and this system has no apt-get: install it, then run this again.`);
  if (process.getuid?.() !== 0)
    throw new Trouble(
      `${packageName} is not installed and there are no rights to install it: run "sudo apt-get install ${packageName}", then this again.`,
    );
  await step(`installing Debian's ${packageName}`, async () => {
    before();
    const env = { DEBIAN_FRONTEND: 'noninteractive' };
    if (!aptUpdated) await sh('apt-get', ['update', '-q'], { capture: true, env, trouble: "Debian's package lists could not be read." });
    aptUpdated = true;
    await sh('apt-get', ['install', '-y', '-q', '--no-install-recommends', packageName], {
      capture: true,
      env,
      trouble: `Debian's ${packageName} could not be installed.`,
    });
  });
  if (!present()) throw new Trouble(`Debian's ${packageName} was installed, but its program is not where it should be.`);
}

/** A fingerprint of files by path, size and time: whether a build is out of date. */
export function fingerprint(paths) {
  const hash = createHash('sha256');
  const visit = (path) => {
    const info = statSync(path);
    if (info.isDirectory()) for (const name of readdirSync(path).sort()) visit(join(path, name));
    else hash.update(`${path}:${info.size}:${info.mtimeMs}\n`);
  };
  for (const path of paths) visit(join(ROOT, path));
  return hash.digest('hex');
}
