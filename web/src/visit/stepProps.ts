import type { VisitDetail } from '@vaktman/contract';
import type { Judged } from './useVisit';

/** What the screen of a step works on. */
export interface StepProps {
  readonly detail: VisitDetail;
  readonly judged: Judged;
  readonly point: string;
}
