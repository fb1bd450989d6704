import {
  choose,
  goTo,
  allSent,
  closeVisit,
  expect,
  readAtRest,
  stripSurfaceCharge,
  test,
  toSummary,
  type Vaktman,
  leap,
  NOWHERE,
} from './vaktman';
import { goOnWith, rested } from './begun';
import type { Browser, Page } from '@playwright/test';
import { readsBy } from './settings';
import { unitDetailSchema } from '@vaktman/contract';

test.use({ begins: NOWHERE });

/** Another device: its own storage, its own person. */
const deviceOf = async (browser: Browser, vaktman: Vaktman, person: string): Promise<Page> => {
  const context = await browser.newContext();
  const page = await context.newPage();
  await vaktman.signIn(context, person);
  await readsBy(page);
  await page.goto(vaktman.url);
  return page;
};

test('a clock that leads to another machine mixes nothing: readings and surface charge stay with their own', async ({
  ready: page,
  vaktman,
}) => {
  const first = await goOnWith(page, vaktman, 'P-09');
  await page.getByRole('button', { name: 'Lamps and blower are on' }).click();
  const second = await goOnWith(page, vaktman, 'P-07');
  await page.getByRole('button', { name: 'Lamps and blower are on' }).click();
  await leap(page, 61_000);
  // By the clock to the other machine, while this one is being stripped, and on at once.
  await page.getByRole('button', { name: /^Clocks/ }).click();
  await page.getByRole('link', { name: /P-09: lamps/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'P-09' })).toBeVisible();
  await page.getByRole('button', { name: 'Everything is off' }).click();
  await leap(page, 121_000);
  await readAtRest(page, 'A', '12.66');
  await goTo(page, `/visits/${second}`);
  await expect(page.getByRole('heading', { level: 1, name: 'P-07' })).toBeVisible();
  // The other machine's own clock has not moved on.
  await expect(page.getByRole('heading', { name: 'Switch everything off' })).toBeVisible();
  await allSent(page);
  const [one, two] = [await vaktman.visit(first), await vaktman.visit(second)];
  const rests = (visit: typeof one) => visit.file.readings.filter(({ step }) => step === 'battery.openCircuit');
  expect([one.file.unit.id, rests(one).length]).toEqual(['P-09', 1]);
  expect([two.file.unit.id, rests(two).length]).toEqual(['P-07', 0]);
});

test('a load that is on is seen and ended from every screen, and a bouncing press does not end it', async ({
  ready: page,
  vaktman,
}) => {
  const visitId = await goOnWith(page, vaktman, 'P-09', rested({ A: 12.66 }));
  await goTo(page, `/visits/${visitId}/battery.load/A`);
  // A bounce is a matter of parts of a second: the page's clock stands while it is tried.
  await page.clock.pauseAt((await page.evaluate(() => Date.now())) + 1000);
  await page.getByRole('button', { name: /start 15 s/ }).dblclick();
  await expect(page.getByRole('heading', { name: /^Hold / })).toBeVisible();
  await page.clock.fastForward(300);
  await page.getByRole('button', { name: 'Load is off early' }).click();
  await expect(page.getByRole('heading', { name: /^Hold / })).toBeVisible();
  await page.clock.resume();
  await page.getByRole('link', { name: 'Leave step' }).click();
  await page.goto(vaktman.url);
  await expect(page.getByRole('timer', { name: 'P-09, battery A under load' })).toBeVisible();
  await expect(page).toHaveTitle(/load is on/);
  await leap(page, 16_000);
  await expect(page.getByRole('alertdialog', { name: 'Release load now' })).toBeVisible();
  await page.clock.fastForward(400);
  await page.getByRole('button', { name: 'Load is off' }).click();
  await goTo(page, `/visits/${visitId}/battery.load/A`);
  await expect(page.getByRole('heading', { name: 'What did battery A read?' })).toBeVisible();
  // As measured, not as it should have been.
  await expect(page.getByTestId('entry-seconds')).not.toHaveText(/^15[^.]*$/);
});

test('two people in one visit see each other within two seconds, and neither overwrites the other', async ({
  ready: page,
  vaktman,
  browser,
}) => {
  const visitId = await goOnWith(page, vaktman, 'P-09');
  await stripSurfaceCharge(page);
  await readAtRest(page, 'A', '12.66');
  await allSent(page);
  const other = await deviceOf(browser, vaktman, 'I. Dahl');
  await goTo(other, `/visits/${visitId}/summary`);
  await expect(other.getByRole('link', { name: 'Open-circuit volts, battery A' }).first()).toBeVisible();
  await toSummary(page);
  await goTo(page, `/visits/${visitId}/battery.openCircuit/B`);
  await readAtRest(page, 'B', '12.41');
  await expect(other.getByRole('link', { name: 'Open-circuit volts, battery B' }).first()).toBeVisible({
    timeout: 4000,
  });
  await goTo(other, `/visits/${visitId}/look.belt/drive`);
  await expect(other.getByRole('heading', { level: 1, name: 'P-09' })).toBeVisible();
  const { file } = await vaktman.visit(visitId);
  expect(file.readings.filter(({ step }) => step === 'battery.openCircuit')).toHaveLength(2);
  await other.context().close();
});

test('a signed visit takes nothing but an amendment, and what came too late is set aside, seen and settled', async ({
  ready: page,
  vaktman,
  browser,
}) => {
  const visitId = await goOnWith(page, vaktman, 'P-09');
  await stripSurfaceCharge(page);
  await readAtRest(page, 'A', '12.66');
  await allSent(page);
  const late = await deviceOf(browser, vaktman, 'I. Dahl');
  await goTo(late, `/visits/${visitId}/battery.hydrometer/A`);
  await expect(late.getByRole('heading', { level: 1, name: 'P-09' })).toBeVisible();
  await late.context().setOffline(true);
  await toSummary(page);
  await closeVisit(page);
  await goTo(page, `/visits/${visitId}/battery.openCircuit/B`);
  await expect(page.getByRole('heading', { name: 'This visit is signed off' })).toBeVisible();

  // Out of reach of the network the other one goes on.
  for (const cell of ['4', '1.262', '1.260', '1.263', '1.261', '1.262', '1.260']) {
    await late.keyboard.type(cell);
    await late.keyboard.press('Enter');
  }
  await expect(late.getByText(/reading waiting/)).toBeVisible();
  await late.context().setOffline(false);
  await late.getByRole('link', { name: /The server did not take 1 entry/ }).click();
  await expect(late.getByText(/was signed off at/)).toBeVisible();
  await late.getByRole('button', { name: 'Drop it' }).first().click();
  await late.getByRole('button', { name: 'the lead has it' }).click();
  await late.getByRole('dialog').getByRole('button', { name: 'Drop it' }).click();
  await expect(late.getByText(/Nothing: all that was recorded here/)).toBeVisible();

  await goTo(page, `/visits/${visitId}/record`);
  await page.getByRole('button', { name: 'Amend' }).click();
  await page.getByRole('button', { name: 'a reading was forgotten' }).click();
  await page.getByRole('button', { name: 'Open the amendment' }).click();
  await expect(page.getByText(/an amendment is open/)).toBeVisible();
  await goTo(page, `/visits/${visitId}/battery.openCircuit/B`);
  await readAtRest(page, 'B', '12.6');
  await toSummary(page);
  await closeVisit(page);
  await expect(page.getByRole('heading', { name: 'Amended after sign-off' })).toBeVisible();
  const visit = await vaktman.visit(visitId);
  expect(Object.keys(visit.amended)).toHaveLength(1);
  expect(visit.file.readings.filter(({ step }) => step === 'battery.openCircuit')).toHaveLength(2);
  await late.context().close();
});

test('a battery replaced in the middle keeps its own reading, and asks for rest, joints and temperature again', async ({
  ready: page,
  vaktman,
}) => {
  const visitId = await goOnWith(page, vaktman, 'P-09', rested({ A: 9.8 }));
  const before = (await vaktman.unit('P-09')).placements.find(({ position, to }) => position === 'A' && to === null)!;
  await goTo(page, `/visits/${visitId}/findings`);
  await page
    .getByText(/Replace battery A/)
    .first()
    .click();
  await page.getByRole('button', { name: 'It is done' }).first().click();
  await page.getByLabel('Serial at A').fill('BR-90001');
  await choose(page, 'The old battery', { words: 'goes back to its maker' });
  await page.getByRole('button', { name: 'It is fitted' }).dblclick();
  await expect(page.getByRole('button', { name: 'It is fitted' })).toHaveCount(0);
  await allSent(page);
  await goTo(page, `/visits/${visitId}/battery.openCircuit/A`);
  await expect(page.getByRole('heading', { name: 'Strip surface charge' })).toBeVisible();
  await stripSurfaceCharge(page);
  await expect(page.getByText('Battery temperature (if read)')).toBeVisible();
  await readAtRest(page, 'A', '12.70');
  await allSent(page);
  const after = unitDetailSchema.parse(await (await vaktman.fetch(`/api/units/P-09`)).json());
  expect(after.placements.filter(({ position, to }) => position === 'A' && to === null)).toMatchObject([
    { battery: { serial: 'BR-90001' } },
  ]);
  const old = (await (await vaktman.fetch(`/api/batteries/${before.batteryId}`)).json()) as {
    state: string;
    figures: { restingVolts: number }[];
  };
  expect(old.state).toBe('claimed');
  expect(old.figures.at(-1)?.restingVolts).toBe(9.8);
  await goTo(page, `/visits/${visitId}/record`);
  await expect(page.getByText(new RegExp(`BR-90001.*in place of.*${before.battery.serial ?? ''}`))).toBeVisible();
});
