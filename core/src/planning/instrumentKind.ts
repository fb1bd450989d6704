/** What is read with. */
export const INSTRUMENT_KINDS = ['meter', 'clamp', 'pile', 'tester', 'hydrometer'] as const;
export type InstrumentKind = (typeof INSTRUMENT_KINDS)[number];
