import * as z from 'zod';

/** Standards under which a starting battery's cranking rating is printed. */
export const RATING_STANDARDS = ['SAE', 'EN', 'DIN', 'IEC', 'CA'] as const;
export type RatingStandard = (typeof RATING_STANDARDS)[number];

export const ratingStandardSchema = z.enum(RATING_STANDARDS);

export const ratingSchema = z.strictObject({
  value: z.number().positive().max(5000).describe('Amperes as printed on the label'),
  standard: ratingStandardSchema,
});
export type Rating = z.infer<typeof ratingSchema>;

/** A rating expressed as SAE cold-cranking amperes, and whether it had to be estimated. */
export interface SaeRating {
  readonly amps: number;
  readonly estimated: boolean;
}

const dinToSae = (amps: number): number => 1.5 * amps + 40;

/**
 * Cold-cranking amperes to SAE from a label under any supported standard. Every conversion is a rule of thumb good to
 * about 8 %, and is marked as an estimate: the standards load to different volts for different times.
 * @param rating amperes above 0 and the standard they are printed under
 * @example saeRating({ value: 560, standard: 'DIN' }) // => { amps: 880, estimated: true }
 */
export const saeRating = ({ value, standard }: Rating): SaeRating => {
  switch (standard) {
    case 'SAE':
      return { amps: value, estimated: false };
    case 'EN':
      return { amps: 1.05 * value, estimated: true };
    case 'DIN':
      return { amps: dinToSae(value), estimated: true };
    case 'IEC':
      return { amps: dinToSae(0.87 * value), estimated: true };
    case 'CA':
      return { amps: value / 1.25, estimated: true };
  }
};
