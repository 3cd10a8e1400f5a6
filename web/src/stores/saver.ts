/**
 * The way of a document to the server. What a person does is taken at once and kept in the browser's journal; it goes
 * out a moment later as what changed since the server's last answer, one request at a time. When the page is left,
 * what has not gone out yet goes out behind what is on its way. Each save has a key, so that one whose answer was lost
 * is known again as one's own.
 */
import { patchesBetween, type Design, type Patch } from '@iron-nudge/core';
import { ApiError, type SaveKeys } from '../api.ts';
import type { Journal } from './journal.ts';
import { wordsOf } from '../ui/words-of.ts';

export type SaveState =
  | { kind: 'saved' }
  | { kind: 'waiting' }
  | { kind: 'offline'; message: string }
  /** Another window saved first; `mine` is untouched here. */
  | { kind: 'conflict'; message: string }
  /** The project was deleted elsewhere. */
  | { kind: 'gone'; message: string }
  | { kind: 'refused'; message: string; path: string };

export interface Known {
  readonly revision: number;
  readonly document: Design;
}
export interface SaveApi {
  save(id: string, revision: number, document: Design, keys: SaveKeys): Promise<{ revision: number }>;
  /** `leaving`: it must go out though the page is going away. */
  change(id: string, revision: number, patches: readonly Patch[], leaving: boolean, keys: SaveKeys): Promise<{ revision: number }>;
}

export interface SaverOptions {
  readonly api: SaveApi;
  readonly project: string;
  readonly journal: Journal;
  /** Revision that the server has, and its document; null while only the revision is known and nothing may be sent. */
  readonly revision: number;
  readonly document: Design | null;
  /** Keys of saves that an earlier page of this tab sent without an answer. */
  readonly sent: readonly string[];
  /** What the server has now. */
  theirs(): Promise<Known & { savedBy: string | null }>;
  freshKey(): string;
  /** Milliseconds since 1970. */
  now(): number;
  changed(state: SaveState, revision: number): void;
  /** Called with what the server is known to have. */
  confirmed(known: Known): void;
}

/** After the last keystroke, and at the latest, ms. */
export const SAVE_AFTER_MS = 300;
const SAVE_AT_LATEST_MS = 900;
export const RETRY_AFTER_MS = 2500;
/** Requests that outlive their page may hold 64 KiB together; a change that is larger goes as a whole document. */
const SMALL_BYTES = 48_000;
/** Of a long time without the server. */
const MOST_KEYS = 500;
const AWAY = 'The server does not answer. Edits are kept in this browser until it does.';
const NO_ROOM = 'This browser has no room to keep unsaved edits: leave this tab open until they are saved.';

export class Saver {
  state: SaveState = { kind: 'saved' };
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** Since when something waits to go out; null when nothing does. */
  private since: number | null = null;
  private server: { revision: number; document: Design | null };
  private sending: { document: Design; key: string } | null = null;
  /** What was sent last on this revision. */
  private tried: { document: Design; key: string } | null = null;
  /** Keys that went out since the server's last answer. */
  private sent: string[];
  private current: Design | null;
  /** Whether the journal has what is not saved. */
  private kept = true;
  /** Another project is on the page: nothing is told any more, and after the last request nothing is sent. */
  private closing = false;
  private closed = false;

  constructor(private readonly options: SaverOptions) {
    const { revision, document, sent } = options;
    this.server = { revision, document };
    this.current = document;
    this.sent = [...sent];
  }

  get revision(): number {
    return this.server.revision;
  }
  /** Whether closing the page now would lose something: it is neither on the server nor in the browser. */
  get isAtRisk(): boolean {
    return !this.kept && this.state.kind !== 'saved';
  }
  /** Whether a key is of a save of ours. */
  isOwn = (key: string | null): boolean => key !== null && this.sent.includes(key);

  /** The document as it is now: kept here at once, on the server soon. */
  take(document: Design): void {
    this.current = document;
    this.keep(document);
    if (this.state.kind === 'conflict' || this.state.kind === 'gone') return;
    if (!this.kept) this.tell({ kind: 'offline', message: NO_ROOM });
    else this.tell(this.server.document ? { kind: 'waiting' } : { kind: 'offline', message: AWAY });
    this.schedule(SAVE_AFTER_MS);
  }

  /** The project was opened without the server. */
  away(message: string): void {
    this.tell({ kind: 'offline', message });
  }

  private keep(document: Design): void {
    const { journal, now } = this.options;
    this.kept = journal.keep({ revision: this.server.revision, document, at: now(), sent: this.sent });
  }

  /** Another window was first: nothing more goes out until somebody decides. */
  conflict(message: string): void {
    clearTimeout(this.timer);
    this.tell({ kind: 'conflict', message });
  }
  /** The project is deleted: nothing more goes out until somebody decides. */
  gone(message: string): void {
    clearTimeout(this.timer);
    this.tell({ kind: 'gone', message });
  }
  /** What the server has is this now; it ends a conflict. */
  accept(revision: number, document: Design): void {
    this.known(revision, document);
    this.current ??= document;
    if (this.state.kind === 'conflict' || this.state.kind === 'gone') this.tell({ kind: 'waiting' });
  }

  private known(revision: number, document: Design): void {
    this.server = { revision, document };
    this.sent = [];
    this.tried = null;
    this.options.confirmed({ revision, document });
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
    const { current: document, server } = this;
    if (this.closed || this.sending || this.state.kind === 'conflict' || this.state.kind === 'gone') return;
    if (!document || !server.document) return;
    const patches = patchesBetween(server.document, document);
    if (patches.length === 0) return this.settled();
    const { api, project, freshKey } = this.options;
    // The same once more is the same save.
    const key = this.tried?.document === document ? this.tried.key : freshKey();
    this.sending = this.tried = { document, key };
    if (!this.sent.includes(key)) this.sent = [...this.sent, key].slice(-MOST_KEYS);
    // Before it goes out: the page may be gone before the answer is here.
    this.keep(document);
    this.since = null;
    try {
      const { revision } = isSmall(patches)
        ? await api.change(project, server.revision, patches, true, { save: key })
        : await api.save(project, server.revision, document, { save: key });
      this.took(revision, document);
    } catch (error) {
      this.sending = null;
      if (this.closing) return;
      if (!(error instanceof ApiError)) throw error;
      await this.refused(error);
    }
  }

  private took(revision: number, document: Design): void {
    this.sending = null;
    this.known(revision, document);
    if (this.current === document) return this.settled();
    this.keep(this.current!);
    if (!this.closing) this.schedule(SAVE_AFTER_MS);
  }

  private async refused(error: ApiError): Promise<void> {
    if (error.code === 'stale-revision') {
      if (!(await this.wasOurs())) this.conflict(error.message);
    } else if (error.code === 'no-project') this.gone(error.message);
    else if (error.passing) {
      this.tell({ kind: 'offline', message: this.kept ? error.message : `${error.message.split('. ')[0]}. ${NO_ROOM}` });
      this.schedule(RETRY_AFTER_MS);
    } else this.tell({ kind: 'refused', message: error.message, path: error.path });
  }

  /** Whether what stands there is an earlier save of ours whose answer was lost; what came after it goes out then. */
  private async wasOurs(): Promise<boolean> {
    // The last key is of the save that was just refused.
    if (this.sent.length < 2) return false;
    try {
      const { savedBy, revision, document } = await this.options.theirs();
      if (!this.isOwn(savedBy)) return false;
      this.accept(revision, document);
      this.schedule(SAVE_AFTER_MS);
    } catch (error) {
      // The save that was refused comes again, and with it this question.
      const message = wordsOf(error);
      this.tell({ kind: 'offline', message });
      this.schedule(RETRY_AFTER_MS);
    }
    return true;
  }

  private settled(): void {
    this.since = null;
    this.kept = true;
    this.options.journal.clear();
    this.tell({ kind: 'saved' });
  }

  /**
   * The page goes away, perhaps for good: what the server has not got goes out now, made on what is on its way. It
   * stays in the journal too; whoever opens the project next sees that the server has the same, or takes it up.
   */
  leave(): void {
    if (this.state.kind === 'conflict' || this.state.kind === 'gone' || this.closing || !this.current) return;
    const base = this.sending?.document ?? this.server.document;
    if (!base) return;
    const patches = patchesBetween(base, this.current);
    if (patches.length === 0) return;
    const { api, project, freshKey } = this.options;
    const revision = this.server.revision + Number(this.sending !== null);
    const keys: SaveKeys & { save: string } = { save: freshKey(), ...(this.sending ? { on: this.sending.key } : {}) };
    this.sent = [...this.sent, keys.save];
    this.keep(this.current);
    void api.change(project, revision, patches, isSmall(patches), keys).catch(() => undefined);
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
