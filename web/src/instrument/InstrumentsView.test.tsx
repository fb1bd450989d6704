import type { Role } from '@vaktman/contract';
import { screen, within } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { show } from '../../test/show';
import { standServer } from '../../test/standServer';
import { InstrumentsView } from './InstrumentsView';

const server = standServer();
const ID = '018f0000-0000-7000-8000-00000000000';
const CLAMP = { name: 'Clamp 2', kind: 'clamp', scaleMvPerA: 10, checked: '2020-01-01', checkMonths: 12 };
const METER = { name: 'Meter 1', kind: 'meter' };
const view = async (as: Role = 'lead') => {
  server.answers['GET /api/instruments'] = {
    body: {
      instruments: [
        { instrumentId: `${ID}1`, instrument: METER, retired: false },
        { instrumentId: `${ID}2`, instrument: CLAMP, retired: false },
      ],
    },
  };
  const shown = show(<InstrumentsView />, { as });
  await screen.findByText('Clamp 2');
  return shown;
};
const sent = () => server.asked.filter(({ method }) => method !== 'GET');

it('says whose check is overdue, and of which nothing is asked', async () => {
  await view();
  expect(within(screen.getByRole('row', { name: /Clamp 2/ })).getByText('overdue since 1 Jan 2021')).toBeTruthy();
  expect(within(screen.getByRole('row', { name: /Meter 1/ })).getByText('no check asked for')).toBeTruthy();
});
it('is told once what is used at this device, one of each kind', async () => {
  const { user, store } = await view();
  await user.click(screen.getByRole('button', { name: 'Use it here: Clamp 2' }));
  await user.click(screen.getByRole('button', { name: 'Use it here: Meter 1' }));
  expect(store.getState().settings.instruments).toEqual({ clamp: 'Clamp 2', meter: 'Meter 1' });
  await user.click(screen.getAllByRole('button', { name: /In use here/ })[1]!);
  expect(store.getState().settings.instruments).toEqual({ meter: 'Meter 1' });
});
it('is chosen for this device, and no more, by who learns', async () => {
  await view('trainee');
  expect(screen.getByRole('button', { name: 'Use it here: Meter 1' })).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Change Meter 1' })).toBeNull();
  expect(screen.getAllByRole('columnheader').map(({ textContent }) => textContent)).not.toContain('On record');
});
it('adds one with what is on it, and says at each field what is wrong', async () => {
  server.answers['POST /api/instruments'] = { status: 201, body: { instrumentId: `${ID}3` } };
  const { user } = await view();
  await user.click(screen.getByRole('button', { name: 'Add an instrument' }));
  await user.type(screen.getByLabelText(/Checked every/), '1,5');
  await user.click(screen.getByRole('button', { name: 'Add it' }));
  expect(await screen.findByText(/expected a name, such as Meter 2/)).toBeTruthy();
  expect(screen.getByText(/whole months/)).toBeTruthy();
  expect(sent()).toEqual([]);
  await user.type(screen.getByLabelText('Name on it'), 'Meter 3');
  await user.clear(screen.getByLabelText(/Checked every/));
  await user.type(screen.getByLabelText(/Checked every/), '12');
  await user.click(screen.getByRole('button', { name: 'Add it' }));
  await vi.waitFor(() => expect(sent()).toHaveLength(1));
  expect(sent()[0]?.body).toEqual({
    instrument: { name: 'Meter 3', kind: 'meter', checkMonths: 12 },
    retired: false,
  });
});
it('shows what the server says of a name that is taken, and keeps what was typed', async () => {
  server.answers[`PUT /api/instruments/${ID}2`] = {
    status: 409,
    body: {
      type: 'about:blank',
      title: 'Nothing was stored.',
      status: 409,
      problems: [{ path: 'instrument.name', message: 'Meter 1 is taken; expected a name no other instrument has' }],
    },
  };
  const { user } = await view();
  await user.click(screen.getByRole('button', { name: 'Change Clamp 2' }));
  await user.clear(screen.getByLabelText('Name on it'));
  await user.type(screen.getByLabelText('Name on it'), 'Meter 1');
  await user.click(screen.getByRole('button', { name: 'Keep it' }));
  expect((await screen.findByRole('alert')).textContent).toContain('Meter 1 is taken');
  expect((screen.getByLabelText('Name on it') as HTMLInputElement).value).toBe('Meter 1');
});
