import { wrap, type Remote } from 'comlink';
import type { Engine } from './engine.worker.ts';
import { EngineLink, type Spawned } from './link.ts';

function spawn(): Spawned<Remote<Engine>> {
  const worker = new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' });
  return {
    remote: wrap<Engine>(worker),
    lost(tell) {
      worker.addEventListener('error', (event) => tell(event.message ? `It stopped: ${event.message}` : 'It could not be loaded.'));
      worker.addEventListener('messageerror', () => tell('It sent what cannot be read.'));
    },
    end: () => worker.terminate(),
  };
}

export const startEngine = (): EngineLink<Remote<Engine>> => new EngineLink(spawn);
