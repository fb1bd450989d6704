import * as z from 'zod';
import { saneCelsius, saneHours, saneVolts } from '../quantity/sanity';
import { readingOf } from '../visit/readingBase';

/** Volts of one battery at rest, cut off from the bank, read at the posts. */
export const openCircuitReading = readingOf('battery.openCircuit', {
  volts: saneVolts,
  surfaceChargeStripped: z.boolean().optional(),
  restedHours: saneHours.optional(),
  batteryC: saneCelsius.optional(),
});
export type OpenCircuitReading = z.infer<typeof openCircuitReading>;
