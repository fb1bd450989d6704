/** How long a load is held. */
export const HOLD_SECONDS = 15;
