import type { Entry } from '@vaktman/contract';
import { describe, expect, it } from 'vitest';
import { unit12 } from '../../../core/test/visitFixture';
import { applyEntry, mergeVisit, unionVisits } from './mergeVisit';

const visitId = '01932a00-0000-7000-8000-00000000000a';
const at = '2026-11-24T09:00:00+01:00';
const opening: Entry = {
  kind: 'visit',
  opening: {
    unit: unit12(),
    method: { profile: 'pile' },
    visit: { id: visitId, at, technician: 'I. Dahl', reason: 'pm' },
  },
};
const reading = (id: string, volts: number): Entry => ({
  kind: 'reading',
  visitId,
  takenBy: 'R. Hask',
  reading: { id, step: 'battery.openCircuit', point: 'A', at, volts },
});

describe('a visit put together from the server and this device', () => {
  it('has every entry once, whichever side knows it', () => {
    const stored = mergeVisit(null, [opening, reading('1', 12.7)]);
    const merged = mergeVisit(stored, [opening, reading('1', 12.7), reading('2', 12.6)]);
    expect(merged?.file.readings.map(({ id }) => id)).toEqual(['1', '2']);
    expect(merged?.takenBy).toEqual({ 1: 'R. Hask', 2: 'R. Hask' });
  });
  it('never loses a reading to an older answer of the server', () => {
    const older = mergeVisit(null, [opening, reading('1', 12.7)]);
    const newer = mergeVisit(null, [opening, reading('1', 12.7), reading('2', 12.6)]);
    expect(unionVisits(older, newer)?.file.readings.map(({ id }) => id)).toEqual(['1', '2']);
    expect(unionVisits(newer, older)).toEqual(newer);
    expect(unionVisits(null, newer)).toBe(newer);
  });
  it('cannot begin with a reading', () => expect(applyEntry(null, reading('1', 12.7))).toBeNull());
  it('lists repairs where judging looks for them', () => {
    const repair = { id: 'p', at, point: 'A', action: 'charged', kind: 'recharge' as const };
    const merged = mergeVisit(null, [
      opening,
      { kind: 'event', visitId, event: { kind: 'repaired', eventId: visitId, at, by: 'I. Dahl', repair } },
    ]);
    expect(merged?.file.repairs).toEqual([repair]);
  });
});
