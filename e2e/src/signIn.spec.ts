import { pressed, whoKey } from './bayTablet';
import { readsBy } from './settings';
import { carry } from './carry';
import { goTo, allSent, choose, expect, readAtRest, stripSurfaceCharge, test, unitsListed } from './vaktman';
import { goOnWith } from './begun';

test('shows the made-up people and lets one in by one press', async ({ page, vaktman }) => {
  await page.goto(`${vaktman.url}/units/P-07`);
  await expect(page.getByRole('heading', { name: 'People of the demo' })).toBeVisible();
  await expect(page.getByText('copper thaw ladder')).toBeVisible();
  await page.getByRole('button', { name: 'Go on as T. Brandvold' }).click();
  // Where one wanted to go is where one is.
  await expect(page.getByRole('heading', { name: 'P-07', level: 1 })).toBeVisible();
  await expect(whoKey(page)).toHaveAccessibleName('Working here: T. Brandvold');
  // A technician does not see what only a lead does.
  await page.goto(vaktman.url);
  await expect(unitsListed(page)).toContainText('P-07');
  await expect(page.getByRole('link', { name: 'Take in' })).toHaveCount(0);
  await page.reload();
  await expect(unitsListed(page)).toContainText('P-07');
});

test('another goes on by PIN in mid-visit: what was half typed stays with who typed it, what comes next is in the new name', async ({
  page,
  vaktman,
}) => {
  await page.clock.install();
  await readsBy(page);
  await vaktman.signIn(page.context(), 'T. Brandvold', true);
  await page.goto(vaktman.url);
  const visitId = await goOnWith(page, vaktman, 'S-01');
  await stripSurfaceCharge(page);
  await readAtRest(page, 'A', '12.71');
  await page.getByRole('link', { name: /^Next:/ }).click();
  await page.keyboard.type('12.6');
  await whoKey(page).click();
  await expect(page.getByRole('heading', { name: 'Who is working now?' })).toBeVisible();
  // Large enough for gloves.
  const box = await page.getByRole('button', { name: '5', exact: true }).boundingBox();
  expect(Math.min(box?.width ?? 0, box?.height ?? 0)).toBeGreaterThanOrEqual(96);
  await page.getByRole('option', { name: 'I. Dahl' }).click();
  await pressed(page, '271904');
  await expect(whoKey(page)).toHaveAccessibleName('Working here: I. Dahl');
  await readAtRest(page, 'B', '12.70');
  await allSent(page);
  const { takenBy, file } = await vaktman.visit(visitId);
  const by = Object.fromEntries(
    file.readings.flatMap((reading) => ('volts' in reading ? [[reading.point, takenBy[reading.id]]] : [])),
  );
  expect(by).toEqual({ A: 'T. Brandvold', B: 'I. Dahl' });
});

test('a device that a lead ends is out at once, keeps what it recorded, and sends it once somebody is in again', async ({
  page,
  vaktman,
  browser,
}) => {
  await page.clock.install();
  await readsBy(page);
  await vaktman.signIn(page.context(), 'T. Brandvold', true);
  await page.goto(vaktman.url);
  const visitId = await goOnWith(page, vaktman, 'S-01');
  await stripSurfaceCharge(page);
  await allSent(page);
  // A lead on another device ends this one.
  const desk = await browser.newContext();
  await carry(desk, vaktman.url, await vaktman.cookiesOf('M. Holt'));
  const lead = await desk.newPage();
  await lead.goto(`${vaktman.url}/devices`);
  const row = lead.getByRole('form', { name: "T. Brandvold's tablet" });
  await row.getByRole('button', { name: 'End it' }).click();
  await expect(async () => {
    await row.getByRole('button', { name: 'Surely end it' }).click({ timeout: 1000 });
    await expect(row).toHaveCount(0, { timeout: 1000 });
  }).toPass();
  await expect(lead.getByText(/^Ended: T. Brandvold's tablet/)).toBeVisible();
  // What is read now is kept on the device.
  await page.keyboard.type('12.71');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Sign in', exact: true })).toBeVisible({ timeout: 20_000 });
  expect((await vaktman.visit(visitId)).file.readings.some((reading) => 'volts' in reading)).toBe(false);
  await page.getByRole('button', { name: 'Go on as T. Brandvold' }).click();
  await expect
    .poll(async () => (await vaktman.visit(visitId)).file.readings.some((reading) => 'volts' in reading), {
      timeout: 30_000,
    })
    .toBe(true);
  await desk.close();
});

test('somebody new chooses words by a link a lead made, and the link opens nothing a second time', async ({
  page,
  vaktman,
  browser,
}) => {
  await vaktman.signIn(page.context(), 'M. Holt');
  await page.goto(`${vaktman.url}/people`);
  await page.getByLabel('New name').fill('K. Moen');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const row = page.getByRole('form', { name: 'K. Moen' });
  await row.getByRole('button', { name: 'Let in' }).click();
  await page.getByRole('button', { name: 'Make a link' }).click();
  const address = await page.locator('code').innerText();
  const own = await browser.newContext();
  const phone = await own.newPage();
  await phone.goto(address);
  await expect(phone.getByRole('heading', { name: 'Welcome, K. Moen' })).toBeVisible();
  await phone.getByLabel('New passphrase').fill('passwordpassword');
  await phone.getByRole('button', { name: 'Keep them and sign in' }).click();
  await expect(phone.getByText(/words that are not tried first/)).toBeVisible();
  await phone.getByLabel('New passphrase').fill('ravine copper teacup');
  await phone.getByLabel(/^New PIN/).fill('408817');
  await phone.getByRole('button', { name: 'Keep them and sign in' }).click();
  await expect(whoKey(phone)).toHaveAccessibleName('Working here: K. Moen');
  await phone.goto(address);
  await phone.reload();
  await expect(phone.getByRole('heading', { name: 'This link opens nothing' })).toBeVisible();
  await own.close();
});

test('a browser that is new asks for a code where the fleet wants one, and the code made elsewhere lets it in', async ({
  page,
  vaktman,
  browser,
}) => {
  await vaktman.signIn(page.context(), 'M. Holt');
  await page.goto(`${vaktman.url}/devices`);
  await choose(page, 'It asks for', 'code');
  // Somebody of the fleet's own, on record at one browser.
  const added = await vaktman.fetch('/api/people', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'L. Skog', role: 'technician' }),
  });
  const { personId } = (await added.json()) as { personId: string };
  const made = await vaktman.fetch(`/api/people/${personId}/link`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: '{}',
  });
  const { path } = (await made.json()) as { path: string };
  const first = await browser.newContext();
  const own = await first.newPage();
  await own.goto(`${vaktman.url}${path}`);
  await own.getByLabel('New passphrase').fill('pebble lantern crow');
  await own.getByRole('button', { name: 'Keep them and sign in' }).click();
  await expect(whoKey(own)).toHaveAccessibleName('Working here: L. Skog');
  await goTo(own, '/me');
  await own.getByRole('button', { name: 'Make a code' }).click();
  await own.getByLabel('Passphrase of L. Skog').fill('pebble lantern crow');
  await own.getByRole('button', { name: 'Go on', exact: true }).click();
  const digits = (await own.getByText(/^\d{4} \d{4}$/).textContent())?.replace(' ', '') ?? '';
  const second = await browser.newContext();
  const other = await second.newPage();
  await other.goto(vaktman.url);
  await other.getByLabel('Name').fill('L. Skog');
  await other.getByLabel('Passphrase', { exact: true }).fill('pebble lantern crow');
  await other.getByRole('button', { name: 'Sign in', exact: true }).click();
  await other.getByLabel('Code of 8 digits').fill(digits);
  await other.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(whoKey(other)).toHaveAccessibleName('Working here: L. Skog');
  await first.close();
  await second.close();
});
