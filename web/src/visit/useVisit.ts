import { type Entry, type VisitDetail } from '@vaktman/contract';
import {
  type VisitId,
  type VisitEvent,
  judge,
  Outcomes,
  positions,
  retestsDue,
  visitFacts,
  type Judgement,
  type Reading,
  type Retest,
  chargesOf,
  instrumentsOf,
  signatureOf,
  signedJudgement,
} from '@vaktman/core';
import { useEffect, useMemo, useState } from 'react';
import { v7 } from 'uuid';
import { useVisitQuery } from '../api/api';
import { isNotFound } from '../api/failure';
import { instantNow } from '../control/dates';
import { useOutbox } from '../outbox/OutboxContext';
import type { Settings } from '../settings/settingsSlice';
import { usePersonName } from '../session/useMay';
import { useAppDispatch, useAppSelector } from '../store';
import { conditionsAfter, conditionsChanged, NO_CONDITIONS, type VisitConditions } from './conditionsSlice';

export type VisitLoad =
  | { readonly status: 'loading' }
  | { readonly status: 'missing' }
  | { readonly status: 'unreached' }
  | { readonly status: 'ready'; readonly detail: VisitDetail };

/** A visit with everything recorded in it, here or elsewhere, whether or not the server answers. */
export const useVisit = (visitId: VisitId): VisitLoad => {
  const outbox = useOutbox();
  const detail = useAppSelector((state) => state.outbox.visits[visitId]);
  const waiting = useAppSelector((state) => state.outbox.waiting);
  // A visit just opened here is not on the server before its first batch is.
  const practice = useAppSelector((state) => state.practice.visits[visitId] !== undefined);
  const query = useVisitQuery(visitId, { skip: practice || (detail !== undefined && waiting > 0) });
  const [looked, setLooked] = useState<string | null>(null);
  // What was asked for another visit, and is still at hand while this one is fetched, is not looked at.
  const stored = query.currentData;
  const settled = query.isUninitialized || (!query.isFetching && (query.isSuccess || query.isError));
  useEffect(() => {
    let current = true;
    void outbox
      .open(visitId, stored ?? null)
      .catch(() => null)
      .then(() => {
        if (current && settled) setLooked(visitId);
      });
    return () => {
      current = false;
    };
  }, [outbox, visitId, stored, settled]);
  if (detail !== undefined) return { status: 'ready', detail };
  if (looked !== visitId) return { status: 'loading' };
  return { status: isNotFound(query.error) ? 'missing' : 'unreached' };
};

export interface Judged {
  readonly outcomes: Outcomes;
  readonly judgement: Judgement;
  /** Tests to repeat because what they found was repaired. */
  readonly retests: readonly Retest[];
  /** Steps left out with a reason, as `step@point`. */
  readonly skipped: ReadonlySet<string>;
}

/** The visit judged as it stands; the same code the server runs. */
export const useJudged = (detail: VisitDetail): Judged =>
  useMemo(() => {
    const { file, events } = detail;
    // What was signed stands as it was signed.
    const judgement = signedJudgement(detail) ?? judge(file);
    return {
      outcomes: new Outcomes(visitFacts(file)),
      judgement,
      retests: retestsDue(file, judgement),
      skipped: new Set(
        events.flatMap((event) => (event.kind === 'step-skipped' ? [`${event.step}@${event.point}`] : [])),
      ),
    };
  }, [detail]);

/** True when a test is to be repeated after a repair. */
export const isRetest = ({ retests }: Judged, step: string, point: string): boolean =>
  retests.some((retest) => retest.step === step && retest.point === point);

type NewReading = Reading extends infer R ? (R extends Reading ? Omit<R, 'id' | 'at'> : never) : never;
type NewEvent = VisitEvent extends infer E
  ? E extends VisitEvent
    ? Omit<E, 'eventId' | 'at' | 'by' | 'amends'>
    : never
  : never;

/** The instruments of this device that a test is read with, as a reading keeps them; nothing where none was chosen. */
const readWith = (step: Reading['step'], used: Settings['instruments']): { readonly instrument?: string } => {
  const names = instrumentsOf(step).flatMap((kind) => used[kind] ?? []);
  return names.length === 0 ? {} : { instrument: names.join(', ') };
};

/** Ways to add to a visit. Each resolves once it is safe on this device. */
export const useRecorder = (visitId: VisitId, technician: string) => {
  const outbox = useOutbox();
  const person = usePersonName() || technician;
  const events = useAppSelector((state) => state.outbox.visits[visitId]?.events);
  const used = useAppSelector((state) => state.settings.instruments);
  return useMemo(() => {
    const signature = signatureOf(events);
    // What is recorded while an amendment is open belongs to it.
    const amends = signature.status === 'amending' ? { amends: signature.amendment.eventId } : {};
    const record = (...entries: readonly [Entry, ...Entry[]]): Promise<void> => outbox.record(...entries);
    /** What was read at once is kept at once: all of it, or nothing. */
    const readings = ([first, ...others]: readonly [NewReading, ...NewReading[]]): Promise<void> => {
      const entry = (fields: NewReading): Entry => ({
        kind: 'reading',
        visitId,
        takenBy: person,
        reading: { ...readWith(fields.step, used), ...fields, id: v7(), at: instantNow() } as Reading,
        ...amends,
      });
      return record(entry(first), ...others.map(entry));
    };
    return {
      readings,
      reading: (fields: NewReading): Promise<void> => readings([fields]),
      /** A reading the instruments made, stamped here and now. */
      instrumentReading: ({ id: _id, at: _at, ...fields }: Reading, instrument: string): Promise<void> =>
        record({
          kind: 'reading',
          visitId,
          takenBy: person,
          reading: { ...fields, instrument, id: v7(), at: instantNow() } as Reading,
          ...amends,
        }),
      /** A crank on the oscilloscope: its figures, and the samples they were read from. */
      traced: (
        fields: Extract<NewReading, { step: 'start.trace' }>,
        samples: Omit<Extract<NewEvent, { kind: 'traced' }>, 'kind' | 'reading'>,
      ): Promise<void> => {
        const [id, at] = [v7(), instantNow()];
        const reading = { ...fields, id, at } as Reading;
        const event = {
          ...amends,
          ...samples,
          kind: 'traced',
          reading: id,
          eventId: v7(),
          at,
          by: person,
        } as VisitEvent;
        return record(
          { kind: 'reading', visitId, takenBy: person, reading, ...amends },
          { kind: 'event', visitId, event },
        );
      },
      event: (fields: NewEvent): Promise<void> =>
        record({
          kind: 'event',
          visitId,
          event: { ...amends, ...fields, eventId: v7(), at: instantNow(), by: person } as VisitEvent,
        }),
    };
  }, [outbox, visitId, person, events, used]);
};

/**
 * Under which name a tab keeps what somebody types at a step until it is saved: it is theirs, and of what stood there; another
 * person begins anew, and so does what was repaired since.
 */
export const useEntryName = ({ file }: Pick<VisitDetail, 'file'>, step: string, point: string): string =>
  `vaktman.entry.${usePersonName()}.${file.visit.id}.${file.repairs?.length ?? 0}.${step}@${point}`;

/**
 * What this device remembers of the visit, and how to change it. What is known of surface charge and temperature belongs
 * to a moment: once the engine ran, the bank was charged or the battery is another, it is asked again.
 * @param position the battery it is asked for; null for the bank
 */
export const useConditions = (
  { file }: Pick<VisitDetail, 'file'>,
  position: string | null,
): [VisitConditions, (change: Partial<VisitConditions>) => void] => {
  const dispatch = useAppDispatch();
  const visitId = file.visit.id;
  const kept = useAppSelector((state) => state.conditions[visitId]) ?? NO_CONDITIONS;
  const conditions = useMemo(() => conditionsAfter(kept, chargesOf(file, position)), [kept, file, position]);
  const change = useMemo(
    () => (part: Partial<VisitConditions>) => {
      const charges = [...chargesOf(file, null)];
      const known = {
        ...(part.surfaceCharge === undefined ? {} : { chargesBefore: charges }),
        ...(part.batteryC === undefined ? {} : { warmedBefore: charges }),
      };
      dispatch(conditionsChanged({ visitId, change: { ...known, ...part } }));
    },
    [dispatch, visitId, file],
  );
  return [conditions, change];
};

/** Positions whose surface charge is dealt with and holds: their resting volts may be read. */
export const useSettledAtRest = ({ file }: Pick<VisitDetail, 'file'>): ReadonlySet<string> => {
  const kept = useAppSelector((state) => state.conditions[file.visit.id]) ?? NO_CONDITIONS;
  return useMemo(
    () =>
      new Set(
        positions(file.unit).filter((position) => {
          const { surfaceCharge } = conditionsAfter(kept, chargesOf(file, position));
          return surfaceCharge !== null && ['stripped', 'rested', 'skipped'].includes(surfaceCharge.kind);
        }),
      ),
    [kept, file],
  );
};
