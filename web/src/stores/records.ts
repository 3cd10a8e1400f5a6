/** What was recorded of the open project: kept in the browser until the server has it, and read from there. */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import { v4 as freshId } from 'uuid';
import { asBuiltNow, inOrder, ticksNow, type ProjectRecord } from '@iron-nudge/core';
import { ApiError, api } from '../api.ts';
import { firstBatch } from './batches.ts';
import { storageOf } from './journal.ts';
import { openOutbox, type Outbox } from './outbox.ts';
import { useProject } from './project.ts';
import { seen } from './seen.ts';

type NewRecord = ProjectRecord extends infer One ? (One extends ProjectRecord ? Omit<One, 'id' | 'at'> : never) : never;
export type RecordSync = { kind: 'kept' } | { kind: 'sending' } | { kind: 'waiting'; message: string };

/** A record that the server does not take, and why. */
export interface RefusedRecord {
  readonly record: ProjectRecord;
  readonly message: string;
  /** Of the record. */
  readonly field: string;
}

const RETRY_AFTER_MS = 2500;

export const useRecords = defineStore('records', () => {
  const project = useProject();
  const known = shallowRef<ReadonlyMap<string, ProjectRecord>>(new Map());
  const sync = ref<RecordSync>({ kind: 'kept' });
  /** Set where the browser has no room: what is on the screen is all there is of it. */
  const noRoom = ref(false);
  const refusals = shallowRef<readonly RefusedRecord[]>([]);
  const refused = computed(() => refusals.value[0] ?? null);
  let outbox: Outbox | null = null;
  let last = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let running = false;
  let again = false;

  const all = computed(() => inOrder([...known.value.values()]));
  const ticks = computed(() => ticksNow(all.value));
  const asBuilt = computed(() => asBuiltNow(all.value));

  function learn(records: readonly ProjectRecord[]): void {
    if (records.length === 0) return;
    const now = new Map(known.value);
    for (const record of records) now.set(record.id, record);
    known.value = now;
  }

  watch(
    () => project.id,
    (id) => {
      clearTimeout(timer);
      known.value = new Map();
      last = 0;
      sync.value = { kind: 'kept' };
      refusals.value = [];
      outbox = id
        ? openOutbox(
            storageOf(() => localStorage),
            id,
          )
        : null;
      if (!outbox) return;
      learn(outbox.waiting());
      void seen.records(id).then((records) => {
        if (project.id === id) learn(records.filter((record) => !known.value.has(record.id)));
      });
      void exchange();
    },
    { immediate: true },
  );

  /** Sends what waits, then reads what others have sent. One at a time. */
  async function exchange(): Promise<void> {
    if (running) {
      again = true;
      return;
    }
    const id = project.id;
    const box = outbox;
    if (!id || !box) return;
    running = true;
    clearTimeout(timer);
    try {
      for (let batch = toSend(box); batch.length > 0; batch = toSend(box)) {
        sync.value = { kind: 'sending' };
        try {
          box.confirm((await api.addRecords(id, batch)).kept);
        } catch (error) {
          setAside(batch, error);
        }
        if (project.id !== id) return;
      }
      const fresh = await api.records(id, last);
      if (project.id !== id) return;
      last = fresh.last;
      learn(fresh.records);
      if (fresh.records.length > 0) void seen.keepRecords(id, [...known.value.values()]);
      sync.value = { kind: 'kept' };
    } catch (error) {
      if (project.id !== id) return;
      if (!(error instanceof ApiError)) throw error;
      sync.value = { kind: 'waiting', message: error.passing ? 'The server does not answer.' : error.message };
      timer = setTimeout(() => void exchange(), RETRY_AFTER_MS);
    } finally {
      running = false;
      if (again) {
        again = false;
        void exchange();
      }
    }
  }

  function toSend(box: Outbox): ProjectRecord[] {
    const aside = new Set(refusals.value.map(({ record }) => record.id));
    return firstBatch(box.waiting().filter(({ id }) => !aside.has(id)));
  }

  /** One record that the server does not take stands in nobody's way. */
  function setAside(batch: readonly ProjectRecord[], error: unknown): void {
    const named = error instanceof ApiError && !error.passing ? /^records\.(\d+)\.?(.*)$/.exec(error.path) : null;
    const record = named && batch[Number(named[1])];
    if (!record || !(error instanceof ApiError)) throw error;
    refusals.value = [...refusals.value, { record, message: error.message, field: named[2]! }];
  }
  function tryRefused(): void {
    refusals.value = [];
    void exchange();
  }
  function dropRefused(): void {
    const [gone, ...others] = refusals.value;
    if (!gone) return;
    outbox?.confirm([gone.record.id]);
    refusals.value = others;
    known.value = new Map([...known.value].filter(([id]) => id !== gone.record.id));
  }

  // What is nowhere but on the screen is asked for before the tab is closed.
  addEventListener('beforeunload', (event) => {
    if (noRoom.value && sync.value.kind !== 'kept') event.preventDefault();
  });

  /** Kept here first, then sent. */
  function add(fresh: NewRecord): ProjectRecord {
    // Two records of one moment keep their order.
    const newest = all.value[all.value.length - 1]?.at ?? 0;
    const record = { ...fresh, id: freshId(), at: Math.max(Date.now(), newest + 1) } as ProjectRecord;
    noRoom.value = !(outbox?.keep(record) ?? false);
    learn([record]);
    void exchange();
    return record;
  }

  return { all, ticks, asBuilt, sync, noRoom, refused, tryRefused, dropRefused, add, exchange };
});
