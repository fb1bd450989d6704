import { screen, within } from '@testing-library/react';
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import { show } from '../../test/show';
import { ComboField } from './ComboField';

const UNITS = [
  ['P-07', 'P-07 plough'],
  ['P-08', 'P-08 plough'],
  ['G-02', 'G-02 grader'],
] as const;

const Choosing = ({ initial = '' }: { initial?: string }) => {
  const [chosen, setChosen] = useState(initial);
  const [asked, setAsked] = useState('');
  return (
    <>
      <ComboField
        label="Unit"
        hint="P-07"
        initial={initial}
        options={UNITS.filter(([, words]) => words.toLowerCase().includes(asked.toLowerCase()))}
        search={setAsked}
        onChange={setChosen}
      />
      <output>chosen: {chosen}</output>
      <button>elsewhere</button>
    </>
  );
};
const box = () => screen.getByRole<HTMLInputElement>('combobox', { name: 'Unit' });
const chosen = () => screen.getByRole('status').textContent;
const listed = () =>
  within(screen.getByRole('listbox'))
    .getAllByRole('option')
    .map((option) => option.getAttribute('data-key'));

describe('a choice out of many', () => {
  it('is narrowed down by typing and taken by keyboard', async () => {
    const { user } = show(<Choosing />);
    await user.type(box(), 'gra');
    expect(listed()).toEqual(['G-02']);
    await user.keyboard('{ArrowDown}{Enter}');
    expect(chosen()).toBe('chosen: G-02');
    expect(box().value).toBe('G-02 grader');
  });
  it('shows the others once more where one was chosen', async () => {
    const { user } = show(<Choosing />);
    await user.type(box(), 'gra');
    await user.keyboard('{ArrowDown}{Enter}');
    await user.click(screen.getByRole('button', { name: /^Show the list of Unit/ }));
    expect(listed()).toEqual(['P-07', 'P-08', 'G-02']);
  });
  it('goes on showing what is chosen after something else was only typed', async () => {
    const { user } = show(<Choosing />);
    await user.type(box(), 'gra');
    await user.keyboard('{ArrowDown}{Enter}');
    await user.type(box(), '{Backspace}x');
    await user.tab();
    expect([chosen(), box().value]).toEqual(['chosen: G-02', 'G-02 grader']);
    await user.clear(box());
    await user.tab();
    expect([chosen(), box().value]).toEqual(['chosen: ', '']);
  });
  it('ticks what it began with', async () => {
    const { user } = show(<Choosing initial="P-08 plough" />);
    await user.click(screen.getByRole('button', { name: /^Show the list of Unit/ }));
    expect(within(screen.getByRole('listbox')).getByRole('option', { selected: true }).getAttribute('data-key')).toBe(
      'P-08',
    );
  });
  it('keeps what it began with where nothing else is chosen', async () => {
    const { user } = show(<Choosing initial="P-08 plough" />);
    await user.type(box(), 'x');
    await user.tab();
    expect([chosen(), box().value]).toEqual(['chosen: P-08 plough', 'P-08 plough']);
    await user.clear(box());
    await user.tab();
    expect([chosen(), box().value]).toEqual(['chosen: ', '']);
  });
});
