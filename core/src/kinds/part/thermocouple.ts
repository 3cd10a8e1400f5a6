import { THERMOCOUPLE_LEADS, type ThermocoupleType } from '../../reference/index.ts';
import { SMALL_PRICES } from '../catalogue/prices.ts';
import { type PartKind } from './kind.ts';

export interface ThermocoupleSpec {
  readonly type: ThermocoupleType;
  /** What its controller is set to, °C. */
  readonly setC: number;
  /** From the heated thing to its controller, m. */
  readonly leadM: number;
}

/** Two wires of two metals, whose few millivolts are read by a controller and are no part of the solved circuit. */
export const thermocouple: PartKind<'thermocouple', ThermocoupleSpec> = {
  kind: 'thermocouple',
  plays: null,
  title: 'thermocouple',
  terminalStyle: 'screw terminal',
  pins: () => [],
  model: () => {},
  drawn: () => [],
  price: () => SMALL_PRICES.thermocouple,
  faults: () => [],
  ledIn: ({ spec: { type } }) => ({
    text: `Its own lead or an extension lead of type ${type} all the way, with no copper between, apart from the wires of the mains. Plus on plus: ${THERMOCOUPLE_LEADS[type].iec} (IEC), or ${THERMOCOUPLE_LEADS[type].ansi} (ANSI); ${THERMOCOUPLE_LEADS[type].magnet}.`,
    check: 'its tip warmed in the hand, millivolts at the far end rise; they fall where it is changed about',
  }),
  listed: ({ spec: { type, setC, leadM } }) =>
    `Thermocouple type ${type}, for more than ${setC} °C, with a lead or an extension lead of type ${type}, at least ${leadM.toFixed(1)} m long (IEC: ${THERMOCOUPLE_LEADS[type].iec}; ANSI: ${THERMOCOUPLE_LEADS[type].ansi})`,
};
