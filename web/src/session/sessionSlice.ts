import type { Session } from '@vaktman/contract';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import * as z from 'zod/mini';
import { loadKept, type Kept } from '../device/kept';

/** How long a device may go on with whom the server last told it of, without hearing from it again. */
const UNHEARD_DAYS = 14;

const keptSchema = z.object({
  person: z.nullable(
    z.object({ personId: z.string(), name: z.string(), role: z.enum(['viewer', 'trainee', 'technician', 'lead']) }),
  ),
  device: z.nullable(z.object({ deviceId: z.optional(z.string()), name: z.string(), shared: z.boolean() })),
  /** How they came in: the server let them, or this device alone by PIN. */
  way: z.optional(z.enum(['session', 'pin-offline'])),
  /** When the server told it last, milliseconds since 1970. */
  toldMs: z.number(),
});
type KeptSession = Readonly<z.infer<typeof keptSchema>>;

export interface SessionState extends KeptSession {
  /** Null before the server told it. */
  readonly hasFleet: boolean | null;
  /** Somebody else is about to go on here: the sheet of names lies over the view. */
  readonly isSwitching: boolean;
  /** Something that was asked for wants the passphrase once more. */
  readonly asksPassphrase: boolean;
}

export const SESSION_KEY = 'vaktman.session';
const NOBODY: KeptSession = { person: null, device: null, toldMs: 0 };

/** Who was signed in on this device as the server last told it; nobody once that is too long ago. */
export const loadSession = (storage: Kept, nowMs: number): KeptSession => {
  const kept = loadKept(storage, SESSION_KEY, keptSchema, NOBODY);
  return nowMs - kept.toldMs < UNHEARD_DAYS * 86_400_000 ? kept : { ...kept, person: null };
};

/** What is kept on the device of who is signed in. */
export const sessionToKeep = ({ person, device, way, toldMs }: SessionState): KeptSession => ({
  person,
  device,
  way,
  toldMs,
});

const initialState: SessionState = { ...NOBODY, hasFleet: null, isSwitching: false, asksPassphrase: false };

/** Who is signed in at this device. The server says so; between two answers, and without network, what it said last stands. */
export const sessionSlice = createSlice({
  name: 'session',
  initialState,
  reducers: {
    sessionLoaded: (state, { payload }: PayloadAction<KeptSession>) => ({ ...state, ...payload }),
    sessionTold: {
      prepare: (session: Session, nowMs: number = Date.now()) => ({ payload: { session, nowMs } }),
      reducer: (state, { payload: { session, nowMs } }: PayloadAction<{ session: Session; nowMs: number }>) => ({
        ...state,
        person: session.person,
        device: session.device,
        hasFleet: session.hasFleet,
        toldMs: nowMs,
      }),
    },
    /** The server knows nobody here any more. */
    signedOut: (state) => (state.person === null ? state : { ...state, person: null, asksPassphrase: false }),
    switchAsked: (state, { payload }: PayloadAction<boolean>) => ({ ...state, isSwitching: payload }),
    passphraseAsked: (state, { payload }: PayloadAction<boolean>) => ({ ...state, asksPassphrase: payload }),
  },
});
export const { sessionLoaded, sessionTold, signedOut, switchAsked, passphraseAsked } = sessionSlice.actions;
