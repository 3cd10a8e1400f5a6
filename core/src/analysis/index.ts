/** The public face of this layer. */
export { CORNERS, CORNER_NAMES, type Corner, conditionsAt, cornerVolt } from './conditions.ts';
export { type BoardReading, type Desk, type DeskMemory, type DeskReading, type Waiting, readDesk, thresholdState } from './desk.ts';
export {
  type Cache,
  type Evidence,
  type JobEvidence,
  MANY_SIGNALS,
  type SolvedState,
  gatherEvidence,
  loadVolts,
  prepareEvidence,
  solveInSteps,
  voltsBetween,
} from './evidence.ts';
export { MOST_STATES } from './explore.ts';
export { MOST_FAULT_SIGNALS, aliveWith, evidenceFor, withBroken } from './faults.ts';
export { type Course, type InTime, type Stretch, inTime } from './in-time.ts';
export {
  type StatementResult,
  type SweepProgress,
  type SweepRow,
  MOST_JOINT_SIGNALS,
  checkStatement,
  checkStatements,
  sweep,
} from './joint.ts';
export { type LostSignal, holdsByContactors, isAgainstLost } from './lost.ts';
export { type Sneak } from './sneak.ts';
export { type StateRow, type StateTable, stateTable } from './table.ts';
export { type Verdict, jobVerdicts, lineReader, signalWords, statesOf } from './verdict.ts';
