import { screen, waitFor } from '@testing-library/react';
import { EXERCISES } from '@vaktman/core';
import { beforeEach, expect, it } from 'vitest';
import { ownDevice } from '../../test/ownDevice';
import { show } from '../../test/show';
import { standServer } from '../../test/standServer';
import { Outbox } from '../outbox/outbox';
import { OutboxContext } from '../outbox/OutboxContext';
import { createStore } from '../store';
import { PracticeView } from './PracticeView';

const server = standServer();
beforeEach(() => {
  server.answers['GET /api/watch'] = { body: { at: '2026-11-23T07:00:00Z', units: [] } };
});

const practice = () => {
  ownDevice();
  const store = createStore();
  const outbox = new Outbox(store);
  const shown = show(
    <OutboxContext value={outbox}>
      <PracticeView />
    </OutboxContext>,
    { store, at: '/practice', as: 'trainee' },
  );
  return { ...shown, store };
};

it('lists every exercise with its bench, on a ground nobody takes for the real thing', () => {
  const { unmount } = practice();
  expect(screen.getAllByRole('link', { name: 'Bench' }).map((link) => link.getAttribute('href'))).toEqual(
    EXERCISES.map((_exercise, index) => `/practice/${index + 1}`),
  );
  expect(document.documentElement.dataset['ground']).toBe('practice');
  unmount();
  expect(document.documentElement.dataset['ground']).toBeUndefined();
});
it('opens one visit of an exercise to its simulated machine, however often it is pressed, and sends nothing of it', async () => {
  const { user, store, router } = practice();
  const [first] = screen.getAllByRole('button', { name: 'As a visit' });
  await user.dblClick(first!);
  await waitFor(() => expect(router.state.location.pathname).toMatch(/^\/visits\//));
  const visitId = router.state.location.pathname.split('/')[2]!;
  const { practice: kept, outbox } = store.getState();
  expect(Object.keys(kept.visits)).toEqual([visitId]);
  expect(kept.visits[visitId]).toMatchObject({ unit: EXERCISES[0]?.unit, faults: EXERCISES[0]?.faults });
  expect(Object.values(outbox.visits).map((own) => own?.file.unit.id)).toEqual([EXERCISES[0]?.unit.id]);
  expect(server.asked.filter(({ method }) => method === 'POST')).toEqual([]);
});
