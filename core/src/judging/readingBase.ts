import * as z from 'zod';
import { wholeText } from '../quantity/text';

/** An instant as ISO 8601 text with its offset from UTC; seconds may be left out. */
export const instantSchema = z.union(
  [z.iso.datetime({ offset: true }), z.iso.datetime({ offset: true, precision: -1 })],
  {
    error: 'expected an ISO 8601 time with offset, such as 2026-11-20T08:10:00+01:00',
  },
);

/** Text that names something: not empty, bounded. */
export const idSchema = wholeText().min(1, { error: 'expected some text' }).max(200);

/** Note of a look that was said of everything at once: it was not looked at by itself, and excuses no part. */
export const SAID_OF_ALL = 'said of all at once';

/** Fields every reading carries, whatever was read. */
const common = {
  id: idSchema,
  at: instantSchema,
  note: wholeText().max(2000).optional(),
  instrument: wholeText().max(200).optional(),
  corrects: idSchema.optional().describe('The mistaken reading it takes the place of'),
  unsteady: z.boolean().optional().describe('It moved when cables were wiggled or when warm'),
};

/** The schema of one kind of reading: its step, a point, the common fields and its own. */
export const readingOf = <Step extends string, Shape extends z.core.$ZodLooseShape>(step: Step, shape: Shape) =>
  z.strictObject({ step: z.literal(step), point: idSchema, ...common, ...shape });

/** What every kind of reading is an instance of, as far as the tests share it. */
export interface BaseReading {
  readonly id: string;
  readonly step: string;
  readonly point: string;
  /** ISO 8601. */
  readonly at: string;
  readonly unsteady?: boolean | undefined;
  readonly note?: string | undefined;
  /** Id of the mistaken reading it takes the place of. */
  readonly corrects?: string | undefined;
  /** °C of the battery, or of its electrolyte, where a test asks for it. */
  readonly batteryC?: number | undefined;
  readonly electrolyteC?: number | undefined;
}

/** The schema of one kind of reading. */
export type ReadingSchema = z.ZodType<BaseReading> & {
  readonly shape: { readonly step: z.ZodLiteral<string> };
};
