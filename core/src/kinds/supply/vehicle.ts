/** What every source of a vehicle shares: direct current, and a return through its metal. */
import type { ConductorColours, CurrentKind } from './kind.ts';

/** Common practice in vehicles: red is positive, brown the return (31 after DIN 72552). */
export const VEHICLE_COLOURS: ConductorColours = { out: 'RD', switched: 'RD/BK', back: 'BN', earth: 'GN/YE' };

export const vehicle = {
  internalLabel: 'Internal resistance',
  current: (): CurrentKind => 'dc',
  isMains: false,
  isTwoHot: () => false,
  residualProtection: () => null,
  cells: () => null,
  reversible: () => false,
  onVehicle: true,
  shutsOff: () => false,
  pins: () => ['+', '-'] as const,
  join: 'Connect',
} as const;
