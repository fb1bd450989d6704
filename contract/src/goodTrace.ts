import type { VisitId, Reading, TracePicture } from '@vaktman/core';

/** The last trace of a unit in a visit that found nothing wrong: what a new one is laid over and held against. */
export interface GoodTrace {
  readonly visitId: VisitId;
  /** ISO 8601. */
  readonly at: string;
  readonly reading: Reading;
  readonly picture: TracePicture;
}
