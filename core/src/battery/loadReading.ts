import * as z from 'zod';
import { saneAmps, saneCelsius, saneSeconds, saneVolts } from '../quantity/sanity';
import { readingOf } from '../visit/readingBase';

/** One battery by itself under the carbon pile: average amperes and lowest volts of the hold. */
export const loadReading = readingOf('battery.load', {
  amps: saneAmps,
  seconds: saneSeconds,
  lowestVolts: saneVolts,
  batteryC: saneCelsius.optional(),
  recoveryVolts: saneVolts.optional().describe('At least 60 s after release'),
  engineRunning: z.boolean().optional(),
});
export type LoadReading = z.infer<typeof loadReading>;

/** How long a load is held. */
export const HOLD_SECONDS = 15;
