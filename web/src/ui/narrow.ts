import { useMediaQuery } from '@vueuse/core';

/** Whether the page is as narrow as a phone, as the styles have it: side panels stand under each other then. */
export const useNarrow = () => useMediaQuery('(max-width: 800px)');
