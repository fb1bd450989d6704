import { screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { holdBounce } from '../../test/holdBounce';
import { unitOf } from '../../test/units';
import { restedAt, visitPage } from '../../test/visitPage';
import { readText } from '../../test/readText';

/** A bank of two of which B is weak under the pile. */
const findings = async () => {
  const rest = (point: string) =>
    ({ step: 'battery.openCircuit', point, volts: 12.66, surfaceChargeStripped: true, batteryC: 20 }) as const;
  const load = (point: string, lowestVolts: number) =>
    ({ step: 'battery.load', point, amps: 460, seconds: 15, lowestVolts, batteryC: 20 }) as const;
  const page = await visitPage({
    at: 'findings',
    unit: unitOf('1S2P'),
    readings: [rest('A'), rest('B'), load('A', 10.4), load('B', 8.9)],
    conditions: restedAt(20),
  });
  const heading = await screen.findByRole('heading', { name: /Weak under load: battery B/ });
  const item = within(heading.closest('li') ?? heading.parentElement!);
  const decided = () => page.happened().filter(({ kind }) => ['repaired', 'planned', 'refused'].includes(kind));
  return { ...page, item, decided };
};

describe('a finding', () => {
  it('stands with what speaks for it, in the words of what was read', async () => {
    const { item } = await findings();
    expect(readText(item.getByText('For it').nextElementSibling)).toMatch(/8\.90? V/);
    expect(item.getAllByRole('link')[0]?.getAttribute('href')).toContain('battery.load/B');
  });
  it('is put off with a press, once, and says who did', async () => {
    const { user, item, decided } = await findings();
    await user.dblClick(item.getByRole('button', { name: 'To do later' }));
    await waitFor(() => expect(decided().length).toBeGreaterThan(0));
    expect(decided()).toHaveLength(1);
    expect(decided()[0]).toMatchObject({ kind: 'planned', finding: 'battery.weak@B', by: 'K. Moen' });
    expect(await item.findByText(/^To do: .*\(K\. Moen\)$/)).toBeTruthy();
  });
  it('is put off once also where the press bounces after it was kept', async () => {
    const { user, item, decided } = await findings();
    const later = item.getByRole('button', { name: 'To do later' });
    const letGo = holdBounce();
    await user.click(later);
    await waitFor(() => expect(decided()).toHaveLength(1));
    await user.click(later);
    await letGo();
    await waitFor(() => expect(later.hasAttribute('data-busy')).toBe(false));
    expect(decided()).toHaveLength(1);
    await user.click(later);
    await waitFor(() => expect(decided()).toHaveLength(2));
  });
  it('is left alone with a reason alone', async () => {
    const { user, item, decided } = await findings();
    await user.click(item.getByRole('button', { name: 'Do nothing' }));
    const asked = await screen.findByRole('dialog');
    await user.click(within(asked).getByRole('button', { name: 'Leave it' }));
    expect(decided()).toEqual([]);
    await user.click(within(asked).getByRole('button', { name: 'part is not here' }));
    await user.click(within(asked).getByRole('button', { name: 'Leave it' }));
    await waitFor(() => expect(decided()).toHaveLength(1));
    expect(decided()[0]).toMatchObject({ kind: 'refused', finding: 'battery.weak@B', reason: 'part is not here' });
  });
  it('mended by another battery asks for its label before anything is kept', async () => {
    const { user, item, decided, path } = await findings();
    await user.click(item.getByRole('radio', { name: 'Replace battery B' }));
    await user.click(item.getByRole('button', { name: 'It is done' }));
    expect(decided()).toEqual([]);
    await user.type(await screen.findByRole('textbox', { name: /^Serial at / }), 'TP-310');
    await user.click(screen.getByRole('button', { name: 'It is fitted' }));
    await waitFor(() => expect(decided()).toHaveLength(1));
    const [repaired] = decided();
    expect(repaired).toMatchObject({ kind: 'repaired', repair: { kind: 'replace' } });
    expect(JSON.stringify(repaired)).toContain('TP-310');
    expect(path()).toBe('/findings');
  });
  it('mended in another way after all is not kept with the battery whose label was begun', async () => {
    const { user, item, decided } = await findings();
    const way = (words: RegExp | string) => item.getByRole('radio', { name: words });
    await user.click(way('Replace battery B'));
    await user.click(item.getByRole('button', { name: 'It is done' }));
    await screen.findByRole('textbox', { name: /^Serial at / });
    await user.click(way(/^Recharge/));
    expect(screen.queryByRole('textbox', { name: /^Serial at / })).toBeNull();
    await user.click(item.getByRole('button', { name: 'It is done' }));
    await waitFor(() => expect(decided()).toHaveLength(1));
    expect(decided()[0]).toMatchObject({ repair: { kind: 'recharge' } });
    expect(decided()[0]).not.toHaveProperty('fitted');
  });
  it('of a whole set asks for the labels of the batteries in it, and of no other', async () => {
    const unit = unitOf('1S4P');
    const sets = unit.bank.batteries.map((battery) => ({ ...battery, set: battery.position < 'C' ? 1 : 2 }));
    const page = await visitPage({
      at: 'findings',
      unit: { ...unit, bank: { ...unit.bank, batteries: sets } },
      readings: [
        ...sets.map(
          ({ position: point }) =>
            ({ step: 'battery.openCircuit', point, volts: 12.7, surfaceChargeStripped: true, batteryC: 20 }) as const,
        ),
        { step: 'charge.volts', point: 'bank', volts: 14.2, rpm: 1500 },
        { step: 'charge.recharge', point: 'set:1', amps: 15, minutes: 10, loads: 'off' },
      ],
      conditions: restedAt(20),
    });
    await page.user.click(await screen.findByRole('radio', { name: 'Replace set 1' }));
    await page.user.click(screen.getByRole('button', { name: 'It is done' }));
    const serials = await screen.findAllByRole('textbox', { name: /^Serial at / });
    expect(serials.map((field) => field.getAttribute('name'))).toEqual(['serials.A', 'serials.B']);
    for (const [index, field] of serials.entries()) await page.user.type(field, `TP-41${index}`);
    await page.user.click(screen.getByRole('button', { name: 'It is fitted' }));
    await waitFor(() => expect(page.happened().filter(({ kind }) => kind === 'repaired')).toHaveLength(1));
    expect(page.happened().find(({ kind }) => kind === 'repaired')).toMatchObject({
      repair: { kind: 'replace', point: 'set:1' },
      fitted: [{ position: 'A' }, { position: 'B' }],
    });
  });
});
