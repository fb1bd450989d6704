import { chromium } from '@playwright/test';
import { hostile } from '../e2e/src/ordeal/hostile';
import { ordeal } from '../e2e/src/ordeal/ordeal';
import { standby } from '../e2e/src/ordeal/standby';
import { ensureBuild } from './build.mjs';
import { BROWSER, ensureTools } from './setup/tools.mjs';

const say = (line: string): boolean => process.stdout.write(`${line}\n`);
const [first, second] = process.argv.slice(2);
/** How many of each there are where nobody says. */
const USUAL = { faults: 300, hostile: 20_000, standby: 3 } as const;
const kind = first === 'hostile' || first === 'standby' ? first : 'faults';
const counted = kind === 'faults' ? first : second;
const count = Number(counted ?? USUAL[kind]);
if (!Number.isInteger(count) || count < 1) {
  process.stderr.write(
    `Usage: npm run ordeal -- [faults], npm run ordeal -- hostile [requests] or npm run ordeal -- standby [times the primary is killed]. Expected a whole number from 1, received ${counted}\n`,
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
  const tools = ensureTools([BROWSER]);
  const browser = await chromium.launch({
    executablePath: tools[BROWSER],
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking'],
  });
  const { faults, typed, lost, doubled, mixed, stuck, toldFull, endedByItself } = await ordeal(browser, count, say);
  await browser.close();
  for (const [name, times] of Object.entries(faults)) say(`${name}: ${times}`);
  say(
    `${typed} readings typed in ${seconds()} s; ${lost.length} lost, ${doubled.length} doubled, ${mixed.length} mixed, ${stuck} stuck, ` +
      `server ended by itself ${endedByItself} times`,
  );
  say(`${toldFull} times a full device said so, and what was typed was saved again`);
  const bad = lost.length + doubled.length + mixed.length + stuck + endedByItself;
  if (bad > 0) say(JSON.stringify({ lost, doubled, mixed }, null, 2));
  return bad;
};

/** How long writes may stand still after the primary was killed. */
const LONGEST_PAUSE_MS = 30_000;

/** Visits through two servers while the primary database is killed. */
const killPrimaries = async (): Promise<number> => {
  const { acknowledged, lost, doubled, pausesMs, quietMs } = await standby(count, say);
  const late = pausesMs.filter((pauseMs) => pauseMs > LONGEST_PAUSE_MS);
  const at = (share: number): number => quietMs[Math.floor(quietMs.length * share)] ?? 0;
  say(
    `${acknowledged} entries acknowledged in ${seconds()} s while the primary was killed ${count} times: ${lost.length} lost, ${doubled.length} doubled; ` +
      `writes stood still ${pausesMs.map((pauseMs) => (pauseMs / 1000).toFixed(1)).join(', ')} s; else acknowledged in ${at(0.5)} ms, p99 ${at(0.99)} ms`,
  );
  return lost.length + doubled.length + late.length;
};

const KINDS = { faults: leadVisits, hostile: sendHostile, standby: killPrimaries };
process.exit((await KINDS[kind]()) === 0 ? 0 : 1);
