import { judge, type Reading, type VisitEvent, signedJudgement, recordedVisit, visitRecord } from '@vaktman/core';
import { describe, expect, it } from 'vitest';
import { minute, rested, unit12, visitWith } from '../../core/test/visitFixture';
import { batchSchema, entrySchema } from './index';

const VISIT = '018f3a52-7b1c-7a00-8000-000000000001';
const READING = '018f3a52-7b1c-7a00-8000-000000000002';
const EVENT = '018f3a52-7b1c-7a00-8000-000000000003';
const reading = {
  id: READING,
  step: 'battery.openCircuit',
  point: 'A',
  at: '2026-11-24T09:05:00+01:00',
  volts: 12.66,
} as const;
const entry = { kind: 'reading', visitId: VISIT, takenBy: 'I. Dahl', reading } as const;
const problemsOf = (input: unknown): string[] => {
  const parsed = entrySchema.safeParse(input);
  return parsed.success ? [] : parsed.error.issues.map(({ path }) => path.join('.'));
};

describe('an entry of a device', () => {
  it('is taken as devices of the version before made it: without device, sequence and amendment', () => {
    expect(problemsOf(entry)).toEqual([]);
    expect(
      problemsOf({
        kind: 'event',
        visitId: VISIT,
        event: { kind: 'closed', eventId: EVENT, at: reading.at, by: 'I. Dahl', remark: '', signedBy: 'M. Holt' },
      }),
    ).toEqual([]);
  });
  it.each([
    ['a NUL in a name', { ...entry, takenBy: 'I.\u0000 Dahl' }, 'takenBy'],
    ['half a surrogate pair', { ...entry, takenBy: 'I. Dahl \ud83d' }, 'takenBy'],
    ['an id that is none', { ...entry, reading: { ...reading, id: '' } }, 'reading.id'],
    ['a time without offset', { ...entry, reading: { ...reading, at: '2026-11-24T09:05:00' } }, 'reading.at'],
    ['a slipped decimal', { ...entry, reading: { ...reading, volts: 126.6 } }, 'reading.volts'],
  ])('with %s is refused at its field', (_what, input, path) => expect(problemsOf(input)).toContain(path));
  it('writes ids in one case, so that sending twice changes nothing', () => {
    const parsed = entrySchema.parse({ ...entry, visitId: VISIT.toUpperCase() });
    expect(parsed).toMatchObject({ visitId: VISIT });
  });
  it('comes in a batch of at least one', () => {
    expect(batchSchema.safeParse({ entries: [] }).success).toBe(false);
    expect(batchSchema.safeParse({ entries: [entry], sentAt: '2026-11-24T09:06:00+01:00' }).success).toBe(true);
  });
});

describe('a visit with everything in it', () => {
  const file = visitWith([rested('A', 12.3)]);
  const opening = { unit: unit12(), method: file.method, visit: file.visit };
  const closed = (part: Partial<Extract<VisitEvent, { kind: 'closed' }>> = {}): VisitEvent => ({
    kind: 'closed',
    eventId: EVENT,
    at: minute(9),
    by: 'I. Dahl',
    remark: 'as seen',
    signedBy: 'M. Holt',
    ...part,
  });
  const detail = (events: VisitEvent[], signedAs = {}) =>
    recordedVisit({ opening, readings: file.readings as Reading[], events, takenBy: {}, amended: {}, signedAs });
  const kept = { ...judge(file), disposition: 'hold' as const };

  it('stands as it was signed, and is judged anew only while it is open', () => {
    expect(signedJudgement(detail([]))).toBeNull();
    expect(signedJudgement(detail([closed()]))).toBeNull();
    expect(signedJudgement(detail([closed()], { [EVENT]: kept }))).toEqual(kept);
    const amended: VisitEvent = {
      kind: 'amended',
      eventId: READING,
      at: minute(12),
      by: 'I. Dahl',
      reason: 'forgotten',
    };
    expect(signedJudgement(detail([closed(), amended], { [EVENT]: kept }))).toBeNull();
  });
  it('is told in words: what was read, against what, and how it stands', () => {
    const record = visitRecord(detail([closed()]), (iso) => iso.slice(11, 16), undefined, 'Oslo');
    const text = JSON.stringify(record);
    for (const part of ['12.30 V', 'min 12.40 V', 'Low on charge: battery A', 'as seen', 'Oslo'])
      expect(text).toContain(part);
    expect(record.disposition).toBe('unfinished');
  });
});
