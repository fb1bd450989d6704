import type { Batch, Entry } from '@vaktman/contract';
import type { Fitting, Reading, Unit, VisitEvent } from '@vaktman/core';
import { v7 } from 'uuid';
import type { appOn } from './testDatabase';

type App = ReturnType<typeof appOn>;
type Made = NonNullable<Entry['made']>;
type WithoutId<T> = T extends unknown ? Omit<T, 'id'> : never;
type EventFields = VisitEvent extends infer E ? (E extends VisitEvent ? Omit<E, 'eventId' | 'by'> : never) : never;

/** A minute of the visits of these tests, as an instant. */
export const minute = (count: number): string =>
  new Date(Date.parse('2026-11-24T09:00:00+01:00') + count * 60_000).toISOString();

/** Opens a visit to a unit and adds to it, as a device does. */
export class TestVisit {
  readonly id = v7();
  readonly #app: App;
  readonly #unit: Unit;

  constructor(app: App, unit: Unit) {
    this.#app = app;
    this.#unit = unit;
  }
  opening(at = minute(0)): Entry {
    return {
      kind: 'visit',
      opening: {
        unit: this.#unit,
        method: { profile: 'pile' },
        visit: { id: this.id, at, technician: 'I. Dahl', reason: 'pm', ambientC: -4 },
      },
    };
  }
  reading(fields: WithoutId<Reading>, made?: Made, amends?: string): Entry {
    return {
      kind: 'reading',
      visitId: this.id,
      takenBy: 'R. Hask',
      reading: { ...fields, id: v7() } as Reading,
      ...(made === undefined ? {} : { made }),
      ...(amends === undefined ? {} : { amends }),
    };
  }
  rest(position: string, volts: number, at: string, made?: Made): Entry {
    return this.reading({ step: 'battery.openCircuit', point: position, volts, surfaceChargeStripped: true, at }, made);
  }
  load(position: string, lowestVolts: number, amps: number, at: string): Entry {
    return this.reading({ step: 'battery.load', point: position, lowestVolts, amps, seconds: 15, at });
  }
  event(fields: EventFields, made?: Made): Entry {
    return {
      kind: 'event',
      visitId: this.id,
      event: { ...fields, eventId: v7(), by: 'I. Dahl' } as VisitEvent,
      ...(made === undefined ? {} : { made }),
    };
  }
  replaced(fitted: Fitting, at: string, made?: Made): Entry {
    const { position } = fitted;
    return this.event(
      {
        kind: 'repaired',
        at,
        repair: { id: v7(), at, point: position, action: `Replace battery ${position}`, kind: 'replace' },
        fitted: [fitted],
      },
      made,
    );
  }
  send(entries: readonly unknown[], more: Partial<Batch> = {}): Promise<Response> {
    return sendBatch(this.#app, { entries, ...more });
  }
}

export const sendBatch = async (app: App, body: object): Promise<Response> =>
  app.request('/api/batches', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

export const fitting = (position: string, serial: string, more: Partial<Fitting['battery']> = {}): Fitting => ({
  position,
  batteryId: v7(),
  battery: { chemistry: 'flooded', duty: 'truck', rating: { value: 920, standard: 'SAE' }, serial, ...more },
});
