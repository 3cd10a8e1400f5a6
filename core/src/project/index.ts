/** The public face of this layer. */
export { PART_NAMES } from './part-names.ts';
export { boxRoom, ofOwnBox, withBoardType, withParts } from './boards.ts';
export { broughtAlong, leftBehind } from './bring-along.ts';
export { MOST_PROJECTS, MOST_RECORDS, type Archive, type ArchiveResult, type Archived, archiveText, parseArchiveText } from './archive.ts';
export { type Assumption, assumptionsOf, withoutStaleChecks, RESIDUAL_A } from './assumed.ts';
export { type PlaceOnMap, mapOfPlaces } from './place-map.ts';
export { LENGTH_ALLOWANCE, SAME_PLACE_M, type Ways, contradictions, waysBetween } from './distances.ts';
export {
  INLET_BACK,
  INLET_EARTH,
  INLET_LEGS,
  INLET_FUSED,
  INLET_LINE,
  backLeg,
  FEED_LEG,
  TO_RELAY_LEG,
  boxEarthLeg,
  earthLeg,
  isBoxEarth,
  legsOfLine,
  outBackwardsLeg,
  outLeg,
} from './legs.ts';
export { controlSupplyOf, feedOf, feedingCoil, supplyById, supplyIdOf } from './hangs-on.ts';
export { type Intent, type IntentState, type JobIntent, intentOf, linePath, linesOf, nextMove } from './intent.ts';
export {
  allHangingOn,
  chainBefore,
  hangingOn,
  isOutputOfJob,
  jobsAfter,
  jobsFedBy,
  convertedBy,
  convertersBefore,
  jobsBefore,
  mayConvert,
  outputsBefore,
  runsForHours,
  signalsNamed,
  mayFeed,
  auxiliariesOf,
  mayAssist,
  outputName,
  whyNoAuxiliary,
  spelledOut,
  switchedBy,
  thingsOf,
  whyNoOutput,
  withConverters,
  withOnly,
  withOutputOf,
  withoutJob,
} from './chains.ts';
export { auxiliaryName, withAuxiliaryOf } from './auxiliary.ts';
export { controllerOf, signalPlace } from './regulators.ts';
export { projectJsonSchema } from './json-schema.ts';
export { givenOn, takesToGive } from './converter.ts';
export { dropBudgetV, isByHeat, isSetByHand, ownRange, setToOther, stringRatedV, takesOf, unitOhm } from './load.ts';
export { type DocumentProblem, type ParseResult, parseDesign, parseDesignText, pathText } from './parse.ts';
export { type ProgramState, pinsOf, powerUp, restLevels, runProgram, stepWords } from './program.ts';
export {
  type AsBuilt,
  MOST_RECORD_TEXT,
  MOST_TIME,
  type ProjectRecord,
  type Reading,
  type RecordOf,
  type Revision,
  type Tick,
  type Verdict,
  asBuiltNow,
  asBuiltSchema,
  freshStartSchema,
  inOrder,
  readingSchema,
  readingVerdict,
  provingNow,
  readingsNow,
  recordSchema,
  recordsOf,
  revisionSchema,
  tickSchema,
  ticksNow,
} from './record.ts';
export {
  type Accepted,
  type Build,
  type Controller,
  devicesOf,
  type ControllerLink,
  DEFAULT_MODULE,
  MOST_DEVICES,
  MOST_LINKS,
  DEFAULT_SETTINGS,
  type Design,
  type Edit,
  type Job,
  MOST_NOTES,
  MOST_OWN_PARTS,
  type ModuleSettings,
  type Otherwise,
  PLAIN_JOB,
  type ProgramStep,
  SIZE_ORDERS,
  SUPPRESSIONS,
  type Settings,
  type SizeOrder,
  type Statement,
  type StatementTerm,
  type WireEdit,
  acceptedSchema,
  buildSchema,
  controllerSchema,
  cutOutSchema,
  designSchema,
  editSchema,
  jobSchema,
  linkSchema,
  moduleSchema,
  otherwiseSchema,
  programStepSchema,
  settingsSchema,
  type There,
  statementSchema,
  wireEditSchema,
} from './schema.ts';
export { type Answers, type Blank, type Heard, MOST_SAID, type Told, hear, projectOf } from './say/index.ts';
export { SCHOOLS, type School, schoolChoice } from './schools.ts';
export { type Phrase, loadPhrase, sentenceOf, sentenceText } from './sentence.ts';
export { FAMILIES, type Family, READY_SENTENCES, type ReadySentence, blankDesign, blankJob } from './starters.ts';
export { GALLERY, projectFrom } from './gallery.ts';
export { signalsOfStatement, statementWords } from './statements.ts';
export { breaksOf, entersByCord, hangsOnMains, loadSupplyOf, protectionOn, ratingsFor, usualGuard, usualProtection } from './supply.ts';
export { delayWords, readWhen, writeWhen } from './when-words.ts';
export { withDevice, withoutDevice } from './board-device.ts';
export { dividerFor, dividerVolts, levelEnds } from './divider.ts';
export { freePins, pinsTaken } from './free-pins.ts';
export { linkLevels } from './link-levels.ts';
export { hertzOf } from './mains-hz.ts';
export { MEASURES, type Measure, measuredIn, settingPatches, wireSeriesPatches } from './setting-patches.ts';
