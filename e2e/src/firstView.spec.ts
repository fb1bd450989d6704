import { join } from 'node:path';
import { root } from '../../scripts/setup/root.mjs';
import { firstViewFiles } from '../../scripts/firstView';
import { expect, test, unitsListed } from './vaktman';

const MOST_BYTES = 220_000;

test('the first view stands with the script its page names, at most 220 kB on its way, whatever else does not come', async ({
  page,
  vaktman,
  person,
}) => {
  const named = firstViewFiles(join(root, 'dist/web'));
  await page.route('**/*.js', async (route) => {
    const file = route.request().url().split('/').pop() ?? '';
    // Anything else never arrives.
    if (named.includes(file)) await route.continue();
  });
  await vaktman.signIn(page.context(), person);
  await page.goto(vaktman.url);
  await expect(unitsListed(page).getByRole('link', { name: /P-07/ })).toBeVisible();
  const came = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .filter(({ name }) => name.endsWith('.js'))
      .map((entry) => ({
        file: entry.name.split('/').pop() ?? '',
        bytes: (entry as PerformanceResourceTiming).encodedBodySize,
      })),
  );
  expect(came.filter(({ bytes }) => bytes > 0).map(({ file }) => file)).toEqual(expect.arrayContaining([...named]));
  expect(came.reduce((sum, { bytes }) => sum + bytes, 0)).toBeLessThanOrEqual(MOST_BYTES);
});
