/** What lengths and temperatures are shown in on a page: the project's own, metres and °C where there is none. */
import { type ComputedRef, type InjectionKey, computed, inject, provide } from 'vue';
import { METRIC, type Shown, type Unit, type Units, cutLength, formatQuantity, leftLength, shownIn } from '@iron-nudge/core';

const UNITS: InjectionKey<ComputedRef<Units>> = Symbol('units');

export const provideUnits = (units: () => Units | undefined): void =>
  provide(
    UNITS,
    computed(() => units() ?? METRIC),
  );

export function useUnits() {
  const units = inject(UNITS, () => computed(() => METRIC), true);
  return {
    units,
    says: (value: number, unit: Unit): string => formatQuantity(value, unit, units.value),
    /** A length to cut. */
    cut: (metres: number): string => cutLength(metres, units.value),
    left: (metres: number): string => leftLength(metres, units.value),
    /** The same where the unit stands beside it. */
    short: (metres: number): string => cutLength(metres, units.value).replace(/ m$/, ''),
    shown: (unit: string): Shown => shownIn(unit, units.value),
    /** How a unit is named on this page. */
    named: (unit: string): string => shownIn(unit, units.value).unit,
  };
}
