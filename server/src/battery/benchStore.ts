import type { BatteryDetail, BenchReading } from '@vaktman/contract';
import { type BatteryId, type FleetId, BENCH_POSITION, judgeBench, type BatteryThing } from '@vaktman/core';
import type { Queryable } from '../database/pool';

/** What was read of a battery outside any visit, oldest first. */
export const loadBench = async (
  db: Queryable,
  fleetId: FleetId,
  batteryId: BatteryId,
): Promise<BatteryDetail['bench']> => {
  const { rows } = await db.query<BatteryDetail['bench'][number]>(
    `SELECT taken_by AS "takenBy", body AS reading FROM bench_reading WHERE fleet_id = $1 AND battery_id = $2
     ORDER BY read_at, reading_id`,
    [fleetId, batteryId],
  );
  return rows;
};

/** Keeps a reading; one that is kept already is left alone. */
export const insertBenchReading = async (
  db: Queryable,
  fleetId: FleetId,
  batteryId: BatteryId,
  { takenBy, reading }: BenchReading,
): Promise<void> => {
  await db.query(
    `INSERT INTO bench_reading (fleet_id, reading_id, battery_id, taken_by, read_at, body) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT (fleet_id, reading_id) DO NOTHING`,
    [fleetId, reading.id, batteryId, takenBy, reading.at, JSON.stringify(reading)],
  );
};

/** The figures of each sitting at the bench, one a day, as a visit would have given them. */
export const benchFigures = (
  battery: BatteryThing,
  bench: BatteryDetail['bench'],
  fittedFirst: Date | null,
): BatteryDetail['figures'] => {
  const days = new Map<string, BatteryDetail['bench']>();
  for (const own of bench) {
    const day = own.reading.at.slice(0, 10);
    days.set(day, [...(days.get(day) ?? []), own]);
  }
  return [...days.values()].flatMap((sitting) => {
    const readings = sitting.map(({ reading }) => reading);
    const at = readings.at(-1)?.at;
    if (at === undefined) return [];
    const isNew = fittedFirst === null || fittedFirst.getTime() > Date.parse(at);
    const { figures } = judgeBench(battery, readings, 'pile', isNew);
    const resting = readings.findLast(
      (reading) => reading.step === 'battery.openCircuit' && reading.point === BENCH_POSITION,
    );
    return [
      {
        visitId: null,
        unitId: '',
        at,
        capabilityPercent: figures.capabilityPercent ?? null,
        referenceLoadVolts: figures.referenceLoadVolts ?? null,
        restingVolts: resting?.step === 'battery.openCircuit' ? resting.volts : null,
      },
    ];
  });
};
