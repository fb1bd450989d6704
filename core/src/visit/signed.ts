import type { VisitEvent, VisitEventOf } from '../judging/visitEvent';
import type { VisitFile } from '../file/visitFile';
import type { Reading } from '../step/catalogue';
import { unitWithParts } from '../unit/part';
import { fittedIn, partsFittedIn, unitWith, unitWithPoints } from '../judging/unitAsOf';

/** A visit as opened, and everything recorded in it. */
export interface VisitParts {
  readonly opening: Pick<VisitFile, 'unit' | 'method' | 'visit'>;
  readonly readings: readonly Reading[];
  readonly events: readonly VisitEvent[];
}

/** Puts a visit together as a file: with the batteries that were fitted in it, its repairs and its events. */
export const composeVisit = ({ opening, readings, events }: VisitParts): VisitFile => {
  const fitted = fittedIn(events);
  const repairs = events.flatMap((event) => (event.kind === 'repaired' ? [event.repair] : []));
  return {
    format: 'vaktman-visit',
    version: 1,
    unit: unitWithParts(unitWithPoints(unitWith(opening.unit, fitted), events), partsFittedIn(events)),
    method: opening.method,
    visit: opening.visit,
    readings: [...readings],
    ...(repairs.length > 0 ? { repairs } : {}),
    ...(events.length > 0 ? { events: [...events] } : {}),
    ...(fitted.length > 0 ? { unitAtOpening: opening.unit } : {}),
  };
};

/** How a visit stands with its signature. */
export type Signature =
  | { readonly status: 'open' }
  | { readonly status: 'discarded'; readonly discarded: VisitEventOf<'discarded'> }
  | { readonly status: 'signed'; readonly closed: VisitEventOf<'closed'> }
  /** Opened again; what is recorded now belongs to this amendment until it is signed off itself. */
  | {
      readonly status: 'amending';
      readonly closed: VisitEventOf<'closed'>;
      readonly amendment: VisitEventOf<'amended'>;
    };

/** Whether a visit takes further entries, and under which amendment. */
export const signatureOf = (events: readonly VisitEvent[] = []): Signature => {
  const discarded = events.find((event) => event.kind === 'discarded');
  if (discarded?.kind === 'discarded') return { status: 'discarded', discarded };
  const signed = events.find((event) => event.kind === 'closed' && event.amends === undefined);
  if (signed?.kind !== 'closed') return { status: 'open' };
  const done = new Set(
    events.flatMap((event) => (event.kind === 'closed' && event.amends !== undefined ? [event.amends] : [])),
  );
  const amendment = events.find((event) => event.kind === 'amended' && !done.has(event.eventId));
  return amendment?.kind === 'amended'
    ? { status: 'amending', closed: signed, amendment }
    : { status: 'signed', closed: signed };
};

/** True while a visit takes entries: before it is signed off, and while an amendment is open. */
export const takesEntries = ({ status }: Signature): boolean => status === 'open' || status === 'amending';

/** True while nothing was read or repaired in a visit: it may be discarded. */
export const isEmptyVisit = ({ readings, repairs = [] }: Pick<VisitFile, 'readings' | 'repairs'>): boolean =>
  readings.length === 0 && repairs.length === 0;

/** The visit as it was signed, without what was added under amendments; null while it has none. */
export const asSigned = (file: VisitFile): VisitFile | null => {
  const { events = [], amended = {} } = file;
  if (!events.some(({ kind }) => kind === 'amended')) return null;
  return composeVisit({
    opening: { unit: file.unitAtOpening ?? file.unit, method: file.method, visit: file.visit },
    readings: file.readings.filter(({ id }) => amended[id] === undefined),
    events: events.filter((event) => event.kind !== 'amended' && event.amends === undefined),
  });
};

/** Amendments of a signed visit, oldest first, with what each added. */
export const amendmentsOf = ({
  events = [],
  readings,
  amended = {},
}: Pick<VisitFile, 'events' | 'readings' | 'amended'>): readonly {
  readonly amendment: VisitEventOf<'amended'>;
  readonly readings: readonly Reading[];
  readonly events: readonly VisitEvent[];
}[] =>
  events.flatMap((event) =>
    event.kind === 'amended'
      ? [
          {
            amendment: event,
            readings: readings.filter(({ id }) => amended[id] === event.eventId),
            events: events.filter(({ amends }) => amends === event.eventId),
          },
        ]
      : [],
  );
