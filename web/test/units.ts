import type { Battery, Unit } from '@vaktman/core';

const battery = (position: string, string: number): Battery => ({
  position,
  string,
  chemistry: 'flooded',
  duty: 'truck',
  rating: { value: 920, standard: 'SAE' },
  capacityAh: 100,
});

/** A unit with a bank of any arrangement, one alternator and a starter grounded by cable. */
export const unitOf = (arrangement: Unit['bank']['arrangement']): Unit => {
  const [series, parallel] = [Number(arrangement[0]), Number(arrangement[2])];
  const systemVolts = series === 1 ? 12 : 24;
  const batteries = Array.from({ length: series * parallel }, (_, index) =>
    battery('ABCDEF'[index] ?? 'F', Math.floor(index / series) + 1),
  );
  return {
    id: `T-${arrangement}`,
    description: 'Plough truck',
    systemVolts,
    bank: { arrangement, batteries },
    starter: { ratedVolts: systemVolts, groundReturn: 'cable', magneticSwitch: 'separate' },
    alternators: [{ id: 'ALT1', ratedAmps: 160, ground: 'case', remoteSense: false }],
  };
};

/** The same with a second alternator. */
export const twoAlternators = (unit: Unit): Unit => ({
  ...unit,
  alternators: ['ALT1', 'ALT2'].map((id) => ({ id, ratedAmps: 160, ground: 'case' as const, remoteSense: false })),
});

/** A visit of I. Dahl's that is open at a unit, as lists show it. */
export const OPEN_VISIT = {
  visitId: '01932a00-0000-7000-8000-000000000001',
  startedAt: '2026-11-29T08:00:00Z',
  closedAt: null,
  technician: 'I. Dahl',
  disposition: 'unfinished',
  headline: 'Nothing read yet',
  findingCount: 0,
  batteries: {},
  lasts: {},
};

/** A unit of the lower yard as the server tells it, with nothing done at it yet. */
export const unitDetailOf = (id: string) => ({
  unit: { ...unitOf('1S2P'), id },
  yardId: 'lower',
  profile: null,
  card: {},
  revision: 1,
  retired: null,
  empty: [],
  placements: [],
  visits: [],
  earlierVisits: null,
  pictureAt: null,
});
