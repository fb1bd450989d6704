import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it, onTestFinished, vi } from 'vitest';
import { unitOf } from '../../../test/units';
import { visitPage } from '../../../test/visitPage';

const unit = { ...unitOf('1S2P'), runs: { starterNegative: ['frame', 'block stud', 'ground lug'] } };
const at = `run.volts/${encodeURIComponent('starterNegative:bank-')}`;
const read = (point: string, volts: number, during: 'pile' | 'crank' = 'pile') => ({
  step: 'run.volts' as const,
  point: `starterNegative:${point}`,
  volts,
  during,
  ...(during === 'pile' ? { amps: 480 } : {}),
});
const heading = (name: RegExp) => screen.findAllByRole('heading', { name });

describe('volts along a run of cable', () => {
  it('begin at its end, and go on in the middle of what loses too much, under the same current', async () => {
    const page = await visitPage({ unit, at });
    await heading(/^Read bank −$/);
    await page.user.keyboard('0.62{Enter}480{Enter}');
    await heading(/^Halve it: block stud$/);
    // The current stands as it was read first; the volts alone are typed.
    await page.user.keyboard('0.08{Enter}');
    await waitFor(() => expect(page.read()).toHaveLength(2));
    const kept = page.read().map(({ id: _id, at: _at, ...own }) => own);
    expect(kept).toEqual([read('bank-', 0.62), read('block stud', 0.08)]);
    await heading(/^Halve it: /);
    expect((await heading(/0\.54 of 0\.62 V is lost from block stud to bank −/)).length).toBeGreaterThan(0);
  });
  it('end where no stretch loses too much, and may be read again from its end', async () => {
    const { user } = await visitPage({ unit, at, readings: [read('bank-', 0.05)] });
    await heading(/^Nothing to find$/);
    await user.click(screen.getByRole('button', { name: 'Read the end again' }));
    await heading(/^Read bank −$/);
  });
  it('are kept as they were read here, also where somebody else began another way meanwhile', async () => {
    const page = await visitPage({ unit, at });
    await heading(/^Read bank −$/);
    await page.user.click(screen.getByRole('radio', { name: 'while cranking' }));
    await page.alsoRead(read('bank-', 0.62));
    await page.user.keyboard('0.58{Enter}{Enter}');
    await waitFor(() => expect(page.read()).toHaveLength(2));
    expect(page.read()[1]).toMatchObject({ point: 'starterNegative:bank-', volts: 0.58, during: 'crank' });
    // What comes after goes by what stands now.
    await heading(/^Halve it: block stud$/);
    await page.user.keyboard('0.1{Enter}{Enter}');
    await waitFor(() => expect(page.read()).toHaveLength(3));
    expect(page.read()[2]).toMatchObject({ point: 'starterNegative:block stud', during: 'crank' });
    expect(page.read()[2]).not.toHaveProperty('amps');
  });
  it('find a place nobody named before', async () => {
    const page = await visitPage({
      unit,
      at,
      readings: [read('bank-', 0.62), read('block stud', 0.02), read('frame', 0.02)],
    });
    await page.user.click(await screen.findByRole('button', { name: 'Name a point between' }));
    await page.user.type(screen.getByLabelText('What the probe touches there'), 'bolted splice');
    await page.user.click(screen.getByRole('button', { name: 'Keep' }));
    await heading(/^Read bolted splice$/);
    expect(page.happened()).toContainEqual(
      expect.objectContaining({ kind: 'point-named', run: 'starterNegative', point: 'bolted splice' }),
    );
    await page.user.keyboard('0.5{Enter}');
    await waitFor(() => expect(page.read()).toHaveLength(1));
    expect(page.read()[0]).toMatchObject({ point: 'starterNegative:bolted splice', volts: 0.5, amps: 480 });
  });
  it('of control are read while cranking, without amperes, and the starter rests where it has to', async () => {
    vi.useFakeTimers({ toFake: ['Date'] });
    onTestFinished(() => void vi.useRealTimers());
    const control = `run.volts/${encodeURIComponent('control:starter.control')}`;
    const { user, read: taken } = await visitPage({ unit: unitOf('1S2P'), at: control });
    await heading(/^Read /);
    await user.keyboard('1.4{Enter}');
    for (const [name, volts, lost] of [
      ['key switch', '0.12', /1\.28 of 1\.40 V is lost from key switch/],
      ['plug at the frame', '1.3', /1\.18 of 1\.40 V is lost from key switch to plug at the frame/],
    ] as const) {
      vi.setSystemTime(Date.now() + 130_000);
      await user.click(await screen.findByRole('button', { name: 'Name a point between' }));
      await user.type(screen.getByLabelText('What the probe touches there'), name);
      await user.click(screen.getByRole('button', { name: 'Keep' }));
      await heading(new RegExp(`^Read ${name}$`));
      await user.keyboard(`${volts}{Enter}`);
      await heading(lost);
    }
    expect(taken()).toHaveLength(3);
    for (const kept of taken()) {
      expect(kept).toMatchObject({ during: 'crank' });
      expect(kept).not.toHaveProperty('amps');
    }
  });
});
