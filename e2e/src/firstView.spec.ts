import { join } from 'node:path';
import { root } from '../../scripts/setup/root.mjs';
import { firstViewBytes, firstViewFiles } from '../../scripts/firstView';
import { expect, test, unitsListed } from './vaktman';

const MOST_BYTES = 220_000;

test('the first view stands with the script its page names, at most 220 kB of it, whatever else is on its way', async ({
  page,
  vaktman,
  person,
}) => {
  const built = join(root, 'dist/web');
  const named = firstViewFiles(built);
  expect(firstViewBytes(built)).toBeLessThanOrEqual(MOST_BYTES);
  const asked: string[] = [];
  await page.route('**/*.js', async (route) => {
    const file = route.request().url().split('/').pop() ?? '';
    asked.push(file);
    // Anything else never arrives.
    if (named.includes(file)) await route.continue();
  });
  await vaktman.signIn(page.context(), person);
  await page.goto(vaktman.url);
  await expect(unitsListed(page).getByRole('link', { name: /P-07/ })).toBeVisible();
  expect(asked).toEqual(expect.arrayContaining([...named]));
});
