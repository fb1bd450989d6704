import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it, onTestFinished, vi } from 'vitest';
import { visitPage } from '../../../test/visitPage';

const whole = { step: 'battery.drain', point: 'bank', amps: 0.8, minutesParked: 60 } as const;

describe('the drain of a parked machine', () => {
  it('is kept with how long the key was off', async () => {
    const { user, read } = await visitPage({ at: 'battery.drain/bank' });
    await screen.findByRole('heading', { name: 'Read the whole drain' });
    await user.keyboard('0.02{Enter}60{Enter}');
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(read()[0]).toMatchObject({ step: 'battery.drain', point: 'bank', amps: 0.02, minutesParked: 60 });
    expect(await screen.findByRole('heading', { name: 'It may stand' })).toBeTruthy();
  });
  it('over what is allowed, is traced circuit by circuit under the name on the fuse', async () => {
    const { user, read } = await visitPage({ at: 'battery.drain/bank', readings: [whole] });
    await user.type(await screen.findByRole('textbox', { name: 'Circuit, as its fuse is named' }), 'F12 radio');
    await user.click(screen.getByRole('button', { name: '0' }));
    for (const name of ['Decimal point', '1']) await user.click(screen.getByRole('button', { name }));
    await user.click(screen.getByRole('button', { name: 'Save F12 radio' }));
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(read()[0]).toMatchObject({
      step: 'battery.drainCircuit',
      point: 'circuit:F12 radio',
      ampsBefore: 0.8,
      ampsAfter: 0.1,
    });
    expect(await screen.findByText(/F12 radio takes/)).toBeTruthy();
  });
  it('is read again when everything is asleep: the clock since key off goes on through a reload', async () => {
    vi.useFakeTimers({ toFake: ['Date'] });
    onTestFinished(() => void vi.useRealTimers());
    const { user, read, reload } = await visitPage({ at: 'battery.drain/bank' });
    await user.click((await screen.findAllByRole('button', { name: /^The key is off|^Key off/ }))[0]!);
    const keyOffFor = (time: RegExp) =>
      waitFor(() => expect(screen.getAllByRole('timer', { name: 'Key off for' })[0]?.textContent).toMatch(time));
    vi.setSystemTime(Date.now() + 10 * 60_000);
    await keyOffFor(/10:/);
    await user.keyboard('0.9{Enter}');
    expect(
      (await screen.findAllByRole('heading', { name: 'Falling asleep: read again when the clock is there' })).length,
    ).toBeGreaterThan(0);
    reload();
    vi.setSystemTime(Date.now() + 37 * 60_000);
    await keyOffFor(/47:/);
    await user.click(await screen.findByRole('button', { name: 'Read the whole drain again' }));
    await user.keyboard('0.62{Enter}');
    await waitFor(() => expect(read()).toHaveLength(2));
    expect(
      (await screen.findAllByRole('heading', { name: 'Asleep. Pull one circuit at a time' })).length,
    ).toBeGreaterThan(0);
    expect(read()).toMatchObject([
      { amps: 0.9, minutesParked: 10 },
      { amps: 0.62, minutesParked: 47 },
    ]);
  });
  it('asks for the name of a circuit before its amps', async () => {
    await visitPage({ at: 'battery.drain/bank', readings: [whole] });
    await screen.findByRole('heading', { name: 'Pull one circuit' });
    expect(screen.queryByTestId('entry-ampsAfter')).toBeNull();
  });
  it('leaves what is being typed where somebody else reads the whole meanwhile, and says what stands', async () => {
    const { user, read, alsoRead } = await visitPage({ at: 'battery.drain/bank' });
    await screen.findByRole('heading', { name: 'Read the whole drain' });
    await user.keyboard('0.6');
    await alsoRead(whole);
    expect((await screen.findByText(/^It stands at/)).textContent).toContain('I. Dahl');
    await user.keyboard('2{Enter}60{Enter}');
    await waitFor(() => expect(read()).toHaveLength(2));
    expect(read()[1]).toMatchObject({ step: 'battery.drain', amps: 0.62 });
  });
  it('is left as read after its reading anew was begun by mistake', async () => {
    const { user, read } = await visitPage({ at: 'battery.drain/bank', readings: [whole] });
    await user.click(await screen.findByRole('button', { name: 'Read the whole drain again' }));
    await user.click(await screen.findByRole('button', { name: 'Keep that' }));
    expect(await screen.findByRole('heading', { name: 'Pull one circuit' })).toBeTruthy();
    expect(read()).toEqual([]);
  });
  it('takes what was typed wrongly of a circuit as put right when that circuit is read once more', async () => {
    const { user, read } = await visitPage({ at: 'battery.drain/bank', readings: [whole] });
    const name = await screen.findByRole('textbox', { name: 'Circuit, as its fuse is named' });
    const pull = async (digits: readonly string[]): Promise<void> => {
      await user.clear(name);
      await user.type(name, 'F12');
      for (const key of digits) await user.click(screen.getByRole('button', { name: key }));
      await user.click(screen.getByRole('button', { name: 'Save F12' }));
    };
    await pull(['0', 'Decimal point', '7']);
    await waitFor(() => expect(read()).toHaveLength(1));
    await user.type(name, 'F12');
    expect(await screen.findByText(/Read already/)).toBeTruthy();
    await pull(['0', 'Decimal point', '1']);
    await waitFor(() => expect(read()).toHaveLength(2));
    expect(read()[1]).toMatchObject({ ampsBefore: 0.8, ampsAfter: 0.1, corrects: read()[0]?.id });
  });
});
