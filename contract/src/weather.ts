import * as z from 'zod';

export const nightSchema = z.object({
  /** Calendar date of the evening the night begins with. */
  date: z.iso.date(),
  lowestC: z.number().min(-70).max(50),
});
export type Night = z.infer<typeof nightSchema>;

/** What the weather service answers for one place. */
export const placeForecastSchema = z.object({ place: z.string(), nights: z.array(nightSchema).max(14) });

/** The coming nights of every yard. */
export const weatherSchema = z.object({
  yards: z.array(
    z.object({
      yardId: z.string(),
      nights: z.array(nightSchema.extend({ from: z.enum(['service', 'typed']) })),
    }),
  ),
  /** Why the service's nights are missing, in words; null when they are not. */
  problem: z.string().nullable(),
});
export type Weather = z.infer<typeof weatherSchema>;

/** A night typed in for a yard; null takes it back. */
export const typedNightSchema = z.strictObject({
  yardId: z.string().min(1),
  date: z.iso.date({ error: 'expected a date such as 2026-11-28' }),
  lowestC: z
    .number({ error: 'expected degrees Celsius' })
    .min(-70, { error: 'expected -70 °C or more' })
    .max(50, { error: 'expected 50 °C or less' })
    .nullable(),
});
export type TypedNight = z.infer<typeof typedNightSchema>;
