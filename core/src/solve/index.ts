/** The public face of this layer. */
export { type Circuit, type CircuitPlan, type Fault, type Solution, circuitOf, planCircuit, prepareCircuit } from './circuit.ts';
export { CLAMP_V, coilRelease, parallelOhm } from './coil-release.ts';
export { prepareNetwork } from './network.ts';
export { angleForPower, phasePowerShare, phaseVoltShare } from './phase-angle.ts';
