/** Who makes a build book. It takes seconds of computing: where the application is served, a thread of its own does it. */
import { Worker } from 'node:worker_threads';
import { HttpError } from '../errors.ts';
import { type BookOrder, makeBook } from './book.ts';

/** Answers the PDF; `gone` ends the work when nobody waits for it any more. */
export type BookMaker = (order: BookOrder, gone: AbortSignal) => Promise<Uint8Array>;

export const makeBookHere: BookMaker = (order) => makeBook(order);

/** What a book may take: the largest project that is allowed stays well below both. */
const MOST_MS = 120_000;
const MOST_MB = 1024;
/** Books in the making at once; those that come after wait their turn. */
const AT_ONCE = 1;
const MOST_WAITING = 8;

/** Each book in a thread of its own from the bundle `file`, ended when it takes too long, too much, or is wanted no more. */
export function bookThreads(file: URL): BookMaker {
  const waiting: (() => void)[] = [];
  let working = 0;
  const turn = async (gone: AbortSignal): Promise<void> => {
    if (working < AT_ONCE) return void working++;
    if (waiting.length >= MOST_WAITING)
      throw new HttpError(503, 'busy', 'Other build books are being made just now. Try again in a minute.');
    await new Promise<void>((resolve, reject) => {
      waiting.push(resolve);
      gone.addEventListener('abort', () => {
        const at = waiting.indexOf(resolve);
        if (at < 0) return;
        waiting.splice(at, 1);
        reject(new HttpError(499, 'gone', 'Nobody waits for this book any more.'));
      });
    });
  };
  const done = () => {
    const next = waiting.shift();
    if (next) next();
    else working--;
  };
  return async (order, gone) => {
    await turn(gone);
    try {
      return await inThread(file, order, gone);
    } finally {
      done();
    }
  };
}

function inThread(file: URL, order: BookOrder, gone: AbortSignal): Promise<Uint8Array> {
  return new Promise((resolve, reject) => {
    const thread = new Worker(file, { workerData: order, resourceLimits: { maxOldGenerationSizeMb: MOST_MB } });
    const late = setTimeout(
      () => stop(new HttpError(503, 'too-long', 'The build book of this project takes too long. Print fewer jobs at a time.')),
      MOST_MS,
    );
    const stop = (why: Error) => {
      clearTimeout(late);
      void thread.terminate();
      reject(why);
    };
    if (gone.aborted) return stop(new HttpError(499, 'gone', 'Nobody waits for this book any more.'));
    gone.addEventListener('abort', () => stop(new HttpError(499, 'gone', 'Nobody waits for this book any more.')));
    thread.once('message', (pdf: Uint8Array) => {
      clearTimeout(late);
      resolve(pdf);
    });
    thread.once('error', (error: NodeJS.ErrnoException) =>
      stop(
        error.code === 'ERR_WORKER_OUT_OF_MEMORY'
          ? new HttpError(503, 'too-large', 'The build book of this project takes more memory than there is. Print fewer jobs at a time.')
          : error,
      ),
    );
    thread.once('exit', () => stop(new Error('The thread that makes the build book ended without one.')));
  });
}
