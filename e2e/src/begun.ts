import { simulateVisit, type Reading } from '@vaktman/core';
import type { Entry } from '@vaktman/contract';
import { expect, type Page } from '@playwright/test';
import { v7 } from 'uuid';
import { scenarioOf } from '@vaktman/core/test/machineFixture';
import { goTo, type Vaktman } from './vaktman';

type Taken<Body> = Body extends Reading ? Omit<Body, 'id' | 'at'> : never;

const TAKEN_BY = 'T. Brandvold';
const BATTERY_C = -4;
const FIRST_MINUTES_AGO = 60;

/** Resting volts of batteries, as they are read on a stripped bank. @param volts by position */
export const rested = (volts: Readonly<Record<string, number>>): Taken<Reading>[] =>
  Object.entries(volts).map(([point, read]) => ({
    step: 'battery.openCircuit',
    point,
    volts: read,
    surfaceChargeStripped: true,
    batteryC: BATTERY_C,
  }));

/** What batteries read under a load held for 15 s. @param lowestVolts by position */
export const loaded = (lowestVolts: Readonly<Record<string, number>>, amps: number): Taken<Reading>[] =>
  Object.entries(lowestVolts).map(([point, volts]) => ({
    step: 'battery.load',
    point,
    lowestVolts: volts,
    amps,
    seconds: 15,
    batteryC: BATTERY_C,
  }));

/**
 * Goes on with a visit that another tablet began an hour ago: to a machine that looks sound, and read so far.
 * @returns the visit's id; the page stands at what comes next
 */
export const goOnWith = async (
  page: Page,
  vaktman: Vaktman,
  unitId: string,
  read: readonly Taken<Reading>[] = [],
): Promise<string> => {
  const { unit } = await vaktman.unit(unitId);
  const visitId = v7();
  const began = Date.now() - FIRST_MINUTES_AGO * 60_000;
  const looks = simulateVisit(scenarioOf(unit, BATTERY_C)).readings.filter(({ step }) => step.startsWith('look.'));
  const entries: Entry[] = [
    {
      kind: 'visit',
      opening: {
        unit,
        method: { profile: 'pile' },
        visit: {
          id: visitId,
          at: new Date(began).toISOString(),
          technician: TAKEN_BY,
          reason: 'pm',
          ambientC: BATTERY_C,
        },
      },
    },
    ...[...looks, ...read].map((reading, index): Entry => {
      const at = new Date(began + (index + 1) * 60_000).toISOString();
      return { kind: 'reading', visitId, takenBy: TAKEN_BY, reading: { ...reading, id: v7(), at } as Reading };
    }),
  ];
  const answer = await vaktman.fetch('/api/batches', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ entries }),
  });
  expect(await answer.json()).toMatchObject({ added: entries.length });
  await goTo(page, `/visits/${visitId}`);
  await page.getByRole('heading', { level: 1, name: unitId }).waitFor();
  return visitId;
};
