import { render } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { createMemoryRouter, RouterProvider } from 'react-router';
import type { Role, Session } from '@vaktman/contract';
import { sessionTold } from '../src/session/sessionSlice';
import { createStore, type Store } from '../src/store';

/** What the server tells of who is signed in: K. Moen on a device of their own, or nobody. */
export const sessionOf = (role: Role | null): Session => ({
  hasFleet: true,
  person: role === null ? null : { personId: 'moen', name: 'K. Moen', role },
  hasPin: true,
  device: null,
  endsAt: null,
  colleagues: [],
  demo: [],
});

/**
 * Shows a part as a page of the application does: in a store and at an address.
 * @param at the address the part is looked at from
 * @param as what whoever is signed in may do; null where nobody is
 */
export const show = (part: ReactNode, given: { store?: Store; at?: string; as?: Role | null } = {}) =>
  showAt('*', part, given.at ?? '/', given);

/** The same where the address says what is looked at. @param path the addresses of the part, such as `/units/:unitId` */
export const showAt = (
  path: string,
  part: ReactNode,
  at: string,
  { store = createStore(), as = 'lead' }: { store?: Store; as?: Role | null } = {},
) => {
  store.dispatch(sessionTold(sessionOf(as), true));
  // Where it leads to is somewhere, too.
  const elsewhere = path === '*' ? [] : [{ path: '*', element: null }];
  const router = createMemoryRouter([{ path, element: part }, ...elsewhere], { initialEntries: [at] });
  const shown = render(
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>,
  );
  return { ...shown, store, router, user: userEvent.setup() };
};
