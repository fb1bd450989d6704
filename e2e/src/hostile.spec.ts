import { expect, test } from '@playwright/test';
import { hostile } from './ordeal/hostile';

test('requests nobody sends by accident break nothing, whoever sends them, and leave nothing half written', async () => {
  test.setTimeout(180_000);
  const { statuses, failed, endedByItself, halfWritten } = await hostile(800, () => undefined, 11);
  expect({ failed, endedByItself, halfWritten }).toEqual({ failed: [], endedByItself: 0, halfWritten: [] });
  // They came through to what they were meant for, and were refused for every reason there is.
  for (const status of [200, 401, 403, 404, 415, 422]) expect(statuses[status] ?? 0, String(status)).toBeGreaterThan(0);
});
