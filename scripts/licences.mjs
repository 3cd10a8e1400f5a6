/**
 * `npm run licences`: the packages that are used, how many, pinned to which version, and under which licence; then what the
 * registry knows against them, where one answers. Ends with 1 when a package says no licence or is not pinned.
 */
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, Trouble, end, run, say } from './lib/steps.mjs';

/** What a package's own file says where its manifest says nothing. */
function licenceFileOf(path) {
  const folder = join(ROOT, path);
  const file = existsSync(folder) ? readdirSync(folder).find((name) => /^licen[cs]e/i.test(name)) : undefined;
  const text = file ? readFileSync(join(folder, file), 'utf8') : '';
  return /MIT License|Permission is hereby granted, free of charge/.test(text) ? 'MIT (its file)' : null;
}

const { packages } = JSON.parse(readFileSync(join(ROOT, 'package-lock.json'), 'utf8'));
const used = Object.entries(packages).flatMap(([path, { version, license, dev = false, link = false }]) => {
  const name = /node_modules\/((?:@[^/]+\/)?[^/]+)$/.exec(path)?.[1];
  return name === undefined || link ? [] : [{ name, version, licence: license ?? licenceFileOf(path), dev }];
});

run(async () => {
  const byLicence = new Map();
  for (const one of used) byLicence.set(one.licence ?? 'none said', [...(byLicence.get(one.licence ?? 'none said') ?? []), one]);
  for (const [licence, list] of [...byLicence].sort(([, a], [, b]) => b.length - a.length)) {
    const words = list.map(({ name, version, dev }) => `${name} ${version}${dev ? ' (development)' : ''}`).sort();
    say(`${licence}: ${list.length}\n  ${words.join(', ')}\n`);
  }
  const served = used.filter(({ dev }) => !dev).length;
  say(`${used.length} packages, ${served} of them in what is served.`);
  const audit = spawnSync('npm', ['audit', '--omit=dev'], { cwd: ROOT, encoding: 'utf8' });
  const isKnown = /found 0 vulnerabilities|vulnerabilit/.test(audit.stdout);
  say(isKnown ? audit.stdout.trim() : 'No registry answered: what is known against them was not asked.');
  const loose = used.filter(({ version, licence }) => !version || licence === null);
  if (loose.length > 0) throw new Trouble(`Without a licence or a version: ${loose.map(({ name }) => name).join(', ')}.`);
  await end(0);
});
