import * as z from 'zod';
import { awgAreaMm2 } from './gauge';

/** One stretch of cable. Every key is optional: what is not known is not guessed. */
export const cableSchema = z.strictObject({
  areaMm2: z.number().positive().max(1000).optional().describe('Conductor area, square millimetres'),
  awg: z
    .string()
    .regex(/^(4\/0|3\/0|2\/0|1\/0|[0-9]|[1-3][0-9]|40)$/, { error: 'expected a gauge such as "4/0", "2/0" or "6"' })
    .optional()
    .describe('American wire gauge, 4/0 to 40'),
  lengthM: z.number().positive().max(100).optional().describe('Length, metres'),
});
export type Cable = z.infer<typeof cableSchema>;

/** Resistivity of annealed copper at 20 °C, ohm metre, and its temperature coefficient per kelvin. Physics. */
const COPPER_OHM_METRE = 1.724e-8;
export const COPPER_PER_KELVIN = 0.00393;

/**
 * Resistance of a copper cable, milliohms. Returns null when its area or length is not known.
 * @param celsius conductor temperature
 * @example cableMilliohms({ areaMm2: 95, lengthM: 2.4 }, 20) // => 0.4355
 */
export const cableMilliohms = (cable: Cable, celsius: number): number | null => {
  const area = cable.areaMm2 ?? (cable.awg === undefined ? undefined : awgAreaMm2(cable.awg));
  if (area === undefined || cable.lengthM === undefined) return null;
  const ohmsAt20C = (COPPER_OHM_METRE * cable.lengthM) / (area * 1e-6);
  return ohmsAt20C * 1000 * (1 + COPPER_PER_KELVIN * (celsius - 20));
};
