import { screen } from '@testing-library/react';
import { useState } from 'react';
import { expect, it, vi } from 'vitest';
import { show } from '../../test/show';
import { CheckBox } from './CheckBox';
import { RadioList } from './RadioList';

const OPTIONS = [
  ['pile', 'with the pile'],
  ['crank', 'while cranking'],
] as const;

it('ticks a box by its words and by the space bar, and shows the tick', async () => {
  const Ticked = () => {
    const [on, setOn] = useState(false);
    return <CheckBox words="Read, and done" isSelected={on} onChange={setOn} />;
  };
  const { user } = show(<Ticked />);
  await user.click(screen.getByText('Read, and done'));
  expect(screen.getByRole('checkbox', { checked: true })).toBeTruthy();
  expect(screen.getByText('✓')).toBeTruthy();
  await user.keyboard(' ');
  expect(screen.getByRole('checkbox', { checked: false })).toBeTruthy();
});
it('tells a box that has to be ticked as wrong to those who cannot see it', () => {
  show(<CheckBox words="Read, and done" isSelected={false} onChange={() => undefined} isInvalid />);
  expect(screen.getByRole('checkbox').getAttribute('aria-invalid')).toBe('true');
});
it('shows every choice, says which is chosen, and changes by arrow', async () => {
  const change = vi.fn();
  const { user } = show(<RadioList label="Read" value="pile" onChange={change} options={OPTIONS} />);
  expect(screen.getByRole('radiogroup', { name: 'Read' })).toBeTruthy();
  expect(screen.getAllByRole('radio')).toHaveLength(2);
  expect(screen.getByRole('radio', { name: 'with the pile', checked: true })).toBeTruthy();
  await user.click(screen.getByRole('radio', { name: 'while cranking' }));
  expect(change).toHaveBeenLastCalledWith('crank');
  screen.getByRole('radio', { name: 'with the pile' }).focus();
  await user.keyboard('{ArrowRight}');
  expect(change).toHaveBeenLastCalledWith('crank');
});
