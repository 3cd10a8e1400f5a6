/** What the leads of the meter in hand read when they are held together, Ω: set once, kept in this browser, taken off every reading in ohms. */
import { createGlobalState, useLocalStorage } from '@vueuse/core';

export const useLeads = createGlobalState(() => useLocalStorage('iron-nudge:leads-ohm', 0));
