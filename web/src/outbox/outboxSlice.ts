import type { VisitDetail } from '@vaktman/contract';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export interface OutboxState {
  /** Entries not yet on the server. */
  readonly waiting: number;
  readonly reach: 'unknown' | 'online' | 'offline';
  /** Why the server will not take an entry; it stays here and on screen until settled. */
  readonly refused: string | null;
  /** Visits opened at this device, as they stand with everything not yet sent. */
  readonly visits: Readonly<Record<string, VisitDetail>>;
}

const initialState: OutboxState = { waiting: 0, reach: 'unknown', refused: null, visits: {} };

export const outboxSlice = createSlice({
  name: 'outbox',
  initialState,
  reducers: {
    waitingCounted: (state, { payload }: PayloadAction<number>) => ({ ...state, waiting: payload }),
    serverReached: (state) => ({ ...state, reach: 'online' as const, refused: null }),
    serverLost: (state) => ({ ...state, reach: 'offline' as const }),
    entryRefused: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      reach: 'online' as const,
      refused: payload,
    }),
    visitKept: (state, { payload }: PayloadAction<{ visitId: string; visit: VisitDetail }>) => ({
      ...state,
      visits: { ...state.visits, [payload.visitId]: payload.visit },
    }),
  },
});
export const { waitingCounted, serverReached, serverLost, entryRefused, visitKept } = outboxSlice.actions;
