import { describe, expect, it } from 'vitest';
import { unitOf } from '../../test/machineFixture';
import { ownLoads, ownLoadSum } from '../index';

describe('loads of a machine', () => {
  it('draw half the amps at twice the volts', () => {
    const twelve = ownLoads(unitOf('1S4P'));
    const twentyFour = ownLoads(unitOf('2S2P'));
    expect(twelve.find(({ id }) => id === 'head-lamps')?.amps).toBe(18);
    expect(twentyFour.find(({ id }) => id === 'head-lamps')?.amps).toBe(9);
  });
  it('are those this kind of machine has', () => {
    const ids = (description: string) => ownLoads(unitOf('1S4P', { description })).map(({ id }) => id);
    expect(ids('Grader')).toContain('blade-lamps');
    expect(ids('Grader')).not.toContain('plough-lamps');
    expect(ids('Plough truck')).toEqual(expect.arrayContaining(['plough-lamps', 'spreader']));
    expect(ids('Rock crusher')).toContain('belt-drive');
  });
  it('add up, also against the plate of the alternators', () => {
    const unit = unitOf('1S4P');
    expect(ownLoadSum(unit, new Set())).toEqual({ amps: 0, share: 0 });
    expect(ownLoadSum(unit, new Set(['head-lamps', 'heater-fan']))).toEqual({ amps: 34, share: 34 / 160 });
    expect(ownLoadSum(unit, new Set(['no-such-thing'])).amps).toBe(0);
  });
  it('have no share where no plate is known', () =>
    expect(
      ownLoadSum({ ...unitOf('1S4P'), alternators: [{ id: 'ALT1', ground: 'case', remoteSense: false }] }, new Set())
        .share,
    ).toBeNull());
});
