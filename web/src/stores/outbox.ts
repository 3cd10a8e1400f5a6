/**
 * Records that the server has not confirmed, kept in the browser: one entry each, so that two windows never write
 * over one another, and gone only when the server has said that it has it.
 */
import { recordSchema, type ProjectRecord } from '@iron-nudge/core';

const PREFIX = 'iron-nudge:record:';

export interface Outbox {
  /** False when the browser has no room for it: it waits in memory then, and is gone with the page. */
  keep(record: ProjectRecord): boolean;
  confirm(ids: readonly string[]): void;
  waiting(): ProjectRecord[];
}

export function openOutbox(storage: Storage, project: string): Outbox {
  const prefix = `${PREFIX}${project}:`;
  const unkept = new Map<string, ProjectRecord>();
  return {
    keep(record) {
      try {
        storage.setItem(prefix + record.id, JSON.stringify(record));
        return true;
      } catch {
        unkept.set(record.id, record);
        return false;
      }
    },
    confirm(ids) {
      for (const id of ids) {
        storage.removeItem(prefix + id);
        unkept.delete(id);
      }
    },
    waiting() {
      const found: ProjectRecord[] = [...unkept.values()];
      for (let at = 0; at < storage.length; at++) {
        const key = storage.key(at)!;
        if (!key.startsWith(prefix)) continue;
        try {
          const parsed = recordSchema.safeParse(JSON.parse(storage.getItem(key) ?? ''));
          if (parsed.success) found.push(parsed.data);
        } catch {
          // What is not JSON was never a record of ours.
        }
      }
      return found.sort((a, b) => a.at - b.at);
    },
  };
}
