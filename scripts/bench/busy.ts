// A busy shop: 200 visits at once, each of 31 signed readings, one every 6 s, some being closed, and 50 screens that show the watch and
// follow it. npm run bench:busy
import type { Entry } from '@vaktman/contract';
import { signingDevice } from '../../server/test/sealing';
import { signedInAt } from '../../server/test/signedIn';
import type { Unit } from '@vaktman/core';
import { v7 } from 'uuid';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { Agent, get, type IncomingMessage } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { dataFolder, freePort, startPostgres } from '../setup/postgres.mjs';
import { startServer } from '../setup/server.mjs';
import { growFleet } from './watch';
import { openPool, UNHURRIED } from '@vaktman/server';

const TECHNICIANS = 200;
const WATCHERS = 50;
/** A unit for each of them. */
const UNITS = 400;
/** Changes that come close together are asked for once, and no two screens ask at the same moment, as the interface does. */
const gatherMs = (): number => 500 + 1000 * Math.random();
const EVERY_MS = 6000;
const LENGTH_MS = 60_000;
/** As many as a whole visit has; the visits are at different places of it when it begins. */
const READINGS_A_VISIT = 31;
/** What connecting and the first requests cost is not what is asked. */
const WARMING_MS = 15_000;

const quantile = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? NaN;

/** Time of all cores since the machine began, and how much of it its host gave to others, in ticks; Linux alone tells. */
const coreTime = (): { readonly all: number; readonly stolen: number } => {
  const ticks = existsSync('/proc/stat')
    ? (/^cpu +(.*)$/m.exec(readFileSync('/proc/stat', 'utf8'))?.[1] ?? '').split(' ').map(Number)
    : [];
  // User, nice, system, idle, wait, interrupts, soft interrupts, stolen.
  return { all: ticks.slice(0, 8).reduce((sum, own) => sum + own, 0), stolen: ticks[7] ?? 0 };
};

const folder = mkdtempSync(join(tmpdir(), 'vaktman-busy-'));
const database = await startPostgres(dataFolder(folder) as string);
const port = (await freePort()) as number;
const loopFile = join(folder, 'loop.json');
const server = (await startServer({
  databaseUrl: database.url,
  port,
  env: {
    NODE_OPTIONS: `--import ${join(process.cwd(), 'scripts/bench/loopWatch.mjs')}`,
    VAKTMAN_LOOP_FILE: loopFile,
  },
})) as { pid: number; stop: () => Promise<void> };
const cookie = await signedInAt(`http://127.0.0.1:${port}`);
const tablet = await signingDevice();
await fetch(`http://127.0.0.1:${port}/api/session/key`, {
  method: 'PUT',
  headers: { 'content-type': 'application/json', cookie },
  body: JSON.stringify({ publicKey: tablet.publicKey }),
});
/** From when on it counts; told once everybody begins. */
let warmMs = Infinity;
const screenAgent = new Agent({ keepAlive: true });
const times: number[] = [];
const watched: number[] = [];
const closing: number[] = [];
let failed = 0;

const send = async (unsigned: readonly Entry[], into: number[]): Promise<void> => {
  const entries = await Promise.all(unsigned.map(async (entry) => tablet.seal(entry, 'm-holt')));
  const began = performance.now();
  const answer = await fetch(`http://127.0.0.1:${port}/api/batches`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie },
    body: JSON.stringify({ entries, sentAt: new Date().toISOString() }),
  });
  await answer.arrayBuffer();
  if (Date.now() > warmMs) into.push(performance.now() - began);
  if (!answer.ok) failed += 1;
};

/** Asks for the watch as a browser does, and leaves it packed: fifty browsers unpack it on fifty machines. */
const askWatch = (): Promise<void> =>
  new Promise((resolve, reject) => {
    get(
      { port, path: '/api/watch', agent: screenAgent, headers: { cookie, 'accept-encoding': 'gzip' } },
      (answer: IncomingMessage) => {
        if (answer.statusCode !== 200) failed += 1;
        answer.resume().on('end', resolve).on('error', reject);
      },
    ).on('error', reject);
  });

/** A screen with the watch on it: hears of changes, and asks for it again. */
const watcher = async (number: number, isOver: AbortSignal): Promise<void> => {
  const answer = await fetch(`http://127.0.0.1:${port}/api/changes?device=watcher-${number}`, {
    headers: { cookie },
    signal: isOver,
  });
  let isAsking = false;
  /** Everything that was asked for, answered or not. */
  let asked: Promise<unknown> = Promise.resolve();
  const ask = async (): Promise<void> => {
    await pause(gatherMs());
    isAsking = false;
    const began = performance.now();
    await askWatch();
    if (Date.now() > warmMs) watched.push(performance.now() - began);
  };
  const reader = answer.body?.pipeThrough(new TextDecoderStream()).getReader();
  try {
    for (let part = await reader?.read(); part?.done === false; part = await reader?.read())
      if (part.value.includes('"watch":true') && !isAsking) {
        isAsking = true;
        asked = Promise.all([asked, ask()]);
      }
  } finally {
    // What is asked for is answered before the server ends.
    await asked;
  }
};

try {
  // Nobody works at one machine with a dozen others.
  const pool = openPool(database.url, () => undefined, 2, UNHURRIED);
  await growFleet(pool, UNITS);
  // The outlooks of units that were all added a moment ago are nobody's usual day.
  const due = async (): Promise<number> =>
    (await pool.query<{ count: number }>('SELECT count(*)::int AS count FROM outlook_due')).rows[0]?.count ?? 0;
  while ((await due()) > 0) await pause(500);
  await pool.end();
  const { units } = (await (await fetch(`http://127.0.0.1:${port}/api/watch`, { headers: { cookie } })).json()) as {
    units: { unitId: string }[];
  };
  const described: Unit[] = [];
  for (const { unitId } of units) {
    const told = await fetch(`http://127.0.0.1:${port}/api/units/${unitId}`, { headers: { cookie } });
    described.push(((await told.json()) as { unit: Unit }).unit);
  }
  warmMs = Date.now() + WARMING_MS;
  const until = warmMs + LENGTH_MS;
  const technician = async (number: number): Promise<void> => {
    await pause((EVERY_MS * number) / TECHNICIANS);
    const device = v7();
    let sequence = 0;
    const made = () => ({ made: { device, sequence: sequence++ } });
    for (let visit = 0; Date.now() < until; visit++) {
      const visitId = v7();
      const at = (): string => new Date().toISOString();
      const unit = described[(number + visit) % described.length]!;
      await send(
        [
          {
            kind: 'visit',
            opening: {
              unit,
              method: { profile: 'pile' },
              visit: { id: visitId, at: at(), technician: 'M. Holt', reason: 'pm', ambientC: -4 },
            },
            ...made(),
          },
        ],
        times,
      );
      const first = visit === 0 ? number % READINGS_A_VISIT : 0;
      for (let count = first; count < READINGS_A_VISIT && Date.now() < until; count++) {
        const began = Date.now();
        const reading = {
          id: v7(),
          step: 'battery.openCircuit' as const,
          point: unit.bank.batteries[count % unit.bank.batteries.length]?.position ?? 'A',
          at: at(),
          volts: 12.5,
          surfaceChargeStripped: true,
        };
        await send([{ kind: 'reading', visitId, takenBy: 'M. Holt', reading, ...made() }], times);
        await pause(Math.max(0, EVERY_MS - (Date.now() - began)));
      }
      // A visit that is not through is not closed: the end of the measuring is nobody's.
      if (Date.now() >= until) return;
      const event = {
        kind: 'closed' as const,
        eventId: v7(),
        at: at(),
        by: 'M. Holt',
        remark: '',
        signedBy: 'M. Holt',
      };
      await send([{ kind: 'event', visitId, event, ...made() }], closing);
    }
  };
  const before = coreTime();
  // What starting and the first requests cost is not what is asked.
  process.kill(server.pid, 'SIGUSR2');
  const over = new AbortController();
  const screens = Array.from({ length: WATCHERS }, (_, number) =>
    watcher(number, over.signal).catch((error: unknown) => {
      if (!over.signal.aborted) throw error;
    }),
  );
  await Promise.all(Array.from({ length: TECHNICIANS }, (_, number) => technician(number)));
  over.abort();
  await Promise.all(screens);
  process.kill(server.pid, 'SIGUSR2');
  await pause(300);
  const loop = JSON.parse(readFileSync(loopFile, 'utf8')) as { maxMs: number; p999Ms: number };
  times.sort((a, b) => a - b);
  closing.sort((a, b) => a - b);
  watched.sort((a, b) => a - b);
  const after = coreTime();
  const stolen = (100 * (after.stolen - before.stolen)) / Math.max(1, after.all - before.all);
  process.stdout.write(
    `${TECHNICIANS} visits at once, a signed reading every ${EVERY_MS / 1000} s, ${WATCHERS} screens with the watch, ${LENGTH_MS / 1000} s: ${times.length} batches, p50 ${quantile(times, 0.5).toFixed(0)} ms, ` +
      `p99 ${quantile(times, 0.99).toFixed(0)} ms; the watch ${watched.length} times, p99 ${quantile(watched, 0.99).toFixed(0)} ms; ${closing.length} visits closed, p99 ${quantile(closing, 0.99).toFixed(0)} ms; ` +
      `loop held at most ${loop.maxMs.toFixed(0)} ms (99.9 %: ${loop.p999Ms.toFixed(0)} ms); ${failed} failed; the host gave ${stolen.toFixed(0)} % of the cores to others\n`,
  );
} finally {
  await server.stop();
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
}
