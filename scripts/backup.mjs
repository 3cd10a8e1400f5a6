/**
 * `npm run backup`: everything that is kept, in one dated file that was read back before it is called one.
 * `npm run restore FILE`: such a file in the place of what is kept now, which is backed up first.
 */
import { spawnSync } from 'node:child_process';
import { chmodSync, existsSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import { DATA, ROOT, Trouble, end, ensurePackages, makeFolder, run, say } from './lib/steps.mjs';
import { takeFolder } from './lib/lock.mjs';
import { connectionOf, startPostgres } from './lib/postgres.mjs';

const NAME = 'iron_nudge';
/** What a backup must hold to be one. */
const TABLES = ['project', 'part', 'record', 'migrations'];

/** Runs a program of PostgreSQL against the database; its output, or a sentence that says what it said. */
function tool({ bin, host, port, user, password }, program, args, trouble) {
  const { status, stdout, stderr, error } = spawnSync(join(bin, program), args, {
    encoding: 'utf8',
    env: { ...process.env, PGHOST: host, PGPORT: String(port), PGUSER: user, PGPASSWORD: password },
    maxBuffer: 64 * 2 ** 20,
  });
  if (status === 0) return stdout;
  const full = /No space left/.test(stderr ?? '') ? 'the disk is full' : (stderr ?? String(error)).trim().split('\n').pop();
  throw new Trouble(`${trouble}: ${full}.`);
}

/** Whether a file is a backup of ours that can be read to its end. */
function prove(database, file) {
  const list = tool(database, 'pg_restore', ['--list', file], `${file} is no backup that can be read`);
  const missing = TABLES.filter((table) => !new RegExp(`TABLE DATA public ${table} `).test(list));
  if (missing.length > 0) throw new Trouble(`${file} is no backup of Iron Nudge: it has no ${missing.join(', no ')}.`);
  // To its end: what is cut off shows only there.
  tool(database, 'pg_restore', ['--file=/dev/null', file], `${file} is cut off or damaged`);
}

async function counts(database, name) {
  const { default: pg } = await import(join(ROOT, 'node_modules', 'pg', 'lib', 'index.js'));
  const client = new pg.Client({
    host: database.host,
    port: database.port,
    user: database.user,
    password: database.password,
    database: name,
  });
  await client.connect();
  try {
    const { rows } = await client.query(
      'SELECT (SELECT count(*) FROM project WHERE deleted_at IS NULL)::int AS projects, (SELECT count(*) FROM record)::int AS records, (SELECT count(*) FROM part)::int AS parts',
    );
    return rows[0];
  } catch (error) {
    // A database that was never started by the application has no tables yet.
    if (error.code === '42P01') return null;
    throw error;
  } finally {
    await client.end();
  }
}
const words = (kept) => (kept === null ? 'nothing' : `${kept.projects} projects, ${kept.records} records, ${kept.parts} own parts`);

/** Nightly ones that are kept; those that a person made are theirs to delete. */
const NIGHTS = 7;

function forget(folder) {
  const old = readdirSync(folder)
    .filter((name) => name.startsWith('nightly-') && name.endsWith('.dump'))
    .sort()
    .slice(0, -NIGHTS);
  for (const name of old) rmSync(join(folder, name));
}

async function backUp(database, prefix = 'iron-nudge') {
  const kept = await counts(database, NAME);
  if (kept === null) throw new Trouble('There is nothing to back up yet: Iron Nudge was never started on this folder.');
  const folder = join(DATA, 'backups');
  makeFolder(folder);
  chmodSync(folder, 0o700);
  const stamp = new Date().toISOString().slice(0, 19).replaceAll(':', '').replace('T', '-');
  const file = join(folder, `${prefix}-${stamp}.dump`);
  const half = `${file}.half`;
  // It holds whole projects and the hashes of passwords: from its first byte for its owner alone.
  process.umask(0o077);
  try {
    tool(database, 'pg_dump', ['--format=custom', '--no-owner', `--file=${half}`, NAME], 'No backup was made');
    prove(database, half);
    renameSync(half, file);
  } finally {
    rmSync(half, { force: true });
  }
  say(`Backed up: ${words(kept)}, ${(statSync(file).size / 1024).toFixed(0)} kB, read back and whole:\n${file}`);
}

function query(database, sql, name = 'postgres') {
  tool(
    database,
    'psql',
    [`--dbname=${name}`, '--quiet', '--no-psqlrc', '--set=ON_ERROR_STOP=1', '--command', sql],
    'The store could not be changed',
  );
}

async function restore(database, file) {
  prove(database, file);
  const before = await counts(database, NAME);
  if (before !== null) await backUp(database);
  const fresh = `${NAME}_new`;
  query(database, `DROP DATABASE IF EXISTS ${fresh}`);
  query(database, `CREATE DATABASE ${fresh}`);
  tool(
    database,
    'pg_restore',
    ['--exit-on-error', '--no-owner', `--dbname=${fresh}`, file],
    `${basename(file)} could not be restored; nothing was changed`,
  );
  const after = await counts(database, fresh);
  // Who signed out after the backup, and a code that was ended, are not let in again by it. Older backups have no such tables.
  for (const table of ['session', 'link'])
    query(database, `DO $$ BEGIN IF to_regclass('${table}') IS NOT NULL THEN DELETE FROM ${table}; END IF; END $$`, fresh);
  // In one moment, and only now: what was there is there until the other is whole.
  query(database, `DROP DATABASE IF EXISTS ${NAME}`);
  query(database, `ALTER DATABASE ${fresh} RENAME TO ${NAME}`);
  say(`Restored: ${words(after)} in the place of ${words(before)}. The next start brings an older version up to date.`);
}

run(async () => {
  const [what, named] = process.argv.slice(2);
  const file = named === undefined ? null : resolve(process.env.INIT_CWD ?? process.cwd(), named);
  if (what === 'restore' && (file === null || !existsSync(file)))
    throw new Trouble(file === null ? 'Which file? npm run restore FILE' : `There is no file ${file}.`);
  makeFolder(DATA);
  await ensurePackages();
  const running = takeFolder(DATA);
  if (running !== null && what === 'restore')
    throw new Trouble(`Iron Nudge runs at ${running || 'another place'}: stop it first (Ctrl-C where it was started), then restore.`);
  if (running === null) {
    const postgres = await startPostgres(DATA);
    await postgres.url(NAME);
  }
  const database = await connectionOf(DATA);
  await (what === 'restore' ? restore(database, file) : backUp(database, what === 'nightly' ? 'nightly' : undefined));
  if (what === 'nightly') forget(join(DATA, 'backups'));
  await end(0);
});
