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

/** The fleet this server serves, its yards and the people who work in it. */
export const fleetSchema = z.object({
  fleetId: z.uuid(),
  name: z.string().min(1),
  timeZone: z.string().min(1),
  yards: z.array(yardSchema),
  people: z.array(personSchema),
});
export type Fleet = z.infer<typeof fleetSchema>;
