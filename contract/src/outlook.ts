import type {
  BatteryId,
  UnitId,
  VisitId,
  Baseline,
  BaselineFigure,
  Outlook,
  Repair,
  VisitFigures,
} from '@vaktman/core';
import * as z from 'zod';

/** Something still to be done on a unit, and the part it takes. */
export const openActionSchema = z.object({
  finding: z.string(),
  says: z.string(),
  action: z.string(),
  part: z.object({ name: z.string(), count: z.number() }).optional(),
});

/**
 * What the unit page draws besides the unit: made by the server from the same core, so its shape is core's own and is
 * held to it by the compiler, not checked once more row by row.
 */
export interface UnitHistory {
  readonly outlook: Outlook | null;
  /** True while the outlook is being made anew: what is shown is from before the last change. */
  readonly isDue: boolean;
  readonly actions: readonly z.infer<typeof openActionSchema>[];
  /** Figures of its visits, latest first, with the visit they belong to. */
  readonly figures: readonly (VisitFigures & { readonly visitId: VisitId; readonly repairs: readonly Repair[] })[];
  /** What its meters stood at when they were last read at a visit; null where they never were. */
  readonly meters: { readonly at: string; readonly engineHours?: number; readonly odometerKm?: number } | null;
  readonly baselines: Readonly<Partial<Record<BaselineFigure, Baseline>>>;
  /** Where each battery that sits here now was before, and where those that left went. */
  readonly elsewhere: readonly {
    readonly batteryId: BatteryId;
    readonly unitId: UnitId;
    readonly position: string;
    readonly from: string;
    readonly to: string | null;
  }[];
  /** What a milliohm meter showed first of each battery that sits here now; what was kept of an older server lacks it. */
  readonly firstMilliohms?: readonly {
    readonly position: string;
    readonly visitId: VisitId;
    readonly milliohms: number;
  }[];
}
