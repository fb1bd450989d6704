import { act, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { unitOf } from '../../test/units';
import { visitPage } from '../../test/visitPage';

const look = async () => {
  const page = await visitPage({ at: 'look', unit: unitOf('1S1P') });
  await screen.findByRole('heading', { name: 'Look before you measure' });
  const row = (title: string) => screen.getByRole('heading', { name: title }).closest('li')!;
  return {
    ...page,
    row,
    /** By way of the visit to its next step: what is done on the way there is overtaken by it. */
    goneOn: () => waitFor(() => expect(page.path()).toMatch(/^\/battery\./), { timeout: 25_000 }),
    press: (title: string, words: string) => page.user.click(within(row(title)).getByText(words)),
  };
};
const BELT = 'Belt and tensioner';
const FURTHER = 'Charge lamp';

describe('the look round the machine', () => {
  it('takes one press a thing, and shows what it comes to', async () => {
    const { read, row, press } = await look();
    await press(BELT, 'loose');
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(read()[0]).toMatchObject({ step: 'look.belt', condition: 'loose' });
    expect(await within(row(BELT)).findByText('failed')).toBeTruthy();
    expect(within(row(BELT)).getByText(/It slips under load/)).toBeTruthy();
  });
  it('says of all the rest at once that it is sound, and says so', async () => {
    const { user, read, goneOn } = await look();
    await user.click(screen.getByRole('button', { name: 'All of it is clean and sound' }));
    await goneOn();
    expect(read().length).toBeGreaterThan(3);
    expect(new Set(read().map(({ note }) => note)).size).toBe(1);
    expect(read()[0]?.note).toBeTruthy();
  });
  it('keeps none of it where the device is full in the middle, and may be pressed again', async () => {
    const { user, read, goneOn } = await look();
    const add = Reflect.get(IDBObjectStore.prototype, 'add') as IDBObjectStore['add'];
    let count = 0;
    const full = vi.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(function (
      this: IDBObjectStore,
      ...asked
    ) {
      if (++count > 2) throw new DOMException('The device is full.', 'QuotaExceededError');
      return add.apply(this, asked);
    });
    const key = () => screen.getByRole('button', { name: 'All of it is clean and sound' });
    await user.click(key());
    await waitFor(() => expect(count).toBeGreaterThan(2));
    full.mockRestore();
    expect(read()).toEqual([]);
    await waitFor(() => expect(key().getAttribute('data-disabled')).toBeNull());
    await user.click(key());
    await goneOn();
    expect(read().length).toBeGreaterThan(3);
  });
  it('leaves alone what was looked at by itself', async () => {
    const { user, read, press, goneOn } = await look();
    await press(BELT, 'cracked');
    await waitFor(() => expect(read()).toHaveLength(1));
    await user.click(screen.getByRole('button', { name: 'The rest is clean and sound' }));
    await goneOn();
    expect(read().filter(({ step }) => step === 'look.belt')).toEqual([
      expect.objectContaining({ condition: 'cracked' }),
    ]);
  });
  it('asks why where something could not be seen, and keeps the reason', async () => {
    const { user, read, press } = await look();
    const [joint] = screen.getAllByRole('heading', { name: /^Joint, / });
    await press(joint!.textContent!, 'not seen');
    const asked = await screen.findByRole('dialog');
    expect(read()).toEqual([]);
    await user.click(within(asked).getByRole('button', { name: 'boxed in' }));
    await user.click(within(asked).getByRole('button', { name: 'Not seen' }));
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(read()[0]).toMatchObject({ step: 'look.joint', condition: 'unseen' });
    expect(await screen.findByText(/Because: boxed in/)).toBeTruthy();
  });
  it('pressed otherwise, puts right what was pressed before', async () => {
    const { read, press } = await look();
    await press(BELT, 'worn');
    await waitFor(() => expect(read()).toHaveLength(1));
    await press(BELT, 'glazed');
    await waitFor(() => expect(read()).toHaveLength(2));
    expect(read()[1]).toMatchObject({ condition: 'glazed', corrects: read()[0]?.id });
  });
  it('owes nothing of what is seen later, at the running engine', async () => {
    const { row, read, press } = await look();
    expect(within(row(FURTHER)).queryByText('failed')).toBeNull();
    await press(FURTHER, within(row(FURTHER)).getAllByRole('radio')[0]!.textContent!);
    await waitFor(() => expect(read()).toHaveLength(1));
  });
  it('that finds a poor joint says what it suggests, and holds the machine', async () => {
    const { user, router, visitId, goneOn } = await look();
    const joint = within(screen.getByRole('radiogroup', { name: 'Joint, post A −' }));
    await user.click(joint.getByRole('radio', { name: 'blue-green' }));
    expect(await screen.findByText(/suspect overcharging/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'The rest is clean and sound' }));
    await goneOn();
    await act(() => router.navigate(`/visits/${visitId}/summary`));
    expect((await screen.findAllByText('Joint at post A − is poor')).length).toBeGreaterThan(0);
    expect(screen.getAllByText('hold', { exact: true }).length).toBeGreaterThan(0);
  });
});
