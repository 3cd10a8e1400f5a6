/** The public face of the core. */
export * from './quantity/format.ts';
export { sourceText, type Source } from './reference/source.ts';
export { WIRE_COLOURS, colourName } from './reference/wire-colours.ts';
export { awgName, nearestAwg, sizeName, soldAwg } from './reference/awg.ts';
export { STOCK_SIZES_MM2 } from './reference/vehicle-ampacity.ts';
export { BLADE_FUSE_RATINGS, bladeFuseColour } from './reference/blade-fuses.ts';
export {
  PLAIN_PARTS,
  POWER_RELAYS,
  RELAYS,
  SOCKETS,
  hasResting,
  ownRelay,
  powerRelays,
  relayOf,
  throwRating,
  socketsFor,
  type RelayType,
} from './parts/shelf.ts';
export * from './design/schema.ts';
export * from './record/record.ts';
export * from './bench/relay-finder.ts';
export { explainByTwo, type ExplainedByTwo } from './bench/two-faults.ts';
export { parseDesign, parseDesignText, type DocumentProblem, type ParseResult } from './design/parse.ts';
export { applyPatches, patchesBetween, sameDocument, type Patch } from './design/patch.ts';
export { joinTerm, removeTerm, replaceTerm, type TermPath } from './design/edit.ts';
export { partsOf, signalsOf, stateWord } from './design/when.ts';
export { intentOf, linesOf, supplyIdOf } from './design/intent.ts';
export { readWhen, writeWhen } from './design/when-words.ts';
export { loadPhrase, sentenceOf, sentenceText, type Phrase } from './design/sentence.ts';
export { LOAD_KIND_NAMES } from './design/load.ts';
export { SCHOOLS, schoolChoice, type School } from './design/schools.ts';
export { mintId } from './design/ids.ts';
export { blankDesign, blankJob, READY_SENTENCES, type ReadySentence } from './design/starters.ts';
export { terminal, partOf, pinOf } from './circuit/terminal.ts';
export { prepareCircuit, type Circuit, type Solution } from './circuit/circuit.ts';
export { prepareNetwork } from './circuit/network.ts';
export { compile, toCircuit, wireBranch } from './compile/compile.ts';
export type { Netlist, Wire } from './compile/netlist.ts';
export type { AnyPart } from './parts/registry.ts';
export { gatherEvidence, type Cache, type Evidence } from './prove/evidence.ts';
export { readDesk, thresholdState, type BoardReading, type Desk, type DeskMemory, type DeskReading, type Waiting } from './prove/desk.ts';
export { microPython, portableCpp } from './program/export-code.ts';
export { pinsOf, stepWords } from './program/program.ts';
export { CONTROLLERS, bootState, controllerType } from './parts/controllers.ts';
export { HEATSINKS } from './parts/heatsinks.ts';
export { PROTECTION_NAMES, ratingsOf, type Protection } from './reference/guards.ts';
export { THERMOCOUPLE_LEADS, THERMOCOUPLE_TYPES } from './reference/thermocouples.ts';
export { TOUCH_V, currentOf, loadSupplyOf, supplyById } from './design/supply.ts';
export { heatSetup, type HeatSetup } from './scenarios/heat.ts';
export { coldStart, firingDegrees, runHeat, type HeatFaults, type HeatSample, type HeatState } from './scenarios/heat-up.ts';
export { dividerVolts } from './scenarios/divider.ts';
export type { Sneak } from './prove/sneak.ts';
export { compareWirings, type WiringView } from './prove/compare.ts';
export { checkStatements, sweep, type StatementResult, type SweepProgress, type SweepRow } from './prove/joint.ts';
export { statementWords } from './design/statements.ts';
export { sizeJob, sizingProblem, type Candidate, type CandidateStep, type Choice, type Sized } from './sizing/size.ts';
export { comparePlaces, type MountPlace } from './sizing/mount.ts';
export { combinationsOf, search, searchByTrying } from './sizing/search.ts';
export type { SizingProblem } from './sizing/problem.ts';
export { startChart, type StartChart } from './scenarios/start-chart.ts';
export { trailOf } from './rules/trail.ts';
export { REFERENCE_TABLES, type ReferenceTable } from './reference/tables.ts';
export { ruleContext } from './rules/context.ts';
export { PARTS_CSV_HEADER, ownRelaysCsv, ownRelaysFromRows, type RowProblem } from './formats/parts-csv.ts';
export { TRANSISTORS } from './parts/transistor-types.ts';
export { chargeLevels } from './reference/charge-levels.ts';
export { editWords } from './rules/nudging.ts';
export { delayWords } from './design/when-words.ts';
export { stateTable, type StateRow, type StateTable } from './prove/table.ts';
export { type Step } from './prove/staircase.ts';
export { acceptFinding, takeBackAcceptance } from './rules/accept.ts';
export { checkEvidence, findNudge, nudgeAll, nudgeAllInSteps, nudgeInSteps, type MendingNudge, type NudgePlan } from './rules/check.ts';
export type { Finding, Given, Severity, Working } from './rules/rule.ts';
export { analyse, drawJobs, type Analysis, type JobView } from './analyse.ts';
export type { Drawing, DrawnRail, DrawnSymbol, DrawnWire } from './drawing/current-paths.ts';
export { toCsv, type Column } from './formats/csv.ts';
export { cutListCsv, labelsCsv, partsListCsv, stripsCsv, wireListCsv } from './formats/build-csv.ts';
export { LOCAL_CODE, cautionsFor, hasMains, mainsSteps, type MainsStep } from './build/cautions.ts';
export {
  buildDictionary,
  diagnose,
  dictionaryInSteps,
  predictions,
  faultyReader,
  type Diagnosis,
  type Dictionary,
  type DictionaryProgress,
} from './bench/dictionary.ts';
export { OPEN_OHM, meterError, rangeFor, type Quantity } from './bench/meter.ts';
export { STAGES, benchPlan, type BenchStep, type Stage } from './bench/plan.ts';
export { totalPrice, type CutRow, type PartRow, type WireRow } from './build/lists.ts';
export { type Strip, type StripPosition } from './build/strips.ts';
export { type Cut, type Stock } from './build/cut-list.ts';
export { PHASES, orderOfWork, type Phase, type WorkStep } from './build/order.ts';
export { compareDesigns, type Change, type Comparison } from './build/compare.ts';
export { SHAPES, otherThrow, shapeHalf, type Shape } from './drawing/symbols.ts';
export { referencesIn, type PathReferences } from './drawing/references.ts';
export { drawingSvg } from './formats/drawing-svg.ts';
export { SUMS } from './sums/registry.ts';
export { sendSum, workingText } from './sums/send.ts';
export { isAsked, keptValues, type Sum, type SumInput, type SumResult, type SumValues } from './sums/sum.ts';
