import { cleanup, render, screen } from '@testing-library/react';
import { Provider } from 'react-redux';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { createStore } from '../store';
import { ErrorView } from './ErrorView';

beforeEach(() => {
  // The router tells the console of what it caught: here that is the point.
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});
const failWith = (error: Error): void => {
  const Failing = () => {
    throw error;
  };
  const router = createMemoryRouter([{ path: '/', element: <Failing />, errorElement: <ErrorView /> }]);
  render(
    <Provider store={createStore()}>
      <RouterProvider router={router} />
    </Provider>,
  );
};

it('stands in place of a view that failed, says what is kept, and leads on', () => {
  failWith(new TypeError('volts is not a number'));
  const alert = screen.getByRole('alert');
  expect(alert.textContent).toContain('This view failed');
  expect(alert.textContent).toContain('Readings that were saved are kept on this device.');
  expect(alert.textContent).toContain('volts is not a number');
  expect(screen.getByRole('button', { name: 'Load it again' })).toBeTruthy();
  expect(screen.getByRole('link', { name: 'To the watch' }).getAttribute('href')).toBe('/');
});
it('says of a part that cannot be fetched that the server is away, without the words of the browser', () => {
  failWith(new TypeError('Failed to fetch dynamically imported module: http://here/assets/UnitView-abc.js'));
  const alert = screen.getByRole('alert');
  expect(alert.textContent).toContain('A part of the application could not be fetched');
  expect(alert.textContent).not.toContain('assets');
});
