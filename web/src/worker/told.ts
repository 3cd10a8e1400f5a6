/** A worker and the document that it has been told of: every question finds the newest one there. */
import { patchesBetween, type Design } from '@iron-nudge/core';
import type { DocumentMessage } from '@iron-nudge/contract';
import type { EngineLink } from './link.ts';

export interface Edition {
  readonly revision: number;
  readonly document: Design;
}
interface Takes {
  take(message: DocumentMessage): Promise<unknown>;
}

export class Told<T extends Takes> {
  private told: Edition | null = null;

  constructor(
    readonly link: EngineLink<T>,
    private readonly newest: () => Edition | null,
  ) {}

  /** Asks something about the newest document. */
  async ask<R>(question: (remote: T) => Promise<R>, withinMs?: number): Promise<R> {
    this.bring();
    return this.link.ask(question, withinMs);
  }

  /** Tells the worker what it does not know yet; it takes messages in their order. */
  bring(): void {
    const newest = this.newest();
    if (!newest) return;
    if (!this.link.isAlive) this.told = null;
    const { told } = this;
    if (told?.revision === newest.revision) return;
    const message: DocumentMessage = told
      ? {
          kind: 'change',
          from: told.revision,
          revision: newest.revision,
          patches: patchesBetween(told.document, newest.document).map(plain),
        }
      : { kind: 'whole', revision: newest.revision, document: newest.document };
    this.told = newest;
    this.link
      .ask((remote) => remote.take(message))
      .catch(() => {
        // Whatever went wrong, the next question brings it whole.
        if (this.told === newest) this.told = null;
      });
  }
}

const plain = ({ path, value }: { path: readonly (string | number)[]; value: unknown }) => ({ path: [...path], value });
