import { cableMilliohms } from '../quantity/cable';
import { batteryCca, strings } from '../unit/bank';
import { USUAL_CYLINDERS, type Unit } from '../unit/unit';

/** Constants of a starter and the engine it turns, in SI units at the crankshaft. */
export interface StarterModel {
  /** Rotor and brushes, ohm, at the temperature of the day. */
  readonly motorOhms: number;
  /** Back volts for one radian a second. */
  readonly voltSeconds: number;
  /** Torque, newton metre, at the reference crank. */
  readonly referenceTorque: number;
  /** Speed of the reference crank, radian a second. */
  readonly referenceSpeed: number;
  readonly cylinders: number;
  /** Factor on viscous friction against 20 °C. */
  readonly coldFactor: number;
  readonly inertia: number;
}

interface ReferenceCrank {
  readonly motorOhms: number;
  readonly amps: number;
  readonly volts: number;
}
/** The crank every default rests on: at 20 °C, measured at the starter, 180 rpm. Textbook values of heavy starters. */
const REFERENCE: Readonly<Record<12 | 24, ReferenceCrank>> = {
  12: { motorOhms: 4.5e-3, amps: 650, volts: 10.5 },
  24: { motorOhms: 14e-3, amps: 400, volts: 21 },
};
const REFERENCE_RPM = 180;
/** A bank that can give less than this, amperes for each 12 V, sits in a machine with a smaller engine and starter. */
const SMALLEST_FULL_BANK: Readonly<Record<12 | 24, number>> = { 12: 1400, 24: 800 };
const INERTIA = 3;
export const TORQUE_SHARE = 0.8;
export const OIL_PER_KELVIN = { '15W': 0.026, '10W': 0.023, '5W': 0.02, '0W': 0.02 } as const;
const COPPER_PER_KELVIN = 0.00393;
const RPM_PER_RADIAN = 30 / Math.PI;

export const rpmOf = (radiansPerSecond: number): number => radiansPerSecond * RPM_PER_RADIAN;

/** Cold-cranking amperes the bank can give: the weakest of each string, strings added. */
const bankCca = (unit: Unit): number =>
  strings(unit.bank).reduce(
    (sum, string) =>
      sum + Math.min(...string.map((battery) => batteryCca(battery)?.amps ?? (battery.capacityAh ?? 90) * 9)),
    0,
  );

/** How one engine differs from the textbook's: no two ask for the same. */
export interface EngineDiffers {
  /** Factor on all it asks for. */
  readonly torqueFactor?: number;
  /** How fast its oil thickens, a kelvin. */
  readonly oilPerKelvin?: number;
}

/** Share of the reference starter a unit has: 1 but for machines with a small bank. */
const starterSize = (unit: Unit): number => Math.min(1, bankCca(unit) / SMALLEST_FULL_BANK[unit.systemVolts]);

/**
 * The starter and engine of a unit on a day.
 * @param motorFactor factor on the motor's inner resistance; 1 sound
 * @param differs how this engine differs from the textbook's
 */
export const starterModel = (
  unit: Unit,
  celsius: number,
  motorFactor = 1,
  { torqueFactor, oilPerKelvin }: EngineDiffers = {},
): StarterModel => {
  const { motorOhms, amps, volts } = REFERENCE[unit.systemVolts];
  const size = starterSize(unit);
  const referenceSpeed = REFERENCE_RPM / RPM_PER_RADIAN;
  const ohms = motorOhms / size;
  const ratedAmps = amps * size;
  const voltSeconds = (volts - ratedAmps * ohms) / referenceSpeed;
  const oil = oilPerKelvin ?? OIL_PER_KELVIN[unit.engine?.oil ?? '15W'];
  return {
    motorOhms: ohms * motorFactor * (1 + COPPER_PER_KELVIN * (celsius - 20)),
    voltSeconds,
    referenceTorque: TORQUE_SHARE * voltSeconds * ratedAmps * (torqueFactor ?? 1),
    referenceSpeed,
    cylinders: unit.engine?.cylinders ?? USUAL_CYLINDERS,
    coldFactor: Math.exp(oil * (20 - celsius)),
    inertia: INERTIA * size,
  };
};

/** Torque of the motor, newton metre, at a current. */
export const motorTorque = ({ voltSeconds }: StarterModel, amps: number): number => TORQUE_SHARE * voltSeconds * amps;

const STILL = 0.1;
const BREAK_AWAY = 10;

/**
 * Torque the engine asks for at one moment, as a function of its speed and with its slope: dry and viscous friction,
 * break-away, and one compression after another.
 * @param angle crank angle, radian
 * @param weakCylinder cylinder with half its compression; null when all are sound
 */
export const engineAt = (
  model: StarterModel,
  angle: number,
  weakCylinder: number | null = null,
): ((speed: number) => { readonly torque: number; readonly slope: number }) => {
  const { referenceTorque, referenceSpeed, coldFactor, cylinders } = model;
  const stroke = Math.floor((cylinders * angle) / (4 * Math.PI)) % cylinders;
  const compression = (stroke === weakCylinder ? 0.5 : 1) * Math.sin((cylinders * angle) / 2);
  const answer = { torque: 0, slope: 0 };
  return (speed) => {
    const turn = Math.max(0, speed) / referenceSpeed;
    const breakAway = 0.6 * Math.exp(-BREAK_AWAY * turn);
    const asked = 0.35 + 0.65 * coldFactor * (0.5 + breakAway + 0.5 * turn) + compression;
    const askedSlope = (0.65 * coldFactor * (0.5 - BREAK_AWAY * breakAway)) / referenceSpeed;
    const turning = Math.tanh(speed / STILL);
    answer.torque = referenceTorque * asked * turning;
    answer.slope = referenceTorque * (askedSlope * turning + (asked * (1 - turning * turning)) / STILL);
    return answer;
  };
};

/** Cables a unit is modelled with where its record says nothing: sizes found on machines of its volts. */
const USUAL_CABLE = {
  starterPositive: { areaMm2: 120, lengthM: 2 },
  starterGround: { areaMm2: 120, lengthM: 1.6 },
  chargePositive: { areaMm2: 50, lengthM: 3 },
  chargeGround: { areaMm2: 50, lengthM: 0.6 },
  link: { areaMm2: 95, lengthM: 0.4 },
} as const;
export type ModelCable = keyof typeof USUAL_CABLE;

/** Size and length a stretch is modelled with. */
export const modelCable = (unit: Unit, key: ModelCable): { readonly areaMm2: number; readonly lengthM: number } => {
  const cable = unit.cables?.[key] ?? {};
  const usual = USUAL_CABLE[key];
  const ohmsPerMetre = cableMilliohms({ ...cable, lengthM: 1 }, 20);
  return {
    areaMm2: cable.areaMm2 ?? (ohmsPerMetre === null ? usual.areaMm2 : 17.24 / ohmsPerMetre),
    lengthM: cable.lengthM ?? usual.lengthM,
  };
};

/** Ohms of a stretch of cable at a temperature. */
export const modelCableOhms = (unit: Unit, key: ModelCable, celsius: number, areaMm2?: number): number => {
  const cable = modelCable(unit, key);
  return cableMilliohms({ areaMm2: areaMm2 ?? cable.areaMm2, lengthM: cable.lengthM }, celsius)! / 1000;
};

/**
 * Speed a unit's engine turned at in a settled crank, rpm at the crankshaft, from what the starter drew and had: volts
 * left for its back volts after its own resistance. Under 0 means the figures do not belong to a turning starter.
 */
export const crankRpm = (unit: Unit, starterVolts: number, amps: number, celsius: number): number => {
  const { motorOhms, voltSeconds } = starterModel(unit, celsius);
  return rpmOf((starterVolts - Math.abs(amps) * motorOhms) / voltSeconds);
};
