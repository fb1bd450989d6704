import { idOf } from '@vaktman/core';
import { dateCodeSchema, machineClassesSchema, PROFILE_NAMES, wholeText } from '@vaktman/core';
import * as z from 'zod';
import { linkTextSchema, newPassphraseSchema } from './words';

export const yardSchema = z.object({
  yardId: z.string().min(1).max(60),
  name: z.string().min(1).max(120),
  /** When it was closed; null while units can stand there. */
  endedAt: z.string().nullable().default(null),
});
export type Yard = z.infer<typeof yardSchema>;

/** What somebody may be here, from the one who may least to the one who may most. */
export const ROLES = ['viewer', 'trainee', 'technician', 'lead'] as const;
export type Role = (typeof ROLES)[number];

/** True when a role may do what another may. */
export const isAtLeast = (role: Role, least: Role): boolean => ROLES.indexOf(role) >= ROLES.indexOf(least);

export const personSchema = z.object({
  personId: idOf<'person'>(z.string().min(1).max(60)),
  name: z.string().min(1).max(120),
  role: z.enum(ROLES),
  /** When somebody left; null while they work here. */
  endedAt: z.string().nullable().default(null),
});
export type Person = z.infer<typeof personSchema>;

const properName = wholeText()
  .trim()
  .min(1, { error: 'expected a name' })
  .max(120, { error: 'expected at most 120 letters' });

/** What a client sends to add somebody or to change a name or role; the id stays. */
export const personDraftSchema = z.strictObject({
  name: properName,
  role: z.enum(ROLES, { error: `expected one of ${ROLES.join(', ')}` }),
});
export type PersonDraft = z.infer<typeof personDraftSchema>;

/** What a client sends to add a yard or to rename one; the id stays. */
export const yardDraftSchema = z.strictObject({ name: properName });
export type YardDraft = z.infer<typeof yardDraftSchema>;

/** A yard is closed or somebody leaves, or the other way round. */
export const endingSchema = z.strictObject({ ended: z.boolean({ error: 'expected true or false' }) });

/** True for a time zone this program knows, such as Europe/Oslo. */
const isTimeZone = (name: string): boolean => {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
};
const timeZoneName = z.string().refine(isTimeZone, { error: 'expected a time zone such as Europe/Oslo' });

/** What a client sends to name the fleet and say where its clocks stand. */
export const fleetDraftSchema = z.strictObject({ name: properName, timeZone: timeZoneName });
export type FleetDraft = z.infer<typeof fleetDraftSchema>;

const once = (what: string) => (list: readonly { readonly name: string }[], ctx: z.RefinementCtx) => {
  const seen = new Set<string>();
  list.forEach(({ name }, index) => {
    if (seen.has(name.toLowerCase()))
      ctx.addIssue({
        code: 'custom',
        path: [index, 'name'],
        message: `${name} is there twice; expected each ${what} once`,
      });
    seen.add(name.toLowerCase());
  });
};

/** A shop's own fleet, to begin with: where it stands, who works in it, and what its first lead signs in with. */
export const newFleetSchema = fleetDraftSchema.extend({
  link: linkTextSchema,
  passphrase: newPassphraseSchema,
  yards: z
    .array(yardDraftSchema)
    .min(1, { error: 'expected at least one yard' })
    .max(200, { error: 'expected at most 200 yards' })
    .superRefine(once('yard')),
  people: z
    .array(personDraftSchema)
    .min(1, { error: 'expected at least one name' })
    .max(1000, { error: 'expected at most 1000 names' })
    .superRefine(once('name'))
    .refine((people) => people[0]?.role === 'lead', {
      error: 'expected the first one to be a lead: it is you, and a lead names the others',
      path: [0, 'role'],
    }),
});
export type NewFleet = z.infer<typeof newFleetSchema>;

/**
 * The shop's intervals and limits by class of machine, all of them; and those that stood when they were changed, where it is
 * to be refused if somebody else changed them since.
 */
export const classesSchema = z.strictObject({ classes: machineClassesSchema, was: machineClassesSchema.optional() });
export type ClassesChange = z.infer<typeof classesSchema>;

/** Whether there is a fleet to look at, and whether the made-up one can be had. */
export const beginningSchema = z.object({ hasFleet: z.boolean(), hasDemo: z.boolean() });
export type Beginning = z.infer<typeof beginningSchema>;

/** What taking the demo away would take and leave. */
export const demoCountSchema = z.object({
  units: z.int(),
  batteries: z.int(),
  visits: z.int(),
  /** Units of the demo at which somebody here made a visit: they stay with it unless told otherwise. */
  visited: z.array(z.string()),
  ownUnits: z.int(),
  ownBatteries: z.int(),
  ownVisits: z.int(),
});
export type DemoCount = z.infer<typeof demoCountSchema>;

/** Takes the demo away. */
export const demoRemovalSchema = z.strictObject({
  /** Also the demo's units at which a visit was made here, with that visit. */
  visitedToo: z.boolean(),
});
export type DemoRemoval = z.infer<typeof demoRemovalSchema>;

export const methodChoiceSchema = z.strictObject({ profile: z.enum(PROFILE_NAMES) });

const MOST_CODES = 40;
/** The codes on batteries that a client sends, all of them; and those that stood, as with classes of machine. */
export const dateCodesSchema = z.strictObject({
  dateCodes: z.array(dateCodeSchema).max(MOST_CODES),
  was: z.array(dateCodeSchema).max(MOST_CODES).optional(),
});
export type DateCodesChange = z.infer<typeof dateCodesSchema>;

/** The fleet this server serves, its yards and the people who work in it. */
export const fleetSchema = z.object({
  fleetId: idOf<'fleet'>(z.uuid()),
  name: z.string().min(1),
  timeZone: z.string().min(1),
  /** The method new visits are judged by unless unit or visit says otherwise. */
  profile: z.enum(PROFILE_NAMES).default('pile'),
  /** Codes on batteries this shop reads besides the usual one. */
  dateCodes: z.array(dateCodeSchema).default([]),
  /** Intervals and limits of the shop by class of machine. */
  classes: machineClassesSchema.default([]),
  /** True while the made-up fleet is in it. */
  demo: z.boolean().default(false),
  yards: z.array(yardSchema),
  people: z.array(personSchema),
});
export type Fleet = z.infer<typeof fleetSchema>;

/** Yards whose due dates can be read by a calendar, and since when. */
export const calendarsSchema = z.object({
  calendars: z.array(z.object({ yardId: z.string(), madeAt: z.string() })),
});
/** The address of a calendar, told once. */
export const calendarMadeSchema = z.object({ path: z.string() });
