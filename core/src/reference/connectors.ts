/** Connectors and terminal blocks that part a wire on its way, by what one pole of them bears. */
import { fromMemory } from './source.ts';

export const CONNECTOR_SOURCE = fromMemory('usual ratings of connectors and terminal blocks of their kind, a pole', 'connectors');
/** A terminal at its rated current is warmer than the air, at most, K. */
export const TERMINAL_RISE_K = 45;
export const TERMINAL_RISE_SOURCE = fromMemory('45 K at the rated current: limit of temperature rise of IEC 60947-7-1', 'connectors');

export interface Connector {
  readonly name: string;
  readonly built: 'trailer' | 'sealed' | 'blade' | 'quick' | 'block' | 'ceramic';
  /** What a pole carries for good, A. */
  readonly ratedA: number;
  /** What it is made for, V. */
  readonly mostV: number;
  /** Largest wire that goes into it, mm². */
  readonly mostMm2: number;
  /** Whether water stays out of its contacts. */
  readonly sealed: boolean;
  /** Hottest air that its plastic bears, °C; of a terminal block, what its material bears, its own warmth included. */
  readonly mostC: number;
  /** Of a sound pair of contacts, Ω. */
  readonly ohm: number;
}

/** Of those that are pulled apart, all for low voltage: no mains goes through any. */
export const CONNECTOR_MOST_V = 60;
/** Of terminal blocks. */
export const BLOCK_MOST_V = 450;
const block = (name: string, built: 'block' | 'ceramic', ratedA: number, mostMm2: number, mostC: number): Connector => ({
  ...{ name, built, ratedA, mostMm2, mostC },
  ...{ mostV: BLOCK_MOST_V, sealed: false, ohm: 0.0005 },
});
const LOW = { mostV: CONNECTOR_MOST_V } as const;
export const CONNECTORS = {
  trailer: { ...LOW, name: 'Pin of a trailer plug', built: 'trailer', sealed: true, ratedA: 15, mostMm2: 2.5, mostC: 70, ohm: 0.004 },
  sealed: { ...LOW, name: 'Sealed plug, two-pole', built: 'sealed', sealed: true, ratedA: 14, mostMm2: 2.5, mostC: 105, ohm: 0.005 },
  blade: { ...LOW, name: 'In-line blade connector, 6.3 mm', built: 'blade', sealed: false, ratedA: 20, mostMm2: 6, mostC: 85, ohm: 0.003 },
  'quick-30': { ...LOW, name: 'Quick disconnect, 30 A', built: 'quick', sealed: false, ratedA: 30, mostMm2: 6, mostC: 85, ohm: 0.001 },
  'quick-50': { ...LOW, name: 'Quick disconnect, 50 A', built: 'quick', sealed: false, ratedA: 50, mostMm2: 16, mostC: 85, ohm: 0.0004 },
  'quick-120': { ...LOW, name: 'Quick disconnect, 120 A', built: 'quick', sealed: false, ratedA: 120, mostMm2: 35, mostC: 85, ohm: 0.0002 },
  'quick-175': { ...LOW, name: 'Quick disconnect, 175 A', built: 'quick', sealed: false, ratedA: 175, mostMm2: 70, mostC: 85, ohm: 0.0001 },
  'block-32': block('Terminal block, 32 A', 'block', 32, 4, 110),
  'block-57': block('Terminal block, 57 A', 'block', 57, 10, 110),
  'ceramic-32': block('Ceramic terminal block, 32 A', 'ceramic', 32, 4, 240),
  'ceramic-57': block('Ceramic terminal block, 57 A', 'ceramic', 57, 10, 240),
} as const satisfies Record<string, Connector>;
export type ConnectorId = keyof typeof CONNECTORS;
export const CONNECTOR_IDS = Object.keys(CONNECTORS) as [ConnectorId, ...ConnectorId[]];

/** What a terminal block is of in air of that temperature: one of plastic bears its current no more. */
export const blockFor = (airC: number): 'block' | 'ceramic' =>
  airC > CONNECTORS['block-32'].mostC - TERMINAL_RISE_K ? 'ceramic' : 'block';
/** What the sleeve of a sealed crimped splice bears, °C (from memory: shrunk on with glue in it). */
export const SPLICE_MOST_C = 125;
/** Whether wires are joined under screws of ceramic in air of that temperature, and not crimped: well before the sleeve softens. */
export const joinedInCeramic = (airC: number): boolean => airC > SPLICE_MOST_C - 20;
/** Whether it is screwed down, and parted with a tool. */
export const isBlock = ({ built }: Pick<Connector, 'built'>): boolean => built === 'block' || built === 'ceramic';
/** What a pole bears in air of that temperature, A: of a terminal block less where its own warmth would be too much on top. */
export const poleBears = (type: Connector, airC: number): number =>
  isBlock(type) ? type.ratedA * Math.sqrt(Math.min(1, Math.max(0, type.mostC - airC) / TERMINAL_RISE_K)) : type.ratedA;
