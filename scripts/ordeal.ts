import { chromium } from '@playwright/test';
import { hostile } from '../e2e/src/ordeal/hostile';
import { ordeal } from '../e2e/src/ordeal/ordeal';
import { ensureBuild } from './build.mjs';
import { ensureTools } from './setup/tools.mjs';

const say = (line: string): boolean => process.stdout.write(`${line}\n`);
const [first, second] = process.argv.slice(2);
const isHostile = first === 'hostile';
const counted = isHostile ? second : first;
const count = Number(counted ?? (isHostile ? 20_000 : 300));
if (!Number.isInteger(count) || count < 1) {
  process.stderr.write(
    `Usage: npm run ordeal -- [faults] or npm run ordeal -- hostile [requests]. Expected a whole number from 1, received ${counted}\n`,
  );
  process.exit(2);
}
await ensureBuild();
const began = Date.now();
const seconds = (): number => Math.round((Date.now() - began) / 1000);

/** Requests nobody sends by accident, at every route, by nobody and by every role. */
const sendHostile = async (): Promise<number> => {
  const { statuses, failed, endedByItself, halfWritten } = await hostile(count, say);
  for (const [status, times] of Object.entries(statuses)) say(`${status}: ${times}`);
  say(
    `${count} requests in ${seconds()} s; ${failed.length} failures, server ended by itself ${endedByItself} times, ${halfWritten.length} half written`,
  );
  if (failed.length + halfWritten.length > 0)
    say(JSON.stringify({ failed: failed.slice(0, 20), halfWritten }, null, 2));
  return failed.length + endedByItself + halfWritten.length;
};

/** Visits in the real browser while it kills, cuts and doubles. */
const leadVisits = async (): Promise<number> => {
  const tools = ensureTools(['chromium']) as { chromium: string };
  const browser = await chromium.launch({
    executablePath: tools.chromium,
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking'],
  });
  const { faults, typed, lost, doubled, mixed, stuck, endedByItself } = await ordeal(browser, count, say);
  await browser.close();
  for (const [name, times] of Object.entries(faults)) say(`${name}: ${times}`);
  say(
    `${typed} readings typed in ${seconds()} s; ${lost.length} lost, ${doubled.length} doubled, ${mixed.length} mixed, ${stuck} stuck, ` +
      `server ended by itself ${endedByItself} times`,
  );
  const bad = lost.length + doubled.length + mixed.length + stuck + endedByItself;
  if (bad > 0) say(JSON.stringify({ lost, doubled, mixed }, null, 2));
  return bad;
};

process.exit((isHostile ? await sendHostile() : await leadVisits()) === 0 ? 0 : 1);
