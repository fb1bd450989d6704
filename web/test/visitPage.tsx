import { act, render } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Entry, Role } from '@vaktman/contract';
import type { ProfileName, Reading, ScenarioFile, Unit, VisitEvent, VisitHead } from '@vaktman/core';
import { Provider } from 'react-redux';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { v7 } from 'uuid';
import { Outbox } from '../src/outbox/outbox';
import { OutboxContext } from '../src/outbox/OutboxContext';
import { practiceVisitSet } from '../src/practice/practiceSlice';
import { sessionTold } from '../src/session/sessionSlice';
import { goesOnToggled } from '../src/settings/settingsSlice';
import { createStore } from '../src/store';
import { conditionsChanged, type VisitConditions } from '../src/visit/conditionsSlice';
import { VisitView } from '../src/visit/VisitView';
import { ownDevice } from './ownDevice';
import { sessionOf } from './show';
import { unitOf } from './units';

/** A sound machine on a mild day. */
const scenarioOf = (unit: Unit): ScenarioFile => ({
  format: 'vaktman-scenario',
  version: 1,
  unit,
  ambientC: 15,
  stateOfChargePercent: 95,
  seed: 1,
  faults: [],
});

type Written<Body> = Body extends infer B ? Omit<B, 'id' | 'eventId' | 'at' | 'by'> : never;

/** What a visit holds before the page is looked at. */
interface Given {
  readonly unit?: Unit;
  /** The part of the address after the visit: `battery.load/A`. */
  readonly at: string;
  readonly readings?: readonly (Written<Reading> & { readonly at?: string })[];
  readonly conditions?: Partial<VisitConditions>;
  /** What the visit is judged by. */
  readonly profile?: ProfileName;
  readonly ambientC?: number;
  /** Why it is made, where not for maintenance. */
  readonly reason?: VisitHead['reason'];
  /** What whoever is signed in may do. */
  readonly as?: Role;
  /** Whether it is a visit to a simulated machine, for practice. */
  readonly isPractice?: boolean;
}

/**
 * A page of a visit as a device without network shows it: with its own store and outbox, and nothing on a server.
 * What is recorded on it is what the device keeps.
 */
export const visitPage = async ({
  unit = unitOf('1S4P'),
  at,
  readings = [],
  conditions,
  ambientC = 15,
  profile = 'pile',
  reason = 'pm',
  as = 'technician',
  isPractice = false,
}: Given) => {
  ownDevice();
  const store = createStore();
  store.dispatch(sessionTold(sessionOf(as), true));
  // A verdict stays until it was looked at.
  store.dispatch(goesOnToggled());
  const outbox = new Outbox(store);
  const visitId = v7();
  const now = new Date().toISOString();
  if (isPractice) store.dispatch(practiceVisitSet({ visitId, scenario: scenarioOf(unit) }));
  await outbox.record(
    {
      kind: 'visit',
      opening: {
        unit,
        method: { profile },
        visit: { id: visitId, at: now, technician: 'K. Moen', reason, ambientC },
      },
    },
    ...readings.map((reading): Entry => {
      return { kind: 'reading', visitId, takenBy: 'K. Moen', reading: { at: now, ...reading, id: v7() } as Reading };
    }),
  );
  if (conditions !== undefined) store.dispatch(conditionsChanged({ visitId, change: conditions }));
  const router = createMemoryRouter(
    [
      { path: '/visits/:visitId/:step?/:point?', element: <VisitView /> },
      { path: '*', element: null },
    ],
    { initialEntries: [`/visits/${visitId}/${at}`] },
  );
  const page = (
    <Provider store={store}>
      <OutboxContext value={outbox}>
        <RouterProvider router={router} />
      </OutboxContext>
    </Provider>
  );
  const shown = render(page);
  await act(() => outbox.open(visitId, null));
  const kept = () => {
    const visit = store.getState().outbox.visits[visitId];
    if (visit === undefined) throw new Error('The device keeps no such visit.');
    return visit;
  };
  return {
    ...shown,
    /** Reads something meanwhile, elsewhere than on the page. */
    alsoRead: (reading: Written<Reading>): Promise<void> =>
      act(() =>
        outbox.record({
          kind: 'reading',
          visitId,
          takenBy: 'I. Dahl',
          reading: { at: new Date().toISOString(), ...reading, id: v7() } as Reading,
        }),
      ),
    /** Makes the page anew, from what the device and its tab keep. */
    reload: (): void => {
      shown.unmount();
      render(page);
    },
    store,
    router,
    visitId,
    user: userEvent.setup(),
    /** What was read on the page, in order. */
    read: (): readonly Reading[] => kept().file.readings.slice(readings.length),
    happened: (): readonly VisitEvent[] => kept().events,
    path: (): string => router.state.location.pathname.replace(`/visits/${visitId}`, ''),
  };
};

/** Surface charge is dealt with, and the battery's temperature known, a moment ago. */
export const restedAt = (celsius: number): Partial<VisitConditions> => ({
  batteryC: { celsius, atMs: Date.now() },
  surfaceCharge: { kind: 'rested', hours: 24, atMs: Date.now() },
});
