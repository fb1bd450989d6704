import { chromium } from '@playwright/test';
import { ordeal } from '../e2e/src/ordeal/ordeal';
import { ensureBuild } from './build.mjs';
import { ensureTools } from './setup/tools.mjs';

const count = Number(process.argv[2] ?? 300);
if (!Number.isInteger(count) || count < 1) {
  process.stderr.write(
    `Usage: npm run ordeal -- [faults]. Expected a whole number from 1, received ${process.argv[2]}\n`,
  );
  process.exit(2);
}
const tools = ensureTools(['chromium']) as { chromium: string };
await ensureBuild();
const browser = await chromium.launch({
  executablePath: tools.chromium,
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking'],
});
const began = Date.now();
const { faults, typed, lost, doubled, mixed, stuck, endedByItself } = await ordeal(browser, count, (line) =>
  process.stdout.write(`${line}\n`),
);
await browser.close();
for (const [name, times] of Object.entries(faults)) process.stdout.write(`${name}: ${times}\n`);
process.stdout.write(
  `${typed} readings typed in ${Math.round((Date.now() - began) / 1000)} s; ${lost.length} lost, ${doubled.length} doubled, ` +
    `${mixed.length} mixed, ${stuck} stuck, server ended by itself ${endedByItself} times\n`,
);
const bad = lost.length + doubled.length + mixed.length + stuck + endedByItself;
if (bad > 0) process.stdout.write(`${JSON.stringify({ lost, doubled, mixed }, null, 2)}\n`);
process.exit(bad === 0 ? 0 : 1);
