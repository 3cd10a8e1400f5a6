/** What takes the heat of a solid-state relay. */
export const HEATSINK_IDS = ['none', 'wall', 'fins', 'big-fins', 'fan'] as const;

export interface HeatsinkType {
  /** Of the shelf, or a person's own. */
  readonly id: string;
  readonly name: string;
  /** To still air, with paste under the relay, K/W (from memory, usual for their size). */
  readonly kPerW: number;
  readonly price: number;
}

export const HEATSINKS: readonly HeatsinkType[] = [
  { id: 'none', name: 'no heatsink', kPerW: 10, price: 0 },
  { id: 'wall', name: 'screwed to a metal wall, with paste', kPerW: 3.5, price: 0.5 },
  { id: 'fins', name: 'finned heatsink, 100 mm', kPerW: 1.8, price: 9 },
  { id: 'big-fins', name: 'finned heatsink, 200 mm', kPerW: 0.8, price: 21 },
  { id: 'fan', name: 'finned heatsink with a fan', kPerW: 0.35, price: 34 },
];
