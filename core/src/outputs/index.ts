/** The public face of this layer. */
export {
  type Diagnosis,
  type Dictionary,
  type DictionaryProgress,
  benchSteps,
  buildDictionary,
  diagnose,
  dictionaryInSteps,
  faultyReader,
  metBy,
  predictions,
} from './bench/dictionary.ts';
export { type BoxSide, type BoxThing, type BoxView, type BoxWire, type Crossing, boxViews } from './build/boxes.ts';
export { type Screw, type ScrewBlock, screwBlocks } from './build/screw-blocks.ts';
export { type Harness, type InHarness, harnessesOf } from './build/harness.ts';
export { terminalName } from './build/end-name.ts';
export { type SocketView, socketsOf } from './build/sockets.ts';
export { FOUND_SHARE, mendingOf } from './bench/mending.ts';
export { SYMPTOMS, type SymptomId } from './bench/symptoms.ts';
export { OPEN_OHM, type Quantity, meterError, rangeFor } from './bench/meter.ts';
export { type BenchStep, STAGES, type Stage, benchPlan } from './bench/plan.ts';
export {
  type Asked,
  CLOSED_BELOW_OHM,
  COIL_OHM,
  type Found,
  type HiddenRelay,
  OPEN_ABOVE_OHM,
  PIN_COUNTS,
  type PairState,
  type PinCount,
  type PinReading,
  type Pole,
  USUAL_COILS,
  USUAL_COILS_SOURCE,
  hiddenOhm,
  hideRelay,
  identifyRelay,
  PIN_NAMES_SOURCE,
  type PinName,
  pinNames,
  pairState,
  powered,
  spaceOf,
} from './bench/relay-finder.ts';
export { foundPart } from './bench/found-part.ts';
export { type ExplainedByTwo, explainByTwo } from './bench/two-faults.ts';
export { LOCAL_CODE, type MainsStep, cautionsFor, hasMains, mainsSteps } from './build/cautions.ts';
export { type Change, type Comparison, compareDesigns, wireFacts } from './build/compare.ts';
export { type Cut, type Stock } from './build/cut-list.ts';
export {
  type CutRow,
  type PartRow,
  type WireRow,
  cutList,
  partsList,
  totalPrice,
  totalWords,
  wireBought,
  wireList,
} from './build/lists.ts';
export { PHASES, type Phase, type WorkStep, orderOfWork, workOf } from './build/order.ts';
export { type Drawing, type DrawnRail, type DrawnSymbol, type DrawnWire, drawCurrentPaths } from './drawing/current-paths.ts';
export { type PathReferences, referencesIn } from './drawing/references.ts';
export { type Sketch, STROKES, type Stroke, sketchOf } from './drawing/sketch.ts';
export { EARTH_DOWN, EARTH_LINE, EARTH_MARK, EARTH_X, firstLine, writesAmps } from './drawing/texts.ts';
export { SHAPES, otherThrow, shapeHalf } from './drawing/symbols.ts';
export { cutListCsv, labelsCsv, partsListCsv, stripsCsv, wireListCsv } from './formats/build-csv.ts';
export { type Column, toCsv } from './formats/csv.ts';
export { drawingSvg } from './formats/drawing-svg.ts';
export { type LabelOf, plugLabelSvg } from './formats/plug-label.ts';
export { stepPicture } from './formats/step-svg.ts';
export { otherPartsCsv, otherPartsFromRows } from './formats/other-parts-csv.ts';
export { PARTS_CSV_HEADER, type RowProblem, ownRelaysCsv, ownRelaysFromRows } from './formats/parts-csv.ts';
export { microPython, portableCpp } from './program/export-code.ts';
