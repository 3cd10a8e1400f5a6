import { fromMemory } from './source.ts';

/** Bolt-down strip fuses above the blade series, A. */
export const BOLT_FUSE_RATINGS: readonly number[] = [50, 60, 70, 80, 100, 125, 150, 175, 200, 250, 300];
export const BOLT_FUSE_SOURCE = fromMemory('stock ratings of bolt-down strip fuses (ISO 8820-5 series)', 'bolt-fuses');
