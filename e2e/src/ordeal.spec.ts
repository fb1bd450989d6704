import { expect, test } from '@playwright/test';
import { FAULTS, ordeal } from './ordeal/ordeal';

test('a fault of each kind loses, doubles, mixes and holds up nothing', async ({ browser }) => {
  test.setTimeout(300_000);
  const { lost, doubled, mixed, stuck, toldFull, endedByItself, typed } = await ordeal(
    browser,
    FAULTS.length,
    () => undefined,
  );
  expect({ lost, doubled, mixed, stuck, endedByItself }).toEqual({
    lost: [],
    doubled: [],
    mixed: [],
    stuck: 0,
    endedByItself: 0,
  });
  expect(toldFull).toBeGreaterThan(0);
  expect(typed).toBeGreaterThan(15);
});
