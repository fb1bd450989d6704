import { screen } from '@testing-library/react';
import { lazy } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { show } from '../../test/show';
import { Part } from './Part';

const failing = (words: string) => lazy(() => Promise.reject(new TypeError(words)));
beforeEach(() => void vi.spyOn(console, 'error').mockImplementation(() => undefined));
afterEach(() => void vi.restoreAllMocks());

describe('a part that is fetched by itself', () => {
  it('takes nothing else of the page with it where it does not come', async () => {
    const Lost = failing('Failed to fetch dynamically imported module: /assets/Clocks-1.js');
    const { user } = show(
      <>
        <input aria-label="Lowest volts" />
        <Part what="The clocks" meanwhile="One moment">
          <Lost />
        </Part>
      </>,
    );
    await user.type(screen.getByLabelText('Lowest volts'), '9.8');
    expect((await screen.findByRole('alert')).textContent).toContain('The clocks could not be fetched');
    expect((screen.getByLabelText('Lowest volts') as HTMLInputElement).value).toBe('9.8');
    expect(screen.getByRole('button', { name: 'Load the page again' })).toBeTruthy();
  });
  it('that fails in itself is not told to be one that did not come', async () => {
    const Broken = failing('of what is not there');
    show(
      <Part what="The clocks">
        <Broken />
      </Part>,
    );
    expect((await screen.findAllByText(/of what is not there/)).length).toBeGreaterThan(0);
    expect(screen.queryByText(/could not be fetched/)).toBeNull();
  });
});
