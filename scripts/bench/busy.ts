// A busy shop: 150 technicians, each with a reading every 6 s, while visits are closed. npm run bench:busy
import { signedInAt } from '../../server/test/signedIn';
import { v7 } from 'uuid';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { dataFolder, freePort, startPostgres } from '../setup/postgres.mjs';
import { startServer } from '../setup/server.mjs';

const TECHNICIANS = 150;
const EVERY_MS = 6000;
const LENGTH_MS = 60_000;
const READINGS_A_VISIT = 6;

const quantile = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? NaN;

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
const times: number[] = [];
const closing: number[] = [];
let failed = 0;

const send = async (entries: readonly object[], into: number[]): Promise<void> => {
  const began = performance.now();
  const answer = await fetch(`http://127.0.0.1:${port}/api/batches`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie },
    body: JSON.stringify({ entries, sentAt: new Date().toISOString() }),
  });
  await answer.arrayBuffer();
  into.push(performance.now() - began);
  if (!answer.ok) failed += 1;
};

try {
  const { units } = (await (await fetch(`http://127.0.0.1:${port}/api/watch`, { headers: { cookie } })).json()) as {
    units: { unitId: string }[];
  };
  const described = await Promise.all(
    units.map(
      async ({ unitId }) =>
        (
          (await (await fetch(`http://127.0.0.1:${port}/api/units/${unitId}`, { headers: { cookie } })).json()) as {
            unit: object;
          }
        ).unit,
    ),
  );
  const until = Date.now() + LENGTH_MS;
  const technician = async (number: number): Promise<void> => {
    await pause((EVERY_MS * number) / TECHNICIANS);
    const device = v7();
    let sequence = 0;
    const made = (): object => ({ made: { device, sequence: sequence++ } });
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
              visit: { id: visitId, at: at(), technician: 'I. Dahl', reason: 'pm', ambientC: -4 },
            },
            ...made(),
          },
        ],
        times,
      );
      for (let count = 0; count < READINGS_A_VISIT && Date.now() < until; count++) {
        const began = Date.now();
        const reading = {
          id: v7(),
          step: 'battery.openCircuit',
          point: 'A',
          at: at(),
          volts: 12.5,
          surfaceChargeStripped: true,
        };
        await send([{ kind: 'reading', visitId, takenBy: 'I. Dahl', reading, ...made() }], times);
        await pause(Math.max(0, EVERY_MS - (Date.now() - began)));
      }
      const event = { kind: 'closed', eventId: v7(), at: at(), by: 'I. Dahl', remark: '', signedBy: 'M. Holt' };
      await send([{ kind: 'event', visitId, event, ...made() }], closing);
    }
  };
  // What starting and the first requests cost is not what is asked.
  process.kill(server.pid, 'SIGUSR2');
  await Promise.all(Array.from({ length: TECHNICIANS }, (_, number) => technician(number)));
  process.kill(server.pid, 'SIGUSR2');
  await pause(300);
  const loop = JSON.parse(readFileSync(loopFile, 'utf8')) as { maxMs: number; p999Ms: number };
  times.sort((a, b) => a - b);
  closing.sort((a, b) => a - b);
  process.stdout.write(
    `${TECHNICIANS} technicians, a reading every ${EVERY_MS / 1000} s, ${LENGTH_MS / 1000} s: ${times.length} batches, p50 ${quantile(times, 0.5).toFixed(0)} ms, ` +
      `p99 ${quantile(times, 0.99).toFixed(0)} ms; ${closing.length} visits closed, p99 ${quantile(closing, 0.99).toFixed(0)} ms; ` +
      `loop held at most ${loop.maxMs.toFixed(0)} ms (99.9 %: ${loop.p999Ms.toFixed(0)} ms); ${failed} failed\n`,
  );
} finally {
  await server.stop();
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
}
