import { screen } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { show } from '../../../test/show';
import { NamePoint } from './NamePoint';

const open = async (taken: string[] = ['starter.ground', 'bank-']) => {
  const name = vi.fn();
  const shown = show(<NamePoint taken={taken} name={name} />);
  await shown.user.click(screen.getByRole('button', { name: 'Name a point between' }));
  return { name, ...shown };
};
const field = () => screen.getByLabelText('What the probe touches there');

it('gives the name as typed, without the space around it, and is out of the way again', async () => {
  const { user, name } = await open();
  await user.type(field(), '  lug on the frame ');
  await user.click(screen.getByRole('button', { name: 'Keep' }));
  expect(name).toHaveBeenCalledWith('lug on the frame');
  expect(screen.queryByRole('form')).toBeNull();
});
it.each([
  ['', 'expected a name'],
  ['a:b', 'expected a name without : and -'],
  ['starter.ground', 'this run has a point of that name'],
])('says what is wrong with "%s", and stays', async (text, words) => {
  const { user, name } = await open();
  if (text !== '') await user.type(field(), text);
  await user.click(screen.getByRole('button', { name: 'Keep' }));
  expect(screen.getByText(words)).toBeTruthy();
  expect(name).not.toHaveBeenCalled();
});
it('forgets what was typed when it is left', async () => {
  const { user } = await open();
  await user.type(field(), 'clamp');
  await user.click(screen.getByRole('button', { name: 'Leave it' }));
  await user.click(screen.getByRole('button', { name: 'Name a point between' }));
  expect((field() as HTMLInputElement).value).toBe('');
});
