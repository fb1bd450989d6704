import { describe, expect, it } from 'vitest';
import { checkState, instrumentsOf, type Instrument } from '../index';

const clamp = (part: Partial<Instrument>): Instrument => ({ name: 'Clamp 1', kind: 'clamp', ...part });

describe('the check of an instrument', () => {
  it('is not asked for where the shop does not', () =>
    expect(checkState(clamp({ checked: '2020-01-01' }), '2026-11-27')).toEqual({ kind: 'not-asked' }));
  it('is said to be missing where it never was', () =>
    expect(checkState(clamp({ checkMonths: 12 }), '2026-11-27')).toEqual({ kind: 'never' }));
  it.each([
    ['2025-11-27', 'good', '2026-11-27'],
    ['2025-11-26', 'overdue', '2026-11-26'],
  ])('made on %s is %s on the day after twelve months', (checked, kind, dueOn) =>
    expect(checkState(clamp({ checked, checkMonths: 12 }), '2026-11-27')).toEqual({ kind, dueOn }),
  );
});

describe('what a test is read with', () => {
  it.each([
    ['battery.openCircuit', ['meter']],
    ['battery.load', ['meter', 'clamp', 'pile']],
    ['battery.tester', ['tester']],
    ['battery.fixedLoad', ['tester']],
    ['battery.hydrometer', ['hydrometer']],
    ['charge.recharge', ['meter', 'clamp']],
    ['look.belt', []],
    ['look.fuse', ['meter']],
  ] as const)('%s', (step, kinds) => expect(instrumentsOf(step)).toEqual(kinds));
});
