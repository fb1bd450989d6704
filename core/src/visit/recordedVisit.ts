import type { VisitFile } from '../file/visitFile';
import type { VisitEvent } from '../judging/visitEvent';
import type { Unit } from '../unit/unit';
import type { Judgement } from './judgement';
import { composeVisit, signatureOf, type VisitParts } from './signed';

/** A visit with everything recorded in it, and by whom. */
export interface RecordedVisit {
  /** The visit as a file, with the batteries that sit in the unit now. */
  file: VisitFile;
  /** The unit as it stood when the visit was opened. */
  unitAtOpening: Unit;
  events: VisitEvent[];
  /** Person by reading id. */
  takenBy: Record<string, string>;
  /** Amendment by reading id, for what was added after sign-off. */
  amended: Record<string, string>;
  /** How it came out when it was signed, by the id of each sign-off: the method may judge otherwise later on. */
  signedAs: Record<string, Judgement>;
}

/** A visit put together from how it was opened and what was recorded in it. */
export const recordedVisit = (
  parts: VisitParts & Pick<RecordedVisit, 'takenBy' | 'amended'> & Partial<Pick<RecordedVisit, 'signedAs'>>,
): RecordedVisit => {
  const { opening, events, takenBy, amended, signedAs = {} } = parts;
  const file = composeVisit(parts);
  return {
    file: Object.keys(amended).length === 0 ? file : { ...file, amended },
    unitAtOpening: opening.unit,
    events: [...events],
    takenBy,
    amended,
    signedAs,
  };
};

/** How a visit that is signed off came out when it was; null while it is open, or where that was not kept. */
export const signedJudgement = ({ events, signedAs }: RecordedVisit): Judgement | null => {
  if (signatureOf(events).status !== 'signed') return null;
  const last = events.findLast(({ kind }) => kind === 'closed');
  return (last === undefined ? undefined : signedAs[last.eventId]) ?? null;
};

/** The visit as it is handed over: the file with who took each reading and the unit as it was opened. */
export const fullVisitFile = ({ file, takenBy }: RecordedVisit): VisitFile => ({ ...file, takenBy });
