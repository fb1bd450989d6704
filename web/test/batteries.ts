import type { BatteryDetail } from '@vaktman/contract';

/** A battery that sits in a unit, as the server tells all of it; or otherwise, as told. */
export const batteryDetail = (part: Partial<BatteryDetail> = {}): BatteryDetail => ({
  batteryId: '018f3a52-7b1c-4a00-8000-000000000001',
  battery: { chemistry: 'agm', duty: 'truck', rating: { value: 870, standard: 'SAE' }, serial: 'TP-101' },
  state: 'fitted',
  unitId: 'P-07',
  position: 'B',
  since: '2025-10-01T00:00:00Z',
  warrantyUntil: null,
  made: null,
  yard: 'Lower Yard',
  bench: [],
  scrappedAt: null,
  scrappedBecause: null,
  claimedAt: null,
  claimedBecause: null,
  stays: [],
  figures: [],
  ...part,
});

const READ = { visitId: null, unitId: 'P-07', at: '2026-11-20T08:00:00Z', referenceLoadVolts: null };
/** Its figures once it gives too little: scrapping it is what is offered first. */
export const WORN = [{ ...READ, capabilityPercent: 61, restingVolts: 12.5 }];
/** And with a dead cell. */
export const DEAD = [{ ...READ, capabilityPercent: null, restingVolts: 10.4 }];
