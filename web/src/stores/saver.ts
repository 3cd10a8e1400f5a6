/**
 * The way of a document to the server. What a person does is taken at once and kept in the browser's journal; it goes
 * out a moment later as what changed since the server's last answer, one request at a time. When the page is left,
 * what has not gone out yet goes out behind what is on its way.
 */
import { patchesBetween, type Design, type Patch } from '@iron-nudge/core';
import { ApiError } from '../api.ts';
import type { Journal } from './journal.ts';

export type SaveState =
  | { kind: 'saved' }
  | { kind: 'waiting' }
  | { kind: 'offline'; message: string }
  /** Another window saved first; `mine` is untouched here. */
  | { kind: 'conflict'; message: string }
  | { kind: 'refused'; message: string };

export interface SaveApi {
  save(id: string, revision: number, document: Design): Promise<{ revision: number }>;
  /** `leaving`: it must go out though the page is going away. */
  change(id: string, revision: number, patches: readonly Patch[], leaving: boolean): Promise<{ revision: number }>;
}

export interface SaverOptions {
  readonly api: SaveApi;
  readonly project: string;
  readonly journal: Journal;
  /** Revision and document that the server has. */
  readonly revision: number;
  readonly document: Design;
  /** Milliseconds since 1970. */
  now(): number;
  changed(state: SaveState, revision: number): void;
}

/** After the last keystroke, and at the latest, ms. */
export const SAVE_AFTER_MS = 300;
const SAVE_AT_LATEST_MS = 900;
export const RETRY_AFTER_MS = 2500;
/** Requests that outlive their page may hold 64 KiB together; a change that is larger goes as a whole document. */
const SMALL_BYTES = 48_000;

export class Saver {
  state: SaveState = { kind: 'saved' };
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** Since when something waits to go out; null when nothing does. */
  private since: number | null = null;
  private server: { revision: number; document: Design };
  private sending: Design | null = null;
  private current: Design;
  /** Another project is on the page: nothing is told any more, and after the last request nothing is sent. */
  private closing = false;
  private closed = false;

  constructor(private readonly options: SaverOptions) {
    const { revision, document } = options;
    this.server = { revision, document };
    this.current = document;
  }

  get revision(): number {
    return this.server.revision;
  }

  /** The document as it is now: kept here at once, on the server soon. */
  take(document: Design): void {
    this.current = document;
    const { journal, now } = this.options;
    const kept = journal.keep({ revision: this.server.revision, document, at: now() });
    if (this.state.kind === 'conflict') return;
    this.tell(kept ? { kind: 'waiting' } : { kind: 'offline', message: 'This browser has no room to keep unsaved edits.' });
    this.schedule(SAVE_AFTER_MS);
  }

  /** Another window was first: nothing more goes out until somebody decides. */
  conflict(message: string): void {
    clearTimeout(this.timer);
    this.tell({ kind: 'conflict', message });
  }
  /** Ends a conflict: what the server has is this now. */
  accept(revision: number, document: Design): void {
    this.server = { revision, document };
    if (this.state.kind === 'conflict') this.tell({ kind: 'waiting' });
  }

  schedule(afterMs: number): void {
    clearTimeout(this.timer);
    this.since ??= this.options.now();
    const left = this.since + SAVE_AT_LATEST_MS - this.options.now();
    this.timer = setTimeout(() => void this.send(), Math.max(0, afterMs === SAVE_AFTER_MS ? Math.min(afterMs, left) : afterMs));
  }

  /** Sends what has not gone out yet; when something is on its way, after that. */
  async send(): Promise<void> {
    clearTimeout(this.timer);
    if (this.closed || this.sending || this.state.kind === 'conflict') return;
    const document = this.current;
    const patches = patchesBetween(this.server.document, document);
    if (patches.length === 0) return this.settled();
    const { api, project, journal, now } = this.options;
    this.sending = document;
    this.since = null;
    try {
      const { revision } = isSmall(patches)
        ? await api.change(project, this.server.revision, patches, true)
        : await api.save(project, this.server.revision, document);
      this.server = { revision, document };
      this.sending = null;
      if (this.current === document) this.settled();
      else {
        journal.keep({ revision, document: this.current, at: now() });
        if (!this.closing) this.schedule(SAVE_AFTER_MS);
      }
    } catch (error) {
      this.sending = null;
      if (this.closing) return;
      if (!(error instanceof ApiError)) throw error;
      if (error.code === 'stale-revision') this.conflict(error.message);
      else if (error.passing) {
        this.tell({ kind: 'offline', message: error.message });
        this.schedule(RETRY_AFTER_MS);
      } else this.tell({ kind: 'refused', message: error.message });
    }
  }

  private settled(): void {
    this.since = null;
    this.options.journal.clear();
    this.tell({ kind: 'saved' });
  }

  /**
   * The page goes away, perhaps for good: what the server has not got goes out now, made on what is on its way. It
   * stays in the journal too; whoever opens the project next sees that the server has the same, or takes it up.
   */
  leave(): void {
    if (this.state.kind === 'conflict' || this.closing) return;
    const base = this.sending ?? this.server.document;
    const patches = patchesBetween(base, this.current);
    if (patches.length === 0) return;
    const revision = this.server.revision + Number(this.sending !== null);
    void this.options.api.change(this.options.project, revision, patches, isSmall(patches)).catch(() => undefined);
  }

  /** Another project is opened: what waits goes out, and nothing is told any more. */
  async close(): Promise<void> {
    clearTimeout(this.timer);
    this.closing = true;
    while (this.sending !== null) await new Promise((resolve) => setTimeout(resolve, 20));
    if (this.state.kind === 'waiting') await this.send();
    this.closed = true;
  }

  private tell(state: SaveState): void {
    this.state = state;
    if (!this.closing) this.options.changed(state, this.server.revision);
  }
}

const isSmall = (patches: readonly Patch[]): boolean => new TextEncoder().encode(JSON.stringify(patches)).length < SMALL_BYTES;
