import { dateCodeSchema, PROFILE_NAMES, wholeText } from '@vaktman/core';
import * as z from 'zod';

export const yardSchema = z.object({ yardId: z.string().min(1).max(60), name: z.string().min(1).max(120) });
export type Yard = z.infer<typeof yardSchema>;

export const ROLES = ['technician', 'lead', 'trainee'] as const;
export const personSchema = z.object({
  personId: z.string().min(1).max(60),
  name: z.string().min(1).max(120),
  role: z.enum(ROLES),
});
export type Person = z.infer<typeof personSchema>;

/** What a client sends to add somebody or to change a name or role; the id stays. */
export const personDraftSchema = z.strictObject({
  name: wholeText().trim().min(1, { error: 'expected a name' }).max(120),
  role: z.enum(ROLES, { error: `expected one of ${ROLES.join(', ')}` }),
});
export type PersonDraft = z.infer<typeof personDraftSchema>;

export const methodChoiceSchema = z.strictObject({ profile: z.enum(PROFILE_NAMES) });

/** The codes on batteries that a client sends, all of them. */
export const dateCodesSchema = z.strictObject({ dateCodes: z.array(dateCodeSchema).max(40) });

/** The fleet this server serves, its yards and the people who work in it. */
export const fleetSchema = z.object({
  fleetId: z.uuid(),
  name: z.string().min(1),
  timeZone: z.string().min(1),
  /** The method new visits are judged by unless unit or visit says otherwise. */
  profile: z.enum(PROFILE_NAMES).default('pile'),
  /** Codes on batteries this shop reads besides the usual one. */
  dateCodes: z.array(dateCodeSchema).default([]),
  yards: z.array(yardSchema),
  people: z.array(personSchema),
});
export type Fleet = z.infer<typeof fleetSchema>;
