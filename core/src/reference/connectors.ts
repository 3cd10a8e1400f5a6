/** Connectors that part a wire on its way, by what one pole of them bears. */
import { fromMemory } from './source.ts';

export const CONNECTOR_SOURCE = fromMemory('usual ratings of connectors of their kind, a pole', 'connectors');

export interface Connector {
  readonly name: string;
  readonly built: 'trailer' | 'sealed' | 'blade' | 'quick';
  /** What a pole carries for good, A. */
  readonly ratedA: number;
  /** Largest wire that goes into it, mm². */
  readonly mostMm2: number;
  /** Whether water stays out of its contacts. */
  readonly sealed: boolean;
  /** Hottest air that its plastic bears, °C. */
  readonly mostC: number;
  /** Of a sound pair of contacts, Ω. */
  readonly ohm: number;
}

/** All of them for low voltage: no mains goes through any. */
export const CONNECTOR_MOST_V = 60;
export const CONNECTORS = {
  trailer: { name: 'Pin of a trailer plug', built: 'trailer', sealed: true, ratedA: 15, mostMm2: 2.5, mostC: 70, ohm: 0.004 },
  sealed: { name: 'Sealed plug, two-pole', built: 'sealed', sealed: true, ratedA: 14, mostMm2: 2.5, mostC: 105, ohm: 0.005 },
  blade: { name: 'In-line blade connector, 6.3 mm', built: 'blade', sealed: false, ratedA: 20, mostMm2: 6, mostC: 85, ohm: 0.003 },
  'quick-30': { name: 'Quick disconnect, 30 A', built: 'quick', sealed: false, ratedA: 30, mostMm2: 6, mostC: 85, ohm: 0.001 },
  'quick-50': { name: 'Quick disconnect, 50 A', built: 'quick', sealed: false, ratedA: 50, mostMm2: 16, mostC: 85, ohm: 0.0004 },
  'quick-120': { name: 'Quick disconnect, 120 A', built: 'quick', sealed: false, ratedA: 120, mostMm2: 35, mostC: 85, ohm: 0.0002 },
  'quick-175': { name: 'Quick disconnect, 175 A', built: 'quick', sealed: false, ratedA: 175, mostMm2: 70, mostC: 85, ohm: 0.0001 },
} as const satisfies Record<string, Connector>;
export type ConnectorId = keyof typeof CONNECTORS;
export const CONNECTOR_IDS = Object.keys(CONNECTORS) as [ConnectorId, ...ConnectorId[]];
