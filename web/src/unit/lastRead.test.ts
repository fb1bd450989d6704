import type { BatteryLast, Placement, UnitDetail, VisitSummary } from '@vaktman/contract';
import { describe, expect, it } from 'vitest';
import { unitDetailOf } from '../../test/units';
import { lastRead } from './lastRead';

const readAt = (restingVolts: number): BatteryLast => ({
  restingVolts,
  lowestVolts: null,
  verdict: 'pass',
  figures: {},
});
const visit = (day: string, batteries: Record<string, BatteryLast>, closed = true): VisitSummary => ({
  visitId: `01932a00-0000-7000-8000-0000000000${day}` as VisitSummary['visitId'],
  startedAt: `2026-11-${day}T08:00:00Z`,
  closedAt: closed ? `2026-11-${day}T11:00:00Z` : null,
  technician: 'K. Moen',
  disposition: 'ready',
  headline: '',
  findingCount: 0,
  batteries,
  lasts: {},
});
const stay = (nth: number, from: string, to: string | null): Placement => ({
  placementId: `01932a00-0000-7000-8000-00000000010${nth}` as Placement['placementId'],
  batteryId: `01932a00-0000-7000-8000-00000000020${nth}` as Placement['batteryId'],
  position: 'B',
  from,
  to,
  removedBecause: null,
  battery: { chemistry: 'agm', duty: 'truck' },
});
const detail = (part: Partial<UnitDetail>): UnitDetail => ({ ...(unitDetailOf('P-07') as UnitDetail), ...part });
const volts = (of: UnitDetail) =>
  Object.fromEntries(Object.entries(lastRead(of)).map(([position, last]) => [position, last.restingVolts]));

describe('what was last read of the batteries of a unit', () => {
  it('is of the latest visit that read each', () => {
    const visits = [visit('20', { A: readAt(12.6) }), visit('10', { A: readAt(12.1), B: readAt(12.2) })];
    expect(volts(detail({ visits }))).toEqual({ A: 12.6, B: 12.2 });
  });
  it('is nothing of the battery that sat there before', () => {
    const visits = [visit('10', { A: readAt(12.6), B: readAt(11.2) })];
    const placements = [stay(1, '2024-05-01T12:00:00Z', '2026-11-12T09:00:00Z'), stay(2, '2026-11-12T09:00:00Z', null)];
    expect(volts(detail({ visits, placements }))).toEqual({ A: 12.6 });
  });
  it('is what was read of the new one in the visit that fitted it, open or closed', () => {
    const placements = [stay(1, '2024-05-01T12:00:00Z', '2026-11-10T09:30:00Z'), stay(2, '2026-11-10T09:30:00Z', null)];
    for (const closed of [true, false])
      expect(volts(detail({ visits: [visit('10', { B: readAt(12.7) }, closed)], placements }))).toEqual({ B: 12.7 });
  });
  it('is what was read before the first battery on record was, since no other is known to have sat there', () => {
    const placements = [stay(1, '2026-11-15T08:00:00Z', null)];
    expect(volts(detail({ visits: [visit('10', { B: readAt(12.5) })], placements }))).toEqual({ B: 12.5 });
  });
  it('is nothing where no battery sits', () => {
    const placements = [stay(1, '2024-05-01T12:00:00Z', '2026-11-12T09:00:00Z')];
    const visits = [visit('10', { B: readAt(12.5) })];
    expect(volts(detail({ visits, placements, empty: ['B'] }))).toEqual({});
  });
});
