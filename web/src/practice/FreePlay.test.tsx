import { screen, waitFor, within } from '@testing-library/react';
import type { DebriefInput } from '@vaktman/core';
import { beforeEach, describe, expect, it } from 'vitest';
import { api } from '../api/api';
import { show } from '../../test/show';
import { standServer } from '../../test/standServer';
import { unitDetailOf } from '../../test/units';
import { watchRow } from '../../test/watchRow';
import { FreePlay } from './FreePlay';

const server = standServer();
const watch = (...unitIds: string[]) => ({
  body: { at: '2026-11-23T07:00:00Z', units: unitIds.map((unitId) => watchRow(unitId, 'lower')) },
});
beforeEach(() => {
  server.answers['GET /api/watch'] = watch('P-07', 'S-01');
  for (const unitId of ['P-07', 'S-01']) server.answers[`GET /api/units/${unitId}`] = { body: unitDetailOf(unitId) };
});

const page = async () => {
  const visits: DebriefInput[] = [];
  const shown = show(
    <FreePlay
      visit={async (input) => {
        visits.push(input);
      }}
    />,
    { as: 'trainee' },
  );
  await screen.findByRole('button', { name: 'Add the fault' });
  return { ...shown, visits };
};
const add = () => screen.getByRole('button', { name: 'Add the fault' });
const begin = () => screen.getByRole('button', { name: 'As a visit' });
const amount = () => screen.getByLabelText(/^Age, 1 new/);

describe('a machine of the fleet to play with', () => {
  it('has the faults that were added, the later one where a place was set up twice, and none that was left out', async () => {
    const { user, visits } = await page();
    expect(screen.getByText('No fault yet: a sound machine.')).toBeTruthy();
    await user.click(add());
    await user.clear(amount());
    await user.type(amount(), '1,5');
    await user.click(add());
    expect(within(screen.getByRole('list')).getAllByRole('listitem')).toHaveLength(1);
    await user.click(begin());
    await waitFor(() => expect(visits).toHaveLength(1));
    expect(visits[0]).toMatchObject({
      ambientC: -4,
      stateOfChargePercent: { A: 94, B: 94 },
      faults: [{ kind: 'battery.weak', at: 'A', age: 1.5 }],
    });
    await user.click(screen.getByRole('button', { name: 'Leave out weak battery, battery A' }));
    await user.click(begin());
    await waitFor(() => expect(visits).toHaveLength(2));
    expect(visits[1]?.faults).toEqual([]);
  });
  it('refuses a figure that cannot be, beside its field and in words', async () => {
    const { user } = await page();
    await user.clear(amount());
    await user.click(add());
    expect(await screen.findByText('expected a number, received nothing')).toBeTruthy();
    await user.type(amount(), '0');
    await user.click(add());
    expect((await screen.findByText('expected more than 0, received 0')).closest('div')?.textContent).not.toContain(
      'age:',
    );
    expect(amount().getAttribute('aria-invalid')).toBe('true');
    await user.type(amount(), '.5');
    expect(amount().getAttribute('aria-invalid')).toBeNull();
  });
  it('begins at no temperature nobody works in', async () => {
    const { user, visits } = await page();
    const air = screen.getByLabelText(/^Air and batteries/);
    await user.clear(air);
    await user.type(air, '-60');
    expect(await screen.findByText('expected −40 to 45 °C, received −60 °C')).toBeTruthy();
    await user.click(begin());
    expect(visits).toEqual([]);
  });
  it('stays at the unit it began with when another comes first on the watch, with what was hidden in it', async () => {
    const { user, visits, store } = await page();
    await user.click(add());
    server.answers['GET /api/watch'] = watch('S-01', 'P-07');
    await store.dispatch(api.endpoints.watch.initiate(undefined, { forceRefetch: true }));
    await user.click(begin());
    await waitFor(() => expect(visits).toHaveLength(1));
    expect(visits[0]).toMatchObject({ unit: { id: 'P-07' }, faults: [{ kind: 'battery.weak' }] });
  });
  it('hides nothing in another unit that was hidden in the one before, keeps its cold, and leaves the keyboard', async () => {
    const { user, visits } = await page();
    await user.click(add());
    const air = screen.getByLabelText(/^Air and batteries/);
    await user.clear(air);
    await user.type(air, '-20');
    await user.type(screen.getByRole('combobox', { name: 'Unit' }), '{Control>}a{/Control}S-01{ArrowDown}{Enter}');
    expect(await screen.findByText('No fault yet: a sound machine.')).toBeTruthy();
    expect(document.activeElement).toBe(screen.getByRole('combobox', { name: 'Unit' }));
    await user.click(begin());
    await waitFor(() => expect(visits).toHaveLength(1));
    expect(visits[0]).toMatchObject({ unit: { id: 'S-01' }, ambientC: -20, faults: [] });
  });
  it('says what is wrong with a unit that does not come, and lets another be chosen', async () => {
    server.answers['GET /api/units/P-07'] = {
      status: 404,
      body: { type: 'about:blank', title: 'There is no unit P-07.', status: 404 },
    };
    const { user } = show(<FreePlay visit={async () => undefined} />, { as: 'trainee' });
    expect(await screen.findByText(/There is no unit P-07/)).toBeTruthy();
    await user.type(screen.getByRole('combobox', { name: 'Unit' }), '{Control>}a{/Control}S-01{ArrowDown}{Enter}');
    expect(await screen.findByRole('button', { name: 'Add the fault' })).toBeTruthy();
  });
});
