import * as z from 'zod';

/** An error answer as RFC 9457 problem details; `problems` names each field that is wrong. */
export const problemDetailsSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  detail: z.string().optional(),
  problems: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  /** Batteries on record that have a serial which was typed for another, by the path of the serial. */
  sameBattery: z
    .array(z.object({ path: z.string(), position: z.string(), batteryId: z.string(), where: z.string() }))
    .optional(),
});
export type ProblemDetails = z.infer<typeof problemDetailsSchema>;

/** Kind of problem: nothing is here yet, and the first page asks what to begin with. */
export const NO_FLEET = '/problems/no-fleet';
