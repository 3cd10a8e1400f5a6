/** What is thrown away by itself, and when. */
import type { DataSource } from 'typeorm';
import { BIN_DAYS } from '@iron-nudge/contract';

/** Of what is older than a day one revision an hour is kept, then one a day, then one a month. */
const THINNING = [
  { olderThan: '1 day', onePer: 'hour' },
  { olderThan: '14 days', onePer: 'day' },
  { olderThan: '1 year', onePer: 'month' },
] as const;

/** Of accounts: what counts no more. */
const OVER = [
  'DELETE FROM session WHERE expires_at < now()',
  'DELETE FROM link WHERE expires_at < now()',
  `DELETE FROM audit WHERE at < now() - interval '1 year'`,
];

const HOUR_MS = 3_600_000;

/** Empties the bin of what lies in it too long and thins the kept revisions; how many rows went. */
export async function tidy(source: DataSource): Promise<{ projects: number; revisions: number }> {
  const deleted = async (sql: string) => ((await source.query(sql)) as [unknown, number])[1];
  const projects = await deleted(`DELETE FROM project WHERE deleted_at < now() - interval '${BIN_DAYS} days'`);
  let revisions = 0;
  for (const { olderThan, onePer } of THINNING)
    revisions += await deleted(`
      DELETE FROM kept_revision AS old USING kept_revision AS later
      WHERE old.at < now() - interval '${olderThan}' AND later.at < now() - interval '${olderThan}'
        AND later.project = old.project AND later.revision > old.revision
        AND date_trunc('${onePer}', later.at AT TIME ZONE 'UTC') = date_trunc('${onePer}', old.at AT TIME ZONE 'UTC')`);
  for (const over of OVER) await source.query(over);
  return { projects, revisions };
}

/** Tidies now and every hour until it is stopped; what goes wrong is told and tried again. */
export function keepTidy(source: DataSource, log: (line: string) => void): { stop(): void } {
  const once = () => void tidy(source).catch((error: unknown) => log(`The bin was not emptied: ${String(error)}`));
  once();
  const timer = setInterval(once, HOUR_MS);
  timer.unref();
  return { stop: () => clearInterval(timer) };
}
