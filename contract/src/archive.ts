import { idOf } from '@vaktman/core';
import { readingSchema, unitCardSchema, unitSchema, batteryThingSchema, visitEventSchema } from '@vaktman/core';
import * as z from 'zod';
import { benchReadingSchema } from './battery';
import { fleetSchema } from './fleet';
import { instrumentRowSchema } from './instrument';
import { partStaySchema } from './part';
import { visitOpeningSchema } from './visit';
import { newPassphraseSchema, newPinSchema } from './words';

/** A whole fleet with its history, to fill an empty database from: the demo fleet, or a fleet moved here. */
export const archiveSchema = z.strictObject({
  format: z.literal('vaktman-fleet'),
  version: z.literal(1),
  fleet: fleetSchema,
  units: z.array(z.strictObject({ yardId: z.string(), unit: unitSchema, card: unitCardSchema.optional() })),
  batteries: z.array(
    z.strictObject({
      batteryId: idOf<'battery'>(z.uuid()),
      battery: batteryThingSchema,
      warrantyUntil: z.iso.date().optional(),
      made: z.string().optional(),
    }),
  ),
  placements: z.array(
    z.strictObject({
      placementId: idOf<'placement'>(z.uuid()),
      batteryId: idOf<'battery'>(z.uuid()),
      unitId: idOf<'unit'>(z.string()),
      position: z.string(),
      from: z.string(),
      to: z.string().nullable(),
      removedBecause: z.string().nullable(),
    }),
  ),
  /** Alternators and starters that came and went. */
  parts: z.array(partStaySchema.extend({ unitId: idOf<'unit'>(z.string()) })).default([]),
  /** What was read of batteries outside any visit. */
  bench: z.array(benchReadingSchema.extend({ batteryId: idOf<'battery'>(z.uuid()) })).default([]),
  /** Words made-up people sign in with: known to everybody, and shown. */
  words: z
    .array(z.strictObject({ personId: idOf<'person'>(z.string()), passphrase: newPassphraseSchema, pin: newPinSchema }))
    .default([]),
  instruments: z.array(instrumentRowSchema.omit({ retired: true })).default([]),
  visits: z.array(
    z.strictObject({
      opening: visitOpeningSchema,
      takenBy: z.string(),
      readings: z.array(readingSchema),
      events: z.array(visitEventSchema),
    }),
  ),
});
export type Archive = z.infer<typeof archiveSchema>;
