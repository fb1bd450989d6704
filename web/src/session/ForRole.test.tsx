import type { Role } from '@vaktman/contract';
import { act, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Provider } from 'react-redux';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { expect, it } from 'vitest';
import { sessionOf } from '../../test/show';
import { createStore } from '../store';
import { ForRole } from './ForRole';
import { sessionTold } from './sessionSlice';

const view = (as: Role) => {
  const store = createStore();
  store.dispatch(sessionTold(sessionOf(as), true));
  const router = createMemoryRouter([
    {
      element: <ForRole least="technician" title="A technician opens a visit" words="Ask one." />,
      children: [
        {
          path: '*',
          element: (
            <form aria-label="Prepare">
              <input aria-label="Hours" />
            </form>
          ),
        },
      ],
    },
  ]);
  render(
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>,
  );
  return store;
};
const form = () => screen.queryByRole('form', { name: 'Prepare' });

it.each(['viewer', 'trainee'] as const)('tells a %s who may instead of letting them type in vain', (as) => {
  view(as);
  expect(screen.getByRole('alert').textContent).toContain('A technician opens a visit');
  expect(form()).toBeNull();
});
it.each(['technician', 'lead'] as const)('lets a %s in', (as) => {
  view(as);
  expect(form()).not.toBeNull();
  expect(screen.queryByRole('alert')).toBeNull();
});
it('keeps what is half typed while nobody is signed in, for whoever comes back', async () => {
  const store = view('technician');
  const hours = screen.getByRole('textbox', { name: 'Hours' });
  await userEvent.type(hours, '4250');
  act(() => void store.dispatch(sessionTold(sessionOf(null), true)));
  act(() => void store.dispatch(sessionTold(sessionOf('technician'), true)));
  expect(screen.getByRole('textbox', { name: 'Hours' })).toHaveProperty('value', '4250');
});
it('asks again once another goes on at the device', async () => {
  const store = view('technician');
  store.dispatch(sessionTold(sessionOf('trainee'), true));
  expect(await screen.findByRole('alert')).toBeTruthy();
  expect(form()).toBeNull();
});
