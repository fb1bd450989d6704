import * as z from 'zod';
import { wholeText } from '../quantity/text';
import { alternatorsOf } from './bank';
import { pointName } from './pointName';
import type { Unit } from './unit';

const word = wholeText().trim().min(1, { error: 'expected some text' }).max(120, { error: 'at most 120 letters' });

/** The place of the starter among the parts of a unit; an alternator's place is its id. */
export const STARTER_PLACE = 'starter';

/** An alternator or a starter, as its plate says. */
export const partSchema = z.strictObject({
  make: word.optional(),
  type: word.optional(),
  serial: word.optional(),
  ratedAmps: z
    .number({ error: 'expected amps, such as 160' })
    .positive({ error: 'expected more than 0 A' })
    .max(1000, { error: 'expected at most 1000 A' })
    .optional()
    .describe('Of an alternator, by its plate'),
});
export type PartPlate = z.infer<typeof partSchema>;

/** A part that was fitted in the course of a visit, and why the one before it left. */
export const partFittingSchema = z.strictObject({
  partId: z.uuid({ error: 'expected a UUID' }).toLowerCase(),
  place: word,
  part: partSchema,
  because: wholeText().trim().min(1, { error: 'say why the old one left' }).max(200, { error: 'at most 200 letters' }),
});
export type PartFitting = z.infer<typeof partFittingSchema>;

/** Places of a unit at which alternators and starters come and go. */
export const partPlaces = (unit: Unit): readonly string[] => [
  ...alternatorsOf(unit).map(({ id }) => id),
  STARTER_PLACE,
];

/** A part's place in words. */
export const partName = (place: string): string =>
  place === STARTER_PLACE ? 'Starter' : `Alternator ${pointName(place)}`;

/** A part in one line: make, type, serial, rating. */
export const partText = ({ make, type, serial, ratedAmps }: PartPlate): string =>
  [make, type, serial, ratedAmps === undefined ? undefined : `${ratedAmps} A`]
    .filter((told) => told !== undefined)
    .join(', ') || 'plate not on record';

/** The unit with the ratings of alternators that were fitted since. */
export const unitWithParts = (unit: Unit, fitted: readonly PartFitting[]): Unit =>
  fitted.every(({ part }) => part.ratedAmps === undefined)
    ? unit
    : {
        ...unit,
        alternators: alternatorsOf(unit).map((alternator) => {
          const rated = fitted.findLast(({ place, part }) => place === alternator.id && part.ratedAmps !== undefined);
          return rated?.part.ratedAmps === undefined ? alternator : { ...alternator, ratedAmps: rated.part.ratedAmps };
        }),
      };
