/** The start command, run as a person would: with a data folder of its own, and ended however a test wants. */
import { expect } from '@playwright/test';
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));

export function dataFolder(): string {
  const data = mkdtempSync(join(tmpdir(), 'iron-nudge-start-'));
  // The database's user has to enter it.
  chmodSync(data, 0o755);
  return data;
}

export function startIn(data: string, env: Record<string, string> = {}) {
  const child = spawn('npm', ['start'], {
    cwd: root,
    env: { ...process.env, IRON_NUDGE_DATA: data, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true,
  });
  let output = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (output += String(text)));
  const gone = new Promise<number | null>((resolve) => child.once('exit', resolve));
  const address = async () => {
    await expect.poll(() => output, { timeout: 120_000 }).toMatch(/served at (http\S+)/);
    return /served at (http\S+)/.exec(output)![1]!;
  };
  return { child, gone, address, output: () => output };
}
/** To the start and all that it started. */
export const group = (child: ChildProcess, signal: NodeJS.Signals) => process.kill(-child.pid!, signal);

/** Processes of a data folder that are still there. */
export const leftoversOf = (data: string): string[] =>
  spawnSync('ps', ['-eo', 'args'], { encoding: 'utf8' })
    .stdout.split('\n')
    .filter((line) => line.includes(data) && line.includes('postgres'));
