import { figure } from '../quantity/display';
import { batteryFactor, restsHigher } from '../unit/bank';
import type { Battery } from '../unit/unit';

/** How to bring one battery back to full, and about how long it takes. */
export interface ChargingPlan {
  readonly stages: readonly string[];
  readonly chargeHours: number;
}

const ABSORPTION_VOLTS = 14.4;
const FLOAT_VOLTS = 13.4;
const CHARGE_LOSS_FACTOR = 1.2;

/**
 * A charging plan. Hours are a rule of thumb: missing ampere-hours by the charger's amperes, and a fifth more for what
 * charging loses. Volts of absorption and float are per 12 V: a battery of 6 V is held at half of them.
 * @param capacityAh above 0
 * @param stateOfChargePercent 0 to 100
 * @param chargerAmps above 0
 * @throws {RangeError} when a figure is out of range
 */
export const chargingPlan = (input: {
  readonly capacityAh: number;
  readonly stateOfChargePercent: number;
  readonly chargerAmps: number;
  readonly battery: Battery;
}): ChargingPlan => {
  const { capacityAh, stateOfChargePercent, chargerAmps, battery } = input;
  if (!(capacityAh > 0)) throw new RangeError(`Capacity must be above 0 Ah, received ${capacityAh}.`);
  if (!(chargerAmps > 0)) throw new RangeError(`Charger amperes must be above 0, received ${chargerAmps}.`);
  if (!(stateOfChargePercent >= 0 && stateOfChargePercent <= 100)) {
    throw new RangeError(`State of charge must be 0 to 100 %, received ${stateOfChargePercent}.`);
  }
  const held = (per12Volts: number): string => `${figure(per12Volts * batteryFactor(battery), 1)} V`;
  const sealed = restsHigher(battery);
  return {
    stages: [
      `Bulk at ${figure(chargerAmps, 0)} A to about 80 %.`,
      sealed
        ? "Absorption by the battery maker's profile to about 98 %; never equalise."
        : `Absorption at ${held(ABSORPTION_VOLTS)} to about 98 %.`,
      sealed ? "Float by the battery maker's profile." : `Float at ${held(FLOAT_VOLTS)}, under 1 A.`,
    ],
    chargeHours: ((capacityAh * (1 - stateOfChargePercent / 100)) / chargerAmps) * CHARGE_LOSS_FACTOR,
  };
};
