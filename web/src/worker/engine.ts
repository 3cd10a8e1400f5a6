import { wrap, type Remote } from 'comlink';
import type { Engine } from './engine.worker.ts';

export function startEngine(): Remote<Engine> {
  return wrap<Engine>(new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' }));
}
