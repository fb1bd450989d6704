import { screen } from '@testing-library/react';
import { Link } from 'react-router';
import { expect, it } from 'vitest';
import { show } from '../../test/show';
import { AskBeforeLeaving } from './AskBeforeLeaving';

const form = (asks: () => boolean) =>
  show(
    <>
      <AskBeforeLeaving asks={asks} />
      <Link to="/elsewhere">elsewhere</Link>
      <Link to="/?only=the-address">the same view</Link>
    </>,
  );
const leaves = (): boolean => !window.dispatchEvent(new Event('beforeunload', { cancelable: true }));

it('asks before a filled form is left, and stays when told', async () => {
  const { user, router } = form(() => true);
  await user.click(screen.getByRole('link', { name: 'elsewhere' }));
  expect(screen.getByRole('alertdialog').textContent).toContain('Leave without saving?');
  await user.click(screen.getByRole('button', { name: 'Stay and save' }));
  expect(router.state.location.pathname).toBe('/');
  expect(screen.queryByRole('alertdialog')).toBeNull();
});
it('goes when told', async () => {
  const { user, router } = form(() => true);
  await user.click(screen.getByRole('link', { name: 'elsewhere' }));
  await user.click(screen.getByRole('button', { name: 'Leave' }));
  expect(router.state.location.pathname).toBe('/elsewhere');
});
it('asks nothing of an empty form, nor within its own view', async () => {
  const empty = form(() => false);
  await empty.user.click(screen.getByRole('link', { name: 'elsewhere' }));
  expect(empty.router.state.location.pathname).toBe('/elsewhere');
  empty.unmount();
  const filled = form(() => true);
  await filled.user.click(screen.getByRole('link', { name: 'the same view' }));
  expect(screen.queryByRole('alertdialog')).toBeNull();
  expect(filled.router.state.location.search).toBe('?only=the-address');
});
it('holds the tab itself only while there is something to lose', () => {
  const filled = form(() => true);
  expect(leaves()).toBe(true);
  filled.unmount();
  expect(leaves()).toBe(false);
  form(() => false);
  expect(leaves()).toBe(false);
});
