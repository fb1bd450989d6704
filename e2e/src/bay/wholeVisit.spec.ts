import { judgementSchema } from '@vaktman/core';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  goTo,
  allSent,
  closeVisit,
  expect,
  goOn,
  measure,
  openVisit,
  read,
  readAtRest,
  stripSurfaceCharge,
  test,
  toSummary,
  type Vaktman,
  leap,
  NOWHERE,
} from '../vaktman';
import { root } from '../../../scripts/setup/root.mjs';
import { goOnWith, loaded, rested } from '../begun';

test.use({ begins: NOWHERE });

const judgeOnCommandLine = (file: string) => {
  const judged = spawnSync('npm', ['run', '-s', 'judge', '--', file], { cwd: root, encoding: 'utf8' });
  expect(judged.status).toBe(0);
  expect(judged.stderr).toBe('');
  return judgementSchema.parse(JSON.parse(judged.stdout));
};

/** The text of a visit's record as the PDF prints it, with runs of white space as one. */
const recordText = async (vaktman: Vaktman, visitId: string): Promise<string> => {
  const answer = await vaktman.fetch(`/api/visits/${visitId}/record.pdf?paper=A4`);
  expect(answer.headers.get('content-type')).toBe('application/pdf');
  const folder = mkdtempSync(join(tmpdir(), 'vaktman-record-'));
  const file = join(folder, 'record.pdf');
  writeFileSync(file, Buffer.from(await answer.arrayBuffer()));
  const text = spawnSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
  expect(text.status).toBe(0);
  return text.stdout.replace(/\s+/g, ' ');
};

test('finds a resistive ground clamp, repairs it, tests it again and keeps both', async ({ ready: page, vaktman }) => {
  const visitId = await goOnWith(page, vaktman, 'P-09', [
    ...rested({ A: 12.68, B: 12.68, C: 12.68, D: 12.68 }),
    ...loaded({ A: 10.94, B: 10.94, C: 10.94, D: 10.94 }, 440),
  ]);
  await measure(page, 'Positive starter cable', '0.14', '500');
  await read(page, 'Ground side of the starter', '0.62', '500');
  await expect(page.getByText('failed', { exact: true }).first()).toBeVisible();
  await page.getByRole('link', { name: 'Volts lost at a joint, post A −' }).click();
  await read(page, 'Volts lost at post A −', '0.47');
  await page.getByRole('link', { name: 'Findings and repair' }).click();
  await expect(page.getByRole('heading', { name: /Joint at post A − loses volts/ })).toBeVisible();
  await expect(page.getByText(/For it/).first()).toBeVisible();
  const joint = page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: /Joint at post A −/ }) });
  await joint.getByText(/Clean and brighten/).click();
  await joint.getByRole('button', { name: 'It is done' }).click();
  // The cable it makes look lossy goes with it: both are tested again.
  await expect(joint.getByRole('region', { name: 'Of the same cause' })).toContainText('Ground side of the starter');
  await expect(page.getByRole('heading', { name: 'To test again' })).toBeVisible();
  await page.getByRole('link', { name: /^Next: volts lost at a joint, post A −, again/ }).click();
  await measure(page, 'Volts lost at post A −', '0.02');
  await measure(page, 'Ground side of the starter', '0.15', '500');
  await toSummary(page);
  const sides = page.getByRole('region', { name: 'Before and after' });
  await expect(sides).toContainText('0.47 V');
  await expect(sides).toContainText('0.02 V');
  await expect(page.getByText('None so far.')).toBeVisible();
  await closeVisit(page);

  const visit = await vaktman.visit(visitId);
  expect(visit.file.repairs).toHaveLength(1);
  const text = await recordText(vaktman, visitId);
  expect(text).toContain('Before and after repair');
  expect(text).toContain('0.62 V at 500 A');
  expect(text).toContain('Carbon pile, version 3');
  expect(text).toContain('T. Brandvold');
  expect(text).toMatch(/Next due/);

  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the visit file' }).click(),
  ]);
  const file = await saved.path();
  const judgement = judgeOnCommandLine(file);
  expect(judgement.findings).toEqual([]);
  expect(judgement.disposition).toBe('unfinished');
  expect(judgement.steps.find(({ step, point }) => step === 'start.joint' && point === 'A-')).toMatchObject({
    verdict: 'pass',
    earlier: [{ verdict: 'fail' }],
  });
  await expect(page.getByText('unfinished', { exact: true }).first()).toBeVisible();

  // Taken in again on the same fleet, by a lead, the file doubles nothing.
  await vaktman.signIn(page.context(), 'M. Holt');
  await page.goto(`${vaktman.url}/import`);
  // What is chosen belongs to whoever works here: the page first hears who that is now.
  await expect(page.getByRole('button', { name: 'Working here: M. Holt' })).toBeVisible();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose a visit file' }).click();
  await (await chooser).setFiles(file);
  await page.getByRole('button', { name: 'Take it in' }).click();
  await page.waitForURL(/summary/);
  const again = await vaktman.visit(visitId);
  expect(again.file.readings).toHaveLength(visit.file.readings.length);
});

test('traces a recharge current that never falls to one battery, and swaps it', async ({ ready: page, vaktman }) => {
  const before = await vaktman.unit('P-12');
  const old = before.placements.find(({ position, to }) => position === 'C' && to === null)!;
  const visitId = await goOnWith(page, vaktman, 'P-12', rested({ A: 12.72, B: 12.72, C: 12.72, D: 12.72 }));
  await goTo(page, `/visits/${visitId}/charge.recharge/bank`);
  await page.getByRole('button', { name: 'It idles: start 10 min' }).click();
  await leap(page, 10 * 60_000 + 1000);
  await expect(page.getByText(/Read now/)).toBeVisible();
  await read(page, 'Recharge current of the bank', '27');
  for (const [position, amps] of [
    ['A', '2.1'],
    ['B', '2.4'],
    ['C', '20.5'],
    ['D', '2.0'],
  ] as const) {
    await goTo(page, `/visits/${visitId}/charge.recharge/${position}`);
    await read(page, `Recharge current of battery ${position}`, amps);
  }
  await goTo(page, `/visits/${visitId}/findings`);
  const finding = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: /taking current: battery C/ }) });
  await finding.getByText('Replace battery C', { exact: true }).click();
  await finding.getByRole('button', { name: 'It is done' }).click();
  await page.getByLabel('Serial at C').fill('KJ-77001');
  await page.getByLabel('Cold cranking, A').fill('900');
  await page.getByRole('button', { name: 'It is fitted' }).click();
  await expect(page.getByRole('button', { name: 'It is fitted' })).toHaveCount(0);
  await allSent(page);
  const unit = await vaktman.unit('P-12');
  const at = unit.placements.filter(({ position }) => position === 'C');
  expect(at.find(({ to }) => to === null)?.battery.serial).toBe('KJ-77001');
  expect(at.find(({ batteryId }) => batteryId === old.batteryId)).toMatchObject({
    removedBecause: 'Replace battery C',
  });
  const visit = await vaktman.visit(visitId);
  expect(visit.file.unit.bank.batteries.find(({ position }) => position === 'C')?.serial).toBe('KJ-77001');
  expect(visit.unitAtOpening.bank.batteries.find(({ position }) => position === 'C')?.serial).toBe(old.battery.serial);
  await goTo(page, `/visits/${visitId}`);
  await expect(
    page.getByRole('radiogroup', { name: 'Case of battery C' }).getByRole('radio', { checked: true }),
  ).toHaveCount(0);
});

test('works on two units at once while their clocks run', async ({ ready: page }) => {
  const first = await openVisit(page, 'L-02');
  await goTo(page, `/visits/${first}/charge.recharge/bank`);
  await page.getByRole('button', { name: 'It idles: start 10 min' }).click();
  await openVisit(page, 'G-05');
  await page.getByRole('button', { name: 'Lamps and blower are on' }).click();
  await page.reload();
  const clocks = page.getByRole('button', { name: /^Clocks:/ });
  await expect(clocks).toContainText('+1');
  await expect(page).toHaveTitle(/G-05: lamps and blower on/);
  await leap(page, 61_000);
  await expect(page).toHaveTitle(/^Done: G-05/);
  await page.getByRole('button', { name: 'Everything is off' }).click();
  await leap(page, 9 * 60_000 + 2000);
  await expect(clocks).toContainText('done');
  await clocks.click();
  await page.getByRole('link', { name: 'L-02: idle, nothing on' }).click();
  await expect(page).toHaveURL(new RegExp(`${first}/charge.recharge/bank`));
  await expect(page.getByText(/Idled 10 min|Read now|It idles/)).toBeVisible();
});

test('closes a visit on a phone, judged by another method of the fleet', async ({ ready: page, vaktman }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await vaktman.signIn(page.context(), 'M. Holt');
  await page.goto(`${vaktman.url}/method?of=conductance`);
  await page.getByRole('button', { name: 'Use it for the fleet' }).click();
  await expect(page.getByText('New visits of the fleet are judged by it,')).toBeVisible();
  const visitId = await openVisit(page, 'S-04');
  await stripSurfaceCharge(page);
  for (const position of 'ABC') {
    await readAtRest(page, position, '12.7');
    await goOn(page);
  }
  for (const position of 'ABC') await measure(page, `Conductance of battery ${position}`, '780');
  await toSummary(page);
  await closeVisit(page);
  const visit = await vaktman.visit(visitId);
  expect(visit.file.method.profile).toBe('conductance');
  await goTo(page, `/visits/${visitId}/again?under=pile`);
  await expect(page.getByRole('heading', { name: 'Judged again: carbon pile' })).toBeVisible();
  await expect(page.getByRole('row', { name: /Conductance, battery A/ })).toHaveCount(0);
});
