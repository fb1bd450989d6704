import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { sessionOf } from '../../test/show';
import { visitPage } from '../../test/visitPage';
import { sessionTold } from '../session/sessionSlice';

const close = async () => {
  const page = await visitPage({ at: 'close' });
  await screen.findByRole('heading', { name: 'Close the visit' });
  const closed = () => page.happened().filter(({ kind }) => kind === 'closed');
  return { ...page, closed };
};

describe('signing a visit off', () => {
  it('says what was not read, and closes it unfinished under the name of who does it', async () => {
    const { user, closed, path } = await close();
    expect(screen.getByRole('heading', { name: 'Not read' })).toBeTruthy();
    await user.type(screen.getByRole('textbox', { name: 'Remark' }), '  pile away for repair ');
    await user.dblClick(screen.getByRole('button', { name: 'Close the visit unfinished' }));
    await waitFor(() => expect(closed()).toHaveLength(1));
    expect(closed()[0]).toMatchObject({ signedBy: 'K. Moen', remark: 'pile away for repair', by: 'K. Moen' });
    await waitFor(() => expect(path()).toBe('/record'));
  });
  it('takes the hours the unit is due at, and refuses what cannot be at its field', async () => {
    const { user, closed } = await close();
    const hours = screen.getByRole('textbox', { name: /Engine hours/ });
    await user.clear(hours);
    await user.type(hours, '-5');
    await user.click(screen.getByRole('button', { name: 'Close the visit unfinished' }));
    await waitFor(() => expect(hours.getAttribute('aria-invalid')).toBe('true'));
    expect(closed()).toEqual([]);
    await user.clear(hours);
    await user.type(hours, '4250');
    await user.click(screen.getByRole('button', { name: 'Close the visit unfinished' }));
    await waitFor(() => expect(closed()).toHaveLength(1));
    expect(closed()[0]).toMatchObject({ nextDue: { engineHours: 4250 } });
  });
  it('is under the name of who is signed in when it is pressed, with the remark that was typed before', async () => {
    const { user, store, closed } = await close();
    store.dispatch(sessionTold(sessionOf('trainee'), true));
    await user.type(await screen.findByRole('textbox', { name: 'Remark' }), 'charger borrowed');
    const session = sessionOf('technician');
    store.dispatch(
      sessionTold({ ...session, person: { personId: 'dahl', name: 'I. Dahl', role: 'technician' } }, true),
    );
    await waitFor(() =>
      expect((screen.getByRole('textbox', { name: 'Signed off by' }) as HTMLInputElement).value).toBe('I. Dahl'),
    );
    await user.click(screen.getByRole('button', { name: /Close the visit/ }));
    await waitFor(() => expect(closed()).toHaveLength(1));
    expect(closed()[0]).toMatchObject({ signedBy: 'I. Dahl', by: 'I. Dahl', remark: 'charger borrowed' });
  });
  it('is a technician’s: a trainee is told who may, and the key does nothing', async () => {
    const { store, closed } = await close();
    store.dispatch(sessionTold(sessionOf('trainee'), true));
    expect(await screen.findByText(/A technician or a lead signs off/)).toBeTruthy();
    expect((screen.getByRole('button', { name: /Close the visit/ }) as HTMLButtonElement).disabled).toBe(true);
    expect(closed()).toEqual([]);
  });
});
