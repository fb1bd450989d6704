import { interpolate, type ChartPoint } from '../quantity/interpolate';

/** State of charge, percent, by specific gravity at 26.7 °C. Published chart. */
const CHARGE_CHART: readonly ChartPoint[] = [
  [1.12, 0],
  [1.155, 25],
  [1.19, 50],
  [1.225, 75],
  [1.265, 100],
];
/** Freezing point of the electrolyte, °C, by specific gravity at 26.7 °C. Published chart. */
const FREEZING_CHART: readonly ChartPoint[] = [
  [1.12, -9],
  [1.155, -15],
  [1.19, -23],
  [1.225, -37],
  [1.265, -57],
];

/** Specific gravity as it would read at 26.7 °C (80 °F). Published correction: 0.00072 a kelvin. */
export const correctedGravity = (gravity: number, electrolyteC: number): number =>
  gravity + 0.00072 * (electrolyteC - 26.7);

export const gravityChargePercent = (gravityAt27C: number): number => interpolate(CHARGE_CHART, gravityAt27C);
export const freezingPointC = (gravityAt27C: number): number => interpolate(FREEZING_CHART, gravityAt27C);

/**
 * Whether a battery may be frozen: then it is warmed before a charger goes on.
 * @param celsius of the battery, or of the air; null where neither is known
 */
export const mayBeFrozen = (stateOfChargePercent: number, celsius: number | null): boolean =>
  celsius !== null && celsius <= freezesAtC(stateOfChargePercent);

/**
 * Temperature at which the electrolyte of a battery freezes at a state of charge, °C: a flat battery freezes on a night on
 * which a full one starts. Both published charts, one after the other.
 */
export const freezesAtC = (stateOfChargePercent: number): number =>
  freezingPointC(
    interpolate(
      CHARGE_CHART.map(([gravity, percent]): ChartPoint => [percent, gravity]),
      stateOfChargePercent,
    ),
  );
