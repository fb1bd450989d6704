import { act, screen, waitFor, within } from '@testing-library/react';
import type { ReadStep } from '@vaktman/core';
import { describe, expect, it } from 'vitest';
import { unitOf } from '../../test/units';
import { visitPage } from '../../test/visitPage';

type Given = NonNullable<Parameters<typeof visitPage>[0]['readings']>;
const given = (...readings: (Record<string, unknown> & { step: ReadStep; point: string })[]): Given =>
  readings as unknown as Given;

const low = { step: 'battery.openCircuit', point: 'B', volts: 12.1, surfaceChargeStripped: true } as const;
const good = { step: 'battery.openCircuit', point: 'A', volts: 12.7, surfaceChargeStripped: true } as const;
const lossy = { step: 'start.drop', point: 'positive', volts: 0.7, by: 'pile', amps: 500 } as const;

describe('how a visit stands', () => {
  it('with nothing read says how to begin, and may be discarded as opened by mistake', async () => {
    const { user, happened } = await visitPage({ at: 'summary' });
    expect(await screen.findByText('Nothing is read yet. Begin with a look round the machine.')).toBeTruthy();
    expect(screen.getByText('None so far.')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: /Discard|mistake/ }));
    const sheet = within(await screen.findByRole('dialog'));
    await user.type(sheet.getByRole('textbox', { name: 'Why' }), 'wrong machine');
    await user.click(sheet.getAllByRole('button').at(-1)!);
    await waitFor(() =>
      expect(happened()).toContainEqual(expect.objectContaining({ kind: 'discarded', reason: 'wrong machine' })),
    );
  });
  it('tells each reading with its limit, its margin and its verdict, and what was found', async () => {
    await visitPage({ at: 'summary', readings: given(good, low, lossy) });
    const row = (await screen.findByRole('link', { name: 'Volts lost in the starter cables, positive side' })).closest(
      'tr',
    )!;
    expect(row.textContent?.replaceAll('\u00a0', ' ')).toMatch(/max 0\.50\s?V-?.?0\.20/);
    expect(within(row).getByText('failed')).toBeTruthy();
    const battery = screen.getByRole('link', { name: 'Open-circuit volts, battery B' }).closest('tr')!;
    expect(within(battery).getByText('marginal')).toBeTruthy();
    expect(screen.getAllByText('hold').length).toBeGreaterThan(0);
    expect(screen.getByText('Low on charge: battery B')).toBeTruthy();
    expect(screen.getByText('Positive starter cable loses volts')).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Findings and repair' }).getAttribute('href')).toMatch(/findings$/);
  });
  it('no longer lets a visit with a reading be discarded', async () => {
    await visitPage({ at: 'summary', readings: given(good) });
    await screen.findByRole('link', { name: 'Open-circuit volts, battery A' });
    expect(screen.queryByRole('button', { name: /Discard|mistake/ })).toBeNull();
  });
  it('after a quick look in which nothing was wrong says so, and never that it is ready', async () => {
    const { user, router, visitId, path } = await visitPage({
      at: 'look',
      unit: unitOf('1S1P'),
      reason: 'quick',
      readings: given(
        good,
        { step: 'start.crankVolts', point: 'bank', volts: 10.9 },
        { step: 'charge.volts', point: 'bank', volts: 14.3, rpm: 1500 },
        { step: 'charge.idle', point: 'bank', volts: 13.6, rpm: 700, loads: 'off' },
      ),
    });
    await user.click(await screen.findByRole('button', { name: 'All of it is clean and sound' }));
    // By way of the visit to where it leads: what is gone to on the way there is overtaken by it.
    await waitFor(() => expect(path()).toMatch(/^\/(?!look)/), { timeout: 25_000 });
    await act(() => router.navigate(`/visits/${visitId}/summary`));
    expect((await screen.findAllByText('no sign of a fault')).length).toBeGreaterThan(0);
    expect(screen.queryByText('ready', { exact: true })).toBeNull();
  });
  it('leads to what is owed next', async () => {
    const { user, path } = await visitPage({ at: 'summary' });
    await user.click(await screen.findByRole('link', { name: /^Next:/ }));
    await waitFor(() => expect(path()).toMatch(/^\/(look|battery\.)/));
  });
});

describe('a reading that was taken', () => {
  it('shows its verdict in words, what it rests on, and may be taken again as a correction', async () => {
    const { user, read } = await visitPage({ at: 'start.drop/positive', readings: given(lossy) });
    expect(await screen.findByText(/The positive side alone loses 0\.70 V/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: /again/i }));
    await screen.findByRole('group', { name: 'Keypad' });
    await user.keyboard('0.2{Enter}500{Enter}');
    await waitFor(() => expect(read()).toHaveLength(1));
    expect(read()[0]).toMatchObject({ step: 'start.drop', point: 'positive', volts: 0.2 });
  });
});

describe('the record', () => {
  it('of an open visit holds what was read, by whom, and what it means', async () => {
    await visitPage({ at: 'record', readings: given(good, low) });
    await waitFor(() => expect(document.body.textContent).toMatch(/12\.10\s?V/));
    expect(screen.getAllByText(/K\. Moen/).length).toBeGreaterThan(0);
    expect(screen.getAllByText(/Low on charge: battery B/).length).toBeGreaterThan(0);
  });
});

describe('an address that is not of this visit', () => {
  it.each(['battery.load/F', 'start.drop/sideways', 'no.such/A', 'log/start.drop%40nowhere'])(
    '%s leads to how it stands',
    async (at) => {
      const { path } = await visitPage({ at, readings: given(good) });
      await waitFor(() => expect(path()).toBe('/summary'));
    },
  );
});
