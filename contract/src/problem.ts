import { idOf } from '@vaktman/core';
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
    .array(
      z.object({ path: z.string(), position: z.string(), batteryId: idOf<'battery'>(z.string()), where: z.string() }),
    )
    .optional(),
  /** Seconds until it may be tried again, after too many wrong words. */
  waitSeconds: z.number().optional(),
});
export type ProblemDetails = z.infer<typeof problemDetailsSchema>;

/** Kind of problem: nothing is here yet, and the first page asks what to begin with. */
export const NO_FLEET = '/problems/no-fleet';

/** Kind of problem: nobody is signed in, or no longer. */
export const SIGNED_OUT = '/problems/signed-out';
/** Kind of problem: what was asked for wants the passphrase once more. */
export const CONFIRM = '/problems/confirm';
/** Kind of problem: the browser is new here, and the fleet asks for a code from one that is not. */
export const CODE = '/problems/code';
/** Kind of problem: who is signed in may not do it. */
export const NOT_ALLOWED = '/problems/not-allowed';
