import { visitMakersSchema } from '@vaktman/contract';
import type { Browser, Page } from '@playwright/test';
import { pressed, whoKey } from '../bayTablet';
import { readsBy } from '../settings';
import {
  goTo,
  allSent,
  expect,
  openVisit,
  readAtRest,
  stripSurfaceCharge,
  test,
  toSummary,
  unitsListed,
  type Vaktman,
} from '../vaktman';
import { goOnWith } from '../begun';

/** A tablet people share, on which two of them went on by PIN, with everything on it for a shift without network. */
const tablet = async (browser: Browser, vaktman: Vaktman): Promise<Page> => {
  const context = await browser.newContext({ serviceWorkers: 'allow' });
  const page = await context.newPage();
  await page.clock.install();
  await readsBy(page, { shiftYards: null });
  await vaktman.signIn(context, 'T. Brandvold', true);
  await page.goto(vaktman.url);
  for (const [name, pin] of [
    ['I. Dahl', '271904'],
    ['T. Brandvold', '580213'],
  ] as const) {
    await whoKey(page).click();
    await page.getByRole('option', { name }).click();
    await pressed(page, pin);
    await expect(whoKey(page)).toHaveAccessibleName(`Working here: ${name}`);
  }
  await goTo(page, '/here');
  await page.getByRole('button', { name: 'Bring it now' }).click();
  await expect(page.getByText(/^(\d+) of \1 units are here/)).toBeVisible({ timeout: 60_000 });
  // The application itself is on the device as well.
  await page.evaluate(async () => navigator.serviceWorker.ready);
  return page;
};
const makersOf = async (vaktman: Vaktman, visitId: string) =>
  visitMakersSchema.parse(await (await vaktman.fetch(`/api/visits/${visitId}/makers`)).json());

test('a shift without network: begun, read, handed over by PIN, signed off, and all of it known afterwards', async ({
  browser,
  vaktman,
}) => {
  test.setTimeout(180_000);
  const page = await tablet(browser, vaktman);
  await vaktman.stop();
  await page.goto(vaktman.url);
  await expect(unitsListed(page)).toContainText('P-07');
  await expect(page.getByText(/No server in reach. Shown as of \d\d:\d\d/)).toBeVisible();
  const visitId = await openVisit(page, 'S-01');
  await stripSurfaceCharge(page);
  await readAtRest(page, 'A', '12.71');
  await page.getByRole('link', { name: /^Next:/ }).click();
  // Another one goes on; a wrong PIN is a wrong PIN here too.
  await whoKey(page).click();
  await page.getByRole('option', { name: 'I. Dahl' }).click();
  await pressed(page, '135792');
  await expect(page.getByText('The PIN is not right.')).toBeVisible();
  await pressed(page, '271904');
  await expect(whoKey(page)).toHaveAccessibleName('Working here: I. Dahl');
  await readAtRest(page, 'B', '12.70');
  await page.getByRole('link', { name: /^Next:/ }).click();
  await toSummary(page);
  await page.getByRole('link', { name: /^Close the visit/ }).click();
  await page.getByRole('button', { name: /^Close the visit/ }).click();
  await page.waitForURL(/\/record$/);
  await expect(page.getByText('Signed off by')).toBeVisible();
  await expect(page.getByText(/readings waiting for the server/)).toBeVisible();
  await vaktman.start();
  await page.goto(vaktman.url);
  await allSent(page);
  // Who went on by PIN gives it to the server once, where the page that knew it is gone.
  await expect(page.getByRole('heading', { name: 'Who is working now?' })).toBeVisible({ timeout: 30_000 });
  await pressed(page, '271904');
  await expect(whoKey(page)).toHaveAccessibleName('Working here: I. Dahl');
  // Sent is what the server has, whatever the screen said a moment ago.
  await expect
    .poll(
      async () =>
        vaktman.visit(visitId).then(
          ({ events: stored }) => stored.some(({ kind }) => kind === 'closed'),
          () => false,
        ),
      { timeout: 30_000 },
    )
    .toBe(true);
  const { file, takenBy, events } = await vaktman.visit(visitId);
  expect(events.filter(({ kind }) => kind === 'closed').map(({ by }) => by)).toEqual(['I. Dahl']);
  const rests = file.readings.filter(({ step }) => step === 'battery.openCircuit');
  expect(rests.map(({ id, point }) => [point, takenBy[id]])).toEqual([
    ['A', 'T. Brandvold'],
    ['B', 'I. Dahl'],
  ]);
  const { makers, doubts } = await makersOf(vaktman, visitId);
  expect(doubts).toEqual([]);
  expect(makers.every(({ isSigned }) => isSigned)).toBe(true);
  expect(makers.find(({ entryId }) => entryId === rests[1]?.id)).toMatchObject({
    person: 'I. Dahl',
    way: 'pin-offline',
  });
  await page.context().close();
});

test('two tablets without network meet again: nothing is lost, nothing comes twice, each sees the other', async ({
  browser,
  vaktman,
}) => {
  test.setTimeout(180_000);
  const [one, other] = [await tablet(browser, vaktman), await tablet(browser, vaktman)];
  const shared = await goOnWith(one, vaktman, 'S-01');
  await stripSurfaceCharge(one);
  await allSent(one);
  await goTo(other, `/visits/${shared}/battery.openCircuit/B`);
  await expect(other.getByRole('heading', { level: 1, name: 'S-01' })).toBeVisible();
  await stripSurfaceCharge(other);
  await allSent(other);
  await vaktman.stop();
  await one.goto(`${vaktman.url}/visits/${shared}/battery.openCircuit/A`);
  await readAtRest(one, 'A', '12.71');
  await readAtRest(other, 'B', '12.69');
  const own = [await openVisit(one, 'P-09'), await openVisit(other, 'G-03')];
  await vaktman.start();
  for (const page of [one, other]) {
    await page.goto(`${vaktman.url}/visits/${shared}`);
    await allSent(page);
  }
  const restsOf = async (): Promise<string[]> =>
    (await vaktman.visit(shared)).file.readings
      .filter(({ step }) => step === 'battery.openCircuit')
      .map(({ point }) => point)
      .sort();
  await expect.poll(restsOf, { timeout: 30_000 }).toEqual(['A', 'B']);
  for (const visitId of own) {
    await expect
      .poll(
        async () => {
          const stored = await vaktman.fetch(`/api/visits/${visitId}`);
          if (!stored.ok) return stored.status;
          const { events } = (await stored.json()) as { events: { kind: string }[] };
          return events.filter(({ kind }) => kind === 'cautions-acknowledged').length;
        },
        { timeout: 30_000 },
      )
      .toBe(1);
    expect((await makersOf(vaktman, visitId)).doubts).toEqual([]);
  }
  await goTo(one, `/visits/${shared}/record`);
  for (const volts of ['12.71', '12.69']) await expect(one.getByText(new RegExp(volts)).first()).toBeVisible();
  await one.context().close();
  await other.context().close();
});

test('a lost tablet is emptied once it hears that it was ended, but of what it could not send', async ({
  browser,
  vaktman,
}) => {
  test.setTimeout(180_000);
  const page = await tablet(browser, vaktman);
  const kept = (): Promise<number> =>
    page.evaluate(
      async () =>
        new Promise<number>((resolve, reject) => {
          const asked = indexedDB.open('vaktman-shift');
          asked.onerror = () => reject(new Error('no database'));
          asked.onsuccess = () => {
            const count = asked.result.transaction('answers').objectStore('answers').count();
            count.onsuccess = () => {
              asked.result.close();
              resolve(count.result);
            };
          };
        }),
    );
  expect(await kept()).toBeGreaterThan(20);
  const { devices } = (await (await vaktman.fetch('/api/devices')).json()) as {
    devices: { deviceId: string; name: string; endedAt: string | null }[];
  };
  const lost = devices.find(({ name }) => name.startsWith('T. Brandvold'));
  const ended = await vaktman.fetch(`/api/devices/${lost?.deviceId}/ending`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: '{}',
  });
  expect(ended.status).toBe(200);
  await page.goto(vaktman.url);
  await expect(page.getByRole('heading', { name: 'Sign in', exact: true })).toBeVisible({ timeout: 20_000 });
  await expect.poll(kept, { timeout: 20_000 }).toBe(0);
  // And nobody goes on there by PIN any more, with or without the server.
  await vaktman.stop();
  await page.goto(vaktman.url);
  await expect(page.getByRole('heading', { name: 'Nobody can sign in just now' })).toBeVisible({ timeout: 20_000 });
  await vaktman.start();
  await page.context().close();
});
