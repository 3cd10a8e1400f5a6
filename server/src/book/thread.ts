/** The thread that makes one build book: its order comes with it, the PDF goes back. */
import { parentPort, workerData } from 'node:worker_threads';
import { type BookOrder, makeBook } from './book.ts';

const pdf = await makeBook(workerData as BookOrder);
parentPort?.postMessage(pdf);
