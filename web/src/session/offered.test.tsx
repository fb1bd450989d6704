import type { Role } from '@vaktman/contract';
import { screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { beforeEach, describe, expect, it } from 'vitest';
import { FLEET, standServer } from '../../test/standServer';
import { show } from '../../test/show';
import { unitOf } from '../../test/units';
import { watchRow } from '../../test/watchRow';
import { BatteriesView } from '../battery/BatteriesView';
import { InstrumentsView } from '../instrument/InstrumentsView';
import { UnitParts } from '../unit/UnitParts';
import { EmptyFleet } from '../watch/EmptyFleet';
import { WatchView } from '../watch/WatchView';

const server = standServer();
const NIGHT = { date: '2026-11-29', lowestC: -16, from: 'forecast' };
const METER = {
  instrumentId: '018f0000-0000-7000-8000-000000000001',
  instrument: { name: 'Meter 1', kind: 'meter' },
  retired: false,
};
beforeEach(() => {
  Object.assign(server.answers, {
    'GET /api/fleet': { body: { ...FLEET, dateCodes: [] } },
    'GET /api/weather': { body: { yards: [{ yardId: 'lower', nights: [NIGHT] }], problem: null } },
    'GET /api/watch': { body: { asOf: '2026-11-29T08:00:00Z', units: [watchRow('P-07', 'lower', {})] } },
    'GET /api/batteries': { body: { batteries: [], from: 0, total: 0 } },
    'GET /api/batteries/lives': { body: { lives: [] } },
    'GET /api/instruments': { body: { instruments: [METER] } },
  });
});

const ROLES: readonly Role[] = ['viewer', 'trainee', 'technician', 'lead'];
const OFFERS: readonly (readonly [key: string, view: () => ReactNode, always: RegExp, least: Role])[] = [
  ['Take one into store', () => <BatteriesView />, /Find by serial/, 'technician'],
  ['Codes on batteries: the usual', () => <BatteriesView />, /Find by serial/, 'lead'],
  ['Add an instrument', () => <InstrumentsView />, /Meter 1/, 'technician'],
  ['Change Meter 1', () => <InstrumentsView />, /Meter 1/, 'technician'],
  ['Type nights in', () => <WatchView />, /The coming cold/, 'technician'],
  [
    'Enter one that was put in before',
    () => <UnitParts unit={unitOf('1S2P')} />,
    /Alternators and starter/,
    'technician',
  ],
];

describe.each(OFFERS)('%s', (key, view, always, least) => {
  const from = ROLES.indexOf(least);
  it.each(ROLES.slice(0, from))('is not offered to a %s, whom the server would refuse', async (as) => {
    show(view(), { as });
    await screen.findAllByText(always);
    expect(screen.queryByRole('button', { name: key })).toBeNull();
  });
  it(`is offered to a ${least}`, async () => {
    show(view(), { as: least });
    expect(await screen.findByRole('button', { name: key })).toBeTruthy();
  });
});

describe('a fleet without a unit', () => {
  it.each(['viewer', 'trainee', 'technician'] as const)('tells a %s who adds the first ones', async (as) => {
    show(<EmptyFleet name="Summit road crew" />, { as });
    expect(await screen.findByText(/A lead adds the first ones/)).toBeTruthy();
    expect(screen.queryByRole('link')).toBeNull();
  });
  it('leads a lead to its first ones', async () => {
    show(<EmptyFleet name="Summit road crew" />, { as: 'lead' });
    expect((await screen.findByRole('link', { name: 'Take in a list' })).getAttribute('href')).toBe('/import/units');
  });
});
