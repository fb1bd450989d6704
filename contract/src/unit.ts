import { idOf } from '@vaktman/core';
import {
  DISPOSITIONS,
  LONGEST_PICTURE,
  figuresSchema,
  unitCardSchema,
  PROFILE_NAMES,
  unitSchema,
  VERDICTS,
  batteryThingSchema,
  wholeText,
  madeIdSchema,
  positionSchema,
} from '@vaktman/core';
import * as z from 'zod';

/** What a client sends to add or change a unit. */
export const unitDraftSchema = z.strictObject({
  yardId: wholeText().min(1, { error: 'choose a yard' }),
  unit: unitSchema,
  /** The method this unit is judged by; null follows the fleet. */
  profile: z.enum(PROFILE_NAMES).nullable().optional(),
  /** What is on record besides the circuit. */
  card: unitCardSchema.optional(),
  /** The revision the change was made from; absent when adding. */
  revision: z.number().int().positive().optional(),
  /** Positions whose serial is of a battery on record elsewhere, and that battery: it is the same one, and moves here. */
  same: z.record(positionSchema, madeIdSchema).optional(),
});
export type UnitDraft = z.infer<typeof unitDraftSchema>;

/** Units of a list somebody else kept, to be added all together or not at all. */
export const MOST_UNITS_AT_ONCE = 20_000;
/** One battery's stay at a position. */
export const placementSchema = z.object({
  placementId: idOf<'placement'>(z.uuid()),
  batteryId: idOf<'battery'>(z.uuid()),
  position: z.string(),
  from: z.string(),
  to: z.string().nullable(),
  removedBecause: z.string().nullable(),
  battery: batteryThingSchema,
});
export type Placement = z.infer<typeof placementSchema>;

/** A battery's last values at its position, as judged in the visit they were taken in. */
export const batteryLastSchema = z.object({
  restingVolts: z.number().nullable(),
  lowestVolts: z.number().nullable(),
  verdict: z.enum(VERDICTS).nullable(),
  figures: figuresSchema,
});
export type BatteryLast = z.infer<typeof batteryLastSchema>;

/** What was last read at a step and point. */
export const stepLastSchema = z.object({ value: z.number(), unit: z.string(), verdict: z.enum(VERDICTS) });
export type StepLast = z.infer<typeof stepLastSchema>;

export const visitSummarySchema = z.object({
  visitId: idOf<'visit'>(z.string()),
  startedAt: z.string(),
  closedAt: z.string().nullable(),
  technician: z.string(),
  disposition: z.enum(DISPOSITIONS),
  headline: z.string(),
  findingCount: z.number(),
  batteries: z.record(z.string(), batteryLastSchema),
  /** By `step@point`. */
  lasts: z.record(z.string(), stepLastSchema),
});
export type VisitSummary = z.infer<typeof visitSummarySchema>;

export const unitDetailSchema = z.object({
  unit: unitSchema,
  yardId: z.string(),
  profile: z.enum(PROFILE_NAMES).nullable(),
  card: unitCardSchema.default({}),
  revision: z.number(),
  retired: z.object({ at: z.string(), because: z.string() }).nullable(),
  /** Positions in which no battery sits. */
  empty: z.array(z.string()),
  placements: z.array(placementSchema),
  /** The latest. */
  visits: z.array(visitSummarySchema),
  /** Where the list of visits goes on with the ones before those; null where there are none. */
  earlierVisits: z.string().nullable().default(null),
  /** When its picture was taken; null where there is none. */
  pictureAt: z.string().nullable().default(null),
});
export type UnitDetail = z.infer<typeof unitDetailSchema>;

/** One line of the register. */
export const unitEntrySchema = z.object({
  unitId: idOf<'unit'>(z.string()),
  yardId: z.string(),
  description: z.string(),
  systemVolts: z.number(),
  arrangement: z.string(),
  profile: z.enum(PROFILE_NAMES).nullable(),
  plate: z.string().nullable(),
  class: z.string().nullable(),
  retiredAt: z.string().nullable(),
  retiredBecause: z.string().nullable(),
});
export type UnitEntry = z.infer<typeof unitEntrySchema>;
export const registerSchema = z.object({ units: z.array(unitEntrySchema) });

/** A unit leaves the fleet, or comes back. */
export const retirementSchema = z.discriminatedUnion('retired', [
  z.strictObject({
    retired: z.literal(true),
    because: wholeText().trim().min(1, { error: 'say why' }).max(200),
  }),
  z.strictObject({ retired: z.literal(false) }),
]);
export type Retirement = z.infer<typeof retirementSchema>;

/** What a unit looks like, as a client sends it; null takes the picture away. */
export const unitPictureSchema = z.strictObject({
  /** JPEG in base64. */
  data: z
    .base64({ error: 'expected a picture in base64' })
    .regex(/^\/9j\//, { error: 'expected a JPEG' })
    .max(LONGEST_PICTURE, { error: 'expected a picture scaled down' })
    .nullable(),
});
export type UnitPicture = z.infer<typeof unitPictureSchema>;
