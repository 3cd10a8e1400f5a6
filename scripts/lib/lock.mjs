/** One start for each data folder: whoever runs there is found and its address told, whoever died there is followed. */
import { existsSync, readFileSync, unlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Trouble, atEnd } from './steps.mjs';

const FILE = 'running.json';

/** Whether a process is there and is a command of ours that holds a folder: pids come round again. */
function isStart(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').match(/start\.mjs|backup\.mjs/) !== null;
  } catch {
    return false;
  }
}

function read(file) {
  try {
    const { pid, url } = JSON.parse(readFileSync(file, 'utf8'));
    return Number.isInteger(pid) && typeof url === 'string' ? { pid, url } : null;
  } catch {
    return null; // Half written, or no file of ours: nobody is there.
  }
}

/** Says where we are served, to whoever starts after us. */
export const tellAddress = (folder, url) => writeFileSync(join(folder, FILE), JSON.stringify({ pid: process.pid, url }), { mode: 0o600 });

/** Takes the folder, or answers the address of the start that has it. The lock goes when we end. */
export function takeFolder(folder) {
  const file = join(folder, FILE);
  for (let tries = 0; tries < 5; tries++) {
    try {
      writeFileSync(file, JSON.stringify({ pid: process.pid, url: '' }), { flag: 'wx', mode: 0o600 });
      atEnd(() => {
        if (read(file)?.pid === process.pid) unlinkSync(file);
      });
      return null;
    } catch (error) {
      if (error.code === 'ENOSPC') throw new Trouble(`The disk is full: nothing can be kept in ${folder}.`);
      if (error.code === 'EROFS')
        throw new Trouble(`The disk of ${folder} can only be read: choose another folder with IRON_NUDGE_DATA=….`);
      if (error.code !== 'EEXIST')
        throw new Trouble(`There are no rights to write in ${folder} (${error.code}): choose another with IRON_NUDGE_DATA=….`);
    }
    const other = read(file);
    if (other && other.pid !== process.pid && isStart(other.pid)) return other.url;
    // Left behind by a start that was killed.
    if (existsSync(file)) unlinkSync(file);
  }
  throw new Trouble(`${file} cannot be taken: delete it, and start again.`);
}
