import type { Entry } from '@vaktman/contract';
import { unitDetailSchema } from '@vaktman/contract';
import { setTimeout as pause } from 'node:timers/promises';
import { v7 } from 'uuid';
import { Children } from '../../../scripts/setup/children.mjs';
import { freePort } from '../../../scripts/setup/postgres.mjs';
import { startServer } from '../../../scripts/setup/server.mjs';
import { signedInAt } from '../../../server/test/signedIn';
import { Cluster } from './cluster';

/** What came of killing the primary while visits went on. */
export interface StandbyResult {
  readonly acknowledged: number;
  readonly lost: readonly string[];
  readonly doubled: readonly string[];
  /** For each time the primary was killed: how long no write was acknowledged, milliseconds. */
  readonly pausesMs: readonly number[];
  /** How long a batch took to be acknowledged while nothing was killed, milliseconds, in order. */
  readonly quietMs: readonly number[];
}

const UNITS = ['P-09', 'P-07', 'S-01', 'S-04', 'G-03', 'P-12'] as const;
const BETWEEN_MS = 100;
const QUIET_MS = 8000;

/** Somebody who leads a visit and sends each reading until it is acknowledged, to whichever server the proxy gives. */
class Technician {
  readonly acknowledged: { readonly id: string; readonly atMs: number; readonly tookMs: number }[] = [];
  readonly visitId = v7();
  #isOver = false;

  constructor(
    private readonly url: string,
    private readonly cookie: string,
    private readonly unitId: string,
  ) {}

  stop(): void {
    this.#isOver = true;
  }

  async #send(entry: Entry): Promise<boolean> {
    try {
      const answer = await fetch(`${this.url}/api/batches`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', cookie: this.cookie },
        body: JSON.stringify({ entries: [entry], sentAt: new Date().toISOString() }),
        signal: AbortSignal.timeout(10_000),
      });
      if (answer.ok) return true;
      if (answer.status < 500) throw new TypeError(`Refused with ${answer.status}: ${await answer.text()}`);
      return false;
    } catch (error) {
      // Refused is refused; everything else passes, and it is sent again.
      if (error instanceof TypeError && error.message.startsWith('Refused')) throw error;
      return false;
    }
  }

  async #deliver(id: string, entry: Entry): Promise<void> {
    const beganMs = Date.now();
    while (!(await this.#send(entry))) await pause(BETWEEN_MS);
    this.acknowledged.push({ id, atMs: Date.now(), tookMs: Date.now() - beganMs });
  }

  /** Opens a visit and reads, one reading after another, until stopped. */
  async lead(): Promise<void> {
    const told = await fetch(`${this.url}/api/units/${this.unitId}`, { headers: { cookie: this.cookie } });
    const { unit } = unitDetailSchema.parse(await told.json());
    const at = (): string => new Date().toISOString();
    await this.#deliver(this.visitId, {
      kind: 'visit',
      opening: {
        unit,
        method: { profile: 'pile' },
        visit: { id: this.visitId, at: at(), technician: 'M. Holt', reason: 'pm', ambientC: -4 },
      },
    });
    const positions = unit.bank.batteries.map(({ position }) => position);
    for (let count = 0; !this.#isOver; count += 1) {
      const id = v7();
      const point = positions[count % positions.length] ?? 'A';
      const volts = 12 + (count % 90) / 100;
      await this.#deliver(id, {
        kind: 'reading',
        visitId: this.visitId,
        takenBy: 'M. Holt',
        reading: { id, step: 'battery.openCircuit', point, volts, surfaceChargeStripped: true, at: at() },
      });
      await pause(BETWEEN_MS);
    }
  }
}

/**
 * Leads visits through two servers behind one proxy while the machine that is primary loses its power, again and again, and
 * comes back as standby. Whatever was acknowledged must be stored once.
 * @param kills how often
 * @throws when a part of it does not come about; what the parts wrote is then kept, and where is said
 */
export const standby = async (kills: number, say: (line: string) => void): Promise<StandbyResult> => {
  const children = new Children();
  const cluster = new Cluster(children);
  try {
    const ports = [(await freePort()) as number, (await freePort()) as number];
    await cluster.start(ports);
    for (const port of ports)
      await startServer({ databaseUrl: cluster.databaseUrl, port, children, env: { LOG_LEVEL: 'silent' } });
    const url = `http://127.0.0.1:${cluster.peoplePort}`;
    while (!(await fetch(`${url}/healthz`).catch(() => null))?.ok) await pause(200);
    const technicians: Technician[] = [];
    // One after the other: who signs in at a device ends what was signed in there before.
    for (const unitId of UNITS) technicians.push(new Technician(url, await signedInAt(url), unitId));
    const led = Promise.all(technicians.map(async (technician) => technician.lead()));
    // Whatever goes wrong in a visit is told at the end; until then it is only not unhandled.
    led.catch(() => undefined);
    const pausesMs: number[] = [];
    const quiet: (readonly [fromMs: number, toMs: number])[] = [];
    for (let nth = 1; nth <= kills; nth += 1) {
      const quietFrom = Date.now();
      await pause(QUIET_MS);
      quiet.push([quietFrom, Date.now()]);
      const machine = await cluster.killPrimary();
      const killedMs = Date.now();
      const firstAfter = (): number | undefined =>
        technicians
          .flatMap(({ acknowledged }) => acknowledged.filter(({ atMs, tookMs }) => atMs - tookMs > killedMs))
          .at(0)?.atMs;
      while (firstAfter() === undefined) {
        if (Date.now() - killedMs > 120_000) throw new Error('No write went on for 120 s.');
        await pause(50);
      }
      pausesMs.push((firstAfter() ?? 0) - killedMs);
      say(`primary ${machine.name} killed, ${nth} of ${kills}: writes went on after ${pausesMs.at(-1)} ms`);
      cluster.begin(machine);
      await cluster.isWhole();
    }
    for (const technician of technicians) technician.stop();
    await led;
    const stored = await cluster.query<{ id: string; times: number }>(
      'SELECT reading_id::text AS id, count(*)::int AS times FROM reading GROUP BY 1 UNION ALL SELECT visit_id::text, count(*)::int FROM visit GROUP BY 1',
    );
    const times = new Map(stored.map((row) => [row.id, row.times]));
    const all = technicians.flatMap(({ acknowledged }) => acknowledged);
    return {
      acknowledged: all.length,
      lost: all.filter(({ id }) => !times.has(id)).map(({ id }) => id),
      doubled: all.filter(({ id }) => (times.get(id) ?? 0) > 1).map(({ id }) => id),
      pausesMs,
      quietMs: all
        .filter(({ atMs }) => quiet.some(([from, to]) => atMs > from && atMs < to))
        .map(({ tookMs }) => tookMs)
        .sort((one, other) => one - other),
    };
  } catch (error) {
    say(`What the parts wrote is in ${cluster.folder}`);
    await children.endAll();
    throw error;
  } finally {
    await children.endAll();
  }
};
