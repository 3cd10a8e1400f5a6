/** Nothing that is sent takes the server down, and whatever is wrong is said: 2,000 requests from a seed; `npm run torture` sends 20,000. */
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { DataSource } from 'typeorm';
import { createApp } from './app.ts';
import { openDatabase } from './database.ts';
import { malformed, seeded, send } from './testing/malformed.ts';
import { OWN_RELAY } from '../../core/src/testing/own-relay.ts';
import switched from '../../examples/circuits/01-switched-load.json' with { type: 'json' };

const url = process.env.TEST_DATABASE_URL;
if (!url) throw new Error('TEST_DATABASE_URL is not set: run npm test, which starts a database for the tests');

let source: DataSource;
let server: Server;
let port = 0;
const logged: string[] = [];
beforeAll(async () => {
  // A database of its own: other tests list what is there meanwhile.
  const first = await openDatabase(url);
  await first.query('DROP DATABASE IF EXISTS jest_malformed');
  await first.query('CREATE DATABASE jest_malformed');
  await first.destroy();
  source = await openDatabase(url.replace(/[^/]*$/, 'jest_malformed'));
  server = createServer(createApp({ source, webRoot: null, log: (line) => logged.push(line) }));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  ({ port } = server.address() as AddressInfo);
});
afterAll(async () => {
  await new Promise((resolve) => server.close(resolve));
  await source.destroy();
});
const json = (method: string, path: string, body: unknown, headers: Record<string, string> = {}) =>
  send(port, {
    method,
    path,
    headers: { 'content-type': 'application/json', ...headers },
    body: body === null ? null : Buffer.from(JSON.stringify(body)),
  });
const made = async () =>
  (JSON.parse((await json('POST', '/api/projects', { document: switched })).body.replace(/,"document".*$/, '}')) as { id: string }).id;

test('0 × 5xx in 2,000 malformed requests (seed 12), and each refusal is a code, a sentence and a path', async () => {
  const random = seeded(12);
  const id = await made();
  const seen = new Map<number, number>();
  for (let at = 0; at < 2000; at++) {
    const sent = malformed(random, id, switched);
    const { status, body } = await send(port, sent);
    seen.set(status, (seen.get(status) ?? 0) + 1);
    if (status >= 500 || status === 0)
      throw new Error(`${status} for ${sent.method} ${sent.path.slice(0, 200)}: ${logged[logged.length - 1] ?? body}`);
    if (status >= 400 && sent.path.startsWith('/api'))
      expect(JSON.parse(body)).toEqual({ code: expect.any(String), message: expect.any(String), path: expect.any(String) });
  }
  process.stdout.write(
    `malformed requests: ${[...seen]
      .sort(([a], [b]) => a - b)
      .map(([status, count]) => `${count} × ${status}`)
      .join(', ')}\n`,
  );
  // They were wrong in many ways, and the project is what it was.
  expect(seen.size).toBeGreaterThan(5);
  expect(logged).toEqual([]);
  expect((await json('GET', `/api/projects/${id}`, null)).status).toBe(200);
});

test.each([
  ['another name', { host: 'elsewhere.example' }, 421],
  ['another name with our port', { host: 'elsewhere.example:5180' }, 421],
  ['a name that begins like ours', { host: '127.0.0.1.elsewhere.example' }, 421],
  ['ours', { host: '127.0.0.1' }, 200],
  ['ours with a port', { host: '127.0.0.1:5180' }, 200],
  ['ours by IPv6', { host: '[::1]:5180' }, 200],
  ['localhost in capitals', { host: 'LocalHost:1' }, 200],
])('under %s every route answers by the name it is asked by', async (_, headers, status) => {
  expect((await json('GET', '/api/projects', null, headers)).status).toBe(status);
  if (status === 421)
    for (const path of ['/', '/api/health', '/api/nothing', '/assets/x.js'])
      expect((await json('GET', path, null, headers)).status).toBe(421);
});

test.each([
  ['another origin', { origin: 'http://elsewhere.example' }],
  ['a sandboxed frame', { origin: 'null' }],
  ['another port of this machine', { origin: 'http://127.0.0.1:1' }],
  ['a cross-site request', { 'sec-fetch-site': 'cross-site' }],
])('nothing is written for %s', async (_, headers) => {
  expect((await json('POST', '/api/projects', { document: switched }, headers)).status).toBe(403);
});
test('a page of ours writes', async () => {
  const headers = { origin: `http://127.0.0.1:${port}`, 'sec-fetch-site': 'same-origin' };
  expect((await json('POST', '/api/projects', { document: switched }, { ...headers, host: `127.0.0.1:${port}` })).status).toBe(201);
});

test.each<[string, unknown, string]>([
  ['a NUL in a name', { document: { ...switched, name: 'a\u0000b' } }, 'document.name'],
  ['half a character in the notes', { document: { ...switched, notes: 'x\ud800' } }, 'document.notes'],
  ['a control character in a key', { document: { ...switched, build: { wires: { '\u0001': {} } } } }, 'document.build.wires'],
])('%s is refused with its field', async (_, body, path) => {
  const { status, body: said } = await json('POST', '/api/projects', body);
  expect(status).toBe(400);
  expect(JSON.parse(said)).toMatchObject({ code: 'bad-text', path });
});
test('line ends, tabs and every alphabet are text', async () => {
  expect((await json('POST', '/api/projects', { document: { ...switched, notes: 'Zeile\n\tκόσμος 電線 🔌' } })).status).toBe(201);
});
test('a part that stands twice in a file is named', async () => {
  const part = { ...OWN_RELAY, id: 'twice-relay' };
  const { status, body } = await json('POST', '/api/parts/import', { parts: [part, part] });
  expect([status, JSON.parse(body)]).toMatchObject([400, { code: 'part-twice', path: 'parts.1.id' }]);
  expect((await json('POST', '/api/parts/import', { parts: [part] })).status).toBe(200);
});
