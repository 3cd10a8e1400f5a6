/**
 * A page of the app without a browser: the real stores and the real engine, which answers in the same thread, over a server
 * that is a variable. For component tests, which name jsdom as their environment.
 */
import { jest } from '@jest/globals';
import { applyPatches, type Design, type Patch } from '@iron-nudge/core';
import type { Component } from 'vue';
import { copied } from './window.ts';

/** What the server has of the project, and every request that came. */
export interface StandIn {
  revision: number;
  document: Design;
  /** Key of the save that made it what it is; null is somebody else's. */
  savedBy: string | null;
  role: 'owner' | 'reader';
  readonly asked: string[];
  /** While false nobody answers. */
  there: boolean;
  /** What it says to whatever would change something. */
  refuses: { status: number; code: string; message: string; path: string } | null;
}

type Saved = { revision: number; save?: string } & ({ patches: Patch[] } | { document: Design });

const refusal = (status: number, words: object) => ({ ok: false, status, json: async () => words }) as Response;
const stale = (revision: number) =>
  refusal(409, { code: 'stale-revision', message: `It was saved elsewhere since (revision ${revision}).`, path: '' });

/** Answers like the server's routes for one project. */
function serve(server: StandIn): typeof fetch {
  return async (input, init) => {
    const [method, path] = [init?.method ?? 'GET', String(input)];
    server.asked.push(`${method} ${path}`);
    if (!server.there) throw new TypeError('nobody answers');
    if (method !== 'GET' && server.refuses) {
      const { status, ...words } = server.refuses;
      return refusal(status, words);
    }
    if (method === 'PATCH' || method === 'PUT') {
      const body = JSON.parse(String(init?.body)) as Saved;
      if (body.revision !== server.revision) return stale(server.revision);
      server.document = 'patches' in body ? applyPatches(server.document, body.patches) : body.document;
      server.savedBy = body.save ?? null;
      server.revision++;
    }
    const { revision, document, role, savedBy } = server;
    const answer = path.endsWith('/head')
      ? { revision, savedBy, build: '', lowMb: null }
      : path.includes('/records')
        ? { records: [], last: 0, kept: [] }
        : { id: 'p', revision, document, role, updatedAt: '2026-01-01T00:00:00Z', savedBy };
    return { ok: true, status: 200, json: async () => copied(answer) } as Response;
  };
}

let isThere = false;
async function engineInThisThread(): Promise<void> {
  if (isThere) return;
  isThere = true;
  let made: unknown = null;
  jest.unstable_mockModule('comlink', () => ({
    expose: (engine: unknown) => void (made = engine),
    proxy: <T>(value: T) => value,
    wrap: () => made,
  }));
  let started = 0;
  const spawned: unknown[] = [];
  // Each worker has memory of its own, so each is a module of its own.
  for (const name of ['checks', 'searches']) {
    await import(`../worker/engine.worker.ts?${name}`);
    spawned.push(made);
  }
  const { EngineLink } = await import('../worker/link.ts');
  jest.unstable_mockModule('../worker/engine.ts', () => ({
    startEngine() {
      const remote = spawned[started++ % spawned.length];
      return new EngineLink(() => ({ remote, lost: () => undefined, end: () => undefined }));
    },
  }));
}

/** What Vue warns of is a fault; a slider of the library has a type for its words that its own use contradicts. */
function warnHandler(words: string): void {
  if (!words.includes('ariaValueTextFormatterForHandle')) throw new Error(words);
}

let before: { close(): void } | null = null;
/** Opens a document as a project, in place of the one before; what it shows is `mount`ed on it. */
export async function openPage(document: Design, as: Partial<StandIn> = {}) {
  before?.close();
  await new Promise((resolve) => setTimeout(resolve, 0));
  localStorage.clear();
  const server: StandIn = { revision: 1, document, savedBy: null, role: 'owner', asked: [], there: true, refuses: null, ...as };
  globalThis.fetch = serve(server);
  await engineInThisThread();
  const { createPinia, setActivePinia } = await import('pinia');
  const { flushPromises, mount } = await import('@vue/test-utils');
  const pinia = createPinia();
  setActivePinia(pinia);
  const { useProject } = await import('../stores/project.ts');
  const project = (before = useProject()) as ReturnType<typeof useProject>;
  await project.open('p');
  /** Waits until what is shown is of the newest document, and its nudges are found. */
  async function settled(): Promise<void> {
    const due = Date.now() + 60_000;
    const open = () => project.findings.some(({ key, severity }) => severity !== 'hold' && !project.nudges.has(key));
    while (project.isStale || !project.analysis || open()) {
      if (Date.now() > due) throw new Error(`The page did not settle: ${project.trouble || 'no word why'}`);
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
    await flushPromises();
  }
  await settled();
  return {
    project,
    server,
    settled,
    show: (component: Component, props: Record<string, unknown> = {}) =>
      mount(component, { props, attachTo: globalThis.document.body, global: { plugins: [pinia], config: { warnHandler } } }),
  };
}
