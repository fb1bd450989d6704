import { idOf } from '../quantity/id';
import * as z from 'zod';
import { wholeText } from '../quantity/text';
import { partFittingSchema } from '../unit/part';
import { batterySchema, isRun, positionSchema } from '../unit/unit';
import { tracePictureSchema } from '../trace/picture';
import { instantSchema } from './readingBase';
import { repairSchema } from './repair';

/** Readings, visits and events get their id where they are made: a UUID v7, in one case, so that sending twice changes nothing. */
export const madeIdSchema = z.uuid({ error: 'expected a UUID' }).toLowerCase();

export const CAUTIONS = [
  'eyes-hands',
  'hydrogen',
  'ground-first',
  'load-heat',
  'damaged',
  'running-engine',
  'memory-power',
] as const;
export type Caution = (typeof CAUTIONS)[number];

/** A battery without the place it sits in. */
export const batteryThingSchema = batterySchema.omit({ position: true, string: true, set: true });
export type BatteryThing = z.infer<typeof batteryThingSchema>;

/** What becomes of a battery that was taken out: it is scrapped, goes back to its maker, or waits in the store room. */
export const OLD_BATTERY_FATES = ['scrap', 'claim', 'store'] as const;
export type OldBatteryFate = (typeof OLD_BATTERY_FATES)[number];

/** A battery fitted at a position in the course of a visit. */
export const fittingSchema = z.strictObject({
  position: positionSchema,
  batteryId: idOf<'battery'>(madeIdSchema),
  battery: batteryThingSchema,
  /** What becomes of the one that sat there; the store room when left out. */
  old: z.enum(OLD_BATTERY_FATES, { error: `expected one of ${OLD_BATTERY_FATES.join(', ')}` }).optional(),
});
export type Fitting = z.infer<typeof fittingSchema>;

/** When the unit is due again, as signed off: by date, engine hours or distance, whichever comes first. */
export const nextDueSchema = z.strictObject({
  date: z.iso.date({ error: 'expected a date such as 2027-05-20' }).optional(),
  engineHours: z.number().nonnegative().max(1_000_000).optional(),
  odometerKm: z.number().nonnegative().max(10_000_000).optional(),
});

const findingKeySchema = wholeText().min(1).max(200).describe('Finding as code@subject');
const name = wholeText().max(200);
export const LONGEST_REASON = 500;
export const LONGEST_REMARK = 2000;
/** Letters of the samples of a trace, compressed, in base64: about 1.2 MB. */
export const LONGEST_TRACE = 1_600_000;
/** Letters of a picture in base64: about 600 kB. */
export const LONGEST_PICTURE = 800_000;
const reason = wholeText()
  .trim()
  .min(1, { error: 'say why' })
  .max(LONGEST_REASON, { error: `at most ${LONGEST_REASON} letters` });

/** A name for a place along a run: what stands between the points of a stretch or a run is kept for that. */
export const runPointSchema = wholeText()
  .trim()
  .min(1, { error: 'expected a name' })
  .max(60, { error: 'at most 60 letters' })
  .regex(/^[^:-]+$/, { error: 'expected a name without : and -' });

/** What every event carries. `amends` names the amendment it belongs to, once the visit was signed off. */
const common = { eventId: madeIdSchema, at: instantSchema, by: name, amends: madeIdSchema.optional() };

/** What happens in a visit besides readings. */
export const visitEventSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('cautions-acknowledged'), ...common, cautions: z.array(z.enum(CAUTIONS)) }),
  z.strictObject({ kind: z.literal('wait-skipped'), ...common, wait: name, reason }),
  z.strictObject({
    kind: z.literal('step-skipped'),
    ...common,
    step: wholeText().max(100),
    point: wholeText().max(100),
    reason,
  }),
  z.strictObject({
    kind: z.literal('repaired'),
    ...common,
    repair: repairSchema,
    /** Batteries that came in with the repair; the ones that sat there leave. */
    fitted: z.array(fittingSchema).max(6).optional(),
    /** The alternator or starter that came in with the repair. */
    part: partFittingSchema.optional(),
  }),
  z.strictObject({ kind: z.literal('planned'), ...common, finding: findingKeySchema, action: reason, point: name }),
  z.strictObject({ kind: z.literal('refused'), ...common, finding: findingKeySchema, reason }),
  z.strictObject({
    kind: z.literal('closed'),
    ...common,
    remark: wholeText().max(LONGEST_REMARK, { error: `at most ${LONGEST_REMARK} letters` }),
    signedBy: name.optional(),
    nextDue: nextDueSchema.optional(),
  }),
  /** A signed record is opened again: what follows names this event, and stands beside what was signed. */
  z.strictObject({ kind: z.literal('amended'), ...common, reason }),
  /** A place along a run of cable was given a name, so that volts can be read there. */
  z.strictObject({
    kind: z.literal('point-named'),
    ...common,
    run: wholeText().refine(isRun, { error: 'expected the name of a run, such as starterNegative' }),
    point: runPointSchema,
    /** The point of the run it comes after. */
    after: wholeText().max(60),
  }),
  /** Before the first clamp came off: how modules were kept fed, and how long the key had been off. */
  z.strictObject({
    kind: z.literal('made-safe'),
    ...common,
    memoryPower: z.enum(['connected', 'not-needed']),
    keyOffMinutes: z.number().nonnegative().max(1440).optional(),
  }),
  /**
   * A picture of something, scaled down where it was taken. Its data is kept apart by the server: what comes back from
   * there has none.
   */
  z.strictObject({
    kind: z.literal('photographed'),
    ...common,
    step: wholeText().max(100),
    point: wholeText().max(100),
    /** JPEG in base64. */
    data: z
      .base64({ error: 'expected a picture in base64' })
      .max(LONGEST_PICTURE, { error: 'expected a picture scaled down' })
      .optional(),
  }),
  /**
   * The samples a trace was read from: as they came from the instrument, compressed, and thinned for looking at. The server keeps
   * the samples apart: what comes back from there has none.
   */
  z.strictObject({
    kind: z.literal('traced'),
    ...common,
    reading: madeIdSchema.describe('Id of the reading that keeps its figures'),
    name: name.describe('Of the file'),
    /** The file was too large to be kept whole: its samples as means of so many each. */
    meansOf: z.int().min(2).max(1_000_000).optional(),
    picture: tracePictureSchema,
    /** Gzip in base64. */
    data: z
      .base64({ error: 'expected samples in base64' })
      .startsWith('H4sI', { error: 'expected samples compressed with gzip' })
      .max(LONGEST_TRACE, { error: 'expected samples thinned until they can be kept' })
      .optional(),
  }),
  /** Opened by mistake and nothing read in it: it counts nowhere, and takes nothing more. */
  z.strictObject({ kind: z.literal('discarded'), ...common, reason }),
]);
export type VisitEvent = z.infer<typeof visitEventSchema>;
export type VisitEventOf<Kind extends VisitEvent['kind']> = Extract<VisitEvent, { kind: Kind }>;
