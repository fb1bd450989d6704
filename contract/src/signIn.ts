import { idOf } from '@vaktman/core';
import * as z from 'zod';
import { personSchema, ROLES } from './fleet';
import { linkTextSchema, newPassphraseSchema, newPinSchema } from './words';

/** Words as they are typed to sign in: whatever they are, the answer to a wrong one is the same. */
const typedWord = z.string().max(1000);

/** Digits of the code that lets in a browser which is not on record. */
export const CODE_DIGITS = 8;

/** Signs in by name and passphrase, anywhere; with a code where the fleet asks for one at a browser that is new here. */
export const signInSchema = z.strictObject({ name: typedWord, passphrase: typedWord, code: typedWord.optional() });
export type SignIn = z.infer<typeof signInSchema>;

/** Another person goes on at a shared device. */
export const switchSchema = z.strictObject({ personId: idOf<'person'>(z.string().max(60)), pin: typedWord });
export type Switch = z.infer<typeof switchSchema>;

/** The passphrase once more, before what could do much harm. */
export const confirmSchema = z.strictObject({ passphrase: typedWord });

/** What a link that is used once asks for. */
export const linkQuerySchema = z.strictObject({ link: linkTextSchema });
/** Who may use a link: the one it was made for, or every lead there is. */
export const linkOfferSchema = z.object({
  people: z.array(personSchema.pick({ personId: true, name: true, role: true })),
});
export type LinkOffer = z.infer<typeof linkOfferSchema>;

/** Chooses words by a link, and signs in. */
export const linkUseSchema = z.strictObject({
  link: linkTextSchema,
  personId: idOf<'person'>(z.string().max(60)),
  passphrase: newPassphraseSchema,
  pin: newPinSchema.optional(),
});
export type LinkUse = z.infer<typeof linkUseSchema>;

/** New words of one's own: one, or both. */
export const ownWordsSchema = z.strictObject({
  passphrase: newPassphraseSchema.optional(),
  pin: newPinSchema.optional(),
});
export type OwnWords = z.infer<typeof ownWordsSchema>;

/** A browser people sign in on. */
export const deviceSchema = z.object({
  deviceId: z.string(),
  name: z.string(),
  /** People switch on it by PIN. */
  shared: z.boolean(),
  enrolledBy: z.string(),
  enrolledAt: z.string(),
  endedAt: z.string().nullable(),
  /** Who signed in there last, and when. */
  lastPerson: z.string().nullable(),
  lastAt: z.string().nullable(),
});
export type Device = z.infer<typeof deviceSchema>;

/** What a browser that is not on record is asked for. */
export const NEW_BROWSERS = ['passphrase', 'code'] as const;
export type NewBrowsers = (typeof NEW_BROWSERS)[number];
export const newBrowsersSchema = z.strictObject({
  newBrowsers: z.enum(NEW_BROWSERS, { error: `expected one of ${NEW_BROWSERS.join(', ')}` }),
});

export const devicesSchema = z.object({ devices: z.array(deviceSchema), newBrowsers: z.enum(NEW_BROWSERS) });
export type Devices = z.infer<typeof devicesSchema>;

/** A code as it is told once. */
export const codeMadeSchema = z.object({ code: z.string(), endsAt: z.string() });
export type CodeMade = z.infer<typeof codeMadeSchema>;

/** What a lead calls a device, and whether people share it. */
export const deviceDraftSchema = z.strictObject({
  name: z
    .string()
    .trim()
    .min(1, { error: 'expected a name, such as Bay 2 tablet' })
    .max(60, { error: 'expected at most 60 letters' }),
  shared: z.boolean({ error: 'expected true or false' }),
});
export type DeviceDraft = z.infer<typeof deviceDraftSchema>;

/** Who may sign in on a shared device by PIN. */
const colleagueSchema = z.object({
  personId: idOf<'person'>(z.string()),
  name: z.string(),
  role: z.enum(ROLES),
  /** When they last worked at this device; null when never. */
  lastAt: z.string().nullable(),
  /** They chose a PIN; without one they sign in by passphrase. */
  hasPin: z.boolean(),
});
export type Colleague = z.infer<typeof colleagueSchema>;

/** Who is signed in here, on which device, and who else could be. */
export const sessionSchema = z.object({
  hasFleet: z.boolean(),
  person: personSchema.pick({ personId: true, name: true, role: true }).nullable(),
  /** Once signed in: whether a PIN was chosen. */
  hasPin: z.boolean(),
  device: deviceSchema
    .pick({ deviceId: true, name: true, shared: true, enrolledBy: true, enrolledAt: true })
    .nullable(),
  endsAt: z.string().nullable(),
  /** On a shared device only: the names to pick from, last used first. */
  colleagues: z.array(colleagueSchema),
  /** While the made-up fleet is in it: its people and their words. */
  demo: z.array(
    z.object({
      personId: idOf<'person'>(z.string()),
      name: z.string(),
      role: z.enum(ROLES),
      passphrase: z.string(),
      pin: z.string(),
    }),
  ),
});
export type Session = z.infer<typeof sessionSchema>;

/** One of somebody's own sessions. */
export const ownSessionsSchema = z.object({
  sessions: z.array(
    z.object({
      sessionId: z.string(),
      device: z.string(),
      beganAt: z.string(),
      endsAt: z.string(),
      isThis: z.boolean(),
    }),
  ),
});

/** What a program may do with its key. */
export const SCOPES = ['read', 'import', 'calendar'] as const;
export type Scope = (typeof SCOPES)[number];
export const programKeyDraftSchema = z.strictObject({
  name: z
    .string()
    .trim()
    .min(1, { error: 'expected the name of a program' })
    .max(60, { error: 'expected at most 60 letters' }),
  scopes: z
    .array(z.enum(SCOPES, { error: `expected one of ${SCOPES.join(', ')}` }))
    .min(1, { error: 'expected at least one of read, import, calendar' })
    .max(SCOPES.length),
});
export type ProgramKeyDraft = z.infer<typeof programKeyDraftSchema>;
export const programKeySchema = z.object({
  keyId: z.string(),
  name: z.string(),
  scopes: z.array(z.enum(SCOPES)),
  madeBy: z.string(),
  madeAt: z.string(),
  usedAt: z.string().nullable(),
  endedAt: z.string().nullable(),
});
export type ProgramKey = z.infer<typeof programKeySchema>;
export const programKeysSchema = z.object({ keys: z.array(programKeySchema) });
/** A key as it is told once. */
export const programKeyMadeSchema = z.object({ keyId: z.string(), key: z.string() });

/** A link as it is told once: to be opened by the one it is for. */
export const linkMadeSchema = z.object({ path: z.string(), endsAt: z.string() });
