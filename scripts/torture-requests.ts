/** So many malformed requests to a server on a port; ends with 1 at the first that is answered with 5xx or not at all. */
import { readFileSync } from 'node:fs';
import { malformed, seeded, send } from '../server/src/testing/malformed.ts';

const SEED = 20261126;
const [port, count] = process.argv.slice(2).map(Number) as [number, number];
const document = JSON.parse(readFileSync(new URL('../examples/circuits/01-switched-load.json', import.meta.url), 'utf8')) as object;
const made = await fetch(`http://127.0.0.1:${port}/api/projects`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({ document }),
});
const { id } = (await made.json()) as { id: string };

const random = seeded(SEED);
const seen = new Map<number, number>();
for (let at = 0; at < count; at++) {
  const sent = malformed(random, id, document);
  const { status, body } = await send(port, sent);
  seen.set(status, (seen.get(status) ?? 0) + 1);
  if (status >= 500 || status === 0) {
    process.stdout.write(`request ${at} of seed ${SEED}: ${status} for ${sent.method} ${sent.path.slice(0, 200)}: ${body}\n`);
    process.exit(1);
  }
}
const tally = [...seen].sort(([a], [b]) => a - b).map(([status, of]) => `${of} × ${status}`);
process.stdout.write(`${`${count} malformed requests (seed ${SEED})`.padEnd(48)} ${tally.join(', ')}; 0 × 5xx\n`);
