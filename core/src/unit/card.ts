import * as z from 'zod';
import { wholeText } from '../quantity/text';

const line = (max: number) =>
  wholeText()
    .trim()
    .min(1, { error: 'expected some text' })
    .max(max, { error: `expected at most ${max} letters` })
    .optional();
const meter = (unit: string) =>
  z
    .number({ error: `expected 0 to 10000000 ${unit}` })
    .min(0, { error: `expected 0 to 10000000 ${unit}` })
    .max(10_000_000, { error: `expected 0 to 10000000 ${unit}` })
    .optional();

/** What is on record of a machine besides its circuit. Every line is optional; a figure carries the day it was read. */
export const unitCardSchema = z
  .strictObject({
    /** Number plate, or the number on the chassis where it has none. */
    plate: line(60),
    year: z
      .int({ error: 'expected a year such as 2014' })
      .min(1950, { error: 'expected a year from 1950 to 2100' })
      .max(2100, { error: 'expected a year from 1950 to 2100' })
      .optional(),
    make: line(120),
    type: line(120),
    /** Class of machine, which the shop's own intervals and limits go by. */
    class: line(60),
    /** Who answers for it. */
    answers: line(120),
    note: line(2000),
    engineHours: meter('h'),
    odometerKm: meter('km'),
    metersOn: z.iso.date({ error: 'expected a date such as 2026-11-20' }).optional(),
  })
  .superRefine((card, ctx) => {
    if ((card.engineHours !== undefined || card.odometerKm !== undefined) && card.metersOn === undefined)
      ctx.addIssue({ code: 'custom', path: ['metersOn'], message: 'expected the day hours or distance were read' });
  });
export type UnitCard = z.infer<typeof unitCardSchema>;
