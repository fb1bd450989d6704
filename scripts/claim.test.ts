import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { afterAll, beforeAll, expect, it } from 'vitest';

const FOLDERS = 60;
const STARTS = 4;
const claim = pathToFileURL(join(import.meta.dirname, 'setup/claim.mjs')).href;
/** Claims each folder in turn at the same moment as the others, says which it got, and stays until it is told to go. */
const start = `
import fs from 'node:fs';
import { syncBuiltinESMExports } from 'node:module';
// A disk that takes its time: what was looked at is another by the time it is taken away.
const taken = fs.rmSync;
fs.rmSync = (path, options) => {
  if (path.endsWith('/running.json')) Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 15);
  taken(path, options);
};
syncBuiltinESMExports();
const { claimFolder } = await import('${claim}');
const [place, count, at] = process.argv.slice(2);
while (Date.now() < Number(at)) {}
const one = async (folder) => {
  const got = await claimFolder(place + '/' + folder);
  if (got.claimed) got.tell('http://127.0.0.1:1');
  return got.claimed;
};
const got = await Promise.all(Array.from({ length: Number(count) }, (_, folder) => one(folder)));
process.stdout.write(JSON.stringify(got) + '\\n');
process.stdin.resume();
`;

let place = '';
beforeAll(() => {
  place = mkdtempSync(join(tmpdir(), 'vaktman-claim-'));
  // A live claim is one of a start command, by the name of its program.
  writeFileSync(join(place, 'start.mjs'), start);
});
afterAll(() => rmSync(place, { recursive: true, force: true }));

const claims = (atMs: number): { readonly got: Promise<boolean[]>; readonly end: () => void } => {
  const child = spawn(process.execPath, [join(place, 'start.mjs'), place, String(FOLDERS), String(atMs)], {
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  const got = new Promise<boolean[]>((resolve) => {
    let said = '';
    child.stdout.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      if (said.endsWith('\n')) resolve(JSON.parse(said) as boolean[]);
    });
  });
  return { got, end: () => child.stdin.end() };
};

it.each([
  // No process has this number.
  ['left behind by one that was killed', JSON.stringify({ pid: 2 ** 30, address: null })],
  ['with a claim that is damaged', '{"pid":'],
])('a folder %s is claimed by one of those that start at the same moment', async (_kind, left) => {
  for (let folder = 0; folder < FOLDERS; folder++) {
    rmSync(join(place, String(folder)), { recursive: true, force: true });
    mkdirSync(join(place, String(folder)));
    writeFileSync(join(place, String(folder), 'running.json'), left);
  }
  const starts = Array.from({ length: STARTS }, () => claims(Date.now() + 1500));
  const got = await Promise.all(starts.map((own) => own.got));
  for (const own of starts) own.end();
  const claimedBy = Array.from({ length: FOLDERS }, (_, folder) => got.filter((own) => own[folder]).length);
  expect(claimedBy).toEqual(claimedBy.map(() => 1));
});
