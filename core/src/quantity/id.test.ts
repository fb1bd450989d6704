import { expect, it } from 'vitest';
import { z } from 'zod';
import {
  idOf,
  type BatteryId,
  type FleetId,
  type Id,
  type PersonId,
  type PlacementId,
  type UnitId,
  type VisitId,
} from './id';

it('takes plain text as any kind, and is text itself', () => {
  const unit: UnitId = 'P-07';
  const painted: string = unit;
  expect(painted).toBe('P-07');
});
it('never takes one kind for another: each line here would not compile', () => {
  const unit: UnitId = 'P-07';
  const [fleet, battery, person]: [FleetId, BatteryId, PersonId] = ['f', 'b', 'p'];
  // @ts-expect-error a unit is no visit
  const visit: VisitId = unit;
  // @ts-expect-error a battery is no stay of one
  const placement: PlacementId = battery;
  // @ts-expect-error a person is no fleet
  const other: FleetId = person;
  // @ts-expect-error nor are they in the wrong order
  const swapped: [FleetId, UnitId] = [unit, fleet];
  expect([visit, placement, other, ...swapped]).toHaveLength(5);
});
it('comes of a schema as its kind, and is held to what the schema asks', () => {
  const schema = z.object({ visitId: idOf<'visit'>(z.uuid()) });
  const { visitId }: { visitId: Id<'visit'> } = schema.parse({ visitId: '01932a00-0000-7000-9000-000000000001' });
  // @ts-expect-error what was read is a visit
  const unit: UnitId = visitId;
  expect(unit).toBe(visitId);
  expect(schema.safeParse({ visitId: 'P-07' }).success).toBe(false);
});
