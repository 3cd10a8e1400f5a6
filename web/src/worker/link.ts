/**
 * A worker that may be lost: it cannot be loaded, it dies, or it does not answer. Whoever waits is told, and the next
 * question starts a new one.
 */
export interface Spawned<T> {
  readonly remote: T;
  /** Calls back once when the worker is no use any more. */
  lost(tell: (why: string) => void): void;
  end(): void;
}

export class EngineLost extends Error {}

export class EngineLink<T> {
  private worker: { spawned: Spawned<T>; gone: Promise<never>; lose: (why: string) => void } | null = null;

  constructor(private readonly spawn: () => Spawned<T>) {}

  /** Asks something of the worker; rejects with `EngineLost` when it is lost meanwhile, or after `withinMs`. */
  async ask<R>(question: (remote: T) => Promise<R>, withinMs = Infinity): Promise<R> {
    const { spawned, gone, lose } = (this.worker ??= this.start());
    let timer: ReturnType<typeof setTimeout> | undefined;
    if (Number.isFinite(withinMs))
      timer = setTimeout(() => lose(`It did not answer for ${Math.round(withinMs / 1000)} seconds.`), withinMs);
    try {
      return await Promise.race([question(spawned.remote), gone]);
    } finally {
      clearTimeout(timer);
    }
  }

  /** Whether the worker that was asked last is still there: what it was told, a new one does not know. */
  get isAlive(): boolean {
    return this.worker !== null;
  }

  /** Ends the worker; the next question starts another. */
  end(): void {
    this.worker?.lose('It was stopped.');
  }

  private start() {
    const spawned = this.spawn();
    let lose: (why: string) => void = () => undefined;
    const gone = new Promise<never>((_, reject) => {
      lose = (why) => {
        if (this.worker?.spawned !== spawned) return;
        this.worker = null;
        spawned.end();
        reject(new EngineLost(why));
      };
    });
    // Nobody may be waiting when it goes.
    gone.catch(() => undefined);
    spawned.lost((why) => lose(why));
    return { spawned, gone, lose };
  }
}
