/** One temperature axis down the whole watch: from warm on the left to cold on the right. */
const AXIS_C = { warm: 0, cold: -40 } as const;
export const AXIS_TICKS_C = [0, -10, -20, -30, -40] as const;

/** Where a temperature stands on the axis, percent of its width; beyond the ends it stands at them. */
export const onAxis = (celsius: number): number =>
  100 * Math.min(1, Math.max(0, (AXIS_C.warm - celsius) / (AXIS_C.warm - AXIS_C.cold)));
