import type { Browser } from '@playwright/test';
import { setTimeout as pause } from 'node:timers/promises';
import { Device, type Typed } from './device';
import { Site } from './site';

export const FAULTS = [
  'server killed',
  'database killed',
  'both killed',
  'backend terminated',
  'network off',
  'answer lost',
  'tab closed',
  'reload',
  'device full',
  'disk full',
  'clock wrong',
] as const;
export type FaultName = (typeof FAULTS)[number];

/** What an ordeal found. */
export interface OrdealResult {
  readonly faults: Readonly<Record<FaultName, number>>;
  readonly typed: number;
  readonly lost: readonly Typed[];
  readonly doubled: readonly string[];
  /** Stored in another visit or at another battery than typed. */
  readonly mixed: readonly string[];
  readonly stuck: number;
  /** Readings a device said it could not keep, and that were saved again. */
  readonly toldFull: number;
  readonly endedByItself: number;
}

const UNITS = ['P-09', 'P-07'] as const;
const POINTS = ['A', 'B', 'C', 'D'] as const;
const DOWN_MS = 700;
const FULL_AT_MOST_MS = 5000;
/** How far a device's clock is off, one after the other: hours and days, both ways, and right again. */
const CLOCK_OFF_MS = [3 * 3_600_000, -26 * 3_600_000, 40 * 60_000, 0] as const;

/** Does a fault to the site or the device, and undoes it. */
const befall = async (fault: FaultName, times: number, site: Site, device: Device): Promise<void> => {
  switch (fault) {
    case 'server killed':
      return site.killServer(DOWN_MS);
    case 'database killed':
      return site.killDatabase(DOWN_MS);
    case 'both killed':
      return site.killBoth(DOWN_MS);
    case 'backend terminated':
      return site.terminateBackends();
    case 'network off':
      await device.context.setOffline(true);
      await pause(DOWN_MS);
      return device.context.setOffline(false);
    case 'answer lost': {
      // The server takes the batch; its answer never arrives.
      const swallow = '**/api/batches';
      await device.context.route(swallow, async (route) => {
        await route.fetch().catch(() => null);
        await route.abort().catch(() => undefined);
      });
      await pause(DOWN_MS);
      return device.context.unroute(swallow);
    }
    case 'tab closed':
      await device.page.close();
      return device.newTab();
    case 'reload':
      await device.page.reload().catch(() => null);
      return undefined;
    case 'device full':
      return device.fillUntilTold(FULL_AT_MOST_MS);
    case 'disk full':
      return site.fillDisk(DOWN_MS);
    case 'clock wrong':
      return device.setClock(CLOCK_OFF_MS[times % CLOCK_OFF_MS.length] ?? 0);
  }
};

/** True for faults that take the page away: nothing is typed into it meanwhile. */
const takesThePage = (fault: FaultName): boolean => fault === 'tab closed' || fault === 'reload';

/** Types readings while faults befall, jumping between visits, and compares what was typed with what is stored. */
export const ordeal = async (browser: Browser, count: number, say: (line: string) => void): Promise<OrdealResult> => {
  const site = new Site();
  const faults = Object.fromEntries(FAULTS.map((name) => [name, 0])) as Record<FaultName, number>;
  try {
    await site.start();
    const devices = [
      new Device(browser, site.url, 'T. Brandvold', 0, 2),
      new Device(browser, site.url, 'I. Dahl', 1, 2),
    ];
    const visits: { unitId: string; visitId: string }[] = [];
    for (const device of devices) await device.start();
    for (const unitId of UNITS) visits.push({ unitId, visitId: await devices[0]!.open(unitId) });
    // The second device works in the same visits, once the server has them.
    await settle(devices.slice(0, 1));
    for (let round = 0; round < count; round++) {
      const fault = FAULTS[round % FAULTS.length]!;
      const device = devices[round % devices.length]!;
      const { visitId } = visits[Math.floor(round / 3) % visits.length]!;
      const point = POINTS[Math.floor(round / 5) % POINTS.length]!;
      await rested(device, visitId);
      await device.goTo(visitId, point);
      await device.read(visitId, point);
      if (takesThePage(fault)) await befall(fault, faults[fault], site, device);
      else {
        const befalling = befall(fault, faults[fault], site, device);
        await device.read(visitId, point);
        await befalling;
      }
      faults[fault] += 1;
      if ((round + 1) % 20 === 0) say(`${round + 1} of ${count} faults, ${typedBy(devices).length} readings typed`);
    }
    const stuck = await settle(devices);
    const found = await compare(site, devices);
    const toldFull = devices.reduce((sum, device) => sum + device.toldFull, 0);
    return { faults, typed: typedBy(devices).length, ...found, stuck, toldFull, endedByItself: site.endedByItself };
  } finally {
    await site.stop();
  }
};

const typedBy = (devices: readonly Device[]): Typed[] => devices.flatMap(({ saved }) => saved);

/** Takes the batteries of a visit as rested on this device too. */
const rested = async (device: Device, visitId: string): Promise<void> => {
  await device.page.evaluate((id) => {
    const kept = JSON.parse(localStorage.getItem('vaktman.conditions') ?? '{}') as Record<string, unknown>;
    if (kept[id] !== undefined) return;
    kept[id] = {
      batteryC: { celsius: -4, atMs: 0 },
      surfaceCharge: { kind: 'rested', hours: 24, atMs: Date.now() },
      chargesBefore: [],
      warmedBefore: [],
      hold: null,
    };
    localStorage.setItem('vaktman.conditions', JSON.stringify(kept));
  }, visitId);
};

const SETTLE_MS = 90_000;

/** Waits until nothing is on its way. @returns entries that still are, or were set aside */
const settle = async (devices: readonly Device[]): Promise<number> => {
  const deadline = Date.now() + SETTLE_MS;
  for (;;) {
    const left = await Promise.all(devices.map((device) => device.left()));
    const waiting = left.reduce((sum, own) => sum + own.waiting, 0);
    const aside = left.reduce((sum, own) => sum + own.aside, 0);
    if (waiting === 0 || Date.now() > deadline) return waiting + aside;
    await pause(500);
  }
};

const compare = async (site: Site, devices: readonly Device[]) => {
  const stored = await site.query<{ visitId: string; point: string; volts: number }>(
    `SELECT visit_id::text AS "visitId", point, (body ->> 'volts')::float8 AS volts FROM reading
     WHERE step = 'battery.openCircuit' AND received_at > now() - interval '1 day' AND body ->> 'note' LIKE 'Rested%'`,
  );
  const keyOf = ({ visitId, point, volts }: Typed): string => `${visitId} ${point} ${volts}`;
  const counts = new Map<string, number>();
  for (const own of stored) counts.set(keyOf(own), (counts.get(keyOf(own)) ?? 0) + 1);
  const known = new Set(devices.flatMap(({ saved, tried }) => [...saved, ...tried].map(keyOf)));
  return {
    lost: typedBy(devices).filter((own) => !counts.has(keyOf(own))),
    doubled: [...counts].flatMap(([key, count]) => (count > 1 ? [key] : [])),
    mixed: [...counts.keys()].filter((key) => !known.has(key)),
  };
};
