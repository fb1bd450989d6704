import type { WatchRow } from './watch';

/** What a row says when its text leaves something out. */
export const EMPTY_WATCH_ROW = {
  disposition: null,
  headline: null,
  lastVisitAt: null,
  lastVisitId: null,
  openVisitId: null,
  cold: null,
  coldAfter: null,
  underAt: null,
  underOn: null,
  dueOn: null,
  dueBy: null,
  actions: [],
} as const satisfies Partial<WatchRow>;
