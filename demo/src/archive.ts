import { archiveSchema, type Archive } from '@vaktman/contract';
import { v7 } from 'uuid';
import { unitHistory } from './history';
import { seeded } from './random';
import { UNITS } from './units';

/** The demo stands still at this date; last visits lie a little before it, spread by unit. */
const LAST_DAYS: Readonly<Record<string, string>> = {
  'P-12': '2026-01-19',
  'P-03': '2026-11-17',
  'P-10': '2026-11-23',
  'P-07': '2026-11-20',
};
const DEFAULT_LAST_DAYS = ['2026-11-12', '2026-11-05', '2026-10-29', '2026-11-18', '2026-10-22'];
const SEED = 20_261_123;

/** The Tindra Pass winter road service: fourteen units and two years of visits, the same on every machine. */
export const demoArchive = (): Archive => {
  const random = seeded(SEED);
  const histories = UNITS.map((spec, index) => ({
    spec,
    ...unitHistory(
      spec,
      LAST_DAYS[spec.id] ?? DEFAULT_LAST_DAYS[index % DEFAULT_LAST_DAYS.length]!,
      SEED + 101 * (index + 1),
    ),
  }));
  return archiveSchema.parse({
    format: 'vaktman-fleet',
    version: 1,
    fleet: {
      fleetId: '01932a00-0000-7000-8000-000000000001',
      name: 'Tindra Pass winter road service',
      timeZone: 'Europe/Oslo',
      yards: [
        { yardId: 'summit', name: 'Summit Station' },
        { yardId: 'lower', name: 'Lower Yard' },
      ],
      people: [
        { personId: 'i-dahl', name: 'I. Dahl', role: 'technician' },
        { personId: 't-brandvold', name: 'T. Brandvold', role: 'technician' },
        { personId: 'r-hask', name: 'R. Hask', role: 'trainee' },
        { personId: 'm-holt', name: 'M. Holt', role: 'lead' },
      ],
    },
    units: histories.map(({ spec, present }) => ({ yardId: spec.yardId, unit: present })),
    batteries: histories.flatMap(({ stays }) => stays.map(({ batteryId, battery }) => ({ batteryId, battery }))),
    placements: histories.flatMap(({ spec, stays }) =>
      stays.map(({ batteryId, position, from, to, because }) => ({
        placementId: v7({ msecs: Date.parse(from), random: random.bytes(16) }),
        batteryId,
        unitId: spec.id,
        position,
        from,
        to,
        removedBecause: because,
      })),
    ),
    visits: histories.flatMap(({ visits }) => visits),
  });
};
