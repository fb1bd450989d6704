import { expect, test } from '@playwright/test';
import { standby } from './ordeal/standby';

test('the primary database loses its power during visits: nothing acknowledged is lost, and writes go on within 30 s', async () => {
  test.setTimeout(300_000);
  const { acknowledged, lost, doubled, pausesMs } = await standby(1, () => undefined);
  expect({ lost, doubled }).toEqual({ lost: [], doubled: [] });
  expect(acknowledged).toBeGreaterThan(50);
  expect(pausesMs[0]).toBeLessThan(30_000);
});
