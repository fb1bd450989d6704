import type { Role } from '@vaktman/contract';
import { render, screen } from '@testing-library/react';
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
      children: [{ path: '*', element: <form aria-label="Prepare" /> }],
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
it('asks again once another goes on at the device', async () => {
  const store = view('technician');
  store.dispatch(sessionTold(sessionOf('trainee'), true));
  expect(await screen.findByRole('alert')).toBeTruthy();
  expect(form()).toBeNull();
});
