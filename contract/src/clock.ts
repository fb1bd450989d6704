/** Under this a difference of two clocks is the way through the network, and nothing is put right. */
export const CLOCK_LATENCY_MS = 2000;
/** A device whose clock is further off than this is told so. */
export const CLOCK_TOLERANCE_MS = 5 * 60_000;
