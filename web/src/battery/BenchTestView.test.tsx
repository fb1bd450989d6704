import { screen, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { batteryDetail } from '../../test/batteries';
import { showAt } from '../../test/show';
import { standServer } from '../../test/standServer';
import { BenchTestView } from './BenchTestView';

const server = standServer();
const BATTERY = batteryDetail({ state: 'store', unitId: null, position: null, since: null });
const READ_PATH = `/api/batteries/${BATTERY.batteryId}/readings`;
beforeEach(() => {
  server.answers[`GET /api/batteries/${BATTERY.batteryId}`] = { body: BATTERY };
});

const page = async () => {
  const shown = showAt('/batteries/:batteryId/test', <BenchTestView />, `/batteries/${BATTERY.batteryId}/test`, {
    as: 'technician',
  });
  await screen.findByRole('group', { name: 'Keypad' });
  return shown;
};
const sent = () =>
  server.asked
    .filter(({ method, path }) => method === 'POST' && path === READ_PATH)
    .map(({ body }) => body as { takenBy: string; reading: { id: string; at: string; volts: number } });
const broken = { status: 503, body: { type: 'about:blank', title: 'The database is away.', status: 503 } };

describe('a battery tested by itself', () => {
  it('keeps what was read under the name of who read it, and goes back to the battery', async () => {
    server.answers[`POST ${READ_PATH}`] = { body: {} };
    const { user, router } = await page();
    await user.keyboard('12.61{Enter}');
    await waitFor(() => expect(router.state.location.pathname).toBe(`/batteries/${BATTERY.batteryId}`));
    expect(sent()).toHaveLength(1);
    expect(sent()[0]).toMatchObject({ takenBy: 'K. Moen', reading: { step: 'battery.openCircuit', volts: 12.61 } });
  });
  it('says what went wrong, keeps what was typed, and sends it again as the same reading', async () => {
    server.answers[`POST ${READ_PATH}`] = broken;
    const { user } = await page();
    await user.keyboard('12.61{Enter}');
    expect((await screen.findByRole('alert')).textContent).toContain('The database is away.');
    expect(screen.getByTestId('entry-volts').textContent).toContain('12.61');
    await user.keyboard('{Enter}');
    await waitFor(() => expect(sent()).toHaveLength(2));
    expect(sent()[1]?.reading.id).toBe(sent()[0]?.reading.id);
    // Typed otherwise it is another.
    await user.keyboard('{Backspace}5{Enter}');
    await waitFor(() => expect(sent()).toHaveLength(3));
    expect(sent()[2]?.reading.volts).toBe(12.65);
    expect(sent()[2]?.reading.id).not.toBe(sent()[0]?.reading.id);
  });
  it('says what to hold of the very battery, and asks about what is far from it', async () => {
    const { user } = await page();
    await user.click(screen.getByRole('button', { name: /Test$/ }));
    await user.click(await screen.findByRole('option', { name: 'Load test' }));
    expect(await screen.findByText('Hold 435 to 457 A, half of 870. For 15 s.')).toBeTruthy();
    // The list gives the keyboard back once it is closed.
    await waitFor(() => expect(document.activeElement?.tagName).toBe('BUTTON'));
    await user.keyboard('10.2{Enter}45{Enter}{Enter}15{Enter}');
    expect(screen.getByRole('alert').textContent).toContain('unusual');
  });
  it('asks nothing about what is usual of a battery of six volts', async () => {
    const six = { ...BATTERY, battery: { ...BATTERY.battery, nominalVolts: 6 as const } };
    server.answers[`GET /api/batteries/${BATTERY.batteryId}`] = { body: six };
    server.answers[`POST ${READ_PATH}`] = { body: {} };
    const { user, router } = await page();
    await user.keyboard('6.31{Enter}');
    await waitFor(() => expect(router.state.location.pathname).toBe(`/batteries/${BATTERY.batteryId}`));
    expect(sent()[0]).toMatchObject({ reading: { volts: 6.31 } });
  });
  it('says so of a battery that is not on record', async () => {
    server.answers = {};
    showAt('/batteries/:batteryId/test', <BenchTestView />, `/batteries/${BATTERY.batteryId}/test`);
    expect(await screen.findByRole('heading', { name: 'This battery is not on record' })).toBeTruthy();
  });
});
