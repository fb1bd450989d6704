import type { VisitId } from '@vaktman/core';
import type { VisitDetail } from '@vaktman/contract';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { copyWithStructuralSharing } from '@reduxjs/toolkit/query';

interface OutboxState {
  /** Entries not yet on the server. */
  readonly waiting: number;
  /** Entries the server would not take; they are kept and shown until settled. */
  readonly aside: number;
  readonly reach: 'unknown' | 'online' | 'offline';
  /** Why the server turns this device away, though nothing is wrong with an entry; null while it does not. */
  readonly turnedAway: string | null;
  /** How far this device's clock is ahead of the server's, milliseconds; null when it was not found yet. */
  readonly clockAheadMs: number | null;
  /** Visits opened at this device, as they stand with everything not yet sent. */
  readonly visits: Readonly<Record<string, VisitDetail>>;
}

const initialState: OutboxState = {
  waiting: 0,
  aside: 0,
  reach: 'unknown',
  turnedAway: null,
  clockAheadMs: null,
  visits: {},
};

export const outboxSlice = createSlice({
  name: 'outbox',
  initialState,
  reducers: {
    waitingCounted: (state, { payload }: PayloadAction<number>) => ({ ...state, waiting: payload }),
    asideCounted: (state, { payload }: PayloadAction<number>) => ({ ...state, aside: payload }),
    serverReached: (state) => ({ ...state, reach: 'online' as const, turnedAway: null }),
    serverLost: (state) => ({ ...state, reach: 'offline' as const }),
    turnedAway: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      reach: 'online' as const,
      turnedAway: payload,
    }),
    clockAheadFound: (state, { payload }: PayloadAction<number | null>) => ({ ...state, clockAheadMs: payload }),
    // What the server gives back is mostly what this device has: that stays what it was, and is not judged and drawn anew.
    visitKept: (state, { payload: { visitId, visit } }: PayloadAction<{ visitId: VisitId; visit: VisitDetail }>) => ({
      ...state,
      visits: { ...state.visits, [visitId]: copyWithStructuralSharing<VisitDetail>(state.visits[visitId], visit) },
    }),
  },
});
export const { waitingCounted, asideCounted, serverReached, serverLost, turnedAway, clockAheadFound, visitKept } =
  outboxSlice.actions;
