import { batteryRows } from './batteryRows';
import type { ImportKnown, ImportMap } from './mapFile';
import { readRows, type ReadSheet } from './readRows';
import { resultRows } from './resultRows';
import { RowContext, type Told } from './rowContext';
import type { Sheet } from './sheet';
import { unitRows } from './unitRows';
import type { ImportKind } from './vocabulary';

/** Shares of the work that are done once the records are parted, and once their cells are read. */
const SHEET_SHARE = 0.3;
const CELLS_SHARE = 0.7;

/** The rows of a sheet as values, and what they come to. */
export const understood = (
  kind: ImportKind,
  sheet: Sheet,
  map: ImportMap | null,
  known: ImportKnown | null,
  told: Told,
): { readonly read: ReadSheet; readonly context: RowContext; readonly entries: readonly unknown[] } => {
  told(SHEET_SHARE);
  const read = readRows(kind, sheet, map);
  told(CELLS_SHARE);
  const context = new RowContext(kind, sheet, read, map, known, (share) =>
    told(CELLS_SHARE + (1 - CELLS_SHARE) * share),
  );
  const entries =
    kind === 'units'
      ? unitRows(context)
      : kind === 'batteries'
        ? batteryRows(context)
        : resultRows(context, read.decimal);
  return { read, context, entries };
};
