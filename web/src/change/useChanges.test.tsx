import { act, render, screen, waitFor } from '@testing-library/react';
import { Provider } from 'react-redux';
import { describe, expect, it } from 'vitest';
import { FLEET, standServer } from '../../test/standServer';
import { standSources, type StandSource } from '../../test/standSource';
import { useFleetQuery, useInstrumentsQuery, useWatchQuery } from '../api/api';
import { Outbox } from '../outbox/outbox';
import { OutboxContext } from '../outbox/OutboxContext';
import { ownDevice } from '../../test/ownDevice';
import { createStore } from '../store';
import { Changes } from './Changes';

const server = standServer();
const listening = standSources();
const Looking = () => {
  const { data: fleet } = useFleetQuery();
  useWatchQuery();
  useInstrumentsQuery();
  return <p>{fleet?.name}</p>;
};
const asked = (path: string): number => server.asked.filter((one) => one.path === path).length;
const page = async (): Promise<StandSource> => {
  ownDevice();
  server.answers['GET /api/fleet'] = { body: FLEET };
  server.answers['GET /api/watch'] = { body: { asOf: '2026-11-24T08:00:00Z', units: [] } };
  server.answers['GET /api/instruments'] = { body: { instruments: [] } };
  const store = createStore();
  render(
    <Provider store={store}>
      <OutboxContext value={new Outbox(store)}>
        <Changes />
        <Looking />
      </OutboxContext>
    </Provider>,
  );
  await screen.findByText(FLEET.name);
  await waitFor(() => expect(listening()).toHaveLength(1));
  await waitFor(() => expect([asked('/api/watch'), asked('/api/instruments')]).toEqual([1, 1]));
  return listening()[0]!;
};

describe('what others change', () => {
  it('of names, yards or the method is asked for again, and nothing else', async () => {
    const source = await page();
    server.answers['GET /api/fleet'] = { body: { ...FLEET, name: 'Another name' } };
    act(() => source.says('change', { fleetId: FLEET.fleetId, shop: true }));
    expect(await screen.findByText('Another name', undefined, { timeout: 4000 })).toBeTruthy();
    expect([asked('/api/watch'), asked('/api/instruments')]).toEqual([1, 1]);
  });
  it('of an instrument is asked for again, once for many', async () => {
    const source = await page();
    act(() => {
      for (let times = 0; times < 5; times += 1) source.says('change', { instruments: true });
    });
    await waitFor(() => expect(asked('/api/instruments')).toBe(2), { timeout: 4000 });
    expect([asked('/api/watch'), asked('/api/fleet')]).toEqual([1, 1]);
  });
  it.each([
    ['was missed', 'missed', ''],
    ['is told in words of another version', 'change', { watch: 'perhaps' }],
  ])('and %s has everything asked for again', async (_how, kind, data) => {
    const source = await page();
    act(() => source.says(kind, data));
    await waitFor(() =>
      expect([asked('/api/watch'), asked('/api/instruments'), asked('/api/fleet')]).toEqual([2, 2, 2]),
    );
  });
  it('while nobody was connected is asked for once that is so again', async () => {
    const source = await page();
    act(() => source.says('ready', ''));
    expect(asked('/api/fleet')).toBe(1);
    act(() => {
      source.onerror?.();
      source.says('ready', '');
    });
    await waitFor(() => expect(asked('/api/fleet')).toBe(2));
  });
});
