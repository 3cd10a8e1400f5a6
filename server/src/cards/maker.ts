/** Who looks at a project for its card in the list. It takes a part of a second of solving: a thread of its own does it. */
import { Worker } from 'node:worker_threads';
import { cardOf, type Design, type ProjectCard } from '@iron-nudge/core';

/** Answers a project's card, remembered for as long as the project is at this revision; null where it takes too long. */
export type CardMaker = (id: string, revision: number, design: () => Promise<Design>) => Promise<ProjectCard | null>;

/** What a look may take; one that takes longer is not shown, and not tried again at that revision. */
const MOST_MS = 20_000;
const MOST_MB = 768;
/** Cards that are remembered: the projects that a person goes back and forth between. */
const REMEMBERED = 500;

/** What looks, and what it has seen: a card is made once a revision, and one at a time. */
function remembering(look: (design: Design) => Promise<ProjectCard | null>): CardMaker {
  const known = new Map<string, Promise<ProjectCard | null>>();
  let last: Promise<unknown> = Promise.resolve();
  return (id, revision, design) => {
    const key = `${id}@${revision}`;
    const before = known.get(key);
    if (before) return before;
    const card = last.then(async () => look(await design()));
    last = card.catch(() => undefined);
    known.set(key, card);
    // What went wrong once may go well again.
    card.catch(() => known.delete(key));
    const [oldest] = known.keys();
    if (known.size > REMEMBERED && oldest !== undefined) known.delete(oldest);
    return card;
  };
}

export const makeCardsHere: CardMaker = remembering((design) => Promise.resolve(cardOf(design)));

/** In a thread from the bundle `file`, which waits between two looks and is started anew when it ends. */
export function cardThread(file: URL): CardMaker {
  let thread: Worker | null = null;
  return remembering(
    (design) =>
      new Promise((resolve, reject) => {
        const worker = thread ?? new Worker(file, { resourceLimits: { maxOldGenerationSizeMb: MOST_MB } });
        thread = worker;
        // A list that nobody looks at keeps no server alive.
        worker.unref();
        const end = (finish: () => void) => {
          clearTimeout(late);
          // One by one: the thread's own machinery listens on it too.
          worker.off('message', onCard).off('error', onError).off('exit', onExit);
          finish();
        };
        const onCard = (card: ProjectCard) => end(() => resolve(card));
        const gone = (finish: () => void) =>
          end(() => {
            thread = null;
            finish();
          });
        const onError = (error: NodeJS.ErrnoException) =>
          gone(() => (error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? resolve(null) : reject(error)));
        const onExit = () => gone(() => reject(new Error('The thread that looks at projects ended.')));
        const late = setTimeout(
          () =>
            gone(() => {
              void worker.terminate();
              resolve(null);
            }),
          MOST_MS,
        );
        worker.on('message', onCard).on('error', onError).on('exit', onExit);
        worker.postMessage(design);
      }),
  );
}
