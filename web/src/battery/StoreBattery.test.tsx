import { screen } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { show } from '../../test/show';
import { standServer } from '../../test/standServer';
import { StoreBattery } from './StoreBattery';

const server = standServer();
const form = () => {
  const close = vi.fn();
  return { close, ...show(<StoreBattery close={close} />) };
};
const sent = () => server.asked.filter(({ method }) => method !== 'GET');
const save = () => screen.getByRole('button', { name: 'Take it into store' });

it('asks for a serial number before it asks the server', async () => {
  const { user, close } = form();
  await user.click(save());
  expect(await screen.findByText(/expected some text/)).toBeTruthy();
  expect(sent()).toEqual([]);
  expect(close).not.toHaveBeenCalled();
});
it('says beside the field what a rating may be, and keeps the rest', async () => {
  const { user } = form();
  await user.type(screen.getByLabelText('Serial'), 'BR-77001');
  await user.type(screen.getByLabelText(/Cold cranking/), 'much');
  await user.click(save());
  expect(await screen.findByText(/expected/)).toBeTruthy();
  expect((screen.getByLabelText('Serial') as HTMLInputElement).value).toBe('BR-77001');
  expect(sent()).toEqual([]);
});
it('sends the label as typed, decimal comma and all, and closes', async () => {
  server.answers['POST /api/batteries'] = { status: 201, body: { batteryId: '018f0000-0000-7000-8000-000000000001' } };
  const { user, close } = form();
  await user.type(screen.getByLabelText('Serial'), 'BR-77001');
  await user.type(screen.getByLabelText('Make'), ' Brannfell ');
  await user.type(screen.getByLabelText(/Cold cranking/), '920');
  await user.type(screen.getByLabelText(/Capacity/), '102,5');
  await user.click(save());
  await vi.waitFor(() => expect(close).toHaveBeenCalled());
  expect(sent()[0]?.body).toEqual({
    battery: {
      serial: 'BR-77001',
      make: 'Brannfell',
      rating: { value: 920, standard: 'SAE' },
      capacityAh: 102.5,
      chemistry: 'flooded',
      duty: 'truck',
    },
  });
});
it('shows what the server says, and nothing is lost', async () => {
  server.answers['POST /api/batteries'] = {
    status: 409,
    body: { type: 'about:blank', title: 'A battery of this serial is on record.', status: 409 },
  };
  const { user, close } = form();
  await user.type(screen.getByLabelText('Serial'), 'BR-77001');
  await user.click(save());
  expect((await screen.findByRole('alert')).textContent).toContain('A battery of this serial is on record.');
  expect((screen.getByLabelText('Serial') as HTMLInputElement).value).toBe('BR-77001');
  expect(close).not.toHaveBeenCalled();
});
it('takes one battery for a double press', async () => {
  let answered = 0;
  server.answers['POST /api/batteries'] = () => {
    answered += 1;
    return { status: 201, body: { batteryId: '018f0000-0000-7000-8000-000000000001' } };
  };
  const { user, close } = form();
  await user.type(screen.getByLabelText('Serial'), 'BR-77001');
  await user.dblClick(save());
  await vi.waitFor(() => expect(close).toHaveBeenCalled());
  expect(answered).toBe(1);
});
it('reads the date code to the month it was made in, and asks where it may be two', async () => {
  server.answers['POST /api/batteries'] = { status: 201, body: { batteryId: '018f0000-0000-7000-8000-000000000001' } };
  const { user, close } = form();
  await user.type(screen.getByLabelText('Serial'), 'BR-77001');
  const code = screen.getByLabelText(/Date code/);
  await user.type(code, 'X9');
  expect(await screen.findByText(/a code this shop reads/)).toBeTruthy();
  await user.clear(code);
  await user.type(code, 'K5');
  await user.click(await screen.findByRole('button', { name: 'Oct 2025' }));
  expect(screen.getByText('made Oct 2025')).toBeTruthy();
  await user.click(save());
  await vi.waitFor(() => expect(close).toHaveBeenCalled());
  expect(sent()[0]?.body).toMatchObject({ made: '2025-10' });
});
it('puts the keyboard into the first field that is wrong', async () => {
  const { user } = form();
  await user.click(save());
  await vi.waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText('Serial')));
});
