import { unitDetailSchema, type UnitHistory } from '@vaktman/contract';
import { screen, within } from '@testing-library/react';
import { expect, it } from 'vitest';
import { show } from '../../test/show';
import { unitDetailOf } from '../../test/units';
import LifeLines from './LifeLines';

const NOW = Date.parse('2026-11-24T08:00:00Z');
const HISTORY: UnitHistory = {
  outlook: null,
  isDue: false,
  actions: [],
  figures: [],
  meters: null,
  baselines: {},
  elsewhere: [],
};
const visitOn = (day: string) => ({
  visitId: `visit-${day}`,
  startedAt: `${day}T08:00:00Z`,
  closedAt: `${day}T09:00:00Z`,
  technician: 'T. Brandvold',
  disposition: 'ready',
  headline: 'sound',
  findingCount: 0,
  batteries: {},
  lasts: {},
});

it('of visits that no thumb tells apart leads to the latest, and marks them all', () => {
  // Newest first, as a unit has them.
  const visits = ['2026-11-20', '2026-11-19', '2026-11-18', '2026-08-02', '2026-08-01'].map(visitOn);
  const detail = unitDetailSchema.parse({ ...unitDetailOf('P-07'), visits });
  show(<LifeLines detail={detail} history={HISTORY} nowMs={NOW} />);
  const region = within(screen.getByRole('region', { name: 'Visits and batteries' }));
  const led = region.getAllByRole('link').map((link) => link.getAttribute('href'));
  expect(led.filter((to) => to?.startsWith('/visits/') === true)).toEqual([
    '/visits/visit-2026-11-20/summary',
    '/visits/visit-2026-08-02/summary',
  ]);
  expect(region.getAllByRole('img', { name: 'passed' })).toHaveLength(visits.length);
});
