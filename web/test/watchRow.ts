import { EMPTY_WATCH_ROW, type WatchRow } from '@vaktman/contract';

/** A unit's line of the watch, of which only what is given matters. */
export const watchRow = (unitId: string, yardId: string, more: Partial<WatchRow> = {}): WatchRow => ({
  ...EMPTY_WATCH_ROW,
  unitId,
  yardId,
  description: '',
  systemVolts: 24,
  arrangement: '2S',
  findingCount: 0,
  ...more,
});
