/** The thread that looks at projects for their cards, one after another: a document comes, its card goes back. */
import { parentPort } from 'node:worker_threads';
import { cardOf, type Design } from '@iron-nudge/core';

parentPort?.on('message', (design: Design) => parentPort?.postMessage(cardOf(design)));
