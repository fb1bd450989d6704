import type { VisitId } from '@vaktman/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import * as z from 'zod/mini';
import { loadKept, type Kept } from '../device/kept';

/** How surface charge was dealt with in a visit, and when. */
const surfaceChargeSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('lamps'), startedMs: z.number() }),
  z.object({ kind: z.literal('waiting'), startedMs: z.number() }),
  z.object({ kind: z.literal('stripped'), atMs: z.number() }),
  z.object({ kind: z.literal('rested'), hours: z.number(), atMs: z._default(z.number(), 0) }),
  z.object({ kind: z.literal('skipped'), atMs: z._default(z.number(), 0) }),
]);
export type SurfaceCharge = Readonly<z.infer<typeof surfaceChargeSchema>>;

/** A load or a crank under way: when it came on, and when it was called off. */
const holdSchema = z.object({
  kind: z._default(z.enum(['load', 'crank']), 'load'),
  unitId: z._default(z.string(), ''),
  /** The battery under load, or the address of the test that is cranked for. */
  position: z.string(),
  startedMs: z.number(),
  offMs: z.nullable(z.number()),
  /** How long what carries it rests once it is off, where that was known when it came on. */
  restSeconds: z.optional(z.number()),
  /** Instruments are listened to while it is on. */
  listens: z.optional(z.boolean()),
  /** What they caught of it. */
  caught: z.optional(z.object({ lowestVolts: z.number(), meanAmps: z.number() })),
});
export type Hold = Readonly<z.infer<typeof holdSchema>>;

/** A temperature as it was known at a moment; a bare number, of an older page, was known when the visit was opened. */
const temperatureSchema = z.union([
  z.object({ celsius: z.number(), atMs: z.number() }),
  z.pipe(
    z.number(),
    z.transform((celsius: number) => ({ celsius, atMs: 0 })),
  ),
]);

const conditionsSchema = z.object({
  batteryC: z.catch(z.nullable(temperatureSchema), null),
  surfaceCharge: z.catch(z.nullable(surfaceChargeSchema), null),
  /** What had charged or warmed the bank by the time each of the two was found, by id. */
  chargesBefore: z.catch(z.array(z.string()), []),
  warmedBefore: z.catch(z.array(z.string()), []),
  hold: z.catch(z.nullable(holdSchema), null),
});
/** What this device remembers of a visit besides its readings. */
export type VisitConditions = Readonly<z.infer<typeof conditionsSchema>>;

export type ConditionsState = Readonly<Record<string, VisitConditions>>;

export const CONDITIONS_KEY = 'vaktman.conditions';
const VISITS_KEPT = 20;
export const NO_CONDITIONS: VisitConditions = {
  batteryC: null,
  surfaceCharge: null,
  chargesBefore: [],
  warmedBefore: [],
  hold: null,
};

export const loadConditions = (storage: Kept): ConditionsState =>
  loadKept(storage, CONDITIONS_KEY, z.record(z.string(), conditionsSchema), {});

/** What is kept of all visits: the latest ones, and any with a load or crank under way. */
export const conditionsToKeep = (state: ConditionsState): ConditionsState => {
  const all = Object.entries(state);
  return Object.fromEntries(
    all.filter(([, { hold }], index) => index >= all.length - VISITS_KEPT || (hold !== null && hold.offMs === null)),
  );
};

/** What still holds of the conditions of a battery, of everything that charged or warmed it since they were found. */
export const conditionsAfter = (kept: VisitConditions, charges: readonly string[]): VisitConditions => {
  const holds = (before: readonly string[]): boolean => charges.every((id) => before.includes(id));
  return {
    ...kept,
    surfaceCharge: holds(kept.chargesBefore) ? kept.surfaceCharge : null,
    batteryC: holds(kept.warmedBefore) ? kept.batteryC : null,
  };
};

export const conditionsSlice = createSlice({
  name: 'conditions',
  initialState: {} as ConditionsState,
  reducers: {
    conditionsLoaded: (_state, { payload }: PayloadAction<ConditionsState>) => payload,
    conditionsChanged: (state, { payload }: PayloadAction<{ visitId: VisitId; change: Partial<VisitConditions> }>) => ({
      ...state,
      [payload.visitId]: { ...(state[payload.visitId] ?? NO_CONDITIONS), ...payload.change },
    }),
  },
});
export const { conditionsLoaded, conditionsChanged } = conditionsSlice.actions;
