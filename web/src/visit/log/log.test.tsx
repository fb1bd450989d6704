import { act, cleanup, renderHook, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { standSources } from '../../../test/standSource';
import { surely } from '../../../test/surely';
import { visitPage } from '../../../test/visitPage';
import { useValueLog } from './useValueLog';

afterEach(() => {
  vi.useRealTimers();
  sessionStorage.clear();
});

const page = (isPractice = false) => visitPage({ at: 'log/charge.volts@bank', isPractice });
const begin = async (key: string, isPractice = false) => {
  const shown = await page(isPractice);
  await shown.user.type(await screen.findByLabelText(/Engine speed/), '1500');
  await shown.user.click(screen.getByRole('button', { name: key }));
  return shown;
};
const TYPE = 'Type the values as they move';
const LISTEN = 'Listen to the instruments';

describe('a value that is logged', () => {
  it('is kept as its worst, with what was done when it came, and as unsteady where a joint moved it', async () => {
    const { user, read, path } = await begin(TYPE);
    await user.keyboard('14.2{Enter}');
    // It is drawn for the desk and for a phone.
    await user.click(screen.getAllByRole('button', { name: 'Move alternator B+ stud' })[0]!);
    await user.keyboard('13.1{Enter}');
    await user.click(await screen.findByRole('button', { name: 'Stop and keep the log' }));
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(read()[0]).toMatchObject({
      step: 'charge.volts',
      point: 'bank',
      volts: 13.1,
      rpm: 1500,
      unsteady: true,
      note: expect.stringMatching(/^Logged .*moved by alternator B\+ stud$/),
    });
    await waitFor(() => expect(path()).toBe('/charge.volts/bank'));
    expect(sessionStorage.getItem(Object.keys(sessionStorage)[0] ?? '') ?? 'null').toBe('null');
  });
  it('says which joint it moves with and which hold still, and that joint is found', async () => {
    vi.useFakeTimers({ toFake: ['Date'] });
    const { user, path, router, visitId } = await begin(TYPE);
    const type = async (volts: string): Promise<void> => {
      await user.keyboard(`${volts}{Enter}`);
      await waitFor(() => expect(screen.getByTestId('entry-volts').textContent).not.toContain(volts));
      vi.setSystemTime(Date.now() + 20_000);
    };
    await type('14.1');
    for (const [joint, volts] of [
      ['bank +', '14.1'],
      ['alternator B+ stud', '13.1'],
    ] as const) {
      await user.click(screen.getAllByRole('button', { name: `Move ${joint}` })[0]!);
      await type(volts);
    }
    await type('14.1');
    await screen.findAllByRole('heading', { name: 'It moves when alternator B+ stud is wiggled' });
    const joints = within(screen.getAllByRole('list', { name: 'Joints to move' })[0]!);
    const line = (words: string) =>
      joints.getAllByRole('listitem').find((joint) => joint.textContent.includes(words))?.textContent;
    await waitFor(() => expect(line('it moves')).toMatch(/alternator B\+ stud.*13\.1/));
    expect(line('holds still')).toMatch(/bank \+.*14\.1/);
    await user.click(screen.getByRole('button', { name: 'Stop and keep the log' }));
    await waitFor(() => expect(path()).toBe('/charge.volts/bank'));
    await act(() => router.navigate(`/visits/${visitId}/findings`));
    expect((await screen.findAllByText(/wiggl/)).length).toBeGreaterThan(0);
  });
  it('is no reading before a value was logged, and is thrown away by two presses only', async () => {
    const { user, read } = await begin(TYPE);
    expect(screen.getByRole('button', { name: 'Stop and keep the log' }).hasAttribute('disabled')).toBe(true);
    await user.keyboard('14.2{Enter}');
    await surely(user, 'Throw this log away', 'Yes, throw it away');
    expect(await screen.findByLabelText(/Engine speed/)).toBeTruthy();
    expect(read()).toEqual([]);
  });
  it('asks what it is logged under first', async () => {
    const { user } = await page();
    await user.click(await screen.findByRole('button', { name: TYPE }));
    expect(screen.getByText('enter what it is logged under')).toBeTruthy();
    expect(screen.queryByRole('timer')).toBeNull();
  });
});

describe('a log by instruments', () => {
  const listening = standSources();
  it('may be typed on, and listened to again', async () => {
    const { user } = await begin(LISTEN);
    expect(listening()).toHaveLength(1);
    act(() => listening()[0]!.says('reading', { kind: 'read', quantity: 'dc-volts', value: 14.21 }));
    await waitFor(() => expect(document.body.textContent).toContain('14.21'));
    await user.click(screen.getByRole('button', { name: 'Type a value instead' }));
    expect(screen.getByRole('group', { name: 'Keypad' })).toBeTruthy();
    expect(listening()).toEqual([]);
    await user.click(screen.getByRole('button', { name: LISTEN }));
    expect(listening()).toHaveLength(1);
    expect(screen.queryByRole('group', { name: 'Keypad' })).toBeNull();
  });
  it('is of real machines only', async () => {
    await page(true);
    const keys = within(await screen.findByRole('main'));
    await keys.findByRole('button', { name: TYPE });
    expect(keys.queryByRole('button', { name: LISTEN })).toBeNull();
  });
});

describe('a log through a reload', () => {
  const log = () => renderHook(() => useValueLog('log')).result;
  it('is there up to a little before, also of samples that never pause, and goes on as it was', () => {
    vi.useFakeTimers();
    const before = log();
    act(() => before.current.start(1500, true));
    for (let sample = 0; sample < 100; sample++) {
      act(() => before.current.add(14 + sample / 1000));
      act(() => vi.advanceTimersByTime(100));
    }
    // The tab is gone without a word.
    const after = log();
    expect(after.current.log).toMatchObject({ under: 1500, listens: true });
    expect(after.current.log?.samples.length).toBeGreaterThan(65);
  });
  it('is there whole where the page says goodbye', () => {
    const before = log();
    act(() => before.current.start(900, false));
    act(() => before.current.add(13.9));
    window.dispatchEvent(new Event('pagehide'));
    expect(log().current.log?.samples.map(([, volts]) => volts)).toEqual([13.9]);
  });
  it('is gone once it was ended, whatever is drawn after', () => {
    const before = log();
    act(() => before.current.start(900, false));
    act(() => before.current.end());
    cleanup();
    expect(log().current.log).toBeNull();
  });
});
