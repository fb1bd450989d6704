import { cleanup, render } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { afterEach, vi } from 'vitest';
import { createStore, type Store } from '../src/store';

// The simulated page lacks this one of the browser's own.
vi.stubGlobal('CSS', { escape: (text: string) => text.replace(/[^\w-]/g, '\\$&') });
afterEach(() => cleanup());

/**
 * Shows a part as a page of the application does: in a store and at an address.
 * @param at the address the part is looked at from
 */
export const show = (part: ReactNode, { store = createStore(), at = '/' }: { store?: Store; at?: string } = {}) => {
  const router = createMemoryRouter([{ path: '*', element: part }], { initialEntries: [at] });
  const shown = render(
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>,
  );
  return { ...shown, store, router, user: userEvent.setup() };
};
