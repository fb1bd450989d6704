import { act, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { sessionOf } from '../../test/show';
import { visitPage } from '../../test/visitPage';
import { sessionTold } from '../session/sessionSlice';

const WEAK = [{ step: 'look.case', point: 'B', condition: 'cracked' }] as const;
const button = (name: string | RegExp) => screen.queryByRole('button', { name });

describe('who only looks', () => {
  it.each(['start.drop/positive', 'look', 'battery.openCircuit/A', 'battery.load/A', 'start.ladder', 'close', ''])(
    'is shown the summary instead of a sheet to fill in: %s',
    async (at) => {
      const { path } = await visitPage({ at, as: 'viewer' });
      await waitFor(() => expect(path()).toBe('/summary'));
      expect(await screen.findByText('You look on here: who learns or works signs in to read.')).toBeTruthy();
      expect(screen.queryByRole('link', { name: /^(Next:|Close the visit)/ })).toBeNull();
      expect(button(/discard/)).toBeNull();
    },
  );
  it('sees what was found, and nothing to press about it', async () => {
    await visitPage({ at: 'findings', as: 'viewer', readings: WEAK });
    expect(await screen.findByRole('heading', { name: /battery B/i, level: 3 })).toBeTruthy();
    expect(button('It is done')).toBeNull();
    expect(button(/^Take a picture/)).toBeNull();
    expect(screen.queryByRole('link', { name: /^Next:/ })).toBeNull();
  });
});

describe('who learns', () => {
  it('reads, but leaves to a technician what is done about a finding', async () => {
    await visitPage({ at: 'findings', as: 'trainee', readings: WEAK });
    expect(await screen.findByText('A technician or a lead decides what is done about it.')).toBeTruthy();
    expect(screen.getByText(/^What may be done: Replace battery B/)).toBeTruthy();
    expect(button('It is done')).toBeNull();
    expect(button('To do later')).toBeNull();
    expect(button('Do nothing')).toBeNull();
    expect(button(/^Take a picture/)).toBeTruthy();
  });
  it('discards no visit', async () => {
    await visitPage({ at: 'summary', as: 'trainee' });
    expect(await screen.findByRole('heading', { name: 'Findings' })).toBeTruthy();
    expect(button(/discard/)).toBeNull();
  });
  it('does everything on a machine for practice, also repairs it and signs it off', async () => {
    const { user, happened, router, visitId } = await visitPage({
      at: 'findings',
      as: 'trainee',
      isPractice: true,
      readings: WEAK,
    });
    expect(await screen.findAllByRole('button', { name: 'It is done' })).not.toHaveLength(0);
    await router.navigate(`/visits/${visitId}/close`);
    await user.click(await screen.findByRole('button', { name: 'Close the visit unfinished' }));
    await waitFor(() => expect(happened()).toContainEqual(expect.objectContaining({ kind: 'closed' })));
  });
});

describe('who works', () => {
  it('finds what was half typed after being signed out and in again', async () => {
    const { user, store } = await visitPage({ at: 'start.drop/positive' });
    await screen.findByTestId('entry-volts');
    await user.keyboard('0.4');
    const typed = screen.getByTestId('entry-volts').textContent;
    expect(typed).toContain('0.4');
    act(() => void store.dispatch(sessionTold(sessionOf(null), true)));
    act(() => void store.dispatch(sessionTold(sessionOf('technician'), true)));
    expect(screen.getByTestId('entry-volts').textContent).toBe(typed);
  });
  it('decides what is done', async () => {
    await visitPage({ at: 'findings', readings: WEAK });
    expect(await screen.findAllByRole('button', { name: 'It is done' })).not.toHaveLength(0);
  });
  it('takes back a visit that was opened by mistake', async () => {
    await visitPage({ at: 'summary' });
    expect(await screen.findByRole('button', { name: /discard/ })).toBeTruthy();
  });
});

describe('a way to a reading', () => {
  it('is words alone for who only looks: it would lead back to where they are', async () => {
    const { router, visitId } = await visitPage({ at: 'summary', as: 'viewer', readings: WEAK });
    const readings = within(await screen.findByRole('region', { name: 'Readings' }));
    expect(await readings.findByText(/battery B$/)).toBeTruthy();
    expect(readings.queryAllByRole('link')).toEqual([]);
    expect(readings.queryAllByRole('button')).toEqual([]);
    expect(screen.queryByRole('region', { name: 'Every test' })).toBeNull();
    await act(() => router.navigate(`/visits/${visitId}/findings`));
    expect(await screen.findByRole('heading', { name: /battery B/i, level: 3 })).toBeTruthy();
    expect(screen.queryByRole('link', { name: /battery B/ })).toBeNull();
  });
  it('is words alone once the visit is signed off, also to what is done about a finding', async () => {
    const { user, router, visitId, happened } = await visitPage({ at: 'summary', readings: WEAK });
    expect(await screen.findByRole('link', { name: 'Findings and repair' })).toBeTruthy();
    await act(() => router.navigate(`/visits/${visitId}/close`));
    await user.click(await screen.findByRole('button', { name: 'Close the visit unfinished' }));
    await waitFor(() => expect(happened()).toContainEqual(expect.objectContaining({ kind: 'closed' })));
    await act(() => router.navigate(`/visits/${visitId}/summary`));
    const readings = within(await screen.findByRole('region', { name: 'Readings' }));
    expect(readings.queryAllByRole('link')).toEqual([]);
    expect(screen.queryByRole('link', { name: 'Findings and repair' })).toBeNull();
    expect(screen.getByRole('button', { name: 'Amend' })).toBeTruthy();
  });
  it('leads there for who reads', async () => {
    await visitPage({ at: 'summary', as: 'trainee', readings: WEAK });
    const readings = within(await screen.findByRole('region', { name: 'Readings' }));
    expect(readings.getByRole('link', { name: /battery B/i })).toBeTruthy();
    expect(screen.getByRole('region', { name: 'Every test' })).toBeTruthy();
  });
});
