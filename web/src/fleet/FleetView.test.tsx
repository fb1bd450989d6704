import { act, screen, waitFor, within } from '@testing-library/react';
import { Link } from 'react-router';
import { describe, expect, it } from 'vitest';
import { FLEET, standServer } from '../../test/standServer';
import { show } from '../../test/show';
import { readText } from '../../test/readText';
import { api } from '../api/api';
import { FleetView } from './FleetView';

const server = standServer();
const shown = (fleet: object = FLEET) => {
  server.answers['GET /api/fleet'] = { body: fleet };
  return show(
    <>
      <FleetView />
      <Link to="/elsewhere">elsewhere</Link>
    </>,
  );
};
const sent = (method: string, path: string): unknown =>
  server.asked.find((asked) => asked.method === method && asked.path === path)?.body;

describe('yards', () => {
  it('are added, and the line is empty again', async () => {
    server.answers['POST /api/yards'] = { status: 201, body: { yardId: 'new' } };
    const { user } = shown();
    const line = within(await screen.findByRole('form', { name: 'Add a yard' }));
    await user.click(line.getByRole('button', { name: 'Add' }));
    expect(await line.findByText('expected a name')).toBeTruthy();
    expect(sent('POST', '/api/yards')).toBeUndefined();
    await user.type(line.getByLabelText('New yard'), '  Summit Station ');
    await user.click(line.getByRole('button', { name: 'Add' }));
    await waitFor(() => expect(sent('POST', '/api/yards')).toEqual({ name: 'Summit Station' }));
    await waitFor(() => expect((line.getByLabelText('New yard') as HTMLInputElement).value).toBe(''));
  });
  it('stay open while something stands there, in the words of the server', async () => {
    server.answers['PUT /api/yards/lower/ending'] = {
      status: 409,
      body: {
        type: 'about:blank',
        title: 'The yard stays open.',
        status: 409,
        problems: [{ path: 'ended', message: 'P-07 stands there; expected a yard without units' }],
      },
    };
    const { user } = shown();
    const line = within(await screen.findByRole('form', { name: 'Lower Yard' }));
    await user.click(line.getByRole('button', { name: 'Close it' }));
    expect((await screen.findByRole('alert')).textContent).toBe('P-07 stands there; expected a yard without units');
  });
  it('that were closed say since when, and can be opened again', async () => {
    server.answers['PUT /api/yards/lower/ending'] = { body: { ended: false } };
    const { user } = shown({
      ...FLEET,
      yards: [{ yardId: 'lower', name: 'Lower Yard', endedAt: '2026-11-20T09:00:00.000Z' }],
    });
    const line = within(await screen.findByRole('form', { name: 'Lower Yard' }));
    expect(line.getByText(/^closed 20 Nov/)).toBeTruthy();
    await user.click(line.getByRole('button', { name: 'Open again' }));
    await waitFor(() => expect(sent('PUT', '/api/yards/lower/ending')).toEqual({ ended: false }));
  });
});

describe('leaving', () => {
  it('asks when any of the many forms of the page was filled, and not when none was', async () => {
    const first = shown();
    await screen.findByRole('form', { name: 'Lower Yard' });
    await first.user.type(screen.getByLabelText('New yard'), 'Summit');
    await first.user.click(screen.getByRole('link', { name: 'elsewhere' }));
    expect(screen.getByRole('alertdialog').textContent).toContain('Leave without saving?');
    await first.user.click(screen.getByRole('button', { name: 'Stay and save' }));
    expect((screen.getByLabelText('New yard') as HTMLInputElement).value).toBe('Summit');
    first.unmount();

    const second = shown();
    await screen.findByRole('form', { name: 'Lower Yard' });
    await second.user.click(screen.getByRole('link', { name: 'elsewhere' }));
    expect(second.router.state.location.pathname).toBe('/elsewhere');
  });
});

describe('classes of machine', () => {
  it('keep an interval whole, and say where a figure is missing', async () => {
    server.answers['PUT /api/fleet/classes'] = { body: {} };
    const { user } = shown();
    await user.click(await screen.findByRole('button', { name: 'Add a class' }));
    const group = within(screen.getByRole('group', { name: 'Class 1' }));
    await user.type(group.getByLabelText('Class; empty: every machine without one'), 'Plough truck');
    const ready = within(group.getByRole('group', { name: /^ready$/i }));
    await user.type(ready.getByLabelText(/Hours/), '250');
    await user.click(screen.getByRole('button', { name: 'Save the classes' }));
    expect(await ready.findByText(/whole number of days|missing/)).toBeTruthy();
    await user.type(ready.getByLabelText(/Days/), '90');
    await user.click(screen.getByRole('button', { name: 'Save the classes' }));
    await waitFor(() =>
      expect(sent('PUT', '/api/fleet/classes')).toEqual({
        classes: [{ name: 'Plough truck', intervals: { ready: { days: 90, hours: 250, km: 0 } }, limits: {} }],
        was: [],
      }),
    );
  });
  const GRADER = { name: 'Grader', intervals: {}, limits: {} };
  const HELD = { name: 'Grader', intervals: {}, limits: { runningMinVolts: 13.6, starterDropRule: 'each-by-crank' } };
  it('say that a limit is for 12 V, ask for its figure, and keep what is not typed here', async () => {
    server.answers['PUT /api/fleet/classes'] = { body: {} };
    const { user } = shown({ ...FLEET, classes: [HELD] });
    const group = within(await screen.findByRole('group', { name: 'Class 1' }));
    const limit = within(group.getByRole('group', { name: 'Limit 1' }));
    expect(limit.getByText('per 12 V of the system; usually 13.8 V')).toBeTruthy();
    const value = limit.getByLabelText(/^Figure/);
    await user.clear(value);
    await user.click(screen.getByRole('button', { name: 'Save the classes' }));
    expect(await limit.findByText('expected a number in V')).toBeTruthy();
    expect(sent('PUT', '/api/fleet/classes')).toBeUndefined();
    await user.type(value, '13.7');
    await user.click(screen.getByRole('button', { name: 'Save the classes' }));
    await waitFor(() =>
      expect(sent('PUT', '/api/fleet/classes')).toEqual({
        classes: [{ ...HELD, limits: { ...HELD.limits, runningMinVolts: 13.7 } }],
        was: [HELD],
      }),
    );
  });
  it('ask for a figure once more that is far from the usual one, and take it all the same', async () => {
    server.answers['PUT /api/fleet/classes'] = { body: {} };
    const { user } = shown({ ...FLEET, classes: [HELD] });
    const group = within(await screen.findByRole('group', { name: 'Class 1' }));
    const limit = within(group.getByRole('group', { name: 'Limit 1' }));
    expect(limit.queryByRole('status')).toBeNull();
    const value = limit.getByLabelText(/^Figure/);
    await user.clear(value);
    await user.type(value, '13,6');
    expect(limit.queryByRole('status')).toBeNull();
    await user.clear(value);
    await user.type(value, '136');
    expect(limit.getByRole('status').textContent).toContain('is the point in its place?');
    await user.click(screen.getByRole('button', { name: 'Save the classes' }));
    await waitFor(() =>
      expect(sent('PUT', '/api/fleet/classes')).toMatchObject({ classes: [{ limits: { runningMinVolts: 136 } }] }),
    );
  });
  it('say what is usual by the method the fleet goes by', async () => {
    const classes = [{ name: 'Grader', intervals: {}, limits: { gateVolts: 12.5 } }];
    shown({ ...FLEET, profile: 'rested', classes });
    const group = within(await screen.findByRole('group', { name: 'Limit 1' }));
    expect(readText(group.getByText(/usually/))).toContain('usually 12.6 V');
  });
  const changedElsewhere = (store: ReturnType<typeof shown>['store']): void => {
    server.answers['GET /api/fleet'] = { body: { ...FLEET, classes: [GRADER] } };
    act(() => void store.dispatch(api.util.invalidateTags(['Fleet'])));
  };
  it('go with their limits, one after the other', async () => {
    const limits = { gateVolts: 12.5, jointVolts: 0.3 };
    const classes = ['Plough truck', 'Grader'].map((name) => ({ name, intervals: {}, limits }));
    const { user } = shown({ ...FLEET, classes });
    const left = async (count: number): Promise<void> => {
      await user.click(screen.getAllByRole('button', { name: 'Remove this class' }).at(-1)!);
      await waitFor(() => expect(screen.queryAllByRole('button', { name: 'Remove this class' })).toHaveLength(count));
    };
    await waitFor(() => expect(screen.getAllByRole('group', { name: /^Limit/ })).toHaveLength(4));
    await left(1);
    expect(screen.getAllByRole('group', { name: /^Limit/ })).toHaveLength(2);
    await left(0);
    expect(screen.queryAllByRole('group', { name: /^Limit/ })).toHaveLength(0);
  });
  it('are shown as somebody else keeps them meanwhile', async () => {
    const { store } = shown();
    await screen.findByRole('button', { name: 'Add a class' });
    changedElsewhere(store);
    const group = within(await screen.findByRole('group', { name: 'Class 1' }));
    expect((group.getByLabelText(/^Class;/) as HTMLInputElement).value).toBe('Grader');
  });
  it('that are being changed stay as typed, and tell the server what they were changed from', async () => {
    server.answers['PUT /api/fleet/classes'] = {
      status: 409,
      body: { type: 'about:blank', title: 'Nothing was stored: somebody else changed them.', status: 409 },
    };
    const { user, store } = shown();
    await user.click(await screen.findByRole('button', { name: 'Add a class' }));
    const name = within(screen.getByRole('group', { name: 'Class 1' })).getByLabelText(/^Class;/) as HTMLInputElement;
    await user.type(name, 'Loader');
    const before = server.asked.length;
    changedElsewhere(store);
    await waitFor(() => expect(server.asked.length).toBeGreaterThan(before));
    await user.click(screen.getByRole('button', { name: 'Save the classes' }));
    expect((await screen.findByRole('alert')).textContent).toContain('somebody else changed them');
    expect(sent('PUT', '/api/fleet/classes')).toMatchObject({ classes: [{ name: 'Loader' }], was: [] });
    expect(name.value).toBe('Loader');
  });
});

describe('the demo', () => {
  it('is taken away only after it is said what goes and what stays', async () => {
    server.answers['GET /api/fleet/demo'] = {
      body: { units: 14, batteries: 40, visits: 100, visited: ['P-07'], ownUnits: 1, ownBatteries: 2, ownVisits: 1 },
    };
    server.answers['DELETE /api/fleet/demo'] = { body: { hasFleet: true, begin: null } };
    const { user } = shown({ ...FLEET, demo: true });
    await user.click(await screen.findByRole('button', { name: 'Take the demo away' }));
    const sheet = within(await screen.findByRole('alertdialog'));
    expect(await sheet.findByText(/14 made-up units go with 40 batteries and 100 visits/)).toBeTruthy();
    expect(sheet.getByText(/1 unit of your own stays, with 2 batteries/)).toBeTruthy();
    expect(sent('DELETE', '/api/fleet/demo')).toBeUndefined();
    await user.click(sheet.getByRole('checkbox', { name: 'Also P-07, where a visit was made here' }));
    await user.click(sheet.getByRole('button', { name: 'Take the demo away' }));
    await waitFor(() => expect(sent('DELETE', '/api/fleet/demo')).toEqual({ visitedToo: true }));
    await waitFor(() => expect(screen.queryByRole('alertdialog')).toBeNull());
  });
  it("is not spoken of in a fleet of one's own", async () => {
    shown();
    await screen.findByRole('form', { name: 'Lower Yard' });
    expect(screen.queryByRole('button', { name: 'Take the demo away' })).toBeNull();
  });
});
