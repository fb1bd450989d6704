import { screen, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { FLEET, standServer } from '../../test/standServer';
import { show } from '../../test/show';
import { UnitListView } from './ListView';

const server = standServer();
const BROKEN = { status: 503, body: { type: 'about:blank', title: 'The database does not answer.', status: 503 } };
beforeEach(() => {
  server.answers['GET /api/fleet'] = { body: FLEET };
  server.answers['GET /api/imports'] = { body: { imports: [] } };
  server.answers['GET /api/imports/known'] = BROKEN;
});
const known = () => server.asked.filter(({ path }) => path === '/api/imports/known').length;

describe('a list on its way in', () => {
  it('says that what is on record does not come, instead of reading for ever, and asks for it again', async () => {
    const { user } = show(<UnitListView />);
    await screen.findByText(/^Choose, drop or paste a list/);
    await user.upload(
      document.querySelector<HTMLInputElement>('input[type=file]')!,
      new File(['unit;yard\nP-31;Lower Yard\n'], 'units.csv', { type: 'text/csv' }),
    );
    const alert = await screen.findByRole('alert');
    expect(alert.textContent).toContain('What is on record could not be loaded');
    expect(alert.textContent).toContain('The database does not answer.');
    expect(screen.queryByRole('progressbar')).toBeNull();
    const before = known();
    await user.click(screen.getByRole('button', { name: 'Ask again' }));
    await waitFor(() => expect(known()).toBeGreaterThan(before));
  });
  it('is taken from rows that are pasted, but not from what is pasted into a field', async () => {
    const { user } = show(
      <>
        <UnitListView />
        <textarea aria-label="a note" />
      </>,
    );
    await screen.findByText(/^Choose, drop or paste a list/);
    await user.click(screen.getByLabelText('a note'));
    await user.paste('two\nlines');
    expect(screen.getByText(/^Choose, drop or paste a list/)).toBeTruthy();
    await user.click(screen.getByRole('heading', { level: 2 }));
    await user.paste('unit;yard\nP-31;Lower Yard\n');
    expect(await screen.findByText('pasted rows')).toBeTruthy();
  });
});
