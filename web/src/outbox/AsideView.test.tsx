import type { Batch } from '@vaktman/contract';
import { screen, waitFor } from '@testing-library/react';
import { v7 } from 'uuid';
import { beforeEach, describe, expect, it } from 'vitest';
import { show } from '../../test/show';
import { ownDevice } from '../../test/ownDevice';
import { standServer } from '../../test/standServer';
import { unitOf } from '../../test/units';
import { readText } from '../../test/readText';
import { createStore } from '../store';
import { AsideView } from './AsideView';
import { Outbox } from './outbox';
import { OutboxContext } from './OutboxContext';

const server = standServer();
beforeEach(() => {
  ownDevice();
});
const WHY = 'the position had been changed at 10:02';
const at = '2026-11-24T09:14:00+01:00';

/** A device whose reading of battery B the server will not take; it takes everything else. */
const refusedOnce = async () => {
  const taken: Batch['entries'][number][] = [];
  server.answers['PUT /api/session/key'] = { body: { key: 'k' } };
  server.answers['POST /api/batches'] = ({ body }) => {
    const { entries } = body as Batch;
    const wrong = entries.findIndex(
      (entry) =>
        entry.kind === 'reading' && entry.reading.step === 'battery.openCircuit' && entry.reading.volts === 12.61,
    );
    if (wrong >= 0)
      return {
        status: 422,
        body: {
          type: 'about:blank',
          title: 'Nothing of the batch was stored.',
          status: 422,
          problems: [{ path: `entries[${wrong}].reading.point`, message: WHY }],
        },
      };
    taken.push(...entries);
    return { body: { added: entries.length, known: 0 } };
  };
  const store = createStore();
  const outbox = new Outbox(store);
  const visitId = v7();
  await outbox.record({
    kind: 'visit',
    opening: {
      unit: unitOf('1S2P'),
      method: { profile: 'pile' },
      visit: { id: visitId, at, technician: 'K. Moen', reason: 'pm' },
    },
  });
  const reading = { id: v7(), step: 'battery.openCircuit', point: 'B', at, volts: 12.61 } as const;
  await outbox.record({ kind: 'reading', visitId, takenBy: 'K. Moen', reading });
  await waitFor(() => expect(store.getState().outbox.aside).toBe(1));
  const shown = show(
    <OutboxContext value={outbox}>
      <AsideView />
    </OutboxContext>,
    { store, as: 'technician' },
  );
  await screen.findByRole('heading', { level: 3 });
  const readings = () => taken.flatMap((entry) => (entry.kind === 'reading' ? [entry.reading] : []));
  return { ...shown, store, reading, readings, outbox, visitId };
};

describe('what the server did not take', () => {
  it('is told in the words of the shop, with why', async () => {
    const { visitId } = await refusedOnce();
    expect(readText(screen.getByRole('heading', { level: 3 }))).toMatch(/volts.*Battery B.*09:14.*12\.61 V/i);
    expect(screen.getByText(new RegExp(WHY))).toBeTruthy();
    expect(screen.getByRole('link', { name: 'The visit' }).getAttribute('href')).toBe(`/visits/${visitId}/summary`);
  });
  it('is put right as a reading of its own, and the one refused is let go', async () => {
    const { user, store, reading, readings } = await refusedOnce();
    await user.click(screen.getByRole('button', { name: 'Correct it' }));
    const volts = await screen.findByRole('textbox', { name: /volts/i });
    await user.clear(volts);
    expect(screen.getByText('expected a number, received nothing')).toBeTruthy();
    expect((screen.getByRole('button', { name: 'Save the correction' }) as HTMLButtonElement).disabled).toBe(true);
    await user.type(volts, '12,16');
    await user.click(screen.getByRole('button', { name: 'Save the correction' }));
    await waitFor(() => expect(readings()).toHaveLength(1));
    expect(readings()[0]).toMatchObject({ volts: 12.16, point: 'B', at });
    expect(readings()[0]?.id).not.toBe(reading.id);
    await waitFor(() => expect(store.getState().outbox.aside).toBe(0));
    expect(await screen.findByText(/Nothing: all that was recorded here/)).toBeTruthy();
  });
  it('cannot be corrected by what is no number', async () => {
    const { user } = await refusedOnce();
    await user.click(screen.getByRole('button', { name: 'Correct it' }));
    const volts = await screen.findByRole('textbox', { name: /volts/i });
    await user.clear(volts);
    expect(screen.getByText('expected a number, received nothing')).toBeTruthy();
    expect((screen.getByRole('button', { name: 'Save the correction' }) as HTMLButtonElement).disabled).toBe(true);
    await user.type(volts, '12..6');
    expect((screen.getByRole('button', { name: 'Save the correction' }) as HTMLButtonElement).disabled).toBe(true);
  });
  it('tried again and refused again, is still there', async () => {
    const { user, store, outbox } = await refusedOnce();
    await user.click(screen.getByRole('button', { name: 'Try again' }));
    await waitFor(async () => expect(store.getState().outbox.waiting).toBe(0));
    await waitFor(async () => expect(await outbox.aside()).toHaveLength(1));
    expect(await screen.findByText(new RegExp(WHY))).toBeTruthy();
  });
});
