import type { BatteryModel } from './batteryModel';

/** Where a cell's acid stands when it gives nothing. */
const DEAD_GRAVITY = 1.13;
const SHORTED_CELL = 2;
const CELLS_OF_12V = 6;
/** What a hydrometer shows too little for each kelvin above 26.7 °C. Published correction. */
const GRAVITY_PER_KELVIN = 0.00072;
const GRAVITY_C = 26.7;

/** Specific gravity of a sound cell by its state of charge, 0 to 1, at 26.7 °C. Published chart, taken as a line. */
export const gravityAtCharge = (stateOfCharge: number): number => 1.12 + 0.145 * stateOfCharge;

/** What a hydrometer without error shows in every cell of a battery, as warm as the battery is. */
export const cellGravities = ({ state, condition, celsius, factor }: BatteryModel): readonly number[] =>
  Array.from({ length: CELLS_OF_12V * factor }, (_, cell) => {
    const sound = gravityAtCharge(state.stateOfCharge);
    const gravity = condition.shortedCell && cell === SHORTED_CELL ? Math.min(sound, DEAD_GRAVITY) : sound;
    return gravity - GRAVITY_PER_KELVIN * (celsius - GRAVITY_C);
  });

/**
 * Cold-cranking amperes a conductance tester without error estimates: the rating, less what age, missing charge and a
 * dead cell take. Such testers correct for temperature themselves.
 */
export const conductanceCca = ({ cca, cells, ohms, condition, ohmsWhenFull }: BatteryModel): number =>
  (cca * cells * ohmsWhenFull) / (ohms * condition.age);
