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
  /**
   * How they came in: the server let them, or this device alone by PIN; or that somebody was signed out here before the server
   * could be told.
   */
  way: z.optional(z.enum(['session', 'pin-offline', 'out-offline'])),
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
  /** How often somebody signed in or out here: an answer that was asked for before is of whoever was in then. */
  readonly changes: number;
}

/** What the server told of who is signed in. */
interface Told {
  readonly session: Session;
  readonly isAsked: boolean;
  readonly nowMs: number;
  readonly asOf: number | undefined;
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

const initialState: SessionState = { ...NOBODY, hasFleet: null, isSwitching: false, asksPassphrase: false, changes: 0 };

/** Who is signed in at this device. The server says so; between two answers, and without network, what it said last stands. */
export const sessionSlice = createSlice({
  name: 'session',
  initialState,
  reducers: {
    sessionLoaded: (state, { payload }: PayloadAction<KeptSession>) => ({ ...state, ...payload }),
    sessionTold: {
      /**
       * @param isAsked somebody signed in or out just now, and this is the answer; else it is only how the server has it
       * @param asOf how often somebody had signed in or out when it was asked for; undefined where that is now
       */
      prepare: (session: Session, isAsked: boolean, nowMs: number = Date.now(), asOf?: number) => ({
        payload: { session, isAsked, nowMs, asOf },
      }),
      reducer: (state, { payload: { session, isAsked, nowMs, asOf = state.changes } }: PayloadAction<Told>) => {
        if (asOf !== state.changes) return state;
        // Who went on or left while the server was out of reach stands until the server was told of it.
        const isBehind =
          !isAsked &&
          session.device !== null &&
          (state.way ?? 'session') !== 'session' &&
          session.person?.personId !== state.person?.personId;
        return {
          ...state,
          ...(isBehind ? {} : { person: session.person, way: 'session' as const, toldMs: nowMs }),
          device: session.device,
          hasFleet: session.hasFleet,
          changes: isAsked ? state.changes + 1 : state.changes,
        };
      },
    },
    /** This device alone let somebody in, by PIN. */
    wentOn: (state, { payload }: PayloadAction<NonNullable<KeptSession['person']>>) => ({
      ...state,
      person: payload,
      way: 'pin-offline' as const,
      isSwitching: false,
    }),
    /** Somebody left while the server is out of reach: nobody is in, whatever it says until it was told. */
    wentOut: (state) => ({ ...state, person: null, way: 'out-offline' as const, asksPassphrase: false }),
    /**
     * The server knows nobody here any more. The payload is how often somebody had signed in or out when what it refused was
     * asked for: that it knew nobody then says nothing of who came in since.
     */
    signedOut: (state, { payload: asOf = state.changes }: PayloadAction<number | undefined>) => {
      if (state.person === null || asOf !== state.changes) return state;
      // Whom this device let in stays, and gives the PIN to the server now that it answers.
      if (state.way === 'pin-offline') return { ...state, isSwitching: true };
      return { ...state, person: null, asksPassphrase: false };
    },
    switchAsked: (state, { payload }: PayloadAction<boolean>) => ({ ...state, isSwitching: payload }),
    passphraseAsked: (state, { payload }: PayloadAction<boolean>) => ({ ...state, asksPassphrase: payload }),
  },
});
export const { sessionLoaded, sessionTold, signedOut, switchAsked, passphraseAsked, wentOn, wentOut } =
  sessionSlice.actions;

/** How often somebody signed in or out here. @param state of the whole store, whose type asks for the server's answers in turn */
export const changesIn = (state: unknown): number => (state as { readonly session: SessionState }).session.changes;
