/** Requests that no page of ours makes, by the thousand from a seed: whatever they are, the server says what is wrong with them. */
import { request } from 'node:http';
import { gzipSync } from 'node:zlib';

export interface Malformed {
  readonly method: string;
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: Buffer | null;
}
export interface Answered {
  readonly status: number;
  readonly body: string;
}

/** Numbers from 0 to 1 from a seed: a linear congruential generator (Numerical Recipes). */
export function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
}

const BAD_TEXTS = [
  '\u0000',
  'a\u0000b',
  '\ud800',
  'x\udfff',
  '\u0007',
  '\u001b[31m',
  'x'.repeat(70_000),
  '',
  '__proto__',
  "'; DROP TABLE project; --",
  '=1+1',
  '\u2028',
];
const BAD_NUMBERS = [-1, 0, 0.5, 2 ** 31, 2 ** 53, 1e308, -1e308, 8.64e15 + 1, 9e15];
const BAD_VALUES: readonly unknown[] = [null, true, [], {}, [[]], 'x', 7, ...BAD_NUMBERS, ...BAD_TEXTS];
const BAD_IDS = [
  'nothing',
  '%00',
  '%E0%A4%A',
  '..%2f..%2fetc',
  '%',
  'a'.repeat(5000),
  '00000000-0000-0000-0000-000000000000',
  "1'",
  '%ud800',
  '-',
];

/** A request that is wrong in one way or in several: `id` is a project's that is there, `document` one that is right. */
export function malformed(random: () => number, id: string, document: object): Malformed {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const project = () => (random() < 0.6 ? id : pick(BAD_IDS));
  const routes = [
    ['GET', () => '/api/projects'],
    ['POST', () => '/api/projects', 0],
    ['GET', () => `/api/projects/${project()}`],
    ['PUT', () => `/api/projects/${project()}`, 1],
    ['PATCH', () => `/api/projects/${project()}`, 2],
    ['DELETE', () => `/api/projects/${pick(BAD_IDS)}`],
    ['POST', () => `/api/projects/${pick(BAD_IDS)}/duplicate`],
    ['POST', () => `/api/projects/${pick(BAD_IDS)}/restore`],
    ['GET', () => `/api/projects/${project()}/records?after=${pick(['-1', '1e300', 'x', '', '99999999999999999999', '%00', '1&after=2'])}`],
    ['POST', () => `/api/projects/${project()}/records`, 3],
    ['GET', () => `/api/projects/${project()}/head`],
    ['GET', () => `/api/projects/${project()}/card`],
    ['GET', () => `/api/projects/${project()}/revisions`],
    ['GET', () => `/api/projects/${project()}/revisions/${pick(BAD_IDS)}`],
    ['DELETE', () => `/api/bin/${pick(BAD_IDS)}`],
    ['POST', () => '/api/parts', 4],
    ['POST', () => '/api/parts/import', 5],
    ['PUT', () => `/api/parts/${pick(BAD_IDS)}`],
    ['DELETE', () => `/api/parts/${pick(BAD_IDS)}`],
    ['POST', () => '/api/book', 6],
    ['GET', () => `/assets/${pick(BAD_IDS)}.js`],
    ['TRACE', () => '/api/projects'],
    ['OPTIONS', () => '/api/projects'],
    ['POST', () => '/api/nothing'],
  ] as const;
  const [method, path, fits] = pick(routes);
  /** The right document, or one with something wrong in it at some depth. */
  const spoilt = (value: unknown): unknown => {
    if (random() < 0.15) return pick(BAD_VALUES);
    if (Array.isArray(value))
      return value.length === 0
        ? value
        : value.map((entry, at) => (at === Math.floor(random() * value.length) ? spoilt(entry) : (entry as unknown)));
    if (typeof value !== 'object' || value === null) return pick(BAD_VALUES);
    const entries = Object.entries(value);
    const at = Math.floor(random() * entries.length);
    if (random() < 0.1) entries.push([pick(BAD_TEXTS), pick(BAD_VALUES)]);
    return Object.fromEntries(entries.map(([key, inner], index) => [key, index === at ? spoilt(inner) : inner]));
  };
  const record = () => ({
    id: random() < 0.5 ? id : pick(BAD_TEXTS),
    at: pick(BAD_NUMBERS),
    kind: pick(['reading', 'tick', 'revision', 'fresh-start', 'x']),
    job: pick(BAD_TEXTS),
    note: pick(BAD_TEXTS),
    name: pick(BAD_TEXTS),
    document: spoilt(document),
  });
  const bodies: readonly (() => unknown)[] = [
    () => ({ document: spoilt(document) }),
    () => ({ revision: pick([1, ...BAD_NUMBERS]), document: spoilt(document) }),
    () => ({
      revision: pick([1, ...BAD_NUMBERS]),
      ...(random() < 0.3 ? { save: pick([id, ...BAD_TEXTS]), on: pick([id, ...BAD_TEXTS]) } : {}),
      patches: [
        {
          path: [pick(['notes', 'name', 'jobs', '__proto__', 0, -1]), ...(random() < 0.3 ? [pick(BAD_TEXTS)] : [])],
          value: pick(BAD_VALUES),
        },
      ],
    }),
    () => ({ records: [record(), record()] }),
    () => ({ part: { id: pick(['a', ...BAD_TEXTS]), name: pick(BAD_TEXTS) } }),
    () => ({ parts: [{ id: 'a' }, { id: 'a' }] }),
    () => ({
      document: spoilt(document),
      ticks: [],
      asBuilt: [],
      paper: pick(['A4', 'A0']),
      at: pick(BAD_NUMBERS.filter((at) => at !== 0)),
    }),
    () => pick(BAD_VALUES),
    () => spoilt({ document, revision: 1 }),
  ];
  const text = Buffer.from(JSON.stringify((fits !== undefined && random() < 0.7 ? bodies[fits]! : pick(bodies))()) ?? '', 'utf8');
  const shapes: readonly (() => { headers: Record<string, string>; body: Buffer | null })[] = [
    () => ({ headers: { 'content-type': 'application/json' }, body: text }),
    () => ({ headers: { 'content-type': 'application/json' }, body: text.subarray(0, Math.floor(text.length / 2)) }),
    () => ({ headers: { 'content-type': 'application/json; charset=klingon' }, body: text }),
    () => ({ headers: { 'content-type': 'application/json', 'content-encoding': 'zstd-x' }, body: text }),
    () => ({ headers: { 'content-type': 'application/json', 'content-encoding': 'gzip' }, body: text }),
    () => ({ headers: { 'content-type': 'application/json', 'content-encoding': 'gzip' }, body: gzipSync(text).subarray(0, 40) }),
    () => ({ headers: { 'content-type': 'text/plain' }, body: text }),
    () => ({ headers: { 'content-type': 'application/json' }, body: Buffer.from('['.repeat(20_000)) }),
    () => ({ headers: { 'content-type': 'application/json' }, body: Buffer.from(`{"document":${'['.repeat(5000)}${']'.repeat(5000)}}`) }),
    () => ({ headers: { 'content-type': 'application/json' }, body: Buffer.from([0xff, 0xfe, 0x00, 0x22]) }),
    () => ({ headers: {}, body: null }),
    () => ({ headers: { 'content-type': 'application/json', host: 'elsewhere.example' }, body: text }),
  ];
  const { headers, body } = (random() < 0.6 ? shapes[0]! : pick(shapes))();
  return { method, path: path(), headers, body: method === 'GET' || method === 'TRACE' ? null : body };
}

/** Sends one as it is, past every nicety of a client; status 0 where the line was cut. */
export function send(port: number, { method, path, headers, body }: Malformed): Promise<Answered> {
  return new Promise((resolve) => {
    let asked;
    try {
      asked = request(
        { host: '127.0.0.1', port, method, path, headers: { ...headers, ...(body ? { 'content-length': String(body.length) } : {}) } },
        (answer) => {
          const parts: Buffer[] = [];
          answer.on('data', (part: Buffer) => parts.push(part));
          answer.on('end', () => resolve({ status: answer.statusCode ?? 0, body: Buffer.concat(parts).toString('utf8').slice(0, 2000) }));
          answer.on('error', () => resolve({ status: 0, body: '' }));
        },
      );
    } catch (error) {
      // The client itself refuses to write it.
      resolve({ status: 400, body: JSON.stringify({ code: 'unsent', message: String(error), path: '' }) });
      return;
    }
    asked.on('error', () => resolve({ status: 0, body: '' }));
    if (body) asked.write(body);
    asked.end();
  });
}
