import { screen } from '@testing-library/react';
import { useState } from 'react';
import { describe, expect, it } from 'vitest';
import { show } from '../../test/show';
import { DateLine } from './DateLine';

const line = (first: string, error?: string) => {
  const told: string[] = [];
  const Line = () => {
    const [value, setValue] = useState(first);
    return (
      <DateLine
        label="Fitted on"
        value={value}
        onChange={(next) => {
          told.push(next);
          setValue(next);
        }}
        error={error}
      />
    );
  };
  return { ...show(<Line />), told };
};

describe('a line for a date', () => {
  it('shows day, month by name and year, in that order', () => {
    line('2026-11-27');
    expect(screen.getByRole('group', { name: 'Fitted on' }).textContent!.replace(/\s+/g, ' ')).toContain('27 Nov 2026');
  });
  it('is typed by keyboard alone', async () => {
    const { user, told } = line('');
    await user.tab();
    await user.keyboard('04122026');
    expect(told.at(-1)).toBe('2026-12-04');
  });
  it('counts what is no date as empty', () => {
    line('yesterday');
    expect(screen.getByRole('group', { name: 'Fitted on' }).textContent).not.toContain('2026');
  });
  it('says what is wrong beside the date', () => {
    line('2026-11-27', 'expected a day after it was made');
    const group = screen.getByRole('group', { name: 'Fitted on' });
    expect(group.parentElement!.textContent).toContain('expected a day after it was made');
    expect(screen.getAllByRole('spinbutton')[0]!.getAttribute('aria-invalid')).toBe('true');
  });
});
