import * as z from 'zod';
import { wholeText } from '../../quantity/text';
import { saneAmps, saneCelsius, saneRpm, saneSeconds, saneVolts } from '../../quantity/sanity';
import { ampsText, figure, voltsText } from '../../quantity/display';
import { readingOf } from '../../judging/readingBase';

const percent = z.number().min(0).max(1000);

/**
 * What an oscilloscope or a logging meter saw of one crank, as figures; the samples themselves are kept beside the visit.
 * A figure that is not in the trace is left out, and a note says why.
 */
export const traceReading = readingOf('start.trace', {
  restVolts: saneVolts.optional(),
  inrushLowVolts: saneVolts.optional(),
  inrushAmps: saneAmps.optional(),
  bounces: z.int().min(0).max(100).optional(),
  plateauVolts: saneVolts.optional(),
  plateauAmps: saneAmps.optional(),
  crankRpm: saneRpm.optional(),
  crankedSeconds: saneSeconds.optional(),
  fired: z.boolean().optional(),
  chargeVolts: saneVolts.optional(),
  chargeAmps: saneAmps.optional().describe('Into the bank'),
  chargeSeconds: saneSeconds.optional().describe('After firing, at which the charge was looked at'),
  rippleHz: z.number().min(0).max(100_000).optional(),
  rippleVoltsRms: saneVolts.optional(),
  rippleAmpsRms: saneAmps.optional(),
  cylinders: z
    .array(
      z.strictObject({
        cylinder: z.int().min(1).max(24).describe('In firing order from the first hump'),
        percent: percent.describe('Of the best'),
        spreadPercent: percent,
        mostPercent: percent.optional().describe('Its highest turn'),
      }),
    )
    .max(24)
    .optional(),
  goodAmps: saneAmps.optional().describe('What the unit, or else its kind, drew settled when it was good'),
  goodOf: z.enum(['unit', 'kind']).optional(),
  batteryC: saneCelsius.optional(),
  notes: z.array(wholeText().max(200)).max(40).optional(),
});
export type TraceReading = z.infer<typeof traceReading>;

/** What a trace says, in one line. */
export const traceWords = ({ restVolts, plateauVolts, plateauAmps, crankRpm }: TraceReading): string =>
  [
    restVolts === undefined ? null : `${voltsText(restVolts)} at rest`,
    plateauVolts === undefined ? 'no plateau' : `${voltsText(plateauVolts)} settled`,
    plateauAmps === undefined ? null : ampsText(plateauAmps),
    crankRpm === undefined ? null : `${figure(crankRpm, 0)} rpm`,
  ]
    .filter((part) => part !== null)
    .join(', ');
