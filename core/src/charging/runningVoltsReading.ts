import type * as z from 'zod';
import { saneRpm, saneVolts } from '../quantity/sanity';
import { readingOf } from '../visit/readingBase';

/** Volts running with no or light loads: at the bank, at an alternator (B+ to its ground), or at one battery. */
export const runningVoltsReading = readingOf('charge.volts', { volts: saneVolts, rpm: saneRpm });
export type RunningVoltsReading = z.infer<typeof runningVoltsReading>;
