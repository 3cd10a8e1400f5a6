/** The public face of this layer. */
export { type HeatFaults, type HeatSample, type HeatState, coldStart, firingDegrees, runHeat } from './heat-up.ts';
export { type HeatSetup, heatSetup } from './heat.ts';
export { type StartChart, startChart } from './start-chart.ts';
