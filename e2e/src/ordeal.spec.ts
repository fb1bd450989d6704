import { expect, test } from '@playwright/test';
import { ordeal } from './ordeal/ordeal';

test('twenty-two faults lose, double, mix and stick nothing', async ({ browser }) => {
  test.setTimeout(300_000);
  const { lost, doubled, mixed, stuck, toldFull, endedByItself, typed } = await ordeal(browser, 22, () => undefined);
  expect({ lost, doubled, mixed, stuck, endedByItself }).toEqual({
    lost: [],
    doubled: [],
    mixed: [],
    stuck: 0,
    endedByItself: 0,
  });
  expect(toldFull).toBeGreaterThan(0);
  expect(typed).toBeGreaterThan(30);
});
