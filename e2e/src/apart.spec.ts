import { goTo, allSent, expect, test, leap, NOWHERE } from './vaktman';
import { goOnWith, rested } from './begun';

test.use({ begins: NOWHERE });

/** The smallest picture a browser shows. */
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

test('asks for memory power and the wait before the first clamp comes off, and keeps both on the record', async ({
  ready: page,
  vaktman,
}) => {
  const { unit, yardId, revision } = (await (await vaktman.fetch(`/api/units/S-01`)).json()) as {
    unit: object;
    yardId: string;
    revision: number;
  };
  await vaktman.fetch(`/api/units/S-01`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ unit: { ...unit, memoryPower: 'needed', keyOffWaitMinutes: 2 }, yardId, revision }),
  });
  const visitId = await goOnWith(page, vaktman, 'S-01', rested({ A: 12.86, B: 12.86 }));
  await expect(page.getByRole('heading', { name: 'Before the first clamp comes off' })).toBeVisible();
  const apart = page.getByRole('button', { name: 'Memory power is on: take it apart' });
  await expect(apart).toBeDisabled();
  await page.getByRole('button', { name: /The key is off/ }).click();
  await leap(page, 121_000);
  await apart.click();
  await expect(page.getByRole('heading', { name: /^Load battery A/ })).toBeVisible();
  await goTo(page, `/visits/${visitId}/record`);
  await expect(page.getByText(/taken apart, memory power connected, key off for 2\smin/)).toBeVisible();
});

test('keeps a picture of a fault with the visit, taken while the server is down, and why a case was not seen', async ({
  ready: page,
  vaktman,
}) => {
  const visitId = await goOnWith(page, vaktman, 'G-05');
  await goTo(page, `/visits/${visitId}/look`);
  const caseOf = (position: string) => page.getByRole('toolbar', { name: `Case of battery ${position}` });
  for (const words of ['bulged', 'leaking'])
    await caseOf('A').getByRole('button', { name: words, exact: true }).click();
  for (const words of ['bulged', 'leaking'])
    await expect(caseOf('A').getByRole('button', { name: words, exact: true })).toHaveAttribute('aria-pressed', 'true');
  await caseOf('B').getByRole('button', { name: 'not seen' }).click();
  await page.getByRole('button', { name: 'boxed in' }).click();
  await page.getByRole('button', { name: 'Not seen', exact: true }).click();
  await expect(page.getByText('Because: boxed in')).toBeVisible();
  await allSent(page);
  await vaktman.stop();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Take a picture: battery A' }).click();
  await (await chooser).setFiles({ name: 'case.png', mimeType: 'image/png', buffer: PIXEL });
  await expect(page.getByRole('img', { name: /^Picture of battery A/ })).toBeVisible();
  await vaktman.start();
  await allSent(page);
  await goTo(page, `/visits/${visitId}/record`);
  const picture = page.getByRole('img', { name: /^Picture of battery A/ });
  await expect(picture).toBeVisible();
  const source = await picture.getAttribute('src');
  expect(source).not.toBeNull();
  expect((await vaktman.visit(visitId)).events.filter(({ kind }) => kind === 'photographed')).toHaveLength(1);
});
