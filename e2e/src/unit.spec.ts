import { choose, expect, test, unitsListed } from './vaktman';

test.use({ person: 'M. Holt' });

test('adds a unit with messages beside the fields, and edits it', async ({ ready: page, vaktman }) => {
  await page.getByRole('link', { name: 'Units', exact: true }).click();
  await page.getByRole('link', { name: 'Add a unit' }).click();
  await page.getByRole('button', { name: 'Add the unit' }).click();
  await expect(page.getByText(/expected some text/)).toBeVisible();
  await page.getByLabel('Number').fill('L-77');
  await page.getByLabel('What it is').fill('Wheel loader');
  await choose(page, 'System', '24');
  await choose(page, 'Arrangement', '2S2P');
  const first = page.getByRole('group', { name: 'Battery A' });
  await first.getByLabel('Make').fill('Osterud');
  await first.getByLabel('Cold cranking, A').fill('9oo');
  await page.getByRole('button', { name: 'Add the unit' }).click();
  await expect(first.getByText('expected a number')).toBeVisible();
  await first.getByLabel('Cold cranking, A').fill('900');
  await page.getByRole('button', { name: 'All like A' }).click();
  await page.getByLabel('Rating on the plate, A').fill('120');
  await expect(page.getByRole('img', { name: /^Battery D\. Osterud/ }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Add the unit' }).click();
  await expect(page).toHaveURL(/units\/L-77$/);
  await expect(page.getByText('No visit yet')).toBeVisible();
  const stored = await vaktman.unit('L-77');
  expect(stored.unit.bank).toMatchObject({
    arrangement: '2S2P',
    batteries: [{ string: 1 }, { string: 1 }, { string: 2 }, { string: 2, rating: { value: 900 } }],
  });
  await page.getByRole('link', { name: 'Edit the unit' }).click();
  await page.getByLabel('What it is').fill('Wheel loader with crusher bucket');
  await page.getByRole('button', { name: 'Save the changes' }).click();
  await expect(page.getByText('Wheel loader with crusher bucket').first()).toBeVisible();
});

test.describe('a page that was there before', () => {
  test.use({ serviceWorkers: 'allow' });
  test('shows what is kept when the server does not answer', async ({ ready: page, vaktman }) => {
    await expect(unitsListed(page).getByRole('link', { name: /P-07/ })).toBeVisible();
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => true));
    await vaktman.stop();
    await unitsListed(page).getByRole('link', { name: /P-07/ }).click();
    await expect(page.getByRole('alert')).toContainText('The server does not answer');
    await vaktman.start();
    await page.getByRole('button', { name: 'Try again' }).click();
    await expect(page.getByRole('heading', { name: 'P-07' })).toBeVisible();
  });
});
