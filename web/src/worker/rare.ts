/** What a worker fetches only once somebody asks for it: the bench, sizes, variants, heat. */
export {
  OPEN_OHM,
  coldStart,
  comparePlaces,
  compareWirings,
  diagnose,
  dictionaryInSteps,
  explainByTwo,
  faultyReader,
  fewerSizes,
  meterError,
  runHeat,
  sideOf,
  sizeJob,
  startChart,
  whatMayBePluggedIn,
  workOf,
} from '@iron-nudge/core';
