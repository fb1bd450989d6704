import type { UnitId } from '@vaktman/core';
import type { WatchRow } from '@vaktman/contract';

/** Asked for whatever yards a device keeps: what every visit rests on. */
export const SHOP_PATHS = ['/watch', '/fleet', '/units', '/instruments', '/weather', '/parts/known'] as const;

/** What is shown of a unit: how it is wired and what sits in it, how it went before, which parts it has. */
export const unitPaths = (unitId: UnitId): readonly string[] => {
  const path = `/units/${encodeURIComponent(unitId)}`;
  return [path, `${path}/history`, `${path}/parts`];
};

/** A kept answer older than this is asked for anew though nothing tells that it changed. */
const RENEW_MS = 6 * 3_600_000;

/** One answer to ask for, and what it stands for. */
export interface Wanted {
  readonly path: string;
  readonly of: string;
}

/** What a device keeps of units: those of the yards it was told, each standing for its row of the watch. */
export const wantedOf = (rows: readonly WatchRow[], yards: readonly string[]): readonly Wanted[] =>
  rows
    .filter(({ yardId }) => yards.includes(yardId))
    .flatMap((row) => unitPaths(row.unitId).map((path) => ({ path, of: JSON.stringify(row) })));

/** True when an answer is to be asked for anew. */
export const isStale = (
  kept: { readonly of: string; readonly atMs: number } | null,
  of: string,
  nowMs: number,
): boolean => kept === null || kept.of !== of || nowMs - kept.atMs > RENEW_MS;

/** Units a device keeps without being asked to choose yards. */
const USUAL_UNITS = 500;

/** The yards a device keeps: those chosen, or all of them where they are not too many. */
export const yardsKept = (chosen: readonly string[] | null, rows: readonly WatchRow[]): readonly string[] =>
  chosen ?? (rows.length <= USUAL_UNITS ? [...new Set(rows.map(({ yardId }) => yardId))] : []);
