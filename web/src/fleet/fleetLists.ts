import type { Fleet } from '@vaktman/contract';

/** Names of those who work in the fleet now. */
export const namesHere = (fleet: Fleet | undefined): readonly string[] =>
  (fleet?.people ?? []).flatMap(({ name, endedAt }) => (endedAt == null ? [name] : []));

/** Yards a unit can stand in, as options; one it stands in already is there though it was closed. */
export const openYards = (fleet: Fleet | undefined, standsIn?: string): readonly (readonly [string, string])[] =>
  (fleet?.yards ?? []).flatMap(({ yardId, name, endedAt }) =>
    endedAt == null || yardId === standsIn ? [[yardId, name] as const] : [],
  );
