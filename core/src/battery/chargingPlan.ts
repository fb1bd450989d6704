import { figure } from '../quantity/display';
import type { Chemistry } from '../unit/unit';

/** How to bring one battery back to full, and about how long it takes. */
export interface ChargingPlan {
  readonly stages: readonly string[];
  readonly chargeHours: number;
  readonly restHours: number;
}

const REST_HOURS = 4;
const CHARGE_LOSS_FACTOR = 1.2;

/**
 * A charging plan. Hours are a rule of thumb: missing ampere-hours by the charger's amperes, and a fifth more for what
 * charging loses; then four hours of rest unless surface charge will be stripped.
 * @param capacityAh above 0
 * @param stateOfChargePercent 0 to 100
 * @param chargerAmps above 0
 * @throws {RangeError} when a figure is out of range
 */
export const chargingPlan = (input: {
  readonly capacityAh: number;
  readonly stateOfChargePercent: number;
  readonly chargerAmps: number;
  readonly chemistry: Chemistry;
  readonly willStrip: boolean;
}): ChargingPlan => {
  const { capacityAh, stateOfChargePercent, chargerAmps, chemistry, willStrip } = input;
  if (!(capacityAh > 0)) throw new RangeError(`Capacity must be above 0 Ah, received ${capacityAh}.`);
  if (!(chargerAmps > 0)) throw new RangeError(`Charger amperes must be above 0, received ${chargerAmps}.`);
  if (!(stateOfChargePercent >= 0 && stateOfChargePercent <= 100)) {
    throw new RangeError(`State of charge must be 0 to 100 %, received ${stateOfChargePercent}.`);
  }
  const sealed = chemistry === 'agm' || chemistry === 'gel';
  return {
    stages: [
      `Bulk at ${figure(chargerAmps, 0)} A to about 80 %.`,
      sealed
        ? "Absorption by the battery maker's profile to about 98 %; never equalise."
        : 'Absorption at 14.4 V to about 98 %.',
      sealed ? "Float by the battery maker's profile." : 'Float at 13.4 V, under 1 A.',
    ],
    chargeHours: ((capacityAh * (1 - stateOfChargePercent / 100)) / chargerAmps) * CHARGE_LOSS_FACTOR,
    restHours: willStrip ? 0 : REST_HOURS,
  };
};
