import { act, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Provider } from 'react-redux';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { beforeEach, describe, expect, it } from 'vitest';
import { ownDevice } from '../../test/ownDevice';
import { sessionOf } from '../../test/show';
import { FLEET, standServer } from '../../test/standServer';
import { OPEN_VISIT, unitDetailOf } from '../../test/units';
import { Outbox } from '../outbox/outbox';
import { OutboxContext } from '../outbox/OutboxContext';
import { sessionTold } from '../session/sessionSlice';
import { createStore, type Store } from '../store';
import { PrepareView } from './PrepareView';

const server = standServer();
beforeEach(() => {
  server.answers['GET /api/fleet'] = { body: { ...FLEET, profile: 'rested' } };
  server.answers['GET /api/units/P-07'] = { body: unitDetailOf('P-07') };
  server.answers['GET /api/units/P-07/parts'] = { body: { stays: [] } };
});

const view = async (unitId = 'P-07') => {
  ownDevice();
  const store = createStore();
  store.dispatch(sessionTold(sessionOf('technician'), true));
  const router = createMemoryRouter(
    [
      { path: '/units/:unitId/prepare', element: <PrepareView /> },
      { path: '*', element: null },
    ],
    { initialEntries: [`/units/${unitId}/prepare`] },
  );
  render(
    <Provider store={store}>
      <OutboxContext value={new Outbox(store)}>
        <RouterProvider router={router} />
      </OutboxContext>
    </Provider>,
  );
  await screen.findByRole('heading', { level: 1 });
  return { store, router, user: userEvent.setup(), opened: () => Object.values(store.getState().outbox.visits) };
};
/** Somebody else goes on at this device. */
const goesOn = (store: Store): void => {
  const person = { personId: 'dahl', name: 'I. Dahl', role: 'technician' as const };
  act(() => void store.dispatch(sessionTold({ ...sessionOf('technician'), person }, true)));
};
const start = () => screen.getByRole('button', { name: 'Start the visit' });

describe('before the first reading', () => {
  it('asks for a temperature and for the cautions, and begins nothing without them', async () => {
    const { user, opened } = await view();
    await user.click(start());
    expect(await screen.findByText(/enter battery or air temperature/)).toBeTruthy();
    expect(screen.getByText('Acknowledge the cautions to go on.')).toBeTruthy();
    expect(opened()).toEqual([]);
  });
  it('begins one visit, also pressed twice, with what was typed and the cautions that were read', async () => {
    const { user, router, opened } = await view();
    await user.type(screen.getByLabelText(/^Battery temperature/), '−4,5');
    await user.type(screen.getByLabelText(/^Engine hours/), '8120');
    await user.click(screen.getByText('Read, and done'));
    await user.dblClick(start());
    await waitFor(() => expect(router.state.location.pathname).toMatch(/^\/visits\//));
    expect(opened()).toHaveLength(1);
    const [visit] = opened();
    expect(router.state.location.pathname).toBe(`/visits/${visit?.file.visit.id}`);
    expect(visit?.file.visit).toMatchObject({ technician: 'K. Moen', reason: 'pm', engineHours: 8120 });
    // Nobody chose a method: the fleet's.
    expect(visit?.file.method.profile).toBe('rested');
    expect(visit?.events.map(({ kind }) => kind)).toEqual(['cautions-acknowledged']);
  });
  it('is opened by whoever goes on at this device, who reads the cautions', async () => {
    const { user, store, opened } = await view();
    await user.type(screen.getByLabelText(/^Battery temperature/), '5');
    await user.click(screen.getByText('Read, and done'));
    const session = sessionOf('technician');
    act(
      () =>
        void store.dispatch(
          sessionTold({ ...session, person: { ...session.person!, personId: 'dahl', name: 'I. Dahl' } }, true),
        ),
    );
    await user.click(start());
    expect(await screen.findByText('Acknowledge the cautions to go on.')).toBeTruthy();
    await user.click(screen.getByText('Read, and done'));
    await user.click(start());
    await waitFor(() => expect(opened()).toHaveLength(1));
    expect(opened()[0]?.file.visit.technician).toBe('I. Dahl');
    expect(opened()[0]?.events).toMatchObject([{ kind: 'cautions-acknowledged', by: 'I. Dahl' }]);
  });
  const complain = async (user: Awaited<ReturnType<typeof view>>['user']): Promise<void> => {
    await user.click(screen.getByRole('button', { name: /Why$/ }));
    await user.click(await screen.findByRole('option', { name: 'Complaint' }));
    await user.type(screen.getByLabelText(/^Air temperature/), '-12');
    await user.click(screen.getByText('Read, and done'));
    await user.click(screen.getByRole('button', { name: 'What was seen' }));
    await screen.findByRole('heading', { name: 'What was seen?' });
  };
  it('leads back to what has to be put right before a complaint is begun', async () => {
    const { user, store, opened } = await view();
    await complain(user);
    goesOn(store);
    await user.click(screen.getByRole('button', { name: /^Start: / }));
    expect(await screen.findByText('Acknowledge the cautions to go on.')).toBeTruthy();
    await user.click(screen.getByText('Read, and done'));
    await user.click(screen.getByRole('button', { name: 'What was seen' }));
    await user.click(await screen.findByRole('button', { name: /^Start: / }));
    await waitFor(() => expect(opened()).toHaveLength(1));
  });
  it('says that it is not known which parts came before where that does not come', async () => {
    server.answers['GET /api/units/P-07/parts'] = {
      status: 500,
      body: { type: 'about:blank', title: 'Broken.', status: 500 },
    };
    const { user } = await view();
    await complain(user);
    expect(await screen.findAllByText('not loaded')).toHaveLength(2);
    expect(screen.queryByText('none on record')).toBeNull();
  });
  it('says that somebody is at this unit already, and leads there', async () => {
    server.answers['GET /api/units/P-07'] = { body: { ...unitDetailOf('P-07'), visits: [OPEN_VISIT] } };
    await view();
    expect((await screen.findByText(/A visit of this unit is open since/)).textContent).toContain('I. Dahl');
    const link = screen.getByRole('link', { name: 'Go on with that one' });
    expect(link.getAttribute('href')).toBe(`/visits/${OPEN_VISIT.visitId}`);
  });
  it('asks what was seen where somebody complained, and keeps what was typed on the way back', async () => {
    const { user, opened } = await view();
    await user.click(screen.getByRole('button', { name: /Why$/ }));
    await user.click(await screen.findByRole('option', { name: 'Complaint' }));
    await user.type(screen.getByLabelText(/^Air temperature/), '-12');
    await user.type(screen.getByRole('textbox', { name: 'Complaint' }), 'Slow in the morning');
    await user.click(screen.getByText('Read, and done'));
    await user.click(screen.getByRole('button', { name: 'What was seen' }));
    await user.click(await screen.findByRole('button', { name: /^Back/ }));
    expect(screen.getByRole<HTMLInputElement>('textbox', { name: 'Complaint' }).value).toBe('Slow in the morning');
    expect(opened()).toEqual([]);
  });
  it('does not guess what the fleet judges by while that is not known', async () => {
    server.answers['GET /api/fleet'] = { status: 500, body: { type: 'about:blank', title: 'Broken.', status: 500 } };
    const { user } = await view();
    expect(await screen.findByRole('heading', { name: 'What the fleet judges by could not be loaded' })).toBeTruthy();
    server.answers['GET /api/fleet'] = { body: FLEET };
    await user.click(screen.getByRole('button', { name: 'Try again' }));
    await waitFor(() => expect(start()).toBeTruthy());
  });
  it('asks before what was typed is left', async () => {
    const { user, router } = await view();
    await user.type(screen.getByLabelText(/^Battery temperature/), '4');
    await user.click(screen.getByRole('link', { name: 'Its limits' }));
    const stay = within(await screen.findByRole('alertdialog')).getByRole('button', { name: 'Stay and save' });
    await waitFor(() => expect(document.activeElement).toBe(stay));
    await user.click(stay);
    await waitFor(() => expect(screen.queryByRole('alertdialog')).toBeNull());
    expect(router.state.location.pathname).toBe('/units/P-07/prepare');
    expect((screen.getByLabelText(/^Battery temperature/) as HTMLInputElement).value).toBe('4');
  });
  it('says so of a unit nobody registered', async () => {
    await view('X-99');
    expect(await screen.findByRole('heading', { name: 'X-99 is not registered' })).toBeTruthy();
  });
});
